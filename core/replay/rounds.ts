import { type Conic2, pointOn2 } from '../geometry/curve2.ts';
import type { Ellipse3 } from '../geometry/curve3.ts';
import { EDGE_ON, SAME_FIGURE, WHOLE_TURN } from '../geometry/nearness.ts';
import { add, along, cross2, distance2, dot, length2, sub2, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../geometry/viewFrames.ts';
import { ROOT_PROPORTION, ROOT_SHARE } from '../part/standard/thread.ts';
import type { Stretch } from '../sheet/ink/ink.ts';
import { type PlacedView, placeOfPoint } from '../sheet/views/placedView.ts';
import type { Edge } from '../solid/boundary.ts';
import { circleByCrown, isStatedByCrown } from './arcByCrown.ts';
import { pointAt, postElsewhere } from './coordinates.ts';
import type { Deed } from './deed.ts';
import type { LineFaces, ThreadRoot } from './instruction.ts';
import { originOfStep, radiusOrigin } from './origin.ts';
import { freshName, type Plan, SAME_SPOT, take, viewNamed } from './plan.ts';
import { paperAngle, rayDeed } from './polygonDrawn.ts';

/** Ellipses are plotted every 15 degrees, which two set squares give. */
const PLOTTED = 24;

/** Whether a circle of a view is the root of a screw's thread, and how that follows from the thread. @param r mm on the paper */
const threadRootAt = (p: Plan, view: ViewName, centre: Vec2, r: number): ThreadRoot | undefined => {
  const v = viewNamed(p, view);
  const thread = p.threads.find(
    (t) =>
      !t.isInside &&
      Math.abs(t.other * p.sheet.scale - r) < SAME_SPOT &&
      Math.abs(dot(t.axis, VIEW_FRAMES[view].toward)) > 1 - EDGE_ON &&
      distance2(placeOfPoint(v, t.origin), centre) < SAME_SPOT,
  );
  if (!thread) return undefined;
  const [outside, root] = [2 * thread.radius, 2 * thread.other];
  return Math.abs(root - ROOT_PROPORTION * outside) < SAME_FIGURE * outside
    ? { outside, share: ROOT_PROPORTION }
    : { outside, pitch: (outside - root) / ROOT_SHARE };
};

/** The light circle of a round feature, drawn once. */
export const lightCircle = (p: Plan, view: ViewName, centre: Vec2, r: number): string => {
  const known = p.rims.find(
    (x) => x.view === view && distance2(x.centre, centre) < 1e-6 && Math.abs(x.r - r) < 1e-6,
  );
  if (known) return known.circle;
  const middle = pointAt(p, view, centre, 'construction');
  const circle = freshName(p, 'c');
  const origin = radiusOrigin(p, view, centre, r);
  take(
    p,
    {
      view,
      stage: 'construction',
      tool: 'compass',
      ...originOfStep(origin),
      instruction: {
        kind: 'lightCircle',
        figure: { length: r, origin },
        centre,
        root: threadRootAt(p, view, centre, r),
      },
    },
    [{ do: 'circle', circle, centre: middle, radius: r }],
  );
  p.rims.push({ view, circle, centre, r });
  return circle;
};

/** Marks a point of a circle by a ray from its centre; so the circle is divided. @param r mm on the paper */
export const divideCircle = (
  p: Plan,
  view: ViewName,
  middle: Vec2,
  r: number,
  at: Vec2,
  stage: 'construction' | 'cut',
): void => {
  const circle = lightCircle(p, view, middle, r);
  const centre = pointAt(p, view, middle, 'construction');
  const angle = paperAngle([at[0] - middle[0], at[1] - middle[1]]);
  const [level, ray, point] = [freshName(p, 'l'), freshName(p, 'l'), freshName(p, 'p')];
  const deed = rayDeed(ray, centre, level, angle);
  take(
    p,
    {
      view,
      stage,
      tool: deed.do === 'slant' ? 'set square' : 'protractor',
      ...(deed.do === 'protract' && { source: 'convenient' as const }),
      instruction: { kind: 'divideCircle', middle, angle: (angle + 360) % 360 },
    },
    [{ do: 'level', line: level, through: centre }, deed, { do: 'meet', point, line: ray, circle, way: 1 }],
  );
};

/** A circle or an arc of one. */
export const drawRound = (p: Plan, view: ViewName, s: Stretch, seen: boolean, line: LineFaces): void => {
  const k = s.curve as Conic2;
  if (isStatedByCrown(p, view, s)) circleByCrown(p, view, s);
  const circle = lightCircle(p, view, k.c, length2(k.major));
  const ends =
    s.to - s.from >= WHOLE_TURN
      ? {}
      : {
          from: pointAt(p, view, pointOn2(k, s.from), 'construction'),
          to: pointAt(p, view, pointOn2(k, s.to), 'construction'),
        };
  take(
    p,
    {
      view,
      stage: 'lines',
      tool: 'compass',
      instruction: { kind: 'drawRound', seen, what: 'from' in ends ? 'arc' : 'circle', line },
    },
    [{ do: 'arc', seen, circle, ...ends }],
  );
};

/** The points of space, in the plane of a conic, that are seen at places of a view. */
const axesInSpace = (c: Ellipse3, v: PlacedView, places: readonly Vec2[]): Vec3[] => {
  const [m, u, w] = [c.c, add(c.c, c.u), add(c.c, c.v)].map((q) => placeOfPoint(v, q)) as [Vec2, Vec2, Vec2];
  const [e1, e2] = [sub2(u, m), sub2(w, m)];
  const det = cross2(e1, e2);
  return places.map((q) => {
    const d = sub2(q, m);
    return along(along(c.c, c.u, cross2(d, e2) / det), c.v, cross2(e1, d) / det);
  });
};

/**
 * An ellipse by two circles: of each ray from the centre the outer circle gives the one ordinate and the inner circle the other. It is exact at
 * every ray.
 */
export const drawEllipse = (
  p: Plan,
  view: ViewName,
  s: Stretch,
  seen: boolean,
  line: LineFaces,
  edge: Edge | undefined,
): void => {
  const k = s.curve as Conic2;
  const at = (t: number): Vec2 => pointOn2(k, t);
  const own = edge?.curve.type === 'ellipse' ? edge.curve : undefined;
  if (own)
    for (const q of axesInSpace(own, viewNamed(p, view), [k.c, at(0), at(Math.PI / 2)]))
      postElsewhere(p, view, q);
  const centre = pointAt(p, view, k.c, 'construction');
  const [end, low] = [pointAt(p, view, at(0), 'projection'), pointAt(p, view, at(Math.PI / 2), 'projection')];
  const [axis, outer, inner] = [freshName(p, 'l'), freshName(p, 'c'), freshName(p, 'c')];
  const deeds: Deed[] = [
    { do: 'join', line: axis, a: centre, b: end },
    { do: 'circle', circle: outer, centre, through: end },
    { do: 'circle', circle: inner, centre, through: low },
  ];
  const whole = s.to - s.from >= WHOLE_TURN;
  const plotted: string[] = [];
  for (let i = 0; i <= PLOTTED; i++) {
    const q = (2 * Math.PI * i) / PLOTTED;
    for (const t of [q - 2 * Math.PI, q, q + 2 * Math.PI]) {
      if (whole ? t < s.from - 1e-9 || t >= s.from + WHOLE_TURN : t <= s.from + 1e-6 || t >= s.to - 1e-6)
        continue;
      const name = freshName(p, 'p');
      const [ray, big, small, up, along] = [
        freshName(p, 'l'),
        freshName(p, 'p'),
        freshName(p, 'p'),
        freshName(p, 'l'),
        freshName(p, 'l'),
      ];
      deeds.push(
        { do: 'slant', line: ray, through: centre, from: axis, angle: (360 * i) / PLOTTED },
        { do: 'meet', point: big, line: ray, circle: outer, way: 1 },
        { do: 'meet', point: small, line: ray, circle: inner, way: 1 },
        { do: 'square', line: up, to: axis, through: big },
        { do: 'parallel', line: along, to: axis, through: small },
        { do: 'cross', point: name, a: up, b: along },
      );
      plotted.push(name);
    }
  }
  const through = whole
    ? plotted
    : [pointAt(p, view, at(s.from), 'projection'), ...plotted, pointAt(p, view, at(s.to), 'projection')];
  take(
    p,
    {
      view,
      stage: 'construction',
      tool: 'compass and set squares',
      instruction: { kind: 'ellipsePoints', points: plotted.length, line },
    },
    deeds,
  );
  take(
    p,
    {
      view,
      stage: 'lines',
      tool: 'curve template',
      instruction: { kind: 'joinEllipse', seen, line },
    },
    [{ do: 'curve', seen, through, closed: whole }],
  );
};
