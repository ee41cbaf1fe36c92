import { along, dot, scale, sub, type Vec2, type Vec3 } from '../geometry/vec.ts';
import type { ViewFrame } from '../geometry/viewFrames.ts';
import { type ModelledPart, movedModel } from '../part/model.ts';
import { type BuiltPart, buildPart } from '../solid/build.ts';
import { firstMetIn } from '../view/firstMet.ts';
import { flatten } from '../view/project.ts';
import { movesApart } from './apart.ts';

/** A part with its bodies drawn apart, for an exploded pictorial. */
export type ExplodedPart = {
  readonly part: BuiltPart;
  /** the shift of each body from its place, part units */
  readonly moves: readonly Vec3[];
  /** the lines on which bodies were drawn off, across the free room behind each */
  readonly paths: readonly { readonly from: Vec3; readonly to: Vec3 }[];
};

/** Draws the bodies of a part apart. @returns undefined where they cannot be built there, or nothing moves */
export const explodedPart = (modelled: ModelledPart, part: BuiltPart): ExplodedPart | undefined => {
  const apart = movesApart(modelled, part);
  const moves = apart.map((a) => a.move);
  if (moves.every((m) => dot(m, m) === 0)) return undefined;
  const built = buildPart(movedModel(modelled, moves));
  return built.ok ? { part: built.value, moves, paths: apart.flatMap((a) => a.path ?? []) } : undefined;
};

/** Stretches of a path looked at, one by one, whether something stands before them. */
const STRETCHES = 24;

/** What of the paths is seen along a direction: stretches in the view's plane, part units. */
export const pathsSeen = (
  { part, paths }: ExplodedPart,
  f: ViewFrame,
): readonly (readonly [Vec2, Vec2])[] => {
  const meet = firstMetIn(part.bodies, f, part.tol);
  return paths.flatMap(({ from, to }) => {
    const way = sub(to, from);
    const seen = Array.from({ length: STRETCHES }, (_, i) => {
      const p = along(from, way, (i + 0.5) / STRETCHES);
      const met = meet(...flatten(f, p));
      return !met || dot(met.at, f.toward) <= dot(p, f.toward) + part.tol.linear * 100;
    });
    // neighbouring stretches are one line
    const out: [number, number][] = [];
    seen.forEach((is, i) => {
      const last = out.at(-1);
      if (is && last && last[1] === i) last[1] = i + 1;
      else if (is) out.push([i, i + 1]);
    });
    const at = (k: number): Vec2 => flatten(f, along(from, scale(way, 1 / STRETCHES), k));
    return out.map(([a, b]): readonly [Vec2, Vec2] => [at(a), at(b)]);
  });
};
