import { describe, expect, test } from '@jest/globals';
import type { GivenLine } from '../../../core/balance/given.ts';
import type { Exercise, Kind } from '../../../core/exercise/exercise.ts';
import type { FaceDrawing } from '../../../core/exercise/faceDrawing.ts';
import { makeExercise } from '../../../core/exercise/makeExercise.ts';
import { areSameLines, linesIn } from '../../../core/exercise/views.ts';
import { madePart } from '../../../core/solids/madePart.ts';
import { solidsFromViews } from '../../../core/solids/solidsFromViews.ts';

const of = <K extends Kind>(kind: K, level: number, count: number): Extract<Exercise, { kind: K }>[] =>
  Array.from(
    { length: count },
    (_, i) => makeExercise(kind, level, 300 + 17 * i) as Extract<Exercise, { kind: K }>,
  );
const built = (e: Exercise) => {
  const part = madePart(e.part);
  if (!part) throw new Error('not built');
  return part;
};
type P3 = readonly [number, number, number];
/** As an observer sees it: written out here anew, from the part file's rules. */
const SEEN: Record<string, (p: P3) => readonly [number, number]> = {
  front: ([x, , z]) => [x, z],
  top: ([x, y]) => [x, y],
  left: ([, y, z]) => [-y, z],
  right: ([, y, z]) => [y, z],
};
const gap = (a: readonly [number, number], b: readonly [number, number]): number =>
  Math.hypot(a[0] - b[0], a[1] - b[1]);

describe('more kinds of exercises', () => {
  test('number a point: one letter is where the corner is seen, the others are clearly elsewhere', () => {
    for (const level of [1, 5])
      for (const e of of('numbering', level, 8)) {
        const at = SEEN[e.view]?.(e.corner) as readonly [number, number];
        const near = e.options.map((o) => gap(o.shows, at));
        near.forEach((d, i) => {
          if (i === e.right) expect(d).toBeLessThan(1e-6);
          else expect(d).toBeGreaterThan(4);
        });
        expect(e.given).not.toContain(e.view);
      }
  });

  test('find a cut point: it lies on the trace and on an edge of the part, and no other letter does so there', () => {
    for (const level of [1, 5])
      for (const e of of('cut points', level, 8)) {
        const [x, y, z] = e.point;
        const [a, b] = [e.cut.from, e.cut.to];
        const off = ((b[0] - a[0]) * (z - a[1]) - (b[1] - a[1]) * (x - a[0])) / gap(a, b);
        expect(Math.abs(off)).toBeLessThan(1e-6);
        // on a line of the top view and on one of the front view
        const part = built(e);
        const isOn = (view: 'front' | 'top', p: readonly [number, number]): boolean =>
          linesIn(part, view).some((l) => {
            if (l.kind !== 'straight') return true;
            const size = gap(l.a, l.b);
            return Math.abs(gap(l.a, p) + gap(l.b, p) - size) < 1e-6;
          });
        expect(isOn('front', [x, z])).toBe(true);
        expect(isOn('top', [x, y])).toBe(true);
        e.options.forEach((o, i) => {
          const d = gap(o.shows, [x, y]);
          if (i === e.right) expect(d).toBeLessThan(1e-6);
          else expect(d).toBeGreaterThan(4);
        });
      }
  });

  test('a wrong line: only with the right answer mended has any solid the views', () => {
    for (const level of [1, 4])
      for (const e of of('wrong line', level, 4)) {
        const part = built(e);
        const fits = (lines: readonly GivenLine[]): boolean =>
          solidsFromViews(
            new Map([
              ...e.given.map((v) => [v, { lines: linesIn(part, v), hidden: 'given' as const }] as const),
              [e.view, { lines, hidden: 'given' as const }] as const,
            ]),
            'mm',
            { most: 1 },
          ).solids.length > 0;
        expect([e.seed, fits(e.lines)]).toEqual([e.seed, false]);
        e.options.forEach((o, i) => {
          const without = e.lines.filter((l) => l !== o.shows);
          expect(without).toHaveLength(e.lines.length - 1);
          const exchanged = [...without, { ...o.shows, seen: !o.shows.seen }];
          expect([e.seed, i, fits(without) || fits(exchanged)]).toEqual([e.seed, i, i === e.right]);
        });
      }
  });

  test('a size worked out: the chain and the overall size give it, and nothing else that is offered', () => {
    for (const level of [1, 4])
      for (const e of of('worked size', level, 10)) {
        const sizes = e.stations.slice(1).map((x, i) => x - (e.stations[i] as number));
        const total = (e.stations.at(-1) as number) - (e.stations[0] as number);
        const rest = sizes.reduce((s, x, i) => (i === e.asked ? s : s + x), 0);
        e.options.forEach((o, i) => {
          const isRight = Math.abs(o.shows - (total - rest)) < 1e-6;
          expect([e.seed, o.shows, isRight]).toEqual([e.seed, o.shows, i === e.right]);
          expect(o.shows).toBeGreaterThan(0);
        });
        // each station is a place where a line of the view ends
        const ends = linesIn(built(e), e.view).flatMap((l) =>
          l.kind === 'curve'
            ? [l.points[0]?.[e.axis], l.points.at(-1)?.[e.axis]]
            : [l.a[e.axis], l.b[e.axis]],
        );
        for (const s of e.stations) expect(ends.some((x) => Math.abs((x ?? 1e9) - s) < 1e-6)).toBe(true);
      }
  });

  test('from first to third angle: the right sheet has every view in its place, unturned', () => {
    for (const e of of('other angle', 3, 12)) {
      const part = built(e);
      e.options.forEach((o, i) => {
        const isRight = o.shows.every(
          (p) =>
            (p.view === 'front' || p.placed === 'third') &&
            areSameLines(p.view, p.lines, linesIn(part, p.view)),
        );
        expect([e.seed, i, isRight]).toEqual([e.seed, i, i === e.right]);
        expect(o.shows.map((p) => p.view)).toEqual(e.views);
      });
    }
  });
});

describe('threads', () => {
  const levels = [1, 2, 3, 5, 6, 8, 9, 11, 12];
  const all = levels.flatMap((level) => of('threads', level, 8));
  /** The straight lines of a drawing that run along the thread's axis, by how far they are from it. */
  const upright = (lines: readonly GivenLine[]) =>
    lines.flatMap((l) =>
      l.kind === 'straight' && Math.abs(l.a[0] - l.b[0]) < 1e-9
        ? [{ x: Math.abs(l.a[0]), low: Math.min(l.a[1], l.b[1]), high: Math.max(l.a[1], l.b[1]) }]
        : [],
    );
  const figures = (says: string): number[] => (says.match(/\d+/g) ?? []).map(Number);
  const rightOf = (e: (typeof all)[number]) => e.options[e.right]?.shows as FaceDrawing;
  /** Pitches of the coarse threads, mm (ISO 261). */
  const PITCH: Record<number, number> = { 6: 1, 8: 1.25, 10: 1.5, 12: 1.75, 16: 2, 20: 2.5, 24: 3 };
  const pitch = (d: number): number => PITCH[d] as number;

  test('every kind of thread comes up', () => {
    const kinds = new Set(all.map((e) => e.says.replace(/[\d ]+/g, ' ')));
    expect(kinds.size).toBe(5);
  });
  test('four drawings, no two alike, each wrong one with its reason', () => {
    for (const e of all) {
      expect(new Set(e.options.map((o) => JSON.stringify(o.shows))).size).toBe(4);
      expect(e.options.filter((o) => o.differs === '')).toHaveLength(1);
      for (const o of e.options) expect(o.differs === '').toBe(o.mistake === undefined);
    }
  });
  test('a bolt: its root narrow, as long as the thread, and a wide line across where it ends', () => {
    const bolts = all.filter((e) => e.says.includes('seen from the side'));
    expect(bolts.length).toBeGreaterThan(3);
    for (const e of bolts) {
      const [d, length, thread] = figures(e.says) as [number, number, number];
      const { narrow = [], lines, faces } = rightOf(e);
      expect(faces).toEqual([]);
      const root = (d - 1.0825 * pitch(d)) / 2;
      for (const l of upright(narrow))
        expect(l).toEqual({
          x: expect.closeTo(root, 6),
          low: expect.closeTo(-length, 6),
          high: expect.closeTo(thread - length, 6),
        });
      expect(upright(narrow)).toHaveLength(2);
      const across = lines.filter(
        (l) =>
          l.kind === 'straight' &&
          Math.abs(l.a[1] - (thread - length)) < 1e-6 &&
          Math.abs(l.b[1] - l.a[1]) < 1e-6,
      );
      expect(across.length).toBeGreaterThan(0);
    }
  });
  test('a tapped hole: its outside narrow, its core wide, hatched as far as the core', () => {
    const holes = all.filter((e) => /^A blind hole is tapped M\d+, \d+ deep/.test(e.says));
    expect(holes.length).toBeGreaterThan(3);
    for (const e of holes) {
      const [d, thread] = figures(e.says) as [number, number];
      const { narrow = [], lines, faces } = rightOf(e);
      for (const l of upright(narrow)) {
        expect(l.x).toBeCloseTo(d / 2, 6);
        expect(l.high - l.low).toBeCloseTo(thread, 6);
      }
      const core = (d - pitch(d)) / 2;
      expect(upright(lines).some((l) => Math.abs(l.x - core) < 1e-6)).toBe(true);
      const nearest = Math.min(
        ...faces
          .flat()
          .filter(([, v]) => v > 2 * d)
          .map(([u]) => Math.abs(u)),
      );
      expect(nearest).toBeCloseTo(core, 6);
    }
  });
  test('seen along its axis three quarters of a narrow circle stand about the wide one', () => {
    const ends = all.filter((e) => e.says.includes('seen along its axis'));
    expect(ends.length).toBeGreaterThan(3);
    for (const e of ends) {
      const [d] = figures(e.says) as [number];
      const { narrow = [], lines } = rightOf(e);
      const sweep = narrow.reduce((s, l) => {
        if (l.kind !== 'round') throw new Error('no arc');
        expect(l.radius).toBeCloseTo(d / 2, 6);
        const at = ([x, y]: readonly [number, number]) => Math.atan2(y - l.centre[1], x - l.centre[0]);
        return s + ((at(l.b) - at(l.a) + 4 * Math.PI) % (2 * Math.PI));
      }, 0);
      expect(sweep).toBeCloseTo(1.5 * Math.PI, 6);
      expect(lines.some((l) => l.kind === 'round' && Math.abs(l.radius - (d - pitch(d)) / 2) < 1e-6)).toBe(
        true,
      );
    }
  });
  test('where a screw stands in its hole the hole is not drawn, and the screw is not hatched', () => {
    const screws = all.filter((e) => e.says.startsWith('A screw'));
    expect(screws.length).toBeGreaterThan(3);
    for (const e of screws) {
      const [d, length] = figures(e.says) as [number, number];
      const { narrow = [], faces, lines } = rightOf(e);
      const top = Math.max(...upright(narrow).map((l) => l.high));
      // the root of the screw, its outside, or what is beyond its end
      for (const l of upright([...narrow, ...lines]))
        if (l.x < d / 2 - 1e-6 && l.high > top - length + 1e-6 && l.low < top - 1e-6)
          expect([l.x, e.says]).toEqual([expect.closeTo((d - 1.0825 * pitch(d)) / 2, 6), e.says]);
      // at the mouth of the hole and everywhere else beside the screw the hatching ends at its wide line
      const beside = faces.flat().filter(([, v]) => v > top - length + 1e-6);
      expect(beside.length).toBeGreaterThan(0);
      for (const [u] of beside) expect(Math.abs(u)).toBeGreaterThan(d / 2 - 1e-6);
    }
  });
});
