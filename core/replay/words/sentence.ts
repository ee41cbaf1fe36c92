import type { ViewName } from '../../geometry/viewFrames.ts';
import type { Instruction } from '../instruction.ts';
import type { PlannedStep } from '../step.ts';
import type { Wording } from './wording.ts';

/**
 * What a step brings to a short form that takes several together: the verb with what all of them have in common, and what this one adds: "set off",
 * "W 25 from the left".
 */
export type Brief = readonly [lead: string, what: string];

/** A step in words. */
export type Sentence = {
  /** what is done, from where to where; its full stop is set last, for a place may be added */
  readonly text: string;
  readonly why: string;
  readonly brief?: Brief;
  /** the whole of what it adds to a short form, within a view that is named already */
  readonly clause?: string;
};

/** What is done in a view, as a sentence and as a clause of a longer one. @param rest what follows the name of the view */
export const doneIn = (
  view: ViewName | undefined,
  clause: string,
  rest = '',
): Pick<Sentence, 'text' | 'clause'> => ({
  text: `${capital(clause)} in the ${view} view${rest}`,
  clause: `${clause}${rest}`,
});

/** What is done where no view is named, as a sentence and as a clause. */
export const done = (clause: string): Pick<Sentence, 'text' | 'clause'> => ({
  text: capital(clause),
  clause,
});

const capital = (clause: string): string => `${clause.charAt(0).toUpperCase()}${clause.slice(1)}`;

type InstructionOf<K> = Instruction extends infer I
  ? I extends { readonly kind: infer Q }
    ? K extends Q
      ? I
      : never
    : never
  : never;

/** How instructions of some kinds are written; each is given the instruction, its step and what names are made from. */
export type Sentences<K extends Instruction['kind']> = {
  readonly [Q in K]: (i: InstructionOf<Q>, s: PlannedStep, w: Wording) => Sentence;
};

/** Why a finished line is drawn as it is. */
export const whySeen = (seen: boolean): string =>
  seen ? 'Nothing stands before it.' : 'Something stands before it, so it is dashed.';

export const seenWord = (seen: boolean): 'visible' | 'hidden' => (seen ? 'visible' : 'hidden');
