import type { ViewName } from '../geometry/viewFrames.ts';
import type { Account } from '../naming/accounts.ts';
import type { Layer } from '../sheet/ink/ink.ts';
import type { SizeChain } from '../station/sizeChain.ts';
import type { Deed } from './deed.ts';
import type { FigureOrigin } from './figureOrigin.ts';
import type { Instruction, Target } from './instruction.ts';

/** What a step is for, in the order of work. */
export type Phase =
  | 'setting out'
  | 'construction'
  | 'projection'
  | 'lines'
  | 'cut'
  | 'true shape'
  | 'finishing';

/** What a step works towards, and in which view. */
export type Work = { readonly on: Target; readonly view: ViewName | undefined };

/** What a step is done with. */
export type Tool =
  | 'pencil'
  | 'rule'
  | 'straight edge'
  | 'tee square'
  | 'set square'
  | 'set squares'
  | '45-degree set square'
  | 'rule and set squares'
  | 'compass'
  | 'compass and set square'
  | 'compass and set squares'
  | 'compass and protractor'
  | 'protractor'
  | 'dividers'
  | 'curve template'
  | 'lettering guide'
  | 'rubber';

/** One step as it is planned: mostly one deed, several that belong together where one alone would show nothing. */
export type PlannedStep = {
  readonly view: ViewName | undefined;
  readonly stage: Phase;
  readonly tool: Tool;
  /** what is asked for; words are made of it */
  readonly instruction: Instruction;
  readonly deeds: readonly Deed[];
  readonly account?: Account;
  /** for a measured distance: where it comes from */
  readonly source?: FigureOrigin;
  /** the stated sizes it is counted from */
  readonly sizes?: SizeChain;
  /** keys of the corners it is about */
  readonly about: readonly string[];
  /** layers of the finished sheet that are drawn in this step as a whole */
  readonly shows?: readonly Layer[];
  /** the light lines are rubbed out */
  readonly clears?: boolean;
  readonly work: Work;
  /** for a projector: the view that it comes from */
  readonly from?: ViewName;
};

/** One step of the replay, in words. */
export type Step = Omit<PlannedStep, 'instruction'> & {
  readonly asks: Instruction['kind'];
  /** what is done, from where to where */
  readonly text: string;
  readonly why: string;
  /** how its figure is counted from the given sizes, part units: "90 - 15" */
  readonly working?: string;
};

/** What a drafter does in one go: several steps that belong together. */
export type ShortStep = {
  readonly view: ViewName | undefined;
  readonly stage: Phase;
  readonly text: string;
  readonly why: string;
  /** how many of the steps it takes together, which follow one another */
  readonly count: number;
};

/** A construction in its full and in its short form: the same deeds in the same order. */
export type Replay = { readonly steps: readonly Step[]; readonly short: readonly ShortStep[] };
