import { VIEW_NAMES, type ViewName } from '../geometry/viewFrames.ts';
import { attempt, Refusal, type Result } from '../number/fault.ts';
import { type Said, says } from '../number/faultWords.ts';
import { tidyFigure } from '../number/tidyFigure.ts';
import type { Quantity } from '../part/quantity.ts';
import { AUXILIARY, type PartFile, type TraceFile, typedQuantity } from '../part/schema.ts';
import { sizeReader } from '../part/sizes.ts';
import type { CutMark } from '../section/cutMarks.ts';
import type { ViewSides } from '../section/viewSides.ts';
import { type NamedCorner, traceByCorners } from './cutByCorners.ts';
import { centreNamed, type FeatureCutContext, statedByFeature } from './cutByFeature.ts';

/** A cut as it was typed: its trace without a name, and what was taken for granted. */
export type ReadCut = { readonly trace: Omit<TraceFile, 'name'>; readonly assumed: readonly string[] };

/** What a typed cut is read against. */
export type CutContext = {
  readonly part: PartFile;
  /** the part's edges in a view; nothing where the view is not on the sheet */
  readonly sidesOf: (view: ViewName) => ViewSides | undefined;
  /** features that may be named; none where missing */
  readonly marks?: readonly CutMark[] | undefined;
  /** corners that may be named; none where missing */
  readonly corners?: readonly NamedCorner[] | undefined;
};

type Point = [Quantity, Quantity];
type Edge = 'left' | 'right' | 'bottom' | 'top';

const VIEWS: readonly (readonly [RegExp, ViewName])[] = [
  [/front(?:\s+(?:view|elevation))?|elevation/, 'front'],
  [/top(?:\s+view)?|plan(?:\s+view)?/, 'top'],
  [/left(?:[\s-]+(?:side\s+)?(?:view|end\s+elevation))/, 'left'],
  [/right(?:[\s-]+(?:side\s+)?(?:view|end\s+elevation))/, 'right'],
  [/bottom\s+view|view\s+from\s+below/, 'bottom'],
  [/back\s+view|rear\s+view/, 'back'],
];
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
  [/\bthe\b|\bside\b|\bedge\b|\ban?\b/g, ' '],
  [/°|\bdeg\b/g, ' degrees '],
];

const refusal = (said: Said): Refusal => new Refusal({ path: ['cuts'], where: 'the cut', ...said });
const refuse = (code: 'cutline.place' | 'cutline.figure' | 'cutline.word', typed: string): never => {
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
    'centre center the edge a an at on middle over across along up high down and corner to then level upright degrees deg look looking looks'
  ).split(' '),
);

/** Words that say nothing are left out, and those with one meaning are brought to one word. */
const tidied = (typed: string): string =>
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

/** A point: one place along each axis, in either order: "13 up at left", "20 from left, 5 up", "top left". */
const pointOf = (text: string, sides: ViewSides, part: PartFile): Point | undefined => {
  const t = text.replace(/^(?:at|in|from|through) (?!bottom$|top$|left$|right$)/, '').replace(/ corner$/, '');
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
const straightTrace = (text: string, sides: ViewSides, part: PartFile): Point[] | undefined => {
  const m = /^(level|upright)?,? ?(.*)$/.exec(text);
  const place = m?.[2] ?? '';
  const level = m?.[1] === 'upright' ? undefined : alongAxis(place, 1, sides, part);
  // "in the middle" alone says neither
  const isMiddle = /middle$/.test(place) && !m?.[1];
  if (isMiddle) return undefined;
  if (level !== undefined)
    return [
      [sides[0], level],
      [sides[2], level],
    ];
  const upright = m?.[1] === 'level' ? undefined : alongAxis(place, 0, sides, part);
  if (upright === undefined) return undefined;
  return [
    [upright, sides[1]],
    [upright, sides[3]],
  ];
};

/** Where a typed trace runs: by an angle, from point to point, or straight across. */
const statedBy = (
  text: string,
  sides: ViewSides,
  part: PartFile,
  features: FeatureCutContext,
): Pick<TraceFile, 'through' | 'at' | 'angle'> => {
  const place = (typed: string): Point | undefined => {
    const centre = centreNamed(typed, features);
    return centre ? [centre[0], centre[1]] : pointOf(typed, sides, part);
  };
  const byFeature = statedByFeature(text, features);
  if (byFeature) return byFeature;
  const [before, behind] = [
    /^(?:at )?(.+?) degrees,? (?:through |from |at )?(.+)$/.exec(text),
    /^(?:through |from )?(.+?),? at (\S+) degrees$/.exec(text),
  ];
  const [typed, at] = before ? [before[1], before[2]] : [behind?.[2], behind?.[1]];
  if (typed !== undefined && at !== undefined) {
    const angle = attempt(() => sizeReader(part).angle(typed, []));
    if (!angle.ok) return refuse('cutline.figure', typed);
    return { at: place(at) ?? refuse('cutline.place', at), angle: typedQuantity(typed) };
  }
  const stops = text.replace(/^from (?=.* to )/, '').split(/,? (?:to|then) /);
  if (stops.length > 1) return { through: stops.map((s) => place(s) ?? refuse('cutline.place', s)) };
  return { through: straightTrace(text, sides, part) ?? refuse('cutline.place', text) };
};

/** The way to look where none is typed: down on what is level or slopes, to the right at what is upright. */
const usualLook = (trace: Pick<TraceFile, 'through' | 'angle'>, part: PartFile): TraceFile['look'] => {
  const size = (q: Quantity | undefined): number => {
    const read = attempt(() => sizeReader(part).length(q ?? 0, []));
    return read.ok ? read.value : 0;
  };
  const [a, b] = trace.through ?? [];
  if (a && b) return Math.abs(size(b[0]) - size(a[0])) > 1e-9 ? 'down' : 'right';
  return Math.abs(Math.cos((Number(trace.angle) * Math.PI) / 180)) > 1e-9 ? 'down' : 'right';
};

/**
 * Reads a cut as drafters say it: "front view, 16 up at the left to 58 up at the right, looking down", "top, 12 from bottom",
 * "front, at 45 degrees through 20 from left, 10 up", "top, level through bore", "front, parallel to the slope of wedge, 5 in", "through corners 1, 5 and 9". Distances are counted from the view's own edges. Every word is used, or named.
 * @returns a fault with the place and a remedy where something cannot be read
 */
export const readCutLine = (
  typed: string,
  { part, sidesOf, marks, corners = [] }: CutContext,
): Result<ReadCut> =>
  attempt(() => {
    const assumed: string[] = [];
    const bare = typed.trim().replace(/[.;]\s*$/, '');
    const sight = /,? look(?:ing|s)?(?: to)? (up|down|left|right)$/i.exec(bare);
    const byCorners = traceByCorners(
      sight ? bare.slice(0, sight.index) : bare,
      corners,
      VIEW_NAMES.filter((v) => sidesOf(v)),
      part,
    );
    if (byCorners) {
      const isOblique = byCorners.seenIn === AUXILIARY;
      const usual = isOblique ? 'down' : usualLook(byCorners, part);
      const look = (sight?.[1]?.toLowerCase() as TraceFile['look'] | undefined) ?? usual;
      assumed.push(
        isOblique
          ? 'an edge in an auxiliary view on the top view, for it slopes in all others'
          : `in the ${byCorners.seenIn} view, where it is an edge`,
      );
      if (!sight) assumed.push(`looking ${look}`);
      return { trace: { ...byCorners, look }, assumed };
    }
    const text = tidied(typed.replace(/[.;]\s*$/, ''))
      .replace(/^(?:cut|section|plane|trace)\b,? ?/, '')
      .replace(/^(?:in|through) /, '');
    const named = VIEWS.map(([words, view]) => ({
      view,
      m: new RegExp(`^(?:${words.source})(?: |,|:|$)[, :]*`).exec(text),
    })).find(({ m }) => m);
    if (!named?.m) throw refusal(says('cutline.view', { typed: typed.trim() }));
    const sides = sidesOf(named.view);
    if (!sides) throw refusal(says('cutline.absent', { view: named.view }));
    const rest = text.slice(named.m[0].length);
    const looks = /,? ?look(?:ing|s)?(?: to)? (up|down|left|right)$/.exec(rest);
    const where = looks ? rest.slice(0, looks.index) : rest;
    const unread = /\blook\w*\b.*$/.exec(where);
    if (unread) refuse('cutline.word', unread[0]);
    const lengthOf = (text: string): number => {
      const worth = attempt(() => sizeReader(part).length(text, []));
      return worth.ok ? worth.value : refuse('cutline.figure', text);
    };
    const stated = statedBy(where.trim(), sides, part, {
      marks: (marks ?? []).filter((m) => m.view === named.view),
      sides,
      tidied,
      figure: lengthOf,
      place: (text) => {
        const at = pointOf(text, sides, part);
        return at && [lengthOf(String(at[0])), lengthOf(String(at[1]))];
      },
    });
    const look = (looks?.[1] as TraceFile['look'] | undefined) ?? usualLook(stated, part);
    if (!looks) assumed.push(`looking ${look}`);
    return { trace: { seenIn: named.view, ...stated, look }, assumed };
  });
