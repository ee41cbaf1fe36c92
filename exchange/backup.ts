import * as z from 'zod';

/** What of a backup becomes of a drawing when the backup is brought back. */
export type PlannedDrawing = {
  readonly id: string;
  readonly number: string;
  readonly title: string;
  /**
   * add: it is not in the register; leave: it is there as it was, or further on; set back: it is there further on, and gets the backup's state as
   * a change that can be undone; copy: it has gone another way there, so the backup's comes beside it
   */
  readonly action: 'add' | 'leave' | 'set back' | 'copy';
  /** the register has it further on than the backup */
  readonly isLater: boolean;
  /** a sentence */
  readonly why: string;
  /** letters of issues that the register has not */
  readonly issues: readonly string[];
};

/** What bringing a backup back would do, or did. */
export type RestorePlan = {
  /** ISO 8601 */
  readonly madeAt: string;
  readonly drawings: readonly PlannedDrawing[];
  /** names of measured printers that the register has not */
  readonly printers: readonly string[];
  /** names of house rules that the register has not */
  readonly houseRules: readonly string[];
};

/** How a backup is brought back, as the address says it. */
export const restoreQuery = z.object({
  do: z.enum(['plan', 'restore']).default('plan'),
  /** drawings that have been changed since get the backup's state */
  back: z.enum(['0', '1']).default('0'),
});
