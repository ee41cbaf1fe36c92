import type { Vec2 } from '../geometry/vec.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import type { ReferenceLine } from '../sheet/layout/layout.ts';
import { placeOfPoint } from '../sheet/views/placedView.ts';
import { levelAt, pairOf, uprightAt } from './coordinates.ts';
import type { Deed } from './deed.ts';
import { isCounted, type Origin } from './figureOrigin.ts';
import type { BoxSide, Instruction } from './instruction.ts';
import { fixedAlong, originBetween, originOfStep } from './origin.ts';
import { walkOutline } from './outlineWalk.ts';
import {
  acrossAccount,
  freshName,
  isLevelView,
  isSideView,
  type Plan,
  pointThere,
  take,
  upAccount,
  viewNamed,
  workOn,
  worldAt,
} from './plan.ts';
import { stepPolygon } from './polygonDrawn.ts';
import { type Polygon, seesTrue } from './polygons.ts';

/** A light line a stated distance from a side of a box that is drawn. */
const offset = (
  p: Plan,
  view: ViewName,
  k: 0 | 1,
  from: number,
  to: number,
  instruction: Instruction,
): string => {
  const { box } = viewNamed(p, view);
  const lines = k === 0 ? p.upright : p.level;
  const known = lines.at(to);
  if (known !== undefined) return known;
  const along = (k === 0 ? p.level.at(box.y) : p.upright.at(box.x)) as string;
  const start = freshName(p, 'p');
  const point = freshName(p, 'p');
  const line = freshName(p, 'l');
  take(p, { view, stage: 'setting out', tool: 'rule', source: 'sheet', instruction }, [
    { do: 'cross', point: start, a: along, b: lines.at(from) as string },
    { do: 'setOff', point, along, from: start, distance: Math.abs(to - from), way: to > from ? 1 : -1 },
    { do: k === 0 ? 'upright' : 'level', line, through: point },
  ]);
  return line;
};

/** The first box of all: its corner by the sheet's edges, its sides by the overall sizes. */
const firstBox = (p: Plan, view: ViewName): void => {
  workOn(p, { kind: 'box', of: view }, view);
  const { box } = viewNamed(p, view);
  const corner = freshName(p, 'p');
  const deeds: Deed[] = [
    { do: 'place', point: corner, left: box.x, bottom: box.y },
    { do: 'level', line: freshName(p, 'l'), through: corner },
    { do: 'upright', line: freshName(p, 'l'), through: corner },
  ];
  take(
    p,
    {
      view,
      stage: 'setting out',
      tool: 'rule',
      source: 'sheet',
      instruction: { kind: 'sheetCorner', left: box.x, bottom: box.y },
    },
    deeds,
  );
  if (p.choice.order === 'outline') walkOutline(p, viewNamed(p, view));
  uprightAt(p, { view, at: box.x + box.w, stage: 'setting out', source: 'planned' });
  levelAt(p, { view, at: box.y + box.h, stage: 'setting out', source: 'planned' });
};

/** How an overall size comes from the stated sizes; one that no sum of them gives was calculated when the sheet was planned. */
const overallOrigin = (p: Plan, view: ViewName, k: 0 | 1): Origin => {
  const { box } = viewNamed(p, view);
  const account = k === 0 ? acrossAccount(view) : upAccount(view);
  const ends = (k === 0 ? [box.x, box.x + box.w] : [box.y, box.y + box.h]).map((at) =>
    worldAt(viewNamed(p, view), k, at),
  );
  const [low, high] = [Math.min(...ends), Math.max(...ends)].map((world) => fixedAlong(p, account, world));
  const origin = originBetween(low ?? [], high ?? [], 1);
  return isCounted(origin.source) ? origin : { source: 'planned' };
};

/** The line between the front view and a neighbour, a gap from the box that is drawn. */
const referenceLine = (p: Plan, r: ReferenceLine, of: ViewName): void => {
  const k = r.from[0] === r.to[0] ? 0 : 1;
  const at = r.from[k];
  const { box } = viewNamed(p, of);
  const [low, high] = k === 0 ? [box.x, box.x + box.w] : [box.y, box.y + box.h];
  const from = at < low ? low : high;
  const line = offset(p, of, k, from, at, {
    kind: 'lineBetweenViews',
    sense: k === 0 ? 'upright' : 'level',
    name: r.name,
    away: Math.abs(at - from),
  });
  for (const v of r.between) if (v !== 'front') p.reference.set(v, line);
};

/** The mitre lines between the reference lines that are there, or for arcs and dividers their corner alone. */
const corners = (p: Plan): void => {
  for (const m of p.sheet.layout.mitres) {
    const key = pairOf(m.level, m.side);
    const [a, b] = [p.reference.get(m.level), p.reference.get(m.side)];
    if (p.mitre.has(key) || a === undefined || b === undefined) continue;
    const corner = freshName(p, 'p');
    const slope = (m.to[0] - m.from[0]) * (m.to[1] - m.from[1]);
    const line = p.choice.method === 'mitre' ? freshName(p, 'l') : undefined;
    take(
      p,
      {
        view: undefined,
        stage: 'setting out',
        tool: line ? '45-degree set square' : 'pencil',
        instruction: { kind: 'mitreCorner', line: line !== undefined },
      },
      [
        { do: 'cross', point: corner, a, b },
        ...(line ? [{ do: 'slant', line, through: corner, angle: slope > 0 ? 45 : 135 } as const] : []),
      ],
    );
    p.mitre.set(key, { corner, line });
  }
};

/** The box of a view beside one that is drawn. */
const nextBox = (p: Plan, view: ViewName, drawn: ViewName): void => {
  workOn(p, { kind: 'box', of: view }, view);
  const v = viewNamed(p, view);
  const d = viewNamed(p, drawn);
  const farSides: (() => void)[] = [];
  // its near side by the gap, wherever it is not shared with the box that is drawn
  for (const k of [0, 1] as const) {
    const lines = k === 0 ? p.upright : p.level;
    const [low, high] = k === 0 ? [v.box.x, v.box.x + v.box.w] : [v.box.y, v.box.y + v.box.h];
    if (lines.at(low) !== undefined && lines.at(high) !== undefined) continue;
    const [dLow, dHigh] = k === 0 ? [d.box.x, d.box.x + d.box.w] : [d.box.y, d.box.y + d.box.h];
    const after = low > dHigh - 1e-6;
    const [near, far, from] = after ? [low, high, dHigh] : [high, low, dLow];
    const side: BoxSide = k === 0 ? (after ? 'left' : 'right') : after ? 'lower' : 'upper';
    offset(p, drawn, k, from, near, { kind: 'nearSide', of: view, side, away: Math.abs(near - from) });
    farSides.push(() => farSide(p, view, k, near, far));
  }
  if (p.choice.order === 'outline') walkOutline(p, v);
  for (const draw of farSides) draw();
};

/** The far side of a box: its depth or height by what is posted, measured where it is not. */
const farSide = (p: Plan, view: ViewName, k: 0 | 1, near: number, far: number): void => {
  // a box is measured from its low side, which may be the far one: then it is set off from the near side
  const account = k === 0 ? (isSideView(view) ? 'D' : 'W') : isLevelView(view) ? 'D' : 'H';
  const other = [...p.mitre.keys()].some((key) => key.split(' ').includes(view));
  if (account === 'D' && other && posts(p, view)) {
    if (k === 0) uprightAt(p, { view, at: far, stage: 'setting out' });
    else levelAt(p, { view, at: far, stage: 'setting out' });
    return;
  }
  const { box } = viewNamed(p, view);
  const lines = k === 0 ? p.upright : p.level;
  if (p.choice.order === 'outline' && (k === 0 ? p.xPoints : p.yPoints).at(far) !== undefined) {
    (k === 0 ? uprightAt : levelAt)(p, { view, at: far, stage: 'setting out' });
    return;
  }
  const along =
    k === 0
      ? (p.level.at(box.y) ?? p.level.at(box.y + box.h))
      : (p.upright.at(box.x) ?? p.upright.at(box.x + box.w));
  const start = freshName(p, 'p');
  const point = freshName(p, 'p');
  const origin = overallOrigin(p, view, k);
  take(
    p,
    {
      view,
      stage: 'setting out',
      tool: 'rule',
      ...originOfStep(origin),
      account,
      instruction: { kind: 'farSide', account, figure: { length: far - near, origin } },
    },
    [
      { do: 'cross', point: start, a: along as string, b: lines.at(near) as string },
      {
        do: 'setOff',
        point,
        along: along as string,
        from: start,
        distance: Math.abs(far - near),
        way: far > near ? 1 : -1,
      },
      { do: k === 0 ? 'upright' : 'level', line: freshName(p, 'l'), through: point },
    ],
  );
};

/** True where another view round a mitre corner has its box drawn. */
const posts = (p: Plan, view: ViewName): boolean =>
  p.sheet.views.some((v) => {
    if (!p.mitre.has(pairOf(v.name, view)) || isLevelView(v.name) === isLevelView(view)) return false;
    const { box } = v;
    const at: Vec2 = isLevelView(v.name) ? [box.y, box.y + box.h] : [box.x, box.x + box.w];
    const lines = isLevelView(v.name) ? p.level : p.upright;
    return at.every((x) => lines.at(x) !== undefined);
  });

/** A polygon that a view sees true and that is as wide and as high as it: drawn first, it gives the view's box. */
type Base = { readonly view: ViewName; readonly polygon: Polygon; readonly corners: readonly Vec2[] };

const touches = (at: number, to: number): boolean => Math.abs(at - to) < 1e-6;

/** The base to begin with, where an overall size of the part is no sum of sizes and such a polygon gives it. */
const baseOf = (p: Plan, polygons: readonly Polygon[]): Base | undefined => {
  const { first } = p.choice;
  // the back view stands beside none that could be set out from it
  const views = p.sheet.views.filter((v) => v.name !== 'back');
  for (const v of [...views].sort((a, b) => Number(b.name === first) - Number(a.name === first)))
    for (const polygon of polygons.filter((g) => seesTrue(v.name, g))) {
      const corners = polygon.corners.map((c) => placeOfPoint(v, c));
      const { box } = v;
      const fills = ([0, 1] as const).every((k) =>
        k === 0
          ? [box.x, box.x + box.w].every((side) => corners.some((c) => touches(c[0], side)))
          : [box.y, box.y + box.h].every((side) => corners.some((c) => touches(c[1], side))),
      );
      const isUnstated = ([0, 1] as const).some((k) => overallOrigin(p, v.name, k).source === 'planned');
      if (fills && isUnstated) return { view: v.name, polygon, corners };
    }
  return undefined;
};

/** The first box of all, from a base: its middle by the sheet's edges, the base by its construction, the sides through its corners. */
const boxOfBase = (p: Plan, { view, polygon, corners }: Base): void => {
  const { feature } = polygon;
  const [left, bottom] = placeOfPoint(viewNamed(p, view), polygon.centre);
  workOn(p, { kind: 'feature', name: feature }, view);
  const centre = freshName(p, 'p');
  take(
    p,
    {
      view,
      stage: 'setting out',
      tool: 'rule',
      source: 'sheet',
      instruction: { kind: 'baseCentre', feature, left, bottom },
    },
    [
      { do: 'place', point: centre, left, bottom },
      { do: 'level', line: freshName(p, 'l'), through: centre },
      { do: 'upright', line: freshName(p, 'l'), through: centre },
    ],
  );
  stepPolygon(p, view, polygon);
  workOn(p, { kind: 'box', of: view }, view);
  const { box } = viewNamed(p, view);
  const side = (k: 0 | 1, at: number): Deed => {
    const corner = corners.find((c) => touches(c[k], at)) as Vec2;
    return {
      do: k === 0 ? 'upright' : 'level',
      line: freshName(p, 'l'),
      through: pointThere(p, corner) as string,
    };
  };
  take(
    p,
    { view, stage: 'setting out', tool: 'set square', instruction: { kind: 'boxThroughCorners', feature } },
    [side(0, box.x), side(0, box.x + box.w), side(1, box.y), side(1, box.y + box.h)],
  );
};

/**
 * Sets the boxes of all views out, with the lines between them.
 * @param polygons those of the part, one of which may give the first box
 */
export const setBoxesOut = (p: Plan, polygons: readonly Polygon[]): void => {
  const names = p.sheet.views.map((v) => v.name);
  const front = names.includes('front') ? 'front' : (names[0] as ViewName);
  const { first } = p.choice;
  // every view but the back one stands beside the front view, so any of those may come first
  const base = front === 'front' ? baseOf(p, polygons) : undefined;
  const start =
    base?.view ?? (front === 'front' && names.includes(first) && first !== 'back' ? first : front);
  if (base) boxOfBase(p, base);
  else firstBox(p, start);
  const order: ViewName[] = ['front', 'top', 'bottom', 'left', 'right', 'back'];
  for (const view of order.filter((v) => v !== start && names.includes(v))) {
    // the back view stands beyond the side view on its right, if there is one
    const beside = view === 'back' ? neighbourOfBack(p) : view === front ? start : front;
    const from = view === 'back' ? front : beside;
    const parted = view === front ? start : view;
    const r = p.sheet.layout.referenceLines.find((x) => x.between.includes(parted));
    workOn(p, { kind: 'linesBetweenViews' }, undefined);
    if (r && !p.reference.has(parted)) referenceLine(p, r, from);
    corners(p);
    nextBox(p, view, beside);
  }
};

const neighbourOfBack = (p: Plan): ViewName => {
  const back = viewNamed(p, 'back');
  const before = p.sheet.views.filter(
    (v) => v.name !== 'back' && !isLevelView(v.name) && v.box.x < back.box.x,
  );
  return before.reduce((a, b) => (b.box.x > a.box.x ? b : a)).name;
};
