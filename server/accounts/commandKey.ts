import { readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { newSecret } from './secret.ts';

/**
 * A secret in the data folder, by which the command line on this machine is known to a server that asks for accounts: whoever can read
 * the folder has the drawings anyway.
 */
const FILE = 'command.key';
export const KEY_HEADER = 'x-blue-ledger-key';

/** Lays down a new key, readable by this program's own user alone. */
export const layCommandKey = (directory: string): void => {
  const draft = join(directory, `${FILE}.part`);
  writeFileSync(draft, newSecret(), { mode: 0o600 });
  renameSync(draft, join(directory, FILE));
};

/** The key in a folder; undefined where there is none, or it cannot be read. */
export const commandKey = (directory: string): string | undefined => {
  try {
    return readFileSync(join(directory, FILE), 'utf8');
  } catch {
    return undefined;
  }
};
