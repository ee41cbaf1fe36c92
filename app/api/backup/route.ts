import { createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { restoreQuery } from '../../../exchange/backup.ts';
import { noteAccess } from '../../../server/accounts/accessLog.ts';
import { NotABackup } from '../../../server/backup/readBackup.ts';
import { restoreBackup } from '../../../server/backup/restore.ts';
import { backupOf } from '../../../server/backup/writeBackup.ts';
import { allowedHosts, refusalOf } from '../../../server/guard.ts';
import { type Asked, Refused, reply } from '../reply.ts';

export const dynamic = 'force-dynamic';

/** The largest backup that is read, bytes. */
const LARGEST_BACKUP = 2 * 1024 * 1024 * 1024;

/** Refuses what does not come from this program's own pages, as is done for all other addresses before they are reached. */
const guard = (request: Request): void => {
  const refusal = refusalOf(request, allowedHosts(process.env));
  if (refusal) throw new Refused(refusal.status, refusal.error);
};

const note = async ({ db, person, from }: Asked, what: string): Promise<void> => {
  if (person.name) await noteAccess(db, { who: person.name, address: from.address, what });
};

/** Everything that the register keeps, as one file. */
export const GET = (request: Request) =>
  reply(request, 'run', async (asked) => {
    guard(request);
    await note(asked, 'saved a backup');
    const now = new Date();
    const pieces = backupOf(asked.db, now);
    const name = `blue-ledger ${now.toISOString().slice(0, 10)}.zip`;
    return new Response(Readable.toWeb(Readable.from(pieces)) as unknown as BodyInit, {
      headers: {
        'content-type': 'application/zip',
        'content-disposition': `attachment; filename="${name}"`,
        'cache-control': 'no-store',
        'x-content-type-options': 'nosniff',
      },
    });
  });

/** Writes the body of a request to a file, up to the largest that is read. */
const save = async (request: Request, path: string): Promise<void> => {
  if (!request.body) throw new Refused(400, 'Send the backup as the body of the request.');
  const file = createWriteStream(path);
  let size = 0;
  try {
    for await (const piece of request.body as unknown as AsyncIterable<Uint8Array>) {
      size += piece.length;
      if (size > LARGEST_BACKUP) throw new Refused(413, 'This is larger than any backup that is read, 2 GB.');
      if (!file.write(piece)) await new Promise<void>((done) => file.once('drain', done));
    }
  } finally {
    await new Promise<void>((done, fail) => {
      file.once('error', fail);
      file.end(done);
    });
  }
};

/** Says what bringing a backup back would do (?do=plan), or does it (?do=restore). */
export const POST = (request: Request) =>
  reply(request, 'run', async (who) => {
    guard(request);
    if (!/^application\/zip\s*(;|$)/i.test(request.headers.get('content-type') ?? ''))
      throw new Refused(415, 'Send the backup as application/zip.');
    const asked = restoreQuery.safeParse(Object.fromEntries(new URL(request.url).searchParams));
    if (!asked.success) throw new Refused(400, 'Ask for do=plan or do=restore.');
    const folder = await mkdtemp(join(tmpdir(), 'blue-ledger-restore-'));
    try {
      const path = join(folder, 'backup.zip');
      await save(request, path);
      if (asked.data.do === 'restore') await note(who, 'brought a backup back');
      return await restoreBackup(who.db, path, 'The file', {
        isSetBack: asked.data.back === '1',
        isPlan: asked.data.do === 'plan',
      });
    } catch (error) {
      if (error instanceof NotABackup) throw new Refused(422, error.message);
      throw error;
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
  });
