import type { Vec2 } from '../geometry/vec.ts';
import type { ViewName } from '../part/schema.ts';
import type { Account } from '../sheet/projectors.ts';
import type { Deed, Source, Stage } from './deed.ts';
import {
  acrossAccount,
  cornersAt,
  freshName,
  isLevelView,
  isSideView,
  onPaperToo,
  originOf,
  type Plan,
  paperAt,
  placeName,
  pointThere,
  size,
  take,
  upAccount,
  viewNamed,
  workingText,
  worldAt,
} from './plan.ts';

/**
 * The light line that carries a coordinate into a view: there already, projected from a point that has it, turned over from the view that shows
 * the same depth, or measured once.
 */
type Wanted = {
  readonly view: ViewName;
  readonly at: number;
  readonly stage?: Stage;
  readonly source?: Source;
};

const ACROSS = {
  name: 'upright',
  lines: (p: Plan) => p.upright,
  points: (p: Plan) => p.xPoints,
  k: 0,
} as const;
const UP = { name: 'level', lines: (p: Plan) => p.level, points: (p: Plan) => p.yPoints, k: 1 } as const;
type Sense = typeof ACROSS | typeof UP;

const accountOf = (view: ViewName, s: Sense): Account => (s.k === 0 ? acrossAccount(view) : upAccount(view));
const ORIGIN: Record<Exclude<Source, 'convenient'>, string> = {
  sheet: 'set by the layout',
  given: 'given',
  counted: 'counted from the given sizes',
  calculated: 'calculated from the given sizes and angles',
};
const FROM: Record<Account, string> = { W: 'width', D: 'depth', H: 'height' };

/** Which views show a coordinate as the same line of the paper. */
const sharing = (view: ViewName, s: Sense): readonly ViewName[] => {
  if (s.k === 0) return isSideView(view) || view === 'back' ? [view] : ['front', 'top', 'bottom'];
  return isLevelView(view) ? [view] : ['front', 'left', 'right', 'back'];
};

/** The side of a drawn circle that stands at the coordinate, marked on the circle's own centre line. */
const rimSide = (
  p: Plan,
  { view, at }: Wanted,
  s: Sense,
): { readonly deeds: Deed[]; readonly point: string; readonly view: ViewName } | undefined => {
  const views = sharing(view, s);
  for (const rim of p.rims) {
    if (!views.includes(rim.view)) continue;
    const way = Math.sign(at - rim.centre[s.k]) as 1 | -1;
    if (Math.abs(Math.abs(at - rim.centre[s.k]) - rim.r) > 1e-6) continue;
    const other = s.k === 0 ? p.level : p.upright;
    const line = other.at(rim.centre[1 - s.k] as number);
    if (line === undefined) continue;
    const point = freshName(p, 'p');
    return { deeds: [{ do: 'meet', point, line, circle: rim.circle, way }], point, view: rim.view };
  }
  return undefined;
};

/** The corner of a view's box at its low ends; the box is drawn before anything is measured in the view. */
const boxCorner = (p: Plan, view: ViewName): string =>
  pointAt(p, view, [viewNamed(p, view).box.x, viewNamed(p, view).box.y], 'setting out');

const measure = (p: Plan, { view, at, stage = 'construction', source }: Wanted, s: Sense): void => {
  const { box } = viewNamed(p, view);
  const from = s.k === 0 ? box.x : box.y;
  const along = (s.k === 0 ? p.level.at(box.y) : p.upright.at(box.x)) as string;
  const corner = boxCorner(p, view);
  const point = freshName(p, 'p');
  const line = freshName(p, 'l');
  const account = accountOf(view, s);
  const distance = Math.abs(at - from);
  const origin = source ? { source } : originOf(p, distance);
  take(
    p,
    {
      view,
      stage,
      tool: 'rule',
      text: `Set off ${account} ${size(p, distance)}${workingText(origin)}${onPaperToo(p, distance)} ${s.k === 0 ? 'along the lower side from the left' : 'up the left side from below'} of the ${view} view, and draw a light ${s.name} line.`,
      why:
        origin.source === 'convenient'
          ? 'A convenient place: the curve is plotted point by point.'
          : `The ${FROM[account]} is ${ORIGIN[origin.source]}. It is measured once, and projected from now on.`,
      account,
      ...origin,
    },
    [
      { do: 'setOff', point, along, from: corner, distance, way: at >= from ? 1 : -1 },
      { do: s.name, line, through: point },
    ],
  );
};

/** Views that post the depth, other than the one asked about, level ones first. */
const depthViews = (p: Plan, view: ViewName): ViewName[] =>
  (['top', 'bottom', 'left', 'right'] as const).filter(
    (v) =>
      v !== view &&
      p.sheet.views.some((x) => x.name === v) &&
      isLevelView(v) !== isLevelView(view) &&
      p.mitre.has(pairOf(v, view)),
  );
export const pairOf = (a: ViewName, b: ViewName): string => (isLevelView(a) ? `${a} ${b}` : `${b} ${a}`);

const TURN = {
  mitre: {
    tool: 'set square',
    words: 'to the mitre line and turn there',
    why: 'The 45-degree line turns depths: as far from XY in the one view, as far from the upright line in the other.',
  },
  arcs: {
    tool: 'compass',
    words: 'to the line between the views, swing it about the corner with the compass',
    why: 'An arc about the corner keeps the distance from XY.',
  },
  distances: {
    tool: 'dividers',
    words: 'with the dividers from XY',
    why: 'The distance from XY is the same in both views; the dividers carry it.',
  },
} as const;

/** Whether a view has the depth already, as a line or as a point that a line goes through. */
const hasDepth = (p: Plan, view: ViewName, w: Wanted, s: Sense): boolean => {
  const there = s.k === 0 ? UP : ACROSS;
  const at = paperAt(viewNamed(p, view), there.k, worldAt(viewNamed(p, w.view), s.k, w.at));
  return (
    there.lines(p).at(at) !== undefined ||
    there.points(p).at(at) !== undefined ||
    rimSide(p, { view, at }, there) !== undefined
  );
};

/** Turns a depth that one view has over into another, by the chosen method; a view that has it not yet measures it. */
const turnOver = (p: Plan, from: ViewName, w: Wanted, s: Sense): void => {
  const world = worldAt(viewNamed(p, w.view), s.k, w.at);
  const there = s.k === 0 ? UP : ACROSS;
  const at = paperAt(viewNamed(p, from), there.k, world);
  const mitre = p.mitre.get(pairOf(from, w.view)) as { corner: string; line: string | undefined };
  line(
    p,
    { view: from, at, ...(w.stage && { stage: w.stage }), ...(w.source && { source: w.source }) },
    there,
  );
  const carried = there.lines(p).at(at) as string;
  const { method } = p.choice;
  const target = freshName(p, 'p');
  const light = freshName(p, 'l');
  const deeds: Deed[] = [];
  if (method === 'mitre' && mitre.line) deeds.push({ do: 'cross', point: target, a: carried, b: mitre.line });
  else {
    // on the reference line that the carried line crosses, then round the corner onto the other one
    const level = isLevelView(from) ? from : w.view;
    const side = isLevelView(from) ? w.view : from;
    const [met, onto] = [
      p.reference.get(isLevelView(from) ? side : level),
      p.reference.get(isLevelView(from) ? level : side),
    ] as [string, string];
    const foot = freshName(p, 'p');
    const corner = p.board.points.get(mitre.corner) as Vec2;
    const way = Math.sign(w.at - corner[s.k]) as 1 | -1;
    deeds.push({ do: 'cross', point: foot, a: carried, b: met });
    deeds.push(
      method === 'distances'
        ? { do: 'carry', point: target, along: onto, from: mitre.corner, span: [mitre.corner, foot], way }
        : { do: 'swing', point: target, centre: mitre.corner, from: foot, onto, way },
    );
  }
  deeds.push({ do: s.name, line: light, through: target });
  take(
    p,
    {
      view: w.view,
      stage: w.stage === 'setting out' ? 'setting out' : 'projection',
      tool: TURN[method].tool,
      text: `Carry the depth from the ${from} view ${TURN[method].words}, and draw a light ${s.name} line into the ${w.view} view.`,
      why: TURN[method].why,
      account: 'D',
    },
    deeds,
  );
};

/** The back view's widths, the other way round, taken from the front with the dividers; likewise depths between two views of one kind. */
const carryAcross = (p: Plan, w: Wanted, s: Sense): boolean => {
  const account = accountOf(w.view, s);
  const own = viewNamed(p, w.view);
  const world = worldAt(own, s.k, w.at);
  const donors = p.sheet.views.filter((v) => {
    if (v.name === w.view || sharing(w.view, s).includes(v.name)) return false;
    return ([ACROSS, UP] as const).some(
      (x) => accountOf(v.name, x) === account && x.lines(p).at(paperAt(v, x.k, world)),
    );
  });
  const donor = donors[0];
  if (!donor) return false;
  const x = accountOf(donor.name, ACROSS) === account ? ACROSS : UP;
  const line = x.lines(p).at(paperAt(donor, x.k, world)) as string;
  // from the end of the donor's box that stands for the low end of one's own
  const low = worldAt(own, s.k, s.k === 0 ? own.box.x : own.box.y);
  const start = paperAt(donor, x.k, low);
  const edge = (x.k === 0 ? p.level.at(donor.box.y) : p.upright.at(donor.box.x)) as string;
  const first = pointAt(
    p,
    donor.name,
    x.k === 0 ? [start, donor.box.y] : [donor.box.x, start],
    'setting out',
  );
  const second = freshName(p, 'p');
  const point = freshName(p, 'p');
  const light = freshName(p, 'l');
  const along = (s.k === 0 ? p.level.at(own.box.y) : p.upright.at(own.box.x)) as string;
  take(
    p,
    {
      view: w.view,
      stage: w.stage ?? 'projection',
      tool: 'dividers',
      text: `Take the ${FROM[account]} from the ${donor.name} view with the dividers, set it off in the ${w.view} view, and draw a light ${s.name} line.`,
      why: `The ${FROM[account]} is posted already; what is measured once is not measured again.`,
      account,
    },
    [
      { do: 'cross', point: second, a: edge, b: line },
      { do: 'carry', point, along, from: boxCorner(p, w.view), span: [first, second], way: 1 },
      { do: s.name, line: light, through: point },
    ],
  );
  return true;
};

/** Sees to it that the light line of a coordinate is there. */
const line = (p: Plan, w: Wanted, s: Sense): void => {
  if (s.lines(p).at(w.at) !== undefined) return;
  const account = accountOf(w.view, s);
  const via = s.points(p).at(w.at);
  const rim = via === undefined ? rimSide(p, w, s) : undefined;
  const from = via ?? rim?.point;
  if (from !== undefined) {
    const light = freshName(p, 'l');
    const at = via === undefined ? undefined : (p.board.points.get(via) as Vec2);
    const home = at && p.sheet.views.find((v) => sharing(w.view, s).includes(v.name) && placeName(p, v, at));
    const name =
      home && at
        ? `point ${placeName(p, home, at)} of the ${home.name} view`
        : rim
          ? `the side of the circle in the ${rim.view} view`
          : 'the point marked there';
    take(
      p,
      {
        view: w.view,
        stage: 'projection',
        tool: s.k === 0 ? 'set square' : 'tee square',
        text:
          home?.name === w.view
            ? `Draw a light ${s.name} line through ${name}.`
            : `Projector ${s.k === 0 ? 'up or down' : 'across'} from ${name} into the ${w.view} view.`,
        why: `The ${FROM[account]} is shared: what one view has, the other takes by a projector.`,
        account,
        about: home && at ? cornersAt(p, home, at).map((c) => c.key) : [],
      },
      [...(rim?.deeds ?? []), { do: s.name, line: light, through: from }],
    );
    return;
  }
  if (account === 'D') {
    const views = depthViews(p, w.view);
    const posted = views.find((v) => hasDepth(p, v, w, s));
    if (posted) {
      turnOver(p, posted, w, s);
      return;
    }
    const level = isSideView(w.view) ? views[0] : undefined;
    if (level && !carryAcross(p, w, s)) {
      // the depth is posted in the view above or below first, where it is measured
      turnOver(p, level, w, s);
      return;
    }
    if (level) return;
  }
  if (carryAcross(p, w, s)) return;
  measure(p, w, s);
};

export const uprightAt = (p: Plan, w: Wanted): void => line(p, w, ACROSS);
export const levelAt = (p: Plan, w: Wanted): void => line(p, w, UP);

/** The point at a place of a view, by the two light lines that cross there. */
export const pointAt = (p: Plan, view: ViewName, at: Vec2, stage?: Stage): string => {
  const known = pointThere(p, at);
  if (known !== undefined) return known;
  uprightAt(p, { view, at: at[0], ...(stage && { stage }) });
  levelAt(p, { view, at: at[1], ...(stage && { stage }) });
  const again = pointThere(p, at);
  if (again !== undefined) return again;
  const point = freshName(p, 'p');
  const label = placeName(p, viewNamed(p, view), at);
  take(
    p,
    {
      view,
      stage: stage ?? 'projection',
      tool: 'pencil',
      text: `Mark ${label ? `point ${label}` : 'the point'} where the two light lines cross in the ${view} view.`,
      why: 'Two postings fix a point.',
      about: cornersAt(p, viewNamed(p, view), at).map((c) => c.key),
    },
    [{ do: 'cross', point, a: p.upright.at(at[0]) as string, b: p.level.at(at[1]) as string }],
  );
  return point;
};
