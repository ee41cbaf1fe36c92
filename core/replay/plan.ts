import { SAME_PLACE } from '../geometry/nearness.ts';
import { distance2, type Vec2, type Vec3 } from '../geometry/vec.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import { VIEW_FRAMES } from '../geometry/viewFrames.ts';
import { POSTS } from '../ledger/accounts.ts';
import { ACCOUNT_AXIS, type Account } from '../naming/accounts.ts';
import type { Sheet } from '../sheet/drawnSheet.ts';
import { type PlacedView, placeOfPoint } from '../sheet/views/placedView.ts';
import type { Edge } from '../solid/boundary.ts';
import type { PlacedThread } from '../solid/thread.ts';
import { byFace, type CornerOfFaces, type PlacesByFace } from '../station/fixedBy.ts';
import type { SizeChain } from '../station/sizeChain.ts';
import type { StatedPlace } from '../station/statedPlaces.ts';
import type { Deed, ReplayChoice } from './deed.ts';
import type { FigureOrigin } from './figureOrigin.ts';
import type { Instruction, Target } from './instruction.ts';
import { type Board, emptyBoard, perform } from './perform.ts';
import type { PlannedStep, Work } from './step.ts';

/** Nearer than this on the paper a stated place is the place that is asked about, mm. */
export const SAME_SPOT = 1e-5;

/** Finds what was noted for a coordinate. */
export type Register = {
  readonly note: (at: number, name: string) => void;
  readonly at: (at: number) => string | undefined;
};
export const register = (): Register => {
  const known = new Map<number, { at: number; name: string }[]>();
  const slot = (at: number): number => Math.round(at / (4 * SAME_PLACE));
  return {
    note: (at, name) => {
      const k = slot(at);
      const list = known.get(k);
      if (list) list.push({ at, name });
      else known.set(k, [{ at, name }]);
    },
    at: (at) => {
      const k = slot(at);
      for (const j of [k, k - 1, k + 1])
        for (const x of known.get(j) ?? []) if (Math.abs(x.at - at) <= SAME_PLACE) return x.name;
      return undefined;
    },
  };
};

/** A drawn circle, from whose sides one may project. */
export type Rim = {
  readonly view: ViewName;
  readonly circle: string;
  readonly centre: Vec2;
  readonly r: number;
};

/** A straight line of a view: a light one, or a finished one between two points that is followed with a light one when it is needed. */
type Stroke = { readonly view: ViewName; readonly ends?: readonly [string, string]; line?: string };

/** A numbered corner or, with the letter of its cut before its number, a cut point; for the words of a step. */
export type Named = {
  readonly key: string;
  readonly label: string;
  readonly at: Vec3;
  readonly body: string;
  /** keys of the faces that meet there */
  readonly on: readonly string[];
  readonly cut?: true;
};

/**
 * A replay being planned. Every deed is done at once on a board of its own, so that the plan knows what is there. Upright light lines are
 * noted by their x, level ones by their y; points by both, for a line through any of them is a projector.
 */
export type Plan = {
  readonly sheet: Sheet;
  readonly choice: ReplayChoice;
  /** into how many equal parts a circle is divided for the points of a curve */
  readonly divisions: number;
  readonly corners: readonly Named[];
  /** the edges of what is drawn, by key */
  readonly edges: ReadonlyMap<string, Edge>;
  readonly threads: readonly PlacedThread[];
  /** the points that the stated sizes fix, in the order of the statement */
  readonly stated: readonly StatedPlace[];
  readonly statedByFace: PlacesByFace<StatedPlace>;
  /** the features of all bodies in the order of the statement */
  readonly features: readonly string[];
  readonly steps: PlannedStep[];
  readonly board: Board;
  readonly upright: Register;
  readonly level: Register;
  readonly xPoints: Register;
  readonly yPoints: Register;
  readonly places: { readonly at: Vec2; readonly name: string }[];
  readonly rims: Rim[];
  /** the lines between the views, and the corner where they meet, by view */
  readonly reference: Map<ViewName, string>;
  /** corners of the solid before it is cut, where that is drawn first; they have no names */
  uncutCorners: readonly CornerOfFaces[];
  /** light lines over whole edges, by view and edge, and by view and ends */
  readonly overEdges: Map<string, string>;
  readonly mitre: Map<string, { readonly corner: string; readonly line: string | undefined }>;
  /** straight lines of a view on which a point may be found: finished ones by the names of their ends, light ones by their own */
  readonly strokes: Stroke[];
  /** the last corner of the outline that is being walked */
  walk: { readonly view: ViewName; readonly point: string; readonly at: Vec2 } | undefined;
  /** finished lines that wait to be darkened */
  readonly later: { readonly asked: StepAsked; readonly deeds: readonly Deed[]; readonly work: Work }[];
  /** what is being worked on */
  work: Work;
  count: number;
};

export const beginPlan = (
  sheet: Sheet,
  choice: ReplayChoice,
  divisions: number,
  corners: readonly Named[],
  edges: ReadonlyMap<string, Edge>,
  threads: readonly PlacedThread[],
  stated: readonly StatedPlace[],
  features: readonly string[],
): Plan => ({
  sheet,
  choice,
  divisions,
  corners,
  edges,
  threads,
  stated,
  statedByFace: byFace(stated),
  features,
  steps: [],
  board: emptyBoard(),
  upright: register(),
  level: register(),
  xPoints: register(),
  yPoints: register(),
  places: [],
  rims: [],
  reference: new Map(),
  mitre: new Map(),
  overEdges: new Map(),
  uncutCorners: [],
  strokes: [],
  walk: undefined,
  later: [],
  work: { on: { kind: 'nothing' }, view: undefined },
  count: 0,
});

export const freshName = (p: Plan, kind: string): string => `${kind}${++p.count}`;

/** Notes what the deed has put on the board. */
const noteResult = (p: Plan, d: Deed, view: ViewName | undefined): void => {
  if ('point' in d) {
    const at = p.board.points.get(d.point) as Vec2;
    if (p.xPoints.at(at[0]) === undefined) p.xPoints.note(at[0], d.point);
    if (p.yPoints.at(at[1]) === undefined) p.yPoints.note(at[1], d.point);
    if (!pointThere(p, at)) p.places.push({ at, name: d.point });
  } else if (d.do === 'level') p.level.note((p.board.points.get(d.through) as Vec2)[1], d.line);
  else if (d.do === 'upright') p.upright.note((p.board.points.get(d.through) as Vec2)[0], d.line);
  else if (d.do === 'draw' && view) p.strokes.push({ view, ends: [d.from, d.to] });
};

export const pointThere = (p: Plan, at: Vec2): string | undefined =>
  p.places.find((x) => distance2(x.at, at) <= SAME_PLACE)?.name;

/** A step to be planned, without its deeds. */
type StepAsked = Omit<PlannedStep, 'deeds' | 'work' | 'about' | 'account' | 'source' | 'sizes' | 'from'> & {
  readonly account?: Account | undefined;
  readonly source?: FigureOrigin | undefined;
  readonly sizes?: SizeChain | undefined;
  readonly about?: readonly string[];
  readonly from?: ViewName | undefined;
};

/** Says what the steps that follow work towards. */
export const workOn = (p: Plan, on: Target, view: ViewName | undefined): void => {
  p.work = { on, view };
};

/** A straight line that is lined in later is drawn as a light construction line until then. */
const drawLight = (p: Plan, asked: StepAsked, d: Deed): void => {
  const { instruction, view } = asked;
  if (d.do !== 'draw' || !view) return;
  const line = freshName(p, 'l');
  const light: Instruction = instruction.kind === 'drawLine' ? { ...instruction, how: 'light' } : instruction;
  add(p, { ...asked, stage: 'construction', instruction: light }, [{ do: 'join', line, a: d.from, b: d.to }]);
  p.strokes.push({ view, line });
};

/** Adds a step; where lines are darkened last, a finished line is drawn light now and waits. */
export const take = (p: Plan, asked: StepAsked, deeds: readonly Deed[]): void => {
  if (asked.stage !== 'lines' || p.choice.darken === 'per view') {
    add(p, asked, deeds);
    return;
  }
  p.later.push({ asked, deeds, work: p.work });
  for (const d of deeds) drawLight(p, asked, d);
};

/** Darkens what has waited for it. */
export const darken = (p: Plan): void => {
  for (const { asked, deeds, work } of p.later) {
    p.work = work;
    add(p, asked, deeds);
  }
  p.later.length = 0;
};

/** Adds a step and does its deeds on the plan's own board. */
const add = (p: Plan, asked: StepAsked, deeds: readonly Deed[]): void => {
  for (const d of deeds) {
    perform(p.board, d);
    noteResult(p, d, asked.view);
  }
  const { account, source, sizes, from, about = [], ...rest } = asked;
  p.steps.push({
    ...rest,
    deeds,
    about,
    work: p.work,
    ...(from && { from }),
    ...(account && { account }),
    ...(source && { source }),
    ...(sizes && { sizes }),
  });
};

export const viewNamed = (p: Pick<Plan, 'sheet'>, name: ViewName): PlacedView =>
  p.sheet.views.find((v) => v.name === name) as PlacedView;
/** Whether a side of a view's box is drawn in each direction, so that places can be measured in it. */
export const isBegun = (p: Plan, name: ViewName): boolean => {
  const { box } = viewNamed(p, name);
  const has = (lines: Register, low: number, size: number): boolean =>
    lines.at(low) !== undefined || lines.at(low + size) !== undefined;
  return has(p.upright, box.x, box.w) && has(p.level, box.y, box.h);
};
export const isLevelView = (v: ViewName): boolean => v === 'top' || v === 'bottom';
export const isSideView = (v: ViewName): boolean => v === 'left' || v === 'right';

/** Which account runs across and which up a view. */
export const acrossAccount = (v: ViewName): Account => POSTS[v][0];
export const upAccount = (v: ViewName): Account => POSTS[v][1];

/** The part's own coordinate that a place across (0) or up (1) a view stands for. */
export const worldAt = (v: PlacedView, k: 0 | 1, paper: number): number => {
  const f = VIEW_FRAMES[v.name];
  const axis = ACCOUNT_AXIS[k === 0 ? acrossAccount(v.name) : upAccount(v.name)];
  const sign = (k === 0 ? f.u : f.v)[axis];
  return ((paper - v.toPaper.to[k]) / v.toPaper.k) * sign;
};
/** The reverse: where that coordinate lies across or up a view. */
export const paperAt = (v: PlacedView, k: 0 | 1, world: number): number => {
  const f = VIEW_FRAMES[v.name];
  const axis = ACCOUNT_AXIS[k === 0 ? acrossAccount(v.name) : upAccount(v.name)];
  return world * (k === 0 ? f.u : f.v)[axis] * v.toPaper.k + v.toPaper.to[k];
};

/** What a place of a view is called: the corners there by their numbers, in the view's order; nothing where there is none. */
export const cornersAt = (p: Pick<Plan, 'corners'>, v: PlacedView, at: Vec2): readonly Named[] => {
  const toward = VIEW_FRAMES[v.name].toward;
  const depth = (c: Named): number => c.at[0] * toward[0] + c.at[1] * toward[1] + c.at[2] * toward[2];
  return p.corners
    .filter((c) => distance2(placeOfPoint(v, c.at), at) <= SAME_PLACE * 10)
    .sort((a, b) => depth(b) - depth(a));
};
export const placeName = (p: Pick<Plan, 'corners'>, v: PlacedView, at: Vec2): string => {
  const named = cornersAt(p, v, at);
  const corners = named.filter((c) => !c.cut);
  return [...new Set((corners.length ? corners : named).map((c) => c.label))].join(',');
};
