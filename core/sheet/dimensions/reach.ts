import type { DimensionBooks } from '../../dimension/books.ts';
import { type Station, stationNow } from '../../dimension/stations.ts';
import { carrierOfThreadEnd } from '../../dimension/threadKeys.ts';
import { boxOf2, pointOn2 } from '../../geometry/curve2.ts';
import type { Vec2 } from '../../geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../../geometry/viewFrames.ts';
import { facesOfMeeting, featureOfFace } from '../../naming/keys.ts';
import type { View, ViewLine } from '../../view/view.ts';

/** Which way of a view an axis of the part runs: across (0) or up (1), and in which sense; nothing where one looks along it. */
export const wayIn = (
  view: ViewName,
  axis: 0 | 1 | 2,
): { readonly k: 0 | 1; readonly sign: number } | undefined => {
  const { u, v } = VIEW_FRAMES[view];
  if (Math.abs(u[axis]) > 0.5) return { k: 0, sign: u[axis] };
  return Math.abs(v[axis]) > 0.5 ? { k: 1, sign: v[axis] } : undefined;
};

/** A view's lines by the faces that meet in them, sought for once. */
const known = new WeakMap<View, ReadonlyMap<string, readonly ViewLine[]>>();
const linesByFace = (view: View): ReadonlyMap<string, readonly ViewLine[]> => {
  const before = known.get(view);
  if (before) return before;
  const out = new Map<string, ViewLine[]>();
  for (const l of view.lines) for (const face of l.of) out.set(face, [...(out.get(face) ?? []), l]);
  known.set(view, out);
  return out;
};

const NO_LINES: readonly ViewLine[] = [];
/** The name by which a view's lines know a face: without that of its body, which is written where several have such a feature. */
const bareKey = (view: View, face: string): string =>
  linesByFace(view).has(face) ? face : face.slice(face.indexOf('/') + 1);
/** The lines of a view in which a face ends. */
export const linesOfFace = (view: View, face: string): readonly ViewLine[] =>
  linesByFace(view).get(bareKey(view, face)) ?? NO_LINES;
/** The lines of a view in which all of some faces meet. */
export const linesWhereMeet = (view: View, faces: readonly string[]): readonly ViewLine[] => {
  const keys = faces.map((f) => bareKey(view, f));
  return linesOfFace(view, faces[0] as string).filter((l) => keys.every((f) => l.of.includes(f)));
};

/** The lines of a view in which a face of the same feature ends. */
const linesOfFeature = (view: View, face: string): readonly ViewLine[] => {
  const feature = featureOfFace(bareKey(view, face));
  return view.lines.filter((l) => l.of.some((key) => featureOfFace(key) === feature));
};

/** The lines in which full thread ends on a face. */
const threadEnds = (view: View, carrier: string): readonly ViewLine[] =>
  view.threads.filter((l) => l.kind === 'threadEnd' && l.of.includes(bareKey(view, carrier)));

/** How near a line's end counts as being at a station, as a share of the part's size. */
const NEAR = 1e-6;

/** The lines of a view that show what stands at a station: those of its faces that lie there, and of a round one all. */
export const linesAt = (
  books: DimensionBooks,
  s: Station,
  name: ViewName,
  view: View,
): readonly ViewLine[] => {
  const way = wayIn(name, s.axis);
  if (!way) return [];
  const at = (stationNow(s, books.surfaces) ?? s.at) * way.sign;
  const near = NEAR * books.part.tol.size;
  return s.of.flatMap((key) => {
    const faces = facesOfMeeting(key);
    const carrier = carrierOfThreadEnd(key);
    const own = carrier === undefined ? linesWhereMeet(view, faces) : threadEnds(view, carrier);
    if (faces.length === 1 && books.surfaces.get(key)?.kind !== 'plane') return own;
    // a corner is an end of lines of its first two faces; a rim that is rounded off has no line of its own, but its feature reaches as far
    const some =
      faces.length === 3
        ? linesOfFace(view, faces[0] as string)
        : own.length || faces.length === 1
          ? own
          : linesOfFeature(view, faces[0] as string);
    return some.filter((l) =>
      [l.from, l.to].some((t) => Math.abs((pointOn2(l.curve, t)[way.k] as number) - at) <= near),
    );
  });
};

/** How far what stands at a station reaches away from the direction in which it is measured, view units: the least and the most. */
export const reachAt = (
  books: DimensionBooks,
  s: Station,
  name: ViewName,
  view: View,
): readonly [number, number] | undefined => {
  const way = wayIn(name, s.axis);
  if (!way) return undefined;
  const at = (stationNow(s, books.surfaces) ?? s.at) * way.sign;
  const near = NEAR * books.part.tol.size;
  const isRound = s.kind === 'axis';
  const spots = linesAt(books, s, name, view).flatMap((l): Vec2[] => {
    if (isRound) {
      const b = boxOf2(l.curve, l.from, l.to);
      return [
        [b[0], b[1]],
        [b[2], b[3]],
      ];
    }
    return [l.from, l.to]
      .map((t) => pointOn2(l.curve, t))
      .filter((p) => Math.abs((p[way.k] as number) - at) <= near);
  });
  if (!spots.length) return undefined;
  const away = spots.map((p) => p[1 - way.k] as number);
  return [Math.min(...away), Math.max(...away)];
};
