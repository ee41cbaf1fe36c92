import { EDGE_ON, SAME_PLACE } from '../geometry/nearness.ts';
import { mapPoint, type Rigid, turnVector } from '../geometry/rigid.ts';
import { dot, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { VIEW_FRAMES } from '../geometry/viewFrames.ts';
import { homesOf } from '../part/homes.ts';
import type { PartFile } from '../part/schema.ts';
import { sizeReader } from '../part/sizes.ts';
import { taperWidths, WIDTH_STATION } from '../part/standard/taper.ts';
import { placeOfPoint } from '../sheet/views/placedView.ts';
import type { Chains, StatedPlace } from '../station/statedPlaces.ts';
import { levelAt, pointAt, uprightAt } from './coordinates.ts';
import type { Deed } from './deed.ts';
import { freshName, type Plan, pointThere, take } from './plan.ts';

/** A key or cotter whose taper is stated as 1:n. Lengths in part units. */
export type StatedTaper = {
  readonly body: string;
  readonly feature: string;
  readonly home: Rigid;
  readonly n: number;
  readonly sides: 1 | 2;
  readonly length: number;
  /** at its large and its small end, and where it is stated */
  readonly large: number;
  readonly small: number;
  readonly width: number;
  /** how far from the large end that is */
  readonly station: number;
};

/** The taper keys and cotters of a part. @param file as it is stated, with its standard bodies */
export const statedTapers = (file: PartFile): StatedTaper[] => {
  const read = sizeReader(file);
  return file.bodies.flatMap((b, i): StatedTaper[] => {
    const s = b.standard;
    if (s?.kind !== 'taperKey' && s?.kind !== 'cotter') return [];
    const [width, length, n] = [s.width, s.length, s.taper].map((q) => read.size(q, [])) as [
      number,
      number,
      number,
    ];
    const at = s.widthAt ?? 'large';
    const [large, small] = taperWidths(width, at, length, n);
    return [
      {
        body: b.name,
        feature: s.kind === 'cotter' ? 'cotter' : 'key',
        home: homesOf(file)[i] as Rigid,
        n,
        sides: s.sides === 1 ? 1 : 2,
        length,
        large,
        small,
        width,
        station: WIDTH_STATION[at] * length,
      },
    ];
  });
};

/**
 * A place that the statement fixes, without what no one states of it: the widths of a taper at its ends follow from the ratio, where the width is stated
 * elsewhere.
 */
export const withoutDerivedWidth = (s: StatedPlace, tapers: readonly StatedTaper[]): StatedPlace => {
  const [x, , z] = s.inBody;
  const taper = tapers.find(
    (t) =>
      t.body === s.body &&
      t.feature === s.feature &&
      Math.abs(x) > SAME_PLACE &&
      [0, t.length].some((end) => Math.abs(z - end) < SAME_PLACE && Math.abs(t.station - end) > SAME_PLACE),
  );
  if (!taper) return s;
  const chains = (): Chains =>
    s
      .chains()
      .map((c, axis) =>
        Math.abs(taper.home.x[axis as 0 | 1 | 2]) > EDGE_ON ? undefined : c,
      ) as unknown as Chains;
  return { ...s, chains };
};

/** The ratio is set off in units of whole or half mm on the paper. */
const unitOf = (room: number, n: number): number => {
  const most = room / n;
  return most >= 0.5 ? Math.floor(most * 2) / 2 : most;
};

/**
 * Draws the sloping sides of a taper where a view sees them true: from the width that is stated n units are set off along and one across, half a unit
 * each where both sides slope; the line through both points meets the ends. So no width is calculated.
 */
export const drawTaper = (p: Plan, t: StatedTaper): void => {
  for (const v of p.sheet.views) {
    const { toward, u, v: up } = VIEW_FRAMES[v.name];
    const [thick, long] = [turnVector(t.home, [0, 1, 0]), turnVector(t.home, [0, 0, 1])];
    if (Math.abs(dot(thick, toward)) < 1 - EDGE_ON) continue;
    const isUpright = Math.abs(dot(long, u)) < EDGE_ON;
    if (!isUpright && Math.abs(dot(long, up)) > EDGE_ON) continue;
    const k = isUpright ? 1 : 0;
    const at = (x: number, z: number): Vec2 => placeOfPoint(v, mapPoint(t.home, [x, 0, z] as Vec3));
    const [alongWay, acrossWay] = isUpright
      ? (['upright', 'level'] as const)
      : (['level', 'upright'] as const);
    // towards the end that is further off, where the line is the longer
    const far = t.station * 2 > t.length ? 0 : t.length;
    const unit = unitOf(Math.abs(far - t.station) * v.toPaper.k, t.n);
    const sidesAt = (width: number): number[] => (t.sides === 1 ? [width] : [width / 2, -width / 2]);
    const ends = [
      { z: 0, xs: sidesAt(t.large) },
      { z: t.length, xs: sidesAt(t.small) },
    ];
    sidesAt(t.width).forEach((x, side) => {
      const corners = ends.map((e) => ({ ...e, at: at(e.xs[side] as number, e.z) }));
      if (corners.every((c) => pointThere(p, c.at))) return;
      const startAt = at(x, t.station);
      const start = pointAt(p, v.name, startAt, 'construction');
      const lines = corners.map((c) => {
        const level = { view: v.name, at: c.at[k] as number };
        if (k === 1) levelAt(p, level);
        else uprightAt(p, level);
        return (k === 1 ? p.level : p.upright).at(c.at[k] as number) as string;
      });
      const farAt = at((far === 0 ? ends[0] : ends[1])?.xs[side] as number, far);
      const way = (axis: 0 | 1): 1 | -1 => ((farAt[axis] as number) > (startAt[axis] as number) ? 1 : -1);
      const [run, rise, slope, on, off] = [
        freshName(p, 'l'),
        freshName(p, 'l'),
        freshName(p, 'l'),
        freshName(p, 'p'),
        freshName(p, 'p'),
      ];
      const found = corners.flatMap((c, i): Deed[] =>
        pointThere(p, c.at)
          ? []
          : [{ do: 'cross', point: freshName(p, 'p'), a: slope, b: lines[i] as string }],
      );
      take(
        p,
        {
          view: v.name,
          stage: 'construction',
          tool: 'rule',
          source: 'given',
          instruction: {
            kind: 'taperByRatio',
            feature: t.feature,
            n: t.n,
            unit,
            from: startAt,
            half: t.sides === 2,
          },
        },
        [
          { do: alongWay, line: run, through: start },
          { do: 'setOff', point: on, along: run, from: start, distance: t.n * unit, way: way(k) },
          { do: acrossWay, line: rise, through: on },
          {
            do: 'setOff',
            point: off,
            along: rise,
            from: on,
            distance: t.sides === 2 ? unit / 2 : unit,
            way: way(k === 1 ? 0 : 1),
          },
          { do: 'join', line: slope, a: start, b: off },
          ...found,
        ],
      );
    });
    return;
  }
};
