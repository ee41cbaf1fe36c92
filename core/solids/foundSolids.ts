import type { PartFile } from '../part/schema.ts';
import type { ViewFault } from './repairs.ts';

/** A solid that has the given views. */
export type SolidFromViews = {
  readonly part: PartFile;
  /** in the views' unit cubed */
  readonly volume: number;
  /** how it differs from the others, and what would decide for it */
  readonly reasons: readonly string[];
};
/** All that was found. */
export type SolidsFromViews = {
  /** whether there are no others of the kinds that are looked for */
  readonly complete: boolean;
  readonly solids: readonly SolidFromViews[];
  /** what was not looked for, in sentences */
  readonly leftAside: readonly string[];
  readonly faults: readonly ViewFault[];
};
