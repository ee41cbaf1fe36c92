import { allowedHosts, OWN_NAMES } from '../guard.ts';

/**
 * Whether people must sign in: on a server that answers to any other name than this machine's own, or where BLUE_LEDGER_ACCOUNTS is 1.
 * A server that only this machine reaches is for the one person who sits at it, without a password.
 */
export const needsAccounts = (environment: Readonly<Record<string, string | undefined>>): boolean =>
  environment.BLUE_LEDGER_ACCOUNTS === '1' ||
  allowedHosts(environment).some((name) => !OWN_NAMES.includes(name));
