import { pointOn2 } from '../geometry/curve2.ts';
import { pointOn } from '../geometry/curve3.ts';
import { distance2, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { cutPointKey, cutPointsOf } from '../section/cutPoints.ts';
import type { Section } from '../section/section.ts';
import { type Leg, shapePoint } from '../section/trace.ts';
import type { Stretch } from '../sheet/ink/ink.ts';
import { stretchOnPaper } from '../sheet/layout/similarity.ts';
import { type PlacedView, placeOfPoint } from '../sheet/views/placedView.ts';
import type { Edge } from '../solid/boundary.ts';
import type { ViewLine } from '../view/view.ts';
import { pointAt } from './coordinates.ts';
import { isRevolved, type Revolved } from './generators.ts';
import { facesOfLine } from './lineFaces.ts';
import { type Plan, pointThere, take } from './plan.ts';

/** A point of a cut that is found in all views: a cut point by its number, or one that only serves to draw a curve. */
export type Findable = {
  readonly at: Vec3;
  readonly along: number;
  readonly across: number;
  readonly edge: string;
  /** empty for a point that only serves a curve */
  readonly label: string;
  readonly keys: readonly string[];
  /** the round face whose cut it lies on, with that face's key */
  readonly skin?: { readonly surface: Revolved; readonly face: string };
};

/** How many generators serve a curve whose points the house rules do not number. */
const SERVING = 12;
/** A curve on a ball or ring is found at so many places. */
const PLACES = 12;

/** The points to be found of a cut, its cut points first. */
export const pointsToFind = (
  p: Plan,
  s: Section,
  edges: ReadonlyMap<string, Edge>,
  tol: number,
): Findable[] =>
  s.bodies.flatMap((b) => {
    const pieces = b.face.outline.flatMap((l) => l.pieces);
    const skinOf = (face: string): Findable['skin'] => {
      const skin = pieces.find((x) => x.face === face)?.skin;
      return skin && isRevolved(skin) ? { surface: skin, face } : undefined;
    };
    const numbered = b.cutPoints.map((c): Findable => {
      const skin = skinOf(c.on[0] ?? '');
      return {
        at: c.at,
        along: c.along,
        across: c.across,
        edge: c.edge,
        label: c.label,
        keys: [cutPointKey(s.plane.name, c.label)],
        ...(c.kind !== 'edge' && skin && { skin }),
      };
    });
    const serving = cutPointsOf(b.face, [...edges.values()], s.plane, tol, 1, {
      count: SERVING,
      start: 'left',
      outlinesIn: p.sheet.views.map((v) => v.name),
    }).flatMap((c): Findable[] => {
      const skin = skinOf(c.on[0] ?? '');
      if (c.kind === 'edge' || !skin) return [];
      return [{ at: c.at, along: c.along, across: c.across, edge: c.edge, label: '', keys: [], skin }];
    });
    // generators serve only straight-lined faces; of others places along the curve do
    const places = pieces.flatMap((x): Findable[] => {
      const skin = skinOf(x.face);
      if (!skin || (skin.surface.kind !== 'sphere' && skin.surface.kind !== 'torus')) return [];
      return Array.from({ length: PLACES - 1 }, (_, i): Findable => {
        const at = pointOn(x.curve, x.from + ((x.to - x.from) * (i + 1)) / PLACES);
        const [along, across] = shapePoint(s.plane.legs[x.leg] as Leg, at);
        return { at, along, across, edge: '', label: '', keys: [], skin };
      });
    });
    const isNumbered = (f: Findable): boolean =>
      numbered.some((n) => Math.hypot(n.along - f.along, n.across - f.across) < tol * 40);
    return [...numbered, ...[...serving, ...places].filter((f) => !isNumbered(f))];
  });

/** Where along a curved stretch a place lies; undefined off it. */
export const parameterNear = ({ curve, from, to }: Stretch, at: Vec2): number | undefined => {
  if (curve.type === 'line') return undefined;
  const n = 720;
  let best = { t: from, far: Number.POSITIVE_INFINITY };
  for (let i = 0; i <= n; i++) {
    const t = from + ((to - from) * i) / n;
    const far = distance2(pointOn2(curve, t), at);
    if (far < best.far) best = { t, far };
  }
  // a step of the scan is longer than the curve's own accuracy
  const step = distance2(pointOn2(curve, from), pointOn2(curve, from + (to - from) / n));
  return best.far <= Math.max(step, 1e-4) ? best.t : undefined;
};

/** Fewer points than these, open or closed, do not tell a curve. */
const LEAST = { open: 2, closed: 6 } as const;

/** Draws a curve of a cut through the points that were found on it. @returns false where they are too few */
export const joinFound = (
  p: Plan,
  v: PlacedView,
  l: ViewLine,
  seen: boolean,
  found: readonly Findable[],
): boolean => {
  const s = stretchOnPaper(v.toPaper, l);
  const ends = [s.from, s.to].map((t) => pointOn2(s.curve, t)) as [Vec2, Vec2];
  const closed = distance2(...ends) < 1e-6;
  const inner = found
    .flatMap((f) => {
      const at = placeOfPoint(v, f.at);
      const name = pointThere(p, at);
      const t = name === undefined ? undefined : parameterNear(s, at);
      const isEnd = !closed && ends.some((e) => distance2(e, at) < 1e-6);
      return name === undefined || t === undefined || isEnd ? [] : [{ t, name }];
    })
    .sort((a, b) => a.t - b.t)
    .map((x) => x.name);
  const names = [...new Set(inner)];
  if (names.length < (closed ? LEAST.closed : LEAST.open)) return false;
  const through = closed
    ? names
    : [pointAt(p, v.name, ends[0], 'projection'), ...names, pointAt(p, v.name, ends[1], 'projection')];
  take(
    p,
    {
      view: v.name,
      stage: 'lines',
      tool: 'curve template',
      instruction: { kind: 'joinCut', seen, line: facesOfLine(p, l) },
    },
    [{ do: 'curve', seen, through, closed }],
  );
  return true;
};
