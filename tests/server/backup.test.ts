import { mkdtempSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { unzipSync, zipSync } from 'fflate';
import type { Drawing } from '../../core/drawing/drawing.ts';
import { rulesOfSheet } from '../../core/sheet/houseRules.ts';
import { DEFAULT_SETUP } from '../../core/sheet/setup.ts';
import { copiesIn, makeDailyCopy, newestGoodCopy, writeCopy } from '../../server/backup/copies.ts';
import { outdated } from '../../server/backup/copyAges.ts';
import { checkBackup, NotABackup } from '../../server/backup/readBackup.ts';
import { restoreBackup } from '../../server/backup/restore.ts';
import { CannotOpen } from '../../server/cannotOpen.ts';
import { openDatabase } from '../../server/database.ts';
import { keepHouseRules, setUsualRules } from '../../server/houseRules.ts';
import { addIssue, listIssues } from '../../server/issues.ts';
import { keepPrinter, listPrinters } from '../../server/printers.ts';
import type { Database } from '../../server/queries.ts';
import {
  addDrawing,
  changeDrawing,
  keepSource,
  listDrawings,
  readDaybook,
  readKept,
  readSource,
  stepHistory,
} from '../../server/store.ts';
import { demoDrawing } from '../samples.ts';
import { openRegister } from './openRegister.ts';

const bracket = demoDrawing('02-louvre-bracket.drawing.json');
const titled = (title: string): Drawing => ({ ...bracket, title });
const NOW = new Date('2026-03-14T09:00:00Z');

let folder: string;
const open: Database[] = [];
const register = async (name: string): Promise<Database> => {
  const db = await openRegister(join(folder, name));
  open.push(db);
  return db;
};
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'blue-ledger-backup-'));
});
afterEach(async () => {
  for (const db of open.splice(0)) await db.close();
  rmSync(folder, { recursive: true, force: true });
});

let changes = 0;
const change = async (db: Database, id: string, title: string): Promise<void> => {
  const { revision } = await readKept(db, id);
  await changeDrawing(db, id, { change: `c${++changes}`, revision }, titled(title), title, 'Ines Harrow');
};
/** A register with everything in it that a backup has to hold. */
const filled = async (db: Database): Promise<void> => {
  await addDrawing(db, 'a', titled('first'));
  await change(db, 'a', 'second');
  await change(db, 'a', 'third');
  await stepHistory(db, 'a', { change: `c${++changes}`, revision: 3 }, -1);
  await keepSource(db, 'a', { mime: 'image/png', picture: 'aGVsbG8=' });
  await addIssue(
    db,
    'a',
    { letter: 'A', reason: 'first issue', by: 'R M', revision: 4 },
    { document: JSON.stringify(titled('second')), pdf: 'cGRm', dxf: 'dxf' },
  );
  await addDrawing(db, 'b', titled('Ünïcode "quoted" / slash'));
  await keepPrinter(db, { name: 'plotter', across: 100.2, along: 99.8 });
  await keepHouseRules(db, rulesOfSheet('Lighthouse', { ...DEFAULT_SETUP, angle: 'third' }), undefined);
  await setUsualRules(db, 'Lighthouse');
};
/** All rows of all tables, as texts. */
const everything = async (db: Database): Promise<string> => {
  const tables = ['drawing', 'history', 'change', 'source', 'issue', 'printer', 'house_rules'];
  const rows = await Promise.all(
    tables.map(async (t) =>
      (await db.query<object>(`select * from ${t}`)).map((r) =>
        JSON.stringify({ ...r, ...(t === 'source' && { changed_at: '' }) }),
      ),
    ),
  );
  return rows.map((r) => r.sort().join('\n')).join('\n---\n');
};
const KEEP = { isSetBack: false, isPlan: false };

describe('a backup', () => {
  test('brings a register back to the letter: history, undo, issues, pictures, printers', async () => {
    const db = await register('from');
    await filled(db);
    const path = join(folder, 'copy.zip');
    const { drawings } = await writeCopy(db, path, NOW);
    expect(drawings.map((d) => d.id).sort()).toEqual(['a', 'b']);
    const other = await register('into');
    const plan = await restoreBackup(other, path, 'copy.zip', { isSetBack: false, isPlan: true });
    expect(plan.drawings.map((d) => d.action)).toEqual(['add', 'add']);
    expect(await listDrawings(other)).toEqual([]);
    await restoreBackup(other, path, 'copy.zip', KEEP);
    expect(await everything(other)).toBe(await everything(db));
    // and it goes on there: what was undone can be redone
    const redone = await stepHistory(other, 'a', { change: 'redo', revision: 4 }, 1);
    expect(redone.drawing.title).toBe('third');
    expect(await listIssues(other, 'a')).toHaveLength(1);
    expect(await readSource(other, 'a')).toEqual({ mime: 'image/png', picture: 'aGVsbG8=' });
    expect(await listPrinters(other)).toHaveLength(1);
  });

  test('loses nothing of a full register: further on is left or set back by a change, another way comes beside it', async () => {
    const db = await register('one');
    await filled(db);
    const path = join(folder, 'copy.zip');
    await writeCopy(db, path, NOW);
    // nothing has changed: nothing is done
    const before = await everything(db);
    const same = await restoreBackup(db, path, 'copy.zip', KEEP);
    expect(same.drawings.map((d) => [d.action, d.isLater])).toEqual([
      ['leave', false],
      ['leave', false],
    ]);
    expect(await everything(db)).toBe(before);
    await change(db, 'a', 'later');
    const left = await restoreBackup(db, path, 'copy.zip', KEEP);
    expect(left.drawings.find((d) => d.id === 'a')).toMatchObject({ action: 'leave', isLater: true });
    expect((await readKept(db, 'a')).drawing.title).toBe('later');
    await restoreBackup(db, path, 'copy.zip', { isSetBack: true, isPlan: false });
    const back = await readKept(db, 'a');
    expect(back.drawing.title).toBe('second');
    expect((await readDaybook(db, 'a')).lines[0]?.label).toBe('Set back to the backup of 14 March 2026');
    const undone = await stepHistory(db, 'a', { change: 'undo', revision: back.revision }, -1);
    expect(undone.drawing.title).toBe('later');
    // the same id, begun anew elsewhere
    const other = await register('two');
    await addDrawing(other, 'a', titled('another one'));
    const plan = await restoreBackup(other, path, 'copy.zip', KEEP);
    expect(plan.drawings.map((d) => d.action).sort()).toEqual(['add', 'copy']);
    expect((await listDrawings(other)).map((r) => r.title).sort()).toEqual([
      'another one',
      'second (backup of 14 March 2026)',
      'Ünïcode "quoted" / slash',
    ]);
  });

  test('that is cut off or changed anywhere is refused, and nothing is done', async () => {
    const db = await register('from');
    await filled(db);
    const path = join(folder, 'copy.zip');
    await writeCopy(db, path, NOW);
    const whole = readFileSync(path);
    const target = await register('into');
    const bad = join(folder, 'bad.zip');
    const refused = async (bytes: Uint8Array): Promise<void> => {
      writeFileSync(bad, bytes);
      await expect(restoreBackup(target, bad, 'bad.zip', KEEP)).rejects.toThrow(NotABackup);
    };
    /** What is made of a damaged file: refused, or found whole where only the ZIP's own list at the end is hurt. */
    const looked = async (bytes: Uint8Array): Promise<'refused' | 'whole'> => {
      writeFileSync(bad, bytes);
      const read = await checkBackup(bad, 'bad.zip').catch((error: Error) => error);
      if (!(read instanceof Error)) {
        expect(read.drawings).toHaveLength(2);
        return 'whole';
      }
      expect(read).toBeInstanceOf(NotABackup);
      expect(read.message).toMatch(/^bad\.zip cannot be read \(.*take another copy\.$/s);
      return 'refused';
    };
    const results: string[] = [];
    for (let i = 0; i < 24; i++)
      results.push(await looked(whole.subarray(0, Math.floor((whole.length * i) / 24))));
    expect(results.slice(0, 18)).toEqual(Array(18).fill('refused'));
    for (let i = 0; i < 60; i++) {
      const bytes = Buffer.from(whole);
      const at = Math.floor((whole.length * (i + 0.5)) / 60);
      bytes[at] = (bytes[at] as number) ^ 0x55;
      results.push(await looked(bytes));
    }
    expect(results.filter((r) => r === 'refused').length).toBeGreaterThan(50);
    await refused(Buffer.from('not a zip at all'));
    await refused(zipSync({ 'backup.json': Buffer.from('{"format":"something else"}') }));
    // a drawing swapped for another one
    const files = unzipSync(whole);
    const [first, second] = Object.keys(files).filter((f) => f.startsWith('drawings/')) as [string, string];
    await refused(zipSync({ ...files, [first]: files[second] as Uint8Array }));
    expect(await listDrawings(target)).toEqual([]);
  });
});

describe('daily copies', () => {
  const day = (n: number): Date => new Date(Date.UTC(2026, 0, 1) + n * 86_400_000 + 3_600_000);
  test('are made once a day where anything was changed, and are whole', async () => {
    const db = await register('from');
    const copies = join(folder, 'copies');
    expect(await makeDailyCopy(db, copies, day(0))).toBeUndefined();
    await filled(db);
    const first = new Date(Date.now() + 86_400_000);
    expect(await makeDailyCopy(db, copies, first)).toMatch(/^blue-ledger \d{4}-\d\d-\d\d\.zip$/);
    expect(await makeDailyCopy(db, copies, first)).toBeUndefined();
    // nothing was changed since
    expect(await makeDailyCopy(db, copies, new Date(first.getTime() + 3 * 86_400_000))).toBeUndefined();
    expect((await newestGoodCopy(copies))?.contents.drawings).toHaveLength(2);
    expect(readdirSync(copies)).toHaveLength(1);
  });
  test('a damaged copy is passed over', async () => {
    const db = await register('from');
    await filled(db);
    const copies = join(folder, 'copies');
    const file = (await makeDailyCopy(db, copies, NOW)) as string;
    writeFileSync(
      join(copies, 'blue-ledger 2026-03-15.zip'),
      readFileSync(join(copies, file)).subarray(0, 500),
    );
    expect(copiesIn(copies)[0]?.file).toBe('blue-ledger 2026-03-15.zip');
    expect((await newestGoodCopy(copies))?.path).toBe(join(copies, file));
  });
  test('are kept by their age: days, weeks, months', () => {
    let times: number[] = [];
    for (let n = 0; n < 800; n++) {
      times.push(day(n).getTime());
      const old = new Set(outdated(times));
      times = times.filter((t) => !old.has(t));
    }
    const ages = times.map((t) => Math.round((day(799).getTime() - t) / 86_400_000));
    expect(ages.filter((a) => a < 7)).toHaveLength(7);
    expect(ages.filter((a) => a < 56).length).toBeGreaterThanOrEqual(13);
    expect(Math.max(...ages)).toBeGreaterThan(300);
    expect(times.length).toBeLessThanOrEqual(7 + 8 + 12);
    expect(outdated(times)).toEqual([]);
  });
});

test('a folder whose database is gone is damaged, not new; its newest copy is named', async () => {
  const db = await register('data');
  await filled(db);
  await makeDailyCopy(db, join(folder, 'data', 'copies'), NOW);
  await open.pop()?.close();
  const pg = join(folder, 'data', 'pg');
  const reopened = () => openDatabase({ BLUE_LEDGER_DATA: join(folder, 'data') });
  renameSync(pg, join(folder, 'gone'));
  await expect(reopened()).rejects.toThrow(
    /are damaged \(the database in its folder pg is missing\).*newest good copy is of 2026-03-14, with 2 drawings.*--anew/s,
  );
  await expect(reopened()).rejects.toBeInstanceOf(CannotOpen);
  // an empty database in its place
  const empty = await register('empty');
  await empty.script(
    'drop table history, change, source, issue, printer, house_rules, drawing cascade; delete from migration',
  );
  await open.pop()?.close();
  renameSync(join(folder, 'empty', 'pg'), pg);
  await expect(reopened()).rejects.toThrow(/are damaged \(its database is empty\)/);
  rmSync(pg, { recursive: true });
  renameSync(join(folder, 'gone'), pg);
  expect(await listDrawings(await register('data'))).toHaveLength(2);
});
