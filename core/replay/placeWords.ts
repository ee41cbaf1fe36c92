import { pointOn } from '../geometry/curve3.ts';
import { distance, distance2, type Vec2 } from '../geometry/vec.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import { copyWords, featureOfFace } from '../naming/keys.ts';
import { faceWords } from '../reading/words.ts';
import { placeOfPoint } from '../sheet/views/placedView.ts';
import type { Edge } from '../solid/boundary.ts';
import type { StatedPlace } from '../station/statedPlaces.ts';
import type { ViewLine } from '../view/view.ts';
import type { Deed, Step } from './deed.ts';
import { type Plan, placeName, viewNamed } from './plan.ts';

const WHAT: Record<StatedPlace['kind'], string> = {
  corner: 'a corner',
  centre: 'the centre',
  side: 'the side',
  point: 'a point',
};

/** A stated place in words: "the centre of bore 2". */
export const statedWords = (s: StatedPlace): string => `${WHAT[s.kind]} of ${s.feature}${copyWords(s.copy)}`;

/** The way from one place of the paper to another, where it runs level or upright. */
const sideWords = ([x, y]: Vec2, [cx, cy]: Vec2): string | undefined => {
  if (Math.abs(y - cy) < SAME_SPOT) return x < cx ? 'left' : 'right';
  if (Math.abs(x - cx) < SAME_SPOT) return y < cy ? 'lower' : 'upper';
  return undefined;
};

/** Nearer than this on the paper a stated place is the place that is asked about, mm. */
export const SAME_SPOT = 1e-5;

/** What stands at a place of a view: its corners by their names, or what the statement has there; nothing where neither is. */
export const placeWords = (p: Plan, view: ViewName, at: Vec2): string | undefined => {
  const v = viewNamed(p, view);
  const label = placeName(p, v, at);
  if (label) return `point ${label}`;
  const stated = p.stated.filter((s) => distance2(placeOfPoint(v, s.at), at) < SAME_SPOT);
  const best = stated.find((s) => s.kind === 'centre' && s.radius !== undefined) ?? stated[0];
  if (best?.kind !== 'side') return best && statedWords(best);
  // which side, by the centre of the same round that is level with it or above it
  const centre = p.stated
    .filter((s) => s.kind === 'centre' && s.feature === best.feature && s.copy === best.copy)
    .map((s) => placeOfPoint(v, s.at))
    .find((c) => distance2(c, at) > SAME_SPOT && sideWords(at, c) !== undefined);
  const side = centre && sideWords(at, centre);
  return side ? `the ${side} side of ${best.feature}${copyWords(best.copy)}` : statedWords(best);
};

/** The side of a circle of a view: "the right side of the circle about the centre of bore". */
export const rimWords = (p: Plan, view: ViewName, centre: Vec2, at: Vec2): string => {
  const middle = placeWords(p, view, centre);
  return `the ${sideWords(at, centre) ?? 'far'} side of the circle${middle ? ` about ${middle}` : ''}`;
};

/**
 * What a line of a view is, by the faces that meet there: "where the floor of slot meets the front of block". Of several edges that fall on one
 * line the longest is named.
 */
export const lineOfWords = (p: Plan, l: ViewLine): string => {
  const [outlined] = l.of;
  if (l.kind === 'outline' && outlined !== undefined) return `, the outline of ${faceWords(outlined)}`;
  return edgeWords({ on: facesAt(p, l) });
};

/** The faces that meet in the longest edge that a line shows; of an outline the one whose outline it is. */
const facesAt = (p: Plan, l: ViewLine): readonly string[] => {
  if (l.kind === 'outline') return l.of.slice(0, 1);
  const edges = l.sources.flatMap((s) => p.edges.get(s) ?? []);
  const longest = edges.reduce<Edge | undefined>(
    (a, b) => (a && lengthOf(a) >= lengthOf(b) ? a : b),
    undefined,
  );
  return longest?.on ?? l.of;
};

/** The feature that a line belongs to as a drafter would say: of those that meet there the one that was stated last. */
export const featureOfLine = (p: Plan, l: ViewLine): string => {
  const order = (f: string): number => p.features.indexOf(f);
  return facesAt(p, l)
    .map(featureOfFace)
    .reduce((a, b) => (order(b) > order(a) ? b : a), '');
};

/** What an edge is, by its faces, as the end of a sentence; nothing for a line that is no edge. */
export const edgeWords = (e: Pick<Edge, 'on'> | undefined): string => {
  const [a, b] = [...new Set((e?.on ?? []).map(faceWords))];
  if (a === undefined) return '';
  return b === undefined ? `, an edge of ${a}` : `, where ${a} meets ${b}`;
};
const lengthOf = (e: Edge): number => distance(pointOn(e.curve, e.from), pointOn(e.curve, e.to));

/** The places that tell which of several equal steps is meant: the ends of a line, or the point that is found. */
const placesOf = (p: Plan, deeds: readonly Deed[]): Vec2[] => {
  const point = (name: string): Vec2[] => {
    const at = p.board.points.get(name);
    return at ? [at] : [];
  };
  const line = deeds.find((d) => d.do === 'draw' || d.do === 'join' || d.do === 'curve');
  if (line?.do === 'draw') return [...point(line.from), ...point(line.to)];
  if (line?.do === 'join') return [...point(line.a), ...point(line.b)];
  if (line?.do === 'curve') {
    const names = line.through;
    // two curves may have both ends in common
    return [0, names.length >> 1, names.length - 1].flatMap((i) => point(names[i] ?? ''));
  }
  for (const d of [...deeds].reverse()) {
    if ('point' in d) return point(d.point);
    if (d.do === 'circle') return [...point(d.centre), ...('through' in d ? point(d.through) : [])];
    if (d.do === 'arc') {
      const c = p.board.circles.get(d.circle);
      return [...(c ? [c.c] : []), ...point(d.from ?? ''), ...point(d.to ?? '')];
    }
    if ('through' in d && typeof d.through === 'string') return point(d.through);
  }
  return [];
};

/** Where on the paper, counted from the lower left corner of the step's view, or of the sheet. */
const whereWords = (p: Plan, s: Step): string => {
  const box = s.view ? viewNamed(p, s.view).box : { x: 0, y: 0 };
  const texts = placesOf(p, s.deeds).map(
    ([x, y]) => `${p.written.paper(x - box.x)} across, ${p.written.paper(y - box.y)} up`,
  );
  if (!texts.length) return '';
  return ` (${texts.join(' to ')} from the lower left corner of the ${s.view ? 'view' : 'sheet'})`;
};

/** Adds words before the full stop of every step that reads like another. @param words for a step and the how-manieth of its like it is */
export const addedWhereAlike = <T extends { readonly text: string }>(
  steps: readonly T[],
  words: (s: T, nth: number) => string,
): T[] => {
  const times = new Map<string, number>();
  for (const s of steps) times.set(s.text, (times.get(s.text) ?? 0) + 1);
  const met = new Map<string, number>();
  return steps.map((s) => {
    if ((times.get(s.text) ?? 0) < 2) return s;
    const nth = (met.get(s.text) ?? 0) + 1;
    met.set(s.text, nth);
    return { ...s, text: s.text.replace(/\.$/, `${words(s, nth)}.`) };
  });
};

/** Where several steps would read alike, each says its place on the paper too; those hardly apart there are counted. */
export const toldApart = (p: Plan, steps: readonly Step[]): Step[] =>
  addedWhereAlike(
    addedWhereAlike(steps, (s) => whereWords(p, s)),
    (_s, nth) => (nth > 1 ? `, number ${nth} in this place` : ''),
  );
