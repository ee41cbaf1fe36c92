import type { Plan } from '../plan.ts';
import type { Writing } from './writing.ts';

/** What the words of a replay are made from besides its steps. */
export type Wording = {
  /** names the points, and tells where things lie on the paper */
  readonly plan: Pick<Plan, 'sheet' | 'corners' | 'stated' | 'board'>;
  /** how sizes (part units) and distances on the paper (mm) are written */
  readonly written: Writing;
  /** what each size of the statement is, by its path: "slot wide" */
  readonly sizeNames: ReadonlyMap<string, string>;
  /** the worth of each named size, part units */
  readonly named: ReadonlyMap<string, number>;
};
