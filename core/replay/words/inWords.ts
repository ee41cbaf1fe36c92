import type { ReplayMethod } from '../deed.ts';
import { inGroups } from '../groups.ts';
import type { Instruction } from '../instruction.ts';
import type { PlannedStep, Replay, Step } from '../step.ts';
import { addedWhereAlike, distinguished } from './alike.ts';
import { AXIS_SENTENCES } from './axisSentences.ts';
import { BOX_SENTENCES } from './boxSentences.ts';
import { COORDINATE_SENTENCES } from './coordinateSentences.ts';
import { CUT_SENTENCES } from './cutSentences.ts';
import { workingText } from './figures.ts';
import { FINISHING_SENTENCES } from './finishingSentences.ts';
import { LINE_SENTENCES } from './lineSentences.ts';
import { POLYGON_SENTENCES } from './polygonSentences.ts';
import type { Sentence, Sentences } from './sentence.ts';
import { shortStep, type WordedStep } from './shortForm.ts';
import type { Wording } from './wording.ts';

/** The sentence of every kind of instruction. */
const SENTENCES: Sentences<Instruction['kind']> = {
  ...BOX_SENTENCES,
  ...COORDINATE_SENTENCES,
  ...LINE_SENTENCES,
  ...POLYGON_SENTENCES,
  ...AXIS_SENTENCES,
  ...CUT_SENTENCES,
  ...FINISHING_SENTENCES,
};

const sentenceOf = (w: Wording, s: PlannedStep): Sentence => {
  const write = SENTENCES[s.instruction.kind] as (i: Instruction, s: PlannedStep, w: Wording) => Sentence;
  return write(s.instruction, s, w);
};

const withFullStop = <T extends { readonly text: string }>(x: T): T => ({ ...x, text: `${x.text}.` });

/** A step as it is read. */
const readStep = (w: Wording, { instruction, brief: _b, clause: _c, ...step }: WordedStep): Step => {
  const working = step.source === undefined ? '' : workingText(w, { ...step, source: step.source });
  return withFullStop({ ...step, asks: instruction.kind, ...(working && { working }) });
};

/**
 * A planned construction in words, in the order in which a drafter takes its steps together, with the short form over them: one sentence for what is
 * done in one go, such as all corners of a feature projected into a view.
 */
export const inWords = (w: Wording, steps: readonly PlannedStep[], method: ReplayMethod): Replay => {
  const groups = inGroups(steps);
  const worded = distinguished(
    w,
    groups.flat().map((s): WordedStep => ({ ...s, ...sentenceOf(w, s) })),
  );
  let next = 0;
  const short = groups.map((g) => {
    const together = worded.slice(next, next + g.length);
    next += g.length;
    return shortStep(w, method, together);
  });
  return {
    steps: worded.map((s) => readStep(w, s)),
    short: addedWhereAlike(short, (_s, nth) => (nth > 1 ? `, continued (${nth})` : '')).map(withFullStop),
  };
};
