import { EDGE_ON } from '../geometry/nearness.ts';
import type { Vec2 } from '../geometry/vec.ts';
import { VIEW_FRAMES, VIEW_NAMES, type ViewName } from '../geometry/viewFrames.ts';
import { attempt, type Result } from '../number/fault.ts';
import { says } from '../number/faultWords.ts';
import { tidyFigure } from '../number/tidyFigure.ts';
import { mainAxis } from '../part/mainAxis.ts';
import type { Quantity } from '../part/quantity.ts';
import { AUXILIARY, type PartFile, type TraceFile, typedQuantity } from '../part/schema.ts';
import { sizeReader } from '../part/sizes.ts';
import type { CutMark } from '../section/cutMarks.ts';
import { lookThatShows } from '../section/cutSight.ts';
import type { ViewSides } from '../section/viewSides.ts';
import { flatten } from '../view/project.ts';
import type { NamedCorner } from './cornerPlaces.ts';
import { traceByCorners } from './cutByCorners.ts';
import { centreNamed, type FeatureCutContext, statedByFeature } from './cutByFeature.ts';
import { traceByPlane } from './cutByPlane.ts';
import { type Point, pointOf, refusal, refuse, straightTrace, throughStops, tidied } from './cutPlaces.ts';

/** A cut as it was typed: its trace without a name, and what was taken for granted. */
export type ReadCut = {
  readonly trace: Omit<TraceFile, 'name'>;
  readonly assumed: readonly string[];
  /** its letters, where they were typed */
  readonly name?: string;
  /** the section by itself as which its face is to be drawn, where one was typed */
  readonly drawnAs?: 'removed' | 'revolved';
};

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

const VIEWS: readonly (readonly [RegExp, ViewName])[] = [
  [/front(?:\s+(?:view|elevation))?|elevation/, 'front'],
  [/top(?:\s+view)?|plan(?:\s+view)?/, 'top'],
  [/left(?:[\s-]+(?:side\s+)?(?:view|end\s+elevation))/, 'left'],
  [/right(?:[\s-]+(?:side\s+)?(?:view|end\s+elevation))/, 'right'],
  [/bottom\s+view|view\s+from\s+below/, 'bottom'],
  [/back\s+view|rear\s+view/, 'back'],
];
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
  const stops = text
    .replace(/^from (?=.* to )/, '')
    .replace(/,? then to /g, ' then ')
    .replace(/ then (up|down|left|right|across|over) to(?= |$)/g, ' then $1')
    .split(/,? (?:to|then) /);
  if (stops.length > 1) return { through: throughStops(stops, place, sides, part) };
  const pairs = /^(?:through )?([([][^)\]]*[)\]])(?:,? (?:and )?([([][^)\]]*[)\]]))+$/.test(text)
    ? [...text.matchAll(/[([][^)\]]*[)\]]/g)].map((m) => m[0])
    : /^(?:through )?-?[\d./]+ ?, ?-?[\d./]+ and -?[\d./]+ ?, ?-?[\d./]+$/.test(text)
      ? text.replace(/^through /, '').split(' and ')
      : [];
  if (pairs.length > 1) return { through: throughStops(pairs, place, sides, part) };
  const between = /^through (.+) and (.+)$/.exec(text);
  const [first, second] = between ? [place(between[1] as string), place(between[2] as string)] : [];
  if (first && second) return { through: [first, second] };
  return { through: straightTrace(text, sides, part) ?? refuse('cutline.place', text) };
};

/** The way to look where none is typed: down on what is level or slopes, to the right at what is upright, or the other way if only that shows in a view. */
const usualLook = (
  { seenIn, through, angle }: Pick<TraceFile, 'through' | 'angle'> & { readonly seenIn: ViewName },
  part: PartFile,
  onSheet: readonly ViewName[],
): TraceFile['look'] => {
  const size = (q: Quantity | undefined): number => {
    const read = attempt(() => sizeReader(part).length(q ?? 0, []));
    return read.ok ? read.value : 0;
  };
  const [a, b] = through ?? [];
  const isUpright =
    a && b
      ? Math.abs(size(b[0]) - size(a[0])) <= 1e-9
      : Math.abs(Math.cos((Number(angle) * Math.PI) / 180)) <= 1e-9;
  return lookThatShows(seenIn, isUpright ? ['right', 'left'] : ['down', 'up'], onSheet);
};

/** "A-A" or "section B-B" before or behind a cut: its letters. */
const lettered = (typed: string): { readonly name?: string; readonly rest: string } => {
  const m = /(?:^|[,;] *)(?:cut |section |plane |trace )?([A-Z])[-–]\1\b[:,]? *| ([A-Z])[-–]\2$/.exec(typed);
  if (!m) return { rest: typed };
  const rest = `${typed.slice(0, m.index)} ${typed.slice(m.index + m[0].length)}`.trim();
  return { name: m[1] ?? (m[2] as string), rest };
};

/** "removed section, 20 from the left" or "20 from the left, as a revolved section": what is drawn of its face. */
const drawnBySelf = (typed: string): { readonly drawnAs?: 'removed' | 'revolved'; readonly rest: string } => {
  const m =
    /^(?:an? )?(removed|revolved) section\b[:,]? *(?:at )?|,? *(?:as )?an? (removed|revolved) section$/i.exec(
      typed,
    );
  if (!m) return { rest: typed };
  const drawnAs = (m[1] ?? (m[2] as string)).toLowerCase() as 'removed' | 'revolved';
  return { drawnAs, rest: `${typed.slice(0, m.index)}${typed.slice(m.index + m[0].length)}` };
};

/** What angles are written to, which the view says already: to HP in the front view, to VP in the top view. */
const ANGLE_TO: Readonly<Partial<Record<ViewName, RegExp>>> = {
  front: /degrees to (?:h\.?p\.?|horizontal|level|base|ground|xy|horizontal plane)(?= |,|$)/gi,
  top: /degrees to (?:v\.?p\.?|vertical plane|upright plane|xy)(?= |,|$)/gi,
};

/**
 * Reads a cut as drafters say it: "front view, 16 up at the left to 58 up at the right, looking down", "top, 12 from bottom",
 * "front, at 45 degrees through 20 from left, 10 up", "top, level through bore", "front, parallel to the slope of wedge, 5 in", "through corners 1, 5 and 9". Distances are counted from the view's own edges. Every word is used, or named.
 * @returns a fault with the place and a remedy where something cannot be read
 */
export const readCutLine = (typed: string, context: CutContext): Result<ReadCut> =>
  attempt(() => {
    const { name, rest } = lettered(typed.trim().replace(/[.;]\s*$/, ''));
    const { drawnAs, rest: plane } = drawnBySelf(rest);
    const read = cutOf(plane, context);
    return { ...read, ...(name !== undefined && { name }), ...(drawnAs && { drawnAs }) };
  });

/** A line that names a face, or several rounds, and so can be read without its view. */
const BY_FEATURES =
  /^(?:(?:parallel|square) (?:to|with)|(?:stepped|offset|bent|aligned)\b|(?:through|along) .*(?: and |\b(?:holes|bores|rounds|bosses)$))/;

/** The part's own axis as a view shows it: a line, or a point where it is seen end-on. */
const axisIn = (view: ViewName, part: PartFile): CutMark | undefined => {
  const axis = mainAxis(part);
  if (!axis) return undefined;
  const f = VIEW_FRAMES[view];
  const along = flatten(f, axis.along);
  const size = Math.hypot(...along);
  const at = flatten(f, axis.at).map(tidyFigure) as unknown as Vec2;
  const isEndOn = size < EDGE_ON;
  if (!isEndOn && size < 1 - EDGE_ON) return undefined;
  return { view, kind: 'round', name: 'axis', at, ...(!isEndOn && { along }) };
};

/** A cut without its letters. */
const cutOf = (typed: string, { part, sidesOf, marks = [], corners = [] }: CutContext): ReadCut => {
  const assumed: string[] = [];
  const onSheet = VIEW_NAMES.filter((v) => sidesOf(v));
  const sight = /,? look(?:ing|s)?(?: to)? (up|down|left|right)$/i.exec(typed);
  const byCorners = traceByCorners(sight ? typed.slice(0, sight.index) : typed, corners, onSheet, part);
  if (byCorners) {
    const { trace } = byCorners;
    const usual = trace.seenIn === AUXILIARY ? 'down' : usualLook(trace, part, onSheet);
    const look = (sight?.[1]?.toLowerCase() as TraceFile['look'] | undefined) ?? usual;
    assumed.push(
      ...byCorners.assumed,
      trace.seenIn === AUXILIARY
        ? 'an edge in an auxiliary view on the top view, for it slopes in all others'
        : `in the ${trace.seenIn} view, where it is an edge`,
    );
    if (!sight) assumed.push(`looking ${look}`);
    return { trace: { ...trace, look }, assumed };
  }
  const bare = tidied(typed).replace(/^(?:cut|section|plane|trace)\b,? ?/, '');
  const text = bare.replace(/^(?:in|through) /, '');
  // "front half removed" names no view
  const isSide =
    /^(?:front|back|top|left|right) (?:left |right |upper |lower )?(?:half|quarter|part|portion)\b/.test(
      text,
    );
  const named = VIEWS.map(([words, view]) => ({
    view,
    m: isSide ? null : new RegExp(`^(?:${words.source})(?: |,|:|$)[, :]*`).exec(text),
  })).find(({ m }) => m);
  const features = (view: ViewName, sides: ViewSides): FeatureCutContext => {
    const lengthOf = (size: string): number => {
      const worth = attempt(() => sizeReader(part).length(size, []));
      return worth.ok ? worth.value : refuse('cutline.figure', size);
    };
    return {
      marks: marks.filter((m) => m.view === view),
      axis: axisIn(view, part),
      sides,
      tidied,
      figure: lengthOf,
      place: (typedPlace) => {
        const at = pointOf(typedPlace, sides, part);
        return at && [lengthOf(String(at[0])), lengthOf(String(at[1]))];
      },
    };
  };
  const looks = /,? ?look(?:ing|s)?(?: to)? (up|down|left|right)$/.exec(text);
  const looking = (view: ViewName, stated: Pick<TraceFile, 'through' | 'at' | 'angle'>): ReadCut => {
    const look =
      (looks?.[1] as TraceFile['look'] | undefined) ?? usualLook({ seenIn: view, ...stated }, part, onSheet);
    return {
      trace: { seenIn: view, ...stated, look },
      assumed: [...(named?.m ? [] : [`an edge in the ${view} view`]), ...(looks ? [] : [`looking ${look}`])],
    };
  };
  const where = (begins: number): string => {
    const own = (looks ? text.slice(0, looks.index) : text).slice(begins);
    const unread = /\blook\w*\b.*$/.exec(own);
    if (unread) refuse('cutline.word', unread[0]);
    return own.trim();
  };
  if (!named?.m) {
    // features say by themselves in which view the plane is an edge
    const ofFeatures = looks ? bare.slice(0, bare.length - looks[0].length) : bare;
    for (const view of BY_FEATURES.test(ofFeatures) ? onSheet : []) {
      const stated = statedByFeature(ofFeatures, features(view, sidesOf(view) as ViewSides));
      if (stated) return looking(view, stated);
    }
    const front = sidesOf('front');
    const heights = front && attempt(() => statedBy(where(0), front, part, features('front', front)));
    if (heights?.ok && heights.value.through && / to /.test(text)) return looking('front', heights.value);
    const byPlane = traceByPlane(typed, { part, sidesOf, marks });
    if (byPlane) return byPlane;
    throw refusal(says('cutline.view', { typed: typed.trim() }));
  }
  const { view } = named;
  const sides = sidesOf(view);
  if (!sides) throw refusal(says('cutline.absent', { view }));
  const own = where(named.m[0].length).replace(ANGLE_TO[view] ?? /$^/, 'degrees');
  return looking(view, statedBy(own, sides, part, features(view, sides)));
};
