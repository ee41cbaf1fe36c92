import { boxCorners } from '../../geometry/box.ts';
import { distance2, type Vec2 } from '../../geometry/vec.ts';
import { VIEW_FRAMES } from '../../geometry/viewFrames.ts';
import type { Fault } from '../../number/fault.ts';
import { says } from '../../number/faultWords.ts';
import type { Section } from '../../section/section.ts';
import type { Tolerance } from '../../solid/body.ts';
import { firstMetIn } from '../../view/firstMet.ts';
import { flatten } from '../../view/project.ts';
import type { SceneBody } from '../../view/scene.ts';
import type { PartsRow } from '../annotate/partsList.ts';
import { type Rect, rectInside, rectsMeet } from '../layout/paper.ts';
import { onPaper } from '../layout/similarity.ts';
import { sectionShownIn } from './drawnLines.ts';
import type { PlacedView } from './placedView.ts';

/** An item of the parts list at a view: its balloon, and the place of the part that the leader points to; paper mm. */
export type PlacedBalloon = {
  readonly item: number;
  readonly view: string;
  readonly at: Vec2;
  readonly to: Vec2;
};

/** Half the width of a balloon, from one to the next, and how far the row of them stands from the view, mm. */
export const BALLOON_RADIUS = 4.5;
const STEP = 11.5;
const AWAY = 4 + BALLOON_RADIUS;

/** So many places across and up a body are asked whether it shows there. */
const LOOKS = 7;

/** A place where a body shows in a view, paper mm, and how many of the places about it show the body too. */
type Seen = { readonly at: Vec2; readonly depth: number };

/** Answers where bodies show in a view, the places deepest inside first; each body is looked at when it is first asked for. */
type Look = (body: string) => readonly Seen[];

const looked = new WeakMap<readonly SceneBody[], Map<string, Look>>();

const lookIn = (v: PlacedView, scene: readonly SceneBody[], tol: Tolerance): Look => {
  const key = JSON.stringify([v.name, v.toPaper]);
  const before = looked.get(scene)?.get(key);
  if (before) return before;
  const frame = VIEW_FRAMES[v.name];
  const met = firstMetIn(scene, frame, tol);
  const known = new Map<string, readonly Seen[]>();
  const find = (name: string): readonly Seen[] => {
    const index = scene.findIndex((b) => b.solid.name === name);
    const solid = scene[index]?.solid;
    if (!solid) return [];
    const flat = boxCorners(solid.box).map((p) => flatten(frame, p));
    const [us, vs] = [flat.map((p) => p[0]), flat.map((p) => p[1])];
    const [u0, v0] = [Math.min(...us), Math.min(...vs)];
    const [w, h] = [Math.max(...us) - u0, Math.max(...vs) - v0];
    const at = (i: number, j: number): Vec2 => [
      u0 + (w * (i + 0.5137)) / LOOKS,
      v0 + (h * (j + 0.5137)) / LOOKS,
    ];
    const shows = Array.from({ length: LOOKS }, (_, i) =>
      Array.from({ length: LOOKS }, (_x, j) => met(...at(i, j))?.body === index),
    );
    const seen: Seen[] = [];
    for (let i = 0; i < LOOKS; i++)
      for (let j = 0; j < LOOKS; j++) {
        if (!shows[i]?.[j]) continue;
        let depth = 0;
        for (const [x, y] of [
          [i - 1, j],
          [i + 1, j],
          [i, j - 1],
          [i, j + 1],
        ] as const)
          if (shows[x]?.[y]) depth++;
        seen.push({ at: onPaper(v.toPaper, at(i, j)), depth });
      }
    return seen.sort((a, b) => b.depth - a.depth);
  };
  const look: Look = (name) => {
    const found = known.get(name) ?? find(name);
    known.set(name, found);
    return found;
  };
  const views = looked.get(scene) ?? new Map<string, Look>();
  views.set(key, look);
  looked.set(scene, views);
  return look;
};

/** An item at a view: what its leader points to best, and all places where it would show as well or nearly so. */
type Pointed = { readonly item: number; readonly to: Vec2; readonly places: readonly Vec2[] };

/** A place with so many neighbours of the same body is well inside it. */
const WELL_INSIDE = 3;

/** Which items each view shows best: sectional views first, every item once. */
const pointedFrom = (
  rows: readonly PartsRow[],
  views: readonly PlacedView[],
  sceneOf: (v: PlacedView) => readonly SceneBody[],
  tol: Tolerance,
): Map<PlacedView, Pointed[]> => {
  const order = [...views].sort((a, b) => Number(b.cut !== undefined) - Number(a.cut !== undefined));
  const out = new Map<PlacedView, Pointed[]>();
  const left = new Set(rows);
  // where nothing shows well, a sliver will do
  for (const least of [WELL_INSIDE, 1, 0])
    for (const v of order)
      for (const row of [...left]) {
        const look = lookIn(v, sceneOf(v), tol);
        // the first of several that are alike, where it shows well enough
        const seen = row.bodies.map(look);
        const best = seen.find((x) => x[0] && x[0].depth >= least)?.[0];
        if (!best) continue;
        left.delete(row);
        const places = seen
          .flat()
          .flatMap((x) => (x.depth >= Math.min(WELL_INSIDE, best.depth) ? [x.at] : []));
        out.set(v, [...(out.get(v) ?? []), { item: row.item, to: best.at, places }]);
      }
  return out;
};

const crosses = (a: Vec2, b: Vec2, c: Vec2, d: Vec2): boolean => {
  const side = (p: Vec2, q: Vec2, r: Vec2): number =>
    (q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0]);
  return side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0;
};

/** Balloons in a row given to what they point at so that no two leaders cross: two that cross change places, which makes both shorter. */
const uncrossed = (list: readonly Pointed[], places: readonly Vec2[]): Vec2[] => {
  const at = [...places];
  for (let again = true; again; ) {
    again = false;
    for (let i = 0; i < list.length; i++)
      for (let j = 0; j < i; j++) {
        const [p, q] = [at[i] as Vec2, at[j] as Vec2];
        const [a, b] = [(list[i] as Pointed).to, (list[j] as Pointed).to];
        const isLonger = distance2(p, a) + distance2(q, b) > distance2(q, a) + distance2(p, b) + 1e-9;
        if (!(crosses(p, a, q, b) || isLonger) || !isLonger) continue;
        [at[i], at[j]] = [q, p];
        again = true;
      }
  }
  return at;
};

/** A leader keeps so far off the balloons of others, mm. */
const OFF_BALLOON = BALLOON_RADIUS + 0.5;
/** So many of the nearest places of each item are tried, and so many leaders in all. */
const NEAREST = 14;
const MOST_TRIED = 4000;

const distanceToSegment = (p: Vec2, a: Vec2, b: Vec2): number => {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const t = ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / (dx * dx + dy * dy);
  const k = Math.max(0, Math.min(1, t));
  return distance2(p, [a[0] + k * dx, a[1] + k * dy]);
};

/**
 * What the leaders of balloons point to that stand in the order of their items, so that no two leaders cross and none runs through a balloon; the nearest
 * places first. Nothing where that is not to be had.
 * @param places of the balloons, item by item
 */
const pointedInOrder = (list: readonly Pointed[], places: readonly Vec2[]): readonly Vec2[] | undefined => {
  const nearest = list.map((x, i) => {
    const from = places[i] as Vec2;
    return [...x.places].sort((a, b) => distance2(a, from) - distance2(b, from)).slice(0, NEAREST);
  });
  const chosen: Vec2[] = [];
  let tried = 0;
  const isClear = (i: number, to: Vec2): boolean => {
    const from = places[i] as Vec2;
    return (
      chosen.every((other, j) => !crosses(from, to, places[j] as Vec2, other)) &&
      places.every((p, j) => j === i || distanceToSegment(p, from, to) > OFF_BALLOON)
    );
  };
  const choose = (i: number): boolean => {
    if (i === list.length) return true;
    for (const to of nearest[i] as readonly Vec2[]) {
      if (++tried > MOST_TRIED) return false;
      if (!isClear(i, to)) continue;
      chosen.push(to);
      if (choose(i + 1)) return true;
      chosen.pop();
    }
    return false;
  };
  return choose(0) ? chosen : undefined;
};

/** Balloons of a row with what they point to, and how long their leaders are in all. */
type Row = { readonly led: readonly Omit<PlacedBalloon, 'view'>[]; readonly length: number };

const rowOf = (list: readonly Pointed[], places: readonly Vec2[], to: readonly Vec2[]): Row => ({
  led: list.map((x, i) => ({ item: x.item, at: places[i] as Vec2, to: to[i] as Vec2 })),
  length: list.reduce((sum, _x, i) => sum + distance2(places[i] as Vec2, to[i] as Vec2), 0),
});

/** How balloons can stand in a row of places: as they cross least, and in the order of the items, up or down, where their leaders can be led so. */
const rowsIn = (
  list: readonly Pointed[],
  places: readonly Vec2[],
  along: 0 | 1,
): { readonly free: Row; readonly ordered: readonly Row[] } => {
  const asTheyLie = [...list].sort((a, b) => a.to[along] - b.to[along]);
  const byItem = [...list].sort((a, b) => a.item - b.item);
  return {
    free: rowOf(
      asTheyLie,
      uncrossed(asTheyLie, places),
      asTheyLie.map((x) => x.to),
    ),
    ordered: [places, [...places].reverse()].flatMap((p) => {
      const to = pointedInOrder(byItem, p);
      return to ? [rowOf(byItem, p, to)] : [];
    }),
  };
};

/** Order is worth leaders so many times as long. */
const WORTH_OF_ORDER = 2;

type Side = 'right' | 'left' | 'above' | 'below';
const SIDES: readonly Side[] = ['right', 'left', 'above', 'below'];

/** The strip beside a view in which a row of balloons stands. */
const stripAt = (side: Side, room: Rect, count: number): Rect => {
  const long = count * STEP;
  const wide = AWAY + BALLOON_RADIUS;
  const isColumn = side === 'right' || side === 'left';
  const x =
    side === 'right' ? room.x + room.w : side === 'left' ? room.x - wide : room.x + room.w / 2 - long / 2;
  const y =
    side === 'above' ? room.y + room.h : side === 'below' ? room.y - wide : room.y + room.h / 2 - long / 2;
  return { x, y, w: isColumn ? wide : long, h: isColumn ? long : wide };
};

/** A strip moved along its side until it is free; undefined where it is not to be had. */
const freeStrip = (
  side: Side,
  room: Rect,
  count: number,
  free: Rect,
  taken: readonly Rect[],
): Rect | undefined => {
  const first = stripAt(side, room, count);
  const isColumn = side === 'right' || side === 'left';
  for (let k = 0; k <= 24; k++)
    for (const sign of k ? [1, -1] : [1]) {
      const by = sign * k * 4;
      const r = { ...first, x: first.x + (isColumn ? 0 : by), y: first.y + (isColumn ? by : 0) };
      if (rectInside(r, free) && !taken.some((t) => rectsMeet(t, r, 1))) return r;
    }
  return undefined;
};

type Option = { readonly strip: Rect; readonly row: Row };
const shortest = (options: readonly Option[]): Option | undefined =>
  options.reduce<Option | undefined>((a, b) => (a && a.row.length <= b.row.length ? a : b), undefined);

/** The places of balloons in a strip, in its order. */
const placesIn = (side: Side, r: Rect, count: number): Vec2[] => {
  const place = (along: number): Vec2 => {
    if (side === 'right') return [r.x + AWAY, r.y + along];
    if (side === 'left') return [r.x + r.w - AWAY, r.y + along];
    return [r.x + along, side === 'above' ? r.y + AWAY : r.y + r.h - AWAY];
  };
  return Array.from({ length: count }, (_, i) => place((i + 0.5) * STEP));
};

/**
 * Balloons for the items of a parts list: each at the view that shows it best, in a row beside that view, led to the part without crossing
 * another leader, in the order of the items where that can be (ISO 6433).
 * @param rooms what each view takes, by its name, with its dimensions and its title
 * @param inside the paper inside the frame
 * @param taken all that stands on it, those rooms among it
 */
export const placeBalloons = (
  rows: readonly PartsRow[],
  views: readonly PlacedView[],
  sections: readonly Section[],
  bodies: readonly SceneBody[],
  tol: Tolerance,
  rooms: ReadonlyMap<string, Rect>,
  inside: Rect,
  taken: readonly Rect[],
): { readonly placed: readonly PlacedBalloon[]; readonly findings: readonly Fault[] } => {
  const sceneOf = (v: PlacedView): readonly SceneBody[] => sectionShownIn(v, sections)?.remains ?? bodies;
  const used = [...taken];
  const placed: PlacedBalloon[] = [];
  const homeless: number[] = [];
  for (const [v, list] of pointedFrom(rows, views, sceneOf, tol)) {
    const room = rooms.get(v.name) ?? v.box;
    // the side with the shortest leaders of those that are free, in order where that is not much longer
    const options = SIDES.flatMap((side) => {
      const strip = freeStrip(
        side,
        room,
        list.length,
        inside,
        used.filter((t) => t !== room),
      );
      if (!strip) return [];
      const along = side === 'right' || side === 'left' ? 1 : 0;
      return [{ strip, ...rowsIn(list, placesIn(side, strip, list.length), along) }];
    });
    const free = shortest(options.map((o) => ({ strip: o.strip, row: o.free })));
    const ordered = shortest(options.flatMap((o) => o.ordered.map((row) => ({ strip: o.strip, row }))));
    const best = ordered && free && ordered.row.length <= WORTH_OF_ORDER * free.row.length ? ordered : free;
    if (!best) {
      homeless.push(...list.map((x) => x.item));
      continue;
    }
    used.push(best.strip);
    placed.push(...best.row.led.map((x) => ({ ...x, view: v.name })));
  }
  const lost = rows.filter((r) => !placed.some((p) => p.item === r.item) && !homeless.includes(r.item));
  const about = { path: ['setup', 'rules'], where: 'the balloons' };
  return {
    placed: placed.sort((a, b) => a.item - b.item),
    findings: [
      ...(homeless.length ? [{ ...about, ...says('balloons.no-room', { items: homeless.join(', ') }) }] : []),
      ...(lost.length
        ? [
            {
              ...about,
              ...says('balloons.not-seen', { items: lost.map((r) => `${r.item} ${r.name}`).join(', ') }),
            },
          ]
        : []),
    ],
  };
};
