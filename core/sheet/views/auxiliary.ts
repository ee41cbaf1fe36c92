import { boxOf2 } from '../../geometry/curve2.ts';
import { pointOn } from '../../geometry/curve3.ts';
import { EDGE_ON } from '../../geometry/nearness.ts';
import type { Surface } from '../../geometry/surface.ts';
import { add, dot, dot2, scale as scaled, type Vec2, type Vec3 } from '../../geometry/vec.ts';
import type { ProjectionAngle, ViewName } from '../../geometry/viewFrames.ts';
import { frameToward, VIEW_FRAMES, type ViewFrame } from '../../geometry/viewFrames.ts';
import { copyWords, readFaceKey } from '../../naming/keys.ts';
import type { Fault } from '../../number/fault.ts';
import { says } from '../../number/faultWords.ts';
import { insideSolid } from '../../solid/body.ts';
import type { BuiltPart } from '../../solid/build.ts';
import { flatten } from '../../view/project.ts';
import type { View } from '../../view/view.ts';
import { boxCorners2 } from '../layout/boxes.ts';
import { type Rect, rectInside, rectsMeet } from '../layout/paper.ts';
import { onPaper, type Similarity, stretchOnPaper } from '../layout/similarity.ts';
import { type PlacedView, placeOfPoint } from './placedView.ts';

/** A face that is wanted in its true shape: its body and key, and whether it alone is wanted rather than the whole part behind it. */
export type AuxiliaryFace = {
  readonly body: string;
  readonly face: string;
  readonly partial?: boolean | undefined;
};

/** A view square to an inclined face, before it has a place: the principal view that shows the face as an edge, and the direction from it. */
export type AuxiliaryAim = AuxiliaryFace & {
  readonly from: ViewName;
  readonly normal: Vec3;
  readonly frame: ViewFrame;
};

/** An auxiliary view in its place, along its own projectors. */
export type PlacedAuxiliary = AuxiliaryAim & {
  readonly title: string;
  readonly view: View;
  readonly toPaper: Similarity;
  readonly room: Rect;
  /** the outermost projectors of the face, from its edge to its true shape */
  readonly projectors: readonly (readonly [Vec2, Vec2])[];
  readonly fits: boolean;
};

const ORDER: readonly ViewName[] = ['front', 'top', 'left', 'right', 'bottom', 'back'];

/** The outward normal of a flat face, found by looking to both sides of it. */
const outward = (part: BuiltPart, { body, face }: AuxiliaryFace): Vec3 | undefined => {
  const b = part.bodies.find((x) => x.solid.name === body);
  const own = b?.solid.faces.find((f) => f.key === face);
  const surface = b && own && (b.solid.surfaces[own.surface] as Surface);
  if (!b || surface?.kind !== 'plane') return undefined;
  const rim = b.edges.filter((e) => e.on.includes(face));
  if (!rim.length) return undefined;
  const step = part.tol.size * 1e-6;
  // near its edges, a little inside the face, one side is material and the other is not
  for (const e of rim)
    for (const t of [0.3, 0.5, 0.7]) {
      const p = pointOn(e.curve, e.from + (e.to - e.from) * t);
      const middle = rim.map((x) => pointOn(x.curve, (x.from + x.to) / 2)).reduce(add, [0, 0, 0] as Vec3);
      const c = scaled(middle, 1 / rim.length);
      const q: Vec3 = [p[0] + (c[0] - p[0]) * 1e-3, p[1] + (c[1] - p[1]) * 1e-3, p[2] + (c[2] - p[2]) * 1e-3];
      const [over, under] = [1, -1].map((k) => insideSolid(b.solid, add(q, scaled(surface.n, k * step)))) as [
        boolean,
        boolean,
      ];
      if (over !== under) return over ? scaled(surface.n, -1) : surface.n;
    }
  return undefined;
};

/**
 * How a face is brought into its true shape from the views that are on the sheet.
 * @returns the aim, or why there is none
 */
export const auxiliaryAim = (
  part: BuiltPart,
  face: AuxiliaryFace,
  views: readonly ViewName[],
): AuxiliaryAim | Fault => {
  const where = `the auxiliary view of ${face.face}`;
  const normal = outward(part, face);
  if (!normal)
    return {
      path: ['setup', 'auxiliary'],
      where,
      ...says('auxiliary.no-face'),
    };
  const from = ORDER.find((v) => views.includes(v) && Math.abs(dot(VIEW_FRAMES[v].toward, normal)) < EDGE_ON);
  if (!from)
    return {
      path: ['setup', 'auxiliary'],
      where,
      ...says('auxiliary.no-edge'),
    };
  return { ...face, from, normal, frame: frameToward(normal) };
};

/** Nearest to the view it comes from, and the steps in which places are tried, mm. */
const NEAREST = 12;
const STEP = 4;
const PAD = 2;
const TITLE_ROOM = 8;

/**
 * Places an auxiliary view along its projectors: beyond the inclined edge in first angle, on the observer's side in third (ISO 5456-2).
 * @param scale mm of paper per part unit
 */
export const placeAuxiliary = (
  aim: AuxiliaryAim,
  view: View,
  part: BuiltPart,
  home: Pick<PlacedView, 'name' | 'box' | 'toPaper'>,
  scale: number,
  angle: ProjectionAngle,
  site: { readonly free: Rect; readonly taken: readonly Rect[] },
): PlacedAuxiliary => {
  const f = VIEW_FRAMES[aim.from];
  // on the paper: n across the edge towards its observer, e along the edge
  const n: Vec2 = [dot(aim.normal, f.u), dot(aim.normal, f.v)];
  const e: Vec2 = [-n[1], n[0]];
  const alongEdge = add(scaled(f.u, e[0]), scaled(f.v, e[1]));
  const own = flatten(aim.frame, alongEdge);
  const turn = Math.atan2(e[1], e[0]) - Math.atan2(own[1], own[0]);
  const base: Similarity = { k: scale, c: Math.cos(turn), s: Math.sin(turn), to: [0, 0] };
  const lines = view.lines.map((l) => stretchOnPaper(base, { curve: l.curve, from: l.from, to: l.to }));
  const boxes = lines.map((s) => boxOf2(s.curve, s.from, s.to));
  const bare: Rect = {
    x: Math.min(...boxes.map((b) => b[0])),
    y: Math.min(...boxes.map((b) => b[1])),
    w: Math.max(...boxes.map((b) => b[2])) - Math.min(...boxes.map((b) => b[0])),
    h: Math.max(...boxes.map((b) => b[3])) - Math.min(...boxes.map((b) => b[1])),
  };
  const side = angle === 'first' ? -1 : 1;
  const away: Vec2 = [n[0] * side, n[1] * side];
  const inLine = dot2(home.toPaper.to, e);
  const start =
    Math.max(...boxCorners2(home.box).map((p) => dot2(p, away))) -
    Math.min(
      ...lines.flatMap((s) => boxCorners2(rectOf(boxOf2(s.curve, s.from, s.to)))).map((p) => dot2(p, away)),
    );
  const at = (t: number): { to: Vec2; room: Rect } => {
    const to: Vec2 = [e[0] * inLine + away[0] * t, e[1] * inLine + away[1] * t];
    return {
      to,
      room: {
        x: bare.x + to[0] - PAD,
        y: bare.y + to[1] - PAD - TITLE_ROOM,
        w: bare.w + 2 * PAD,
        h: bare.h + 2 * PAD + TITLE_ROOM,
      },
    };
  };
  const clear = (r: Rect): boolean => rectInside(r, site.free) && !site.taken.some((x) => rectsMeet(r, x, 1));
  let place = at(start + NEAREST);
  let fits = clear(place.room);
  for (let x = NEAREST; !fits && x < Math.hypot(site.free.w, site.free.h); x += STEP) {
    const next = at(start + x);
    if (!clear(next.room)) continue;
    place = next;
    fits = true;
  }
  const toPaper: Similarity = { ...base, to: place.to };
  const rim = part.bodies
    .flatMap((b) => b.edges.filter((x) => x.on.includes(aim.face)))
    .flatMap((x) => [pointOn(x.curve, x.from), pointOn(x.curve, x.to)])
    .map((p): readonly [Vec2, Vec2] => [placeOfPoint(home, p), onPaper(toPaper, flatten(aim.frame, p))])
    .sort((a, b) => dot2(a[0], e) - dot2(b[0], e));
  const { feature, role, copy } = readFaceKey(aim.face);
  return {
    ...aim,
    title: `${aim.partial ? 'Partial view' : 'View'} on ${role}${copyWords(copy)} of ${feature}`,
    view,
    toPaper,
    room: place.room,
    projectors: rim.length > 1 ? [rim[0] as (typeof rim)[number], rim.at(-1) as (typeof rim)[number]] : [],
    fits,
  };
};

const rectOf = ([x0, y0, x1, y1]: readonly [number, number, number, number]): Rect => ({
  x: x0,
  y: y0,
  w: x1 - x0,
  h: y1 - y0,
});
