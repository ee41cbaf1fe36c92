import { describe, expect, test } from '@jest/globals';
import { type GivenLine, pointsOf } from '../../../core/balance/given.ts';
import { countedOf, levelOf } from '../../../core/exercise/difficulty.ts';
import { type Exercise, KINDS, type Kind } from '../../../core/exercise/exercise.ts';
import { makeExercise } from '../../../core/exercise/makeExercise.ts';
import { areSameLines, differClearly, linesIn, pictorialLines } from '../../../core/exercise/views.ts';
import { dot } from '../../../core/geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../../../core/geometry/viewFrames.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { madePart } from '../../../core/solids/madePart.ts';
import { solidsFromViews } from '../../../core/solids/solidsFromViews.ts';

const built = (file: PartFile) => {
  const part = madePart(file);
  if (!part) throw new Error('not built');
  return part;
};
const THREE: readonly ViewName[] = ['front', 'top', 'left'];
const seeds = (n: number): number[] => Array.from({ length: n }, (_, i) => 1000 + 37 * i);
const made = (kind: Kind, level: number, count: number): Exercise[] =>
  seeds(count).map((seed) => makeExercise(kind, level, seed));
const of = <K extends Kind>(kind: K, level: number, count: number): Extract<Exercise, { kind: K }>[] =>
  made(kind, level, count) as Extract<Exercise, { kind: K }>[];

describe('exercises', () => {
  test.each(KINDS)(
    '%s: the same number gives the same again, and no two numbers give one exercise',
    (kind) => {
      const all = made(kind, 3, 12);
      expect(made(kind, 3, 12)).toEqual(all);
      const different = new Set(all.map((e) => JSON.stringify({ ...e, seed: 0 })));
      expect(different.size).toBe(all.length);
    },
  );

  test('a part has whole fives, stands in one piece, and is as hard as its level says', () => {
    for (const level of [1, 3, 6, 10])
      for (const e of made('corner', level, 3)) {
        const part = built(e.part);
        expect(levelOf(countedOf(part))).toBe(e.level);
        expect(Math.abs(e.level - level)).toBeLessThanOrEqual(1);
        const { recipe } = e;
        if (!recipe) throw new Error('no recipe');
        for (const f of recipe.size) expect(f % 5).toBe(0);
        // everything done to it shows: without any one step some view is different
        recipe.steps.forEach((_, i) => {
          const features = e.part.bodies[0]?.features.filter((_f, k) => k !== i + 1) ?? [];
          const without = built({ ...e.part, bodies: [{ name: 'part', features }] });
          const isSame = (['front', 'top', 'left', 'right', 'bottom', 'back'] as const).every((v) =>
            areSameLines(v, linesIn(part, v), linesIn(without, v)),
          );
          expect([e.seed, i, isSame]).toEqual([e.seed, i, false]);
        });
      }
  });

  test('harder levels have more faces, hidden lines, slopes and rounds', () => {
    const mean = (level: number): number => {
      const counts = made('corner', level, 4).map((e) => countedOf(built(e.part)));
      return counts.reduce((s, c) => s + c.faces + c.hidden + 2 * c.slopes + 2 * c.rounds, 0) / counts.length;
    };
    const means = [1, 4, 7, 10].map(mean);
    expect(means).toEqual([...means].sort((a, b) => a - b));
  });

  test('third view: the right one is that of the part, and no solid has any other of them', () => {
    for (const level of [1, 4])
      for (const e of of('third view', level, 4)) {
        const part = built(e.part);
        expect(e.options).toHaveLength(4);
        e.options.forEach((o, i) => {
          expect(areSameLines(e.wanted, o.shows, linesIn(part, e.wanted))).toBe(i === e.right);
          const views = new Map(
            [...e.given.map((v) => [v, linesIn(part, v)] as const), [e.wanted, o.shows] as const].map(
              ([v, lines]) => [v, { lines: lines as readonly GivenLine[], hidden: 'given' as const }],
            ),
          );
          const found = solidsFromViews(views, 'mm', { most: 1 });
          expect([e.seed, i, found.solids.length > 0]).toEqual([e.seed, i, i === e.right]);
        });
      }
  });

  test('missing line: with it the views are those of the part, with none of the others of any solid', () => {
    for (const level of [2, 4])
      for (const e of of('missing line', level, 3)) {
        const part = built(e.part);
        e.options.forEach((o, i) => {
          const lines = [...e.lines, o.shows];
          expect(areSameLines(e.view, lines, linesIn(part, e.view))).toBe(i === e.right);
          const views = new Map([
            ...e.given.map((v) => [v, { lines: linesIn(part, v), hidden: 'given' as const }] as const),
            [e.view, { lines, hidden: 'given' as const }] as const,
          ]);
          const found = solidsFromViews(views, 'mm', { most: 1 });
          expect([e.seed, i, found.solids.length > 0]).toEqual([e.seed, i, i === e.right]);
        });
      }
  });

  test('pictorial: one of the parts has the views that are shown', () => {
    for (const level of [2, 6])
      for (const e of of('pictorial', level, 4)) {
        const part = built(e.part);
        const fits = e.options.map((o) => {
          const other = built(o.shows);
          return THREE.every((v) => areSameLines(v, linesIn(part, v), linesIn(other, v)));
        });
        expect(fits).toEqual(e.options.map((_, i) => i === e.right));
        // no two of the pictorials look alike, or nearly so
        const pictures = e.options.map((o) => pictorialLines(built(o.shows)));
        pictures.forEach((p, i) => {
          for (const q of pictures.slice(i + 1))
            expect([e.seed, differClearly(p, q)]).toEqual([e.seed, true]);
        });
      }
  });

  test('views stand aligned though arcs reach their edge: front and left are as high, front and top as wide', () => {
    for (const e of of('pictorial', 11, 2)) {
      const part = built(e.part);
      const span = (v: ViewName, k: 0 | 1): readonly [number, number] => {
        const xs = linesIn(part, v)
          .flatMap(pointsOf)
          .map((p) => p[k]);
        return [Math.min(...xs), Math.max(...xs)];
      };
      const near = (a: readonly number[], b: readonly number[]) =>
        a.forEach((x, i) => {
          expect(x).toBeCloseTo(b[i] as number, 6);
        });
      near(span('front', 1), span('left', 1));
      near(span('front', 0), span('top', 0));
    }
  });

  test('hidden lines: some of the lettered lines are hidden, none is part of the outline', () => {
    for (const e of of('hidden lines', 6, 10)) {
      expect(e.asked.some((i) => !e.lines[i]?.seen)).toBe(true);
      expect(new Set(e.asked).size).toBe(e.asked.length);
      expect(areSameLines(e.view, e.lines, linesIn(built(e.part), e.view))).toBe(true);
    }
  });

  test('corner: one of the letters stands where the marked corner is seen', () => {
    for (const e of of('corner', 5, 10)) {
      const { u, v } = VIEW_FRAMES[e.view];
      const at = [dot(e.corner, u), dot(e.corner, v)];
      const near = e.options.map(
        (o) => Math.hypot(o.shows[0] - (at[0] as number), o.shows[1] - (at[1] as number)) < 1e-6,
      );
      expect(near).toEqual(e.options.map((_, i) => i === e.right));
    }
  });

  test('pictures differ clearly where a line ends far from all others, not where it is moved a little', () => {
    const line = (y: number): GivenLine => ({ seen: true, kind: 'straight', a: [0, y], b: [60, y] });
    const frame = [line(0), line(40)];
    expect(differClearly([...frame, line(20)], frame)).toBe(true);
    expect(differClearly([...frame, line(20)], [...frame, line(30)])).toBe(true);
    expect(differClearly([...frame, line(20)], [...frame, line(24)])).toBe(false);
    expect(differClearly(frame, frame)).toBe(false);
  });

  test('angle: the part looks different from both sides, so that only one angle fits', () => {
    const all = of('angle', 3, 10);
    for (const e of all) {
      const part = built(e.part);
      expect(areSameLines('left', linesIn(part, 'left'), linesIn(part, 'right'))).toBe(false);
    }
    expect(new Set(all.map((e) => e.shown)).size).toBe(2);
  });
});
