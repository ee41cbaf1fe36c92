import type { Vec2, Vec3 } from '../geometry/vec.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import { type PlacedView, placeOfPoint } from '../sheet/views/placedView.ts';
import type { Deed } from './deed.ts';
import type { ProjectorFrom } from './instruction.ts';
import {
  ACROSS,
  accountOf,
  isCountable,
  type Sense,
  setOffCoordinate,
  UP,
  type Wanted,
} from './measuring.ts';
import { crossOnDrawn } from './onDrawn.ts';
import { fixedAt } from './origin.ts';
import {
  cornersAt,
  freshName,
  isBegun,
  isLevelView,
  isSideView,
  type Plan,
  paperAt,
  placeName,
  pointThere,
  take,
  viewNamed,
  worldAt,
} from './plan.ts';
import type { PlannedStep } from './step.ts';

/** Which views show a coordinate as the same line of the paper. */
const sharing = (view: ViewName, s: Sense): readonly ViewName[] => {
  if (s.k === 0) return isSideView(view) || view === 'back' ? [view] : ['front', 'top', 'bottom'];
  return isLevelView(view) ? [view] : ['front', 'left', 'right', 'back'];
};

/** The side of a drawn circle that stands at the coordinate, marked on the centre line of the circle. */
const rimSide = (
  p: Plan,
  { view, at }: Wanted,
  s: Sense,
):
  | {
      readonly deeds: Deed[];
      readonly point: string;
      readonly view: ViewName;
      readonly centre: Vec2;
      readonly at: Vec2;
    }
  | undefined => {
  const views = sharing(view, s);
  for (const rim of p.rims) {
    if (!views.includes(rim.view)) continue;
    const way = Math.sign(at - rim.centre[s.k]) as 1 | -1;
    if (Math.abs(Math.abs(at - rim.centre[s.k]) - rim.r) > 1e-6) continue;
    const other = s.k === 0 ? p.level : p.upright;
    const line = other.at(rim.centre[1 - s.k] as number);
    const centre = pointThere(p, rim.centre);
    if (line === undefined && centre === undefined) continue;
    const point = freshName(p, 'p');
    const across = line ?? freshName(p, 'l');
    const deeds: Deed[] =
      line === undefined
        ? [{ do: s.k === 0 ? 'level' : 'upright', line: across, through: centre as string }]
        : [];
    return {
      deeds: [...deeds, { do: 'meet', point, line: across, circle: rim.circle, way }],
      point,
      view: rim.view,
      centre: rim.centre,
      at: s.k === 0 ? [at, rim.centre[1]] : [rim.centre[0], at],
    };
  }
  return undefined;
};

/** Views that post the depth, other than the one asked about, level ones first. */
const depthViews = (p: Plan, view: ViewName): ViewName[] =>
  (['top', 'bottom', 'left', 'right'] as const).filter(
    (v) =>
      v !== view &&
      p.sheet.views.some((x) => x.name === v) &&
      isBegun(p, v) &&
      isLevelView(v) !== isLevelView(view) &&
      p.mitre.has(pairOf(v, view)),
  );
export const pairOf = (a: ViewName, b: ViewName): string => (isLevelView(a) ? `${a} ${b}` : `${b} ${a}`);

const TURNED_WITH = { mitre: 'set square', arcs: 'compass', distances: 'dividers' } as const;

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
    {
      view: from,
      at,
      ...(w.stage && { stage: w.stage }),
      ...(w.source && { source: w.source }),
      ...(w.fixed && { fixed: w.fixed }),
      spot: w.spot,
    },
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
      tool: TURNED_WITH[method],
      instruction: { kind: 'turnDepth', method, from, of: w.spot, sense: s.name },
      account: 'D',
      from,
    },
    deeds,
  );
};

/** A view that has the coordinate as a line and shares no projector with the one asked about, such as the front for the back view's widths. */
const donorOf = (p: Plan, w: Wanted, s: Sense): PlacedView | undefined => {
  const account = accountOf(w.view, s);
  const own = viewNamed(p, w.view);
  // what is taken over is set off from the corner of the view's own box
  if (p.upright.at(own.box.x) === undefined || p.level.at(own.box.y) === undefined) return undefined;
  const world = worldAt(own, s.k, w.at);
  return p.sheet.views.find((v) => {
    if (v.name === w.view || sharing(w.view, s).includes(v.name)) return false;
    return ([ACROSS, UP] as const).some(
      (x) => accountOf(v.name, x) === account && x.lines(p).at(paperAt(v, x.k, world)),
    );
  });
};

/** Takes the coordinate from such a view with the dividers: widths the other way round, depths between two views of one kind. */
const carryAcross = (p: Plan, w: Wanted, s: Sense, donor: PlacedView): void => {
  const account = accountOf(w.view, s);
  const own = viewNamed(p, w.view);
  const world = worldAt(own, s.k, w.at);
  const x = accountOf(donor.name, ACROSS) === account ? ACROSS : UP;
  const line = x.lines(p).at(paperAt(donor, x.k, world)) as string;
  // from the end of the donor's box that stands for the low end of one's own
  const begins = s.k === 0 ? own.box.x : own.box.y;
  const low = worldAt(own, s.k, begins);
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
      instruction: { kind: 'carryAcross', account, from: donor.name, of: w.spot, sense: s.name },
      account,
      from: donor.name,
    },
    [
      { do: 'cross', point: second, a: edge, b: line },
      {
        do: 'carry',
        point,
        along,
        from: pointAt(p, w.view, [own.box.x, own.box.y], 'setting out'),
        span: [first, second],
        // the centre of a round may stand outside the box
        way: w.at < begins ? -1 : 1,
      },
      { do: s.name, line: light, through: point },
    ],
  );
};

/** A point that has the coordinate and a name, in one of the views that share it: a projector from there is easily described in words. */
const namedPoint = (p: Plan, w: Wanted, s: Sense): string | undefined => {
  const views = sharing(w.view, s).flatMap((name) => p.sheet.views.find((v) => v.name === name) ?? []);
  return p.places.find(
    ({ at }) => Math.abs(at[s.k] - w.at) <= 1e-6 && views.some((v) => placeName(p, v, at) !== ''),
  )?.name;
};

/** How a coordinate comes into a view. */
type Way =
  | { readonly by: 'there' }
  | { readonly by: 'point'; readonly point: string }
  | { readonly by: 'rim'; readonly rim: NonNullable<ReturnType<typeof rimSide>> }
  | { readonly by: 'turn'; readonly from: ViewName; readonly posted: boolean }
  | { readonly by: 'dividers'; readonly donor: PlacedView }
  | { readonly by: 'measure' };

const wayOf = (p: Plan, w: Wanted, s: Sense): Way => {
  if (s.lines(p).at(w.at) !== undefined) return { by: 'there' };
  const point = namedPoint(p, w, s) ?? s.points(p).at(w.at);
  if (point !== undefined) return { by: 'point', point };
  const rim = rimSide(p, w, s);
  if (rim) return { by: 'rim', rim };
  const views = accountOf(w.view, s) === 'D' ? depthViews(p, w.view) : [];
  const posted = views.find((v) => hasDepth(p, v, w, s));
  if (posted) return { by: 'turn', from: posted, posted: true };
  const donor = donorOf(p, w, s);
  if (donor) return { by: 'dividers', donor };
  // a depth is posted in the view above or below first, where it is measured
  const level = isSideView(w.view) ? views[0] : undefined;
  return level ? { by: 'turn', from: level, posted: false } : { by: 'measure' };
};

/** Whether a coordinate of a view is on the board already, or follows from the given sizes without a calculation. */
export const isAtHand = (p: Plan, w: Wanted, k: 0 | 1): boolean => {
  const s = k === 0 ? ACROSS : UP;
  const way = wayOf(p, w, s);
  if (way.by === 'measure') return isCountable(p, w, s);
  if (way.by !== 'turn' || way.posted) return true;
  const there = s.k === 0 ? UP : ACROSS;
  const at = paperAt(viewNamed(p, way.from), there.k, worldAt(viewNamed(p, w.view), s.k, w.at));
  return isCountable(p, { view: way.from, at, ...(w.fixed && { fixed: w.fixed }) }, there);
};

/** Sees to it that the light line of a coordinate is there. */
const line = (p: Plan, w: Wanted, s: Sense): void => {
  const way = wayOf(p, w, s);
  if (way.by === 'there') return;
  if (way.by === 'turn') turnOver(p, way.from, w, s);
  else if (way.by === 'dividers') carryAcross(p, w, s, way.donor);
  else if (way.by === 'measure') setOffCoordinate(p, w, s);
  else projector(p, w, s, way);
};

/** The view in whose box, or hardly outside it, a place of the sheet stands. */
const viewOfPlace = (p: Plan, [x, y]: Vec2): ViewName | undefined =>
  p.sheet.views.find(({ box: b }) => x > b.x - 1 && x < b.x + b.w + 1 && y > b.y - 1 && y < b.y + b.h + 1)
    ?.name;

/** A light line through a point that has the coordinate, or through the side of a circle that stands at it. */
const projector = (p: Plan, w: Wanted, s: Sense, way: Extract<Way, { by: 'point' | 'rim' }>): void => {
  const account = accountOf(w.view, s);
  const at = way.by === 'point' ? (p.board.points.get(way.point) as Vec2) : undefined;
  const home = at && p.sheet.views.find((v) => sharing(w.view, s).includes(v.name) && placeName(p, v, at));
  const from: ProjectorFrom =
    way.by === 'rim'
      ? { kind: 'rim', view: way.rim.view, centre: way.rim.centre, at: way.rim.at }
      : home
        ? { kind: 'point', view: home.name, at: at as Vec2 }
        : { kind: 'mark', view: viewOfPlace(p, at as Vec2), at: at as Vec2 };
  const light = freshName(p, 'l');
  take(
    p,
    {
      view: w.view,
      stage: 'projection',
      tool: s.k === 0 ? 'set square' : 'tee square',
      instruction: { kind: 'projector', account, from, sense: s.name },
      account,
      about: home && at ? cornersAt(p, home, at).map((c) => c.key) : [],
      from: viewOfPlace(p, way.by === 'rim' ? way.rim.at : (at as Vec2)) ?? w.view,
    },
    [
      ...(way.by === 'rim' ? way.rim.deeds : []),
      { do: s.name, line: light, through: way.by === 'point' ? way.point : way.rim.point },
    ],
  );
};

export const uprightAt = (p: Plan, w: Wanted): void => line(p, w, ACROSS);
export const levelAt = (p: Plan, w: Wanted): void => line(p, w, UP);

/** The point at a place of a view, by the two light lines that cross there. */
export const pointAt = (p: Plan, view: ViewName, at: Vec2, stage?: PlannedStep['stage']): string => {
  const known = pointThere(p, at);
  if (known !== undefined) return known;
  const wanted = ([0, 1] as const).map(
    (k): Wanted => ({
      view,
      at: at[k],
      fixed: fixedAt(p, view, at, k),
      spot: { view, at },
      ...(stage && { stage }),
    }),
  ) as [Wanted, Wanted];
  const [x, y] = ([0, 1] as const).map((k) => isAtHand(p, wanted[k], k));
  // a corner that is found in another view first is projected from there
  if (!(x && y))
    for (const c of cornersAt(p, viewNamed(p, view), at).slice(0, 1)) postElsewhere(p, view, c.at);
  // a place on a line or circle that is drawn needs but one of its coordinates
  if (x !== y) {
    const carry = x ? uprightAt : levelAt;
    const found = crossOnDrawn(p, view, at, x ? 0 : 1, () => carry(p, wanted[x ? 0 : 1]));
    if (found !== undefined) return found;
  }
  uprightAt(p, wanted[0]);
  levelAt(p, wanted[1]);
  const again = pointThere(p, at);
  if (again !== undefined) return again;
  const point = freshName(p, 'p');
  take(
    p,
    {
      view,
      stage: stage ?? 'projection',
      tool: 'pencil',
      instruction: { kind: 'markCrossing', at },
      about: cornersAt(p, viewNamed(p, view), at).map((c) => c.key),
    },
    [{ do: 'cross', point, a: p.upright.at(at[0]) as string, b: p.level.at(at[1]) as string }],
  );
  return point;
};

/**
 * Posts a point of the part in the other views where it lies on a line or circle that is drawn, or where both of its coordinates are at hand, so
 * that a view that has neither may take them over.
 */
export const postElsewhere = (p: Plan, view: ViewName, at: Vec3): void => {
  const own = placeOfPoint(viewNamed(p, view), at);
  if (pointThere(p, own)) return;
  for (const v of p.sheet.views) {
    if (v.name === view || !isBegun(p, v.name)) continue;
    const place = placeOfPoint(v, at);
    if (pointThere(p, place)) continue;
    const wanted = ([0, 1] as const).map(
      (k): Wanted => ({
        view: v.name,
        at: place[k],
        fixed: fixedAt(p, v.name, place, k),
        spot: { view: v.name, at: place },
      }),
    ) as [Wanted, Wanted];
    const ready = ([0, 1] as const).map((k) => isAtHand(p, wanted[k], k));
    if (ready[0] && ready[1]) pointAt(p, v.name, place);
    else if (ready[0] || ready[1]) {
      const k = ready[0] ? 0 : 1;
      crossOnDrawn(p, v.name, place, k, () => (k === 0 ? uprightAt : levelAt)(p, wanted[k]));
    }
  }
};
