/** Runs once when the server starts. */
export const register = async (): Promise<void> => {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { closeDatabase } = await import('./server/context.ts');
  for (const signal of ['SIGTERM', 'SIGINT'] as const)
    process.once(signal, () => {
      closeDatabase().finally(() => process.exit(0));
    });
};
