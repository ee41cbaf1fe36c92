import type { DrawingServer, Outcome } from '../../app/serverCalls.ts';
import { openSessions, type Sessions } from '../../app/session/sessions.ts';
import type { SessionTools } from '../../app/session/sessionTypes.ts';
import type { Shelf, Shelved } from '../../app/session/shelf.ts';
import type { Drawing } from '../../core/drawing/drawing.ts';
import type { Kept, Stored } from '../../exchange/kept.ts';
import { demoDrawing } from '../samples.ts';

export const sample: Drawing = demoDrawing('02-louvre-bracket.drawing.json');

/** How the next request fares: it arrives and is answered; arrives and its answer is lost; never arrives; a proxy answers in its place. */
export type Fate = 'answered' | 'answer lost' | 'never arrives';

type Row = {
  document: Drawing;
  revision: number;
  history: Drawing[];
  position: number;
  changes: Map<string, number>;
  last: string | null;
};

/** A store in memory that keeps the same promises as the real one, tested in tests/server. */
export class FakeStore {
  readonly rows = new Map<string, Row>();
  /** every label that was stored, by drawing, in order */
  readonly labels = new Map<string, string[]>();

  add(id: string, document: Drawing): void {
    this.rows.set(id, {
      document,
      revision: 1,
      history: [document],
      position: 0,
      changes: new Map(),
      last: null,
    });
    this.labels.set(id, []);
  }
  private row(id: string): Row {
    const row = this.rows.get(id);
    if (!row) throw new Error(`no drawing ${id}`);
    return row;
  }
  private stored(row: Row): Stored {
    return {
      revision: row.revision,
      canUndo: row.position > 0,
      canRedo: row.position < row.history.length - 1,
    };
  }
  kept(id: string): Kept {
    const row = this.row(id);
    return { id, drawing: row.document, lastChange: row.last, ...this.stored(row) };
  }
  private stand(row: Row, change: string, document: Drawing): void {
    row.document = document;
    row.revision++;
    row.last = change;
    row.changes.set(change, row.revision);
  }
  store(id: string, change: string, revision: number, drawing: Drawing, label: string): Outcome<Stored> {
    const row = this.row(id);
    const made = row.changes.get(change);
    if (made !== undefined) return { kind: 'done', value: { ...this.stored(row), revision: made } };
    if (row.revision !== revision) return { kind: 'conflict', words: 'changed', current: this.kept(id) };
    row.history = [...row.history.slice(0, row.position + 1), drawing];
    row.position = row.history.length - 1;
    this.stand(row, change, drawing);
    this.labels.get(id)?.push(label);
    return { kind: 'done', value: this.stored(row) };
  }
  step(id: string, change: string, revision: number, direction: -1 | 1): Outcome<Kept> {
    const row = this.row(id);
    if (!row.changes.has(change)) {
      if (row.revision !== revision) return { kind: 'conflict', words: 'changed', current: this.kept(id) };
      const document = row.history[row.position + direction];
      if (document) {
        row.position += direction;
        this.stand(row, change, document);
        this.labels.get(id)?.push(direction < 0 ? 'undo' : 'redo');
      }
    }
    return { kind: 'done', value: this.kept(id) };
  }
}

/** What the browser's storage holds, which outlives its pages; `alive` are the windows that are open. */
export type BrowserStorage = { readonly places: Map<string, Shelved>; readonly alive: Set<string> };
export const newStorage = (): BrowserStorage => ({ places: new Map(), alive: new Set() });

const shelfIn = ({ places, alive }: BrowserStorage, own: string): Shelf => ({
  put: (id, shelved) => {
    // a page that is gone writes nothing more
    if (!alive.has(own)) return true;
    if (shelved) places.set(`${own} ${id}`, structuredClone(shelved));
    else places.delete(`${own} ${id}`);
    return true;
  },
  takeLeft: async (id) => {
    const left: Shelved[] = [];
    for (const [key, shelved] of [...places]) {
      const [window = ''] = key.split(' ');
      if (alive.has(window) || (id !== undefined && shelved.id !== id)) continue;
      if (places.has(`${own} ${shelved.id}`)) continue;
      places.delete(key);
      places.set(`${own} ${shelved.id}`, shelved);
      left.push(shelved);
    }
    return left;
  },
});

/** A moment in which all that is ready to happen happens. */
export const moment = (ms = 0): Promise<void> => new Promise((done) => setTimeout(done, ms));

/** A page with its sessions, over a store and a browser's storage; `fate` says how each request fares. */
export type FakePage = { readonly sessions: Sessions; readonly close: () => void };

let pages = 0;
/** @param draw no picture is needed where it is missing: what is drawn is tested elsewhere */
export const openPage = (
  store: FakeStore,
  storage: BrowserStorage,
  fate: () => Fate,
  draw: SessionTools['draw'] = async () => undefined,
): FakePage => {
  const own = `window${++pages}`;
  storage.alive.add(own);
  let ids = 0;
  const never = new Promise<never>(() => undefined);
  const sent = async <T>(work: () => Outcome<T>): Promise<Outcome<T>> => {
    await moment();
    if (!storage.alive.has(own)) return never;
    const how = fate();
    if (how === 'never arrives') return { kind: 'unavailable', words: 'no answer' };
    const outcome = work();
    await moment();
    // the answer to a page that is gone reaches nobody
    if (!storage.alive.has(own)) return never;
    return how === 'answer lost' ? { kind: 'unavailable', words: 'answer lost' } : outcome;
  };
  const server: DrawingServer = {
    read: (id) => sent(() => ({ kind: 'done', value: store.kept(id) })),
    newer: (id, revision) =>
      sent(() => {
        const kept = store.kept(id);
        return { kind: 'done', value: kept.revision === revision ? { unchanged: true } : kept };
      }),
    store: (id, c) => sent(() => store.store(id, c.change, c.revision, c.drawing, c.label)),
    step: (id, c) => sent(() => store.step(id, c.change, c.revision, c.direction)),
    create: (id, file) =>
      sent(() => {
        if (!store.rows.has(id)) store.add(id, file as Drawing);
        return { kind: 'done', value: store.kept(id) };
      }),
  };
  const tools: SessionTools = {
    server,
    draw,
    lookOver: async () => [],
    shelf: shelfIn(storage, own),
    newId: () => `${own}-${++ids}`,
    pause: () => moment(1),
    announce: () => undefined,
  };
  return { sessions: openSessions(tools), close: () => storage.alive.delete(own) };
};
