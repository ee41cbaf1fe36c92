import { type Arch2, parameterOn2 } from '../geometry/curve2.ts';
import { partedAt, pointOn, within } from '../geometry/curve3.ts';
import type { Surface } from '../geometry/surface.ts';
import { dot } from '../geometry/vec.ts';
import type { ViewFrame } from '../geometry/viewFrames.ts';
import { crossings } from '../meeting/crossings.ts';
import { type Edge, isDrawn } from '../solid/boundary.ts';
import type { Change } from '../solid/change.ts';
import { archSense, carrierIndex, type FlatCarrier, type Member } from './flatCarrier.ts';
import { flatten, type Shadow, shadowsOf } from './project.ts';
import type { SceneBody } from './scene.ts';
import { type Silhouette, type Silhouettes, silhouettesOf } from './silhouette.ts';
import { type ThreadLine, threadLinesOf } from './threadLines.ts';
import { turningsOn } from './turning.ts';

/** Where an edge on a curved face passes from its near side to its far side: visibility may change there. */
const turningParameters = (edge: Edge, body: SceneBody, f: ViewFrame, tol: number): number[] => {
  if (edge.curve.type === 'line') return [];
  return edge.coedges.flatMap(({ surface }) =>
    turningsOn(body.solid.surfaces[surface] as Surface, edge, f.toward, tol),
  );
};

const memberOf = (
  s: Shadow,
  kind: Member['kind'],
  of: readonly string[],
  source: string,
  under: readonly Surface[],
): Member => ({
  curve: s.curve,
  lo: s.lo,
  hi: s.hi,
  spaceAt: s.spaceAt,
  kind,
  of,
  source,
  under,
});

/** An edge or an outline as it falls in a view. */
type Cast = { readonly members: readonly Member[]; readonly turns: readonly number[]; readonly edge?: Edge };

/** What was cast in a view, for its next state: by the very objects that were cast. */
export type CastMemory = {
  readonly casts: ReadonlyMap<Edge | Silhouette | ThreadLine, Cast>;
  /** each body of the scene as it was, with its outlines */
  readonly bodies: readonly { readonly body: SceneBody; readonly silhouettes: Silhouettes }[];
};

/** What changed in each body of a scene since its last state; undefined where all may have. */
export type SceneChange = readonly (Change | undefined)[];

/** What changed in a scene since something was cast of it. */
export const changesIn = (scene: readonly SceneBody[], before: CastMemory | undefined): SceneChange =>
  scene.map(({ solid, since, kept }, i) => {
    const last = before?.bodies[i]?.body;
    if (!last || last.kept !== kept || before.bodies.length !== scene.length) return undefined;
    if (last.solid === solid) return { boxes: [], kept: solid.surfaces.map(() => true) };
    return since?.solid === last.solid ? since.change : undefined;
  });

const castEdge = (edge: Edge, body: SceneBody, f: ViewFrame, tol: number, order: number): Cast => {
  const under = edge.coedges.map((coedge) => body.solid.surfaces[coedge.surface] as Surface);
  const shadows = shadowsOf(edge.curve, edge.from, edge.to, f, tol, `${order}:${edge.key}`, under);
  return {
    members: shadows.map((x) => memberOf(x, isDrawn(edge) ? 'edge' : 'tangent', edge.on, edge.key, under)),
    turns: turningParameters(edge, body, f, tol),
    edge,
  };
};

const castOutline = (s: Silhouette, body: SceneBody, f: ViewFrame, tol: number, order: number): Cast => ({
  members: keptStretches(s, body).flatMap(([from, to]) =>
    shadowsOf(s.curve, from, to, f, tol, `${order}:${s.of}`, []).map((x) =>
      memberOf(x, 'outline', [s.of], s.of, []),
    ),
  ),
  turns: [],
});

const castThread = (t: ThreadLine, f: ViewFrame, tol: number, order: number): Cast => ({
  members: shadowsOf(t.curve, t.from, t.to, f, tol, `${order}:${t.of} thread`, t.under).map((x) =>
    memberOf(x, t.kind, [t.of], t.of, t.under),
  ),
  turns: [],
});

/** Projects all edges and outlines of a scene; what was cast before is taken over. */
const castAll = (
  scene: readonly SceneBody[],
  f: ViewFrame,
  tol: number,
  changes: SceneChange,
  before: CastMemory | undefined,
  tangents: boolean,
): CastMemory => {
  const casts = new Map<Edge | Silhouette | ThreadLine, Cast>();
  const bodies = scene.map((body, order) => {
    for (const edge of body.edges)
      if (isDrawn(edge) || (tangents && edge.kind === 'smooth'))
        casts.set(edge, before?.casts.get(edge) ?? castEdge(edge, body, f, tol, order));
    const last = before?.bodies[order];
    const change = changes[order];
    const silhouettes =
      last?.body.solid === body.solid
        ? last.silhouettes
        : silhouettesOf(body.solid, f, last && change && { silhouettes: last.silhouettes, change });
    for (const list of silhouettes)
      for (const s of list) {
        // what a cut leaves of an outline hangs on the cut
        const known = body.kept ? undefined : before?.casts.get(s);
        casts.set(s, known ?? castOutline(s, body, f, tol, order));
      }
    // they hang on the other bodies too, so they are cast anew each time
    for (const t of threadLinesOf(scene, body, f)) casts.set(t, castThread(t, f, tol, order));
    return { body, silhouettes };
  });
  return { casts, bodies };
};

/**
 * Projects all edges and outlines of a scene and gathers what falls on one flat curve.
 * @param tangents takes tangent joins in, which have carriers of their own
 * @param changes for each body, what changed since `before` was cast; undefined where all may have
 */
export const carriersOfScene = (
  scene: readonly SceneBody[],
  f: ViewFrame,
  tol: number,
  changes: SceneChange = [],
  before?: CastMemory,
  tangents = false,
): { readonly carriers: FlatCarrier[]; readonly memory: CastMemory } => {
  const carriers: FlatCarrier[] = [];
  const plain = carrierIndex(tol);
  const joins = carrierIndex(tol);
  const threads = carrierIndex(tol);
  const memory = castAll(scene, f, tol, changes, before, tangents);
  for (const { members, turns, edge } of memory.casts.values())
    for (const m of members) {
      const index = m.kind === 'tangent' ? joins : m.kind === 'thread' ? threads : plain;
      let home = index.find(m);
      if (!home) {
        home = { curve: m.curve, casts: [], members: [], cuts: [], twins: [] };
        carriers.push(home);
        index.add(home);
      }
      home.casts.push(m);
      const own = home.curve;
      for (const t of turns) {
        if (own.type === 'free') home.cuts.push(...(edge ? within(edge.curve, [t], m.lo, m.hi) : []));
        else if (own.type === 'arch')
          home.cuts.push(own === m.curve ? t : t * archSense(own, m.curve as Arch2, tol * 2));
        else if (edge) home.cuts.push(parameterOn2(own, flatten(f, pointOn(edge.curve, t))));
      }
    }
  if (tangents)
    for (const c of carriers) {
      const first = c.casts[0] as Member;
      if (first.kind === 'tangent') c.under = plain.find(first);
    }
  return { carriers, memory };
};

/** The stretches of an outline on the kept side of a cut. */
const keptStretches = (s: Silhouette, body: SceneBody): [number, number][] => {
  const { kept } = body;
  if (!kept) return [[s.from, s.to]];
  const tol = body.solid.tol.linear;
  const side = (t: number): number => dot(kept.n, pointOn(s.curve, t)) - kept.d;
  const cutter: Surface = { kind: 'plane', n: kept.n, d: kept.d };
  return partedAt(s.curve, crossings(s.curve, cutter, tol), s.from, s.to).filter(
    ([from, to]) => side((from + to) / 2) >= -tol,
  );
};
