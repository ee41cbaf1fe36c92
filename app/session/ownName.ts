import { create } from 'zustand';
import { usePerson } from './SessionsProvider.tsx';

const KEY = 'blue-ledger own name';

/** The name that was typed on a server for one person; this browser remembers it. */
const useTypedName = create<{ readonly name: string; readonly setName: (name: string) => void }>((set) => ({
  name: (typeof localStorage !== 'undefined' && localStorage.getItem(KEY)) || '',
  setName: (name) => {
    try {
      localStorage.setItem(KEY, name);
    } catch {
      // without room in the browser it is asked again next time
    }
    set({ name });
  },
}));

/** The name of whoever sits at this desk, as it stands beside what is ticked, accepted and issued: of who is signed in, or as it was typed. */
export const useOwnName = (): {
  readonly name: string;
  readonly isSignedIn: boolean;
  readonly setName: (name: string) => void;
} => {
  const person = usePerson();
  const { name, setName } = useTypedName();
  return { name: person.name || name, isSignedIn: person.name !== '', setName };
};
