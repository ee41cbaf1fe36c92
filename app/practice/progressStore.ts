'use client';
import { create } from 'zustand';
import { type Mark, NO_PROGRESS, type Progress, progressSchema } from '../../core/exercise/progress.ts';

const KEY = 'blue-ledger practice';
/** What could not be read is kept under this name, and never written over. */
const UNREAD = 'blue-ledger practice, unread';

type Store = {
  readonly progress: Progress;
  /** false until what this browser keeps was read */
  readonly isRead: boolean;
  readonly notice: string | undefined;
};

/** What was practised in this browser. */
export const useProgress = create<Store>(() => ({ progress: NO_PROGRESS, isRead: false, notice: undefined }));

const keep = (progress: Progress): void => {
  useProgress.setState({ progress });
  try {
    localStorage.setItem(KEY, JSON.stringify(progress));
  } catch {
    useProgress.setState({ notice: 'This browser could not keep your progress. Save it as a file.' });
  }
};

const read = (text: string): Progress | undefined => {
  try {
    const parsed = progressSchema.safeParse(JSON.parse(text));
    return parsed.success ? parsed.data : undefined;
  } catch {
    return undefined;
  }
};

/** Reads what this browser keeps. */
export const readProgress = (): void => {
  if (useProgress.getState().isRead) return;
  const text = localStorage.getItem(KEY);
  const progress = text === null ? NO_PROGRESS : read(text);
  if (!progress && text !== null) {
    if (localStorage.getItem(UNREAD) === null) localStorage.setItem(UNREAD, text);
    useProgress.setState({
      notice: 'Your progress in this browser could not be read. It is kept; you begin anew beside it.',
    });
  }
  useProgress.setState({ progress: progress ?? NO_PROGRESS, isRead: true });
};

export const addMark = (mark: Mark): void => {
  const { progress } = useProgress.getState();
  keep({ ...progress, marks: [...progress.marks, mark] });
};
export const clearProgress = (): void => keep(NO_PROGRESS);
/** Takes progress from a file. @returns what is wrong with it */
export const openProgress = (text: string): string | undefined => {
  const progress = read(text);
  if (!progress) return 'This file holds no progress. Choose one that was saved here.';
  keep(progress);
  return undefined;
};
