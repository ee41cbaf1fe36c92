import { createReadStream, createWriteStream, existsSync, renameSync, rmSync } from 'node:fs';
import { basename, resolve } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { ReadableStream } from 'node:stream/web';
import { parseArgs } from 'node:util';
import type { RestorePlan } from '../../exchange/backup.ts';
import { commandKey, KEY_HEADER } from '../accounts/commandKey.ts';
import type { Contents } from '../backup/backupFormat.ts';
import { writeCopy } from '../backup/copies.ts';
import { checkBackup, NotABackup } from '../backup/readBackup.ts';
import { restoreBackup } from '../backup/restore.ts';
import { CannotOpen } from '../cannotOpen.ts';
import { dataDirectory, openDatabase } from '../database.ts';
import { DataInUse } from '../lock.ts';
import type { Database } from '../queries.ts';

/** A wrong call of the command; the message is a sentence. */
class Misuse extends Error {}

const say = (text: string): void => {
  process.stdout.write(`${text}\n`);
};

/** Works with the drawings themselves, or with the program that has them open. */
const withDrawings = async <T>(
  environment: Readonly<Record<string, string | undefined>>,
  own: (db: Database) => Promise<T>,
  asking: (address: string) => Promise<T>,
): Promise<T> => {
  let db: Database;
  try {
    db = await openDatabase(environment);
  } catch (error) {
    if (error instanceof DataInUse && error.address) return asking(error.address);
    throw error;
  }
  try {
    return await own(db);
  } finally {
    await db.close();
  }
};

const refusedBy = async (address: string, answer: Response): Promise<Error> => {
  const { error } = (await answer.json().catch(() => ({}))) as { error?: string };
  return new CannotOpen(error ?? `${address} answered ${answer.status}.`);
};

/** What a server that asks for accounts knows this command by. */
const keyFor = (environment: Readonly<Record<string, string | undefined>>): Record<string, string> => {
  const directory = dataDirectory(environment);
  const key = directory && commandKey(directory);
  return key ? { [KEY_HEADER]: key } : {};
};

const countOf = (n: number): string => (n === 1 ? '1 drawing' : `${n} drawings`);

const backup = async (
  path: string,
  environment: Readonly<Record<string, string | undefined>>,
): Promise<void> => {
  if (existsSync(path)) throw new Misuse(`${path} is there already. Name another file.`);
  const fetched = async (address: string): Promise<Contents> => {
    const answer = await fetch(`${address}/api/backup`, { headers: keyFor(environment) });
    if (!answer.ok || !answer.body) throw await refusedBy(address, answer);
    const draft = `${path}.part`;
    try {
      await pipeline(Readable.fromWeb(answer.body as ReadableStream), createWriteStream(draft));
      const contents = await checkBackup(draft, path);
      renameSync(draft, path);
      return contents;
    } finally {
      rmSync(draft, { force: true });
    }
  };
  const { drawings } = await withDrawings(environment, (db) => writeCopy(db, path, new Date()), fetched);
  say(`${path}: ${countOf(drawings.length)}, read back and found whole.`);
};

const WORDS = { add: 'add', leave: 'leave', 'set back': 'set back', copy: 'add as a copy' } as const;

const restore = async (
  path: string,
  environment: Readonly<Record<string, string | undefined>>,
  { yes, isSetBack, anew }: { readonly yes: boolean; readonly isSetBack: boolean; readonly anew: boolean },
): Promise<void> => {
  if (!existsSync(path)) throw new Misuse(`${path} is not there.`);
  const name = basename(path);
  if (anew) {
    const directory = dataDirectory(environment);
    if (!directory) throw new Misuse('--anew is for the drawings in a folder, not for a PostgreSQL server.');
    const { drawings } = await checkBackup(path, name);
    if (!yes) {
      say(`${directory}: begun anew with ${countOf(drawings.length)}; what is there now is put aside.`);
      say('Nothing was changed. Do it with --yes.');
      return;
    }
    const aside = `${directory}/pg aside ${new Date().toISOString().replace(/[:.]/g, '-')}`;
    if (existsSync(`${directory}/pg`)) {
      renameSync(`${directory}/pg`, aside);
      say(`What was there is put aside in "${aside}".`);
    }
    rmSync(`${directory}/register.json`, { force: true });
  }
  const plan = await withDrawings<RestorePlan>(
    environment,
    (db) => restoreBackup(db, path, name, { isSetBack, isPlan: !yes }),
    async (address) => {
      const answer = await fetch(
        `${address}/api/backup?do=${yes ? 'restore' : 'plan'}&back=${isSetBack ? 1 : 0}`,
        {
          method: 'POST',
          headers: { 'content-type': 'application/zip', ...keyFor(environment) },
          body: Readable.toWeb(createReadStream(path)) as unknown as BodyInit,
          // a body that is sent as it is read
          duplex: 'half',
        } as RequestInit,
      );
      if (!answer.ok) throw await refusedBy(address, answer);
      return (await answer.json()) as RestorePlan;
    },
  );
  say(`Backup of ${plan.madeAt}: ${countOf(plan.drawings.length)}.`);
  for (const d of plan.drawings)
    say(
      `  ${WORDS[d.action].padEnd(13)} ${`${d.number} ${d.title}`.trim()}. ${d.why}${d.issues.length && d.action !== 'add' ? ` Its issues ${d.issues.join(', ')} are added.` : ''}`,
    );
  if (plan.printers.length) say(`  printers      ${plan.printers.join(', ')}`);
  if (plan.houseRules.length) say(`  house rules   ${plan.houseRules.join(', ')}`);
  say(yes ? 'Done.' : 'Nothing was changed. Do it with --yes.');
};

const run = async (argv: readonly string[]): Promise<void> => {
  const [command, ...args] = argv;
  const { values, positionals } = parseArgs({
    args,
    allowPositionals: true,
    options: {
      data: { type: 'string' },
      yes: { type: 'boolean' },
      'set-back': { type: 'boolean' },
      anew: { type: 'boolean' },
    },
  });
  const [file, ...more] = positionals;
  if (!file || more.length) throw new Misuse(`Name one file: ./blue-ledger ${command} FILE`);
  const environment = {
    ...process.env,
    ...(values.data && { BLUE_LEDGER_DATA: values.data, DATABASE_URL: undefined }),
  };
  if (command === 'backup') await backup(resolve(file), environment);
  else
    await restore(resolve(file), environment, {
      yes: values.yes === true,
      isSetBack: values['set-back'] === true,
      anew: values.anew === true,
    });
};

try {
  await run(process.argv.slice(2));
} catch (error) {
  const known = error instanceof CannotOpen || error instanceof NotABackup || error instanceof Misuse;
  const misuse = (error as { code?: string }).code?.startsWith('ERR_PARSE_ARGS');
  process.stderr.write(`blue-ledger: ${(error as Error).message}\n`);
  process.exitCode = misuse || error instanceof Misuse ? 2 : known ? 1 : 70;
}
