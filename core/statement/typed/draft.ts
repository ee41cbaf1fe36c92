import type { ViewName } from '../../geometry/viewFrames.ts';
import type { Quantity } from '../../part/quantity.ts';
import { type FeatureFile, typedQuantity } from '../../part/schema.ts';
import { Ask } from './ask.ts';
import type { FaceName } from './faces.ts';
import { type Meaning, SIDES } from './lexicon.ts';
import type { TypedContext } from './placing.ts';
import type { Said } from './said.ts';

export type Draft = Omit<FeatureFile, 'id'> & { readonly base: string };
/** One line may state several features (a tube is a rod and its bore); `assumed` lists what was not said. */
export type Drafts = {
  readonly features: readonly Draft[];
  readonly assumed: readonly string[];
  /** the directions in which copies of it may stand in a row, the usual one first; along the width where missing */
  readonly rows?: readonly (0 | 1 | 2)[];
};

/** Makes features of what a line says. Throws a question where something is missing. */
export type Maker = (s: Said, c: TypedContext) => Drafts;

export type Quantity3 = [Quantity, Quantity, Quantity];

export const need = (value: string | undefined, question: string, ...offers: string[]): Quantity => {
  if (value === undefined) throw new Ask(question, offers);
  if (/^-/.test(value)) throw new Ask(`${value} is less than nothing. ${question}`, [value.slice(1)]);
  return typedQuantity(value);
};

export const number = (box: readonly number[], i: number): number => Number((box[i] as number).toFixed(6));
export const spanOf = (c: TypedContext, axis: number): number =>
  c.box ? Number(((c.box[axis + 3] as number) - (c.box[axis] as number)).toFixed(6)) : 0;

export const op = (s: Said, otherwise: 'add' | 'cut'): 'add' | 'cut' | 'keep' =>
  s.has('keep') ? 'keep' : s.has('cut') ? 'cut' : s.has('add') ? 'add' : otherwise;

const REGULAR = Object.keys(SIDES) as Meaning[];
export const seesSides = (s: Said): number | undefined => {
  const m = REGULAR.find((x) => s.sees(x));
  return m && SIDES[m];
};
/** How many sides a word such as "hexagon" says. */
export const sidesIn = (s: Said): number | undefined => {
  const m = REGULAR.find((x) => s.has(x));
  return m && SIDES[m];
};

/** Which way something that lies runs: drawn for this observer, it grows towards them. */
const LYING: readonly (readonly [Meaning, ViewName, 0 | 1 | 2])[] = [
  ['alongwidth', 'right', 0],
  ['alongdepth', 'back', 1],
  ['alongheight', 'top', 2],
];
export const lying = (s: Said): ViewName | undefined => LYING.find(([m]) => s.has(m))?.[1];
/** The axis along which a line says that something runs. */
export const runsAlong = (s: Said): 0 | 1 | 2 | undefined => LYING.find(([m]) => s.has(m))?.[2];

export const nothingYet = (what: string): Ask =>
  new Ask(`There is nothing to cut a ${what} in yet. State the block first.`, ['block 60 x 40 x 30']);

/** Questions about a place, each with words that answer it. */
export const whereOn = (what: string, face: FaceName): Ask =>
  new Ask(`Where on the ${face} is the ${what}?`, [
    'in the middle',
    face === 'top' || face === 'bottom'
      ? '20 from left 15 from front'
      : face === 'left' || face === 'right'
        ? '15 from front 10 from bottom'
        : '20 from left 10 from bottom',
  ]);
