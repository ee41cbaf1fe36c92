import type { Command } from '../edit/command.ts';
import type { Vec2 } from '../geometry/vec.ts';

/** A stage of the desk where a remark is mended. */
export type MendStage = 'Measure' | 'Set out' | 'Project' | 'Cut' | 'Dimension' | 'Issue';

/** What a reviewer of a drawing would write beside it. */
export type Remark = {
  /** stays while the remark is the same: a remark that was accepted is known by it */
  readonly key: string;
  /** mend: the sheet is wrong or not enough; consider: it may be meant so */
  readonly weight: 'mend' | 'consider';
  /** one sentence */
  readonly what: string;
  /** why it matters */
  readonly why: string;
  /** where, in words */
  readonly where: string;
  readonly stage: MendStage;
  /** where it is on the sheet, paper mm, y up; nothing where it is about no one place */
  readonly at: readonly Vec2[];
  /** dimensions that it is about */
  readonly dimensions: readonly string[];
  /** one press that mends it */
  readonly mend?: { readonly words: string; readonly command: Command } | undefined;
};

/** A remark that was accepted, with the reason. */
export type Accepted = { readonly because: string; readonly by: string; readonly on: string };
