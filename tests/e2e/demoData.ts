import { dropData, freshData, onServer, startServer } from './server.ts';

/**
 * Starts one server on an empty folder before all tests, which fills it with the demo drawings: each file of tests begins with a copy of that folder. The
 * first start itself is measured and tested by files that begin with an empty one.
 */
export default async (): Promise<(() => void) | undefined> => {
  if (onServer) return undefined;
  const data = freshData();
  const server = await startServer(data);
  await server.kill('SIGTERM');
  process.env.BLUE_LEDGER_TEST_DATA = data;
  return () => dropData(data);
};
