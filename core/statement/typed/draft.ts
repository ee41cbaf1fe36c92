import type { ViewName } from '../../geometry/viewFrames.ts';
import type { Quantity } from '../../part/quantity.ts';
import type { FeatureFile } from '../../part/schema.ts';
import { typedQuantity } from '../../part/schema.ts';
import { type Meaning, SIDES } from './lexicon.ts';
import type { TypedContext } from './placing.ts';
import type { Gathered, Label } from './sortedWords.ts';

/** A question that one more word or figure answers. */
export class Ask extends Error {
  readonly offers: readonly string[];
  constructor(question: string, offers: readonly string[]) {
    super(question);
    this.offers = offers;
  }
}

export type Draft = Omit<FeatureFile, 'id'> & { readonly base: string };
/** One line may state several features (a tube is a rod and its bore); `assumed` lists what was not said. */
export type Drafts = { readonly features: readonly Draft[]; readonly assumed: readonly string[] };

/** A radius as a diameter; a unit goes to the end of the whole. */
const twice = (radius: string): string => {
  const [, figure, unit = ''] = /^(.*?)( mm| in| sq)?$/.exec(radius) as RegExpExecArray;
  return `2*${/^[\w.]+$/.test(figure as string) ? figure : `(${figure})`}${unit}`;
};

/** The sizes of a typed line, each handed out once; what is left over was not used. */
export const unusedSizes = (g: Gathered) => {
  const loose = [...g.plain];
  const sizes: Partial<Record<Label, string>> = { ...g.sizes };
  return {
    loose,
    /** the first of these names that has a figure */
    named: (...labels: Label[]): string | undefined => {
      for (const l of labels) {
        const t = sizes[l];
        if (t === undefined) continue;
        delete sizes[l];
        return l === 'radius' ? twice(t) : t;
      }
      return undefined;
    },
    /** a named figure, or else the next without a name */
    next: function (...labels: Label[]): string | undefined {
      return this.named(...labels) ?? loose.shift();
    },
    /** names whose figures nothing took */
    left: (): Label[] => Object.keys(sizes) as Label[],
  };
};
export type UnusedSizes = ReturnType<typeof unusedSizes>;

export const need = (value: string | undefined, question: string, ...offers: string[]): Quantity => {
  if (value === undefined) throw new Ask(question, offers);
  return typedQuantity(value);
};

export const number = (box: readonly number[], i: number): number => Number((box[i] as number).toFixed(6));
export const spanOf = (c: TypedContext, axis: number): number =>
  c.box ? Number(((c.box[axis + 3] as number) - (c.box[axis] as number)).toFixed(6)) : 0;

export const op = (g: Gathered, otherwise: 'add' | 'cut'): 'add' | 'cut' | 'keep' =>
  g.means.has('keep') ? 'keep' : g.means.has('cut') ? 'cut' : g.means.has('add') ? 'add' : otherwise;

export const sidesIn = (g: Gathered): number | undefined => {
  for (const m of g.means) {
    const n = SIDES[m];
    if (n) return n;
  }
  return undefined;
};

/** Which way something that lies runs: drawn for this observer, it grows towards them. */
export const LYING: readonly (readonly [Meaning, ViewName])[] = [
  ['alongwidth', 'right'],
  ['alongdepth', 'back'],
  ['alongheight', 'top'],
];
export const lying = (g: Gathered): ViewName | undefined => LYING.find(([m]) => g.means.has(m))?.[1];

/** Makes features of what a line says. Throws a question where something is missing. */
export type Maker = (g: Gathered, p: UnusedSizes, c: TypedContext) => Drafts;

export type Quantity3 = [Quantity, Quantity, Quantity];
