import type { Vec2 } from '../geometry/vec.ts';
import { shapePoint } from '../section/trace.ts';
import type { Chance } from './chance.ts';
import { sectionBy } from './cutOf.ts';
import type { Common, Exercise, Option } from './exercise.ts';
import { type FaceDrawing, facesDiffer, facesOf, outlineOf } from './faceDrawing.ts';
import { looksOther, mixed, OPTIONS, THREE } from './options.ts';
import { slanting } from './slantingCut.ts';
import type { Tried } from './triedPart.ts';
import { variantsOf } from './variants.ts';

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
