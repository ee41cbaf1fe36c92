import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { build } from 'esbuild';
import type { Drawing } from '../../core/drawing/drawing.ts';
import type { Kept } from '../../exchange/kept.ts';
import { openDatabase } from '../../server/database.ts';
import { DataInUse, takeLock } from '../../server/lock.ts';
import type { Database } from '../../server/queries.ts';
import {
  addDrawing,
  type ChangeMark,
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
import { demoDrawing } from '../samples.ts';

const drawing = demoDrawing('02-louvre-bracket.drawing.json');
const titled = (title: string): Drawing => ({ ...drawing, title });

let changes = 0;
/** A change of its own, made on a revision. */
const on = ({ revision }: { readonly revision: number }): ChangeMark => ({
  change: `change-${++changes}`,
  revision,
});
const changed = async (id: string, title: string): Promise<void> => {
  await changeDrawing(db, id, on(await readKept(db, id)), titled(title), title);
};
const stepped = async (id: string, direction: -1 | 1): Promise<Kept> =>
  stepHistory(db, id, on(await readKept(db, id)), direction);

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
    for (const t of ['two', 'three']) await changed('b', t);
    kept = await stepped('b', -1);
    expect([kept.drawing.title, kept.canUndo, kept.canRedo]).toEqual(['two', true, true]);
    kept = await stepped('b', 1);
    expect(kept.drawing.title).toBe('three');
    await stepped('b', -1);
    kept = await stepped('b', -1);
    expect([kept.drawing.title, kept.canUndo]).toEqual(['one', false]);
    // further back there is nothing, and nothing happens
    expect((await stepped('b', -1)).drawing.title).toBe('one');
    await changed('b', 'other');
    kept = await readKept(db, 'b');
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
    await addDrawing(db, 'daybook', titled('one'));
    for (const t of ['two', 'three']) await changed('daybook', t);
    await stepped('daybook', -1);
    expect((await readDaybook(db, 'daybook')).lines.map((l) => [l.label, l.current])).toEqual([
      ['three', false],
      ['two', true],
      ['Opened', false],
    ]);
  });
  test('of older days the last state of each hour and of each day is kept, and undo steps from one to the next', async () => {
    await addDrawing(db, 'old', titled('begun'));
    for (let i = 2; i <= 24; i++) await changed('old', `state ${i}`);
    // ten of them are from three days ago, in one hour; five from a month ago, on one day
    const back = (from: number, to: number, by: string) =>
      db.query(
        `update history set made_at = date_trunc('day', now()) - interval '${by}' + interval '5 minutes'
         where drawing_id = 'old' and position between $1 and $2`,
        [from, to],
      );
    await back(1, 6, '30 days');
    await back(7, 16, '3 days');
    // the 25th change looks which are kept
    await changed('old', 'state 25');
    const { lines, states, bytes, limit } = await readDaybook(db, 'old');
    const expected = ['state 25', ...[24, 23, 22, 21, 20, 19, 18, 17].map((n) => `state ${n}`)];
    expect(lines.map((l) => l.label)).toEqual([...expected, 'state 16', 'state 6', 'Opened']);
    expect([states, bytes > 10_000, limit > bytes]).toEqual([12, true, true]);
    let now = await readKept(db, 'old');
    const walked: string[] = [];
    while (now.canUndo) {
      now = await stepped('old', -1);
      walked.push(now.drawing.title);
    }
    expect(walked).toEqual([...expected.slice(1), 'state 16', 'state 6', 'begun']);
    while (now.canRedo) now = await stepped('old', 1);
    expect([walked.length, now.drawing.title]).toEqual([11, 'state 25']);
  });
  test('a stale change is refused and changes nothing', async () => {
    const kept = await addDrawing(db, 'c', titled('first'));
    await changeDrawing(db, 'c', on(kept), titled('second'), 'x');
    const stale = changeDrawing(db, 'c', on(kept), titled('lost?'), 'y');
    await expect(stale).rejects.toThrow(Stale);
    await expect(stale).rejects.toMatchObject({ current: { drawing: { title: 'second' }, revision: 2 } });
    // a step through the history is refused in the same way: it would undo what its asker has not seen
    await expect(stepHistory(db, 'c', on(kept), -1)).rejects.toThrow(Stale);
    expect((await readKept(db, 'c')).drawing.title).toBe('second');
    await expect(readKept(db, 'nowhere')).rejects.toThrow(NotThere);
  });
  test('a change or a step that is sent again is answered as done and made once', async () => {
    const kept = await addDrawing(db, 'again', titled('one'));
    const first = on(kept);
    expect((await changeDrawing(db, 'again', first, titled('two'), 'two')).revision).toBe(2);
    await changed('again', 'three');
    expect((await changeDrawing(db, 'again', first, titled('two'), 'two')).revision).toBe(2);
    let now = await readKept(db, 'again');
    expect([now.drawing.title, now.revision]).toEqual(['three', 3]);
    const step = on(now);
    for (let i = 0; i < 2; i++) now = await stepHistory(db, 'again', step, -1);
    expect([now.drawing.title, now.revision, now.lastChange]).toEqual(['two', 4, step.change]);
    expect((await readDaybook(db, 'again')).lines.map((l) => l.label)).toEqual(['three', 'two', 'Opened']);
    // a drawing opened twice under one id is one drawing
    await addDrawing(db, 'again', titled('other'));
    expect((await readKept(db, 'again')).drawing.title).toBe('two');
  });
  test('a row that cannot be read stops no other', async () => {
    const text = JSON.stringify(titled('with a \u0000 in it'));
    await db.query("insert into drawing (id, document, title) values ('nul', $1, 'old')", [text]);
    expect((await listDrawings(db)).map((r) => r.id)).toEqual(expect.arrayContaining(['a', 'nul']));
    const kept = await readKept(db, 'nul');
    expect(kept.drawing.title).toBe('with a \ufffd in it');
    await changed('nul', 'mended');
    expect((await listDrawings(db)).find((r) => r.id === 'nul')?.title).toBe('mended');
  });
  test('a transaction that fails leaves nothing behind', async () => {
    await expect(
      db.transaction(async (q) => {
        await q.query("insert into drawing (id, document) values ('d', '{}')");
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
      { number: 3 },
      { number: 4 },
      { number: 5 },
      { number: 6 },
      { number: 7 },
      { number: 8 },
      { number: 9 },
      { number: 10 },
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
    // one that is refused leaves nothing behind, and the owner's claim stands
    expect(readdirSync(folder)).toHaveLength(1);
    release();
    expect(readdirSync(folder)).toEqual([]);
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
    expect(readdirSync(folder)).toEqual([]);
  });
  test('of many processes that start together over a dead lock, one takes it', async () => {
    const { pid } = spawnSync(process.execPath, ['-e', '']);
    const script = join(folder, 'take.mjs');
    await build({
      stdin: {
        contents: `import { takeLock } from './server/lock.ts';
          process.stdin.once('data', () => {
            try { takeLock(process.argv[2]); console.log('taken'); } catch (e) { console.log('refused'); }
            setTimeout(() => process.exit(), 1500);
          });
          console.log('ready');`,
        resolveDir: process.cwd(),
      },
      outfile: script,
      bundle: true,
      platform: 'node',
      format: 'esm',
    });
    for (let round = 0; round < 12; round++) {
      const data = mkdtempSync(join(tmpdir(), 'blue-ledger-race-'));
      writeFileSync(join(data, 'owner.lock'), JSON.stringify({ pid, started: 'then' }));
      const children = Array.from({ length: 5 }, () => spawn(process.execPath, [script, data]));
      const said = children.map(() => '');
      const lines = (n: number): Promise<void> =>
        new Promise((done) => {
          const check = (): void => {
            if (said.every((t) => t.split('\n').length > n)) done();
          };
          children.forEach((c, i) => {
            c.stdout.on('data', (text: Buffer) => {
              said[i] = `${said[i]}${text}`;
              check();
            });
          });
          check();
        });
      await lines(1);
      const answered = lines(2);
      for (const c of children) c.stdin.write('go');
      await answered;
      expect(said.filter((t) => t.includes('taken'))).toHaveLength(1);
      for (const c of children) c.kill('SIGKILL');
      rmSync(data, { recursive: true, force: true });
    }
  });
});
