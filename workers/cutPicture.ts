import type { Worked } from '../core/drawing/desk.ts';
import type { Drawing } from '../core/drawing/drawing.ts';
import { pointOn } from '../core/geometry/curve3.ts';
import { distance2, type Vec2, type Vec3 } from '../core/geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../core/geometry/viewFrames.ts';
import { CUT, featureKey, featureOfFace, readFaceKey } from '../core/naming/keys.ts';
import { AUXILIARY, type TraceFile } from '../core/part/schema.ts';
import { cutPointKey } from '../core/section/cutPoints.ts';
import { howFound } from '../core/section/howFound.ts';
import { metAt } from '../core/section/metAt.ts';
import { type PlaneSlopes, planeSlopes } from '../core/section/planeTraces.ts';
import { proposedEdge } from '../core/section/proposedEdge.ts';
import { partBehind, type Section } from '../core/section/section.ts';
import { type Leg, shapePoint } from '../core/section/trace.ts';
import { tracePath } from '../core/sheet/annotate/traceLine.ts';
import type { Sheet } from '../core/sheet/drawnSheet.ts';
import { gapFromXY } from '../core/sheet/layout/gaps.ts';
import { onPaper } from '../core/sheet/layout/similarity.ts';
import { distanceFromXY, distanceView } from '../core/sheet/layout/xyDistance.ts';
import { looksSquareAt } from '../core/sheet/views/brokenOut.ts';
import { canShowCut } from '../core/sheet/views/cutShownIn.ts';
import { sectionsShownIn } from '../core/sheet/views/drawnLines.ts';
import { distanceFromEdgeLine } from '../core/sheet/views/edgeView.ts';
import { traceHome } from '../core/sheet/views/traceHome.ts';
import { edgeLineNumberOf } from '../core/sheet/views/trueShape.ts';
import { placeAsDrawn, placeFromDrawn } from '../core/solid/interruption.ts';
import type { CutBookRow } from '../formats/cutBookCsv.ts';
import { flip } from './flip.ts';

type Drawn = Extract<Worked, { ok: true }>;

export type CutRow = CutBookRow & { readonly key: string };
/** A body, or a feature that is added to one ("body/feature"), that a cut passes through. */
export type PassedBody = {
  readonly name: string;
  readonly words: string;
  readonly isWhole: boolean;
};
/** A cut as the desk shows it: its book, its figures, and how its face stands on the sheet. */
export type CutPicture = {
  readonly name: string;
  readonly seenIn: TraceFile['seenIn'];
  /** the line from which the distances of its points are counted: XY, or X1Y1 of its auxiliary view */
  readonly fromLine: string;
  /** of a plane that slopes in all views, degrees: to both planes of projection, and of its traces to XY */
  readonly slopes?: PlaneSlopes;
  readonly rows: readonly CutRow[];
  readonly area: number;
  readonly perimeter: number;
  readonly longest: number;
  readonly shape: 'placed' | 'apart' | 'no room' | 'removed' | 'revolved' | 'none';
  /** how many distances of its corners are too many to stand beside it, where its sizes are drawn */
  readonly sizesLeftOut?: number;
  /** X1Y1 as it is drawn, how far it stands from the beginning of the trace (y up), and the way along its own projectors */
  readonly line?: {
    readonly ends: readonly [Vec2, Vec2];
    readonly by: Vec2;
    readonly away: Vec2;
    /** a removed section is moved freely: the ends are its left side */
    readonly isFree: boolean;
  };
  /** a view on the sheet that looks square at it, with an edge that a section could be broken out within, in the view's plane, part units */
  readonly breakable?: { readonly view: ViewName; readonly edge: [number, number][] };
  /** the edge of the broken-out section that it is drawn as: its points on the paper (y down), and paper mm to a part unit */
  readonly edge?: { readonly points: readonly Vec2[]; readonly perUnit: number };
  /** the trace as it is drawn, from its first end through its bends to its last; none where it misses its view */
  readonly path: readonly Vec2[] | undefined;
  readonly half: boolean;
  /** the views on the sheet that can show it, and those that do */
  readonly canShow: readonly ViewName[];
  readonly shownIn: readonly ViewName[];
  /** the cuts that act together with it */
  readonly actsWith: readonly string[];
  /** what it passes through */
  readonly passed: readonly PassedBody[];
};

/** A face on which a cut point lies: its role, or the cut that made it. */
const faceOfPoint = (key: string): string => {
  const { feature, role } = readFaceKey(key);
  return feature === CUT ? `cut ${role}` : role;
};

/** The greatest distance between points of the rim: its corners, and quarter points where it is curved. */
const longestAcross = (s: Section): number => {
  const points = s.bodies.flatMap(({ face }) =>
    face.outline.flatMap((l) =>
      l.pieces.flatMap((p) => {
        const steps = p.curve.type === 'line' ? 1 : 48;
        return Array.from({ length: steps }, (_, i) =>
          shapePoint(s.plane.legs[p.leg] as Leg, pointOn(p.curve, p.from + (i / steps) * (p.to - p.from))),
        );
      }),
    ),
  );
  let best = 0;
  for (let i = 0; i < points.length; i++)
    for (let j = i + 1; j < points.length; j++)
      best = Math.max(best, distance2(points[i] as Vec2, points[j] as Vec2));
  return best;
};

/** X1Y1 on the paper, and how it can be moved. */
const lineOf = (
  { line, by, plane, drawnAs, room }: Sheet['shapes'][number],
  sheet: Sheet,
): NonNullable<CutPicture['line']> => ({
  ends:
    drawnAs === 'removed'
      ? [flip([room.x, room.y], sheet), flip([room.x, room.y + room.h], sheet)]
      : [flip(line.from, sheet), flip(line.to, sheet)],
  by,
  isFree: drawnAs === 'removed',
  away: sheet.angle === 'first' ? plane.sight : [-plane.sight[0], -plane.sight[1]],
});

/** What a cut passes through: its bodies, and of those with several features the ones that were added to them. */
const passedBy = (s: Section, d: Drawing): PassedBody[] => {
  const cut = s.bodies.map((b) => ({ body: b.name, isWhole: false, face: b.face }));
  const all = [...cut, ...s.whole.map((b) => ({ body: b.name, isWhole: true, face: undefined }))];
  return all.flatMap(({ body, isWhole, face }): PassedBody[] => {
    const file = d.part.bodies.find((b) => b.name === body);
    const added = file?.features.filter((f) => f.op === 'add' && !f.off) ?? [];
    const met = new Set(face?.loops.flatMap((l) => l.pieces.map((p) => featureOfFace(p.face))));
    const features =
      added.length < 2
        ? []
        : added.flatMap((f): PassedBody[] => {
            const name = featureKey(body, f.id);
            const left =
              !s.plane.cut.includes(name) && (f.sectioned === false || s.plane.whole.includes(name));
            return met.has(f.id) || left ? [{ name, words: f.id, isWhole: left }] : [];
          });
    return [{ name: body, words: body, isWhole }, ...features];
  });
};

/** How a cut face stands on the sheet by itself. */
const standingOf = (shape: Sheet['shapes'][number] | undefined): CutPicture['shape'] => {
  if (!shape) return 'none';
  if (!shape.fits) return 'no room';
  return shape.drawnAs !== 'true shape' ? shape.drawnAs : shape.apart ? 'apart' : 'placed';
};

/** What can be broken out by a cut, and the edge of what is. */
const brokenOutOf = (
  s: Section,
  { sheet, part }: Drawn,
  d: Drawing,
): Pick<CutPicture, 'breakable' | 'edge'> => {
  const home = sheet.views.find((v) => looksSquareAt(s, v.name));
  if (!home || !s.bodies.length) return {};
  const taken = new Set(
    d.part.bodies.flatMap((b) => b.features.flatMap((f) => (f.op === 'cut' ? [f.id] : []))),
  );
  const [x0, y0, z0, x1, y1, z1] = part.box;
  const size = Math.hypot(x1 - x0, y1 - y0, z1 - z0);
  const toHundredth = ([u, v]: Vec2): [number, number] => [
    Math.round(u * 100) / 100,
    Math.round(v * 100) / 100,
  ];
  const own = d.setup.shapes?.[s.plane.name];
  return {
    breakable: {
      view: home.name,
      edge: proposedEdge(s, VIEW_FRAMES[home.name], taken, size).map(toHundredth),
    },
    ...(own?.as === 'brokenOut' &&
      own.edge && {
        edge: {
          points: own.edge.map((p) =>
            flip(onPaper(home.toPaper, placeAsDrawn(sheet.interruptions, VIEW_FRAMES[home.name], p)), sheet),
          ),
          perUnit: sheet.scale,
        },
      }),
  };
};

/** A cut of a drawn sheet with its book: a row a cut point. @param s the cut of the part as it is */
export const cutPicture = (s: Section, w: Drawn, d: Drawing): CutPicture => {
  const { sheet } = w;
  const shape = sheet.shapes.find((x) => x.cut === s.plane.name);
  const drawn = sheet.sections.find((x) => x.plane.name === s.plane.name) ?? s;
  const home = traceHome(sheet, s.plane);
  const edge = sheet.edgeViews.find((e) => e.cut === s.plane.name);
  const { seenIn } = s.plane;
  const names = sheet.views.map((v) => v.name);
  const view = seenIn === AUXILIARY ? names.find((n) => n === 'top') : distanceView(seenIn, names);
  const distance = (p: Vec3): number => {
    if (seenIn === AUXILIARY) return edge ? distanceFromEdgeLine(edge, p) : 0;
    return distanceFromXY(p, seenIn, w.part.box, sheet.angle, sheet.scale, gapFromXY(sheet.gaps, seenIn));
  };
  // distances on the paper, in the drawing's own unit
  const paperUnit = sheet.units === 'in' ? 25.4 : 1;
  const labels = new Map<string, string[]>();
  for (const r of w.rows) for (const e of r.edges) labels.set(e, [...(labels.get(e) ?? []), r.label]);
  const edges = new Map(w.part.bodies.flatMap((b) => b.edges.map((e) => [e.key, e] as const)));
  return {
    name: s.plane.name,
    seenIn,
    fromLine: edge ? `X${edgeLineNumberOf(sheet, edge.cut)}Y${edgeLineNumberOf(sheet, edge.cut)}` : 'XY',
    ...(seenIn === AUXILIARY && { slopes: planeSlopes(s.plane) }),
    rows: s.bodies.flatMap((b) =>
      b.cutPoints.map((p) => ({
        label: p.label,
        key: cutPointKey(s.plane.name, p.label),
        edge: labels.get(p.edge)?.slice(0, 2).join('–') ?? p.on.map(faceOfPoint).join(' / '),
        along: (p.along * sheet.scale) / paperUnit,
        fromXY: distance(p.at) / paperUnit,
        view: view ?? '',
        how: view && howFound(p, edges.get(p.edge), s.plane.frame, view),
      })),
    ),
    area: s.bodies.reduce((a, b) => a + b.face.area, 0),
    perimeter: s.bodies.reduce((a, b) => a + b.face.perimeter, 0),
    longest: longestAcross(s),
    shape: standingOf(shape),
    ...(shape?.sizes.leftOut && { sizesLeftOut: shape.sizes.leftOut }),
    path: home && tracePath(drawn, home)?.map((p) => flip(p, sheet)),
    half: s.plane.half,
    ...brokenOutOf(s, w, d),
    canShow: sheet.views.map((v) => v.name).filter((v) => canShowCut(s, v)),
    shownIn: sheet.views.flatMap((v) =>
      sectionsShownIn(v, sheet.sections).includes(drawn) || v.brokenOut?.some((o) => o.section === drawn)
        ? [v.name]
        : [],
    ),
    actsWith: s.actsWith,
    passed: passedBy(s, d),
    ...(shape && shape.drawnAs !== 'revolved' && { line: lineOf(shape, sheet) }),
  };
};

/** A body or feature that was pressed on the sheet, with the cut that meets it there. */
export type MetInCut = PassedBody & { readonly cut: string };

/**
 * The body or feature that a cut meets where a sectional view was pressed.
 * @param whole the same drawing with its part drawn whole
 * @param at paper mm, y up
 */
export const metInCut = (w: Drawn, whole: Drawn, d: Drawing, at: Vec2): MetInCut | undefined => {
  const { sheet } = w;
  for (const v of sheet.views) {
    const { box, toPaper, name } = v;
    if (at[0] < box.x || at[0] > box.x + box.w || at[1] < box.y || at[1] > box.y + box.h) continue;
    const drawnAt: Vec2 = [(at[0] - toPaper.to[0]) / toPaper.k, (at[1] - toPaper.to[1]) / toPaper.k];
    const place = placeFromDrawn(sheet.interruptions, VIEW_FRAMES[name], drawnAt);
    const shown = [
      ...sectionsShownIn(v, sheet.sections).map((s) => s.plane.name),
      ...(v.brokenOut ?? []).map((o) => o.section.plane.name),
    ];
    for (const s of whole.sections) {
      if (!shown.includes(s.plane.name)) continue;
      const others = whole.sections.filter((x) => s.actsWith.includes(x.plane.name)).map((x) => x.plane);
      const solids = partBehind(whole.part, others).bodies.map((b) => b.solid);
      const met = metAt(solids, s.plane, name, place);
      if (!met) continue;
      const passed = passedBy(s, d);
      const feature = featureKey(met.body, met.feature);
      const found = passed.find((p) => p.name === feature) ?? passed.find((p) => p.name === met.body);
      if (found) return { ...found, cut: s.plane.name };
    }
  }
  return undefined;
};
