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

/** Where a body shows in a view: a place as far inside what is seen of it as can be, paper mm. */
type Seen = { readonly at: Vec2; readonly depth: number };

/** Answers where bodies show in a view; each is looked at when it is first asked for. */
type Look = (body: string) => Seen | undefined;

const looked = new WeakMap<readonly SceneBody[], Map<string, Look>>();

const lookIn = (v: PlacedView, scene: readonly SceneBody[], tol: Tolerance): Look => {
  const key = JSON.stringify([v.name, v.toPaper]);
  const before = looked.get(scene)?.get(key);
  if (before) return before;
  const frame = VIEW_FRAMES[v.name];
  const met = firstMetIn(scene, frame, tol);
  const known = new Map<string, Seen | undefined>();
  const find = (name: string): Seen | undefined => {
    const index = scene.findIndex((b) => b.solid.name === name);
    const solid = scene[index]?.solid;
    if (!solid) return undefined;
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
    let best: Seen | undefined;
    for (let i = 0; i < LOOKS; i++)
      for (let j = 0; j < LOOKS; j++) {
        if (!shows[i]?.[j]) continue;
        // how many of the places about it show the body too
        let depth = 0;
        for (const [x, y] of [
          [i - 1, j],
          [i + 1, j],
          [i, j - 1],
          [i, j + 1],
        ] as const)
          if (shows[x]?.[y]) depth++;
        if (!best || depth > best.depth) best = { at: onPaper(v.toPaper, at(i, j)), depth };
      }
    return best;
  };
  const look: Look = (name) => {
    if (!known.has(name)) known.set(name, find(name));
    return known.get(name);
  };
  const views = looked.get(scene) ?? new Map<string, Look>();
  views.set(key, look);
  looked.set(scene, views);
  return look;
};

type Pointed = { readonly item: number; readonly to: Vec2 };

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
  for (const least of [3, 1, 0])
    for (const v of order)
      for (const row of [...left]) {
        const look = lookIn(v, sceneOf(v), tol);
        // the first of several that are alike, where it shows well enough
        const best = row.bodies.map(look).find((x) => x && x.depth >= least);
        if (!best) continue;
        left.delete(row);
        out.set(v, [...(out.get(v) ?? []), { item: row.item, to: best.at }]);
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
 * another leader (ISO 6433).
 * @param rooms what each view takes, by its name, with its dimensions and its title
 * @param free the paper inside the frame
 * @param taken all that stands on it, those rooms among it
 */
export const placeBalloons = (
  rows: readonly PartsRow[],
  views: readonly PlacedView[],
  sections: readonly Section[],
  bodies: readonly SceneBody[],
  tol: Tolerance,
  rooms: ReadonlyMap<string, Rect>,
  free: Rect,
  taken: readonly Rect[],
): { readonly placed: readonly PlacedBalloon[]; readonly findings: readonly Fault[] } => {
  const sceneOf = (v: PlacedView): readonly SceneBody[] => sectionShownIn(v, sections)?.remains ?? bodies;
  const used = [...taken];
  const placed: PlacedBalloon[] = [];
  const homeless: number[] = [];
  for (const [v, list] of pointedFrom(rows, views, sceneOf, tol)) {
    const room = rooms.get(v.name) ?? v.box;
    // the side with the shortest leaders of those that are free
    const options = SIDES.flatMap((side) => {
      const strip = freeStrip(
        side,
        room,
        list.length,
        free,
        used.filter((t) => t !== room),
      );
      if (!strip) return [];
      const isColumn = side === 'right' || side === 'left';
      const inOrder = [...list].sort((a, b) => (isColumn ? a.to[1] - b.to[1] : a.to[0] - b.to[0]));
      const places = uncrossed(inOrder, placesIn(side, strip, list.length));
      const length = inOrder.reduce((sum, x, i) => sum + distance2(x.to, places[i] as Vec2), 0);
      return [{ strip, inOrder, places, length }];
    });
    const best = options.reduce<(typeof options)[number] | undefined>(
      (a, b) => (a && a.length <= b.length ? a : b),
      undefined,
    );
    if (!best) {
      homeless.push(...list.map((x) => x.item));
      continue;
    }
    used.push(best.strip);
    best.inOrder.forEach((x, i) => {
      placed.push({ item: x.item, view: v.name, at: best.places[i] as Vec2, to: x.to });
    });
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
