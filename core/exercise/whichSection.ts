import type { GivenLine } from '../balance/given.ts';
import { VIEW_FRAMES } from '../geometry/viewFrames.ts';
import { givenOfView } from '../solids/givenOfView.ts';
import { flatten } from '../view/project.ts';
import { viewOf } from '../view/view.ts';
import type { Chance } from './chance.ts';
import { type ExerciseCut, runsAlongEdge, sectionBy } from './cutOf.ts';
import type { Common, Exercise, Option } from './exercise.ts';
import { type FaceDrawing, facesDiffer, facesOf, outlineOf } from './faceDrawing.ts';
import { looksOther, mixed, OPTIONS, THREE } from './options.ts';
import type { Tried } from './triedPart.ts';
import { variantsOf } from './variants.ts';
import { areSameLines, linesIn } from './views.ts';

/** How many planes are tried on a part. */
const PLANES = 8;
/** Sizes of these parts are whole fives, mm. */
const FIVE = 5;

const seen = (lines: readonly GivenLine[]): GivenLine[] => lines.filter((l) => l.seen);

/** The sectional front view of a part: what is cut hatched, and of what stands behind it what is seen. */
const sectionalView = (cut: ExerciseCut, { file, built }: Tried): FaceDrawing | undefined => {
  const section = sectionBy(cut, file, built);
  return (
    section && {
      faces: facesOf(section, (p) => flatten(VIEW_FRAMES.front, p)),
      lines: seen(givenOfView(viewOf(section.remains, VIEW_FRAMES.front, built.tol))),
    }
  );
};

const differ = (a: FaceDrawing, b: FaceDrawing): boolean =>
  facesDiffer(a, b, true) || !areSameLines('front', a.lines, b.lines);

/** Which of four drawings is the sectional front view on a plane that is an edge in the top view. */
export const whichSection = (c: Chance, own: Tried, common: Common): Exercise | undefined => {
  const [x0, y0, , x1, y1] = own.built.box;
  const steps = Math.round((y1 - y0) / FIVE) - 1;
  for (let i = 0; i < PLANES; i++) {
    const y = y0 + FIVE * c.whole(1, Math.max(1, steps));
    const cut: ExerciseCut = { seenIn: 'top', from: [x0, y], to: [x1, y], look: 'up' };
    const right = runsAlongEdge(cut, own.built) ? undefined : sectionalView(cut, own);
    if (!right) continue;
    const whole = seen(linesIn(own.built, 'front'));
    const tries: Option<FaceDrawing>[] = [
      {
        shows: { ...right, lines: outlineOf(right.faces) },
        differs: 'what stands behind the plane is left out',
        mistake: 'nothing behind the plane',
      },
      {
        shows: { ...right, lines: [...whole, ...outlineOf(right.faces)] },
        differs: 'what stands before the plane is still drawn',
        mistake: 'the front not taken away',
      },
      { shows: { faces: [], lines: right.lines }, differs: 'nothing is hatched', mistake: 'not hatched' },
    ];
    for (const { words, mistake, tried } of variantsOf(c, own)) {
      const other = looksOther(own, tried) ? sectionalView(cut, tried) : undefined;
      if (other) tries.push({ shows: other, differs: words, mistake });
    }
    const wrong: Option<FaceDrawing>[] = [];
    for (const o of c.shuffled(tries)) {
      if (wrong.length === OPTIONS - 1) break;
      if ([right, ...wrong.map((w) => w.shows)].every((k) => differ(k, o.shows))) wrong.push(o);
    }
    // a plane that lays nothing open asks nothing
    const laysOpen = !areSameLines('front', right.lines, whole);
    if (wrong.length === OPTIONS - 1 && laysOpen)
      return {
        ...common,
        kind: 'sectional view',
        given: THREE,
        cut,
        ...mixed(c, right, wrong),
      };
  }
  return undefined;
};
