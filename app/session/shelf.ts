import type { QueuedChange } from './queuedChange.ts';

/** Changes of one drawing that are not stored yet, as they lie in the browser for the case that the page goes. */
export type Shelved = {
  readonly id: string;
  readonly title: string;
  /** the revision that the first of them was made on */
  readonly revision: number;
  readonly changes: readonly QueuedChange[];
};

/** Where unstored changes lie. Each window has places of its own; those of a window that is gone may be taken over. */
export type Shelf = {
  /** Keeps a drawing's unstored changes, or with none clears its place. False where there is no room. */
  readonly put: (id: string, shelved: Shelved | undefined) => boolean;
  /** Takes what windows that are gone have left, of one drawing or of all. */
  readonly takeLeft: (id?: string) => Promise<readonly Shelved[]>;
};

/** What the keys of a person's changes begin with; each person finds their own only. */
const prefixOf = (who: string): string => (who ? `blue-ledger unsaved/${who}` : 'blue-ledger unsaved');
const lockOf = (window: string): string => `blue-ledger window ${window}`;

/** The windows that are open, by the locks they hold; undefined where the browser does not tell. */
const openWindows = async (): Promise<ReadonlySet<string> | undefined> => {
  const held = (await navigator.locks?.query())?.held;
  return held && new Set(held.flatMap((l) => l.name ?? []));
};

/**
 * The shelf in the browser's own storage.
 * @param own this window's id; a lock is held under it as long as the window is open
 * @param who whose changes they are; empty where there are no accounts
 */
export const browserShelf = (own: string, who: string): Shelf => {
  const prefix = prefixOf(who);
  void navigator.locks?.request(lockOf(own), () => new Promise(() => undefined));
  const keyOf = (id: string): string => `${prefix} ${own} ${id}`;
  const put: Shelf['put'] = (id, shelved) => {
    try {
      if (shelved) localStorage.setItem(keyOf(id), JSON.stringify(shelved));
      else localStorage.removeItem(keyOf(id));
      return true;
    } catch {
      return false;
    }
  };
  return {
    put,
    takeLeft: async (id) => {
      const open = await openWindows();
      const left: Shelved[] = [];
      for (const key of Object.keys(localStorage)) {
        if (!key.startsWith(`${prefix} `)) continue;
        const [window = '', drawing] = key.slice(prefix.length + 1).split(' ');
        if (window === own || (id !== undefined && drawing !== id)) continue;
        // where the browser does not tell, another window may send them too: the server makes each change once
        if (open?.has(lockOf(window))) continue;
        // what a second window left of the same drawing waits until the first is stored
        if (drawing === undefined || localStorage.getItem(keyOf(drawing)) !== null) continue;
        try {
          const shelved = JSON.parse(localStorage.getItem(key) ?? '') as Shelved;
          left.push(shelved);
          if (!put(shelved.id, shelved)) continue;
        } catch {
          // torn by a crash in the middle of writing: nothing in it can be read
        }
        localStorage.removeItem(key);
      }
      return left;
    },
  };
};
