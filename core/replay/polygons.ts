import { DEGREE } from '../geometry/angle.ts';
import { mapPoint, turnVector } from '../geometry/rigid.ts';
import { distance2, dot, type Vec2, type Vec3 } from '../geometry/vec.ts';
import { bodyPlacement, placementsOf } from '../part/placement.ts';
import type { PartFile, ViewName } from '../part/schema.ts';
import { sizeReader } from '../part/sizes.ts';
import { placeOfPoint } from '../sheet/placedView.ts';
import { VIEW_FRAMES } from '../view/frames.ts';
import { levelAt, pointAt, uprightAt } from './coordinates.ts';
import type { Deed } from './deed.ts';
import { freshName, originOf, type Plan, pointThere, size, take } from './plan.ts';

/** A regular polygon of the part: its corners in space, and which way it looks. */
export type Polygon = {
  readonly feature: string;
  readonly corners: readonly Vec3[];
  readonly centre: Vec3;
  readonly normal: Vec3;
};

const radiusFrom = (sides: number, side?: number, flats?: number, corners?: number): number => {
  const half = (180 / sides) * DEGREE;
  if (side !== undefined) return side / (2 * Math.sin(half));
  if (flats !== undefined) return flats / (2 * Math.cos(half));
  return (corners as number) / 2;
};

/** The polygons that prisms and pyramids stand on, and those that end frustums. */
export const polygonsOf = (file: PartFile): Polygon[] => {
  const read = sizeReader(file);
  return file.bodies.flatMap((b, i) => {
    const home = bodyPlacement(b, read, ['bodies', i]);
    return b.features.flatMap((f, j): Polygon[] => {
      const s = f.shape;
      if (f.off || (s.kind !== 'prism' && s.kind !== 'pyramid')) return [];
      const n = read.count(s.sides, [], 3);
      const worth = (q: typeof s.side): number | undefined =>
        q === undefined ? undefined : read.length(q, []);
      const bottom = radiusFrom(n, worth(s.side), worth(s.acrossFlats), worth(s.acrossCorners));
      const top =
        s.kind === 'pyramid'
          ? [s.topSide, s.topAcrossFlats, s.topAcrossCorners].some((q) => q !== undefined)
            ? radiusFrom(n, worth(s.topSide), worth(s.topAcrossFlats), worth(s.topAcrossCorners))
            : undefined
          : undefined;
      const rings: [number, number][] = [
        [bottom, 0],
        ...(top === undefined ? [] : [[top, read.length(s.height, [])] as [number, number]]),
      ];
      return placementsOf(f, read, ['bodies', i, 'features', j]).flatMap(({ place }) =>
        rings.map(([r, z]): Polygon => {
          const world = (p: Vec3): Vec3 => mapPoint(home, mapPoint(place, p));
          const corners = Array.from({ length: n }, (_, k) => {
            const q = (-90 - 180 / n + (360 * (k + 1)) / n - 360 / n) * DEGREE;
            return world([r * Math.cos(q), r * Math.sin(q), z]);
          });
          return {
            feature: f.id,
            corners,
            centre: world([0, 0, z]),
            normal: turnVector(home, turnVector(place, [0, 0, 1])),
          };
        }),
      );
    });
  });
};

/**
 * Draws a regular polygon's corners where it is seen true: a circle through them, a first corner, and the side stepped round. The first corner
 * is found by a set square where its ray lies at a multiple of 15 degrees, else by half the side set off from the axis.
 */
export const stepPolygon = (p: Plan, view: ViewName, g: Polygon): void => {
  const f = VIEW_FRAMES[view];
  if (Math.abs(Math.abs(dot(g.normal, f.toward)) - 1) > 1e-9) return;
  const v = p.sheet.views.find((x) => x.name === view);
  if (!v) return;
  const centre = placeOfPoint(v, g.centre);
  const seen = g.corners.map((c) => placeOfPoint(v, c));
  // stepped counter-clockwise on the paper
  const [a, b] = seen as [Vec2, Vec2];
  const turns = (a[0] - centre[0]) * (b[1] - centre[1]) - (a[1] - centre[1]) * (b[0] - centre[0]);
  const round = turns > 0 ? seen : [a, ...seen.slice(1).reverse()];
  if (round.every((c) => pointThere(p, c))) return;
  const r = distance2(centre, a);
  const n = round.length;
  const middle = pointAt(p, view, centre, 'construction');
  const circle = freshName(p, 'c');
  const angleOf = (c: Vec2): number => (Math.atan2(c[1] - centre[1], c[0] - centre[0]) / DEGREE + 360) % 360;
  const square = (c: Vec2): boolean => Math.abs(((angleOf(c) + 7.5) % 15) - 7.5) < 1e-6;
  const start = Math.max(0, round.findIndex(square));
  const order = round.map((_, i) => round[(start + i) % n] as Vec2);
  const first = order[0] as Vec2;
  const words = { view, stage: 'construction', tool: 'compass' } as const;
  take(
    p,
    {
      ...words,
      ...originOf(p, r),
      text: `Draw a light circle of radius ${size(p, r)} about the middle of ${g.feature} in the ${view} view.`,
      why: `The corners of a regular polygon lie on a circle${n === 6 ? '; of a hexagon its radius is the side' : ''}.`,
    },
    [{ do: 'circle', circle, centre: middle, radius: r }],
  );
  p.rims.push({ view, circle, centre, r });
  const names = [freshName(p, 'p')];
  if (square(first)) {
    const ray = freshName(p, 'l');
    take(
      p,
      {
        ...words,
        tool: 'set square',
        text: `Draw a ray at ${Math.round(angleOf(first))} degrees to find the first corner of ${g.feature}.`,
        why: 'Two set squares give every 15 degrees.',
      },
      [
        { do: 'slant', line: ray, through: middle, angle: Math.round(angleOf(first)) },
        { do: 'meet', point: names[0] as string, line: ray, circle, way: 1 },
      ],
    );
  } else {
    // half the side each way from the axis: the corner's upright or level, which a stated side gives
    const last = order.at(-1) as Vec2;
    const next = order[1] as Vec2;
    const level = [last, next].some((q) => Math.abs(q[1] - first[1]) < 1e-6);
    if (level) uprightAt(p, { view, at: first[0] });
    else levelAt(p, { view, at: first[1] });
    const line = (level ? p.upright.at(first[0]) : p.level.at(first[1])) as string;
    const way = Math.sign(level ? first[1] - centre[1] : first[0] - centre[0]) as 1 | -1;
    take(
      p,
      {
        ...words,
        tool: 'pencil',
        text: `Mark the first corner of ${g.feature} where the light line meets the circle.`,
        why: 'Half a side lies each side of the axis.',
      },
      [{ do: 'meet', point: names[0] as string, line, circle, way }],
    );
  }
  // the span of the dividers: the radius for a hexagon, else the chord to a second corner found like the first
  const deeds: Deed[] = [];
  let span: readonly [string, string] = [middle, names[0] as string];
  let done = 1;
  if (n !== 6) {
    const side = distance2(first, order[1] as Vec2);
    const second = freshName(p, 'p');
    const hand = freshName(p, 'l');
    const foot = freshName(p, 'p');
    // the side set off from the first corner on any line gives the dividers their span
    deeds.push(
      { do: 'level', line: hand, through: names[0] as string },
      { do: 'setOff', point: foot, along: hand, from: names[0] as string, distance: side, way: 1 },
    );
    span = [names[0] as string, foot];
    deeds.push({ do: 'step', point: second, circle, from: names[0] as string, span });
    names.push(second);
    done = 2;
  }
  for (let i = done; i < n; i++) {
    const point = freshName(p, 'p');
    deeds.push({ do: 'step', point, circle, from: names.at(-1) as string, span });
    names.push(point);
  }
  take(
    p,
    {
      ...words,
      tool: 'dividers',
      ...(n !== 6 && originOf(p, distance2(first, order[1] as Vec2))),
      text:
        n === 6
          ? `Step the radius round the circle for the corners of ${g.feature}.`
          : `Set the dividers to the side, ${size(p, distance2(first, order[1] as Vec2))}, and step it round the circle for the ${n} corners of ${g.feature}.`,
      why:
        n === 6 ? 'The radius goes six times into its circle.' : `The side goes ${n} times into the circle.`,
    },
    deeds,
  );
};
