import { describe, expect, test } from '@jest/globals';
import { openDesk } from '../../../core/drawing/desk.ts';
import { drawingSchema } from '../../../core/drawing/drawing.ts';
import { drawingOfExercise } from '../../../core/exercise/drawingOfExercise.ts';
import { type Exercise, KINDS, type Kind } from '../../../core/exercise/exercise.ts';
import { makeExercise } from '../../../core/exercise/makeExercise.ts';
import { sheetOfMissingSize } from '../../../core/exercise/missingSize.ts';
import { madePart } from '../../../core/solids/madePart.ts';
import { BY_BOXES, redrawn } from '../replay/replayHand.ts';

const of = <K extends Kind>(kind: K, level: number, count: number): Extract<Exercise, { kind: K }>[] =>
  Array.from(
    { length: count },
    (_, i) => makeExercise(kind, level, 900 + 13 * i) as Extract<Exercise, { kind: K }>,
  );

/** Places along an axis that are joined by lengths: each with the one that stands for its group. */
const groups = (places: readonly number[], lengths: readonly (readonly [number, number])[]) => {
  const own = [...new Set(places.map((x) => Math.round(x * 1e3)))];
  const parent = new Map(own.map((x) => [x, x]));
  const root = (x: number): number => {
    const up = parent.get(x) ?? x;
    return up === x ? x : root(up);
  };
  for (const [a, b] of lengths) parent.set(root(Math.round(a * 1e3)), root(Math.round(b * 1e3)));
  return (a: number, b: number): boolean => root(Math.round(a * 1e3)) === root(Math.round(b * 1e3));
};

/** Where the two ends of each laid-out length stand along its axis, read off the drawn arrows, part mm. */
const drawnLengths = (e: Extract<Exercise, { kind: 'missing size' }>) => {
  const sheet = sheetOfMissingSize(e);
  return sheet.dimensions.laid.flatMap((l) => {
    if (!l.side || l.drawn.arrows.length !== 2) return [];
    const isLevel = l.side === 'below' || l.side === 'above';
    const [a, b] = l.drawn.arrows.map((x) => x.tip[isLevel ? 0 : 1]) as [number, number];
    // which axis of the part a direction of the view is
    const axis = isLevel ? (l.view === 'left' ? 'y' : 'x') : l.view === 'top' ? 'y' : 'z';
    // the left view is seen with the depth running to the left
    const sign = axis === 'y' && l.view === 'left' ? -1 : 1;
    return [{ id: l.wanted.id, axis, ends: [a * sign, b * sign] as const, text: l.text }];
  });
};

describe('a sheet that lacks one size', () => {
  test('by the drawn lengths alone: the right one joins what is apart, the others join what is joined already', () => {
    let checked = 0;
    for (const level of [1, 2, 4, 6])
      for (const e of of('missing size', level, 8)) {
        expect(e.options).toHaveLength(4);
        // what leans or is round is not told by lengths along the axes alone
        if (e.recipe?.steps.some((s) => s.kind === 'slope' || s.kind === 'hole')) continue;
        checked++;
        const lengths = drawnLengths(e);
        const given = lengths.filter((l) => e.given.some((g) => g.id === l.id));
        expect(given).toHaveLength(e.given.length);
        e.options.forEach(({ shows }, i) => {
          const own = lengths.find((l) => l.id === shows.id);
          if (!own) throw new Error('an option is not drawn');
          const along = given.filter((l) => l.axis === own.axis);
          const joined = groups(
            [...along, own].flatMap((l) => [...l.ends]),
            along.map((l) => l.ends),
          );
          expect([e.seed, i, joined(...own.ends)]).toEqual([e.seed, i, i !== e.right]);
          expect(Number(own.text)).toBeCloseTo(Math.abs(own.ends[1] - own.ends[0]), 3);
        });
      }
    expect(checked).toBeGreaterThan(8);
  });
});

describe('views set out in a frame', () => {
  test('the answer is what one counts by hand, and no wrong one is', () => {
    for (const level of [1, 3, 5, 9])
      for (const e of of('set out', level, 8)) {
        const box = madePart(e.part)?.box;
        if (!box) throw new Error('not built');
        const { scale, frame, between, angle } = e.setOut;
        const [w, d, h] = [box[3] - box[0], box[4] - box[1], box[5] - box[2]].map((x) => x * scale) as [
          number,
          number,
          number,
        ];
        const free = e.axis ? (frame[1] - h - between[0] - d) / 2 : (frame[0] - w - between[1] - d) / 2;
        // first angle: the top view stands below the front view, what is seen from the left on its right
        const before = e.axis
          ? angle === 'first'
            ? d + between[0]
            : 0
          : angle === 'first'
            ? 0
            : d + between[1];
        expect(e.options[e.right]?.shows).toBeCloseTo(free + before, 9);
        e.options.forEach((o, i) => {
          if (i !== e.right) expect(Math.abs(o.shows - free - before)).toBeGreaterThan(0.4);
          expect(o.shows).toBeGreaterThan(0);
        });
        expect(free).toBeGreaterThanOrEqual(10);
      }
  });
});

test.each(KINDS.filter((k) => k !== 'threads'))(
  '%s: its drawing is whole, and its construction can be replayed',
  (kind) => {
    for (const level of [2, 6]) {
      const e = makeExercise(kind, level, 77);
      const drawing = drawingOfExercise(e);
      expect(drawingSchema.parse(JSON.parse(JSON.stringify(drawing)))).toEqual(drawing);
      const worked = openDesk().work(drawing);
      if (!worked.ok) throw new Error(worked.faults[0]?.what);
      // every view that the exercise asks about stands on the sheet
      const asked = 'wanted' in e ? e.wanted : 'view' in e ? e.view : 'front';
      expect(worked.sheet.views.map((v) => v.name)).toContain(asked);
      if ('cut' in e) expect(worked.sections[0]?.bodies).toHaveLength(1);
      // a hand that shares no code with the construction draws it by the steps
      expect(redrawn(drawing, BY_BOXES).missing).toEqual([]);
    }
  },
);
