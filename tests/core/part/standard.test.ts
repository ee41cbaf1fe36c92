import { describe, expect, test } from '@jest/globals';
import { partModel, readPartFile } from '../../../core/part/model.ts';
import { SCREW_SIZES, screwSize } from '../../../core/part/standard/sizes.ts';
import { usualThread } from '../../../core/part/standard/thread.ts';
import { buildPart } from '../../../core/solid/build.ts';
import { measureSolid } from '../../../core/solid/measure.ts';

/** The lists of the contract, as they are written there. */
const LISTS = {
  flats: 'M5 8, M6 10, M8 13, M10 16, M12 18, M16 24, M20 30, M24 36, M30 46, M36 55, M3 5.5, M4 7',
  head: 'M5 3.5, M6 4, M8 5.3, M10 6.4, M12 7.5, M16 10, M20 12.5, M24 15, M30 18.7, M36 22.5, M3 2, M4 2.8',
  nut: 'M5 4.7, M6 5.2, M8 6.8, M10 8.4, M12 10.8, M16 14.8, M20 18, M24 21.5, M30 25.6, M36 31, M3 2.4, M4 3.2',
  clearance: 'M5 5.5, M6 6.6, M8 9, M10 11, M12 13.5, M16 17.5, M20 22, M24 26, M30 33, M36 39',
  inside: 'M5 5.3, M6 6.4, M8 8.4, M10 10.5, M12 13, M16 17, M20 21, M24 25, M30 31, M36 37',
  outside: 'M5 10, M6 12.5, M8 16, M10 20, M12 24, M16 30, M20 37, M24 44, M30 56, M36 66',
  thick: 'M5 1, M6 1.6, M8 1.6, M10 2, M12 2.5, M16 3, M20 3, M24 4, M30 4, M36 5',
  socketHead: 'M5 8.5, M6 10, M8 13, M10 16, M12 18, M16 24, M20 30',
  socket: 'M5 4, M6 5, M8 6, M10 8, M12 10, M16 14, M20 17',
  pitch: 'M3 0.5, M4 0.7, M5 0.8, M6 1, M8 1.25, M10 1.5, M12 1.75, M16 2, M20 2.5, M24 3, M30 3.5, M36 4',
} as const;
type Listed = keyof typeof LISTS;
const read = (name: string, what: Listed): number | undefined => {
  const s = screwSize(name);
  return {
    flats: s?.acrossFlats,
    head: s?.headHeight,
    nut: s?.nutHeight,
    clearance: s?.clearance,
    inside: s?.washer?.[0],
    outside: s?.washer?.[1],
    thick: s?.washer?.[2],
    socketHead: s?.socketHead?.[0],
    socket: s?.socketHead?.[1],
    pitch: s?.pitch,
  }[what];
};

test.each(Object.keys(LISTS) as Listed[])(
  'every figure of the list of %s is in the table, and no size besides',
  (what) => {
    const list = LISTS[what].split(', ').map((x) => x.split(' ') as [string, string]);
    expect(list.map(([name]) => [name, read(name, what)])).toEqual(
      list.map(([name, x]) => [name, Number(x)]),
    );
    const listed = SCREW_SIZES.filter((s) => s.unit === 'mm' && read(s.name, what) !== undefined);
    expect(listed.map((s) => s.name).sort()).toEqual(list.map(([name]) => name).sort());
  },
);

test('sizes are found as people write them; a fine pitch stands behind, nonsense is none', () => {
  expect(screwSize('m 12')?.d).toBe(12);
  expect(screwSize('1/2"')).toMatchObject({ d: 0.5, pitch: 1 / 13, unit: 'in' });
  expect(screwSize('1 1/4 in')?.d).toBe(1.25);
  expect(screwSize('M12 x 1.25')).toMatchObject({ d: 12, pitch: 1.25 });
  expect(screwSize('M12 x 9')).toBeUndefined();
  expect(screwSize('M13')).toBeUndefined();
  const m12 = screwSize('M12');
  if (!m12) throw new Error('no M12');
  expect([usualThread(m12, 60), usualThread(m12, 20), usualThread(m12, 140)]).toEqual([30, 20, 36]);
});

const bodyOf = (standard: object, units: 'mm' | 'in' = 'mm') => {
  const file = readPartFile({
    format: 'blue-ledger/part@1',
    name: 'p',
    units,
    bodies: [{ name: 'x', standard }],
  });
  if (!file.ok) throw new Error(file.faults[0]?.what);
  const model = partModel(file.value);
  if (!model.ok) return { fault: model.faults[0] };
  const built = buildPart(model.value);
  if (!built.ok) throw new Error(built.faults[0]?.what);
  const [b] = built.value.bodies;
  if (!b) throw new Error('no body');
  return {
    volume: measureSolid(b.solid, b.edges).volume,
    box: built.value.box,
    sectioned: b.solid.model.sectioned,
  };
};

/**
 * A hexagon whose corners a cone cuts off at one end, by integration in closed form: in a twelfth of it, between the flat's middle and its
 * corner, the cone lowers the end by (r - flat) tan 30.
 */
const chamferLoss = (flats: number): number => {
  const a = flats / 2;
  // the integral of (r - a) r dr from a to a / cos t over the angle t, times tan 30
  const n = 20000;
  let sum = 0;
  for (let i = 0; i < n; i++) {
    const t = ((i + 0.5) / n) * (Math.PI / 6);
    const R = a / Math.cos(t);
    sum += ((R ** 3 - a ** 3) / 3 - (a * (R ** 2 - a ** 2)) / 2) * (Math.PI / 6 / n);
  }
  return 12 * sum * Math.tan(Math.PI / 6);
};
const hexagon = (flats: number): number => (Math.sqrt(3) / 2) * flats * flats;

describe('volumes in closed form', () => {
  test('a bolt: hexagon less its chamfer, and the shank', () => {
    const { volume, sectioned } = bodyOf({ kind: 'hexagonBolt', size: 'M20', length: 70 });
    const want = hexagon(30) * 12.5 - chamferLoss(30) + Math.PI * 100 * 70;
    expect(volume).toBeCloseTo(want, 3);
    expect(sectioned).toBe(false);
  });
  test('a nut has both chamfers and its hole at the nominal diameter', () => {
    const { volume } = bodyOf({ kind: 'hexagonNut', size: 'M20', thin: true });
    // the ends of the hole lie within the inscribed circles
    expect(volume).toBeCloseTo(hexagon(30) * 10 - 2 * chamferLoss(30) - Math.PI * 100 * 10, 3);
  });
  test('a stud is as long as it is stated, with a thread at each end', () => {
    const { volume, box } = bodyOf({ kind: 'stud', size: 'M12', length: 80, thread: 30, threadBelow: 15 });
    expect(volume).toBeCloseTo(Math.PI * 36 * 80, 6);
    expect(box?.[2]).toBeCloseTo(-80, 9);
  });
  test('a cotter with ends by arcs: the trapezium and two segments', () => {
    const { volume } = bodyOf({
      kind: 'cotter',
      width: 36,
      widthAt: 'middle',
      thickness: 8,
      length: 96,
      taper: 32,
      sides: 2,
      ends: 'arc',
    });
    const segment = (w: number): number => {
      const h = w / 10;
      const r = (w * w) / (8 * h) + h / 2;
      const half = Math.asin(w / 2 / r);
      return r * r * (half - Math.sin(half) * Math.cos(half));
    };
    expect(volume).toBeCloseTo(8 * (36 * 96 + segment(37.5) + segment(34.5)), 6);
  });
  test('a rivet: a cap of 1.6 d by 0.6 d on its shank', () => {
    const { volume, box } = bodyOf({ kind: 'rivet', size: 10, length: 30 });
    const [a, h] = [8, 6];
    expect(volume).toBeCloseTo((Math.PI * h * (3 * a * a + h * h)) / 6 + Math.PI * 25 * 30, 6);
    expect(box?.slice(3)).toEqual([8, 8, 6].map((x) => expect.closeTo(x, 6)));
  });
  test('a metric bolt in a part in inches keeps its millimetres', () => {
    const { box } = bodyOf({ kind: 'hexagonBolt', size: 'M12', length: 2 }, 'in');
    expect(box?.[5]).toBeCloseTo(7.5 / 25.4, 9);
    expect(box?.[2]).toBeCloseTo(-2, 9);
  });
});

test.each([
  [{ kind: 'hexagonBolt', size: 'M13', length: 40 }, /M12/],
  [{ kind: 'washer', size: 'M3' }, /M5/],
  [{ kind: 'hexagonBolt', size: 'M12', length: 40, thread: 50 }, /longer than what carries it/],
  [{ kind: 'parallelKey', width: 10, height: 8, length: 9 }, /too short/],
  [{ kind: 'cotter', width: 3, thickness: 8, length: 200, taper: 30 }, /no width/],
])('%j is refused with what would do', (standard, words) => {
  const { fault } = bodyOf(standard);
  expect(`${fault?.what} ${fault?.remedy}`).toMatch(words);
});
