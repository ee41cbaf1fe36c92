import { describe, expect, test } from '@jest/globals';
import { openDesk } from '../../../core/drawing/desk.ts';
import type { Drawing } from '../../../core/drawing/drawing.ts';
import { along, dot } from '../../../core/geometry/vec.ts';
import { VIEW_FRAMES } from '../../../core/geometry/viewFrames.ts';
import type { PartFile, TraceFile } from '../../../core/part/schema.ts';
import { areaCurve, volumesParted } from '../../../core/section/cutThrough.ts';
import { howFound } from '../../../core/section/howFound.ts';
import { metAt } from '../../../core/section/metAt.ts';
import { partBehind, type Section, sectionOf, solidsBehind } from '../../../core/section/section.ts';
import { type CuttingPlane, cuttingPlane } from '../../../core/section/trace.ts';
import { actingWith, cutsJoined } from '../../../core/sheet/views/actTogether.ts';
import { linesOfView, sectionsShownIn } from '../../../core/sheet/views/drawnLines.ts';
import { insideSolid } from '../../../core/solid/body.ts';
import type { BuiltPart } from '../../../core/solid/build.ts';
import { measureSolid } from '../../../core/solid/measure.ts';
import { lineLength, type ViewLine, viewOf } from '../../../core/view/view.ts';
import { demoDrawing } from '../../samples.ts';
import { built, feature, partOf } from '../balance/given.ts';

const planeOf = (trace: TraceFile, part: PartFile): CuttingPlane => {
  const plane = cuttingPlane(trace, part);
  if (!plane.ok) throw new Error(JSON.stringify(plane.faults));
  return plane.value;
};
const areaOf = (s: Section): number => s.bodies.reduce((sum, b) => sum + b.face.area, 0);
const pointsOf = (s: Section) => s.bodies.flatMap((b) => b.cutPoints);

const block = partOf(feature('add', { kind: 'block', width: 60, depth: 40, height: 30 }));
const level: TraceFile = { name: 'A', seenIn: 'front', at: [0, 20], angle: 0, look: 'down' };
const upright: TraceFile = { name: 'B', seenIn: 'front', at: [40, 0], angle: 90, look: 'left' };
const sloping: TraceFile = {
  name: 'B',
  seenIn: 'front',
  through: [
    [60, 0],
    [30, 30],
  ],
  look: 'left',
};

describe('two cuts of a block', () => {
  const part = built(block);
  const [a, b] = [planeOf(level, block), planeOf(upright, block)];
  test('each face ends where the other cut takes the part away', () => {
    expect(areaOf(sectionOf(part, a))).toBeCloseTo(60 * 40, 8);
    expect(areaOf(sectionOf(part, a, undefined, [b]))).toBeCloseTo(40 * 40, 8);
    expect(areaOf(sectionOf(part, b, undefined, [a]))).toBeCloseTo(20 * 40, 8);
  });
  test('what remains is the same behind either of them', () => {
    for (const s of [sectionOf(part, a, undefined, [b]), sectionOf(part, b, undefined, [a])]) {
      const { lines } = viewOf(s.remains, VIEW_FRAMES.front, part.tol);
      expect(lines.filter((l) => l.class === 'visible')).toHaveLength(4);
      expect(viewOf(s.remains, VIEW_FRAMES.front, part.tol).box).toEqual(
        [0, 0, 40, 20].map((x) => expect.closeTo(x, 8)),
      );
    }
    const [rest] = solidsBehind(part, [a, b]);
    if (!rest) throw new Error('nothing remains');
    expect(measureSolid(rest.solid, rest.edges).volume).toBeCloseTo(40 * 40 * 20, 6);
  });
  test('the points in which the cuts meet are found there', () => {
    const s = sectionOf(part, a, undefined, [b]);
    const edges = new Map(part.bodies.flatMap((x) => x.edges.map((e) => [e.key, e] as const)));
    const how = pointsOf(s).map((p) => [p.at[0], howFound(p, edges.get(p.edge), a.frame, 'top')]);
    expect(how.filter(([x]) => Math.abs((x as number) - 40) < 1e-9).map(([, h]) => h)).toEqual([
      'where the cuts meet',
      'where the cuts meet',
    ]);
    expect(how.filter(([x]) => Math.abs(x as number) < 1e-9).map(([, h]) => h)).not.toContain(
      'where the cuts meet',
    );
    expect(how).toHaveLength(4);
  });
  test('a plane that slopes: face, area on its way, and the volumes it parts', () => {
    const slope = planeOf(sloping, block);
    const s = sectionOf(part, slope, undefined, [a]);
    // from 0 to 20 up, at 45 degrees
    expect(areaOf(s)).toBeCloseTo(20 * Math.SQRT2 * 40, 8);
    const behind = partBehind(part, [a]);
    const { stays, goes } = volumesParted(behind, slope);
    expect(stays).toBeCloseTo(((60 + 40) / 2) * 20 * 40, 6);
    expect(stays + goes).toBeCloseTo(60 * 20 * 40, 6);
    for (const { area } of areaCurve(behind, slope, 9))
      expect(area).toBeLessThan(20 * Math.SQRT2 * 40 + 1e-6);
  });
  test('a face that another cut takes away is empty', () => {
    const low = planeOf({ ...level, at: [0, 10] }, block);
    expect(sectionOf(part, a, undefined, [low]).bodies).toHaveLength(0);
  });
  test('nothing is met on a plane where the other cut has taken the part away', () => {
    const bare = part.bodies.map((x) => x.solid);
    const behind = partBehind(part, [b]).bodies.map((x) => x.solid);
    expect(metAt(bare, a, 'top', [50, 20])).toBeDefined();
    expect(metAt(behind, a, 'top', [50, 20])).toBeUndefined();
    expect(metAt(behind, a, 'top', [20, 20])).toBeDefined();
  });
});

/** The area of a plane's face counted in small squares: where the material just behind it is, and no other cut takes it. */
const counted = (
  part: BuiltPart,
  c: CuttingPlane,
  others: readonly CuttingPlane[],
  squares: number,
): number => {
  const [x0, y0, z0, x1, y1, z1] = part.box;
  const size = Math.hypot(x1 - x0, y1 - y0, z1 - z0) * 1.05;
  const step = size / squares;
  const middle = [(x0 + x1) / 2, (y0 + y1) / 2, (z0 + z1) / 2] as const;
  const centre = along(middle, c.kept.n, c.kept.d - dot(c.kept.n, middle));
  let count = 0;
  for (let i = 0; i < squares; i++)
    for (let j = 0; j < squares; j++) {
      const p = along(
        along(centre, c.sAxis, (i + 0.5) * step - size / 2),
        c.tAxis,
        (j + 0.5) * step - size / 2,
      );
      const behind = along(p, c.kept.n, size * 1e-7);
      const isLeft = others.every((o) => dot(o.kept.n, behind) > o.kept.d);
      if (isLeft && part.bodies.some(({ solid }) => insideSolid(solid, behind))) count++;
    }
  return count * step * step;
};

/** Three cuts through the part of a demo drawing, from the front and from above. */
const threeCuts = ({ part: file }: Drawing): TraceFile[] => {
  const [x0, y0, z0, x1, , z1] = built(file).box;
  const [w, h] = [x1 - x0, z1 - z0];
  return [
    { name: 'A', seenIn: 'front', at: [x0, z0 + h * 0.61], angle: 8, look: 'down' },
    { name: 'B', seenIn: 'front', at: [x0 + w * 0.63, z0], angle: 77, look: 'left' },
    { name: 'C', seenIn: 'top', at: [x0 + w * 0.2, y0], angle: 60, look: 'right' },
  ];
};
/** None of them has ribs, which a cut would leave whole. */
const DEMOS = ['01-lantern-cap.drawing.json', '03-vane-hub.drawing.json', '05-sundial-wedge.drawing.json'];

describe.each(DEMOS)('three cuts of %s', (name) => {
  const drawing = demoDrawing(name);
  const part = built(drawing.part);
  const traces = threeCuts(drawing);
  const planes = traces.map((t) => planeOf(t, drawing.part));
  test('their faces counted in squares', () => {
    for (const c of planes) {
      const others = planes.filter((x) => x !== c);
      const area = counted(part, c, others, 1200);
      const alone = areaOf(sectionOf(part, c));
      expect(Math.abs(areaOf(sectionOf(part, c, undefined, others)) - area)).toBeLessThan(0.01 * alone);
    }
  });
  test('a sheet shows them together: one remainder in every view, all faces hatched, drawn to the same lines as the solid behind them', () => {
    const cuts = traces.map((trace) => ({ trace, on: true }));
    const setup = {
      ...drawing.setup,
      scale: 'fit' as const,
      together: [['A', 'B', 'C']],
      shownIn: { A: ['top' as const] },
    };
    const worked = openDesk().work({ ...drawing, cuts, setup });
    if (!worked.ok) throw new Error(JSON.stringify(worked.faults));
    const top = worked.sheet.views.find((v) => v.name === 'top');
    if (!top) throw new Error('no top view');
    expect(sectionsShownIn(top, worked.sheet.sections).map((s) => s.plane.name)).toEqual(['A', 'B', 'C']);
    const behind = viewOf(solidsBehind(part, planes), VIEW_FRAMES.top, part.tol);
    const lengths = (lines: readonly ViewLine[]): number =>
      lines
        .filter((l) => l.class === 'visible' && l.kind !== 'tangent')
        .reduce((sum, l) => sum + lineLength(l), 0);
    expect(lengths(linesOfView(top, worked.sheet.sections))).toBeCloseTo(lengths(behind.lines), 3);
  });
});

describe('groups of cuts', () => {
  const planes = ['A', 'B', 'C', 'D'].map((name) => ({ name }));
  test('are put together and taken apart', () => {
    const two = cutsJoined([], 'B', 'A', true);
    expect(two).toEqual([['A', 'B']]);
    const all = cutsJoined([...two, ['C', 'D']], 'A', 'C', true);
    expect(all).toEqual([['A', 'B', 'C', 'D']]);
    expect(cutsJoined(all, 'A', 'B', false)).toEqual([['A', 'C', 'D']]);
    expect(cutsJoined(two, 'A', 'B', false)).toEqual([]);
  });
  test('leave out sections that stand by themselves', () => {
    const together = [['A', 'B', 'C']];
    expect(actingWith('A', planes, { together })).toEqual([{ name: 'B' }, { name: 'C' }]);
    expect(actingWith('A', planes, { together, shapes: { B: { as: 'removed' } } })).toEqual([{ name: 'C' }]);
    expect(actingWith('B', planes, { together, shapes: { B: { as: 'removed' } } })).toEqual([]);
    expect(actingWith('D', planes, { together })).toEqual([]);
  });
});
