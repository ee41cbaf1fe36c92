import type { Box3 } from '../geometry/box.ts';
import { boxGrid } from '../geometry/boxGrid.ts';
import { pointOn } from '../geometry/curve3.ts';
import type { Surface } from '../geometry/surface.ts';
import { distance, type Vec3 } from '../geometry/vec.ts';
import type { Solid } from '../solid/body.ts';
import { type Edge, faceKeyAt } from '../solid/boundary.ts';
import type { BoundaryStretch, TrimmedFace } from '../trimmed/trimmedFace.ts';
import type { BodyEdge, BodyFace, BodyFaces, EdgeUse } from './bodyFaces.ts';
import { groupedLoops } from './groupedLoops.ts';
import { loopsOf } from './loopsOfFaces.ts';
import { pairedEdges } from './pairedEdges.ts';
import { partingCuts, partingsOf, type Stretch } from './partings.ts';
import { withPieces } from './pieces.ts';
import { touchingCuts } from './touchingCuts.ts';
import { boundaryStretch } from './trimmedFaceOf.ts';

/** Ends of edges nearer than this many tolerances are one corner. */
const ONE_CORNER = 40;

/** The corners at which edges end, and the number of that of each end, in the order given. @param linear the body's linear tolerance */
export const cornersOf = (ends: readonly Vec3[], linear: number): { at: Vec3[]; of: number[] } => {
  const tol = linear * ONE_CORNER;
  const grid = boxGrid(
    ends.map((p): Box3 => [p[0], p[1], p[2], p[0], p[1], p[2]]),
    tol,
  );
  const of = ends.map(() => -1);
  const at: Vec3[] = [];
  ends.forEach((p, i) => {
    if ((of[i] as number) >= 0) return;
    for (const j of grid.at(p[0], p[1], p[2]))
      if ((of[j] as number) < 0 && distance(ends[j] as Vec3, p) <= tol) of[j] = at.length;
    at.push(p);
  });
  return { at, of };
};

/** A stretch of an edge with the sides of surfaces that it bounds; `sense` is that in which the face lies to the left, seen from outside. */
type UsedStretch = Stretch & {
  readonly uses: readonly { readonly surface: number; readonly outward: 1 | -1; readonly sense: 1 | -1 }[];
};

const sideKey = (surface: number, outward: 1 | -1): string => `${surface} ${outward}`;

/** All stretches by the side of a surface that they bound. */
const bySide = (stretches: readonly UsedStretch[]): Map<string, { stretch: number; sense: 1 | -1 }[]> => {
  const sides = new Map<string, { stretch: number; sense: 1 | -1 }[]>();
  stretches.forEach((x, stretch) => {
    for (const u of x.uses) {
      const key = sideKey(u.surface, u.outward);
      const list = sides.get(key);
      if (list) list.push({ stretch, sense: u.sense });
      else sides.set(key, [{ stretch, sense: u.sense }]);
    }
  });
  return sides;
};

/** How a body's faces are wanted. */
export type FacesWanted = {
  /** surfaces of these kinds are parted, so that no face closes on itself */
  readonly parted: readonly Surface['kind'][];
};

/** The stretches of all edges, and of the partings of surfaces that are to be parted; edges are cut where partings cross them. */
const stretchesOf = (s: Solid, edges: readonly Edge[], { parted }: FacesWanted): UsedStretch[] => {
  const tol = s.tol.linear;
  const isParted = (id: number): boolean => parted.includes((s.surfaces[id] as Surface).kind);
  const whole = pairedEdges(s, edges).map(
    ({ edge, coedges }): UsedStretch => ({
      curve: edge.curve,
      from: edge.from,
      to: edge.to,
      uses: coedges.map(({ surface, side, outward }) => ({
        surface,
        outward,
        sense: (side * outward) as 1 | -1,
      })),
    }),
  );
  const touched = touchingCuts(
    whole.map((x) => ({ ...x, on: x.uses.map((u) => u.surface) })),
    s.surfaces,
    tol,
  );
  const own = whole.flatMap((x, i) => cutAt(x, touched[i] as number[], tol * ONE_CORNER));
  const sides = bySide(own);
  // a whole sphere or ring has no edge but the engine's seam, which says that it is there
  const bare = new Map<number, 1 | -1>();
  for (const e of edges) {
    const c = e.coedges[0];
    if (e.kind === 'seam' && c && !sides.has(sideKey(c.surface, 1)) && !sides.has(sideKey(c.surface, -1)))
      bare.set(c.surface, c.outward);
  }
  const found = [
    ...[...sides.keys()].map((k) => k.split(' ').map(Number) as [number, 1 | -1]),
    ...bare,
  ].filter(([id]) => bare.has(id) || isParted(id));
  const partings = found.flatMap(([surface, outward]) => {
    const f: TrimmedFace = {
      name: '',
      surface: s.surfaces[surface] as Surface,
      outward,
      boundary: (sides.get(sideKey(surface, outward)) ?? []).map((u) =>
        boundaryStretch(own[u.stretch] as UsedStretch, u.sense),
      ),
      fine: s.tol.size * 1e-10,
    };
    return partingsOf(f, tol).map(
      (x): UsedStretch => ({ ...x, uses: ([1, -1] as const).map((sense) => ({ surface, outward, sense })) }),
    );
  });
  const cut = own.flatMap((x) =>
    cutAt(
      x,
      x.uses.flatMap((u) =>
        isParted(u.surface) ? partingCuts(x, s.surfaces[u.surface] as Surface, tol) : [],
      ),
      tol * ONE_CORNER,
    ),
  );
  return [...cut, ...partings];
};

/** A stretch parted at the cuts; those nearer to an end or to one another than tol are one. */
const cutAt = (x: UsedStretch, cuts: readonly number[], tol: number): UsedStretch[] => {
  if (!cuts.length) return [x];
  const ends = [x.from, x.to].map((t) => pointOn(x.curve, t));
  const inner = cuts.filter((t) => ends.every((p) => distance(pointOn(x.curve, t), p) > tol));
  // a closed edge keeps the place where it begins: there may be a corner
  const knots = [x.from, ...withoutTwins(x, inner, tol), x.to];
  return knots.slice(1).map((to, i) => ({ ...x, from: knots[i] as number, to }));
};

/** Cuts nearer to one another than tol are one. */
const withoutTwins = ({ curve }: Stretch, ts: readonly number[], tol: number): number[] => {
  const sorted = [...ts].sort((a, b) => a - b);
  return sorted.filter(
    (t, i) => i === 0 || distance(pointOn(curve, t), pointOn(curve, sorted[i - 1] as number)) > tol,
  );
};

/**
 * The faces of a body, from its edges: loops traced, loops of one face put together, faces of one shell, hollows in their pieces. Exact;
 * the curves are the engine's own.
 * @param edges all edges of the body, the smooth ones too
 */
export const facesOfBody = (s: Solid, edges: readonly Edge[], wanted: FacesWanted): BodyFaces => {
  const tol = s.tol.linear;
  const stretches = stretchesOf(s, edges, wanted);
  const { at, of } = cornersOf(
    stretches.flatMap(({ curve, from, to }) => [pointOn(curve, from), pointOn(curve, to)]),
    tol,
  );
  const bodyEdges = stretches.map(
    ({ curve, from, to }, i): BodyEdge => ({
      curve,
      from,
      to,
      start: of[2 * i] as number,
      end: of[2 * i + 1] as number,
    }),
  );
  const faces: BodyFace[] = [];
  for (const [side, uses] of bySide(stretches)) {
    const [id, outward] = side.split(' ').map(Number) as [number, 1 | -1];
    const surface = s.surfaces[id] as Surface;
    const loops = loopsOf(
      uses.map(({ stretch, sense }): EdgeUse => ({ edge: stretch, sense })),
      bodyEdges,
      at,
      surface,
      outward,
    );
    const runs = loops.map((l) => l.map((u) => boundaryStretch(bodyEdges[u.edge] as BodyEdge, u.sense)));
    for (const group of groupedLoops(surface, outward, runs, tol * 1e-2)) {
      const first = (runs[group[0] as number] as BoundaryStretch[])[0] as BoundaryStretch;
      const key = faceKeyAt(s, id, pointOn(first.curve, (first.from + first.to) / 2));
      faces.push({ key, surface, outward, loops: group.map((i) => loops[i] as EdgeUse[]) });
    }
  }
  return withPieces({ vertices: at, edges: bodyEdges, faces, pieces: [] }, s.tol.size);
};
