import { type FeatureFile, typedQuantity } from '../../part/schema.ts';
import { block, notch, pocket, profile, step } from './blocks.ts';
import {
  Ask,
  type Drafts,
  type Maker,
  type Quantity3,
  sidesIn,
  type UnusedSizes,
  unusedSizes,
} from './draft.ts';
import type { Meaning } from './lexicon.ts';
import type { TypedContext } from './placing.ts';
import { prism, pyramid } from './polygons.ts';
import { cone, cylinder, hole, slot, sphere, torus, tube, turned } from './rounds.ts';
import type { FaceName, Gathered } from './sortedWords.ts';

/** Which maker a line calls for; the first word that is there rules. */
const MAKERS: readonly (readonly [Meaning, Maker])[] = [
  ['turned', turned],
  ['hole', hole],
  ['slot', slot],
  ['step', step],
  ['notch', notch('notch')],
  ['groove', notch('groove')],
  ['pocket', pocket],
  [
    'lprofile',
    profile(
      'L profile',
      ({ w, h, t }) => [
        [0, 0],
        [w, 0],
        [w, t],
        [t, t],
        [t, h],
        [0, h],
      ],
      true,
    ),
  ],
  [
    'tprofile',
    profile(
      'T profile',
      ({ w, h, t }) => [
        [0, `${h} - ${t}`],
        [`(${w} - ${t})/2`, `${h} - ${t}`],
        [`(${w} - ${t})/2`, 0],
        [`(${w} + ${t})/2`, 0],
        [`(${w} + ${t})/2`, `${h} - ${t}`],
        [w, `${h} - ${t}`],
        [w, h],
        [0, h],
      ],
      true,
    ),
  ],
  [
    'uprofile',
    profile(
      'channel',
      ({ w, h, t }) => [
        [0, 0],
        [w, 0],
        [w, h],
        [`${w} - ${t}`, h],
        [`${w} - ${t}`, t],
        [t, t],
        [t, h],
        [0, h],
      ],
      true,
    ),
  ],
  [
    'wedge',
    profile(
      'wedge',
      ({ w, h }) => [
        [0, 0],
        [w, 0],
        [0, h],
      ],
      false,
    ),
  ],
  ['pyramid', pyramid],
  ['prism', prism],
  ['tube', tube],
  ['torus', torus],
  ['sphere', sphere],
  ['cone', cone],
  ['plate', block],
  ['block', block],
  ['cylinder', cylinder],
  ['hexagon', prism],
  ['octagon', prism],
  ['pentagon', prism],
  ['heptagon', prism],
  ['triangle', prism],
  ['square', block],
];

/** Makes the features of a gathered line. Throws a question where something is missing. */
export const draftsOf = (said: Gathered, c: TypedContext): Drafts & { readonly left: readonly string[] } => {
  const turn = leanOf(said);
  // the side it leans to is no face to be put on, and the angle no point of a drill
  const g: Gathered = turn ? { ...said, face: undefined, flush: [], angle: undefined } : said;
  let maker = MAKERS.find(([m]) => g.means.has(m))?.[1];
  // a hexagon bar is a prism, a square bar a block
  const sides = sidesIn(g);
  if (maker === block && sides !== undefined && sides !== 4) maker = prism;
  if (maker === cylinder && sides !== undefined) maker = sides === 4 ? block : prism;
  if (maker === cone && sides !== undefined) maker = pyramid;
  if (!maker && g.counterbore.length + g.countersink.length) maker = hole;
  if (!maker && (g.sizes.diameter ?? g.sizes.radius) !== undefined)
    maker = g.means.has('through') ? hole : cylinder;
  if (g.means.has('fillet'))
    throw new Ask('Rounded corners belong to a plate or a profile. Which one is it?', [
      'plate 90 x 60 x 8, corners 5',
    ]);
  if (!maker)
    throw new Ask('What should be added?', ['block', 'hole', 'cylinder', 'slot', 'step', 'hexagon prism']);
  const p = unusedSizes(g);
  const made = spread(maker(g, p, c), g, p);
  const mirrored = g.means.has('mirrored') && c.box ? mirrorOf(g, c) : undefined;
  return {
    assumed: made.assumed,
    features: made.features.map((f) => ({
      ...f,
      ...(mirrored && { mirror: mirrored }),
      ...(turn && { turn }),
    })),
    left: [...p.loose, ...p.left().map((l) => `${g.sizes[l]} ${l}`)],
  };
};

/** How something leans, about its own origin: to the right and the left about y, to the front and the back about x. */
const LEANS: Record<FaceName, readonly ['x' | 'y' | 'z', 1 | -1]> = {
  right: ['y', 1],
  left: ['y', -1],
  front: ['x', 1],
  back: ['x', -1],
  top: ['z', 1],
  bottom: ['z', -1],
};

const leanOf = (g: Gathered): FeatureFile['turn'] => {
  if (!g.means.has('tilted')) return undefined;
  if (g.angle === undefined) throw new Ask('By how many degrees does it lean?', ['30 degrees']);
  if (!g.face) throw new Ask('To which side does it lean?', ['right', 'left', 'front', 'back']);
  const [axis, sense] = LEANS[g.face];
  return [{ axis, angle: typedQuantity(sense === 1 ? g.angle : `-${g.angle}`) }];
};

/** Copies in a row, for shapes whose maker knows of none. */
const spread = (made: Drafts, g: Gathered, p: UnusedSizes): Drafts => {
  if (g.count === undefined || made.features.some((f) => f.repeat)) return made;
  const pitch = p.named('pitch', 'centres');
  if (pitch === undefined) throw new Ask(`How far apart are the ${g.count}?`, ['20 pitch']);
  const axis = g.means.has('alongheight') ? 2 : g.means.has('alongdepth') ? 1 : 0;
  const step: Quantity3 = [0, 0, 0];
  step[axis] = typedQuantity(pitch);
  const count = typedQuantity(g.count);
  return { ...made, features: made.features.map((f) => ({ ...f, repeat: { count, step } })) };
};

const mirrorOf = (g: Gathered, c: TypedContext): FeatureFile['mirror'] => {
  const axis = g.means.has('alongdepth') || g.means.has('front') ? 1 : g.means.has('alongheight') ? 2 : 0;
  const box = c.box as readonly number[];
  return {
    normal: (['x', 'y', 'z'] as const)[axis] as 'x' | 'y' | 'z',
    at: Number((((box[axis] as number) + (box[axis + 3] as number)) / 2).toFixed(6)),
  };
};
