import { along2, cross2, dot2, length2, sub2, type Vec2 } from '../../geometry/vec.ts';
import type { Deed } from '../../replay/deed.ts';
import { type BoardMethod, type BoardStep, type Figures, length } from '../method.ts';
import { drawnRound, figureText, lettered } from '../onBoard.ts';

/** A point of space by its distance to the right, before the vertical plane and above the horizontal one, mm. */
type Point3 = { readonly name: string; readonly x: number; readonly before: number; readonly above: number };

const pointsOf = (f: Figures): readonly [Point3, Point3, Point3] => [
  { name: 'a', x: 0, before: f.ad ?? 0, above: f.ah ?? 0 },
  { name: 'b', x: f.bx ?? 0, before: f.bd ?? 0, above: f.bh ?? 0 },
  { name: 'c', x: f.cx ?? 0, before: f.cd ?? 0, above: f.ch ?? 0 },
];

const unit2 = (d: Vec2): Vec2 => [d[0] / length2(d), d[1] / length2(d)];

/** On the paper: XY lies at height 0, elevations above it, plans below. */
const planOf = (p: Point3): Vec2 => [p.x, -p.before];
const elevationOf = (p: Point3): Vec2 => [p.x, p.above];

/** Kept between the plan and X1Y1, and between the edge view and X2Y2, mm. */
const CLEAR = 14;
/** XY runs so far beyond the outer points, mm. */
const BEYOND = 12;
/** Traces further away than so many times the figure lie off the sheet. */
const FAR = 3;
/** A triangle flatter than this share of its size is taken for a line. */
const FLAT = 0.02;

const areaOf = (points: readonly Point3[], on: (p: Point3) => Vec2): number => {
  const [a, b, c] = points.map(on) as [Vec2, Vec2, Vec2];
  return cross2(sub2(b, a), sub2(c, a));
};

/** The points by their heights. */
const byHeight = (f: Figures): { readonly low: Point3; readonly mid: Point3; readonly high: Point3 } => {
  const [low, mid, high] = [...pointsOf(f)].sort((p, q) => p.above - q.above) as [Point3, Point3, Point3];
  return { low, mid, high };
};

/** Where the level line of the plane through its middle point runs in the plan. */
const levelLine = (f: Figures): { readonly from: Vec2; readonly to: Vec2 } => {
  const { low, mid, high } = byHeight(f);
  const t = (mid.above - low.above) / (high.above - low.above);
  const [p, q] = [planOf(low), planOf(high)];
  return { from: planOf(mid), to: [p[0] + t * (q[0] - p[0]), p[1] + t * (q[1] - p[1])] };
};

/** The traces of the plane, where both lie near enough to be drawn. */
const traces = (f: Figures): readonly BoardStep[] => {
  const { low, mid, high } = byHeight(f);
  const { from, to } = levelLine(f);
  const u = unit2(sub2(to, from));
  const t = -low.above / (high.above - low.above);
  const [p, q] = [planOf(low), planOf(high)];
  const n: Vec2 = [p[0] + t * (q[0] - p[0]), p[1] + t * (q[1] - p[1])];
  const size = Math.max(...pointsOf(f).flatMap((x) => [x.x, x.before, x.above]));
  const onXY = (at: Vec2): Vec2 => along2(at, u, -at[1] / u[1]);
  const places = Math.abs(u[1]) > FLAT ? [n, onXY(n), onXY(from)] : undefined;
  if (!places?.every((x) => x.every((k) => Math.abs(k) < FAR * size))) return [];
  return [
    {
      text: `Traces: ${low.name}'${high.name}' carried on meets XY; brought to ${low.name}${high.name} in the plan this is a point of HT, which runs parallel to ${mid.name}d. ${mid.name}d carried on meets XY; brought up to the level line it is a point of VT. HT and VT meet on XY.`,
      why: 'HT is where the plane meets the horizontal plane, VT where it meets the vertical one. All level lines of a plane are parallel to HT.',
      tool: 'set squares',
      deeds: [
        { do: 'cross', point: 'n0', a: `${low.name}'${high.name}'`, b: 'XY' },
        { do: 'upright', line: 'n', through: 'n0' },
        { do: 'cross', point: 'N', a: 'n', b: `${low.name}${high.name}` },
        { do: 'parallel', line: 'HT', to: 'level in plan', through: 'N' },
        { do: 'cross', point: 'W', a: 'HT', b: 'XY' },
        { do: 'cross', point: 'v0', a: 'level in plan', b: 'XY' },
        { do: 'upright', line: 'v', through: 'v0' },
        { do: 'cross', point: 'V', a: 'v', b: 'level' },
        { do: 'join', line: 'VT', a: 'W', b: 'V' },
      ],
      names: { N: 'HT', V: 'VT' },
    },
  ];
};

/** The plane of three points, seen as an edge and in its true shape. */
export const planeOfThreePoints: BoardMethod = {
  kind: 'board',
  slug: 'plane-of-three-points',
  title: 'Plane through three points',
  group: 'Planes',
  use: 'A plane that no principal view shows as an edge: its traces, the auxiliary view in which it is an edge, and from that its true shape.',
  figures: [
    length('ah', 'A above HP', 12, [0, 90]),
    length('ad', 'A before VP', 34, [0, 90]),
    length('bx', 'B right of A', 40, [5, 120]),
    length('bh', 'B above HP', 46, [0, 90]),
    length('bd', 'B before VP', 12, [0, 90]),
    length('cx', 'C right of A', 70, [5, 140]),
    length('ch', 'C above HP', 24, [0, 90]),
    length('cd', 'C before VP', 44, [0, 90]),
  ],
  refuses: (f) => {
    const points = pointsOf(f);
    const { low, mid, high } = byHeight(f);
    const size = Math.max(...points.flatMap((p) => [p.x, p.before, p.above]));
    if (Math.abs((f.bx ?? 0) - (f.cx ?? 0)) < 2)
      return 'B and C stand on one projector: give one of them 2 mm more to the right.';
    if (high.above - low.above < FLAT * size)
      return 'All three points are at one height: the plane is level, and the plan shows its true shape already. Give them different heights.';
    const flat = FLAT * size * size;
    if (Math.abs(areaOf(points, planOf)) < flat && Math.abs(areaOf(points, elevationOf)) < flat)
      return 'The three points lie in one line, through which many planes go: move one of them aside.';
    const { from, to } = levelLine(f);
    return Math.hypot(...sub2(to, from)) < FLAT * size
      ? `The plane's level line through ${mid.name.toUpperCase()} is too short to be drawn: move ${mid.name.toUpperCase()} aside.`
      : undefined;
  },
  steps: (f) => {
    const points = pointsOf(f);
    const { low, mid, high } = byHeight(f);
    const { from, to } = levelLine(f);
    const u = unit2(sub2(to, from));
    // the auxiliary view goes to the side away from the elevation; where it makes no difference, to the right
    const way = u[1] < -FLAT || (Math.abs(u[1]) <= FLAT && u[0] > 0) ? 1 : -1;
    const away: Vec2 = [way * u[0], way * u[1]];
    const reach = Math.max(...points.map((p) => dot2(sub2(planOf(p), from), away))) + CLEAR;
    const names = points.map((p) => p.name);
    // the true shape goes further away from X1Y1
    const across: Vec2 = [-away[1], away[0]];
    const edgeAt = (p: Point3): Vec2 => {
      const along = dot2(sub2(planOf(p), from), across);
      return along2(along2(from, across, along), away, reach + p.above);
    };
    const edge = unit2(sub2(edgeAt(high), edgeAt(low)));
    const second = dot2([-edge[1], edge[0]], away) >= 0 ? 1 : -1;
    const each = (make: (n: string, p: Point3) => readonly Deed[]): Deed[] =>
      points.flatMap((p) => make(p.name, p));
    const marks = (after: string): Readonly<Record<string, string>> =>
      Object.fromEntries(names.map((n) => [`${n}${after}`, `${n}${after}`]));
    return [
      {
        text: 'Draw XY, and the projectors of A, B and C square to it.',
        why: 'Plan and elevation of a point stand on one projector.',
        tool: 'tee square',
        deeds: [
          { do: 'place', point: 'a0', left: 0, bottom: 0 },
          { do: 'level', line: 'XY', through: 'a0' },
          ...points.slice(1).map(
            (p): Deed => ({
              do: 'setOff',
              point: `${p.name}0`,
              along: 'XY',
              from: 'a0',
              distance: p.x,
              way: 1,
            }),
          ),
          ...names.map((n): Deed => ({ do: 'upright', line: `p${n}`, through: `${n}0` })),
          { do: 'setOff', point: 'X', along: 'XY', from: 'a0', distance: BEYOND, way: -1 },
          {
            do: 'setOff',
            point: 'Y',
            along: 'XY',
            from: 'a0',
            distance: Math.max(...points.map((p) => p.x)) + BEYOND,
            way: 1,
          },
        ],
        names: lettered('X', 'Y'),
      },
      {
        text: `Set off the heights above XY: a', b', c'; and the distances before VP below it: a, b, c. Join them in both views.`,
        why: 'Elevation and plan of the triangle. Neither shows it as it is, and none shows the plane as an edge.',
        tool: 'rule',
        deeds: [
          ...each((n, p) => [
            { do: 'setOff', point: `${n}'`, along: `p${n}`, from: `${n}0`, distance: p.above, way: 1 },
            { do: 'setOff', point: n, along: `p${n}`, from: `${n}0`, distance: p.before, way: -1 },
          ]),
          ...drawnRound("a'", "b'", "c'"),
          ...drawnRound('a', 'b', 'c'),
        ],
        names: { ...marks("'"), ...marks('') },
      },
      {
        text: `Draw the level line through ${mid.name}' to ${low.name}'${high.name}': d'. Bring d' down to ${low.name}${high.name}: d. Join ${mid.name} and d.`,
        why: `${mid.name}d is a level line of the plane, so it is true in the plan.`,
        tool: 'set square',
        deeds: [
          { do: 'level', line: 'level', through: `${mid.name}'` },
          {
            do: 'join',
            line: `${low.name}'${high.name}'`,
            a: `${low.name}'`,
            b: `${high.name}'`,
          },
          { do: 'cross', point: "d'", a: 'level', b: `${low.name}'${high.name}'` },
          { do: 'upright', line: 'pd', through: "d'" },
          { do: 'join', line: `${low.name}${high.name}`, a: low.name, b: high.name },
          { do: 'cross', point: 'd', a: 'pd', b: `${low.name}${high.name}` },
          { do: 'join', line: 'level in plan', a: mid.name, b: 'd' },
        ],
        names: { "d'": "d'", d: 'd' },
      },
      ...traces(f),
      {
        text: `Draw X1Y1 square to ${mid.name}d, clear of the plan, and projectors to it parallel to ${mid.name}d.`,
        why: 'Seen along a line that lies in it, a plane is an edge.',
        tool: 'set squares',
        deeds: [
          { do: 'setOff', point: 'o1', along: 'level in plan', from: mid.name, distance: reach, way },
          { do: 'square', line: 'X1Y1', to: 'level in plan', through: 'o1' },
          ...each((n) => [
            { do: 'parallel', line: `q${n}`, to: 'level in plan', through: n },
            { do: 'cross', point: `${n}01`, a: `q${n}`, b: 'X1Y1' },
          ]),
        ],
        names: { o1: 'X1Y1' },
      },
      {
        text: `Set off the heights of the elevation from X1Y1: a1, b1, c1. They lie in one line, the edge of the plane.`,
        why: 'Heights are equal in every view taken off the plan. If the three are not in one line, something is wrong.',
        tool: 'dividers',
        deeds: [
          ...each((n) => [
            {
              do: 'carry',
              point: `${n}1`,
              along: `q${n}`,
              from: `${n}01`,
              span: [`${n}0`, `${n}'`],
              way,
            },
          ]),
          { do: 'join', line: 'edge', a: `${low.name}1`, b: `${high.name}1` },
          { do: 'draw', seen: true, from: `${low.name}1`, to: `${high.name}1` },
        ],
        names: marks('1'),
      },
      {
        text: 'Draw X2Y2 parallel to the edge, and projectors square to it through a1, b1 and c1.',
        why: 'Seen square to its edge, a plane shows its true shape.',
        tool: 'set squares',
        deeds: [
          { do: 'square', line: 'r', to: 'edge', through: `${low.name}1` },
          {
            do: 'setOff',
            point: 'o2',
            along: 'r',
            from: `${low.name}1`,
            distance: CLEAR,
            way: second,
          },
          { do: 'parallel', line: 'X2Y2', to: 'edge', through: 'o2' },
          ...each((n) => [
            { do: 'square', line: `r${n}`, to: 'edge', through: `${n}1` },
            { do: 'cross', point: `${n}02`, a: `r${n}`, b: 'X2Y2' },
          ]),
        ],
        names: { o2: 'X2Y2' },
      },
      {
        text: 'Carry the distances of a, b and c from X1Y1 to these projectors, from X2Y2 on: a2, b2, c2. Join them.',
        why: `It is the true shape: A to B ${figureText(apart(points[0], points[1]))}, B to C ${figureText(apart(points[1], points[2]))}, C to A ${figureText(apart(points[2], points[0]))} mm.`,
        tool: 'dividers',
        deeds: [
          ...each((n) => [
            {
              do: 'carry',
              point: `${n}2`,
              along: `r${n}`,
              from: `${n}02`,
              span: [`${n}01`, n],
              way: second,
            },
          ]),
          ...drawnRound('a2', 'b2', 'c2'),
        ],
        names: marks('2'),
      },
    ];
  },
};

/** How far two points are apart in space, mm. */
const apart = (p: Point3, q: Point3): number => Math.hypot(p.x - q.x, p.before - q.before, p.above - q.above);
