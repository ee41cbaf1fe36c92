import { describe, expect, test } from '@jest/globals';
import type { Exercise } from '../../../core/exercise/exercise.ts';
import { type FaceDrawing, facesDiffer } from '../../../core/exercise/faceDrawing.ts';
import { makeExercise } from '../../../core/exercise/makeExercise.ts';
import { areSameLines } from '../../../core/exercise/views.ts';
import type { Vec2, Vec3 } from '../../../core/geometry/vec.ts';
import { insideSolid } from '../../../core/solid/body.ts';
import { madePart } from '../../../core/solids/madePart.ts';

type Kind = 'sectional view' | 'true shape' | 'development';
const of = <K extends Kind>(kind: K, level: number, count: number): Extract<Exercise, { kind: K }>[] =>
  Array.from(
    { length: count },
    (_, i) => makeExercise(kind, level, 500 + 41 * i) as Extract<Exercise, { kind: K }>,
  );
const solidOf = (e: Exercise) => {
  const part = madePart(e.part);
  const solid = part?.bodies[0]?.solid;
  if (!solid) throw new Error('not built');
  return solid;
};

const sizeOf = (e: Exercise): readonly [number, number, number] => {
  if (!e.recipe) throw new Error('no recipe');
  return e.recipe.size;
};

/** Whether a place is hatched, by counting the sides of the outlines to its right. */
const isHatched = ({ faces }: FaceDrawing, [x, y]: Vec2): boolean =>
  faces
    .flatMap((f) => f.map((a, i) => [a, f[(i + 1) % f.length] as Vec2] as const))
    .filter(([a, b]) => a[1] > y !== b[1] > y && a[0] + ((y - a[1]) / (b[1] - a[1])) * (b[0] - a[0]) > x)
    .length %
    2 ===
  1;

/** In how many of the places of the plane an option's hatching agrees with the material of the part, as a share. */
const agreement = (d: FaceDrawing, span: readonly [number, number], solid: (p: Vec2) => boolean): number => {
  let [all, same] = [0, 0];
  // as far as a shape that is too long reaches
  for (let x = -2.3; x < span[0] * 2; x += 1.7)
    for (let y = -span[1] - 2.1; y < span[1] + 5; y += 1.3) {
      const [a, b] = [isHatched(d, [x, y]), solid([x, y])];
      if (!a && !b) continue;
      all++;
      if (a === b) same++;
    }
  return same / all;
};

describe('exercises with a cutting plane', () => {
  test('true shape: the right one has material where the part has it on the plane, the others do not', () => {
    for (const level of [2, 5])
      for (const e of of('true shape', level, 5)) {
        const solid = solidOf(e);
        const [from, to] = [e.cut.from, e.cut.to];
        const size = Math.hypot(to[0] - from[0], to[1] - from[1]);
        const d = [(to[0] - from[0]) / size, (to[1] - from[1]) / size] as const;
        // a place of the shape: so far along the trace, so deep
        const on = ([s, t]: Vec2): Vec3 => [from[0] + s * d[0], t, from[1] + s * d[1]];
        const shares = e.options.map((o) =>
          agreement(o.shows, [size, sizeOf(e)[1]], (p) => insideSolid(solid, on(p))),
        );
        shares.forEach((share, i) => {
          if (i === e.right) expect([e.seed, share > 0.97]).toEqual([e.seed, true]);
          else expect([e.seed, i, share < 0.95]).toEqual([e.seed, i, true]);
        });
        // foreshortened is always one of them: as long as the width, not as the trace
        expect(e.options.filter((o) => o.mistake === 'foreshortened')).toHaveLength(1);
        e.options.forEach((a, i) => {
          for (const b of e.options.slice(i + 1)) expect(facesDiffer(a.shows, b.shows, false)).toBe(true);
        });
      }
  });

  test('sectional view: the right one is hatched where the plane runs through material, and shows what is behind', () => {
    for (const level of [2, 5])
      for (const e of of('sectional view', level, 4)) {
        const solid = solidOf(e);
        const y = e.cut.from[1];
        const material = ([u, v]: Vec2): boolean => insideSolid(solid, [u, y + 1e-4, v]);
        const right = e.options[e.right]?.shows;
        if (!right) throw new Error('no right answer');
        const [w, , h] = sizeOf(e);
        expect([e.seed, agreement(right, [w, h], material) > 0.97]).toEqual([e.seed, true]);
        // what is behind the plane and in sight has a line: the outline of all that is left, seen from the front
        const behind = ([u, v]: Vec2): boolean => {
          for (let k = y + 0.5; k < sizeOf(e)[1]; k += 1) if (insideSolid(solid, [u, k, v])) return true;
          return false;
        };
        const crossings = (u: number): number => {
          let [count, before] = [0, false];
          for (let v = -0.77; v < h + 1; v += 0.5) {
            const now = behind([u, v]);
            if (now !== before) count++;
            before = now;
          }
          return count;
        };
        for (const u of [w * 0.13, w * 0.47, w * 0.81]) {
          const upright = right.lines.filter(
            (l) =>
              l.kind !== 'straight' || ((l.a[0] - u) * (l.b[0] - u) <= 0 && Math.abs(l.a[0] - l.b[0]) > 1e-9),
          );
          expect(upright.length).toBeGreaterThanOrEqual(Math.min(2, crossings(u)));
        }
        e.options.forEach((a, i) => {
          for (const b of e.options.slice(i + 1))
            expect(
              facesDiffer(a.shows, b.shows, true) || !areSameLines('front', a.shows.lines, b.shows.lines),
            ).toBe(true);
        });
      }
  });

  test('development: folded round the prism the right one meets the plane at every edge, no other does', () => {
    for (const level of [1, 4, 8, 12])
      for (const e of of('development', level, 6)) {
        const feature = e.part.bodies[0]?.features[0];
        const shape = feature?.shape;
        const turned = (Number(feature?.turn?.[0]?.angle ?? 0) * Math.PI) / 180;
        if (shape?.kind !== 'prism') throw new Error('no prism');
        const [n, side] = [Number(shape.sides), Number(shape.side)];
        const radius = side / (2 * Math.sin(Math.PI / n));
        // the corners of the base, one side level at the front, and how high the trace stands over each
        const [from, to] = [e.cut.from, e.cut.to];
        const heights = Array.from({ length: n }, (_, i) => {
          const x = radius * Math.cos(turned - Math.PI / 2 + Math.PI / n + (2 * Math.PI * i) / n);
          return from[1] + ((x - from[0]) / (to[0] - from[0])) * (to[1] - from[1]);
        });
        const fits = (d: FaceDrawing): boolean => {
          const [face] = d.faces;
          const top = (face ?? []).filter((p) => p[1] > 1e-9).sort((a, b) => a[0] - b[0]);
          if (top.length !== n + 1 || top.some((p, i) => Math.abs(p[0] - i * side) > 1e-6)) return false;
          return [1, -1].some((way) =>
            heights.some((_, k) =>
              top.every((p, i) => Math.abs(p[1] - (heights[(((k + way * i) % n) + n) % n] as number)) < 1e-6),
            ),
          );
        };
        expect([e.seed, e.options.map((o) => fits(o.shows))]).toEqual([
          e.seed,
          e.options.map((_, i) => i === e.right),
        ]);
        // a bend a face, and the foot all round
        const right = e.options[e.right]?.shows;
        expect(right?.lines).toHaveLength(n + 3 + (n - 1));
        e.options.forEach((a, i) => {
          for (const b of e.options.slice(i + 1)) expect(facesDiffer(a.shows, b.shows, true)).toBe(true);
        });
      }
  });

  test('each wrong answer says how it differs, and what kind of mistake it is', () => {
    for (const kind of ['true shape', 'sectional view', 'development'] as const)
      for (const e of of(kind, 4, 4))
        e.options.forEach((o, i) => {
          expect([o.differs === '', o.mistake === undefined]).toEqual([i === e.right, i === e.right]);
        });
  });
});
