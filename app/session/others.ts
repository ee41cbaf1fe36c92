import { create } from 'zustand';
import type { PlaceOnSheet } from '../../exchange/live.ts';

type Others = {
  /** the names of the other people who look at the drawing on this desk */
  readonly names: readonly string[];
  /** where each of them points, by name */
  readonly pointing: ReadonlyMap<string, PlaceOnSheet>;
};

export const useOthers = create<Others>(() => ({ names: [], pointing: new Map() }));

/** Who is here now; where somebody pointed who is gone is forgotten. */
export const othersHere = (names: readonly string[]): void =>
  useOthers.setState(({ pointing }) => ({
    names,
    pointing: new Map([...pointing].filter(([name]) => names.includes(name))),
  }));

/** One of them points there, or at nothing any more. */
export const otherPoints = (name: string, at: PlaceOnSheet | null): void =>
  useOthers.setState(({ pointing }) => {
    const next = new Map(pointing);
    if (at) next.set(name, at);
    else next.delete(name);
    return { pointing: next };
  });
