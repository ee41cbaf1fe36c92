import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { type Drawing, readDrawing } from '../../core/drawing/drawing.ts';
import { type Database, openDatabase } from '../../server/database.ts';
import { DataInUse, takeLock } from '../../server/lock.ts';
import {
  addDrawing,
  changeDrawing,
  copySource,
  keepSource,
  listDrawings,
  NotThere,
  readDaybook,
  readKept,
  readSource,
  Stale,
  stepHistory,
} from '../../server/store.ts';

const read = readDrawing(JSON.parse(readFileSync('demo/02-louvre-bracket.drawing.json', 'utf8')));
if (!read.ok) throw new Error('demo drawing');
const drawing: Drawing = read.value;
const titled = (title: string): Drawing => ({ ...drawing, title });

// the same tests run on a PostgreSQL server where TEST_DATABASE_URL names one
const url = process.env.TEST_DATABASE_URL;
const directory = mkdtempSync(join(tmpdir(), 'blue-ledger-store-'));
const environment = url ? { DATABASE_URL: url } : { BLUE_LEDGER_DATA: directory };

let db: Database;
beforeAll(async () => {
  db = await openDatabase(environment);
});
afterAll(async () => {
  await db.close();
  rmSync(directory, { recursive: true, force: true });
});

describe('the store', () => {
  test('keeps a drawing to the letter, the order of its keys too', async () => {
    await addDrawing(db, 'a', drawing);
    expect(JSON.stringify((await readKept(db, 'a')).drawing)).toBe(JSON.stringify(drawing));
    expect((await listDrawings(db)).find((r) => r.id === 'a')).toMatchObject({
      number: 'SK-008',
      title: 'Louvre bracket',
      paper: 'A3',
      angle: 'first',
      scale: '1',
    });
  });
  test('undo and redo walk the history; a new change drops what could be redone', async () => {
    let kept = await addDrawing(db, 'b', titled('one'));
    expect([kept.canUndo, kept.canRedo]).toEqual([false, false]);
    for (const t of ['two', 'three']) kept = await changeDrawing(db, 'b', kept.revision, titled(t), t);
    kept = await stepHistory(db, 'b', -1);
    expect([kept.drawing.title, kept.canUndo, kept.canRedo]).toEqual(['two', true, true]);
    kept = await stepHistory(db, 'b', 1);
    expect(kept.drawing.title).toBe('three');
    await stepHistory(db, 'b', -1);
    kept = await stepHistory(db, 'b', -1);
    expect([kept.drawing.title, kept.canUndo]).toEqual(['one', false]);
    // further back there is nothing, and nothing happens
    expect((await stepHistory(db, 'b', -1)).drawing.title).toBe('one');
    kept = await changeDrawing(db, 'b', (await readKept(db, 'b')).revision, titled('other'), 'other');
    expect([kept.canUndo, kept.canRedo]).toEqual([true, false]);
  });
  test('a picture lies beneath a drawing, and beneath its copy', async () => {
    await addDrawing(db, 'p', titled('with a picture'));
    await expect(readSource(db, 'p')).rejects.toThrow(NotThere);
    await keepSource(db, 'p', { mime: 'image/png', picture: 'AAAA' });
    await keepSource(db, 'p', { mime: 'image/jpeg', picture: 'BBBB' });
    await addDrawing(db, 'p2', titled('with a picture (copy)'));
    await copySource(db, 'p', 'p2');
    for (const id of ['p', 'p2'])
      expect(await readSource(db, id)).toEqual({ mime: 'image/jpeg', picture: 'BBBB' });
    await expect(keepSource(db, 'nowhere', { mime: 'image/png', picture: '' })).rejects.toThrow(NotThere);
  });
  test('the Daybook tells the changes, the newest first, and where the drawing stands', async () => {
    let kept = await addDrawing(db, 'daybook', titled('one'));
    for (const t of ['two', 'three']) kept = await changeDrawing(db, 'daybook', kept.revision, titled(t), t);
    await stepHistory(db, 'daybook', -1);
    expect((await readDaybook(db, 'daybook')).map((l) => [l.label, l.current])).toEqual([
      ['three', false],
      ['two', true],
      ['Opened', false],
    ]);
  });
  test('a stale change is refused and changes nothing', async () => {
    const kept = await addDrawing(db, 'c', titled('first'));
    await changeDrawing(db, 'c', kept.revision, titled('second'), 'x');
    await expect(changeDrawing(db, 'c', kept.revision, titled('lost?'), 'y')).rejects.toThrow(Stale);
    expect((await readKept(db, 'c')).drawing.title).toBe('second');
    await expect(readKept(db, 'nowhere')).rejects.toThrow(NotThere);
  });
  test('a transaction that fails leaves nothing behind', async () => {
    await expect(
      db.transaction(async (q) => {
        await q.query("insert into drawing (id, document) values ('d', '{}'::json)");
        throw new Error('half way');
      }),
    ).rejects.toThrow('half way');
    await expect(readKept(db, 'd')).rejects.toThrow(NotThere);
  });
  test('migrations run once: opening again finds all as it was', async () => {
    await db.close();
    db = await openDatabase(environment);
    expect((await readKept(db, 'a')).drawing.title).toBe('Louvre bracket');
    expect(await db.query('select number from migration order by number')).toEqual([
      { number: 1 },
      { number: 2 },
    ]);
  });
});

describe('the lock of a data directory', () => {
  const folder = mkdtempSync(join(tmpdir(), 'blue-ledger-lock-'));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));
  test('is refused while its owner lives, given back, and taken over from the dead', () => {
    const release = takeLock(folder);
    expect(() => takeLock(folder)).toThrow(DataInUse);
    expect(() => takeLock(folder)).toThrow(`process ${process.pid}`);
    release();
    takeLock(folder)();
    // a process that is gone for certain
    const { pid } = spawnSync(process.execPath, ['-e', '']);
    writeFileSync(join(folder, 'owner.lock'), JSON.stringify({ pid, started: 'then' }));
    takeLock(folder)();
    // a living process with that number, but started at another time
    writeFileSync(
      join(folder, 'owner.lock'),
      JSON.stringify({ pid: process.pid, started: 'another boot 1' }),
    );
    takeLock(folder)();
    writeFileSync(join(folder, 'owner.lock'), 'torn');
    takeLock(folder)();
  });
});
