import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, mkdtempSync, readFileSync, renameSync } from 'node:fs';
import { join } from 'node:path';
import { openDatabase } from '../../server/database.ts';
import type { Database } from '../../server/queries.ts';

/** A register as a first start leaves it, made once: a first start takes seconds, a copy of it a tenth of one. */
const madeOnce = async (): Promise<string> => {
  const state = ['server/migrations.ts', 'node_modules/@electric-sql/pglite/package.json'].map((f) =>
    readFileSync(f),
  );
  const name = createHash('sha256').update(Buffer.concat(state)).digest('hex').slice(0, 16);
  mkdirSync('build', { recursive: true });
  const place = join('build', `empty-register-${name}-${process.env.JEST_WORKER_ID ?? 1}`);
  if (existsSync(place)) return place;
  const half = mkdtempSync(join('build', 'register-'));
  const db = await openDatabase({ BLUE_LEDGER_DATA: half });
  await db.close();
  renameSync(half, place);
  return place;
};

/** Opens the register of a folder; where there is none yet it is an empty one. */
export const openRegister = async (folder: string): Promise<Database> => {
  if (!existsSync(join(folder, 'register.json'))) {
    mkdirSync(folder, { recursive: true });
    execFileSync('cp', ['-r', `${await madeOnce()}/.`, folder]);
  }
  return openDatabase({ BLUE_LEDGER_DATA: folder });
};
