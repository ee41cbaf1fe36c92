import { distance2, type Vec2 } from '../../geometry/vec.ts';
import type { ViewName } from '../../geometry/viewFrames.ts';
import { copyWords } from '../../naming/keys.ts';
import { faceWords } from '../../reading/words.ts';
import { placeOfPoint } from '../../sheet/views/placedView.ts';
import type { StatedPlace } from '../../station/statedPlaces.ts';
import type { LineFaces, Spot } from '../instruction.ts';
import { placeName, SAME_SPOT, viewNamed } from '../plan.ts';
import type { Wording } from './wording.ts';

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

/** What stands at a place of a view: corners by their numbers, or what the statement has there, in words. */
export type NamedPlace =
  | { readonly kind: 'corners'; readonly labels: string }
  | { readonly kind: 'stated'; readonly words: string };

/** What stands at a place of a view; nothing where there is neither a corner nor a stated place. */
export const namedPlace = ({ plan }: Wording, { view, at }: Spot): NamedPlace | undefined => {
  const v = viewNamed(plan, view);
  const labels = placeName(plan, v, at);
  if (labels) return { kind: 'corners', labels };
  const stated = plan.stated.filter((s) => distance2(placeOfPoint(v, s.at), at) < SAME_SPOT);
  const best = stated.find((s) => s.kind === 'centre' && s.radius !== undefined) ?? stated[0];
  if (!best) return undefined;
  if (best.kind !== 'side') return { kind: 'stated', words: statedWords(best) };
  // which side, by the centre of the same round that is level with it or above it
  const centre = plan.stated
    .filter((s) => s.kind === 'centre' && s.feature === best.feature && s.copy === best.copy)
    .map((s) => placeOfPoint(v, s.at))
    .find((c) => distance2(c, at) > SAME_SPOT && sideWords(at, c) !== undefined);
  const side = centre && sideWords(at, centre);
  const words = side ? `the ${side} side of ${best.feature}${copyWords(best.copy)}` : statedWords(best);
  return { kind: 'stated', words };
};

/** The same in words: "point 3,7", "the centre of bore 2". */
export const placeWords = (w: Wording, spot: Spot): string | undefined => {
  const place = namedPlace(w, spot);
  return place?.kind === 'corners' ? `point ${place.labels}` : place?.words;
};

/** The side of a circle of a view: "the right side of the circle about the centre of bore". */
export const rimWords = (w: Wording, view: ViewName, centre: Vec2, at: Vec2): string => {
  const middle = placeWords(w, { view, at: centre });
  return `the ${sideWords(at, centre) ?? 'far'} side of the circle${middle ? ` about ${middle}` : ''}`;
};

/** What an edge is, by its faces, as the end of a sentence; nothing for a line that is no edge. */
export const edgeWords = (on: readonly string[]): string => {
  const [a, b] = [...new Set(on.map(faceWords))];
  if (a === undefined) return '';
  return b === undefined ? `, an edge of ${a}` : `, where ${a} meets ${b}`;
};

/** What a line of a view is, as the end of a sentence: ", where the floor of slot meets the front of block". */
export const lineWords = ({ isOutline, on }: LineFaces): string => {
  const [outlined] = on;
  return isOutline && outlined !== undefined ? `, the outline of ${faceWords(outlined)}` : edgeWords(on);
};
