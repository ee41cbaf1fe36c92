import { pointOn } from '../geometry/curve3.ts';
import { distance, dot, type Vec3 } from '../geometry/vec.ts';
import { TAU } from '../number/angle.ts';
import type { Solid } from '../solid/body.ts';
import type { Edge } from '../solid/boundary.ts';
import { type Chart, chartOf, type Developable, followedTurn, type SpaceCurve } from './chart.ts';

/** A piece of the rim of a face, run with the face on its left as seen from outside. */
export type Rim = SpaceCurve & { readonly edge: Edge; readonly turnAt: (t: number) => number };

/** All of one surface that bounds the body, with its rims as closed loops. */
export type Region = {
  readonly surface: number;
  readonly chart: Chart;
  readonly loops: readonly (readonly Rim[])[];
  /** keys of the faces that lie on it */
  readonly faces: readonly string[];
  /** it runs all round its axis: a rim goes once round, or a cone is whole about its point */
  readonly isClosed: boolean;
  /** which way is up as the feature stands, and whether the chart has it up too: a cone with its point above is laid with it below */
  readonly up: Vec3;
  readonly isUpright: boolean;
};

/** Nearer than so many tolerances two ends are one. */
const ONE = 40;

/** The rims of one surface, each with the face on its left. */
const directed = (edges: readonly Edge[], surface: number): { edge: Edge; from: number; to: number }[] =>
  edges.flatMap((edge) => {
    if (edge.kind === 'seam') return [];
    return edge.coedges.flatMap((c) => {
      if (c.surface !== surface) return [];
      // the face lies on side * (n x t); seen from outside, outward * (n x t) is left
      return c.side * c.outward > 0
        ? [{ edge, from: edge.from, to: edge.to }]
        : [{ edge, from: edge.to, to: edge.from }];
    });
  });

type Directed = ReturnType<typeof directed>[number];
const startOf = (r: Directed): Vec3 => pointOn(r.edge.curve, r.from);
const endOf = (r: Directed): Vec3 => pointOn(r.edge.curve, r.to);

/** Runs directed rims round into loops. */
const loopsOf = (rims: readonly Directed[], tol: number): Directed[][] => {
  const left = new Set(rims);
  const loops: Directed[][] = [];
  for (const first of rims) {
    if (!left.delete(first)) continue;
    const loop = [first];
    for (;;) {
      const end = endOf(loop.at(-1) as Directed);
      if (distance(end, startOf(first)) <= tol) break;
      let next: Directed | undefined;
      for (const r of left)
        if (
          distance(startOf(r), end) <= tol &&
          (!next || distance(startOf(r), end) < distance(startOf(next), end))
        )
          next = r;
      if (!next) break;
      left.delete(next);
      loop.push(next);
    }
    loops.push(loop);
  }
  return loops;
};

/** The rims of a loop with their turns followed from one to the next. */
const followed = (loop: readonly Directed[], chart: Chart): Rim[] => {
  let end: number | undefined;
  let atPoint = false;
  return loop.map((r): Rim => {
    const c: SpaceCurve = { curve: r.edge.curve, from: r.from, to: r.to };
    let turnAt = followedTurn(chart, c, end);
    // a rim that reaches a cone's point has the face on its right-hand turn, so the one that leaves it has the greater turn
    if (atPoint && end !== undefined) {
      const arrived = end;
      const begins = turnAt(r.from);
      const turns = Math.ceil((arrived - begins) / TAU + 1e-12);
      const plain = turnAt;
      turnAt = (t) => plain(t) + TAU * turns;
    }
    end = turnAt(r.to);
    atPoint = chart.surface.kind === 'cone' && chart.turnOf(pointOn(c.curve, r.to)) === undefined;
    return { ...c, edge: r.edge, turnAt };
  });
};

/** How far round its axis a loop goes in all, radians: nought where it comes back to its own turn. */
const turnedBy = (loop: readonly Rim[]): number => {
  const [first, last] = [loop[0] as Rim, loop.at(-1) as Rim];
  return last.turnAt(last.to) - first.turnAt(first.from);
};

/**
 * One surface of a body with its rims.
 * @param up which way is up on a flat one
 * @returns undefined where nothing of it bounds the body
 */
export const regionOf = (
  solid: Solid,
  edges: readonly Edge[],
  surface: number,
  up: Vec3,
): Region | undefined => {
  const tol = solid.tol.linear * ONE;
  const rims = directed(edges, surface);
  const [first] = rims;
  if (!first) return undefined;
  const coedge = first.edge.coedges.find((c) => c.surface === surface);
  const chart = chartOf(solid.surfaces[surface] as Developable, coedge?.outward ?? 1, up, solid.tol.linear);
  const loops = loopsOf(rims, tol).map((loop) => followed(loop, chart));
  const own = new Set((solid.facesOf[surface] as readonly number[]).map((i) => solid.faces[i]?.key));
  const faces = [...new Set(rims.flatMap((r) => r.edge.on.filter((k) => own.has(k))))];
  return {
    surface,
    chart,
    loops,
    faces,
    up,
    isUpright: chart.surface.kind === 'plane' || dot(chart.surface.a, up) >= 0,
    isClosed: chart.surface.kind !== 'plane' && loops.some((l) => Math.abs(turnedBy(l)) > Math.PI),
  };
};
