'use client';
import { createContext, useContext } from 'react';
import { useStore } from 'zustand';
import type { Engine } from '../session/engine.ts';
import type { DrawingSession, SessionState } from '../session/sessionTypes.ts';
import type { DeskView, DeskViewStore } from './deskView.ts';

/** An open drawing on the desk: its session, what one looks at, and the engine. */
export type OpenDesk = {
  readonly session: DrawingSession;
  readonly view: DeskViewStore;
  readonly engine: Engine;
};

export const DeskContext = createContext<OpenDesk | undefined>(undefined);

/** The open drawing. */
export const useDesk = (): OpenDesk => {
  const desk = useContext(DeskContext);
  if (!desk) throw new Error('This belongs on the desk of an open drawing.');
  return desk;
};
/** A part of the drawing's state; the component is drawn anew when it changes. */
export const useSession = <T>(part: (state: SessionState) => T): T => useStore(useDesk().session.state, part);
/** A part of what one looks at. */
export const useView = <T>(part: (view: DeskView) => T): T => useStore(useDesk().view.state, part);
/** The one way to change the drawing. */
export const useEdit = (): DrawingSession['edit'] => useDesk().session.edit;
