import { describe, expect, test } from '@jest/globals';
import { openDesk } from '../../../core/drawing/desk.ts';
import { drawingOfPart } from '../../../core/drawing/drawing.ts';
import { cutMarks } from '../../../core/section/cutMarks.ts';
import { viewSides } from '../../../core/section/viewSides.ts';
import { readCutLine } from '../../../core/statement/cutLine.ts';
import { feature, partOf } from '../balance/given.ts';

/** A plate off the origin with two holes, a bar along the width, and a wedge whose slope rises by 30 in 40. */
const part = partOf(
  feature('add', { kind: 'block', width: 100, depth: 60, height: 20 } as const, {
    id: 'plate',
    at: [10, 0, 0],
  }),
  feature('cut', { kind: 'hole', diameter: 10, depth: 'through' } as const, { id: 'bore', at: [30, 15, 20] }),
  feature('cut', { kind: 'hole', diameter: 6, depth: 'through' } as const, {
    id: 'side hole',
    at: [60, 45, 20],
  }),
  feature('cut', { kind: 'hole', diameter: 8, depth: 'through' } as const, {
    id: 'gallery',
    plane: 'left',
    at: [10, 30, 8],
  }),
  feature(
    'add',
    {
      kind: 'extrude',
      height: 60,
      profile: {
        polygon: [
          [0, 0],
          [40, 0],
          [40, 30],
        ],
      },
    } as const,
    { id: 'wedge', plane: 'front', at: [70, 60, 20] },
  ),
);
const desk = openDesk();
const worked = desk.work(drawingOfPart(part));
if (!worked.ok) throw new Error(JSON.stringify(worked));
const views = worked.sheet.views.map((v) => v.name);
const marks = cutMarks(worked.part, views);
const read = (line: string) =>
  readCutLine(line, {
    part,
    sidesOf: (v) => (views.includes(v) ? viewSides(worked.part.box, v) : undefined),
    marks,
  });
const through = (line: string) => {
  const r = read(line);
  if (!r.ok) throw new Error(`${line}: ${r.faults[0]?.what}`);
  return r.value.trace;
};
const faceOf = (end: string): string =>
  marks.find((m) => m.view === 'front' && m.name.includes(end))?.name ?? '';

describe('a cut typed by features of the part', () => {
  test.each([
    'top, upright through bore',
    'top, through bore, upright',
    'top view, upright through the axis of bore',
    'top, upright, through the centre of the bore',
  ])('%s', (line) => {
    expect(through(line).through).toEqual([
      [30, expect.any(Number)],
      [30, expect.any(Number)],
    ]);
  });

  test('through two rounds it runs from the one to the other', () => {
    const [a, b] = through('top, through bore and side hole, looking up').through as [number, number][];
    // both centres lie on it
    for (const [x, y] of [
      [30, 15],
      [60, 45],
    ]) {
      const off =
        ((b?.[0] ?? 0) - (a?.[0] ?? 0)) * ((y as number) - (a?.[1] ?? 0)) -
        ((b?.[1] ?? 0) - (a?.[1] ?? 0)) * ((x as number) - (a?.[0] ?? 0));
      expect(Math.abs(off)).toBeLessThan(1e-3);
    }
  });

  test('by an angle through a round, and from a round to a corner', () => {
    expect(through('top, 30 degrees through bore')).toMatchObject({ at: [30, 15], angle: 30 });
    expect(through('top, bore to top right').through).toEqual([
      [30, 15],
      [110, 60],
    ]);
  });

  test('along an axis that lies in the view', () => {
    const trace = through('front, along the axis of gallery, looking down');
    expect(trace.through?.map((p) => p[1])).toEqual([8, 8]);
  });

  test('parallel to a face that is an edge there, inside it or off it', () => {
    const slope = marks.find(
      (m) => m.view === 'front' && m.kind === 'face' && Math.abs(Math.abs(m.along?.[0] ?? 0) - 0.8) < 1e-9,
    );
    expect(slope?.name).toMatch(/ of wedge$/);
    for (const [word, sign] of [
      ['in', -1],
      ['below', -1],
      ['off', 1],
      ['above', 1],
    ] as const) {
      const [a, b] = through(`front, parallel to the ${slope?.name}, 5 ${word}, looking down`).through as [
        number,
        number,
      ][];
      const d = [(b?.[0] ?? 0) - (a?.[0] ?? 0), (b?.[1] ?? 0) - (a?.[1] ?? 0)];
      expect(Math.atan2(d[1] ?? 0, d[0] ?? 0)).toBeCloseTo(Math.atan2(30, 40), 6);
      // the slope runs through (70, 20); its way out is up and to the left
      const off = (((a?.[1] ?? 0) - 20) * 40 - ((a?.[0] ?? 0) - 70) * 30) / 50;
      expect(off).toBeCloseTo(5 * sign, 5);
    }
    expect(through(`front, parallel to the top of plate, 1/2 in inside, looking up`).through).toEqual([
      [10, 7.3],
      [110, 7.3],
    ]);
  });

  test('square to a face through a place', () => {
    const slope =
      faceOf('wedge') &&
      marks.find((m) => m.view === 'front' && Math.abs((m.along?.[0] ?? 0) ** 2 - 0.64) < 1e-9);
    const [a, b] = through(`front, square to the ${slope ? slope.name : ''} through 80 from left, 35 up`)
      .through as [number, number][];
    const d = [(b?.[0] ?? 0) - (a?.[0] ?? 0), (b?.[1] ?? 0) - (a?.[1] ?? 0)];
    expect((d[0] ?? 0) * 40 + (d[1] ?? 0) * 30).toBeCloseTo(0, 3);
    const off = (d[0] ?? 0) * (35 - (a?.[1] ?? 0)) - (d[1] ?? 0) * (90 - (a?.[0] ?? 0));
    expect(Math.abs(off)).toBeLessThan(1e-2);
  });

  test.each([
    ['top, through bore', 'Which way the plane runs through bore is not said.'],
    ['front, parallel to the top of plate', 'How far from the face the plane runs is not said.'],
    ['top, upright through nothing', 'is no place'],
    ['front, parallel to the lid of pot, 5 in', 'is no place'],
    ['front, parallel to the top of plate, five in', '"five" is no figure'],
    ['top, through bore and nothing', 'is no place'],
    // a round that is no circle in this view has no centre there
    ['front, upright through bore', 'is no place'],
  ])('%s: %s', (line, wanted) => {
    const r = read(line);
    expect(r.ok ? JSON.stringify(r.value) : r.faults.map((f) => f.what).join()).toContain(wanted);
  });
});
