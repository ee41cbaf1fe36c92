import { attempt } from '../number/fault.ts';
import type { PartFile } from '../part/schema.ts';
import { sizeReader } from '../part/sizes.ts';

/** The directions of the part: across, back and up. */
export type Axis = 0 | 1 | 2;
export type Side = 'left' | 'right' | 'front' | 'back' | 'base' | 'top';

/** Where something is, as it is written. */
export type SaidPlace =
  /** so far from a side of the part, into it */
  | { readonly kind: 'side'; readonly side: Side; readonly size: string; readonly words: string }
  /** so far from the axis: towards the high end of a direction, or the low one */
  | {
      readonly kind: 'axis';
      readonly axis: Axis;
      readonly way: 1 | -1;
      readonly size: string;
      readonly words: string;
    }
  /** so far from the axis, on no side that is named */
  | { readonly kind: 'apart'; readonly size: string; readonly words: string }
  /** so far along a direction, as the part counts */
  | { readonly kind: 'coordinate'; readonly axis: Axis; readonly size: string; readonly words: string }
  /** a share of the way along a direction */
  | { readonly kind: 'share'; readonly axis: Axis; readonly share: number; readonly words: string };

/** A plane as a sentence states it. */
export type PlaneSentence = {
  readonly isHalf: boolean;
  /** what is taken away: "front", "left", "upper" */
  readonly gone: readonly string[];
  /** a whole half goes: the plane is in the middle if nothing else is said */
  readonly isHalfGone: boolean;
  /** along the part: through its axis, or its middle, if nothing else is said */
  readonly isLengthwise: boolean;
  /** parallel to the part's axis */
  readonly isAlongAxis: boolean;
  readonly sight?: { readonly way: 'from' | 'towards'; readonly side: string };
  /** the view in which the plane is said to be an edge */
  readonly view?: string;
  /** an angle, degrees as written, to a plane of projection by the direction square to it, or to the axis */
  readonly slope?: { readonly angle: string; readonly to: Axis | 'axis' };
  /** which way it leans: up or back to the left or the right */
  readonly leans?: 'left' | 'right';
  readonly squareTo: readonly Axis[];
  /** the directions in which the plane is said to face */
  readonly faces: readonly Axis[];
  /** parallel to that side, so that a bare distance is counted from it */
  readonly besideSide?: Side;
  /** square to the part's axis, as a cross section is */
  readonly isAcrossAxis: boolean;
  readonly isUpright: boolean;
  readonly isOnAxis: boolean;
  readonly isBisecting: boolean;
  readonly isThroughApex: boolean;
  readonly isMiddle: boolean;
  readonly rounds: readonly string[];
  readonly places: readonly SaidPlace[];
  /** a figure that nothing else says anything about */
  readonly bare?: string;
  /** words that nothing was made of */
  readonly over: string;
};

const SIDE_WORDS: Readonly<Record<string, Side>> = {
  left: 'left',
  right: 'right',
  front: 'front',
  back: 'back',
  rear: 'back',
  base: 'base',
  bottom: 'base',
  lower: 'base',
  upper: 'top',
  ground: 'base',
  hp: 'base',
  top: 'top',
  apex: 'top',
  vertex: 'top',
};
const sideOf = (word: string): Side => SIDE_WORDS[word.toLowerCase()] ?? 'base';
const SIDE =
  '(?:the |its )?(left|right|front|back|rear|base|bottom|lower|ground|hp|top|upper|apex|vertex)(?:[ -]hand)?(?: (?:side|face|end|edge))?';

/** What a plane may be parallel to or square to: the direction that runs square to that, and the side of the part, where one is named. */
const PLANES: readonly (readonly [RegExp, Axis])[] = [
  [/^(?:hp|horizontal(?: plane)?|base|ground|bottom(?: face)?|top(?: face)?)$/i, 2],
  [/^(?:vp|vertical plane|front(?: face| view)?|back(?: face)?)$/i, 1],
  [
    /^(?:pp|profile(?: plane)?|(?:left |right )?(?:side|end)(?: face| view| plane)?|(?:left|right)(?: face)?)$/i,
    0,
  ],
];
const PLANE =
  '(?:the |both the |both )?(hp|horizontal(?: plane)?|base|ground|bottom(?: face)?|top(?: face)?|vp|vertical plane|front(?: face| view)?|back(?: face)?|pp|profile(?: plane)?|(?:left |right )?(?:side|end)(?: face| view| plane)?|(?:left|right) face)';
const axisOf = (plane: string): Axis => PLANES.find(([words]) => words.test(plane))?.[1] ?? 2;

/** Words that join a sentence and say nothing by themselves. */
const FILLERS =
  /\b(?:a|an|the|and|is|it|its|by|of|to|at|in|on|which|that|cutting|cut|cuts|section|sectional|plane|planes|trace|solid|passing|passes|pass|through|so|as|taken|made|with|being|kept)\b/gi;

/** Abbreviations and other words for one thing are brought to one word. */
const ONE_WORD: readonly (readonly [RegExp, string])[] = [
  [/°|\bdegs?\b/gi, ' degrees '],
  [/\bA\.?\s?I\.?\s?P\b\.?/g, ' perpendicular to VP '],
  [/\bA\.?\s?V\.?\s?P\b\.?/g, ' perpendicular to HP '],
  [/\bH\.\s?P\b\.?/g, 'HP'],
  [/\bV\.\s?P\b\.?/g, 'VP'],
  [/\bcent(?:re|er)[- ]?lines?\b/gi, 'axis'],
  [/\baxis of symmetry\b/gi, 'axis'],
  [/\bcent(?:re|er)\b/gi, 'middle'],
  [/\bmid[- ]?point\b/gi, 'midpoint'],
  [
    /\bperpendicular to both(?: (?:the )?(?:(?:principal|reference) )?planes)?(?! HP| the HP| VP| the VP)/gi,
    'perpendicular to HP and VP',
  ],
  [/\s+/g, ' '],
];

/** A figure of a sentence: a size by itself, a fraction, a sum, or a size that the part names. */
const figurePattern = (part: PartFile): string => {
  const names = Object.keys(part.dims ?? {}).filter((n) => /^\w+$/.test(n));
  const one = ['\\d+ \\d+/\\d+', '\\d+/\\d+', '\\d*\\.?\\d+', ...names].join('|');
  return `((?:${one})(?:\\s*[-+*/]\\s*(?:${one}))*\\s?(?:mm|sq|"|in(?= (?:up|high|above|from|below|down|behind)))?)`;
};

/** A text of which each thing that is read is taken out, so that what is left over can be named. */
const reader = (typed: string) => {
  let left = ` ${typed} `;
  /** @returns what the pattern found, as a list of its groups; nothing where it is not there */
  const take = (pattern: string): readonly string[] | undefined => {
    const m = new RegExp(`(?<![\\w.])(?:${pattern})(?![\\w.])`, 'i').exec(left);
    if (!m) return undefined;
    left = `${left.slice(0, m.index)} ; ${left.slice(m.index + m[0].length)}`;
    return m.map((x) => (x ?? '').trim());
  };
  const every = (pattern: string): (readonly string[])[] => {
    const found: (readonly string[])[] = [];
    for (let m = take(pattern); m; m = take(pattern)) found.push(m);
    return found;
  };
  const rest = (): string =>
    left
      .replace(FILLERS, ' ')
      .replace(/[;,\s]+/g, ' ')
      .trim();
  return { take, every, has: (pattern: string): boolean => take(pattern) !== undefined, rest };
};
type Reader = ReturnType<typeof reader>;

/** Which part of the solid goes: "front right quarter removed", "removing the upper part", "without the apex". */
const readGone = ({
  take,
}: Reader): {
  readonly gone: readonly string[];
  readonly isHalfGone: boolean;
  readonly isQuarterGone: boolean;
} => {
  const which =
    '(?:the )?(?:(front|back|rear) )?(?:(left|right) )?(?:(upper|top|lower|bottom) )?(?:half|quarter|part|portion|side|apex)';
  const m =
    take(`${which}(?: is| being)? (?:removed|taken away|taken off|cut away|cut off)`) ??
    take(`(?:removing|remove|taking away|take away|cut away|cutting away|taking off|without) ${which}`);
  const words = m?.[0] ?? '';
  const named = (m ?? []).slice(1).filter((x) => x);
  return {
    gone: named.length || !/apex/i.test(words) ? named : ['upper'],
    isHalfGone: /half/i.test(words),
    isQuarterGone: /quarter/i.test(words),
  };
};

const readSlope = ({ take }: Reader, N: string): PlaneSentence['slope'] => {
  const lead = '(?:(?:inclined|sloping|tilted|slanting|making|makes|at)\\s+)*(?:at |an )*(?:angle of )?';
  const m = take(`${lead}${N}(?: degrees)? (?:to|with) ${PLANE}`);
  if (m) return { angle: m[1] as string, to: axisOf(m[2] as string) };
  const toAxis = take(`${lead}${N}(?: degrees)? (?:to|with) (?:the )?axis`);
  return toAxis && { angle: toAxis[1] as string, to: 'axis' };
};

const readLean = ({ take }: Reader): PlaneSentence['leans'] => {
  const up = take(
    '(?:rising|rises|sloping up|going up|leaning|going back|sloping back) (?:to|towards) (?:the )?(left|right)',
  );
  const down = take('(?:falling|falls|sloping down|going down) (?:to|towards) (?:the )?(left|right)');
  if (up) return /left/i.test(up[1] as string) ? 'left' : 'right';
  return down && (/left/i.test(down[1] as string) ? 'right' : 'left');
};

/** The directions that the plane is said to be square to. */
const readSquare = ({ every }: Reader): Axis[] =>
  every(`(?:perpendicular|square|normal|at right angles) (?:to|with) ${PLANE}(?:,? and ${PLANE})?`).flatMap(
    (m) => m.slice(1).flatMap((plane) => (plane ? [axisOf(plane)] : [])),
  );

const AXIS = '(?:the )?axis';
const MEETS =
  '(?:(?:meeting|cutting|crossing|meets|cuts|crosses|through|passing|intersecting|at)\\s+)*(?:a |the )?(?:point )?(?:on |of |in )?';

/** What the plane has to do with the part's axis. */
const readAxis = (r: Reader, N: string) => {
  const places: SaidPlace[] = [];
  const above = r.take(
    `${MEETS}${AXIS},? (?:at )?(?:a )?(?:height of |distance of |point )?(?:at )?${N} (?:above|from|over|below|down from|away from) ${SIDE}`,
  );
  if (above)
    places.push({
      kind: 'side',
      side: sideOf(above[2] as string),
      size: above[1] as string,
      words: `${above[1]} from the ${above[2]}`,
    });
  const isBisecting = r.has(
    `(?:bisecting|bisects|bisect) ${AXIS}|${MEETS}(?:midpoint|middle) of ${AXIS}|half ?way (?:up|along) ${AXIS}|${MEETS}(?:its )?midpoint`,
  );
  for (const m of r.every(
    `${N} (in front of|before|behind|to the left of|left of|to the right of|right of) ${AXIS}`,
  )) {
    const where = (m[2] as string).toLowerCase();
    const axis = /left|right/.test(where) ? 0 : 1;
    const way = /behind|right/.test(where) ? 1 : -1;
    places.push({ kind: 'axis', axis, way, size: m[1] as string, words: m[0] as string });
  }
  for (const m of r.every(`${N} (in front|behind)(?! of)`)) {
    const way = /behind/i.test(m[2] as string) ? 1 : -1;
    places.push({ kind: 'axis', axis: 1, way, size: m[1] as string, words: m[0] as string });
  }
  for (const m of r.every(`(?:at )?(?:a distance of )?${N} (?:away )?from ${AXIS}`))
    places.push({ kind: 'apart', size: m[1] as string, words: m[0] as string });
  const isThroughApex = r.has('through (?:the )?(?:apex|vertex)');
  const isOnAxis =
    above !== undefined || isBisecting || r.has(`(?:through|along|on|containing|about) ${AXIS}(?! of)`);
  return { places, isBisecting, isThroughApex, isOnAxis };
};

/** Distances from the sides of the part, its corners, and coordinates. */
const readPlaces = (r: Reader, N: string): SaidPlace[] => {
  const places: SaidPlace[] = [];
  const onSide = (word: string, words: string): void => {
    places.push({ kind: 'side', side: sideOf(word), size: '0', words });
  };
  const end = r.take(
    '(?:at |through )?(?:the )?(left|right|front|back)(?: hand)? (?:end|corner|edge|side) of (?:the )?(base|top)',
  );
  const corner =
    end ??
    r.take('(?:at |through )?(?:the )?(?:(upper|top|lower|bottom)[ -](left|right)) (?:hand )?(?:corner|end)');
  if (corner)
    for (const word of corner.slice(1))
      onSide(word.replace(/upper/i, 'top').replace(/lower/i, 'base'), corner[0] as string);
  for (const m of r.every(
    `${N} (?:above|up from|over|below|down from|from|in from|behind|inside|off|in front of|to the right of|to the left of) ${SIDE}`,
  ))
    places.push({ kind: 'side', side: sideOf(m[2] as string), size: m[1] as string, words: m[0] as string });
  for (const m of r.every(`${N} (?:up|high)`))
    places.push({ kind: 'side', side: 'base', size: m[1] as string, words: m[0] as string });
  for (const [letters, axis] of [
    ['x|w|width', 0],
    ['y|d|depth', 1],
    ['z|h', 2],
  ] as const)
    for (const m of r.every(`(?:${letters})\\s*(?:=|at)?\\s*${N}`))
      places.push({ kind: 'coordinate', axis, size: m[1] as string, words: m[0] as string });
  const height = '(?:of )?(?:the |its )?height';
  for (const m of r.every(`(?:at )?(?:a )?(\\d+)/(\\d+) (?:${height}|(?:of the way )?up)`))
    places.push({ kind: 'share', axis: 2, share: Number(m[1]) / Number(m[2]), words: m[0] as string });
  for (const m of r.every(`(?:at )?(a|one|two|three) (third|quarter)s? (?:${height}|(?:of the way )?up)`)) {
    const parts = /third/i.test(m[2] as string) ? 3 : 4;
    const count = { two: 2, three: 3 }[(m[1] as string).toLowerCase()] ?? 1;
    places.push({ kind: 'share', axis: 2, share: count / parts, words: m[0] as string });
  }
  for (const m of r.every(`(?:at )?(?:a )?height (?:of )?${N}`))
    places.push({ kind: 'side', side: 'base', size: m[1] as string, words: m[0] as string });
  for (const [words, axis] of [
    ['half ?way along', 0],
    ['half ?way (?:back|from front to back)', 1],
    ['(?:at )?half (?:the |its )?height|half ?way up|at mid[- ]?height', 2],
  ] as const)
    for (const m of r.every(words)) places.push({ kind: 'share', axis, share: 1 / 2, words: m[0] as string });
  return places;
};

/** The rounds that are named, the longest name first, or "bore" would be read of "bore 2". */
const readRounds = (r: Reader, names: readonly string[]): string[] =>
  [...new Set(names)]
    .sort((a, b) => b.length - a.length)
    .filter((name) => {
      const own = name.replace(/[.*+?^${}()|[\]\\]/g, '\\$&').replace(/ /g, ' ?');
      return r.has(
        `(?:through|along|about|of|on)? ?(?:the )?(?:(?:axis|middle) (?:of )?)?(?:the )?${own}(?:'s)?(?: (?:axis|middle))?`,
      );
    });

/**
 * Reads a sentence that states a cutting plane by how it stands and what it passes through: "inclined at 45 degrees to HP, perpendicular to VP, bisecting the
 * axis". Each thing that is understood is taken out; what is left over is told.
 * @param rounds the names of round features that may be named
 */
export const readPlaneSentence = (
  typed: string,
  part: PartFile,
  rounds: readonly string[],
): PlaneSentence => {
  const plain = ONE_WORD.reduce((t, [from, to]) => t.replace(from, to), typed);
  // "parallel to the axis, 10 from it"
  const r = reader(
    /parallel (?:to|with) (?:the )?axis/i.test(plain)
      ? plain.replace(/\b(of|from|behind) it\b/gi, '$1 the axis')
      : plain,
  );
  const { take, has } = r;
  const N = figurePattern(part);
  // which part goes, and where one looks from, before "left" and "front" are taken for sides
  const { gone, isHalfGone, isQuarterGone } = readGone(r);
  const isHalf = has('(?:half|quarter)[- ]section') || isQuarterGone;
  const cutOff = take(
    `(?:cut|saw|slice|take|trim) off (?:the )?(top|bottom|left|right|front|back)(?: (?:side|end|face))?,? (?:at )?${N}`,
  );
  const from = take(
    '(?:looking|looks|look|seen|viewed) from (?:the )?(above|top|below|left|right|front|back|rear)',
  );
  const towards = take(
    '(?:looking|looks|look)(?: towards| toward| to| at)?(?: the)? (up|down|left|right|back|rear|front)',
  );
  const view = take(
    '(?:seen |an edge )?(?:in )?(?:the )?(front|top|left|right|plan|elevation)(?: view| elevation)',
  );
  const slope = readSlope(r, N);
  const squareTo = readSquare(r);
  const parallel = take(`parallel (?:to|with) ${PLANE}`);
  const faces: Axis[] = parallel ? [axisOf(parallel[1] as string)] : [];
  const side = parallel && /^(front|back|left|right|top|bottom|base)\b/i.exec(parallel[1] as string)?.[1];
  for (const m of r.every('facing (?:the )?(front|back|rear|side|left|right|top)'))
    faces.push(/front|back|rear/i.test(m[1] as string) ? 1 : /top/i.test(m[1] as string) ? 2 : 0);
  // along the part, seen from the front
  const isLengthwise = has('longitudinal|lengthwise|lengthways');
  if (isLengthwise) faces.push(1);
  const isAlongAxis = has('parallel (?:to|with) (?:the )?axis');
  const isAcrossAxis = has(
    'transverse|(?:perpendicular|square|normal|at right angles) (?:to|with) (?:the )?axis|cross[- ]section',
  );
  const isUpright = has('vertical|upright');
  if (has('horizontal|level')) faces.push(2);
  if (has('frontal')) faces.push(1);
  if (has('profile')) faces.push(0);
  const leans = readLean(r);
  const axis = readAxis(r, N);
  const named = readRounds(r, rounds);
  const places = [...axis.places, ...readPlaces(r, N)];
  if (cutOff) {
    const words = (cutOff[0] as string).trim();
    places.push({ kind: 'side', side: sideOf(cutOff[1] as string), size: cutOff[2] as string, words });
  }
  if (side)
    for (const m of r.every(`${N} (?:in|inside|inwards|deep|below|behind)`))
      places.push({ kind: 'side', side: sideOf(side), size: m[1] as string, words: m[0] as string });
  const isMiddle = has('(?:through|in|at|along|down) (?:the )?middle|midway');
  const rest = r.rest();
  const isFigure = rest !== '' && attempt(() => sizeReader(part).length(rest, [])).ok;
  return {
    isHalf,
    gone: cutOff ? [...gone, cutOff[1] as string] : gone,
    isHalfGone,
    isLengthwise,
    isAlongAxis,
    ...(from
      ? { sight: { way: 'from', side: from[1] as string } }
      : towards && { sight: { way: 'towards', side: towards[1] as string } }),
    ...(view && { view: (view[1] as string).toLowerCase() }),
    ...(slope && { slope }),
    ...(leans && { leans }),
    squareTo,
    faces,
    ...(side && { besideSide: sideOf(side) }),
    isAcrossAxis,
    isUpright,
    isOnAxis: axis.isOnAxis,
    isBisecting: axis.isBisecting,
    isThroughApex: axis.isThroughApex,
    isMiddle,
    rounds: named,
    places,
    ...(isFigure && { bare: rest }),
    over: isFigure ? '' : rest,
  };
};
