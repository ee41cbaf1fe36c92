import type { GivenLine } from '../balance/given.ts';
import type { PartFile } from '../part/schema.ts';
import type { Chance } from './chance.ts';
import type { Common, Exercise, Option } from './exercise.ts';
import { mixed, OPTIONS, THREE } from './options.ts';
import type { Tried } from './triedPart.ts';
import { variantsOf } from './variants.ts';
import { areSameLines, differClearly, linesIn, pictorialLines } from './views.ts';

/** Which of four parts has three views: the wrong ones differ in a view, and clearly in their pictorials. */
export const whichPictorial = (c: Chance, own: Tried, common: Common): Exercise | undefined => {
  const viewsOf = (t: Tried) => THREE.map((v) => linesIn(t.built, v));
  const known = [viewsOf(own)];
  const pictures = [pictorialLines(own.built)];
  const wrong: Option<PartFile>[] = [];
  for (const { words, mistake, tried } of variantsOf(c, own)) {
    if (wrong.length === OPTIONS - 1) break;
    const views = viewsOf(tried);
    const isKnown = known.some((k) =>
      THREE.every((v, i) => areSameLines(v, k[i] as GivenLine[], views[i] as GivenLine[])),
    );
    // what differs only out of sight, or by a hair, cannot be told in the pictorial
    const picture = pictorialLines(tried.built);
    if (isKnown || !pictures.every((p) => differClearly(p, picture))) continue;
    known.push(views);
    pictures.push(picture);
    wrong.push({ shows: tried.file, differs: words, mistake });
  }
  if (wrong.length < OPTIONS - 1) return undefined;
  return { ...common, kind: 'pictorial', given: THREE, ...mixed(c, own.file, wrong) };
};
