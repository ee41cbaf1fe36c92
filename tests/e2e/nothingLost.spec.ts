import { type BrowserContext, expect, type Page, test } from '@playwright/test';
import { openDrawing, saved, stand, statementEditor, type, writtenStatement } from './desk.ts';
import { serverFor } from './server.ts';

test.describe.configure({ mode: 'serial' });

const server = serverFor(test);

const heightField = (page: Page) => page.getByLabel(/^Size H,/);
const height = (page: Page) => page.getByTestId('overall H');
/** What is told above the book. */
const alert = (page: Page) => page.locator('p[role=alert]');
const conflict = (page: Page) => page.getByRole('dialog', { name: 'Changed in two windows' });
/** Requests that store or step back, failed for as long as the returned function is not called. */
const cutOff = async (page: Page): Promise<() => Promise<void>> => {
  await page.route('**/api/drawings/**', (route) => route.abort());
  return () => page.unroute('**/api/drawings/**');
};
const storedHeight = async (page: Page): Promise<unknown> => {
  const id = new URL(page.url()).pathname.split('/').at(-1);
  const kept = (await (await fetch(`${server.address}/api/drawings/${id}`)).json()) as {
    drawing: { part: { dims: Record<string, unknown> } };
  };
  return kept.drawing.part.dims.H;
};
const secondWindow = async (context: BrowserContext, page: Page): Promise<Page> => {
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(other.getByTestId('sheet')).toBeVisible();
  return other;
};

test('a change that waits goes into its own drawing, though another one was opened meanwhile', async ({
  page,
}) => {
  await openDrawing(page, server.address, 'Louvre bracket');
  const bracket = page.url();
  const back = await cutOff(page);
  await type(heightField(page), '57');
  await expect(page.getByTestId('save')).toHaveText('Not saved yet');
  await page.getByRole('link', { name: /to the register/ }).click();
  const row = page.getByRole('row', { name: /Louvre bracket/ });
  await expect(row.getByRole('status')).toHaveText('1 change not saved yet');
  await page.getByRole('link', { name: 'Vane hub, hollow hexagon', exact: true }).click();
  await expect(page.getByTestId('sheet')).toBeVisible();
  await back();
  await expect(async () => {
    const kept = await (await fetch(`${bracket.replace('/drawings/', '/api/drawings/')}`)).json();
    expect(kept.drawing.part.dims.H).toBe(57);
  }).toPass({ timeout: 20_000 });
  await page.reload();
  await expect(page.getByText('Vane hub, hollow hexagon').first()).toBeVisible();
  await page.getByRole('link', { name: /to the register/ }).click();
  await expect(row.getByRole('status')).toHaveCount(0);
});

test('a page of a proxy in place of an answer is no refusal: the change is sent again', async ({ page }) => {
  await openDrawing(page, server.address, 'Louvre bracket');
  let failures = 2;
  await page.route('**/api/drawings/**', (route) =>
    route.request().method() === 'PUT' && failures-- > 0
      ? route.fulfill({ status: 502, contentType: 'text/html', body: '<html>Bad gateway</html>' })
      : route.continue(),
  );
  await type(heightField(page), '58');
  await expect(alert(page)).toContainText('The server cannot be reached (answer 502)');
  await saved(page);
  await expect(alert(page).filter({ hasText: 'server' })).toHaveCount(0);
  expect(await storedHeight(page)).toBe(58);
});

test('an answer that is lost on its way is no conflict, and the change is made once', async ({ page }) => {
  await openDrawing(page, server.address, 'Louvre bracket');
  let losses = 2;
  await page.route('**/api/drawings/**', async (route) => {
    if (route.request().method() === 'PUT' && losses-- > 0) {
      await route.fetch();
      await route.abort();
    } else await route.continue();
  });
  await type(heightField(page), '59');
  await saved(page);
  await type(heightField(page), '60');
  await saved(page);
  await page.getByRole('button', { name: 'Daybook' }).click();
  const lines = page.getByTestId('daybook').getByRole('listitem');
  await expect(lines.first()).toContainText('Size H: 59 to 60');
  await expect(lines.nth(1)).toContainText('Size H: 58 to 59');
  await expect(lines.nth(2)).not.toContainText('58 to 59');
});

test('a refused undo says why, and undoes nothing', async ({ page }) => {
  const troubles: string[] = [];
  page.on('pageerror', (e) => troubles.push(e.message));
  await openDrawing(page, server.address, 'Louvre bracket');
  const back = await cutOff(page);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(alert(page)).toContainText('Whether this was undone is shown when it is back', {
    timeout: 15_000,
  });
  await expect(height(page)).toHaveText('60');
  await back();
  expect(troubles).toEqual([]);
});

test('the server is killed under the browser again and again: no edit is lost, none is doubled', async ({
  page,
}) => {
  test.setTimeout(240_000);
  await openDrawing(page, server.address, 'Louvre bracket');
  for (let round = 0; round < 6; round++) {
    const h = 61 + round;
    await type(heightField(page), String(h));
    await expect(height(page)).toHaveText(String(h));
    // at another moment of storing each time
    await page.waitForTimeout(190 + 14 * round);
    await server.kill('SIGKILL');
    await type(heightField(page), String(h + 0.5));
    await server.restartThere();
    await expect.poll(() => storedHeight(page), { timeout: 20_000 }).toBe(h + 0.5);
    await expect(conflict(page)).toHaveCount(0);
  }
  await page.getByRole('button', { name: 'Daybook' }).click();
  await expect(page.getByTestId('daybook').getByRole('listitem').first()).toContainText('to 66.5');
  const texts = await page.getByTestId('daybook').getByRole('listitem').allTextContents();
  const made = texts.map((t) => /Size H: .* to ([\d.]+)/.exec(t)?.[1]).slice(0, 12);
  expect(made).toEqual([66.5, 66, 65.5, 65, 64.5, 64, 63.5, 63, 62.5, 62, 61.5, 61].map(String));
});

test('two windows follow one another', async ({ page, context }) => {
  await openDrawing(page, server.address, 'Louvre bracket');
  const other = await secondWindow(context, page);
  await type(heightField(page), '71');
  await saved(page);
  await expect(height(other)).toHaveText('71');
  await expect(other.getByTestId('save')).toContainText('Changed in another window');
  await type(heightField(other), '72');
  await expect(height(page)).toHaveText('72');
  await other.close();
});

test('Ctrl Z in a window that is behind undoes nothing there', async ({ page, context }) => {
  await openDrawing(page, server.address, 'Louvre bracket');
  const stale = await secondWindow(context, page);
  // this window does not hear of the other
  await stale.route('**/api/drawings/*?after=*', (route) => route.abort());
  await type(heightField(page), '73');
  await saved(page);
  await stale
    .locator('header')
    .first()
    .click({ position: { x: 300, y: 10 } });
  await stale.keyboard.press('Control+z');
  await expect(alert(stale)).toContainText('so nothing was undone here');
  await expect(height(stale)).toHaveText('73');
  expect(await storedHeight(page)).toBe(73);
  await stale.close();
});

test('a drawing changed in two windows: what differs is said, and either or both are kept', async ({
  page,
  context,
}) => {
  await openDrawing(page, server.address, 'Louvre bracket');
  const other = await secondWindow(context, page);
  const collide = async (theirs: string, mine: string): Promise<void> => {
    await other.route('**/api/drawings/**', (route) => route.abort());
    await type(heightField(other), mine);
    await expect(height(other)).toHaveText(mine);
    await type(heightField(page), theirs);
    await expect.poll(() => storedHeight(page)).toBe(Number(theirs));
    await other.unroute('**/api/drawings/**');
    await expect(conflict(other).getByRole('heading')).toBeVisible({ timeout: 20_000 });
  };
  await collide('74', '75');
  await expect(conflict(other).getByTestId('differences').getByRole('row').nth(1)).toHaveText(
    'Size HLet H = 74Let H = 75',
  );
  await conflict(other).getByRole('button', { name: 'Keep mine' }).click();
  await expect(conflict(other)).toHaveCount(0);
  await saved(other);
  await expect(height(page)).toHaveText('75');

  await collide('76', '77');
  await conflict(other).getByRole('button', { name: 'Keep what is stored' }).click();
  await expect(height(other)).toHaveText('76');

  await collide('78', '79');
  await conflict(other).getByRole('button', { name: 'Keep both' }).click();
  await expect(height(other)).toHaveText('78');
  await other.getByRole('link', { name: /to the register/ }).click();
  await other.getByRole('link', { name: 'Louvre bracket (my version)', exact: true }).click();
  await expect(height(other)).toHaveText('79');
  await other.close();
});

test('a drawing changed in two windows at different places has both changes, and nobody is asked', async ({
  page,
  context,
}) => {
  await openDrawing(page, server.address, 'Louvre bracket');
  const other = await secondWindow(context, page);
  await other.route('**/api/drawings/**', (route) => route.abort());
  await type(other.getByLabel(/^Size D,/), '44');
  await expect(other.getByTestId('overall D')).toHaveText('44');
  await type(heightField(page), '83');
  await expect.poll(() => storedHeight(page)).toBe(83);
  await other.unroute('**/api/drawings/**');
  await saved(other);
  await expect(height(other)).toHaveText('83');
  await expect(other.getByTestId('overall D')).toHaveText('44');
  await expect(conflict(other)).toHaveCount(0);
  await expect(page.getByTestId('overall D')).toHaveText('44');
  // what the window shows is what is stored
  await other.reload();
  await expect(other.getByTestId('overall D')).toHaveText('44');
  await expect(height(other)).toHaveText('83');
  await other.close();
});

test('what was typed before the page went is stored when the register is opened', async ({ page }) => {
  await openDrawing(page, server.address, 'Louvre bracket');
  const address = page.url();
  const back = await cutOff(page);
  await type(heightField(page), '80');
  await type(heightField(page), '81');
  await expect(height(page)).toHaveText('81');
  await expect(page.getByTestId('save')).toHaveText('Not saved yet');
  await page.goto('about:blank');
  await back();
  await page.goto(server.address);
  await expect(async () => {
    const kept = await (await fetch(address.replace('/drawings/', '/api/drawings/'))).json();
    expect(kept.drawing.part.dims.H).toBe(81);
  }).toPass({ timeout: 10_000 });
});

test('a part too heavy to be drawn in time is stored all the same, and says so', async ({ page }) => {
  test.setTimeout(120_000);
  await page.goto(server.address);
  const file = {
    format: 'blue-ledger/part@1',
    name: 'Foam',
    units: 'mm',
    bodies: [
      {
        name: 'foam',
        features: [
          {
            id: 'bubbles',
            op: 'add',
            shape: { kind: 'sphere', diameter: 60 },
            repeat: { count: 2, step: [1, 0.3, 0.7] },
          },
        ],
      },
    ],
  };
  await page.getByLabel('Part, drawing or solid file').setInputFiles({
    name: 'foam.part.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(file)),
  });
  await expect(page.getByTestId('sheet')).toBeVisible();
  await page.getByRole('button', { name: 'Edit as text' }).click();
  const before = await writtenStatement(page);
  await statementEditor(page).fill(before.replace('2 times', '200 times'));
  expect(await writtenStatement(page)).toBe(before.replace('2 times', '200 times'));
  expect(before).toContain('2 times');
  await page.getByRole('button', { name: 'Apply' }).click();
  // the server answers others meanwhile
  const asked = Date.now();
  expect((await fetch(`${server.address}/api/health`)).ok).toBe(true);
  expect(Date.now() - asked).toBeLessThan(2000);
  await expect(alert(page).first()).toContainText(/takes (too long|longer than 8 s)/, {
    timeout: 60_000,
  });
  await saved(page);
  await expect(alert(page).first()).toContainText('bubbles');
});

test('figures entered faster than they are drawn all count; the last one stands', async ({ page }) => {
  await openDrawing(page, server.address, 'Louvre bracket');
  const height = page.getByLabel(/^Size H,/);
  const last = await height.inputValue();
  for (const h of [60, 61, 62, 63, 64, 65, 66, 67]) await type(height, String(h));
  await expect(page.getByTestId('overall H')).toHaveText('67');
  await expect(height).toHaveValue('67');
  await saved(page);
  await page.getByRole('button', { name: 'Daybook' }).click();
  const lines = page.getByTestId('daybook').getByRole('listitem');
  await expect(lines.first()).toContainText('Size H: 66 to 67');
  const made = (await lines.allTextContents()).map((t) => /Size H: .* to (\d+)/.exec(t)?.[1]).slice(0, 8);
  expect(made).toEqual(['67', '66', '65', '64', '63', '62', '61', '60']);
  await page.keyboard.press('Escape');
  await type(height, last);
});

test('scripts that come later and cannot be fetched for a while take nothing away', async ({ page }) => {
  let away: number | undefined;
  let refused = 0;
  // once the rest is asked for, after the first picture or where that is long in coming, nothing more is fetched for four seconds
  const restIsAskedFor = () => page.evaluate(() => performance.getEntriesByName('rest').length > 0);
  await page.route('**/_next/static/**', async (route) => {
    if (away === undefined && !(await restIsAskedFor())) return route.continue();
    away ??= Date.now();
    if (Date.now() - away > 4000) return route.continue();
    refused++;
    return route.abort();
  });
  await openDrawing(page, server.address, 'Louvre bracket');
  await expect.poll(() => refused).toBeGreaterThan(10);
  await page.waitForTimeout(1000);
  await expect(heightField(page)).toBeVisible();
  await type(heightField(page), '71');
  await expect(height(page)).toHaveText('71');
  // what was missing comes when it can be fetched
  await expect(page.getByRole('button', { name: 'Begin from a shape' })).toBeVisible({ timeout: 20_000 });
  await saved(page);
});

test('where the scripts of the engine cannot be fetched, that is said, and the sheet comes when they can', async ({
  page,
}) => {
  let isAway = false;
  await page.route('**/_next/static/**', (route) => {
    // the engine's worker begins: from here on the server is away
    if (/worker/.test(route.request().url())) isAway = true;
    return isAway ? route.abort() : route.continue();
  });
  await page.goto(server.address);
  await page.getByRole('link', { name: 'Louvre bracket', exact: true }).click();
  const unfetched = /^A part of Blue Ledger could not be fetched: the server does not answer/;
  await expect(alert(page)).toHaveText(unfetched);
  await page.waitForTimeout(1000);
  await expect(page.getByTestId('sheet')).toHaveCount(0);
  await page.unroute('**/_next/static/**');
  await expect(page.getByTestId('sheet')).toBeVisible({ timeout: 20_000 });
  await expect(alert(page)).toHaveCount(0);
  // the same for a part of it that is first needed later
  await page.waitForTimeout(3000);
  await page.route('**/_next/static/**', (route) => route.abort());
  await stand(page, 'Check');
  await expect(alert(page)).toHaveText(unfetched);
  await page.unroute('**/_next/static/**');
  await expect(page.getByRole('list', { name: 'Remarks found' }).getByRole('listitem').first()).toBeVisible({
    timeout: 20_000,
  });
  await expect(alert(page)).toHaveCount(0);
});
