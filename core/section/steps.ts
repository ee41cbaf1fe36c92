import { EDGE_ON } from '../geometry/nearness.ts';
import { along2, dot, dot2, sub2, type Vec2, type Vec3 } from '../geometry/vec.ts';
import type { ViewFrame } from '../geometry/viewFrames.ts';
import { CUT, faceKey } from '../naming/keys.ts';
import type { Edge } from '../solid/boundary.ts';
import type { Intervals } from '../solid/cell.ts';
import { cutIntervals, joinIntervals, keepIntervals } from '../solid/intervals.ts';
import { flatten } from '../view/project.ts';
import type { View, ViewLine } from '../view/view.ts';
import { reachAtBend } from './bends.ts';
import type { CutFace } from './cutFace.ts';
import { legRole } from './region.ts';
import type { Section } from './section.ts';
import { type Leg, sameFacing } from './trace.ts';

/** The normals of the faces that a cut makes, by their keys. */
const cutNormals = ({ plane }: Section): Map<string, Vec3> => {
  const normals = new Map(
    plane.legs.map((l, i) => [faceKey(CUT, legRole(plane.name, i)), l.kept.n] as const),
  );
  // the other face of the quarter that a half section takes away
  if (plane.half) normals.set(faceKey(CUT, legRole(plane.name, 1)), plane.sAxis);
  return normals;
};

/** A straight place of the view in which two legs of a cut meet as drawn, and the stretches in which the cut face runs on there. */
type Join = { readonly at: Vec2; readonly t: Vec2; readonly runsOn: Intervals };

/**
 * Where the cut face of a stepped cut runs on as it is drawn: two legs that face the same way, with nothing between them but legs
 * seen edge-on. What only one of the two faces reaches is a true line of the drawing.
 */
const joinsOf = ({ plane, bodies }: Section, f: ViewFrame, tol: number): Join[] => {
  const seen = plane.legs.flatMap((leg, i) => (isEdgeOn(leg.kept.n, f) ? [] : [i]));
  return seen.slice(1).flatMap((j, k): Join[] => {
    const i = seen[k] as number;
    const [before, after] = [plane.legs[i] as Leg, plane.legs[j] as Leg];
    if (!sameFacing(before, after)) return [];
    const runsOn = bodies
      .map(({ parts }) =>
        keepIntervals(
          reachAtBend((parts[i] as CutFace).loops, before, before.to, tol),
          reachAtBend((parts[j] as CutFace).loops, after, after.from, tol),
        ),
      )
      .reduce<Intervals>((all, x) => joinIntervals(all, x), []);
    const corner = flatten(f, before.origin);
    const s = flatten(f, before.sAxis);
    return [{ at: along2(corner, s, before.to), t: flatten(f, before.tAxis), runsOn }];
  });
};

const isEdgeOn = (n: Vec3, f: ViewFrame): boolean => Math.abs(dot(n, f.toward)) < EDGE_ON;

/** The parts of a straight line that lie where the cut face runs on, and those that do not. */
const partAtJoin = (l: ViewLine, { at, t, runsOn }: Join, tol: number): readonly [ViewLine[], ViewLine[]] => {
  const { curve } = l;
  if (curve.type !== 'line') return [[], [l]];
  const size = dot2(t, t);
  const onJoin = [l.from, l.to].every((x) => {
    const q = sub2(along2(curve.p, curve.d, x), at);
    return Math.abs(q[0] * t[1] - q[1] * t[0]) <= tol * 40 * Math.sqrt(size);
  });
  if (!onJoin) return [[], [l]];
  // t of the cut along the line: t = from + rate x
  const from = dot2(sub2(curve.p, at), t) / size;
  const rate = dot2(curve.d, t) / size;
  const asParameters = runsOn.map((x) => (x - from) / rate);
  if (rate < 0) asParameters.reverse();
  const parts = (stretches: Intervals): ViewLine[] => {
    const out: ViewLine[] = [];
    for (let i = 0; i < stretches.length; i += 2) {
      const [a, b] = [stretches[i] as number, stretches[i + 1] as number];
      if (b - a > tol * 40) out.push(a === l.from && b === l.to ? l : { ...l, from: a, to: b });
    }
    return out;
  };
  const whole = [l.from, l.to];
  return [parts(keepIntervals(whole, asParameters)), parts(cutIntervals(whole, asParameters))];
};

/** The lines of a sectional view: those that are drawn, and those that are there only because the cut steps. */
export type SteppedLines = { readonly drawn: readonly ViewLine[]; readonly steps: readonly ViewLine[] };

/**
 * Parts the lines of a sectional view. A drawing leaves out the step of a cut where the cut face runs on from one leg to the
 * next that faces the same way; where legs meet at an angle, or one face reaches further than the other, the line is drawn. In a
 * half section a centre line takes the place of all of them. In the trace's own view the cut is the outline: no steps.
 */
export const partedAtSteps = (section: Section, view: View): SteppedLines => {
  const normals = cutNormals(section);
  const { frame: f } = view;
  const edgeOn = (key: string): boolean => isEdgeOn(normals.get(key) as Vec3, f);
  const keys = [...normals.keys()];
  if (keys.length < 2 || keys.every(edgeOn)) return { drawn: view.lines, steps: [] };
  const edges = new Map(section.remains.flatMap((b) => b.edges.map((e): [string, Edge] => [e.key, e])));
  const isOfStep = (source: string): boolean => {
    const cuts = edges.get(source)?.on.filter((k) => normals.has(k)) ?? [];
    return cuts.length > 1 || cuts.some(edgeOn);
  };
  const whole = new Set(
    section.remains
      .filter((b) => section.whole.some((w) => w.name === b.solid.name))
      .flatMap((b) => b.edges.map((e) => e.key)),
  );
  const tol = section.remains[0]?.solid.tol.linear ?? 0;
  const joins = section.plane.half ? [] : joinsOf(section, f, tol);
  const drawn: ViewLine[] = [];
  const steps: ViewLine[] = [];
  for (const l of view.lines) {
    const others = l.sources.filter((x) => !isOfStep(x));
    if (others.length === l.sources.length || others.some((x) => whole.has(x))) drawn.push(l);
    else if (section.plane.half) (others.length ? drawn : steps).push(l);
    else {
      let left = [l];
      for (const join of joins) {
        const parted = left.map((x) => partAtJoin(x, join, tol));
        const on = parted.flatMap(([x]) => x);
        // an edge behind the cut face in the same place is still there, hidden
        if (others.length)
          drawn.push(...on.map((x) => ({ ...x, class: 'hidden' as const, sources: others })));
        else steps.push(...on);
        left = parted.flatMap(([, x]) => x);
      }
      drawn.push(...left);
    }
  }
  return { drawn, steps };
};
