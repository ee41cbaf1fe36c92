import type { ViewName } from '../../geometry/viewFrames.ts';
import type { Account } from '../../naming/accounts.ts';
import type { FigureOrigin, Origin } from '../figureOrigin.ts';
import type { MeasuredFrom, ProjectorFrom, Spot } from '../instruction.ts';
import { placeName, viewNamed } from '../plan.ts';
import type { PlannedStep } from '../step.ts';
import { figureText, sizesInWords } from './figures.ts';
import { placeWords, rimWords } from './places.ts';
import type { Sentences } from './sentence.ts';
import type { Wording } from './wording.ts';

const ACCOUNT: Record<Account, string> = { W: 'width', D: 'depth', H: 'height' };

const ORIGIN: Record<Exclude<FigureOrigin, 'convenient' | 'given' | 'counted'>, string> = {
  sheet: 'set by the layout',
  planned: 'an overall one that no sum of sizes gives: it was calculated when the sheet was planned',
  calculated: 'calculated from the given sizes and angles',
};

/** Why a coordinate is set off, with what each of its sizes is. */
const whySetOff = (w: Wording, account: Account, o: Origin): string => {
  if (o.source === 'convenient') return 'A convenient place: the curve is plotted point by point.';
  const words = o.sizes?.length ? sizesInWords(w, o.sizes) : '';
  const from =
    o.source === 'given' || o.source === 'counted'
      ? `${o.source === 'given' ? 'given' : 'counted from the given sizes'}${words && `: ${words}`}`
      : ORIGIN[o.source];
  return `The ${ACCOUNT[account]} is ${from}. It is measured once, and projected from now on.`;
};

const ALONG = { left: 'along', right: 'along', bottom: 'up', top: 'down' } as const;

/** Where a coordinate of a view is measured from. @returns it in full, and in brief where the view is named already */
const measuredFrom = (
  from: Exclude<MeasuredFrom, { kind: 'last corner' }>,
  view: ViewName | undefined,
): [string, string] => {
  if (from.kind === 'corner') return [`from the corner of the ${view} view`, 'from the corner'];
  if (from.kind === 'nought')
    return [
      `in the ${view} view from the line of the part's own nought, ${from.way}`,
      `${from.way} from the part's own nought`,
    ];
  const end = `from the ${from.end}`;
  return [`${ALONG[from.end]} the ${from.side} side of the ${view} view, ${end}`, end];
};

const TURN = {
  mitre: {
    how: 'to the mitre line and turn there',
    why: 'The 45-degree line turns depths: as far from XY in the one view, as far from the upright line in the other.',
  },
  arcs: {
    how: 'to the line between the views, swing it about the corner with the compass',
    why: 'An arc about the corner keeps the distance from XY.',
  },
  distances: {
    how: 'with the dividers from XY',
    why: 'The distance from XY is the same in both views; the dividers carry it.',
  },
} as const;

/** What a coordinate is one of: a place, or the box that is being set out. */
const ofWhat = (w: Wording, spot: Spot | undefined, { stage }: PlannedStep): string => {
  const words = spot && placeWords(w, spot);
  return words ? ` of ${words}` : stage === 'setting out' ? ' of the box' : '';
};

/** Where a projector starts, in words. */
const startWords = (w: Wording, from: ProjectorFrom): string => {
  const { view, at } = from;
  if (from.kind === 'rim') return `${rimWords(w, from.view, from.centre, at)} in the ${view} view`;
  if (view === undefined) return 'the point marked between the views';
  if (from.kind === 'point')
    return `point ${placeName(w.plan, viewNamed(w.plan, view), at)} of the ${view} view`;
  const words = placeWords(w, { view, at });
  return words ? `${words} of the ${view} view` : `the point marked in the ${view} view`;
};

/** Coordinates that are measured, turned over, projected; and the points that they fix. */
export const COORDINATE_SENTENCES: Sentences<
  | 'setOff'
  | 'halveSide'
  | 'divideSide'
  | 'turnDepth'
  | 'carryAcross'
  | 'projector'
  | 'markCrossing'
  | 'followLine'
  | 'markOnLine'
> = {
  setOff: ({ account, figure, from, to, sense }, { view }, w) => {
    const length = figureText(w, figure);
    const target = to && placeWords(w, to);
    const end = `${target ? `, to ${target}` : ''}, and draw a light ${sense} line`;
    const why = whySetOff(w, account, figure.origin);
    if (from.kind === 'last corner') {
      const start = view && placeName(w.plan, viewNamed(w.plan, view), from.at);
      return {
        text: `From ${start || 'the last corner'} go ${from.way} ${length} in the ${view} view${end}`,
        why,
        brief: ['go', `${from.way} ${length}`],
      };
    }
    const [inFull, inBrief] = measuredFrom(from, view);
    return {
      text: `Set off ${account} ${length} ${inFull}${end}`,
      why,
      brief: ['set off', `${account} ${length} ${inBrief}`],
    };
  },
  halveSide: ({ side, sense }, { view }) => ({
    text: `Halve the ${side} side of the ${view} view with the compass, and draw a light ${sense} line through its middle`,
    why: 'Two equal arcs about the ends cross square above the middle: no size is needed.',
    brief: ['halve', `the ${side} side`],
  }),
  divideSide: ({ side, sense, part, parts }, { view }) => ({
    text: `Divide the ${side} side of the ${view} view into ${parts} equal parts by a slanting scale: ${parts} equal steps on a line aslant, the last joined to the far end, a parallel through step ${part}; draw a light ${sense} line there`,
    why: 'No rule shows that length; equal steps on any line give equal parts.',
    brief: ['divide by a slanting scale', `the ${side} side into ${parts} equal parts, at part ${part}`],
  }),
  turnDepth: ({ method, from, of, sense }, s, w) => ({
    text: `Carry the depth${ofWhat(w, of, s)} from the ${from} view ${TURN[method].how}, and draw a light ${sense} line into the ${s.view} view`,
    why: TURN[method].why,
  }),
  carryAcross: ({ account, from, of, sense }, s, w) => ({
    text: `Take the ${ACCOUNT[account]}${ofWhat(w, of, s)} from the ${from} view with the dividers, set it off in the ${s.view} view, and draw a light ${sense} line`,
    why: `The ${ACCOUNT[account]} is posted already; what is measured once is not measured again.`,
  }),
  projector: ({ account, from, sense }, { view }, w) => {
    const start = startWords(w, from);
    // a mark that is no corner is not known to be the view's own
    const isInside = from.kind !== 'mark' && from.view === view;
    return {
      text: isInside
        ? `Draw a light ${sense} line through ${start}`
        : `Projector ${sense === 'upright' ? 'up or down' : 'across'} from ${start} into the ${view} view`,
      why: `The ${ACCOUNT[account]} is shared: what one view has, the other takes by a projector.`,
    };
  },
  markCrossing: ({ at }, { view }, w) => ({
    text: `Mark ${(view && placeWords(w, { view, at })) ?? 'the point'} where the two light lines cross in the ${view} view`,
    why: 'Two postings fix a point.',
  }),
  followLine: (_i, { view }) => ({
    text: `Follow the line that is drawn there in the ${view} view with a light one`,
    why: 'The point lies on it, so one posting gives the other.',
  }),
  markOnLine: ({ at, line }, { view }, w) => ({
    text: `Mark ${(view && placeWords(w, { view, at })) ?? 'the point'} where the light line meets the ${line === 'circle' ? 'circle' : 'line drawn there'} in the ${view} view`,
    why: `The point lies on that ${line}, so one posting gives the other.`,
  }),
};
