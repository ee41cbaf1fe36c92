'use client';
import { create } from 'zustand';

/** How many are kept, latest first. */
const KEPT = 6;

/** The sizes typed last, in this window; each is one press away wherever a size is typed. */
export const useRecentSizes = create<{ readonly sizes: readonly string[] }>(() => ({ sizes: [] }));

export const rememberSize = (text: string): void => {
  const { sizes } = useRecentSizes.getState();
  useRecentSizes.setState({ sizes: [text, ...sizes.filter((s) => s !== text)].slice(0, KEPT) });
};
