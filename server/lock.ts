import { randomUUID } from 'node:crypto';
import { readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { CannotOpen } from './cannotOpen.ts';

/**
 * One process to a data directory: the embedded database has no lock of its own, and two writers lose rows without a word.
 * A lock file holds its owner's PID and start time; it counts only as long as that process lives.
 */
export class DataInUse extends CannotOpen {
  /** where the program that has the drawings open answers, if it said so */
  readonly address: string | undefined;
  constructor(message: string, address?: string) {
    super(message);
    this.address = address;
  }
}

/** The name of a claim: no two processes ever write the same, so that removing a dead one's cannot hit a living one's. */
const claimName = (token: string): string => `owner.${token}.lock`;
/** `owner.lock` is the one name that earlier versions used for all. */
const CLAIM = /^owner\.(?:[0-9a-f-]+\.)?lock$/;

type Owner = { pid: number; started: string; address?: string };

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

const pause = (ms: number): void => {
  Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, ms);
};

/** The claims of other living processes, by file name. Those of processes that are gone are removed. */
const livingClaims = (directory: string, except: string): Map<string, Owner> => {
  const living = new Map<string, Owner>();
  for (const name of readdirSync(directory)) {
    if (!CLAIM.test(name) || name === except) continue;
    const owner = readOwner(join(directory, name));
    if (owner && isAlive(owner)) living.set(name, owner);
    else rmSync(join(directory, name), { force: true });
  }
  return living;
};

/** So long a claim must stand for it to be more than another's attempt, in milliseconds. */
const STANDS = 60;

/**
 * Takes the lock of a data directory: a process lays down a claim of its own, then looks for others.
 * Of two that claim at once the later one always finds the earlier one's claim, so that never both go on.
 * One that finds another's takes its own back, waits, and tries again; it gives up where the other's still stands.
 * @returns a function that gives it back
 * @throws DataInUse when another living process holds it
 */
export const takeLock = (directory: string): (() => void) => {
  const address = process.env.BLUE_LEDGER_ADDRESS;
  const started = startOf(process.pid) ?? '';
  for (;;) {
    const token = randomUUID();
    const name = claimName(token);
    const path = join(directory, name);
    const own: Owner = { pid: process.pid, started, ...(address && { address }) };
    // a file is renamed to the name that others look for once it is whole, so that nobody reads half of one
    const draft = join(directory, `owner.${token}.draft`);
    writeFileSync(draft, JSON.stringify(own), { flag: 'wx' });
    renameSync(draft, path);
    const before = livingClaims(directory, name);
    if (before.size === 0) return () => rmSync(path, { force: true });
    rmSync(path, { force: true });
    // waits of different length, so that processes that started together do not go on in step
    pause(STANDS * (1 + Math.random()));
    const after = livingClaims(directory, name);
    for (const [other, owner] of before)
      if (after.has(other))
        throw new DataInUse(
          `The drawings in ${directory} are open in another Blue Ledger (process ${owner.pid}). Close that one first, or give this one its own folder with BLUE_LEDGER_DATA.`,
          owner.address,
        );
  }
};
