import { create } from 'zustand';

const KEY = 'blue-ledger own name';

/** The name of whoever sits at this desk, as it stands beside what is ticked and accepted; this browser remembers it. */
export const useOwnName = create<{ readonly name: string; readonly setName: (name: string) => void }>(
  (set) => ({
    name: (typeof localStorage !== 'undefined' && localStorage.getItem(KEY)) || '',
    setName: (name) => {
      try {
        localStorage.setItem(KEY, name);
      } catch {
        // without room in the browser it is asked again next time
      }
      set({ name });
    },
  }),
);
