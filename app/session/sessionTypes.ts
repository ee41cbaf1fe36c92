import type { StoreApi } from 'zustand/vanilla';
import type { Drawing } from '../../core/drawing/drawing.ts';
import type { Command } from '../../core/edit/command.ts';
import type { Fault } from '../../core/number/fault.ts';
import type { Kept, Stored } from '../../exchange/kept.ts';
import type { DeskNote, DeskPicture } from '../../workers/deskPicture.ts';
import type { DrawingServer } from '../serverCalls.ts';
import type { QueuedChange } from './queuedChange.ts';
import type { Shelf } from './shelf.ts';
import type { Unanswered } from './unanswered.ts';

/** The picture of a drawing that could be drawn. */
export type GoodPicture = Extract<DeskPicture, { ok: true }>;

/**
 * saved: the server has all changes; saving: they are on their way; waiting: the server does not answer, it is asked again;
 * conflict: the drawing was changed elsewhere, and one must choose; refused: the server does not take a change.
 */
export type SaveState = 'saved' | 'saving' | 'waiting' | 'conflict' | 'refused';

/** What a choice is needed for: how the drawing stands in the store, and how it stands here. */
export type Conflict = { readonly current: Kept; readonly mine: Drawing };
export type ConflictChoice = 'theirs' | 'mine' | 'both';

export type SessionState = {
  readonly id: string;
  /** whoever is here may only read it */
  readonly isReadOnly: boolean;
  /** the drawing as it stands; every change of it is on its way to the server */
  readonly drawing: Drawing;
  /** the stored revision that the waiting changes follow */
  readonly revision: number;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  readonly save: SaveState;
  readonly savedAt: Date | undefined;
  /** when a change made in another window was last taken over */
  readonly followedAt: Date | undefined;
  readonly notice: string | undefined;
  readonly conflict: Conflict | undefined;
  readonly picture: GoodPicture | undefined;
  /** the drawing with a typed line that is not taken yet */
  readonly tried: { readonly drawing: Drawing; readonly picture: GoodPicture } | undefined;
  /** why there is no picture of a drawing that has lines */
  readonly undrawn: string | undefined;
  readonly faults: readonly Fault[];
  /** what is doubtful about the drawing as it stands, once it has been looked over */
  readonly notes: readonly DeskNote[];
  /** how many changes the server does not have yet */
  readonly unsaved: number;
};

/** What a session works with; all of it can be replaced in tests. */
export type SessionTools = {
  readonly server: DrawingServer;
  /** Draws; nothing where a newer question took a passing one's place; why not, where there is no picture to be had. */
  readonly draw: (
    drawing: Drawing,
    passing: boolean,
    added?: readonly string[],
  ) => Promise<DeskPicture | Unanswered | undefined>;
  readonly lookOver: (drawing: Drawing) => Promise<readonly DeskNote[]>;
  readonly shelf: Shelf;
  readonly newId: () => string;
  readonly pause: (ms: number) => Promise<void>;
  /** lets this browser's other windows know that a drawing has a new revision */
  readonly announce: (id: string) => void;
};

/**
 * What is entered: a command, or how to make one from the drawing as it stands when its turn comes. A change that keeps a part of what
 * stands beside it (a place across while the place along is typed) is made so; else one typed soon after another would undo it.
 */
export type Entry = Command | ((now: SessionState) => Command);

/** One drawing being edited: what it is made with lasts until all its changes are stored, also after its page was left. */
export type DrawingSession = {
  readonly id: string;
  readonly state: StoreApi<SessionState>;
  /**
   * Makes a change: the one way in. Changes take their turns, each made on the drawing as it stands once all before it are in.
   * @param shownBy 'field' where the caller itself shows what keeps the change out; else it is shown above the book
   * @returns the faults, none when the change was taken
   */
  readonly edit: (how: Entry, shownBy?: 'field' | 'notice') => Promise<readonly Fault[]>;
  /** Shows a change while it is being dragged, without keeping it; with none shows the drawing as it stands. */
  readonly preview: (command?: Command) => Promise<void>;
  /**
   * Draws the drawing as it would be with a line that is typed and not taken yet, beside the drawing as it stands; with none shows that
   * one again.
   * @returns what keeps it from being drawn
   */
  readonly tryOut: (command?: Command) => Promise<readonly Fault[]>;
  /** Undo (-1) and redo (1), through the history that the server keeps. */
  readonly step: (direction: -1 | 1) => Promise<void>;
  /** Sends what is waiting; true once the server has it, false as soon as it is known that it has not. */
  readonly stored: () => Promise<boolean>;
  /** Asks the server again at once. */
  readonly tryNow: () => void;
  readonly settle: (choice: ConflictChoice) => Promise<void>;
  /** Draws the picture, for a page that shows it. */
  readonly show: () => Promise<void>;
  /** Takes over what was changed elsewhere, where nothing is waiting here. @param told how the drawing stands in the store; asked for where missing */
  readonly follow: (told?: Kept) => Promise<void>;
  readonly hide: () => void;
  /** Resolves when all changes that were begun are in the queue or refused. */
  readonly idle: () => Promise<void>;
};

/** Where a session begins: as stored, or with changes that an earlier page has left. */
export type SessionStart = Pick<Kept, 'id' | 'drawing' | 'isReadOnly'> &
  Stored & { readonly queue?: readonly QueuedChange[] | undefined };
