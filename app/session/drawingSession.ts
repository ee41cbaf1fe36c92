import { createStore } from 'zustand/vanilla';
import type { Drawing } from '../../core/drawing/drawing.ts';
import type { Command, EditContext } from '../../core/edit/command.ts';
import type { Fault } from '../../core/number/fault.ts';
import { says } from '../../core/number/faultWords.ts';
import { sameData } from '../../core/number/sameData.ts';
import type { Kept, Stored } from '../../exchange/kept.ts';
import { addedFeatures } from './addedFeatures.ts';
import { assemblyLines } from './assemblyLines.ts';
import { besideTheirs } from './besideTheirs.ts';
import { commandsNow, fetchCommands } from './commands.ts';
import { type QueuedChange, remade } from './queuedChange.ts';
import type {
  ConflictChoice,
  DrawingSession,
  Entry,
  GoodPicture,
  SessionStart,
  SessionState,
  SessionTools,
} from './sessionTypes.ts';
import { isUnanswered, undrawnWords } from './unanswered.ts';

/** A moment's patience lets the sheet be drawn before a change is sent, ms. */
const SEND_AFTER = 200;
/** A drawing is looked over when it has stood for this long, ms. */
const LOOK_AFTER = 600;
/** Pauses before the server is asked again, ms: growing, so that a server that comes back is not run over. */
const PAUSES = [500, 1000, 2000, 4000, 8000, 15_000] as const;
const pauseAfter = (failures: number): number => PAUSES[Math.min(failures, PAUSES.length) - 1] as number;
/** How often a step through the history is sent before it is reported as possibly not made. */
const STEP_TRIES = 3;

const HALTED: Fault = { path: [], where: '', ...says('session.halted') };
const READ_ONLY: Fault = { path: [], where: '', ...says('session.readOnly') };

export const openSession = (start: SessionStart, tools: SessionTools): DrawingSession => {
  const { server, shelf } = tools;
  const { id } = start;
  let queue: readonly QueuedChange[] = start.queue ?? [];
  /** how the drawing stands in the store at the session's revision; not known where an earlier page has left changes */
  let inStore: Drawing | undefined = queue.length ? undefined : start.drawing;
  const state = createStore<SessionState>(() => ({
    id,
    isReadOnly: start.isReadOnly ?? false,
    drawing: queue.at(-1)?.drawing ?? start.drawing,
    revision: start.revision,
    canUndo: start.canUndo,
    canRedo: start.canRedo,
    save: queue.length ? 'saving' : 'saved',
    savedAt: undefined,
    followedAt: undefined,
    notice: undefined,
    conflict: undefined,
    picture: undefined,
    tried: undefined,
    undrawn: undefined,
    faults: [],
    notes: [],
    unsaved: queue.length,
  }));
  const set = state.setState;
  const get = state.getState;
  let isShown = false;
  const isHalted = (): boolean => get().save === 'conflict' || get().save === 'refused';

  // ---- the queue of changes, and its copy in the browser ----

  const setQueue = (next: readonly QueuedChange[]): void => {
    queue = next;
    set({ unsaved: queue.length });
    const shelved = (changes: readonly QueuedChange[]) => ({
      id,
      title: get().drawing.title,
      revision: get().revision,
      changes,
    });
    if (shelf.put(id, queue.length ? shelved(queue) : undefined)) return;
    // without room for every step the last state is what counts
    if (!shelf.put(id, shelved(queue.slice(-1))))
      set({
        notice:
          'This browser has no room to keep changes that are not stored yet. Do not close this page until it says Saved.',
      });
  };

  /** What changes are made with, besides the drawing. */
  const context = (): EditContext => ({ box: get().picture?.box, assembly: assemblyLines() });

  // ---- the picture ----

  /** A new picture, with the values that did not change kept as the same object: sentences then need no new look. */
  const withKnownValues = (picture: GoodPicture): GoodPicture => {
    const before = get().picture?.values;
    return before && JSON.stringify(before) === JSON.stringify(picture.values)
      ? { ...picture, values: before }
      : picture;
  };
  let looking: ReturnType<typeof setTimeout> | undefined;
  const lookLater = (): void => {
    clearTimeout(looking);
    if (!isShown) return;
    looking = setTimeout(async () => {
      const { drawing } = get();
      const notes = await tools.lookOver(drawing);
      if (get().drawing === drawing) set({ notes });
    }, LOOK_AFTER);
  };
  /** Shows a drawing; one without lines is bare paper. False where a picture was wanted and is not to be had. */
  const redraw = async (): Promise<void> => {
    const { drawing } = get();
    if (!isShown) return;
    if (!drawing.part.bodies.length) {
      set({ picture: undefined, undrawn: undefined, faults: [], notes: [] });
      return;
    }
    const picture = await tools.draw(drawing, false);
    if (isUnanswered(picture)) set({ picture: undefined, undrawn: undrawnWords('this drawing', picture) });
    else if (picture?.ok) set({ picture: withKnownValues(picture), undrawn: undefined, faults: [] });
    else if (picture) set({ faults: picture.faults });
    lookLater();
  };

  /** All that changes the drawing takes its turn here. */
  let turn: Promise<unknown> = Promise.resolve();
  const inTurn = <T>(work: () => Promise<T>): Promise<T> => {
    const mine = turn.then(work);
    turn = mine.catch(() => undefined);
    return mine;
  };

  const absorb = ({ revision, canUndo, canRedo }: Stored): void => set({ revision, canUndo, canRedo });
  /** Takes over how the drawing stands in the store. */
  const adopt = async (kept: Kept): Promise<void> => {
    absorb(kept);
    inStore = kept.drawing;
    setQueue([]);
    set({ drawing: kept.drawing, conflict: undefined, save: 'saved', faults: [], notes: [] });
    await redraw();
  };

  // ---- storing ----

  let storing: Promise<void> | undefined;
  let wake: (() => void) | undefined;
  /** those who wait for word of the queue: true when it is empty, false when it is known not to go on */
  let listeners: ((all: boolean) => void)[] = [];
  const tell = (all: boolean): void => {
    for (const listener of listeners) listener(all);
    listeners = [];
  };
  /** a step of the history whose answer was lost: it may have been made or not */
  let doubtful: string | undefined;

  /** The store has moved on by a step of ours whose answer was lost: what followed it here is made again on top of it. */
  const goOnAfterOwnStep = (current: Kept): boolean => {
    if (!doubtful || current.lastChange !== doubtful) return false;
    doubtful = undefined;
    const apply = commandsNow();
    const again = apply && remade(current.drawing, queue, context(), apply);
    if (!again?.ok) return false;
    absorb(current);
    inStore = current.drawing;
    setQueue(again.value);
    set({ drawing: again.value.at(-1)?.drawing ?? current.drawing });
    void inTurn(redraw);
    return true;
  };

  /** Somebody else stored a change of other places: what waits here is made again on top of it, and nobody has to choose. */
  const goOnBesideTheirs = (current: Kept): Promise<boolean> =>
    inTurn(async () => {
      const apply = commandsNow();
      const again = apply && inStore && besideTheirs(inStore, current.drawing, queue, context(), apply);
      const drawing = again?.at(-1)?.drawing;
      if (!again || !drawing) return false;
      // both together may be a part that cannot be drawn, though each alone can
      const picture = isShown ? await tools.draw(drawing, false) : undefined;
      if (picture && !isUnanswered(picture) && !picture.ok) return false;
      absorb(current);
      inStore = current.drawing;
      set({ drawing, followedAt: new Date(), tried: undefined, faults: [] });
      setQueue(again);
      if (isUnanswered(picture)) set({ picture: undefined, undrawn: undrawnWords('this drawing', picture) });
      else if (picture?.ok) set({ picture: withKnownValues(picture), undrawn: undefined });
      lookLater();
      return true;
    });

  const storeAll = async (): Promise<void> => {
    let failures = 0;
    for (let head = queue[0]; head; head = queue[0]) {
      if (!failures) set({ save: 'saving' });
      const { id: change, drawing, label } = head;
      const outcome = await server.store(id, { change, revision: get().revision, drawing, label });
      // what one chose meanwhile goes before
      if (queue[0] !== head) continue;
      switch (outcome.kind) {
        case 'done':
          failures = 0;
          absorb(outcome.value);
          inStore = drawing;
          setQueue(queue.slice(1));
          set({ notice: outcome.value.unchecked });
          tools.announce(id);
          break;
        case 'unavailable':
          failures++;
          set({ save: 'waiting', notice: outcome.words });
          tell(false);
          await Promise.race([
            tools.pause(pauseAfter(failures)),
            new Promise<void>((done) => {
              wake = done;
            }),
          ]);
          break;
        case 'conflict':
          if (goOnAfterOwnStep(outcome.current) || (await goOnBesideTheirs(outcome.current))) break;
          set({
            save: 'conflict',
            notice: undefined,
            conflict: { current: outcome.current, mine: get().drawing },
          });
          tell(false);
          return;
        case 'refused':
          set({ save: 'refused', notice: outcome.words });
          tell(false);
          return;
      }
    }
    set({ save: entering ? 'saving' : 'saved', savedAt: new Date() });
    tell(true);
  };
  const storeNow = (): void => {
    if (storing || isHalted() || !queue.length) return;
    storing = storeAll().finally(() => {
      storing = undefined;
      // a change may have come in just as the last one was stored
      if (queue.length && !isHalted()) storeNow();
    });
  };
  let sending: ReturnType<typeof setTimeout> | undefined;
  const storeSoon = (): void => {
    clearTimeout(sending);
    sending = setTimeout(storeNow, SEND_AFTER);
  };
  const stored = async (): Promise<boolean> => {
    if (!queue.length) return true;
    if (isHalted()) return false;
    return new Promise((done) => {
      listeners.push(done);
      wake?.();
      storeNow();
    });
  };

  // ---- what one can do ----

  /** Changes that were entered and wait for their turn or are not drawn yet: what is shown as saved meanwhile would not be all. */
  let entering = 0;
  const edit = async (how: Entry): Promise<readonly Fault[]> => {
    entering++;
    if (get().save === 'saved') set({ save: 'saving' });
    const faults = await inTurn(() => makeEdit(typeof how === 'function' ? how(get()) : how)).finally(() => {
      entering--;
    });
    if (!entering && !queue.length && get().save === 'saving') set({ save: 'saved' });
    return faults;
  };
  const makeEdit = async (command: Command): Promise<readonly Fault[]> => {
    if (get().isReadOnly) return [READ_ONLY];
    if (isHalted()) return [HALTED];
    const apply = commandsNow() ?? (await fetchCommands());
    const made = apply(get().drawing, command, context());
    if (!made.ok) return made.faults;
    const { drawing, label } = made.value;
    tryNumber++;
    // a figure typed again, or entered twice by a key and by leaving its field, is no step of the history
    if (sameData(drawing, get().drawing)) return [];
    if (!drawing.part.bodies.length)
      set({ drawing, tried: undefined, picture: undefined, undrawn: undefined, faults: [], notes: [] });
    else {
      const picture = await tools.draw(drawing, false);
      if (isUnanswered(picture)) {
        const undrawn = undrawnWords(`"${label}"`, picture);
        set({ drawing, tried: undefined, picture: undefined, undrawn, faults: [] });
      } else if (picture && !picture.ok) return picture.faults;
      else
        set({
          drawing,
          tried: undefined,
          undrawn: undefined,
          faults: [],
          ...(picture && { picture: withKnownValues(picture) }),
        });
      lookLater();
    }
    setQueue([...queue, { id: tools.newId(), label, command, drawing }]);
    storeSoon();
    return [];
  };

  /** Counts what was tried, so that only the newest is shown. */
  let tryNumber = 0;
  const tryOut = async (command: Command | undefined): Promise<readonly Fault[]> => {
    const mine = ++tryNumber;
    if (!command) {
      if (get().tried) set({ tried: undefined });
      return [];
    }
    const apply = commandsNow() ?? (await fetchCommands());
    const before = get().drawing;
    const made = apply(before, command, context());
    if (!made.ok) return made.faults;
    const { drawing } = made.value;
    const added = addedFeatures(before.part, drawing.part);
    const picture = added.length ? await tools.draw(drawing, true, added) : undefined;
    if (mine !== tryNumber || !picture || isUnanswered(picture)) return [];
    if (!picture.ok) {
      set({ tried: undefined });
      return picture.faults;
    }
    set({ tried: { drawing, picture } });
    return [];
  };

  const makeStep = async (direction: -1 | 1): Promise<void> => {
    if (get().isReadOnly) {
      set({ faults: [READ_ONLY] });
      return;
    }
    if (isHalted()) {
      set({ faults: [HALTED] });
      return;
    }
    const name = direction < 0 ? 'undone' : 'redone';
    if (!(await stored())) {
      if (!isHalted())
        set({
          notice: `The server does not answer, so nothing was ${name}. Your changes are kept here; try again when they are stored.`,
        });
      return;
    }
    const change = tools.newId();
    for (let tries = 1; tries <= STEP_TRIES; tries++) {
      const outcome = await server.step(id, { change, revision: get().revision, direction });
      if (outcome.kind === 'done') {
        await adopt(outcome.value);
        set({ savedAt: new Date(), notice: undefined });
        tools.announce(id);
        return;
      }
      if (outcome.kind === 'conflict') {
        await adopt(outcome.current);
        set({
          notice: `This drawing was changed in another window, so nothing was ${name} here. This is how it stands now.`,
        });
        return;
      }
      if (outcome.kind === 'refused') {
        set({ notice: outcome.words });
        return;
      }
      if (tries < STEP_TRIES) await tools.pause(pauseAfter(tries));
    }
    doubtful = change;
    set({ notice: `The server does not answer. Whether this was ${name} is shown when it is back.` });
  };

  const follow = async (told?: Kept): Promise<void> => {
    if (queue.length || storing || isHalted()) return;
    const outcome = told ? ({ kind: 'done', value: told } as const) : await server.newer(id, get().revision);
    if (outcome.kind === 'refused' && outcome.status === 404)
      set({ notice: 'This drawing is not in the store any more.' });
    if (outcome.kind !== 'done' || 'unchanged' in outcome.value) return;
    const kept = outcome.value;
    await inTurn(async () => {
      // a change made meanwhile is sent first, and finds out for itself
      if (queue.length || storing || isHalted() || kept.revision <= get().revision) return;
      doubtful = undefined;
      await adopt(kept);
      set({ followedAt: new Date(), notice: undefined });
    });
  };

  // one and the same copy, however often it is tried
  let copyId: string | undefined;
  const settle = async (choice: ConflictChoice): Promise<void> => {
    const { conflict, drawing } = get();
    let current = conflict?.current;
    if (!current) {
      const outcome = await server.read(id);
      if (outcome.kind !== 'done') {
        set({ notice: outcome.words });
        return;
      }
      current = outcome.value;
    }
    const mine = conflict?.mine ?? drawing;
    if (choice === 'mine') {
      const label = 'Kept in place of what another window had stored';
      absorb(current);
      inStore = current.drawing;
      set({ save: 'saving', conflict: undefined, notice: undefined });
      setQueue([
        {
          id: tools.newId(),
          label,
          command: { type: 'replaceDrawing', drawing: mine, label },
          drawing: mine,
        },
      ]);
      storeNow();
      return;
    }
    if (choice === 'both') {
      copyId ??= tools.newId();
      const title = `${mine.title.slice(0, 100)} (my version)`;
      const outcome = await server.create(copyId, { ...mine, title }, title);
      if (outcome.kind !== 'done') {
        set({ notice: outcome.words });
        return;
      }
      copyId = undefined;
      await inTurn(() => adopt(current));
      set({ notice: `Your version is in the register as "${title}".` });
      return;
    }
    await inTurn(() => adopt(current));
    set({ notice: undefined });
  };

  if (queue.length) {
    setQueue(queue);
    storeSoon();
  }
  return {
    id,
    state,
    edit: async (how, shownBy = 'notice') => {
      const faults = await edit(how);
      if (faults.length && shownBy === 'notice') set({ faults });
      return faults;
    },
    preview: async (command) => {
      const apply = commandsNow() ?? (await fetchCommands());
      const made = command && apply(get().drawing, command, context());
      if (made && !made.ok) return;
      const picture = await tools.draw(made ? made.value.drawing : get().drawing, true);
      if (picture && !isUnanswered(picture) && picture.ok) set({ picture: withKnownValues(picture) });
    },
    tryOut,
    step: (direction) => inTurn(() => makeStep(direction)),
    stored,
    tryNow: () => {
      if (get().save === 'refused') set({ save: 'saving', notice: undefined });
      wake?.();
      storeNow();
    },
    settle,
    show: async () => {
      isShown = true;
      await inTurn(redraw);
    },
    follow,
    idle: () => inTurn(async () => undefined),
    hide: () => {
      isShown = false;
      clearTimeout(looking);
    },
  };
};
