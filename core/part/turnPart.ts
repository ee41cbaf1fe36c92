import type { PartFile, Quantity, ViewName } from './schema.ts';

type Point = readonly [Quantity, Quantity, Quantity];
const negative = (q: Quantity): Quantity =>
  typeof q === 'number'
    ? q === 0
      ? 0
      : -q
    : /^-?[\w.]+$/.test(q)
      ? q.startsWith('-')
        ? q.slice(1)
        : `-${q}`
      : `-(${q})`;

/** For each face: the quarter turn that brings it to the front, and what the turn does to a point. */
const TURNS: Record<
  Exclude<ViewName, 'front'>,
  { axis: 'x' | 'z'; angle: number; of: (p: Point) => Point }
> = {
  left: { axis: 'z', angle: 90, of: ([x, y, z]) => [negative(y), x, z] },
  right: { axis: 'z', angle: -90, of: ([x, y, z]) => [y, negative(x), z] },
  back: { axis: 'z', angle: 180, of: ([x, y, z]) => [negative(x), negative(y), z] },
  top: { axis: 'x', angle: 90, of: ([x, y, z]) => [x, negative(z), y] },
  bottom: { axis: 'x', angle: -90, of: ([x, y, z]) => [x, z, negative(y)] },
};

/** The part turned as a whole, so that what looked to one side now looks to the front. */
export const withFront = (part: PartFile, face: ViewName): PartFile => {
  if (face === 'front') return part;
  const { axis, angle, of } = TURNS[face];
  return {
    ...part,
    bodies: part.bodies.map((b) => {
      const turn = [...(b.turn ?? []), { axis, angle }];
      return { ...b, turn, ...(b.at && { at: of(b.at) as typeof b.at }) };
    }),
  };
};
