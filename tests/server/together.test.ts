import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { LiveEvent } from '../../exchange/live.ts';
import { openDatabase } from '../../server/database.ts';
import type { Database } from '../../server/queries.ts';
import { addDrawing, changeDrawing } from '../../server/store.ts';
import { tellPointing, watchDrawing } from '../../server/together.ts';
import { demoDrawing } from '../samples.ts';
import { openRegister } from './openRegister.ts';

const bracket = demoDrawing('02-louvre-bracket.drawing.json');
let folder: string;
let db: Database;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'blue-ledger-together-'));
  // BLUE_LEDGER_TEST_DATABASE: an empty database of a PostgreSQL server, in place of the embedded one
  const DATABASE_URL = process.env.BLUE_LEDGER_TEST_DATABASE;
  db = await (DATABASE_URL ? openDatabase({ DATABASE_URL }) : openRegister(folder));
  for (const id of ['a', 'b']) await addDrawing(db, id, bracket);
});
afterAll(async () => {
  await db.close();
  rmSync(folder, { recursive: true, force: true });
});

/** Waits until something is so. */
const until = async (isSo: () => boolean): Promise<void> => {
  for (let i = 0; i < 200 && !isSo(); i++) await new Promise((done) => setTimeout(done, 20));
  expect(isSo()).toBe(true);
};
const watching = async (drawing: string, name: string) => {
  const events: LiveEvent[] = [];
  const end = await watchDrawing(db, drawing, name, (e) => events.push(e));
  const names = (): readonly string[] =>
    events.flatMap((e) => (e.kind === 'here' ? [e.names] : [])).at(-1) ?? [];
  const heights = () => events.flatMap((e) => (e.kind === 'changed' ? [e.kept.drawing.part.dims?.H] : []));
  const places = () => events.flatMap((e) => (e.kind === 'pointing' ? [[e.name, e.at]] : []));
  return { end, names, heights, places };
};
let changes = 0;
const change = (id: string, revision: number, H: number) =>
  changeDrawing(
    db,
    id,
    { change: `c${++changes}`, revision },
    { ...bracket, part: { ...bracket.part, dims: { ...bracket.part.dims, H } } },
    'H',
  );

test('whoever looks at a drawing hears of its changes and of the others, and of no other drawing', async () => {
  const dora = await watching('a', 'Dora');
  const chet = await watching('a', 'Chet');
  const twice = await watching('a', 'Chet');
  const rea = await watching('b', 'Rea');
  await until(() => dora.names().length === 2);
  expect(dora.names()).toEqual(['Chet', 'Dora']);
  await until(() => rea.names().length === 1);
  await change('a', 1, 61);
  await until(() => [dora, chet, twice].every((w) => w.heights().length === 1));
  await change('b', 1, 71);
  await until(() => rea.heights().length === 1);
  expect([dora.heights(), rea.heights()]).toEqual([[61], [71]]);
  // one who has two windows is here until both are gone
  await twice.end();
  await change('a', 2, 62);
  await until(() => dora.heights().length === 2);
  expect(dora.names()).toEqual(['Chet', 'Dora']);
  await chet.end();
  await until(() => dora.names().length === 1);
  expect([dora.names(), twice.heights()]).toEqual([['Dora'], [61]]);
  await dora.end();
  await rea.end();
});

test('a change that is not stored is not told of', async () => {
  const dora = await watching('b', 'Dora');
  await expect(change('b', 1, 99)).rejects.toThrow('changed in another window');
  await change('b', 2, 72);
  await until(() => dora.heights().length === 1);
  expect(dora.heights()).toEqual([72]);
  await dora.end();
});

test('where somebody points is told to those at the same drawing, and to nobody else', async () => {
  const dora = await watching('a', 'Dora');
  const rea = await watching('b', 'Rea');
  await tellPointing(db, 'a', 'Chet', [12.5, 40]);
  await tellPointing(db, 'a', 'Chet', null);
  await tellPointing(db, 'b', 'Dora', [1, 2]);
  await until(() => dora.places().length === 2 && rea.places().length === 1);
  expect(dora.places()).toEqual([
    ['Chet', [12.5, 40]],
    ['Chet', null],
  ]);
  expect(rea.places()).toEqual([['Dora', [1, 2]]]);
  await dora.end();
  await rea.end();
});
