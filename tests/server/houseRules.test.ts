import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { rulesOfSheet } from '../../core/sheet/houseRules.ts';
import { DEFAULT_SETUP } from '../../core/sheet/setup.ts';
import { forgetHouseRules, keepHouseRules, listHouseRules, setUsualRules } from '../../server/houseRules.ts';
import { openRegister } from './openRegister.ts';

let db: Awaited<ReturnType<typeof openRegister>>;
beforeAll(async () => {
  db = await openRegister(mkdtempSync(join(tmpdir(), 'rules-')));
});
afterAll(() => db.close());

const named = (name: string) => rulesOfSheet(name, DEFAULT_SETUP);
const listed = async () => (await listHouseRules(db)).map((r) => [r.rules.name, r.isUsual]);

test('house rules are kept, renamed with their mark, marked one at a time, and forgotten', async () => {
  await keepHouseRules(db, named('b'), undefined);
  await keepHouseRules(db, named('A'), undefined);
  expect(await listed()).toEqual([
    ['A', false],
    ['b', false],
  ]);
  await setUsualRules(db, 'b');
  await keepHouseRules(db, { ...named('c'), angle: 'third' }, 'b');
  expect(await listed()).toEqual([
    ['A', false],
    ['c', true],
  ]);
  expect((await listHouseRules(db))[1]?.rules.angle).toBe('third');
  await setUsualRules(db, 'A');
  expect(await listed()).toEqual([
    ['A', true],
    ['c', false],
  ]);
  await setUsualRules(db, null);
  await forgetHouseRules(db, 'A');
  expect(await listed()).toEqual([['c', false]]);
});

test('rules that cannot be read are left out, and stop no others', async () => {
  await db.query('insert into house_rules (name, rules) values ($1, $2), ($3, $4)', ['d', '{', 'e', '{}']);
  expect(await listed()).toEqual([['c', false]]);
});
