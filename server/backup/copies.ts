import { createWriteStream, existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Database } from '../queries.ts';
import type { Contents } from './backupFormat.ts';
import { outdated } from './copyAges.ts';
import { checkBackup } from './readBackup.ts';
import { backupOf } from './writeBackup.ts';

/** Writes a backup to a file and checks it by reading it back; an older file of that name stays until the new one is found whole. */
export const writeCopy = async (db: Database, path: string, now: Date): Promise<Contents> => {
  const draft = `${path}.part`;
  try {
    await pipeline(Readable.from(backupOf(db, now)), createWriteStream(draft, { flush: true }));
    const contents = await checkBackup(draft, path);
    renameSync(draft, path);
    return contents;
  } finally {
    rmSync(draft, { force: true });
  }
};

const NAME = /^blue-ledger (\d{4}-\d{2}-\d{2})\.zip$/;

/** The copies in a folder, the newest first, with the day each was made (ms since 1970). */
export const copiesIn = (folder: string): { readonly file: string; readonly day: number }[] =>
  (existsSync(folder) ? readdirSync(folder) : [])
    .flatMap((file) => {
      const day = NAME.exec(file)?.[1];
      return day ? [{ file, day: Date.parse(`${day}T00:00:00Z`) }] : [];
    })
    .sort((a, b) => b.day - a.day);

/**
 * Makes the copy of a day, where there is none yet and anything was changed since the last one; then removes those that are too old.
 * @returns the file, or undefined where none was needed
 */
export const makeDailyCopy = async (db: Database, folder: string, now: Date): Promise<string | undefined> => {
  mkdirSync(folder, { recursive: true });
  const today = now.toISOString().slice(0, 10);
  const [newest] = copiesIn(folder);
  const file = `blue-ledger ${today}.zip`;
  if (newest?.file === file) return undefined;
  const [last] = await db.query<{ at: string | Date | null; n: string | number }>(
    'select max(changed_at) as at, count(*) as n from drawing',
  );
  if (!Number(last?.n)) return undefined;
  if (newest && last?.at && new Date(last.at).getTime() < newest.day) return undefined;
  await writeCopy(db, join(folder, file), now);
  const all = copiesIn(folder);
  const old = new Set(outdated(all.map((c) => c.day)));
  for (const c of all) if (old.has(c.day)) rmSync(join(folder, c.file), { force: true });
  return file;
};

/** The newest copy that can be read back whole, with what it holds. */
export const newestGoodCopy = async (
  folder: string,
): Promise<{ readonly path: string; readonly contents: Contents } | undefined> => {
  for (const { file } of copiesIn(folder)) {
    const path = join(folder, file);
    try {
      return { path, contents: await checkBackup(path, file) };
    } catch {
      // a damaged copy is passed over; the one before it may be whole
    }
  }
  return undefined;
};
