import { describe, expect, test } from '@jest/globals';
import { type Development, develop } from '../../../core/develop/develop.ts';
import { endOfPiece, startOfPiece } from '../../../core/develop/lay.ts';
import type { FlatPiece } from '../../../core/develop/slit.ts';
import { pointOn2 } from '../../../core/geometry/curve2.ts';
import { pointOn } from '../../../core/geometry/curve3.ts';
import { distance, distance2, type Vec2, type Vec3 } from '../../../core/geometry/vec.ts';
import type { PartFile, TraceFile } from '../../../core/part/schema.ts';
import { sectionOf, solidsBehind } from '../../../core/section/section.ts';
import { cuttingPlane } from '../../../core/section/trace.ts';
import { measureSolid } from '../../../core/solid/measure.ts';
import type { SceneBody } from '../../../core/view/scene.ts';
import { built, type Feature, feature, partOf } from '../balance/given.ts';

const trace = (through: [number, number][], seenIn: TraceFile['seenIn'] = 'front'): TraceFile => ({
  name: 'A',
  seenIn,
  through,
  look: 'down',
});

const remains = (part: PartFile, cut?: TraceFile): readonly SceneBody[] => {
  const planes = cut ? [cuttingPlane(cut, part)] : [];
  return solidsBehind(
    built(part),
    planes.map((p) => {
      if (!p.ok) throw new Error(JSON.stringify(p.faults));
      return p.value;
    }),
  );
};

const STEPS = 400;
const pointsOf = (p: FlatPiece): Vec2[] =>
  Array.from({ length: STEPS + 1 }, (_, i) => pointOn2(p.curve, p.from + ((p.to - p.from) * i) / STEPS));
const lengthOf = (points: readonly Vec2[]): number =>
  points.slice(1).reduce((sum, b, i) => sum + distance2(points[i] as Vec2, b), 0);

/** The lengths of the edges of a solid that bound a feature's side, measured in space by themselves. */
const spaceLength = (at: (t: number) => Vec3, from: number, to: number): number => {
  let sum = 0;
  for (let i = 0; i < STEPS; i++)
    sum += distance(at(from + ((to - from) * i) / STEPS), at(from + ((to - from) * (i + 1)) / STEPS));
  return sum;
};

const outlineCloses = (d: Development): void => {
  d.outline.forEach((p, i) => {
    const next = d.outline[(i + 1) % d.outline.length] as FlatPiece;
    expect(distance2(endOfPiece(p), startOfPiece(next))).toBeLessThan(1e-6);
  });
  // begun in the origin, run to +x
  const [x, y] = startOfPiece(d.outline[0] as FlatPiece);
  expect(Math.hypot(x, y)).toBeLessThan(1e-9);
  const end = endOfPiece(d.outline[0] as FlatPiece);
  expect(end[0]).toBeGreaterThan(0);
  expect(Math.abs(end[1])).toBeLessThan(1e-9);
};

/** The area of a polygon through many points of the outline: another way than Green's theorem along the curves. */
const shoelace = (points: readonly Vec2[]): number =>
  points.reduce((sum, [x, y], i) => {
    const [u, v] = points[(i + 1) % points.length] as Vec2;
    return sum + (x * v - u * y) / 2;
  }, 0);

/** Every edge of the solid along the side is as long in the flat: taken apart piece by piece where its pieces name their edge. */
const lengthsAreTrue = (d: Development): void => {
  const flat = new Map<string, { sum: number; space: number }>();
  for (const p of [...d.outline, ...d.holes.flat()]) {
    if (!p.edge || joinedWithOthers(p)) continue;
    const known = flat.get(p.edge.key) ?? {
      sum: 0,
      space: spaceLength((t) => pointOn(p.edge?.curve ?? raise(), t), p.edge.from, p.edge.to),
    };
    flat.set(p.edge.key, { ...known, sum: known.sum + lengthOf(pointsOf(p)) });
  }
  for (const { sum, space } of flat.values()) {
    // the edge along which it was opened is there twice
    const times = Math.round(sum / space);
    expect([1, 2]).toContain(times);
    expect(Math.abs(sum / times - space) / space).toBeLessThan(2e-5);
  }
};
/** Straight pieces in one line were made one: their edge is only that of the first. */
const joinedWithOthers = (p: FlatPiece): boolean =>
  p.curve.type === 'line' &&
  p.edge !== undefined &&
  distance2(startOfPiece(p), endOfPiece(p)) >
    (p.edge.curve.type === 'line' ? Math.abs(p.edge.to - p.edge.from) + 1e-6 : 0);
const raise = (): never => {
  throw new Error('no edge');
};

const only = (list: Development[]): Development => {
  expect(list).toHaveLength(1);
  return list[0] as Development;
};
const make = (f: Feature, cut?: TraceFile, from?: number): Development => {
  const part = partOf({ ...f, id: 'f' });
  return only(develop(part, remains(part, cut), 'f', from));
};

const pyramid = feature('add', { kind: 'pyramid', sides: 6, side: 26, height: 70 });
const prism = feature('add', { kind: 'prism', sides: 6, side: 24, height: 66 });
const cylinder = feature('add', { kind: 'cylinder', diameter: 40, height: 60 });
const cone = feature('add', { kind: 'cone', diameter: 60, height: 72 });
const frustum = feature('add', { kind: 'cone', diameter: 60, topDiameter: 30, height: 40 });
const sloping = trace([
  [-40, 20],
  [40, 50],
]);

describe('closed forms', () => {
  test('a cylinder is a rectangle, a cone a sector, a frustum a ring sector', () => {
    expect(make(cylinder).area).toBeCloseTo(Math.PI * 40 * 60, 8);
    expect(make(cylinder).outline).toHaveLength(4);
    const slant = Math.hypot(30, 72);
    const whole = make(cone);
    expect(whole.area).toBeCloseTo(Math.PI * 30 * slant, 8);
    expect(whole.outline.map((p) => p.curve.type)).toEqual(['conic', 'line', 'line']);
    const [arc] = whole.outline as [FlatPiece];
    // the base is as long in the flat as round
    expect(Math.abs(arc.to - arc.from) * slant).toBeCloseTo(2 * Math.PI * 30, 8);
    expect(make(frustum).area).toBeCloseTo(Math.PI * 45 * Math.hypot(15, 40), 8);
  });
  test('a prism and a pyramid are their sides, one beside the other', () => {
    expect(make(prism).area).toBeCloseTo(6 * 24 * 66, 9);
    expect(make(prism).bends).toHaveLength(5);
    const apothem = 26 * Math.cos(Math.PI / 6);
    expect(make(pyramid).area).toBeCloseTo((6 * 26 * Math.hypot(apothem, 70)) / 2, 8);
    expect(make(pyramid).bends).toHaveLength(5);
  });
  test('an obliquely cut cylinder has the area of its middle height', () => {
    // the plane is at 35 above the axis, and the heights round about cancel
    expect(make(cylinder, sloping).area).toBeCloseTo(Math.PI * 40 * 35, 8);
    const sine = make(cylinder, sloping).outline.find((p) => p.curve.type === 'free') as FlatPiece;
    for (const [x, y] of pointsOf(sine)) {
      // opened at its lowest generator, on the left
      expect(y).toBeCloseTo(35 - 7.5 * Math.cos(x / 20), 6);
    }
  });
});

describe('cut points have their places in the flat', () => {
  const pointsOfCut = (part: PartFile, cut: TraceFile, count: 8 | 12) => {
    const plane = cuttingPlane(cut, part);
    if (!plane.ok) throw new Error('no plane');
    return sectionOf(built(part), plane.value, { count, start: 'left', outlinesIn: [] }).bodies.flatMap(
      (b) => b.cutPoints,
    );
  };
  test.each<[string, Feature, number]>([
    ['prism', prism, 6],
    ['cylinder', cylinder, 12],
    ['cone', cone, 12],
    ['pyramid', pyramid, 6],
  ])('%s: at their heights and true distances, those on the opening on both its sides', (_, of, count) => {
    const part = partOf({ ...of, id: 'f' });
    const points = pointsOfCut(part, sloping, 12);
    expect(points).toHaveLength(count);
    const [flat] = develop(part, remains(part, sloping), 'f', undefined, points);
    if (!flat) throw new Error('nothing laid');
    // the opening runs along the shortest edge or generator, which holds one of them
    expect(flat.marks).toHaveLength(count + 1);
    expect(new Set(flat.marks.map((m) => m.label)).size).toBe(count);
    for (const { label, at } of flat.marks) {
      const { at: space } = points.find((p) => p.label === label) as (typeof points)[number];
      if (of.shape.kind === 'prism' || of.shape.kind === 'cylinder') expect(at[1]).toBeCloseTo(space[2], 6);
      // along a generator it is as far from the apex as in space
      if (of.shape.kind !== 'cone') continue;
      const [arc] = flat.outline as [FlatPiece];
      const apex = arc.curve.type === 'conic' ? arc.curve.c : [0, 0];
      expect(distance2(at, apex as Vec2)).toBeCloseTo(distance(space, [0, 0, 72]), 6);
    }
    if (of.shape.kind !== 'cylinder') return;
    // a twelfth of the circumference from one generator to the next
    const xs = flat.marks.map((m) => m.at[0]).sort((a, b) => a - b);
    for (const [i, x] of xs.slice(1).entries())
      expect(x - (xs[i] as number)).toBeCloseTo((2 * Math.PI * 20) / 12, 6);
  });
  test('a point that is none of the surface has none', () => {
    const part = partOf({ ...prism, id: 'f' });
    const [flat] = develop(part, remains(part, sloping), 'f', undefined, [
      { label: 'x', at: [0, 0, 20] },
      { label: 'y', at: [400, 0, 20] },
    ]);
    expect(flat?.marks).toEqual([]);
  });
});

describe('cut, opened anywhere, holed', () => {
  const parts: [string, Feature, TraceFile | undefined][] = [
    ['pyramid', pyramid, undefined],
    ['pyramid, cut', pyramid, sloping],
    ['prism, cut', prism, sloping],
    ['cylinder, cut', cylinder, sloping],
    ['cone, cut', cone, sloping],
    [
      'frustum, cut',
      frustum,
      trace([
        [-40, 10],
        [40, 34],
      ]),
    ],
    [
      'cylinder through its axis',
      cylinder,
      trace([
        [-20, 0],
        [20, 60],
      ]),
    ],
    [
      'leaning pyramid',
      feature(
        'add',
        { kind: 'pyramid', sides: 4, side: 30, height: 50 },
        { turn: [{ axis: 'y', angle: 15 }] },
      ),
      trace([
        [-40, 10],
        [60, 30],
      ]),
    ],
  ];
  for (const [name, f, cut] of parts)
    test(name, () => {
      const whole = make(f, cut);
      for (const from of [undefined, 0, 17, 30, 90, 180, 271.3]) {
        const d = from === undefined ? whole : make(f, cut, from);
        outlineCloses(d);
        lengthsAreTrue(d);
        // where it is opened does not change its area
        expect(Math.abs(d.area - whole.area) / whole.area).toBeLessThan(1e-9);
        const polygon = shoelace(d.outline.flatMap((p) => pointsOf(p).slice(0, -1)));
        expect(Math.abs(polygon - d.area) / d.area).toBeLessThan(1e-4);
      }
    });
  test('a hole through a cylinder is two holes in the flat, or one and its two halves at the opening', () => {
    const part = partOf(
      { ...cylinder, id: 'f' },
      feature(
        'cut',
        { kind: 'cylinder', diameter: 16, height: 80 },
        { plane: 'front', at: [0, 40, 30], id: 'bore' },
      ),
    );
    const aside = only(develop(part, remains(part), 'f', 90));
    expect(aside.holes).toHaveLength(2);
    const across = only(develop(part, remains(part), 'f', 0));
    expect(across.holes).toHaveLength(1);
    expect(across.area).toBeCloseTo(aside.area, 6);
    lengthsAreTrue(aside);
    lengthsAreTrue(across);
    // with both ends they are all the body has, by its own measure
    const [body] = built(part).bodies;
    if (!body) throw new Error('no body');
    const inside = only(develop(part, remains(part), 'bore')).area;
    const { area } = measureSolid(body.solid, body.edges);
    expect(aside.area + inside + 2 * Math.PI * 20 ** 2).toBeCloseTo(area, 5);
    // the inside of the bore, seen from where the material is not
    const bore = only(develop(part, remains(part), 'bore'));
    outlineCloses(bore);
    lengthsAreTrue(bore);
  });
  test('what cannot be laid flat is refused by name', () => {
    const ball = partOf({ ...feature('add', { kind: 'sphere', diameter: 30 }), id: 'f' });
    expect(() => develop(ball, remains(ball), 'f')).toThrow(/bends two ways/);
    expect(() => develop(ball, remains(ball), 'g')).toThrow(/no feature "g"/);
  });
});
