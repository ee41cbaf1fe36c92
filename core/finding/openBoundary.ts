import { cornersOf } from '../faces/facesOfBody.ts';
import { pairedEdges } from '../faces/pairedEdges.ts';
import { pointOn } from '../geometry/curve3.ts';
import type { BuiltBody, BuiltPart } from '../solid/build.ts';
import { type Finding, said } from './finding.ts';

/**
 * The numbers of corners at which a body's faces do not close: on each side of each surface as many edges must come to a corner as leave
 * it. An edge that was not found shows so at both its ends.
 */
const openCorners = ({ solid, edges }: BuiltBody) => {
  const paired = pairedEdges(solid, edges);
  const { at, of } = cornersOf(
    paired.flatMap(({ edge }) => [pointOn(edge.curve, edge.from), pointOn(edge.curve, edge.to)]),
    solid.tol.linear,
  );
  const balance = new Map<string, number>();
  const post = (key: string, by: number): void => {
    balance.set(key, (balance.get(key) ?? 0) + by);
  };
  paired.forEach(({ coedges }, i) => {
    for (const { surface, side, outward } of coedges) {
      const sense = side * outward;
      post(`${of[2 * i]} ${surface} ${outward}`, -sense);
      post(`${of[2 * i + 1]} ${surface} ${outward}`, sense);
    }
  });
  const open = [...balance].filter(([, n]) => n !== 0).map(([key]) => Number(key.split(' ')[0]));
  return { at, open };
};

/** Bodies whose faces do not close: an edge was not found there, so lines, areas and volumes may be wrong. It never should be so, and is told where it is. */
export const openBoundaries = (part: BuiltPart): Finding[] =>
  part.bodies.flatMap((body): Finding[] => {
    const { at, open } = openCorners(body);
    const first = at[open[0] ?? -1];
    if (!first) return [];
    return [
      {
        kind: 'open boundary',
        severity: 'fault',
        where: body.solid.name,
        at: first,
        what: `The edges at ${said(first)} do not close its faces: an edge was not found there. Lines, areas and volumes may be wrong.`,
        remedy: 'Move what meets there by a little, or state it by other features, and measure it by hand.',
      },
    ];
  });
