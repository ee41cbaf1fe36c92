import { pointOn2, tangentOn2 } from '../../core/geometry/curve2.ts';
import { pointOn } from '../../core/geometry/curve3.ts';
import { normalAt, type Surface } from '../../core/geometry/surface.ts';
import { along, dot, scale, type Vec3 } from '../../core/geometry/vec.ts';
import { frameToward, VIEW_FRAMES, type ViewFrame } from '../../core/geometry/viewFrames.ts';
import type { PartFile } from '../../core/part/schema.ts';
import type { BuiltPart } from '../../core/solid/build.ts';
import { lineLength, viewOf } from '../../core/view/view.ts';
import type { Fail } from './checks.ts';
import { holds, holdsFeature } from './membership.ts';

/** Steps in which the judge looks along a ray where each single feature begins and ends: none is thinner than a few of them. */
const STEPS = 400;

/** Where along the ray from p, between two distances, features begin and end, each found by halving. */
const borders = (file: PartFile, p: Vec3, toward: Vec3, from: number, to: number): number[] => {
  const at = (i: number): number => from + ((to - from) * i) / STEPS;
  return (file.bodies[0]?.features ?? []).flatMap((f) => {
    const inside = (t: number): boolean => holdsFeature(f, along(p, toward, t));
    const out: number[] = [];
    let before = inside(from);
    for (let i = 1; i <= STEPS; i++) {
      const here = inside(at(i));
      if (here !== before) {
        let [a, b] = [at(i - 1), at(i)];
        for (let k = 0; k < 60; k++) {
          const m = (a + b) / 2;
          if (inside(m) === before) a = m;
          else b = m;
        }
        out.push((a + b) / 2);
      }
      before = here;
    }
    return out;
  });
};

/** How thin a wall may be, as a share of the size, and still be one. */
const WALL = 1e-8;

/** Whether the judge meets material between p and the observer, from a distance on: each stretch between borders is asked at its middle. */
const meets = (file: PartFile, p: Vec3, toward: Vec3, size: number, start: number): boolean => {
  const [from, to] = [start * size, 1.2 * size];
  const ts = [from, ...borders(file, p, toward, from, to), to].sort((x, y) => x - y);
  return ts.some((t, i) => {
    const last = ts[i - 1];
    return last !== undefined && t - last > WALL * size && holds(file, along(p, toward, (t + last) / 2));
  });
};

/**
 * How the judge looks at a line: from how far beside it, and how far before it it begins (shares of the size): its own faces may stand
 * within that. Where it would find fault it looks closely, which it can where the line's faces are well turned from the sight.
 */
type Look = { readonly aside: number; readonly start: number };
const LOOSE: readonly Look[] = [1e-4, 3e-4].map((aside) => ({ aside, start: 2e-3 }));
const close = (lean: number): Look[] => [1e-8, 3e-8].map((aside) => ({ aside, start: (10 * aside) / lean }));
/** Faces turned further from the sight than this (a sine) are no hindrance to looking closely. */
const LEAN = 1e-3;
/** Shorter lines, as a share of the size, are too near the judge's own reach. */
const SHORT = 0.01;

/** A visible line is open to the observer on one side at least; a hidden one is covered on both. */
export const visibility = (file: PartFile, part: BuiltPart, seed: number): Fail[] => {
  const f = [VIEW_FRAMES.front, VIEW_FRAMES.top, VIEW_FRAMES.left, frameToward([3, -5, 4])][
    seed % 4
  ] as ViewFrame;
  const { lines } = viewOf(part.bodies, f, part.tol);
  const { size } = part.tol;
  const edges = part.bodies[0]?.edges ?? [];
  return lines
    .filter((_, i) => i % 3 === seed % 3)
    .flatMap((l): Fail[] => {
      const t = l.from + 0.437 * (l.to - l.from);
      const [u, v] = pointOn2(l.curve, t);
      const [du, dv] = tangentOn2(l.curve, t);
      const edge = edges.find((e) => l.sources.includes(e.key) && l.sources.length === 1);
      if (edge?.curve.type !== 'line') return [];
      // the place on a straight edge that is seen at (u, v)
      const flat = (p: Vec3): readonly [number, number] => [dot(p, f.u), dot(p, f.v)];
      const [a, b] = [pointOn(edge.curve, edge.from), pointOn(edge.curve, edge.to)];
      const [fa, fb] = [flat(a), flat(b)];
      const run = [fb[0] - fa[0], fb[1] - fa[1]] as const;
      const k = ((u - fa[0]) * run[0] + (v - fa[1]) * run[1]) / (run[0] ** 2 + run[1] ** 2);
      const p = along(scale(a, 1 - k), b, k);
      const side = along(scale(f.u, -dv), f.v, du);
      if (lineLength(l) < SHORT * size) return [];
      const openAt = ({ aside, start }: Look): boolean =>
        [1, -1].some((sense) => !meets(file, along(p, side, sense * aside * size), f.toward, size, start));
      const { surfaces } = (part.bodies[0] as BuiltPart['bodies'][number]).solid;
      const lean = Math.min(
        ...edge.coedges.map((x) => Math.abs(dot(normalAt(surfaces[x.surface] as Surface, p), f.toward))),
      );
      let answers: boolean[] = [];
      for (const looks of lean > LEAN ? [LOOSE, close(lean)] : [LOOSE]) {
        answers = looks.map(openAt);
        if (answers[0] === (l.class === 'visible')) break;
      }
      // something else begins within the judge's reach
      if (answers[0] !== answers[1]) return [];
      const open = answers[0] as boolean;
      return open === (l.class === 'visible')
        ? []
        : [{ check: 'visibility', what: `${l.class} line ${l.of} at ${p} is ${open ? 'open' : 'covered'}` }];
    });
};
