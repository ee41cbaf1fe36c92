import { closeSync, openSync, readFileSync, rmSync, writeSync } from 'node:fs';
import { join } from 'node:path';

/**
 * One process to a data directory: the embedded database has no lock of its own, and two writers lose rows without a word.
 * The lock file holds the owner's PID and start time; it is taken over only when that process is gone.
 */
export class DataInUse extends Error {}

const NAME = 'owner.lock';

type Owner = { pid: number; started: string };

/** A process's start time in clock ticks since boot, with the boot's own id: tells a PID's reuse apart. */
const startOf = (pid: number): string | undefined => {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    const boot = readFileSync('/proc/sys/kernel/random/boot_id', 'utf8').trim();
    return `${boot} ${stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19]}`;
  } catch {
    return undefined;
  }
};

const isAlive = (o: Owner): boolean => {
  try {
    process.kill(o.pid, 0);
  } catch (error) {
    if ((error as { code?: string }).code === 'ESRCH') return false;
  }
  const now = startOf(o.pid);
  // where the system does not tell start times, a living PID counts as the owner
  return now === undefined || now === o.started;
};

const readOwner = (path: string): Owner | undefined => {
  try {
    return JSON.parse(readFileSync(path, 'utf8')) as Owner;
  } catch {
    return undefined;
  }
};

/**
 * Takes the lock of a data directory.
 * @returns a function that gives it back
 * @throws DataInUse when another living process holds it
 */
export const takeLock = (directory: string): (() => void) => {
  const path = join(directory, NAME);
  const own: Owner = { pid: process.pid, started: startOf(process.pid) ?? '' };
  for (let attempt = 0; attempt < 3; attempt++) {
    try {
      const file = openSync(path, 'wx');
      writeSync(file, JSON.stringify(own));
      closeSync(file);
      return () => {
        if (readOwner(path)?.pid === process.pid) rmSync(path, { force: true });
      };
    } catch (error) {
      if ((error as { code?: string }).code !== 'EEXIST') throw error;
    }
    const owner = readOwner(path);
    if (owner && isAlive(owner))
      throw new DataInUse(
        `The drawings in ${directory} are open in another Blue Ledger (process ${owner.pid}). Close that one first, or give this one its own folder with BLUE_LEDGER_DATA.`,
      );
    rmSync(path, { force: true });
  }
  throw new DataInUse(
    `The lock in ${directory} cannot be taken. Remove ${NAME} there if no Blue Ledger is running.`,
  );
};
