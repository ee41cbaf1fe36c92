import { createStore, type StoreApi } from 'zustand/vanilla';
import type { Kept } from '../../exchange/kept.ts';
import { openSession } from './drawingSession.ts';
import type { DrawingSession, SaveState, SessionTools } from './sessionTypes.ts';
import type { Shelved } from './shelf.ts';

/** A drawing with changes that are not stored yet. */
export type UnsavedDrawing = {
  readonly id: string;
  readonly title: string;
  readonly changes: number;
  readonly save: SaveState;
};

/** All drawings that are being edited in this window. */
export type Sessions = {
  /** The session of a drawing: the one that is still storing its changes, or a new one with what an earlier page left. */
  readonly open: (kept: Kept) => Promise<DrawingSession>;
  /** The page of a drawing was left; its session goes on until all is stored. */
  readonly leave: (session: DrawingSession) => void;
  /** Goes on with what pages that are gone have left unstored. */
  readonly resume: () => Promise<void>;
  /** Has a drawing's session take over what another window changed. */
  readonly follow: (id: string) => void;
  readonly unsaved: StoreApi<readonly UnsavedDrawing[]>;
};

export const openSessions = (tools: SessionTools): Sessions => {
  const sessions = new Map<string, DrawingSession>();
  const shown = new Set<string>();
  const unsaved = createStore<readonly UnsavedDrawing[]>(() => []);

  const list = (): void => {
    const rows = [...sessions.values()].flatMap((s): UnsavedDrawing[] => {
      const { drawing, unsaved: changes, save } = s.state.getState();
      return changes ? [{ id: s.id, title: drawing.title, changes, save }] : [];
    });
    if (JSON.stringify(rows) !== JSON.stringify(unsaved.getState())) unsaved.setState(rows, true);
  };
  const closeIfDone = (id: string): void => {
    if (shown.has(id) || sessions.get(id)?.state.getState().unsaved) return;
    sessions.delete(id);
  };
  const add = (session: DrawingSession): DrawingSession => {
    sessions.set(session.id, session);
    session.state.subscribe((now, before) => {
      if (
        now.unsaved === before.unsaved &&
        now.save === before.save &&
        now.drawing.title === before.drawing.title
      )
        return;
      closeIfDone(session.id);
      list();
    });
    list();
    return session;
  };
  /** A session that sends what was left; what it was made on is known by its revision alone. */
  const resumed = ({ id, revision, changes }: Shelved): DrawingSession | undefined => {
    const last = changes.at(-1);
    if (!last || sessions.has(id)) return undefined;
    return add(
      openSession(
        { id, drawing: last.drawing, revision, canUndo: true, canRedo: false, queue: changes },
        tools,
      ),
    );
  };

  return {
    unsaved,
    open: async (kept) => {
      shown.add(kept.id);
      const [left] = sessions.has(kept.id) ? [] : await tools.shelf.takeLeft(kept.id);
      const session =
        sessions.get(kept.id) ?? (left && resumed(left)) ?? add(openSession({ ...kept }, tools));
      void session.show();
      return session;
    },
    leave: (session) => {
      shown.delete(session.id);
      session.hide();
      // a figure typed last may still be on its way to being drawn
      void session.idle().then(() => closeIfDone(session.id));
    },
    resume: async () => {
      for (const left of await tools.shelf.takeLeft()) resumed(left);
    },
    follow: (id) => void sessions.get(id)?.follow(),
  };
};
