import { SAME_FIGURE } from '../geometry/nearness.ts';
import { mapPoint, type Rigid, toLocal } from '../geometry/rigid.ts';
import { along2, cross, distance2, dot, dot2, sub2, type Vec2, type Vec3 } from '../geometry/vec.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import { VIEW_FRAMES } from '../geometry/viewFrames.ts';
import { copyOfFace, featureOfFace } from '../naming/keys.ts';
import { type PlacedView, placeOfPoint } from '../sheet/views/placedView.ts';
import { type AxisIndex, byFace, fixingCorner } from '../station/fixedBy.ts';
import { chainTimes, chainWorth, type SizeChain } from '../station/sizeChain.ts';
import type { StatedPlace } from '../station/statedPlaces.ts';
import { levelAt, pointAt, uprightAt } from './coordinates.ts';
import type { Deed } from './deed.ts';
import { isCounted, type Origin } from './figureOrigin.ts';
import type { FramedFeature } from './framePoints.ts';
import { originOfChain, originOfStep } from './origin.ts';
import { freshName, type Plan, pointThere, take } from './plan.ts';
import { axisThrough, drawPolygon, paperAngle, rayDeed } from './polygonDrawn.ts';
import { type Polygon, seesTrue } from './polygons.ts';

const principal = (d: Vec3): boolean => d.some((x) => Math.abs(Math.abs(x) - 1) < SAME_FIGURE);
const flat = (v: PlacedView, d: Vec3): Vec2 => {
  const f = VIEW_FRAMES[v.name];
  return [dot(d, f.u), dot(d, f.v)];
};

/**
 * Copies round an axis, where a view looks along it: the circle about the axis through the first copy, a ray at the angle of each, and the
 * crossing of the two. Nothing but the angle is needed.
 */
export const placeRoundAxis = (p: Plan, f: FramedFeature): void => {
  const { copy } = f;
  if (!copy) return;
  for (const v of p.sheet.views) {
    const toward = dot(copy.axis, VIEW_FRAMES[v.name].toward);
    if (Math.abs(Math.abs(toward) - 1) > SAME_FIGURE) continue;
    const [middle, start, at] = [copy.through, copy.first, f.place.origin].map((q) => placeOfPoint(v, q)) as [
      Vec2,
      Vec2,
      Vec2,
    ];
    if (distance2(middle, start) < 1e-6 || pointThere(p, at)) continue;
    const [c, a] = [pointAt(p, v.name, middle, 'construction'), pointAt(p, v.name, start, 'construction')];
    const [first, ray, circle, point] = [
      freshName(p, 'l'),
      freshName(p, 'l'),
      freshName(p, 'c'),
      freshName(p, 'p'),
    ];
    const deed = rayDeed(ray, c, first, copy.angle * Math.sign(toward));
    take(
      p,
      {
        view: v.name,
        stage: 'construction',
        tool: `compass and ${deed.do === 'slant' ? 'set square' : 'protractor'}`,
        ...(deed.do === 'protract' && { source: 'given' as const }),
        instruction: { kind: 'copyOnCircle', feature: f.feature, angle: copy.angle },
      },
      [
        { do: 'circle', circle, centre: c, through: a },
        { do: 'join', line: first, a: c, b: a },
        deed,
        { do: 'meet', point, line: ray, circle, way: 1 },
      ],
    );
  }
};

/** A point set off from another along an axis of a feature, or square to it. */
const setOff = (
  p: Plan,
  view: ViewName,
  from: string,
  along: string,
  by: number,
  origin: Origin,
  feature: string,
  way: 'along' | 'square',
): string => {
  const at = along2(p.board.points.get(from) as Vec2, p.board.lines.get(along)?.d as Vec2, by);
  const known = pointThere(p, at);
  if (known !== undefined) return known;
  const point = freshName(p, 'p');
  take(
    p,
    {
      view,
      stage: 'construction',
      tool: 'rule',
      ...originOfStep(origin),
      instruction: { kind: 'setOffOnAxis', feature, figure: { length: by, origin }, way },
    },
    [{ do: 'setOff', point, along, from, distance: Math.abs(by), way: by < 0 ? -1 : 1 }],
  );
  return point;
};

type Own = { readonly at: Vec3; readonly origins: readonly [Origin, Origin, Origin] };

/** A length along a feature's own axis: the sum of its sizes, without its sense. */
const ownOrigin = (chain: SizeChain | undefined): Origin =>
  originOfChain(chain && chainWorth(chain) < 0 ? chainTimes(chain, -1) : chain);

/** A frame whose axes are drawn: a turned feature's own, or that of a body turned as a whole, with what is stated in it. */
type Framed = {
  readonly frame: Rigid;
  readonly places: readonly StatedPlace[];
  /** whether a face belongs to what stands in the frame */
  readonly holds: (face: string) => boolean;
};

const framedBy = (p: Plan, f: FramedFeature): Framed => {
  const axesIn = (home: Rigid): Vec3[] =>
    [f.place.x, f.place.y, f.place.z].map((d) => [dot(d, home.x), dot(d, home.y), dot(d, home.z)]);
  const byBody = ![f.home.x, f.home.y, f.home.z].every(principal) && axesIn(f.home).every(principal);
  const ofBody = p.stated.filter((s) => s.body === f.body);
  if (byBody)
    return {
      frame: f.home,
      places: ofBody.map((s) => ({
        ...s,
        at: s.inBody,
        looks: s.looks.map((x) => ({ ...x, n: x.inBody })),
        chains: s.bodyChains,
      })),
      holds: (face) => ofBody.some((s) => s.feature === featureOfFace(face)),
    };
  return {
    frame: f.place,
    places: ofBody
      .filter((s) => s.feature === f.feature && s.copy === f.copyMark)
      .map((s) => ({
        ...s,
        at: s.local,
        looks: s.looks.map((x) => ({ ...x, n: x.local })),
        chains: s.localChains,
      })),
    holds: (face) => copyOfFace(face) === `${f.feature}${f.copyMark}`,
  };
};

/** What is stated in a frame of its own, and the corners where that meets others as far as its own faces fix them there. */
const ownPlaces = (p: Plan, f: FramedFeature, { frame, places, holds }: Framed): Own[] => {
  const stated = places.map(({ at, chains }): Own => {
    const [a, b, c] = chains();
    return { at, origins: [ownOrigin(a), ownOrigin(b), ownOrigin(c)] };
  });
  const onFaces = byFace(places);
  const met = p.corners
    .filter((c) => c.body === f.body && c.on.some(holds))
    .map((c): Own => {
      const at = toLocal(frame, c.at);
      const origin = (k: AxisIndex): Origin => {
        const fixing = fixingCorner(onFaces, { at, body: c.body, on: c.on }, k);
        return ownOrigin(fixing.map((s) => s.chains()[k]).find((x) => x !== undefined));
      };
      return { at, origins: [origin(0), origin(1), origin(2)] };
    });
  return [...stated, ...met];
};

/**
 * A feature turned about an axis along which a view looks: there it shows its own sizes, so its own axes are drawn at their angle and the sizes
 * set off along them. What cannot be counted along them is left to others.
 */
export const drawTurned = (p: Plan, f: FramedFeature): void => {
  if ([f.place.x, f.place.y, f.place.z].every(principal)) return;
  const framed = framedBy(p, f);
  const { frame } = framed;
  const axes = [frame.x, frame.y, frame.z];
  for (const v of p.sheet.views) {
    const { toward } = VIEW_FRAMES[v.name];
    const third = axes.findIndex((d) => Math.abs(Math.abs(dot(d, toward)) - 1) < SAME_FIGURE);
    if (third < 0) continue;
    const [i, j] = ([0, 1, 2] as const).filter((k) => k !== third) as [AxisIndex, AxisIndex];
    const [d1, d2] = [flat(v, axes[i] as Vec3), flat(v, axes[j] as Vec3)];
    const origin = placeOfPoint(v, frame.origin);
    // what its sizes state, and the corners where it meets others
    const wanted = ownPlaces(p, f, framed)
      .map(({ at, origins }) => ({
        a: at[i] * p.sheet.scale,
        b: at[j] * p.sheet.scale,
        ofA: origins[i],
        ofB: origins[j],
      }))
      .filter(({ a, b, ofA, ofB }) =>
        [
          { x: a, of: ofA },
          { x: b, of: ofB },
        ].every(({ x, of }) => Math.abs(x) < 1e-9 || isCounted(of.source)),
      );
    const placeOf = (a: number, b: number): Vec2 => along2(along2(origin, d1, a), d2, b);
    if (wanted.every(({ a, b }) => pointThere(p, placeOf(a, b)))) continue;
    const centre = pointAt(p, v.name, origin, 'construction');
    const first = axisThrough(p, v.name, centre, paperAngle(d1), f.feature, 'feature');
    const squares = new Map<string, string>();
    /** the line square to the first axis through one of its points, +1 where it runs along the second axis */
    const squareAt = (foot: string): string => {
      const known = squares.get(foot);
      if (known !== undefined) return known;
      const line = freshName(p, 'l');
      take(
        p,
        {
          view: v.name,
          stage: 'construction',
          tool: 'set square',
          instruction: { kind: 'squareToAxis', feature: f.feature },
        },
        [{ do: 'square', line, to: first, through: foot }],
      );
      p.strokes.push({ view: v.name, line });
      squares.set(foot, line);
      return line;
    };
    const sense = dot2(d2, [-d1[1], d1[0]]) > 0 ? 1 : -1;
    p.strokes.push({ view: v.name, line: first });
    const ways = new Map<string, string>();
    for (const { a, b, ofA, ofB } of wanted) {
      if (pointThere(p, placeOf(a, b))) continue;
      const foot = Math.abs(a) < 1e-9 ? centre : setOff(p, v.name, centre, first, a, ofA, f.feature, 'along');
      if (Math.abs(b) < 1e-9) continue;
      const end = setOff(p, v.name, foot, squareAt(foot), b * sense, ofB, f.feature, 'square');
      const key = b.toFixed(6);
      if (!ways.has(key)) ways.set(key, end);
    }
    // its sides run on to where other features meet them
    for (const through of ways.values()) {
      const line = freshName(p, 'l');
      take(
        p,
        {
          view: v.name,
          stage: 'construction',
          tool: 'set squares',
          instruction: { kind: 'parallelToAxis', feature: f.feature },
        },
        [{ do: 'parallel', line, to: first, through }],
      );
      p.strokes.push({ view: v.name, line });
    }
  }
};

/**
 * A regular polygon that no view of the sheet sees true is drawn true on its own base line in a view that sees it edge-on, as if folded up. Lines
 * square to the base give its corners there; their distances from the base are carried into the view that shows the depth.
 */
export const foldPolygon = (p: Plan, g: Polygon): void => {
  const isTrueSomewhere = p.sheet.views.some((v) => seesTrue(v.name, g));
  const v = p.sheet.views.find((x) => Math.abs(dot(g.normal, VIEW_FRAMES[x.name].toward)) < SAME_FIGURE);
  if (isTrueSomewhere || !v) return;
  const { toward } = VIEW_FRAMES[v.name];
  const seen = g.corners.map((c) => placeOfPoint(v, c));
  const at = placeOfPoint(v, g.centre);
  const baseDirection = cross(toward, g.normal);
  const d = flat(v, baseDirection);
  const n: Vec2 = [-d[1], d[0]];
  // in the fold the depth towards the observer is laid over to the base line's left
  const folded = g.corners.map((c, k) =>
    along2(seen[k] as Vec2, n, (dot(c, toward) - dot(g.centre, toward)) * p.sheet.scale),
  );
  const centre = pointAt(p, v.name, at, 'construction');
  const base = axisThrough(p, v.name, centre, paperAngle(d), g.feature, 'base');
  const own = paperAngle([dot(g.along, baseDirection), dot(g.along, toward)]);
  const axis =
    Math.abs(own % 180) < 1e-9
      ? base
      : (() => {
          const line = freshName(p, 'l');
          const deed = rayDeed(line, centre, base, own);
          take(
            p,
            {
              view: v.name,
              stage: 'construction',
              tool: deed.do === 'slant' ? 'set square' : 'protractor',
              ...(deed.do === 'protract' && { source: 'given' as const }),
              instruction: { kind: 'firstSide', feature: g.feature, angle: own },
            },
            [deed],
          );
          return line;
        })();
  const names = drawPolygon(p, {
    view: v.name,
    feature: g.feature,
    given: g.given,
    worth: g.size * p.sheet.scale,
    chain: g.chain,
    centre,
    axis,
    corners: folded,
  });
  const deeds = names.flatMap((corner, k): Deed[] => {
    if (pointThere(p, seen[k] as Vec2) !== undefined) return [];
    const [square, foot] = [freshName(p, 'l'), freshName(p, 'p')];
    return [
      { do: 'square', line: square, to: base, through: corner },
      { do: 'cross', point: foot, a: square, b: base },
    ];
  });
  if (deeds.length)
    take(
      p,
      {
        view: v.name,
        stage: 'construction',
        tool: 'set square',
        instruction: { kind: 'foldBack', feature: g.feature },
      },
      deeds,
    );
  carryDepths(p, g, v, names);
};

/** The depths of a folded polygon's corners, taken from the base line with the dividers and set off from the middle's depth. */
const carryDepths = (p: Plan, g: Polygon, home: PlacedView, names: readonly string[]): void => {
  const { toward } = VIEW_FRAMES[home.name];
  // the view above or below shares the widths with the front; a side view the heights
  const other = p.sheet.views.find(
    (v) => Math.abs(dot(VIEW_FRAMES[v.name].toward, toward)) < SAME_FIGURE && v.name !== 'back',
  );
  if (!other) return;
  const deep = flat(other, toward);
  const k = Math.abs(deep[0]) > 0.5 ? 0 : 1;
  const middle = placeOfPoint(other, g.centre);
  const centreLine = { view: other.name, at: middle[k] as number };
  if (k === 0) uprightAt(p, centreLine);
  else levelAt(p, centreLine);
  const datum = (k === 0 ? p.upright.at(middle[0]) : p.level.at(middle[1])) as string;
  g.corners.forEach((c, i) => {
    const at = placeOfPoint(other, c);
    if (pointThere(p, at) || Math.abs((at[k] as number) - (middle[k] as number)) < 1e-9) return;
    const across = { view: other.name, at: at[1 - k] as number };
    if (k === 0) levelAt(p, across);
    else uprightAt(p, across);
    const along = (k === 0 ? p.level.at(at[1]) : p.upright.at(at[0])) as string;
    const [from, point] = [freshName(p, 'p'), freshName(p, 'p')];
    const seen = placeOfPoint(home, c);
    const foot = pointThere(p, seen);
    if (foot === undefined) return;
    take(
      p,
      {
        view: other.name,
        stage: 'construction',
        tool: 'dividers',
        instruction: { kind: 'foldedDepth', feature: g.feature, from: home.name },
      },
      [
        { do: 'cross', point: from, a: along, b: datum },
        {
          do: 'carry',
          point,
          along,
          from,
          span: [foot, names[i] as string],
          way: (at[k] as number) > (middle[k] as number) ? 1 : -1,
        },
      ],
    );
  });
};

/** The corners of a rounded profile, where a view sees it true: parallels at the radius cross in the arc's centre, square lines find its ends. */
export const roundCorners = (p: Plan, f: FramedFeature): void => {
  const { rounded, place } = f;
  if (!rounded) return;
  for (const v of p.sheet.views) {
    if (Math.abs(Math.abs(dot(place.z, VIEW_FRAMES[v.name].toward)) - 1) > SAME_FIGURE) continue;
    const at = rounded.corners.map((q) => placeOfPoint(v, mapPoint(place, q)));
    const names = at.map((q) => pointAt(p, v.name, q, 'construction'));
    const r = rounded.radius * p.sheet.scale;
    const n = at.length;
    const sides = names.map((a, i) => {
      const line = freshName(p, 'l');
      const deed: Deed = { do: 'join', line, a, b: names[(i + 1) % n] as string };
      return { line, deed };
    });
    take(
      p,
      {
        view: v.name,
        stage: 'construction',
        tool: 'straight edge',
        instruction: { kind: 'sharpSides', feature: f.feature },
      },
      sides.map((s) => s.deed),
    );
    at.forEach((corner, i) => {
      const [before, after] = [at[(i + n - 1) % n] as Vec2, at[(i + 1) % n] as Vec2];
      const unit = (to: Vec2): Vec2 => along2([0, 0], sub2(to, corner), 1 / distance2(to, corner));
      const [u, w] = [unit(before), unit(after)];
      const [into, out] = [sides[(i + n - 1) % n]?.line as string, sides[i]?.line as string];
      const [s1, s2, q1, q2, l1, l2, centre, h1, h2, t1, t2] = [
        'l',
        'l',
        'p',
        'p',
        'l',
        'l',
        'p',
        'l',
        'l',
        'p',
        'p',
      ].map((k) => freshName(p, k)) as string[] as [
        string,
        string,
        string,
        string,
        string,
        string,
        string,
        string,
        string,
        string,
        string,
      ];
      // the centre lies on the inside of the corner: along each square line towards the other side
      const way = (line: string, inner: Vec2): 1 | -1 => {
        const e = p.board.lines.get(line)?.d as Vec2;
        return dot2([-e[1], e[0]], inner) > 0 ? 1 : -1;
      };
      const origin = originOfChain(rounded.chain);
      take(
        p,
        {
          view: v.name,
          stage: 'construction',
          tool: 'rule and set squares',
          ...originOfStep(origin),
          instruction: { kind: 'roundedCorner', feature: f.feature, figure: { length: r, origin } },
        },
        [
          { do: 'square', line: s1, to: into, through: names[i] as string },
          { do: 'setOff', point: q1, along: s1, from: names[i] as string, distance: r, way: way(into, w) },
          { do: 'parallel', line: l1, to: into, through: q1 },
          { do: 'square', line: s2, to: out, through: names[i] as string },
          { do: 'setOff', point: q2, along: s2, from: names[i] as string, distance: r, way: way(out, u) },
          { do: 'parallel', line: l2, to: out, through: q2 },
          { do: 'cross', point: centre, a: l1, b: l2 },
          { do: 'square', line: h1, to: into, through: centre },
          { do: 'cross', point: t1, a: h1, b: into },
          { do: 'square', line: h2, to: out, through: centre },
          { do: 'cross', point: t2, a: h2, b: out },
        ],
      );
    });
  }
};
