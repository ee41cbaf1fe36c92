import { describe, expect, test } from '@jest/globals';
import { pointOn2, tangentOn2 } from '../../../core/geometry/curve2.ts';
import type { Vec2, Vec3 } from '../../../core/geometry/vec.ts';
import { VIEW_FRAMES } from '../../../core/geometry/viewFrames.ts';
import { measureSolid } from '../../../core/solid/measure.ts';
import { type View, viewOf } from '../../../core/view/view.ts';
import { builtBodies, cutFront } from './builtBodies.ts';
import { CASES } from './fifteenAssemblies.ts';
import { type ByRays, cutAt, metBy } from './seenByRays.ts';

/** Scan lines each way across a view, and places on each. */
const SCANS = 3;
const PLACES = 40;
/** A change of what rays meet must be this near to a line, mm. */
const NEAR = 0.03;
/** Beside a line rays look so far off it, mm. */
const OFF = 0.02;

/** A visible line as many short chords, for distances from it. */
const chordsOf = (view: View): readonly (readonly [Vec2, Vec2])[] =>
  view.lines
    .filter((l) => l.class === 'visible')
    .flatMap((l) => {
      const n = l.curve.type === 'line' ? 1 : 200;
      const at = (i: number): Vec2 => pointOn2(l.curve, l.from + ((l.to - l.from) * i) / n);
      return Array.from({ length: n }, (_, i): readonly [Vec2, Vec2] => [at(i), at(i + 1)]);
    });
const distanceTo = ([a, b]: readonly [Vec2, Vec2], p: Vec2): number => {
  const d: Vec2 = [b[0] - a[0], b[1] - a[1]];
  const t = Math.min(
    1,
    Math.max(0, ((p[0] - a[0]) * d[0] + (p[1] - a[1]) * d[1]) / (d[0] ** 2 + d[1] ** 2 || 1)),
  );
  return Math.hypot(p[0] - a[0] - t * d[0], p[1] - a[1] - t * d[1]);
};

/** What differs between a view and what rays see: changes without a line, and lines without a change. */
const differences = (view: View, name: 'front' | 'left' | 'top', rays: readonly ByRays[]): string[] => {
  const f = VIEW_FRAMES[name];
  const far = 90;
  const met = ([u, v]: Vec2): string => {
    const from = [0, 1, 2].map(
      (k) => (f.u[k] as number) * u + (f.v[k] as number) * v + (f.toward[k] as number) * far,
    ) as unknown as Vec3;
    return metBy(rays, from, [-f.toward[0], -f.toward[1], -f.toward[2]], 2 * far);
  };
  const chords = chordsOf(view);
  const [u0, v0, u1, v1] = view.box;
  const out: string[] = [];
  for (const level of [0, 1])
    for (let s = 0; s < SCANS; s++) {
      const share = (s + 0.4637) / SCANS;
      const at = (t: number): Vec2 =>
        level ? [u0 + (u1 - u0) * t, v0 + (v1 - v0) * share] : [u0 + (u1 - u0) * share, v0 + (v1 - v0) * t];
      let before = met(at(-0.013));
      for (let i = 0; i <= PLACES; i++) {
        const t = -0.013 + (1.026 * (i + 1)) / (PLACES + 1);
        const now = met(at(t));
        let [a, b] = [t - 1.026 / (PLACES + 1), t];
        let first = before;
        // several changes may lie between two places: each is looked for in turn
        for (let guard = 0; guard < 4 && first !== now; guard++) {
          let [lo, hi] = [a, b];
          while ((hi - lo) * Math.max(u1 - u0, v1 - v0) > NEAR / 10) {
            const middle = (lo + hi) / 2;
            if (met(at(middle)) === first) lo = middle;
            else hi = middle;
          }
          const p = at((lo + hi) / 2);
          if (!chords.some((c) => distanceTo(c, p) < NEAR))
            out.push(
              `${name}: no line at ${p.map((x) => x.toFixed(2))}, from "${first}" to "${met(at(hi))}"`,
            );
          a = hi;
          first = met(at(hi));
        }
        before = now;
      }
    }
  for (const l of view.lines) {
    if (l.class !== 'visible') continue;
    for (const share of [0.37]) {
      const t = l.from + (l.to - l.from) * share;
      const [p, d] = [pointOn2(l.curve, t), tangentOn2(l.curve, t)];
      const size = Math.hypot(...d);
      const beside = (k: number): Vec2 => [p[0] - (d[1] / size) * k, p[1] + (d[0] / size) * k];
      if (met(beside(OFF)) === met(beside(-OFF)))
        out.push(
          `${name}: a line at ${p.map((x) => x.toFixed(2))} without a change, on "${met(beside(OFF))}"`,
        );
    }
  }
  return out;
};

test('there are fifteen', () => {
  expect(CASES).toHaveLength(15);
});

describe.each(CASES.map((c) => [c.name, c] as const))('%s', (_, c) => {
  const { part, file } = builtBodies(c.file);
  test('its views show what rays see', () => {
    for (const name of ['front', 'top', 'left'] as const)
      expect(differences(viewOf(part.bodies, VIEW_FRAMES[name], part.tol), name, c.rays)).toEqual([]);
  });
  test('and cut through its middle too', () => {
    const y = c.y ?? 20;
    expect(differences(cutFront({ part, file }, y), 'front', cutAt(c.rays, y))).toEqual([]);
  });
});

test.each(
  CASES.flatMap((c) => Object.entries(c.volumes ?? {}).map(([body, v]) => [c.name, body, v, c] as const)),
)('%s: the volume of %s is that of its formula, %f', (_, body, volume, c) => {
  const found = builtBodies(c.file).part.bodies.find((b) => b.solid.name === body);
  if (!found) throw new Error(`no body ${body}`);
  expect(measureSolid(found.solid, found.edges).volume).toBeCloseTo(volume, 5);
});
