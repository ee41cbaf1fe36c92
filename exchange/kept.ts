import type { Drawing } from '../core/drawing/drawing.ts';

/** Where a drawing stands in the store. */
export type Stored = {
  /** counts stored changes, so that a change made on an older state is noticed */
  readonly revision: number;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
};

/** A drawing as it is kept. */
export type Kept = Stored & {
  readonly id: string;
  readonly drawing: Drawing;
  /** the id of the change that led to this revision, where one is remembered */
  readonly lastChange: string | null;
  /** whoever asked may only read it */
  readonly isReadOnly?: boolean;
};

/** A row of the register. */
export type RegisterRow = {
  readonly id: string;
  readonly number: string;
  readonly title: string;
  readonly material: string;
  readonly paper: string;
  readonly angle: string;
  readonly scale: string;
  readonly archived: boolean;
  /** "to be checked" or "checked"; empty while it is in hand */
  readonly state: string;
  /** the letter of the issue that stands; null where none does */
  readonly issued: string | null;
  /** the drawing was changed after that issue */
  readonly isChangedSince: boolean;
  /** ISO 8601 */
  readonly changedAt: string;
  /** the job it belongs to; empty where none */
  readonly folder: string;
  readonly tags: readonly string[];
  readonly revision: number;
};

/** A free number for a drawing, and the title of another drawing that has the number it has now; null where there is none. */
export type NumberProposal = { readonly free: string | null; readonly takenBy: string | null };

/** A page of the register. */
export type RegisterPage = {
  readonly rows: readonly RegisterRow[];
  /** how many there are on all pages */
  readonly total: number;
  /** counted from 1 */
  readonly page: number;
  /** there is no drawing at all */
  readonly isEmpty: boolean;
  readonly folders: readonly { readonly name: string; readonly count: number }[];
  readonly tags: readonly string[];
};

/** The Daybook of a drawing: its newest changes, and how much of its history is kept. */
export type Daybook = {
  readonly lines: readonly DaybookLine[];
  /** how many states are kept, what they take, and what they may take, bytes */
  readonly states: number;
  readonly bytes: number;
  readonly limit: number;
};

/** A line of the Daybook: what was changed, by whom, and when (ISO 8601). */
export type DaybookLine = {
  readonly position: number;
  readonly label: string;
  /** the name of who made it; empty on a server for one person */
  readonly by: string;
  readonly madeAt: string;
  readonly current: boolean;
};
