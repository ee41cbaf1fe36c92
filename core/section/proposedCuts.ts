import { pointOn } from '../geometry/curve3.ts';
import { EDGE_ON } from '../geometry/nearness.ts';
import { along, cross, cross2, dot, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../geometry/viewFrames.ts';
import { featureOfFace } from '../naming/keys.ts';
import { tidyFigure } from '../number/tidyFigure.ts';
import type { TraceFile } from '../part/schema.ts';
import { faceKeyAt } from '../solid/boundary.ts';
import type { BuiltPart } from '../solid/build.ts';
import { lookAlong } from './cutSight.ts';
import { steppedPath } from './steppedPath.ts';

/** A cut that suits a part, before it has its letter. */
export type ProposedCut = { readonly words: string; readonly trace: Omit<TraceFile, 'name'> };

type Axis = 0 | 1 | 2;
/** A round that is seen as a circle: its axis runs along one of the part's. */
type Round = { readonly axis: Axis; readonly at: Vec3; readonly feature: string; readonly radius: number };

/** Nearer than this, part units, two rounds stand on one line. */
const SAME = 1e-6;
/** More rounds than this are not run through by one stepped cut. */
const MOST = 8;

/** An axis within this share of a view from its middle is one about which half of the part is cut. */
const NEAR_MIDDLE = 0.05;

/** The rounds of a part that run along one of its axes, each axis once. */
const roundsOf = (part: BuiltPart): Round[] => {
  const found: Round[] = [];
  for (const { solid, edges } of part.bodies)
    for (const e of edges) {
      // less than a half is a rounded corner or the end of a slot
      if (e.curve.type !== 'ellipse' || e.to - e.from <= Math.PI * (1 + SAME)) continue;
      const { c, u, v } = e.curve;
      const [a, b] = [Math.hypot(...u), Math.hypot(...v)];
      if (Math.abs(a - b) > SAME) continue;
      const n = cross(u, v);
      const axis = ([0, 1, 2] as const).find(
        (k) => Math.abs(Math.abs(n[k]) / Math.hypot(...n) - 1) < EDGE_ON,
      );
      const wall = e.coedges.find(({ surface }) => {
        const s = solid.surfaces[surface];
        return s?.kind === 'cylinder' || s?.kind === 'cone';
      });
      if (axis === undefined || !wall) continue;
      const flat = c.map((x, i) => (i === axis ? 0 : x)) as unknown as Vec3;
      const known = found.find(
        (r) => r.axis === axis && Math.hypot(...along(flat, r.at, -1)) <= SAME && r.radius <= a + SAME,
      );
      const feature = featureOfFace(faceKeyAt(solid, wall.surface, pointOn(e.curve, (e.from + e.to) / 2)));
      if (!known) found.push({ axis, at: flat, feature, radius: a });
    }
  // of rounds on one axis the narrowest says where the cut is to go
  return found.filter(
    (r) =>
      !found.some(
        (o) =>
          o !== r && o.axis === r.axis && Math.hypot(...along(o.at, r.at, -1)) <= SAME && o.radius < r.radius,
      ),
  );
};

const listed = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;

/**
 * Cuts that suit a part: along its middles, through its rounds (flat where they stand in a line, stepped or bent where they do not), half
 * and slanting.
 * @param views those on the sheet: a trace is only proposed for a view that is there, and looks towards one that shows the cut where it can
 * @returns in the order in which they are usually wanted
 */
export const proposedCuts = (part: BuiltPart, views: readonly ViewName[]): ProposedCut[] => {
  const [x0, y0, z0, x1, y1, z1] = part.box;
  const low: Vec3 = [x0, y0, z0];
  const high: Vec3 = [x1, y1, z1];
  const middle: Vec3 = [(x0 + x1) / 2, (y0 + y1) / 2, (z0 + z1) / 2];
  // a sectional view looks the way its observer does
  const toSide: Vec3 = views.includes('right') && !views.includes('left') ? [-1, 0, 0] : [1, 0, 0];
  const sights: readonly Vec3[] = [toSide, [0, 1, 0], [0, 0, -1]];
  const homes: readonly (readonly ViewName[])[] = [
    ['left', 'right'],
    ['front', 'back'],
    ['top', 'bottom'],
  ];
  const out: ProposedCut[] = [];
  const add = (words: string, trace: ProposedCut['trace'] | undefined): void => {
    if (trace && !out.some((o) => JSON.stringify(o.trace) === JSON.stringify(trace)))
      out.push({ words, trace });
  };
  const boxIn = (view: ViewName): { low: Vec2; high: Vec2; at: (p: Vec3) => Vec2 } => {
    const f = VIEW_FRAMES[view];
    const at = (p: Vec3): Vec2 => [tidyFigure(dot(p, f.u)), tidyFigure(dot(p, f.v))];
    const [a, b] = [at(low), at(high)];
    return {
      low: [Math.min(a[0], b[0]), Math.min(a[1], b[1])],
      high: [Math.max(a[0], b[0]), Math.max(a[1], b[1])],
      at,
    };
  };
  /** A flat cut square to an axis of the part at a place, seen as an edge in a view; level there or upright. */
  const flat = (view: ViewName, square: Axis, place: number): ProposedCut['trace'] | undefined => {
    const f = VIEW_FRAMES[view];
    const look = lookAlong(view, sights[square] as Vec3);
    if (!look) return undefined;
    const b = boxIn(view);
    const k = Math.abs(f.u[square]) > 0.5 ? 0 : 1;
    const value = tidyFigure(place * ((k === 0 ? f.u[square] : f.v[square]) as number));
    const ends =
      k === 0
        ? [
            [value, b.low[1]],
            [value, b.high[1]],
          ]
        : [
            [b.low[0], value],
            [b.high[0], value],
          ];
    return { seenIn: view, through: ends as [number, number][], look };
  };
  const SQUARE_WORDS = [
    'across, facing the side',
    'along, facing the front',
    'level, seen from above',
  ] as const;
  const rounds = roundsOf(part);
  for (const axis of [2, 1, 0] as const) {
    const view = (homes[axis] as readonly ViewName[]).find((v) => views.includes(v));
    if (!view) continue;
    const own = rounds.filter((r) => r.axis === axis);
    const b = boxIn(view);
    const places = own
      .map((r) => ({ ...r, p: b.at(r.at) }))
      .filter(
        (r, i, all) => all.findIndex((o) => Math.hypot(o.p[0] - r.p[0], o.p[1] - r.p[1]) <= SAME) === i,
      );
    // the two directions square to the rounds: a flat cut for every line that holds some of them, the fullest first
    const lines = ([0, 1, 2] as const)
      .filter((k) => k !== axis)
      .flatMap((square) => {
        const at = new Map<number, string[]>();
        for (const r of places) {
          const key = tidyFigure(r.at[square]);
          at.set(key, [...new Set([...(at.get(key) ?? []), r.feature])]);
        }
        return [...at].map(([place, names]) => ({ square, place, names }));
      })
      .sort((p, q) => q.names.length - p.names.length || (p.square === 1 ? -1 : 1));
    for (const { square, place, names } of lines.slice(0, 3))
      add(`Through ${listed(names)}, ${SQUARE_WORDS[square]}`, flat(view, square, place));
    if (places.length >= 2 && places.length <= MOST) {
      const stepped = steppedThrough(places, b, view);
      if (stepped) add(`Stepped through ${listed([...new Set(places.map((r) => r.feature))])}`, stepped);
      const bent = bentThrough(places, b.at(middle), view);
      if (bent) add(`Bent through ${listed(bent.names)}`, bent.trace);
    }
    for (const r of places) {
      // what stands out on one side only moves the middle of the whole a little off the axis
      const own = b.at(middle);
      const isOff = ([0, 1] as const).some(
        (k) => Math.abs(r.p[k] - own[k]) > NEAR_MIDDLE * (b.high[k] - b.low[k]),
      );
      if (isOff) continue;
      const look = lookAlong(view, [0, 1, 0]) ?? lookAlong(view, toSide);
      if (!look) continue;
      const right = look === 'up' || look === 'down';
      add(`A half section about the axis of ${r.feature}`, {
        seenIn: view,
        at: [r.p[0], r.p[1]],
        angle: right ? 0 : 90,
        look,
        half: true,
      });
    }
  }
  for (const square of [1, 0, 2] as const) {
    const view = (square === 1 ? (['top', 'left', 'right'] as const) : (['front', 'top'] as const)).find(
      (v) => views.includes(v),
    );
    const names = [
      'Across the middle, facing the side',
      'Along the middle, facing the front',
      'Level at half height',
    ];
    if (view) add(names[square] as string, flat(view, square, middle[square]));
  }
  const home = views.includes('front') ? 'front' : views[0];
  if (home) {
    const b = boxIn(home);
    const height = b.high[1] - b.low[1];
    add('Slanting, by two heights', {
      seenIn: home,
      through: [
        [tidyFigure(b.low[0]), tidyFigure(b.low[1] + height * 0.35)],
        [tidyFigure(b.high[0]), tidyFigure(b.low[1] + height * 0.65)],
      ],
      look: home === 'front' || home === 'back' ? 'down' : 'up',
    });
  }
  return out;
};

type Placed = Round & { readonly p: Vec2 };

/** A stepped cut that runs through every round once, its steps halfway between them. None where they stand in one line, or two one over the other. */
const steppedThrough = (
  places: readonly Placed[],
  box: { readonly low: Vec2; readonly high: Vec2 },
  view: ViewName,
): ProposedCut['trace'] | undefined => {
  for (const k of [0, 1] as const) {
    const look = lookAlong(view, k === 0 ? lookingUp(view) : lookingAcross(view));
    const through = steppedPath(
      places.map((r) => r.p),
      k,
      box,
    );
    if (look && through) return { seenIn: view, through, look };
  }
  return undefined;
};

/** The part's direction that is up in a view, and the one that runs to the right: what a cut looks along there. */
const lookingUp = (view: ViewName): Vec3 => VIEW_FRAMES[view].v;
const lookingAcross = (view: ViewName): Vec3 => VIEW_FRAMES[view].u;

/** A cut bent about a round in the middle, from the round most nearly level to its left to one that stands aslant on the other side. */
const bentThrough = (
  places: readonly Placed[],
  middle: Vec2,
  view: ViewName,
): { readonly names: readonly string[]; readonly trace: ProposedCut['trace'] } | undefined => {
  const centre = places.find((r) => Math.hypot(r.p[0] - middle[0], r.p[1] - middle[1]) <= SAME);
  if (!centre) return undefined;
  const others = places
    .filter((r) => r !== centre)
    .map((r) => ({ ...r, d: [r.p[0] - centre.p[0], r.p[1] - centre.p[1]] as Vec2 }));
  const level = (d: Vec2): number => Math.abs(d[1]) / Math.hypot(...d);
  const first = others.filter((r) => r.d[0] < -SAME).sort((a, b) => level(a.d) - level(b.d))[0];
  const second = others.find(
    (r) => first && r !== first && r.d[0] > -SAME && Math.abs(cross2(first.d, r.d)) > SAME,
  );
  const look = lookAlong(view, lookingUp(view));
  if (!first || !second || !look) return undefined;
  return {
    names: [first, centre, second].map((r) => r.feature),
    trace: {
      seenIn: view,
      through: [first.p, centre.p, second.p].map((p): [number, number] => [p[0], p[1]]),
      look,
    },
  };
};
