import { type Arch2, parameterOn2 } from '../geometry/curve2.ts';
import { partedAt, pointOn, within } from '../geometry/curve3.ts';
import { signChanges } from '../geometry/roots.ts';
import { normalAt, type Surface } from '../geometry/surface.ts';
import { cross, dot, length, scale, sub, type Vec3 } from '../geometry/vec.ts';
import { type Edge, isDrawn } from '../solid/boundary.ts';
import { crossings } from '../solid/crossings.ts';
import { archSense, carrierIndex, type FlatCarrier, type Member, reread } from './flatCarrier.ts';
import type { ViewFrame } from './frames.ts';
import { flatten, type Shadow, shadowsOf } from './project.ts';
import type { SceneBody } from './scene.ts';
import { coneOutlineRadii, type Silhouette, silhouettesOf } from './silhouette.ts';

/** Where an edge on a curved face passes from its near side to its far side: visibility may change there. */
const turningParameters = (edge: Edge, body: SceneBody, f: ViewFrame, tol: number): number[] => {
  const { curve, from, to } = edge;
  if (curve.type === 'line') return [];
  const through = (n: Vec3, o: Vec3): number[] =>
    within(curve, crossings(curve, { kind: 'plane', n, d: dot(n, o) }, tol), from, to);
  const turnings = (s: Surface): number[] => {
    switch (s.kind) {
      case 'plane':
        return [];
      case 'cylinder': {
        const n = cross(s.a, f.toward);
        const size = length(n);
        // the outline generators lie in the plane through the axis square to a x n
        return size < 1e-9 ? [] : through(cross(s.a, scale(n, 1 / size)), s.o);
      }
      case 'sphere':
        return through(f.toward, s.o);
      case 'cone':
        return coneOutlineRadii(s, f.toward).flatMap((e) =>
          through(cross(s.a, e), s.o).filter((t) => dot(sub(pointOn(curve, t), s.o), e) > 0),
        );
      case 'torus':
        return signChanges((t) => dot(normalAt(s, pointOn(curve, t)), f.toward), from, to, 64);
    }
  };
  return edge.sheets.flatMap(({ surface }) => turnings(body.solid.surfaces[surface] as Surface));
};

const memberOf = (s: Shadow, kind: Member['kind'], of: readonly string[], source: string): Member => ({
  curve: s.curve,
  lo: s.lo,
  hi: s.hi,
  spaceAt: s.spaceAt,
  kind,
  of,
  source,
});

/** Projects all edges and outlines of a scene and gathers what falls on one flat curve. */
export const gather = (scene: readonly SceneBody[], f: ViewFrame, tol: number): FlatCarrier[] => {
  const carriers: FlatCarrier[] = [];
  const index = carrierIndex(tol);
  const place = (m: Member, turns: readonly number[], edge?: Edge): void => {
    let home = index.find(m);
    if (!home) {
      home = { curve: m.curve, members: [], cuts: [], twins: [] };
      carriers.push(home);
      index.add(home);
    }
    home.members.push(reread(m, home.curve, tol));
    const own = home.curve;
    for (const t of turns) {
      if (own.type === 'free') home.cuts.push(...(edge ? within(edge.curve, [t], m.lo, m.hi) : []));
      else if (own.type === 'arch')
        home.cuts.push(own === m.curve ? t : t * archSense(own, m.curve as Arch2, tol * 2));
      else if (edge) home.cuts.push(parameterOn2(own, flatten(f, pointOn(edge.curve, t))));
    }
  };
  scene.forEach((body, order) => {
    for (const edge of body.edges) {
      if (!isDrawn(edge)) continue;
      const turns = turningParameters(edge, body, f, tol);
      const under = edge.sheets.map((sheet) => body.solid.surfaces[sheet.surface] as Surface);
      for (const shadow of shadowsOf(edge.curve, edge.from, edge.to, f, tol, `${order}:${edge.key}`, under))
        place(memberOf(shadow, 'edge', edge.on, edge.key), turns, edge);
    }
    for (const s of silhouettesOf(body.solid, f)) {
      for (const [from, to] of keptStretches(s, body))
        for (const shadow of shadowsOf(s.curve, from, to, f, tol, `${order}:${s.of}`, []))
          place(memberOf(shadow, 'outline', [s.of], s.of), []);
    }
  });
  return carriers;
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
