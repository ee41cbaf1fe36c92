import type { Vec2 } from '../geometry/vec.ts';
import { shapePoint } from '../section/trace.ts';
import type { Chance } from './chance.ts';
import { type ExerciseCut, runsAlongEdge, sectionBy } from './cutOf.ts';
import type { Common, Exercise, Option } from './exercise.ts';
import { type FaceDrawing, facesDiffer, facesOf, outlineOf } from './faceDrawing.ts';
import { looksOther, mixed, OPTIONS, THREE } from './options.ts';
import type { Tried } from './triedPart.ts';
import { variantsOf } from './variants.ts';

/** How often a plane is tried on a part. */
const PLANES = 16;
/** How steep a plane is, its rise to its run: a flatter one is hardly told from its own top view. */
const SLOPES = [0.75, 1, 4 / 3] as const;
/** A plane that meets less than this share of the width shows little. */
const LEAST_RUN = 0.45;
/** Sizes of these parts are whole fives, mm. */
const FIVE = 5;

/** A slanting plane that is an edge in the front view, from where it enters the part's box to where it leaves it. */
const slanting = (c: Chance, own: Tried): ExerciseCut | undefined => {
  const [x0, , z0, x1, , z1] = own.built.box;
  for (let i = 0; i < PLANES; i++) {
    const slope = c.pick(SLOPES) * (c.whole(0, 1) ? 1 : -1);
    const x = x0 + FIVE * c.whole(1, Math.round((x1 - x0) / FIVE) - 1);
    const z = z0 + FIVE * c.whole(1, Math.round((z1 - z0) / FIVE) - 1);
    const at = (height: number): number => x + (height - z) / slope;
    const [a, b] = [at(z0), at(z1)].sort((p, q) => p - q) as [number, number];
    const [left, right] = [Math.max(x0, a), Math.min(x1, b)];
    if (right - left < LEAST_RUN * (x1 - x0)) continue;
    const point = (u: number): readonly [number, number] => [u, z + (u - x) * slope];
    const cut = { seenIn: 'front', from: point(left), to: point(right), look: 'down' } as const;
    if (!runsAlongEdge(cut, own.built)) return cut;
  }
  return undefined;
};

const drawing = (faces: FaceDrawing['faces']): FaceDrawing => ({ faces, lines: outlineOf(faces) });
const mapped = (d: FaceDrawing, to: (p: Vec2) => Vec2): FaceDrawing => drawing(d.faces.map((f) => f.map(to)));

/** Which of four faces is the true shape of a slanting cut. */
export const whichTrueShape = (c: Chance, own: Tried, common: Common): Exercise | undefined => {
  const cut = slanting(c, own);
  const section = cut && sectionBy(cut, own.file, own.built);
  if (!cut || !section) return undefined;
  const shapeOf = (s: typeof section): FaceDrawing => drawing(facesOf(s, (p) => shapePoint(s.plane, p)));
  const right = shapeOf(section);
  const flatter = Math.abs(section.plane.direction[0]);
  const tries: Option<FaceDrawing>[] = [
    {
      shows: mapped(right, ([s, t]) => [s * flatter, t]),
      differs: 'it is as long as in the top view, where it is foreshortened',
      mistake: 'foreshortened',
    },
    {
      shows: mapped(right, ([s, t]) => [s, -t]),
      differs: 'it is mirrored: the depths are set off the wrong way',
      mistake: 'mirrored',
    },
    {
      shows: mapped(right, ([s, t]) => [s / flatter, t]),
      differs: 'it is longer than the trace',
      mistake: 'lengthened',
    },
  ];
  for (const { words, mistake, tried } of variantsOf(c, own)) {
    const other = looksOther(own, tried) ? sectionBy(cut, tried.file, tried.built) : undefined;
    if (other) tries.push({ shows: shapeOf(other), differs: words, mistake });
  }
  const wrong: Option<FaceDrawing>[] = [];
  const [first, ...others] = tries as [Option<FaceDrawing>, ...Option<FaceDrawing>[]];
  // what is foreshortened is the usual mistake, and always among them
  for (const o of [first, ...c.shuffled(others)]) {
    if (wrong.length === OPTIONS - 1) break;
    // each turned by half a turn too: a shape may be looked at from either end
    const halfTurn = mapped(o.shows, ([s, t]) => [-s, -t]);
    const isNew = [right, ...wrong.map((w) => w.shows)].every(
      (k) =>
        facesDiffer(k, o.shows, true) && facesDiffer(k, o.shows, false) && facesDiffer(k, halfTurn, false),
    );
    if (isNew) wrong.push(o);
  }
  if (wrong.length < OPTIONS - 1 || wrong[0]?.mistake !== 'foreshortened') return undefined;
  return { ...common, kind: 'true shape', given: THREE, cut, ...mixed(c, right, wrong) };
};
