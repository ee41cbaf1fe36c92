import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { type Placing, placeBy, type Relation } from '../../../core/geometry/freedom.ts';
import { compose, mapPoint, moved, type Rigid, turned, turnVector } from '../../../core/geometry/rigid.ts';
import { add, cross, dot, length, scale, sub, unit, type Vec3 } from '../../../core/geometry/vec.ts';
import { modelledPart, readPartFile } from '../../../core/part/model.ts';

const figure = fc.double({ min: -50, max: 50, noNaN: true });
const whole = fc.integer({ min: -50, max: 50 });
/** Whole figures: two points are in one place, or well apart. */
const point = fc.tuple(whole, whole, whole) as fc.Arbitrary<Vec3>;
/** Directions well apart, or along one another, as they are on real parts. */
const step = fc.integer({ min: -2, max: 2 });
const directions = fc
  .tuple(step, step, step)
  .filter((d) => d.some((x) => x !== 0))
  .map((d): Vec3 => unit(d));
const anyMove = fc
  .tuple(point, figure, figure, figure)
  .map(
    ([p, a, b, c]): Rigid =>
      compose(moved(p), compose(turned('z', c * 7), compose(turned('y', b * 7), turned('x', a * 7)))),
  );
const relationOf = fc.record({
  own: directions,
  point,
  onto: fc.constantFrom('line' as const, 'plane' as const),
});

/** What a relation leaves unfulfilled after a move: the sine of the angle, and the distance. */
const residual = (r: Relation, m: Rigid): number => {
  const d = turnVector(m, r.own);
  const off = sub(mapPoint(m, r.point), r.at);
  const angle = length(cross(d, r.goal)) + (dot(d, r.goal) < 0 ? 1 : 0);
  return Math.max(angle, r.onto === 'line' ? length(cross(off, r.goal)) : Math.abs(dot(off, r.goal)));
};

/** Freedoms counted another way: the rank of how all residuals change with small moves, six less that. */
const countedFreedoms = (rs: readonly Relation[], m: Rigid): number | undefined => {
  const h = 1e-6;
  const values = (n: Rigid): number[] =>
    rs.flatMap((r) => {
      const d = turnVector(n, r.own);
      const off = sub(mapPoint(n, r.point), r.at);
      const across = cross(off, r.goal);
      return [...cross(d, r.goal), ...(r.onto === 'line' ? across : [dot(off, r.goal)])];
    });
  const middle = mapPoint(m, [0, 0, 0]);
  const aside = (n: Rigid): Rigid => compose(compose(moved(middle), n), compose(moved(scale(middle, -1)), m));
  const moves: Rigid[] = [
    ...(
      [
        [h, 0, 0],
        [0, h, 0],
        [0, 0, h],
      ] as Vec3[]
    ).map((v) => compose(moved(v), m)),
    ...(['x', 'y', 'z'] as const).map((axis) => aside(turned(axis, (h * 180) / Math.PI))),
  ];
  const base = values(m);
  const rows = moves.map((n) => values(n).map((x, i) => (x - (base[i] as number)) / h));
  let rank = 0;
  for (let c = 0; c < base.length && rank < 6; c++) {
    const best = rows
      .slice(rank)
      .reduce((a, r, i) => (Math.abs(r[c] as number) > Math.abs(rows[rank + a]?.[c] as number) ? i : a), 0);
    const pivot = rows[rank + best] as number[];
    const size = Math.abs(pivot[c] as number);
    if (size < 2e-4) continue;
    // nearly nothing: whether that takes a freedom is a matter of opinion
    if (size < 0.05) return undefined;
    [rows[rank], rows[rank + best]] = [pivot, rows[rank] as number[]];
    for (let i = rank + 1; i < 6; i++) {
      const row = rows[i] as number[];
      const k = (row[c] as number) / (pivot[c] as number);
      for (let j = 0; j < row.length; j++) row[j] = (row[j] as number) - k * (pivot[j] as number);
    }
    rank++;
  }
  return 6 - rank;
};
const freedoms = ({ freedom: f }: Extract<Placing, { ok: true }>): number =>
  f.slides + (f.turn === 'any' ? 3 : f.turn === 'none' ? 0 : 1);

describe('a body in its place', () => {
  test('500 random chains that can hold do hold, to 1e-9, and what stays free is counted right', () => {
    let sure = 0;
    fc.assert(
      fc.property(anyMove, fc.array(relationOf, { minLength: 1, maxLength: 4 }), (there, list) => {
        // goals as they are when the body stands somewhere: all of them can be met together
        const rs = list.map(
          (r): Relation => ({ ...r, goal: turnVector(there, r.own), at: mapPoint(there, r.point) }),
        );
        const placing = placeBy(rs, [0, 0, 0], 100);
        expect(placing.ok).toBe(true);
        if (!placing.ok) return;
        for (const r of rs) expect(residual(r, placing.move)).toBeLessThan(1e-9 * 200);
        const counted = countedFreedoms(rs, placing.move);
        if (counted === undefined) return;
        sure++;
        expect(freedoms(placing)).toBe(counted);
      }),
      { numRuns: 500, seed: 20261129 },
    );
    expect(sure).toBeGreaterThan(300);
  });
  test('what cannot hold is named, with by how much it fails', () => {
    const z: Vec3 = [0, 0, 1];
    const plane = (at: number): Relation => ({
      own: z,
      goal: z,
      point: [0, 0, 0],
      at: [0, 0, at],
      onto: 'plane',
    });
    expect(placeBy([plane(0), plane(3)], [0, 0, 0], 100)).toEqual({
      ok: false,
      relation: 1,
      off: { kind: 'length', by: 3 },
    });
    const tilted: Relation = { ...plane(0), goal: unit([0, 1, 1]) };
    expect(placeBy([plane(0), tilted], [0, 0, 0], 100)).toMatchObject({
      ok: false,
      relation: 1,
      off: { kind: 'angle', by: expect.closeTo(45, 9) },
    });
    const line = (x: number, at: number): Relation => ({
      own: z,
      goal: z,
      point: [x, 0, 0],
      at: [at, 0, 0],
      onto: 'line',
    });
    expect(placeBy([line(0, 0), line(40, 42)], [0, 0, 0], 100)).toMatchObject({
      relation: 1,
      off: { by: expect.closeTo(2, 9) },
    });
  });
  test('it is moved as little as can be: a bolt that already stands right stays, one dropped beside slides only across', () => {
    const axis: Relation = {
      own: [0, 0, 1],
      goal: [0, 0, 1],
      point: [0, 0, 0],
      at: [30, 20, 99],
      onto: 'line',
    };
    const placed = placeBy([axis], [0, 0, 0], 100);
    expect(placed.ok && placed.move.origin).toEqual([30, 20, 0]);
    expect(placed.ok && placed.move.x).toEqual([1, 0, 0]);
  });
  test('two bores of a plate fix its turn', () => {
    const bore = (p: Vec3, at: Vec3): Relation => ({
      own: [0, 0, 1],
      goal: [0, 0, 1],
      point: p,
      at,
      onto: 'line',
    });
    const placed = placeBy([bore([0, 0, 0], [5, 5, 0]), bore([10, 0, 0], [5, 15, 0])], [0, 0, 0], 100);
    if (!placed.ok) throw new Error('not placed');
    expect(placed.freedom).toEqual({ turn: 'none', slides: 1 });
    expect(add(placed.move.x, [0, 0, 0])).toEqual([0, 1, 0].map((x) => expect.closeTo(x, 12)));
  });
});

describe('relations in a part file', () => {
  const plates = (place: unknown, more: object[] = []) =>
    readPartFile({
      format: 'blue-ledger/part@1',
      name: 'p',
      units: 'mm',
      bodies: [
        {
          name: 'lower',
          features: [
            { id: 'plate', op: 'add', shape: { kind: 'block', width: 60, depth: 40, height: 18 } },
            {
              id: 'bore',
              op: 'cut',
              at: [30, 20, 18],
              shape: { kind: 'hole', diameter: 11, depth: 'through' },
            },
          ],
        },
        {
          name: 'upper',
          features: [{ id: 'plate', op: 'add', shape: { kind: 'block', width: 50, depth: 40, height: 12 } }],
          place,
        },
        ...more,
      ],
    });
  const worked = (place: unknown, more?: object[]) => {
    const file = plates(place, more);
    if (!file.ok) throw new Error(file.faults[0]?.what);
    return modelledPart(file.value);
  };
  test('faces of cuts look into the cut: a key is laid into its slot', () => {
    const made = worked(
      [{ face: 'plate/bottom', against: 'lower.plate/top' }],
      [
        {
          name: 'pin',
          standard: { kind: 'dowel', size: 11, length: 30 },
          place: [
            { axis: 'pin/side', on: 'lower.bore/wall' },
            { face: 'pin/bottom', along: 'lower.plate/bottom' },
          ],
        },
      ],
    );
    expect(made.ok && made.value.outers[2]?.origin).toEqual([30, 20, 30].map((x) => expect.closeTo(x, 9)));
  });
  test.each([
    [
      [
        { face: 'plate/bottom', against: 'lower.plate/top', gap: 0 },
        { face: 'plate/bottom', against: 'lower.plate/top', gap: 3 },
      ],
      /upper\.plate\/bottom.*lower\.plate\/top.*by 3 mm/,
    ],
    [[{ face: 'plate/lid', against: 'lower.plate/top' }], /no flat face "plate\/lid".*plate\/bottom/],
    [[{ axis: 'plate/top', on: 'lower.bore/wall' }], /no round face/],
    [[{ face: 'plate/bottom', against: 'cellar.plate/top' }], /no body.*lower/],
  ])('%j is refused by name', (place, words) => {
    const made = worked(place);
    const fault = made.ok ? undefined : made.faults[0];
    expect(`${fault?.what} ${fault?.remedy}`).toMatch(words);
    expect(fault?.where).toContain('upper');
  });
});
