import { closeDatabase } from './context.ts';

/** Ends the process in order: the database is closed and its lock given back first. */
export const closeOnSignals = (): void => {
  for (const signal of ['SIGTERM', 'SIGINT'] as const)
    process.once(signal, () => {
      closeDatabase().finally(() => process.exit(0));
    });
};
