import { OWN_NAMES } from '../guard.ts';
import { needsAccounts } from './needed.ts';

/**
 * The host that the program was told to listen on, from its command line (next start -H HOST); undefined where it listens on every address
 * of the machine, as it does with none.
 */
export const hostAsked = (argv: readonly string[]): string | undefined => {
  const at = argv.findIndex((a) => a === '-H' || a === '--hostname');
  return at >= 0 ? argv[at + 1] : argv.find((a) => a.startsWith('--hostname='))?.slice('--hostname='.length);
};

/** Whether only this machine reaches the program. */
export const isForThisMachine = (argv: readonly string[]): boolean =>
  OWN_NAMES.includes(hostAsked(argv) ?? '') || hostAsked(argv) === '::1';

/** Ends the program where others reach it and nobody has to sign in. */
export const endWhereOpenToAll = (): void => {
  if (isForThisMachine(process.argv) || needsAccounts(process.env)) return;
  console.error(
    'Blue Ledger does not listen to other machines without accounts: whoever reached it could read and change every drawing. Start it with HOST=0.0.0.0 npm run demo, where people sign in, or with next start -H 127.0.0.1 for this machine alone.',
  );
  process.exit(1);
};
