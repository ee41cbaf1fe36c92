import { type Box3, boxesMeet } from '../../geometry/box.ts';
import type { BuiltPart } from '../../solid/build.ts';
import { boxOfBody } from '../../solid/extent.ts';

/** As many ways of hatching can be told from one another: two senses, three spacings. */
const WAYS = 6;
/** Boxes nearer than so many tolerances touch. */
const TOUCH = 100;

/** A plane that is dragged asks again and again of the same part. */
const known = new WeakMap<
  BuiltPart,
  { readonly key: string; readonly orders: ReadonlyMap<string, number> }
>();

/**
 * Which way each body that is cut is hatched, so that no two that touch are hatched alike: each in turn takes the way that is used least among
 * those that no neighbour has. Bodies touch where their boxes do.
 * @param cut the names of the bodies that are cut in any section
 * @returns numbers from nought, for `hatchStyle`
 */
export const hatchOrders = (part: BuiltPart, cut: ReadonlySet<string>): ReadonlyMap<string, number> => {
  const key = [...cut].sort().join('\n');
  const before = known.get(part);
  if (before?.key === key) return before.orders;
  const reach = part.tol.linear * TOUCH;
  const done: { readonly name: string; readonly box: Box3; readonly way: number }[] = [];
  for (const { solid, edges } of part.bodies) {
    if (!cut.has(solid.name)) continue;
    const box = boxOfBody(solid, edges);
    const near = done.filter((d) => boxesMeet(d.box, box, reach));
    const uses = Array.from({ length: WAYS }, (_, way) => ({
      way,
      beside: near.filter((d) => d.way === way).length,
      all: done.filter((d) => d.way === way).length,
    }));
    const best = uses.reduce((a, b) =>
      b.beside < a.beside || (b.beside === a.beside && b.all < a.all) ? b : a,
    );
    done.push({ name: solid.name, box, way: best.way });
  }
  const orders = new Map(done.map((d) => [d.name, d.way]));
  known.set(part, { key, orders });
  return orders;
};
