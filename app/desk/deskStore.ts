'use client';
import { create } from 'zustand';
import type { Drawing } from '../../core/drawing/drawing.ts';
import { rebase } from '../../core/drawing/rebase.ts';
import type { Fault } from '../../core/number/fault.ts';
import type { Kept } from '../../server/store.ts';
import type { DeskNote, DeskPicture } from '../../workers/deskPicture.ts';
import type { PointedAt } from '../../workers/pointing.ts';
import type { ReplayStep } from '../../workers/replayPicture.ts';
import { type ServerRefusal, stepBack, storeChange } from '../client.ts';
import { lookOver, workPicture } from './engine.ts';

/** The picture of a drawing that could be drawn. */
export type GoodPicture = Extract<DeskPicture, { ok: true }>;
export const STAGES = ['Measure', 'Set out', 'Project', 'Transfer', 'Cut'] as const;
export type Stage = (typeof STAGES)[number];
export type SaveState = 'saved' | 'saving' | 'waiting' | 'conflict';

type Pending = { readonly drawing: Drawing; readonly label: string };

export type DeskState = {
  readonly id: string;
  /** the drawing as it stands; every change of it is on its way to the server */
  readonly drawing: Drawing;
  readonly revision: number;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  readonly save: SaveState;
  readonly savedAt: Date | undefined;
  readonly notice: string | undefined;
  readonly picture: GoodPicture | undefined;
  readonly faults: readonly Fault[];
  /** what is doubtful about the drawing as it stands, once it has been looked over */
  readonly notes: readonly DeskNote[];
  readonly stage: Stage;
  readonly activePoint: string | undefined;
  /** the line being typed for the statement */
  readonly line: string;
  /** points set on the picture beneath, on the paper (mm, y down), while it is being scaled by two of them */
  readonly scaling: readonly (readonly [number, number])[] | undefined;
  /** what was pointed at on the sheet last */
  readonly pointed: PointedAt | undefined;
  /** the construction while it is being replayed: its steps, and how many of them are done */
  readonly replay: { readonly steps: readonly ReplayStep[]; readonly at: number } | undefined;
  /** changes with the picture beneath, so that it is fetched anew */
  readonly pictureStamp: number;
};

export const useDesk = create<DeskState>(() => ({
  id: '',
  drawing: undefined as unknown as Drawing,
  revision: 0,
  canUndo: false,
  canRedo: false,
  save: 'saved',
  savedAt: undefined,
  notice: undefined,
  picture: undefined,
  faults: [],
  notes: [],
  stage: 'Measure',
  activePoint: undefined,
  line: '',
  scaling: undefined,
  pointed: undefined,
  replay: undefined,
  pictureStamp: 0,
}));

const set = useDesk.setState;
const get = useDesk.getState;

/** Changes on their way to the server, oldest first; each is a step of the history. */
let pending: readonly Pending[] = [];
let storing: Promise<void> | undefined;

/** A new picture, with the values that did not change kept as the same object: sentences then need no new look. */
const shown = (picture: GoodPicture): GoodPicture => {
  const before = get().picture?.values;
  return before && JSON.stringify(before) === JSON.stringify(picture.values)
    ? { ...picture, values: before }
    : picture;
};

/** What is not stored yet also lies in the browser, for a reload in between. */
const shelf = (id: string): string => `blue-ledger unsaved ${id}`;
const shelve = (): void => {
  const { id, revision } = get();
  const last = pending.at(-1);
  if (last) localStorage.setItem(shelf(id), JSON.stringify({ ...last, revision }));
  else localStorage.removeItem(shelf(id));
};

const absorb = (kept: Kept): void => {
  set({ revision: kept.revision, canUndo: kept.canUndo, canRedo: kept.canRedo });
};

const RETRY = 1000;
const PATIENCE = 200;
let patience: ReturnType<typeof setTimeout> | undefined;

const store = async (): Promise<void> => {
  for (let job = pending[0]; job; job = pending[0]) {
    set({ save: 'saving' });
    try {
      absorb(await storeChange(get().id, get().revision, job.drawing, job.label));
      pending = pending.slice(1);
      shelve();
      if (!pending.length) set({ save: 'saved', savedAt: new Date(), notice: undefined });
    } catch (error) {
      const refusal = error as ServerRefusal;
      if (refusal.status === 0 || refusal.status >= 500) {
        set({ save: 'waiting', notice: refusal.message });
        await new Promise((done) => setTimeout(done, RETRY));
        continue;
      }
      pending = [];
      set({ save: 'conflict', notice: `${refusal.message} Reload the page to go on from what is stored.` });
    }
  }
};

/** Stores what is waiting; resolves when the server has it. */
export const flush = async (): Promise<void> => {
  storing ??= store().finally(() => {
    storing = undefined;
  });
  await storing;
};

/** A drawing is looked over when it has stood for this long. */
const LOOK_AFTER = 600;
let looking: ReturnType<typeof setTimeout> | undefined;

const lookLater = (): void => {
  clearTimeout(looking);
  looking = setTimeout(async () => {
    const { drawing } = get();
    const notes = await lookOver(drawing);
    if (get().drawing === drawing) set({ notes });
  }, LOOK_AFTER);
};

/** A drawing whose statement is empty has no picture; its sheet is bare paper. */
const blank = (drawing: Drawing): Partial<DeskState> => ({
  drawing,
  picture: undefined,
  faults: [],
  notes: [],
  activePoint: undefined,
});

/** Puts a kept drawing on the desk. */
export const openOnDesk = async (kept: Kept): Promise<void> => {
  set({
    id: kept.id,
    drawing: kept.drawing,
    picture: undefined,
    faults: [],
    notes: [],
    activePoint: undefined,
    line: '',
    save: 'saved',
    notice: undefined,
  });
  absorb(kept);
  const left = localStorage.getItem(shelf(kept.id));
  if (left) {
    const { drawing, label, revision } = JSON.parse(left) as Pending & { revision: number };
    localStorage.removeItem(shelf(kept.id));
    if (revision === kept.revision && !(await propose(drawing, label)).length) return;
  }
  if (!get().drawing.part.bodies.length) return;
  const picture = await workPicture(get().drawing);
  if (picture?.ok) set({ picture });
  else if (picture) set({ faults: picture.faults });
  lookLater();
};

/** Draws a change, and keeps it if it can be drawn. The last good drawing stays when it cannot. */
const tryOut = async (drawing: Drawing, label: string): Promise<readonly Fault[]> => {
  if (drawing.part.bodies.length) {
    const picture = await workPicture(drawing);
    if (!picture) return [];
    if (!picture.ok) return picture.faults;
    set({ drawing, picture: shown(picture), pointed: undefined, faults: [], save: 'saving' });
    lookLater();
  } else set({ ...blank(drawing), save: 'saving' });
  pending = [...pending, { drawing, label }];
  shelve();
  // a moment's patience lets the sheet be drawn first
  clearTimeout(patience);
  patience = setTimeout(() => void flush(), PATIENCE);
  return [];
};

/** Changes take their turns: each waits for those before it. */
let queue: Promise<unknown> = Promise.resolve();

/**
 * Proposes a change that is worked out from the drawing as it stands once all before it are in: lines typed faster than they are drawn build
 * on one another.
 * @returns the faults, none when the change was taken
 */
export const proposeNext = (
  change: (now: DeskState) => { readonly drawing: Drawing; readonly label: string } | readonly Fault[],
): Promise<readonly Fault[]> => {
  const mine = queue.then(async (): Promise<readonly Fault[]> => {
    const next = change(get());
    return 'drawing' in next ? tryOut(next.drawing, next.label) : next;
  });
  queue = mine.catch(() => undefined);
  return mine;
};

/**
 * Proposes a change made on the drawing as it stands now; one that is still being drawn meanwhile is not lost by it.
 * @returns the faults, none when the change was taken
 */
export const propose = (drawing: Drawing, label: string): Promise<readonly Fault[]> => {
  const base = get().drawing;
  return proposeNext((now) => ({ drawing: rebase(base, drawing, now.drawing), label }));
};

/** Proposes a change made by one press, where no field stands by to show a refusal: what keeps it out is told above the book. */
export const enact = (drawing: Drawing, label: string): void => {
  void propose(drawing, label).then((faults) => set({ faults }));
};

/** Shows a change while it is being dragged, without keeping it. */
export const preview = async (drawing: Drawing): Promise<void> => {
  const picture = await workPicture(drawing, true);
  if (picture?.ok) set({ picture: shown(picture) });
};

/** Undo (-1) and redo (1), through the history that the server keeps. */
export const goThroughHistory = async (direction: -1 | 1): Promise<void> => {
  await queue;
  await flush();
  const kept = await stepBack(get().id, direction);
  absorb(kept);
  set({ drawing: kept.drawing, savedAt: new Date() });
  if (!kept.drawing.part.bodies.length) {
    set(blank(kept.drawing));
    return;
  }
  const picture = await workPicture(kept.drawing);
  if (picture?.ok) set({ picture, faults: [] });
  lookLater();
};

export const standAt = (stage: Stage): void => set({ stage });
/** Begins, goes on with or ends scaling the picture beneath by two points. */
export const scaleBy = (scaling: DeskState['scaling']): void => set({ scaling });
export const renewPicture = (): void => set({ pictureStamp: get().pictureStamp + 1 });

/** Keeps what was pointed at on the sheet; nothing ends it. */
export const pointTo = (pointed: PointedAt | undefined): void => set({ pointed });

/** Opens, moves or closes the replay of the construction. */
export const replayBook = (replay: DeskState['replay']): void => set({ replay });

/** Writes the line that is being typed for the statement. */
export const writeLine = (line: string): void => set({ line });
export const follow = (activePoint: string | undefined): void => set({ activePoint });
