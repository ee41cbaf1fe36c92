import { type GivenLine, pointsOf } from '../balance/given.ts';
import { pointOn } from '../geometry/curve3.ts';
import { isInsidePolygon } from '../geometry/polygon2.ts';
import type { Vec2, Vec3 } from '../geometry/vec.ts';
import type { Section } from '../section/section.ts';

/** A drawing of a cut: hatched faces as closed outlines (even-odd together), and the lines beside them, in one plane, mm. */
export type FaceDrawing = {
  readonly faces: readonly (readonly Vec2[])[];
  readonly lines: readonly GivenLine[];
  /** narrow lines, as those of threads */
  readonly narrow?: readonly GivenLine[];
};

/** So many stretches stand for a curved piece of an outline. */
const CURVED = 24;

/** The outlines of what is hatched of a section's faces. @param place where a point of the plane falls in the drawing */
export const facesOf = (section: Section, place: (p: Vec3) => Vec2): Vec2[][] =>
  section.bodies.flatMap((b) =>
    b.hatchedFace.outline.map((l) =>
      l.pieces.flatMap((p) => {
        const count = p.curve.type === 'line' ? 1 : CURVED;
        return Array.from({ length: count }, (_, i) =>
          place(pointOn(p.curve, p.from + ((p.to - p.from) * i) / count)),
        );
      }),
    ),
  );

/** The straight sides of outlines as lines of a drawing, all seen. */
export const outlineOf = (faces: FaceDrawing['faces']): GivenLine[] =>
  faces.flatMap((f) =>
    f.map((a, i): GivenLine => ({ kind: 'straight', seen: true, a, b: f[(i + 1) % f.length] as Vec2 })),
  );

/** Hatched is what lies inside an odd number of outlines. */
const isIn = (faces: FaceDrawing['faces'], p: Vec2): boolean =>
  faces.filter((f) => isInsidePolygon(p, f)).length % 2 === 1;

const lowOf = (points: readonly Vec2[]): Vec2 => [
  Math.min(...points.map((p) => p[0])),
  Math.min(...points.map((p) => p[1])),
];
const moved = (faces: FaceDrawing['faces'], [x, y]: Vec2): Vec2[][] =>
  faces.map((f) => f.map(([a, b]): Vec2 => [a - x, b - y]));

/** So many places are looked at across the larger of two drawings. */
const LOOKS = 60;
/** Hatched areas that differ in less than this share of both are not told from one another by eye. */
const CLEARLY = 0.06;

/**
 * Whether the hatched faces of two drawings differ so that it is seen: by counting places that are hatched in one alone.
 * @param inPlace as they stand; else each moved to its own lower left corner first
 */
export const facesDiffer = (a: FaceDrawing, b: FaceDrawing, inPlace: boolean): boolean => {
  const [p, q] = [a, b].map((d) => (inPlace ? d.faces : moved(d.faces, lowOf(d.faces.flat())))) as [
    FaceDrawing['faces'],
    FaceDrawing['faces'],
  ];
  const all = [...p.flat(), ...q.flat()];
  const [x0, y0] = lowOf(all);
  const [x1, y1] = [Math.max(...all.map((v) => v[0])), Math.max(...all.map((v) => v[1]))];
  const step = Math.max(x1 - x0, y1 - y0) / LOOKS;
  let [either, one] = [0, 0];
  for (let x = x0 + step / 2; x < x1; x += step)
    for (let y = y0 + step / 2; y < y1; y += step) {
      const [inP, inQ] = [isIn(p, [x, y]), isIn(q, [x, y])];
      if (inP || inQ) either++;
      if (inP !== inQ) one++;
    }
  return one > either * CLEARLY;
};

/** The box round a drawing: left, lower, right, upper. */
export const boxOfDrawing = ({ faces, lines }: FaceDrawing): readonly [number, number, number, number] => {
  const all = [...faces.flat(), ...lines.flatMap(pointsOf)];
  const [x0, y0] = lowOf(all);
  return [x0, y0, Math.max(...all.map((p) => p[0])), Math.max(...all.map((p) => p[1]))];
};
