import { randomUUID } from 'node:crypto';
import { linkSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { CannotOpen } from './cannotOpen.ts';

/**
 * One process to a data directory: the embedded database has no lock of its own, and two writers lose rows without a word.
 * The lock file holds the owner's PID and start time; it is taken over only when that process is gone.
 */
export class DataInUse extends CannotOpen {
  /** where the program that has the drawings open answers, if it said so */
  readonly address: string | undefined;
  constructor(message: string, address?: string) {
    super(message);
    this.address = address;
  }
}

const NAME = 'owner.lock';
/** Held for the moment in which a dead owner's lock is removed, so that only one process removes it. */
const REMOVAL = 'owner.lock.removal';

type Owner = { pid: number; started: string; token: string; address?: string };

/** A process's start time in clock ticks since boot, with the boot's own id: shows when a PID has been used again. */
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

/** The owner that a lock file names; undefined where there is no file, or none that can be read. */
const readOwner = (path: string): Owner | undefined => {
  try {
    return JSON.parse(readFileSync(path, 'utf8')) as Owner;
  } catch {
    return undefined;
  }
};

/** Makes a lock file with its content in one step, so that nobody ever reads half of one. False where there is one already. */
const make = (path: string, own: Owner): boolean => {
  const draft = `${path}.${own.token}`;
  writeFileSync(draft, JSON.stringify(own), { flag: 'wx' });
  try {
    linkSync(draft, path);
    return true;
  } catch (error) {
    if ((error as { code?: string }).code === 'EEXIST') return false;
    throw error;
  } finally {
    rmSync(draft, { force: true });
  }
};

const pause = (ms: number): void => {
  Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, ms);
};

/** Removes the removal lock of a process that died while it held it; puts it back where it was a living one's. */
const clearRemoval = (path: string, own: Owner): void => {
  const aside = `${path}.${own.token}.aside`;
  try {
    renameSync(path, aside);
  } catch {
    return;
  }
  const owner = readOwner(aside);
  if (owner && isAlive(owner)) {
    try {
      linkSync(aside, path);
    } catch {
      // another took it meanwhile; both will find the same lock of the data
    }
  }
  rmSync(aside, { force: true });
};

/** Removes the lock of an owner that is gone. Only one process at a time does so, and it looks again before it does. */
const removeDead = (directory: string, own: Owner): void => {
  const removal = join(directory, REMOVAL);
  if (!make(removal, own)) {
    const other = readOwner(removal);
    if (!other || !isAlive(other)) clearRemoval(removal, own);
    pause(20);
    return;
  }
  try {
    const path = join(directory, NAME);
    const owner = readOwner(path);
    if (!owner || !isAlive(owner)) rmSync(path, { force: true });
  } finally {
    if (readOwner(removal)?.token === own.token) rmSync(removal, { force: true });
  }
};

const TRIES = 100;

/**
 * Takes the lock of a data directory.
 * @returns a function that gives it back
 * @throws DataInUse when another living process holds it
 */
export const takeLock = (directory: string): (() => void) => {
  const path = join(directory, NAME);
  const address = process.env.BLUE_LEDGER_ADDRESS;
  const own: Owner = {
    pid: process.pid,
    started: startOf(process.pid) ?? '',
    token: randomUUID(),
    ...(address && { address }),
  };
  for (let attempt = 0; attempt < TRIES; attempt++) {
    if (make(path, own))
      return () => {
        if (readOwner(path)?.token === own.token) rmSync(path, { force: true });
      };
    const owner = readOwner(path);
    if (owner && isAlive(owner))
      throw new DataInUse(
        `The drawings in ${directory} are open in another Blue Ledger (process ${owner.pid}). Close that one first, or give this one its own folder with BLUE_LEDGER_DATA.`,
        owner.address,
      );
    removeDead(directory, own);
  }
  throw new DataInUse(
    `The lock in ${directory} cannot be taken. Remove ${NAME} there if no Blue Ledger is running.`,
  );
};
