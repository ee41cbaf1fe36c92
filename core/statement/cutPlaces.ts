import { attempt, Refusal, type Result } from '../number/fault.ts';
import { type Said, says } from '../number/faultWords.ts';
import { tidyFigure } from '../number/tidyFigure.ts';
import type { Quantity } from '../part/quantity.ts';
import { type PartFile, typedQuantity } from '../part/schema.ts';
import { sizeReader } from '../part/sizes.ts';
import type { ViewSides } from '../section/viewSides.ts';

/** A point of a trace in its view. */
export type Point = [Quantity, Quantity];
type Edge = 'left' | 'right' | 'bottom' | 'top';

/** Where each edge stands among the sides of a view, along which axis, and the way that leads into the part from it. */
const EDGES: Record<Edge, { readonly axis: 0 | 1; readonly side: 0 | 1 | 2 | 3; readonly inward: 1 | -1 }> = {
  left: { axis: 0, side: 0, inward: 1 },
  bottom: { axis: 1, side: 1, inward: 1 },
  right: { axis: 0, side: 2, inward: -1 },
  top: { axis: 1, side: 3, inward: -1 },
};
const OTHER_WORDS: readonly (readonly [RegExp, string])[] = [
  [/\blower\b|\bfoot\b/g, 'bottom'],
  [/\bupper\b/g, 'top'],
  [/\bcent(?:re|er)\b/g, 'middle'],
  [/\bhorizontal(?:ly)?\b/g, 'level'],
  [/\bvertical(?:ly)?\b/g, 'upright'],
  [/\bthe\b|\bside\b|\bedge\b|\ban?\b/g, ' '],
  [/°|\bdeg\b/g, ' degrees '],
];

/** The refusal of a cut that cannot be read. */
export const refusal = (said: Said): Refusal => new Refusal({ path: ['cuts'], where: 'the cut', ...said });
/** Refuses a place, a figure or a word of a typed cut. */
export const refuse = (code: 'cutline.place' | 'cutline.figure' | 'cutline.word', typed: string): never => {
  throw refusal(says(code, { typed }));
};

/** A coordinate of a view: so much from one of its edges, as an expression where the figure is one. */
const fromEdge = (text: string, edge: Edge, sides: ViewSides, part: PartFile): Quantity => {
  const { side, inward } = EDGES[edge];
  const own = text.trim();
  const worth = attempt(() => sizeReader(part).length(own, []));
  if (!worth.ok) return refuse('cutline.figure', own);
  const base = sides[side];
  const isPlain = /^[\d.]+$/.test(own);
  // a unit belongs to a whole expression, so such a sum is worked out here
  if (isPlain || /(?:mm|in|sq|")$/.test(own)) return tidyFigure(base + inward * worth.value);
  const bracketed = /[-+]/.test(own) ? `(${own})` : own;
  if (base === 0 && inward === 1) return typedQuantity(own);
  return `${base} ${inward === 1 ? '+' : '-'} ${bracketed}`;
};

/**
 * A coordinate that may be counted from an edge of the view: "13 from right", "left", "middle"; a figure without an edge stays what it is.
 * @returns nothing where no edge is named; a fault that names what cannot be read
 */
export const countedFromEdge = (
  typed: string,
  axis: 0 | 1,
  sides: ViewSides,
  part: PartFile,
): Result<Quantity> | undefined => {
  const text = tidied(typed);
  if (!/\b(?:left|right|top|bottom|middle|up|down|from)\b/.test(text)) return undefined;
  return attempt(() => alongAxis(text, axis, sides, part) ?? refuse('cutline.place', typed.trim()));
};

const WORDS = new Set(
  (
    'front view elevation top plan left right side end bottom from below back rear cut section plane trace in through lower foot upper ' +
    'centre center the edge a an at on middle over across along up high down and corner to then level upright degrees deg look looking looks horizontal horizontally vertical vertically axis'
  ).split(' '),
);

/** Words that say nothing are left out, and those with one meaning are brought to one word. */
export const tidied = (typed: string): string =>
  OTHER_WORDS.reduce(
    (t, [from, to]) => t.replace(from, to),
    // names of sizes keep their letters as they are
    ` ${typed.replace(/[A-Za-z]+/g, (w) => (WORDS.has(w.toLowerCase()) ? w.toLowerCase() : w))} `,
  )
    .replace(/\s+/g, ' ')
    .trim();

const FIGURE = '(.+?)';
/** "13 from left", "13 up", "left", "middle": a place along one axis. */
const alongAxis = (text: string, axis: 0 | 1, sides: ViewSides, part: PartFile): Quantity | undefined => {
  const [low, high]: readonly Edge[] = axis === 0 ? ['left', 'right'] : ['bottom', 'top'];
  if (/^(?:at |in |on )?middle$/.test(text)) return tidyFigure((sides[axis] + sides[axis + 2]!) / 2);
  if (new RegExp(`^(?:at |on )?${low}$`).test(text)) return sides[axis];
  if (new RegExp(`^(?:at |on )?${high}$`).test(text)) return sides[axis + 2];
  const ways: readonly (readonly [string, Edge])[] =
    axis === 0
      ? [
          [`^${FIGURE} from left$`, 'left'],
          [`^${FIGURE} from right$`, 'right'],
          [`^${FIGURE} (?:over|across|along)$`, 'left'],
        ]
      : [
          [`^${FIGURE} (?:up )?from bottom$`, 'bottom'],
          [`^${FIGURE} (?:down )?from top$`, 'top'],
          [`^${FIGURE} (?:up|high)$`, 'bottom'],
          [`^${FIGURE} down$`, 'top'],
        ];
  for (const [way, edge] of ways) {
    const m = new RegExp(way).exec(text);
    if (m) return fromEdge(m[1] as string, edge as Edge, sides, part);
  }
  return undefined;
};

/** "(0, 35)", "0, 35" or "0 35": from the left and from below. */
const figurePair = (text: string, sides: ViewSides, part: PartFile): Point | undefined => {
  const m = /^(?:at |through )?[([]? ?(-?[\d./]+) ?(?:, ?| )(-?[\d./]+) ?[)\]]?$/.exec(text);
  return m
    ? [fromEdge(m[1] as string, 'left', sides, part), fromEdge(m[2] as string, 'bottom', sides, part)]
    : undefined;
};

/** A point: one place along each axis, in either order: "13 up at left", "20 from left, 5 up", "top left". */
export const pointOf = (text: string, sides: ViewSides, part: PartFile): Point | undefined => {
  const pair = figurePair(text, sides, part);
  if (pair) return pair;
  const t = text
    .replace(/^(?:at|in|from|through) (?!bottom$|top$|left$|right$)/, '')
    .replace(/^corners? /, '')
    .replace(/^middle of (left|right)$/, 'middle at $1')
    .replace(/^middle of (top|bottom)$/, '$1, middle')
    .replace(/ corner$/, '')
    // "20 up from the left" is 20 up, at the left
    .replace(/ (up|down) from (left|right)$/, ' $1 at $2');
  const joints = [...t.matchAll(/, | and | at | on | (?=left$|right$)|(?<=^(?:at |on )?(?:left|right)) /g)];
  for (const j of joints) {
    const halves = [t.slice(0, j.index), t.slice((j.index ?? 0) + j[0].length)].map((s) => s.trim());
    for (const [across, up] of [halves, halves.toReversed()] as [string, string][]) {
      const u = alongAxis(across, 0, sides, part);
      const v = u === undefined ? undefined : alongAxis(up, 1, sides, part);
      if (u !== undefined && v !== undefined) return [u, v];
    }
  }
  return undefined;
};

/** A plane that is level or upright in the view: "12 up", "level, 12 up", "upright in middle". */
export const straightTrace = (text: string, sides: ViewSides, part: PartFile): Point[] | undefined => {
  const m = /^(level|upright)?,? ?(?:through )?(.*?)(?:,? (level|upright))?$/.exec(text);
  const place = m?.[2] ?? '';
  const way = m?.[1] ?? m?.[3];
  const level = way === 'upright' ? undefined : alongAxis(place, 1, sides, part);
  // "in the middle" alone says neither
  const isMiddle = /middle$/.test(place) && !way;
  if (isMiddle) return undefined;
  const bareFigure = way ? /^(?:at )?([\d./]+(?: \d+\/\d+)?)$/.exec(place)?.[1] : undefined;
  if (bareFigure !== undefined)
    return straightTrace(`${way} ${bareFigure} from ${way === 'level' ? 'bottom' : 'left'}`, sides, part);
  if (level !== undefined)
    return [
      [sides[0], level],
      [sides[2], level],
    ];
  const upright = way === 'level' ? undefined : alongAxis(place, 0, sides, part);
  if (upright === undefined) return undefined;
  return [
    [upright, sides[1]],
    [upright, sides[3]],
  ];
};

/** The side of a view towards which a stop leads: "right to the edge". */
const towardsEdge = (stop: string): 0 | 1 | 2 | 3 | undefined => {
  const way = /^(?:to |on )?(left|right|up|down)(?: to| end)?$/.exec(stop)?.[1];
  return way === undefined ? undefined : ({ left: 0, down: 1, right: 2, up: 3 } as const)[way as 'left'];
};

/** A stop that names one place only, so that the other of the stop before is kept: "40 from left", "up 50", "right to the edge". */
const turnAt = (stop: string, before: Point, sides: ViewSides, part: PartFile): Point | undefined => {
  const [, way = '', t = stop] = /^(up|down|left|right|on|across|over|along) (?:to )?(.+)$/.exec(stop) ?? [];
  const isFigure = /^[\d./]+$/.test(t);
  const along = (axis: 0 | 1, low: Edge): Quantity | undefined =>
    alongAxis(t, axis, sides, part) ?? (isFigure && way ? fromEdge(t, low, sides, part) : undefined);
  const across = /^(?:up|down)$/.test(way) ? undefined : along(0, 'left');
  const up = /^(?:left|right|across|over|along)$/.test(way) ? undefined : along(1, 'bottom');
  if (across !== undefined && up === undefined) return [across, before[1]];
  if (up !== undefined && across === undefined) return [before[0], up];
  const side = towardsEdge(stop);
  if (side === undefined) return undefined;
  return side % 2 === 0 ? [sides[side], before[1]] : [before[0], sides[side]];
};

/** The points of a trace from stop to stop; of a bent one, a stop may name what changes alone. @param place reads a whole point */
export const throughStops = (
  stops: readonly string[],
  place: (typed: string) => Point | undefined,
  sides: ViewSides,
  part: PartFile,
): Point[] => {
  const points: Point[] = [];
  for (const stop of stops) {
    const before = points.at(-1);
    const turn = (): Point | undefined =>
      before && stops.length > 2 ? turnAt(stop, before, sides, part) : undefined;
    points.push(place(stop) ?? turn() ?? refuse('cutline.place', stop));
  }
  return points;
};
