import { distance2, dot, sub2, type Vec2 } from '../geometry/vec.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import { VIEW_FRAMES } from '../geometry/viewFrames.ts';
import { DEGREE } from '../number/angle.ts';
import { placeOfPoint } from '../sheet/views/placedView.ts';
import { chainTimes, type SizeChain } from '../station/sizeChain.ts';
import { pointAt } from './coordinates.ts';
import type { Deed } from './deed.ts';
import type { Instruction } from './instruction.ts';
import { originOfChain, originOfStep } from './origin.ts';
import { freshName, type Plan, pointThere, take } from './plan.ts';
import { type Polygon, type PolygonGiven, seesTrue } from './polygons.ts';

/**
 * A regular polygon to be drawn on the paper: its middle and the line along its first side's direction are there, its corners are to be found.
 * `corners` are where they must come to lie, the first two the ends of the first side; `worth` is the stated size, paper mm.
 */
export type PolygonOnPaper = {
  readonly view: ViewName;
  readonly feature: string;
  readonly given: PolygonGiven;
  readonly worth: number;
  /** that size as it is stated */
  readonly chain: SizeChain;
  readonly centre: string;
  readonly axis: string;
  readonly corners: readonly Vec2[];
};

/** A ray from a point at an angle to a line, degrees: by set squares at multiples of 15, else by the protractor. */
export const rayDeed = (line: string, through: string, from: string, angle: number): Deed => {
  const whole = Math.round(angle / 15) * 15;
  return Math.abs(angle - whole) < 1e-9
    ? { do: 'slant', line, through, from, angle: whole }
    : { do: 'protract', line, through, from, angle };
};
const toolOf = (angle: number): 'set square' | 'protractor' =>
  Math.abs(angle / 15 - Math.round(angle / 15)) < 1e-9 ? 'set square' : 'protractor';

/** A polygon being drawn: the plan, what is asked, and how its corners run on the paper. */
type Draw = {
  readonly p: Plan;
  readonly g: PolygonOnPaper;
  readonly n: number;
  readonly middle: Vec2;
  /** the direction of the axis, degrees */
  readonly turn: number;
  /** +1 where the corners run counter-clockwise on the paper */
  readonly round: 1 | -1;
  readonly step: { readonly view: ViewName; readonly stage: 'construction' };
};

const angleTo = (d: Draw, at: Vec2): number => {
  const e = sub2(at, d.middle);
  const raw = Math.atan2(e[1], e[0]) / DEGREE - d.turn;
  const turned = ((raw % 360) + 360) % 360;
  // what is meant as a multiple of a quarter degree is one
  const quarter = Math.round(turned * 4) / 4;
  return Math.abs(turned - quarter) < 1e-7 ? quarter : turned;
};

/** @param share how many times the stated size the radius is */
const lightRound = (d: Draw, share: number, through: 'corners' | 'sides'): string => {
  const r = d.g.worth * share;
  const { p, g } = d;
  const circle = freshName(p, 'c');
  const origin = originOfChain(chainTimes(g.chain, share));
  take(
    p,
    {
      ...d.step,
      tool: 'compass',
      ...originOfStep(origin),
      instruction: {
        kind: 'polygonCircle',
        feature: g.feature,
        figure: { length: r, origin },
        through,
        sides: d.n,
      },
    },
    [{ do: 'circle', circle, centre: g.centre, radius: r }],
  );
  return circle;
};

/** Steps a span round a circle for the corners that follow the first, counter-clockwise; the names by the corners' order. */
const stepRound = (
  d: Draw,
  circle: string,
  found: Map<number, string>,
  start: number,
  span: readonly [string, string],
  what: Extract<Instruction, { kind: 'stepCorners' }>['span'],
): void => {
  const deeds: Deed[] = [];
  let last = found.get(start) as string;
  for (let i = 1; i < d.n; i++) {
    const k = (((start + d.round * i) % d.n) + d.n) % d.n;
    const known = found.get(k);
    if (known !== undefined) {
      last = known;
      continue;
    }
    const point = freshName(d.p, 'p');
    deeds.push({ do: 'step', point, circle, from: last, span });
    found.set(k, point);
    last = point;
  }
  const instruction = { kind: 'stepCorners', feature: d.g.feature, span: what, sides: d.n } as const;
  take(d.p, { ...d.step, tool: 'dividers', instruction }, deeds);
};

/** Across corners: a circle, and rays to the corners; the radius goes six times into it, and a pentagon's side is found by halving. */
/** @param share how many times the stated size the circle's radius is */
const byCorners = (d: Draw, share: number): Map<number, string> => {
  const r = d.g.worth * share;
  const { p, g, n } = d;
  const circle = lightRound(d, share, 'corners');
  p.rims.push({ view: g.view, circle, centre: d.middle, r });
  const angles = g.corners.map((c) => angleTo(d, c));
  const start = Math.max(
    0,
    angles.findIndex((a) => toolOf(a) === 'set square'),
  );
  const found = new Map<number, string>();
  const cornerByRay = (k: number): void => {
    const [ray, point] = [freshName(p, 'l'), freshName(p, 'p')];
    const a = angles[k] as number;
    take(
      p,
      {
        ...d.step,
        tool: toolOf(a),
        ...(toolOf(a) === 'protractor' && { source: 'counted' as const }),
        instruction: {
          kind: 'cornerRay',
          feature: g.feature,
          angle: a,
          sides: n,
          bySetSquares: toolOf(a) === 'set square',
        },
      },
      [rayDeed(ray, g.centre, g.axis, a), { do: 'meet', point, line: ray, circle, way: 1 }],
    );
    found.set(k, point);
  };
  cornerByRay(start);
  if (n === 6) stepRound(d, circle, found, start, [g.centre, found.get(start) as string], 'radius');
  else if (n === 5) {
    const side = pentagonSide(d, circle, found.get(start) as string);
    stepRound(d, circle, found, start, [found.get(start) as string, side], 'found');
  } else for (let k = 0; k < n; k++) if (!found.has(k)) cornerByRay(k);
  return found;
};

/**
 * The side of a pentagon in a circle: half of a radius square to that of the first corner, and from its end the distance to the corner swung down
 * onto it; from there to the corner is the side (Ptolemy, Almagest I.10).
 */
const pentagonSide = (d: Draw, circle: string, apex: string): string => {
  const { p, g } = d;
  const [up, across, end, arc, upper, lower, halving, half, side] = [
    'l',
    'l',
    'p',
    'c',
    'p',
    'p',
    'l',
    'p',
    'p',
  ].map((k) => freshName(p, k)) as [string, string, string, string, string, string, string, string, string];
  take(
    p,
    {
      ...d.step,
      tool: 'compass',
      instruction: { kind: 'pentagonSide', feature: g.feature },
    },
    [
      { do: 'join', line: up, a: g.centre, b: apex },
      { do: 'square', line: across, to: up, through: g.centre },
      { do: 'meet', point: end, line: across, circle, way: 1 },
      { do: 'circle', circle: arc, centre: end, through: g.centre },
      { do: 'pair', point: upper, a: circle, b: arc, side: 1 },
      { do: 'pair', point: lower, a: circle, b: arc, side: -1 },
      { do: 'join', line: halving, a: upper, b: lower },
      { do: 'cross', point: half, a: halving, b: across },
      { do: 'swing', point: side, centre: half, from: apex, onto: across, way: -1 },
    ],
  );
  return side;
};

/** On a given side: half of it each way from the middle, the rays of half a sector give its two corners, and the side is stepped round. */
const bySide = (d: Draw, side: number): Map<number, string> => {
  const { p, g, n } = d;
  if (n === 6) return byCorners(d, 1);
  const found = new Map<number, string>();
  const origin = originOfChain(chainTimes(g.chain, 0.5));
  const first = g.corners[0] as Vec2;
  const feet: [string, string, string, string] = [
    freshName(p, 'p'),
    freshName(p, 'p'),
    freshName(p, 'l'),
    freshName(p, 'l'),
  ];
  const axis = p.board.lines.get(g.axis) as { d: Vec2 };
  const alongAxis = (c: Vec2): 1 | -1 =>
    (c[0] - d.middle[0]) * axis.d[0] + (c[1] - d.middle[1]) * axis.d[1] > 0 ? 1 : -1;
  take(
    p,
    {
      ...d.step,
      tool: 'rule',
      ...originOfStep(origin),
      instruction: { kind: 'halfSides', feature: g.feature, figure: { length: side / 2, origin } },
    },
    [
      {
        do: 'setOff',
        point: feet[0],
        along: g.axis,
        from: g.centre,
        distance: side / 2,
        way: alongAxis(first),
      },
      { do: 'square', line: feet[2], to: g.axis, through: feet[0] },
      {
        do: 'setOff',
        point: feet[1],
        along: g.axis,
        from: g.centre,
        distance: side / 2,
        way: alongAxis(g.corners[1] as Vec2),
      },
      { do: 'square', line: feet[3], to: g.axis, through: feet[1] },
    ],
  );
  for (const k of [0, 1]) {
    const a = angleTo(d, g.corners[k] as Vec2);
    const [ray, point] = [freshName(p, 'l'), freshName(p, 'p')];
    take(
      p,
      {
        ...d.step,
        tool: toolOf(a),
        ...(toolOf(a) === 'protractor' && { source: 'counted' as const }),
        instruction: { kind: 'sideRay', feature: g.feature, angle: a, sides: n },
      },
      [rayDeed(ray, g.centre, g.axis, a), { do: 'cross', point, a: ray, b: feet[k === 0 ? 2 : 3] }],
    );
    found.set(k, point);
  }
  const circle = freshName(p, 'c');
  take(
    p,
    {
      ...d.step,
      tool: 'compass',
      instruction: { kind: 'circleThroughCorners', feature: g.feature },
    },
    [{ do: 'circle', circle, centre: g.centre, through: found.get(0) as string }],
  );
  p.rims.push({ view: g.view, circle, centre: d.middle, r: distance2(d.middle, first) });
  stepRound(d, circle, found, 0, [found.get(0) as string, found.get(1) as string], 'side');
  return found;
};

/** Across flats: a circle, and a tangent square to a ray for each side; neighbouring tangents cross in the corners. */
const byFlats = (d: Draw): Map<number, string> => {
  const { p, g, n } = d;
  const circle = lightRound(d, 0.5, 'sides');
  const tangents = g.corners.map((c, k) => {
    const next = g.corners[(k + 1) % n] as Vec2;
    const a = angleTo(d, [(c[0] + next[0]) / 2, (c[1] + next[1]) / 2]);
    const [ray, touch, tangent] = [freshName(p, 'l'), freshName(p, 'p'), freshName(p, 'l')];
    const deeds: Deed[] = [
      rayDeed(ray, g.centre, g.axis, a),
      { do: 'meet', point: touch, line: ray, circle, way: 1 },
      { do: 'square', line: tangent, to: ray, through: touch },
    ];
    return { tangent, deeds, tool: toolOf(a) };
  });
  const tool = tangents.some((t) => t.tool === 'protractor') ? 'protractor' : 'set square';
  take(
    p,
    {
      ...d.step,
      tool,
      ...(tool === 'protractor' && { source: 'counted' as const }),
      instruction: {
        kind: 'tangents',
        feature: g.feature,
        sides: n,
        bySetSquares: tool === 'set square',
      },
    },
    tangents.flatMap((t) => t.deeds),
  );
  const found = new Map<number, string>();
  take(
    p,
    {
      ...d.step,
      tool: 'pencil',
      instruction: { kind: 'tangentCrossings', feature: g.feature, sides: n },
    },
    g.corners.map((_, k): Deed => {
      const point = freshName(p, 'p');
      found.set(k, point);
      return {
        do: 'cross',
        point,
        a: tangents[(k + n - 1) % n]?.tangent as string,
        b: tangents[k]?.tangent as string,
      };
    }),
  );
  return found;
};

/** Draws a regular polygon light by the construction that suits its stated size. @returns its corners' names, in their order */
export const drawPolygon = (p: Plan, g: PolygonOnPaper): string[] => {
  const middle = p.board.points.get(g.centre) as Vec2;
  const along = (p.board.lines.get(g.axis) as { d: Vec2 }).d;
  const [a, b] = g.corners as readonly [Vec2, Vec2];
  const turns = (a[0] - middle[0]) * (b[1] - middle[1]) - (a[1] - middle[1]) * (b[0] - middle[0]);
  const d: Draw = {
    p,
    g,
    n: g.corners.length,
    middle,
    turn: Math.atan2(along[1], along[0]) / DEGREE,
    round: turns > 0 ? 1 : -1,
    step: { view: g.view, stage: 'construction' },
  };
  const draw = {
    corners: () => byCorners(d, 0.5),
    side: () => bySide(d, g.worth),
    flats: () => byFlats(d),
  };
  const found = draw[g.given]();
  return g.corners.map((_, k) => found.get(k) as string);
};

/** The axis of a feature, or of its base, through a point at an angle to +x, degrees. */
export const axisThrough = (
  p: Plan,
  view: ViewName,
  through: string,
  angle: number,
  feature: string,
  of: 'feature' | 'base',
): string => {
  const line = freshName(p, 'l');
  const whole = Math.round(angle / 15) * 15;
  const square = Math.abs(angle - whole) < 1e-9;
  take(
    p,
    {
      view,
      stage: 'construction',
      tool: square ? 'set square' : 'protractor',
      ...(!square && { source: 'given' as const }),
      instruction: { kind: 'axis', feature, of, angle },
    },
    [square ? { do: 'slant', line, through, angle: whole } : { do: 'protract', line, through, angle }],
  );
  return line;
};

/** The angle of a direction on the paper, degrees in (-180, 180], cleared of rounding. */
export const paperAngle = (d: Vec2): number => {
  const a = Math.atan2(d[1], d[0]) / DEGREE;
  const near = Math.round(a * 1e6) / 1e6;
  return Math.abs(a - near) < 1e-10 ? near : a;
};

/** Draws a polygon of the part where a view sees it true; nothing where it does not, or where its corners are there. */
export const stepPolygon = (p: Plan, view: ViewName, g: Polygon): void => {
  const f = VIEW_FRAMES[view];
  if (!seesTrue(view, g)) return;
  const v = p.sheet.views.find((x) => x.name === view);
  if (!v) return;
  const corners = g.corners.map((c) => placeOfPoint(v, c));
  if (corners.every((c) => pointThere(p, c))) return;
  const at = placeOfPoint(v, g.centre);
  const centre = pointAt(p, view, at, 'construction');
  const angle = paperAngle([dot(g.along, f.u), dot(g.along, f.v)]);
  const level = p.level.at(at[1]);
  const axis =
    Math.abs(angle % 180) < 1e-9 && level !== undefined
      ? level
      : axisThrough(p, view, centre, angle, g.feature, 'feature');
  drawPolygon(p, {
    view,
    feature: g.feature,
    given: g.given,
    worth: g.size * p.sheet.scale,
    chain: g.chain,
    centre,
    axis,
    corners,
  });
};
