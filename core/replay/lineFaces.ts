import { pointOn } from '../geometry/curve3.ts';
import { distance } from '../geometry/vec.ts';
import { featureOfFace } from '../naming/keys.ts';
import type { Edge } from '../solid/boundary.ts';
import type { ViewLine } from '../view/view.ts';
import type { LineFaces } from './instruction.ts';
import type { Plan } from './plan.ts';

const lengthOf = (e: Edge): number => distance(pointOn(e.curve, e.from), pointOn(e.curve, e.to));

/** The faces that meet in the longest edge that a line shows; of an outline the one whose outline it is. */
export const facesOfLine = (p: Plan, l: ViewLine): LineFaces => {
  if (l.kind === 'outline') return { isOutline: true, on: l.of.slice(0, 1) };
  const edges = l.sources.flatMap((s) => p.edges.get(s) ?? []);
  const longest = edges.reduce<Edge | undefined>(
    (a, b) => (a && lengthOf(a) >= lengthOf(b) ? a : b),
    undefined,
  );
  return { isOutline: false, on: longest?.on ?? l.of };
};

/** The feature that a line belongs to as a drafter would say: of those that meet there the one that was stated last. */
export const featureOfLine = (p: Plan, l: ViewLine): string => {
  const order = (f: string): number => p.features.indexOf(f);
  return facesOfLine(p, l)
    .on.map(featureOfFace)
    .reduce((a, b) => (order(b) > order(a) ? b : a), '');
};
