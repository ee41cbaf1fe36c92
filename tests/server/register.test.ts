import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { Drawing } from '../../core/drawing/drawing.ts';
import { PAGE, type RegisterQuery, registerQuery } from '../../exchange/register.ts';
import { openDatabase } from '../../server/database.ts';
import type { Database } from '../../server/queries.ts';
import { readRegister, setMany } from '../../server/register.ts';
import { searchPattern } from '../../server/registerWords.ts';
import { addDrawing, archiveDrawing, fillSummaries } from '../../server/store.ts';
import { demoDrawings } from '../samples.ts';
import { openRegister } from './openRegister.ts';

const folder = mkdtempSync(join(tmpdir(), 'blue-ledger-register-'));
const url = process.env.TEST_DATABASE_URL;
let db: Database;
beforeAll(async () => {
  db = await (url ? openDatabase({ DATABASE_URL: url }) : openRegister(folder));
  await db.script('delete from drawing');
  for (const [name, d] of demoDrawings()) await addDrawing(db, name.slice(0, 2), d);
  const [, first] = demoDrawings()[0] as [string, Drawing];
  for (const n of ['SK-9', 'SK-10', 'SK-100'])
    await addDrawing(db, `n${n}`, { ...first, number: n, title: `numbered ${n}`, material: 'brass' });
});
afterAll(async () => {
  await db.script('delete from drawing');
  await db.close();
  rmSync(folder, { recursive: true, force: true });
});

const page = (asked: Partial<RegisterQuery>) => readRegister(db, { ...registerQuery.parse({}), ...asked });
const numbers = async (asked: Partial<RegisterQuery>): Promise<string[]> =>
  (await page(asked)).rows.map((r) => r.number);

describe('the register', () => {
  test('is in the order of its numbers, counted and not spelled', async () => {
    const all = await numbers({});
    expect(all.slice(0, 4)).toEqual(['SK-003', 'SK-008', 'SK-9', 'SK-10']);
    expect(all.at(-1)).toBe('SK-100');
    expect(await numbers({ down: '1' })).toEqual([...all].reverse());
    expect((await page({ sort: 'title' })).rows.map((r) => r.title)[0]).toBe('Lantern cap, eight-sided');
  });
  test.each([
    ['bracket', ['SK-008']],
    ['BRACKET louvre', ['SK-008']],
    // a hole of the statement, by what it is and how large
    ['hole 12', ['SK-008']],
    ['hole 7', ['SK-008']],
    // 1 is no 12, and 90 is no hole
    ['hole 1', []],
    ['hole 90', []],
    ['brass sk-1', ['SK-10', 'SK-100']],
    ['sk-10', ['SK-10', 'SK-100']],
    // signs mean themselves
    ['.*', []],
    ['(', ['SK-019']],
    ['((', []],
    ['\\', []],
  ])('"%s" finds %j', async (find, expected) => {
    expect(await numbers({ find })).toEqual(expected);
  });
  test('nothing that is typed as a search stops the register', async () => {
    for (const find of [
      '%',
      '_',
      "'",
      '"',
      '\\m',
      '[[:alpha:]',
      '(?n)',
      '*',
      'a{999',
      '\u0001',
      '🙂',
      'x '.repeat(90),
    ])
      expect(Array.isArray((await page({ find })).rows)).toBe(true);
    expect(searchPattern('   ')).toBeUndefined();
  });
  test('drawings are put into folders, tagged and put away together; their times stay', async () => {
    const before = await page({});
    await setMany(db, { ids: ['nSK-9', 'nSK-10', 'gone'], set: { folder: 'Pier lights' } });
    await setMany(db, { ids: ['nSK-10', 'nSK-100'], set: { tag: 'steel', on: true } });
    await setMany(db, { ids: ['nSK-10'], set: { tag: 'a first one', on: true } });
    const after = await page({});
    expect(after.folders).toEqual([
      { name: '', count: before.total - 2 },
      { name: 'Pier lights', count: 2 },
    ]);
    expect(after.tags).toEqual(['a first one', 'steel']);
    expect(after.rows.map((r) => r.changedAt)).toEqual(before.rows.map((r) => r.changedAt));
    expect(await numbers({ folder: 'Pier lights' })).toEqual(['SK-9', 'SK-10']);
    expect(await numbers({ folder: '' })).toHaveLength(before.total - 2);
    expect(await numbers({ tag: 'steel' })).toEqual(['SK-10', 'SK-100']);
    // a part of a tag is no tag
    expect(await numbers({ tag: 'st' })).toEqual([]);
    expect(await numbers({ folder: 'Pier lights', tag: 'steel', find: 'brass' })).toEqual(['SK-10']);
    await setMany(db, { ids: ['nSK-10'], set: { tag: 'steel', on: false } });
    expect((await page({ find: 'sk-10' })).rows.map((r) => r.tags)).toEqual([['a first one'], ['steel']]);
    await setMany(db, { ids: ['nSK-9', 'nSK-10'], set: { archived: true } });
    expect((await page({})).total).toBe(before.total - 2);
    expect(await numbers({ archive: '1' })).toEqual(['SK-9', 'SK-10']);
    await archiveDrawing(db, 'nSK-9', false);
    await setMany(db, { ids: ['nSK-10'], set: { archived: false } });
    expect((await page({ state: 'in hand' })).total).toBe(before.total);
    expect((await page({ state: 'issued' })).total).toBe(0);
  });
  test('an address that cannot be read counts as the usual one', () => {
    expect(registerQuery.parse({ sort: 'nonsense', page: '-3', state: 'x', down: 'yes' })).toEqual(
      registerQuery.parse({}),
    );
  });
  test('a drawing stored without words gets them when the register is opened', async () => {
    await db.query(`update drawing set words = '', number_key = '' where id = 'nSK-9'`);
    await db.query(`insert into drawing (id, document, title) values ('broken', 'not json', 'Title')`);
    await fillSummaries(db);
    expect(await numbers({ find: 'numbered sk-9' })).toEqual(['SK-9']);
    expect((await page({})).rows.map((r) => r.id)).toContain('broken');
    await db.query(`delete from drawing where id = 'broken'`);
  });
});

test('ten thousand drawings: a page, a search and a filter come soon', async () => {
  await db.query(
    `insert into drawing (id, document, number, title, material, words, number_key, title_key, folder)
     select 'x' || n, d.document, 'T-' || n, 'Turned part ' || n, 'steel', replace(d.words, 'louvre', 'thing' || n),
       't-' || lpad(n::text, 12, '0'), 'turned part ' || lpad(n::text, 12, '0'), 'Job ' || (n % 40)
     from generate_series(1, 10000) n, (select document, words from drawing where id = '02') d`,
  );
  await db.script('analyze');
  const timed = async (asked: Partial<RegisterQuery>): Promise<number> => {
    const times: number[] = [];
    for (let i = 0; i < 3; i++) {
      const start = performance.now();
      const { rows } = await page(asked);
      times.push(performance.now() - start);
      expect(rows.length).toBeGreaterThan(0);
      expect(rows.length).toBeLessThanOrEqual(PAGE);
    }
    return Math.min(...times);
  };
  const found = {
    first: await timed({}),
    last: await timed({ page: 50 }),
    folder: await timed({ folder: 'Job 7' }),
    title: await timed({ sort: 'title', down: '1' }),
    'hole 12': await timed({ find: 'hole 12' }),
    'one of them': await timed({ find: 'thing7777' }),
  };
  console.log(
    Object.entries(found)
      .map(([k, t]) => `${k} ${t.toFixed(0)} ms`)
      .join(', '),
  );
  // on a machine that others use too it may take some times as long as on a free one
  for (const t of [found.first, found.last, found.folder, found.title]) expect(t).toBeLessThan(600);
  for (const t of Object.values(found)) expect(t).toBeLessThan(2500);
  await db.script(`delete from drawing where id like 'x%'`);
});
