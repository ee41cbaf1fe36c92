/** Runs once when the server starts. */
export const register = async (): Promise<void> => {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  (await import('./server/accounts/listensTo.ts')).endWhereOpenToAll();
  (await import('./server/shutdown.ts')).closeOnSignals();
};
