'use client';
import { createContext, type ReactNode, useContext, useEffect, useState } from 'react';
import { useStore } from 'zustand';
import { createStore } from 'zustand/vanilla';
import { ONE_PERSON, type Person } from '../../exchange/roles.ts';
import { newId } from '../newId.ts';
import { drawingServer } from '../serverCalls.ts';
import { type Engine, openEngine } from './engine.ts';
import { openSessions, type Sessions, type UnsavedDrawing } from './sessions.ts';
import { browserShelf } from './shelf.ts';

type Workplace = { readonly sessions: Sessions; readonly engine: Engine };

const PersonContext = createContext<Person>(ONE_PERSON);
/** Who is signed in; on a server for one person somebody without a name who may do everything. */
export const usePerson = (): Person => useContext(PersonContext);

const WorkplaceContext = createContext<Workplace | undefined>(undefined);

/** The channel on which this browser's windows tell one another of new revisions. */
const CHANNEL = 'blue-ledger revisions';

const pause = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));

/**
 * Holds the drawings that are being edited, across all pages: one that was left goes on storing.
 * @param person who is signed in; what they leave unstored is not sent in another's name
 */
export const SessionsProvider = ({ person, children }: { person: Person; children: ReactNode }) => {
  const who = person.id;
  const [workplace, setWorkplace] = useState<Workplace>();
  useEffect(() => {
    const engine = openEngine();
    const channel = new BroadcastChannel(CHANNEL);
    const sessions = openSessions({
      server: drawingServer,
      draw: engine.draw,
      lookOver: engine.lookOver,
      shelf: browserShelf(newId(), who),
      newId,
      pause,
      announce: (id) => channel.postMessage(id),
    });
    channel.onmessage = (e: MessageEvent<string>) => sessions.follow(e.data);
    void sessions.resume();
    setWorkplace({ sessions, engine });
    return () => channel.close();
  }, [who]);
  return (
    <PersonContext.Provider value={person}>
      <WorkplaceContext.Provider value={workplace}>{children}</WorkplaceContext.Provider>
    </PersonContext.Provider>
  );
};

/** The sessions and the engine; undefined until the page has come to life. */
export const useWorkplace = (): Workplace | undefined => useContext(WorkplaceContext);

const NONE = createStore<readonly UnsavedDrawing[]>(() => []);

/** The drawings of this window with changes that are not stored yet. */
export const useUnsaved = (): readonly UnsavedDrawing[] => useStore(useWorkplace()?.sessions.unsaved ?? NONE);
