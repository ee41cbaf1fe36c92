import { create } from 'zustand';

/** The names of the other people who look at the drawing on this desk. */
export const useOthers = create<{ readonly names: readonly string[] }>(() => ({ names: [] }));
