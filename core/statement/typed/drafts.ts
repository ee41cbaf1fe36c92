import { type FeatureFile, typedQuantity } from '../../part/schema.ts';
import { Ask } from './ask.ts';
import { block, cornerCut, notch, pocket, profile, step } from './blocks.ts';
import { collar } from './collar.ts';
import { dome } from './dome.ts';
import { type Drafts, type Maker, need, type Quantity3, runsAlong, seesSides } from './draft.ts';
import { brokenEdge } from './edges.ts';
import { FACE_AXES, type FaceName, HIGH, LOW } from './faces.ts';
import { flats } from './flats.ts';
import { inclinedToPlanes, isToPlanes } from './inclined.ts';
import type { Meaning } from './lexicon.ts';
import { openSlot } from './openSlot.ts';
import { shapeNamed, shifted, type TypedContext } from './placing.ts';
import { prism, pyramid, pyramidHole } from './polygons.ts';
import { ringGroove } from './ringGroove.ts';
import { isLathe } from './roles/lathe.ts';
import { cone, cylinder, hole, slot, sphere, taperingHole, torus, tube, turned } from './rounds.ts';
import { type Said, saidBy } from './said.ts';
import { shapedGroove } from './shapedGroove.ts';
import { inside, rowInMiddle } from './standing.ts';
import type { Token } from './tokens.ts';

/** Which maker a line calls for; the first word that is there rules. */
const MAKERS: readonly (readonly [Meaning, Maker])[] = [
  ['tapering', taperingHole],
  ['vgroove', shapedGroove('V groove')],
  ['dovetail', shapedGroove('dovetail groove')],
  ['ringgroove', ringGroove],
  ['dome', dome],
  ['collar', collar],
  ['oneflat', flats],
  ['twoflats', flats],
  ['fourflats', flats],
  ['hole', hole],
  ['openslot', openSlot],
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
  ['wall', block],
  ['cylinder', cylinder],
  ['hexagon', prism],
  ['octagon', prism],
  ['pentagon', prism],
  ['heptagon', prism],
  ['triangle', prism],
  ['square', block],
  ['base', block],
];

/** Which maker a line calls for. */
const makerOf = (s: Said, tokens: readonly Token[]): Maker | undefined => {
  if (isLathe(tokens)) return turned;
  if (s.sees('chamfer')) return brokenEdge('chamfer');
  if (s.sees('fillet')) return brokenEdge('fillet');
  const corner = s.seesCorner();
  const cutsCorner =
    (corner ? corner.of === 'corner' : s.sees('corner')) && s.sees('cut', 'notch', 'step', 'pocket');
  if (cutsCorner && !seesSides(s) && !s.sees('pyramid', 'prism')) return cornerCut;
  // something round that is cut out is a hole
  if (s.sees('cylinder') && s.sees('cut') && !seesSides(s)) return hole;
  if (s.sees('pyramid') && s.sees('hole', 'pocket')) return pyramidHole;
  // "slot right across the top": it is open at both ends, as a groove is
  if (s.sees('slot') && s.sees('fullacross')) return notch('groove');
  const maker = MAKERS.find(([m]) => s.sees(m))?.[1];
  // a hexagon bar is a prism, a square bar a block
  const sides = seesSides(s);
  if (maker === block && sides !== undefined && sides !== 4) return prism;
  if (maker === cylinder && sides !== undefined) return sides === 4 ? block : prism;
  if (maker === cone && sides !== undefined) return pyramid;
  if (maker) return maker;
  if (s.sees('counterbore', 'countersink')) return hole;
  if (s.isNamed('diameter', 'radius')) return s.sees('through') ? hole : cylinder;
  return undefined;
};

/** Makes the features of a line. Throws a question where something is missing, or left over. */
export const draftsOf = (tokens: readonly Token[], whole: TypedContext): Drafts & { readonly said: Said } => {
  const s = saidBy(tokens);
  const maker = makerOf(s, tokens);
  if (!maker)
    throw new Ask('What should be added?', ['block', 'hole', 'cylinder', 'slot', 'step', 'hexagon prism']);
  const toPlanes = isToPlanes(s);
  const turn = toPlanes ? undefined : leanOf(s);
  const mirrors = whole.box !== undefined && s.sees('mirrored');
  const mirrored = mirrors ? mirrorOf(s, whole) : undefined;
  // faces, edges and middles are those of the shape that the line names
  const c = { ...whole, box: shapeNamed(s, whole) ?? whole.box };
  const lookedAt = s.sight();
  const from = s.distances();
  const plain = sunkIn(spread(maker(s, c), s, from, c), s, lookedAt, c);
  const made = toPlanes ? inclinedToPlanes(plain, s, c) : plain;
  return {
    assumed: [...s.respelled().map(([raw, m]) => `"${raw}" read as ${m}`), ...made.assumed],
    features: made.features.map((f) => ({
      ...f,
      ...(mirrored && { mirror: mirrored }),
      ...(turn && { turn }),
    })),
    said: s,
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

const leanOf = (s: Said): FeatureFile['turn'] => {
  if (!s.has('tilted')) return undefined;
  const angle = need(s.angle(), 'By how many degrees does it lean?', '30 degrees');
  s.has('toward');
  const face = s.face();
  if (!face) throw new Ask('To which side does it lean?', ['right', 'left', 'front', 'back']);
  const [axis, sense] = LEANS[face];
  return [{ axis, angle: sense === 1 ? angle : typedQuantity(`-${angle}`) }];
};

/** What is sunk into the face that it stands on is moved into it; its length stays. */
const sunkIn = (made: Drafts, s: Said, faces: readonly FaceName[], c: TypedContext): Drafts => {
  if (!s.sees('sunk')) return made;
  const by = need(s.plainly('sunk'), 'How deep is it sunk?', 'sunk 5');
  const [first, ...others] = made.features;
  if (!first || others.length || first.op !== 'add' || !c.box)
    throw new Ask('Only one thing that is added to a part is sunk into it. How deep is it cut?', ['5 deep']);
  const face = first.shape.kind === 'block' ? (faces[0] ?? 'top') : (first.plane ?? faces[0] ?? 'top');
  const [, , n, side] = FACE_AXES[face];
  const at = [...(first.at ?? [0, 0, 0])] as Quantity3;
  const base = c.worth(String(at[n]));
  at[n] =
    base === undefined
      ? `${at[n]} ${side === 1 ? '-' : '+'} ${by}`
      : shifted(base, String(by), side === 1 ? -1 : 1, c);
  return { ...made, features: [{ ...first, at }] };
};

/**
 * Copies in a row, for shapes whose maker knows of none. Where they are in the middle, the whole row is.
 * @param from the faces from which the line gives a distance
 */
const spread = (made: Drafts, s: Said, from: readonly FaceName[], c: TypedContext): Drafts => {
  if (!s.isCounted()) return made;
  const number = s.countText() as string;
  const pitch = s.named('pitch', 'centres');
  if (pitch === undefined) throw new Ask(`How far apart are the ${number}?`, ['20 pitch']);
  const told = runsAlong(s);
  // what runs along a face has told its own way by that
  const along = made.rows?.find((axis) => axis === told) ?? made.rows?.[0] ?? told ?? 0;
  const isCentred = s.sees('centre') && !from.includes(LOW[along]) && !from.includes(HIGH[along]);
  const first = new Ask(`Where is the first of the ${number}?`, ['20 from left', '15 from front']);
  if (s.sees('centre') && !made.rows) throw first;
  s.count();
  const step: Quantity3 = [0, 0, 0];
  step[along] = typedQuantity(pitch);
  const count = typedQuantity(number);
  return {
    ...made,
    features: made.features.map((f) => {
      const at = [...(f.at ?? [0, 0, 0])] as Quantity3;
      if (isCentred) {
        const middle = c.worth(String(at[along]));
        if (middle === undefined) throw first;
        at[along] = rowInMiddle(middle, number, pitch, c);
      }
      if (made.rows) inside(f.base, c, along, at[along], pitch, Number(number));
      return { ...f, at, repeat: { count, step } };
    }),
  };
};

const mirrorOf = (s: Said, c: TypedContext): FeatureFile['mirror'] => {
  s.has('mirrored');
  const axis = runsAlong(s) ?? 0;
  const box = c.box as readonly number[];
  return {
    normal: (['x', 'y', 'z'] as const)[axis] as 'x' | 'y' | 'z',
    at: Number((((box[axis] as number) + (box[axis + 3] as number)) / 2).toFixed(6)),
  };
};
