import { expect, test } from '@jest/globals';
import { audit } from '../../../core/dimension/propose.ts';
import { tieNow } from '../../../core/dimension/tieNow.ts';
import { openDesk } from '../../../core/drawing/desk.ts';
import { type Drawing, drawingOfPart } from '../../../core/drawing/drawing.ts';
import { proposedDimensions } from '../../../core/drawing/proposedDimensions.ts';
import { examine } from '../../../core/examine/examine.ts';
import { pointOn2 } from '../../../core/geometry/curve2.ts';
import { paperFrame } from '../../../core/sheet/layout/paper.ts';
import { feature, partOf } from '../balance/given.ts';

/** A collar on a rod that lies along the width and runs on to the right. */
const spindle = partOf(
  feature('add', { kind: 'cylinder', diameter: 60, height: 20 } as const, { id: 'collar', plane: 'right' }),
  feature('add', { kind: 'cylinder', diameter: 28, height: 80 } as const, {
    id: 'rod',
    plane: 'right',
    at: [20, 0, 0],
  }),
);
const whole = drawingOfPart(spindle);
const end = { body: spindle.bodies[0]?.name as string, face: 'rod/top' };
const broken: Drawing = { ...whole, setup: { ...whole.setup, brokenEnds: [end] } };

/** Straight strokes of a pen that are upright on the sheet at a place, by their lengths in mm. */
const uprightAt = (d: Drawing, view: string, at: number, pen: string): number[] => {
  const worked = openDesk().work(d);
  if (!worked.ok) throw new Error('not drawn');
  const v = worked.sheet.views.find((x) => x.name === view);
  if (!v) throw new Error('no such view');
  const x = v.toPaper.to[0] + v.toPaper.k * at;
  return worked.sheet.ink.flatMap((i) =>
    i.kind === 'stroke' && i.view === view && i.pen === pen
      ? i.stretches.flatMap((s) => {
          const [a, b] = [pointOn2(s.curve, s.from), pointOn2(s.curve, s.to)];
          return s.curve.type === 'line' && Math.abs(a[0] - x) < 1e-6 && Math.abs(b[0] - x) < 1e-6
            ? [Math.abs(a[1] - b[1]) / v.toPaper.k]
            : [];
        })
      : [],
  );
};

test('a break line stands in place of the end, 3 mm beyond the outline on both sides', () => {
  expect(uprightAt(whole, 'front', 100, 'outline')).toEqual([28]);
  expect(uprightAt(whole, 'front', 100, 'rule')).toEqual([]);
  expect(uprightAt(broken, 'front', 100, 'outline')).toEqual([]);
  const pieces = uprightAt(broken, 'front', 100, 'rule');
  // two straight pieces, the zigzag 3 mm high between them
  expect(pieces).toHaveLength(2);
  expect(pieces.reduce((a, b) => a + b, 0)).toBeCloseTo(28 + 2 * 3 - 3, 6);
  // other faces keep their lines
  expect(uprightAt(broken, 'front', 0, 'outline')).toEqual([60]);
  expect(uprightAt(broken, 'top', 100, 'outline')).toEqual([]);
});

test('how far it goes is no size of the drawing, and nothing is missing without it', () => {
  const figures = (d: Drawing): number[] => {
    const books = openDesk().books(d);
    if (!books) throw new Error('not built');
    const list = proposedDimensions(books, 'base', []);
    const worked = openDesk().work({ ...d, dimensions: { scheme: 'base', list } });
    if (!worked.ok) throw new Error('not drawn');
    return worked.sheet.dimensions.laid.map((l) => l.value).sort((a, b) => a - b);
  };
  expect(figures(whole)).toEqual([20, 28, 60, 100]);
  expect(figures(broken)).toEqual([20, 28, 60]);
  const books = openDesk().books(broken);
  if (!books) throw new Error('not built');
  expect(
    audit(
      books,
      proposedDimensions(books, 'base', []).flatMap((k) => tieNow(books, k.tied) ?? []),
    ),
  ).toMatchObject({
    complete: true,
    missing: [],
    redundant: [],
  });
});

test('one desk shows the books as the ends are now', () => {
  const desk = openDesk();
  const stations = (d: Drawing): number => desk.books(d)?.stations.filter((s) => s.axis === 0).length ?? 0;
  expect([stations(whole), stations(broken), stations(whole)]).toEqual([3, 2, 3]);
});

test('the examiner of the ink has nothing to say', () => {
  const worked = openDesk().work(broken);
  if (!worked.ok) throw new Error('not drawn');
  const { frame, title } = paperFrame(broken.setup);
  expect(examine(worked.sheet.ink, frame, title)).toEqual([]);
});
