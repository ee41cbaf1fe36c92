import { expect, test } from '@playwright/test';
import pg from 'pg';
import { newDrawing, newLine, saved } from './desk.ts';
import { serverFor } from './server.ts';

const server = serverFor(test);
const POSTGRES = process.env.BLUE_LEDGER_TEST_POSTGRES;

test('connections to the database that end in mid-edit end neither the server nor an edit', async ({
  page,
}) => {
  test.skip(!POSTGRES, 'only on a PostgreSQL server');
  /** Ends every connection to the databases of the tests, as a restart of the database does. */
  const cutOff = async (): Promise<void> => {
    const client = new pg.Client({ connectionString: `${POSTGRES}/postgres` });
    await client.connect();
    await client.query(
      "select pg_terminate_backend(pid) from pg_stat_activity where datname like 'blue_ledger_%'",
    );
    await client.end();
  };
  await newDrawing(page, server.address);
  const lines = [
    'block 80 x 50 x 20',
    'hole 10 through at 20, 20',
    'hole 8 through at 60, 20',
    'hole 6 through at 40, 35',
  ];
  for (const line of lines) {
    await newLine(page).fill(line);
    await expect(page.getByTestId('understood')).toBeVisible();
    await Promise.all([newLine(page).press('Enter'), cutOff()]);
    await expect(newLine(page)).toHaveValue('');
    await cutOff();
  }
  await saved(page);
  await page.reload();
  for (const name of ['hole, across', 'hole 2, across', 'hole 3, across'])
    await expect(page.getByLabel(name, { exact: true })).toBeVisible();
  await expect(page.getByLabel('hole 3, across', { exact: true })).toHaveValue('6');
});
