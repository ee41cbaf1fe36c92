import { randomUUID } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readDrawing } from '../core/drawing/drawing.ts';
import { sentence } from '../core/number/fault.ts';
import { layCommandKey } from './accounts/commandKey.ts';
import { inviteFirstOwner } from './accounts/invitations.ts';
import { needsAccounts } from './accounts/needed.ts';
import { beginDailyCopies, copiesFolder } from './backup/dailyCopies.ts';
import { CannotOpen } from './cannotOpen.ts';
import { dataDirectory, openDatabase } from './database.ts';
import type { Database } from './queries.ts';
import { addDrawing, countDrawings } from './store.ts';

/** One database to a process, opened when first asked for; a build never opens it. */
const shared = globalThis as { blueLedger?: Promise<Database> | undefined };

/** Puts the drawings of the folder demo into a register that is empty; into no other. */
export const addDemoDrawings = async (db: Database): Promise<void> => {
  if (await countDrawings(db)) return;
  const folder = join(process.cwd(), 'demo');
  for (const name of readdirSync(folder)
    .filter((n) => n.endsWith('.drawing.json'))
    .sort()) {
    const read = readDrawing(JSON.parse(readFileSync(join(folder, name), 'utf8')));
    if (!read.ok)
      throw new CannotOpen(
        `The demo drawing demo/${name} cannot be read (${read.faults.map(sentence).join(' ')}). Mend or remove it, or start without demo drawings.`,
      );
    await addDrawing(db, randomUUID(), read.value, 'Demo drawing');
  }
};

/** Where people reach this server, as the command that started it says. */
const publicAddress = (): string => process.env.BLUE_LEDGER_PUBLIC ?? process.env.BLUE_LEDGER_ADDRESS ?? '';

/** Makes a server ready for accounts: the command line gets its key, and where nobody runs the register yet the way in is printed. */
const prepareAccounts = async (db: Database): Promise<void> => {
  const directory = dataDirectory(process.env);
  if (directory) layCommandKey(directory);
  const secret = await inviteFirstOwner(db);
  if (secret)
    console.warn(
      `\n  Nobody runs this register yet. Open this address to make the owner's account; it is good for one day, and once:\n  ${publicAddress()}/invitation/${secret}\n`,
    );
};

const open = async (): Promise<Database> => {
  const db = await openDatabase(process.env);
  try {
    if (needsAccounts(process.env)) await prepareAccounts(db);
    if (process.env.BLUE_LEDGER_DEMO === '1') await addDemoDrawings(db);
    const folder = copiesFolder(process.env, dataDirectory(process.env));
    if (!folder) return db;
    const end = beginDailyCopies(db, folder);
    return {
      ...db,
      close: async () => {
        await end();
        await db.close();
      },
    };
  } catch (error) {
    // the lock goes back with the database, or the next try would find this very process holding it
    await db.close().catch(() => undefined);
    throw error;
  }
};

export const database = (): Promise<Database> => {
  shared.blueLedger ??= open().catch((error: unknown) => {
    // a failed opening must not be remembered: the next request tries again
    shared.blueLedger = undefined;
    throw error;
  });
  return shared.blueLedger;
};

/** Closes the database on the way out, so that its lock and its serial numbers are left in order. */
export const closeDatabase = async (): Promise<void> => {
  const open = shared.blueLedger;
  shared.blueLedger = undefined;
  if (open) await (await open).close();
};
