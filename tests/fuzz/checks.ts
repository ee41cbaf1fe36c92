import { pointOn, tangentOn } from '../../core/geometry/curve3.ts';
import { compose, turned, turnVector } from '../../core/geometry/rigid.ts';
import { normalAt, type Surface } from '../../core/geometry/surface.ts';
import { along, cross, distance, length, perpendiculars, scale, type Vec3 } from '../../core/geometry/vec.ts';
import { frameToward, VIEW_FRAMES, type ViewFrame } from '../../core/geometry/viewFrames.ts';
import { partModel, readPartFile } from '../../core/part/model.ts';
import type { PartFile, TraceFile } from '../../core/part/schema.ts';
import { startOf } from '../../core/section/rim.ts';
import { sectionOf } from '../../core/section/section.ts';
import { cuttingPlane } from '../../core/section/trace.ts';
import { type Edge, isDrawn } from '../../core/solid/boundary.ts';
import { type BuiltPart, buildPart, MOST_SIZES_AWAY } from '../../core/solid/build.ts';
import { measureSolid } from '../../core/solid/measure.ts';
import { lineLength, viewOf } from '../../core/view/view.ts';
import { holds } from './membership.ts';
import { placed, randomFrom } from './randomPart.ts';
import { visibility } from './sight.ts';

/** What is wrong with the engine's answers for a part; nothing where all is well. */
export type Fail = { readonly check: string; readonly what: string };

/** A part that the engine rightly refuses (nothing is left of it) has no answers to look at. */
const buildOf = (file: PartFile): BuiltPart | undefined | Fail => {
  const read = readPartFile(file);
  if (!read.ok) return { check: 'build', what: `refused: ${read.faults[0]?.what}` };
  const model = partModel(read.value);
  if (!model.ok) return { check: 'build', what: `refused: ${model.faults[0]?.what}` };
  const part = buildPart(model.value);
  if (part.ok) return part.value;
  // rightly refused is only what the judge finds empty too
  const empty = /removes everything|leaves nothing/.test(part.faults[0]?.what ?? '');
  return empty ? undefined : { check: 'build', what: `refused: ${part.faults[0]?.what}` };
};

/** How far a point lies from an edge, by samples and a search about the nearest. */
const offEdge = (e: Edge, p: Vec3): number => {
  const n = 64;
  const at = (t: number): number => distance(pointOn(e.curve, t), p);
  const step = (e.to - e.from) / n;
  let best = e.from;
  for (let i = 1; i <= n; i++) if (at(e.from + i * step) < at(best)) best = e.from + i * step;
  let [a, b] = [best - step, best + step];
  for (let i = 0; i < 60; i++) {
    const [x, y] = [a + (b - a) * 0.382, a + (b - a) * 0.618];
    if (at(x) < at(y)) b = y;
    else a = x;
  }
  return at((a + b) / 2);
};

/**
 * Every sharp edge's end is another edge's end too; where a touch is involved (a line in which four sheets meet, or a closed curve) it
 * may lie within the other edge.
 */
const closure = (part: BuiltPart): Fail[] => {
  const { edges } = part.bodies[0] as BuiltPart['bodies'][number];
  const tol = part.tol.linear * 40;
  const ends = edges.flatMap((e) =>
    e.closed ? [] : [e.from, e.to].map((t) => ({ e, p: pointOn(e.curve, t) })),
  );
  return ends
    .filter(({ e, p }) => isDrawn(e) && !ends.some((x) => x.e !== e && distance(x.p, p) <= tol))
    .filter(({ e }) => distance(pointOn(e.curve, e.from), pointOn(e.curve, e.to)) > tol)
    .filter(({ e, p }) => !edges.some((x) => x !== e && offEdge(x, p) <= tol * 25))
    .map(({ e, p }) => ({ check: 'closure', what: `${e.key} ends alone at ${p}` }));
};

/** How far from an edge the judge asks, as shares of the part's size. */
const RINGS = [6e-5, 2e-6, 5e-8] as const;
/** Faces that meet at less than this (sine) leave a sliver or a gap that points on a ring do not find. */
const FEATHER = 0.05;

const isFeather = (part: BuiltPart, e: Edge, p: Vec3): boolean => {
  const { surfaces } = (part.bodies[0] as BuiltPart['bodies'][number]).solid;
  const normals = e.coedges.map((x) => normalAt(surfaces[x.surface] as Surface, p));
  return normals.some((a, i) => normals.slice(0, i).some((b) => length(cross(a, b)) < FEATHER));
};

/** Round the middle of a drawn edge there is both material and none, at one distance at least. */
const judged = (file: PartFile, part: BuiltPart): Fail[] => {
  const { edges } = part.bodies[0] as BuiltPart['bodies'][number];
  return edges.filter(isDrawn).flatMap((e): Fail[] => {
    const t = e.from + 0.437 * (e.to - e.from);
    const p = pointOn(e.curve, t);
    if (isFeather(part, e, p)) return [];
    const [e1, e2] = perpendiculars(tangentOn(e.curve, t));
    // a feather of the least angle that is looked at must hold one of them
    const n = 180;
    const mixed = RINGS.some((share) => {
      const r = part.tol.size * share;
      const full = Array.from({ length: n }, (_, i) => {
        const q = (2 * Math.PI * (i + 0.37)) / n;
        return holds(file, along(along(p, e1, r * Math.cos(q)), e2, r * Math.sin(q)));
      }).filter(Boolean).length;
      return full > 0 && full < n;
    });
    return mixed ? [] : [{ check: 'edge', what: `${e.key} has no boundary at ${p}` }];
  });
};

const total = (part: BuiltPart, f: ViewFrame, seen: 'visible' | 'hidden'): number =>
  viewOf(part.bodies, f, part.tol)
    .lines.filter((l) => l.class === seen)
    .reduce((s, l) => s + lineLength(l), 0);

/** How far the lengths of two views of one part may differ, as a share of its size: some ends are known to a sliver only. */
const VIEW_SLACK = 4e-6;

/** Turned and moved as a whole, a part measures the same and looks the same from the turned direction. */
const invariance = (file: PartFile, part: BuiltPart, seed: number): Fail[] => {
  const next = randomFrom(seed ^ 0x5bd1e995);
  const turn = [360 * next(), 360 * next()] as const;
  // as far off as a part may lie
  const away = (MOST_SIZES_AWAY / 2) * part.tol.size;
  const at = [away * next(), away * next(), away * next()] as const;
  const other = buildOf(placed(file, turn, at));
  if (!other || 'check' in other) return [{ check: 'turned', what: 'refused when turned' }];
  const [a, b] = [part, other].map((x) => {
    const body = x.bodies[0] as BuiltPart['bodies'][number];
    return measureSolid(body.solid, body.edges);
  }) as [ReturnType<typeof measureSolid>, ReturnType<typeof measureSolid>];
  const out: Fail[] = [];
  const { size } = part.tol;
  if (Math.abs(a.volume - b.volume) > 1e-7 * size ** 3)
    out.push({ check: 'turned', what: `volume ${a.volume} and ${b.volume}` });
  if (Math.abs(a.area - b.area) > 1e-6 * size ** 2)
    out.push({ check: 'turned', what: `area ${a.area} and ${b.area}` });
  const m = compose(turned('z', turn[1]), turned('x', turn[0]));
  for (const f of [seed % 2 ? VIEW_FRAMES.front : frameToward([3, -5, 4])]) {
    const g = { u: turnVector(m, f.u), v: turnVector(m, f.v), toward: turnVector(m, f.toward) };
    for (const seen of ['visible', 'hidden'] as const) {
      const [x, y] = [total(part, f, seen), total(other, g, seen)];
      if (Math.abs(x - y) > VIEW_SLACK * size * 10)
        out.push({ check: 'turned view', what: `${seen} ${x} and ${y}` });
    }
  }
  return out;
};

/** The loops of a cut close, and its area is what the judge counts on lines across it. */
const sections = (file: PartFile, part: BuiltPart, seed: number): Fail[] => {
  const next = randomFrom(seed ^ 0x27d4eb2f);
  const trace: TraceFile = {
    name: 'A',
    seenIn: next() < 0.5 ? 'front' : 'top',
    at: [Math.floor(next() * 14), Math.floor(next() * 14) + (next() < 0.5 ? 0 : next())],
    angle: [0, 0, 30, 45, 17][Math.floor(next() * 5)] as number,
    look: 'up',
  };
  const plane = cuttingPlane(trace, file);
  if (!plane.ok) return [{ check: 'section', what: 'refused' }];
  const c = plane.value;
  const s = sectionOf(part, c);
  const tol = part.tol.linear * 40;
  const face = s.bodies[0]?.face;
  const out: Fail[] = [];
  for (const l of face?.loops ?? []) {
    const last = l.pieces.at(-1);
    const first = l.pieces[0];
    if (first && last && distance(pointOn(last.curve, last.to), startOf(first)) > tol)
      out.push({ check: 'section', what: `a loop stays open at ${startOf(first)}` });
  }
  // strips across the plane, a hair on its kept side, where a face lying in it has no say
  const n = 110;
  const width = 48 / n;
  let counted = 0;
  for (let i = 0; i < n; i++)
    for (let j = 0; j < n; j++) {
      const [a, b] = [-24 + (i + 0.5137) * width, -18 + (j + 0.5137) * width];
      const p = along(
        along(along(scale(c.sAxis, a), c.tAxis, b), c.origin, 1),
        c.kept.n,
        part.tol.size * 1e-7,
      );
      if (holds(file, p)) counted++;
    }
  // a square on the rim is counted or not; those errors fall to either side and mostly cancel, but not along a square rim
  const slack = (face?.perimeter ?? 0) * width * 0.5 + width * width * 4;
  const area = counted * width * width;
  if (Math.abs(area - (face?.area ?? 0)) > slack)
    out.push({ check: 'section', what: `area ${face?.area ?? 0}, counted ${area} +- ${slack}` });
  return out;
};

/** All that is wrong with the engine's answers for one part. */
export const failsOf = (file: PartFile, seed: number): Fail[] => {
  try {
    const part = buildOf(file);
    if (!part) return [];
    if ('check' in part) return [part];
    return [
      ...closure(part),
      ...judged(file, part),
      ...sections(file, part, seed),
      ...visibility(file, part, seed),
      ...invariance(file, part, seed),
    ];
  } catch (error) {
    return [{ check: 'throws', what: String(error) }];
  }
};

/** Takes features away as long as some check of the same name still fails: the smallest form of a failing part. */
export const smallest = (file: PartFile, seed: number, check: string): PartFile => {
  const features = file.bodies[0]?.features ?? [];
  for (let i = features.length - 1; i > 0; i--) {
    const less = {
      ...file,
      bodies: file.bodies.map((b) => ({ ...b, features: b.features.filter((_, k) => k !== i) })),
    };
    if (failsOf(less, seed).some((f) => f.check === check)) return smallest(less, seed, check);
  }
  return file;
};
