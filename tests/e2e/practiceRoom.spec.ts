import { readFileSync } from 'node:fs';
import { expect, type Page, test } from '@playwright/test';
import { serverFor } from './server.ts';

const server = serverFor(test);
const KINDS = [
  'Third view from two',
  'Pictorial from three views',
  'Hidden or visible',
  'A line that is missing',
  'A corner found in a view',
  'First or third angle',
  'Sectional view',
  'True shape of a cut',
  'Development of a cut prism',
  'Number a point',
  'Find a cut point',
  'A line that is wrong',
  'A size worked out',
  'From first to third angle',
  'A thread as it is drawn',
  'The size that is missing',
  'Views set out in a frame',
];
const exercise = (page: Page) => page.getByRole('region', { name: 'Exercise' });
const verdict = (page: Page) => exercise(page).getByRole('status');

test('one exercise of each kind is done by keys, what was wrong is said and kept, and the level rises', async ({
  page,
}) => {
  await page.goto(`${server.address}/`);
  await page.getByRole('link', { name: 'Practice' }).click();
  await expect(page.getByRole('heading', { name: 'Practice' })).toBeVisible();
  for (const kind of KINDS) {
    await page.getByRole('button', { name: new RegExp(`^${kind}`) }).click();
    await expect(exercise(page)).toBeVisible();
    if (process.env.SHOTS) await page.screenshot({ path: `${process.env.SHOTS}/${kind}.png` });
    // three hints, by the key
    for (let i = 0; i < 3; i++) await page.keyboard.press('h');
    await expect(page.getByRole('list', { name: 'Hints' }).getByRole('listitem')).toHaveCount(3);
    if (kind === 'Hidden or visible') {
      const asked = exercise(page).getByRole('group');
      for (let i = 0; i < (await asked.count()); i++) await asked.nth(i).getByLabel('hidden').check();
      await exercise(page).getByRole('button', { name: 'Check' }).press('Enter');
    } else {
      // what the last hint struck out is not taken; one of the others is
      for (const key of kind === 'First or third angle' ? ['a'] : ['a', 'b', 'c', 'd'])
        await page.keyboard.press(key);
    }
    await expect(verdict(page)).toHaveText(/^(Right\.|No: .+|\d of \d are called wrongly\.)$/);
    await expect(page.getByRole('button', { name: new RegExp(`^${kind}`) })).toContainText(/[01] of 1 right/);
  }
  await page.keyboard.press('n');
  await expect(verdict(page)).toHaveText('');
  await expect(page.getByLabel('Number')).toHaveValue('2');
  // the progress stays where it is, is saved as a file, deleted, and opened again
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as a file' }).click();
  const path = await (await download).path();
  expect(JSON.parse(readFileSync(path, 'utf8')).marks).toHaveLength(KINDS.length);
  await page.reload();
  await expect(page.getByText('of 17 right. It is kept in this browser alone.')).toBeVisible();
  await page.getByRole('button', { name: 'Delete', exact: true }).click();
  await page.getByRole('button', { name: 'Delete it, really' }).click();
  await expect(page.getByText('What you answer is kept in this browser alone.')).toBeVisible();
  await page
    .getByLabel('Progress file')
    .setInputFiles({ name: 'x.json', mimeType: 'application/json', buffer: Buffer.from('{}') });
  await expect(page.getByText('This file holds no progress.', { exact: false })).toBeVisible();
  await page.getByLabel('Progress file').setInputFiles(path);
  await expect(page.getByText('of 17 right. It is kept in this browser alone.')).toBeVisible();
});

test('a key pressed the moment an exercise appears counts', async ({ page }) => {
  await page.goto(`${server.address}/practice`);
  await expect(exercise(page)).toBeVisible();
  // pressed by the page itself, in the step in which the exercise comes onto it
  await page.evaluate(() => {
    new MutationObserver((_, observer) => {
      if (!document.querySelector('section[aria-label="Exercise"]')) return;
      observer.disconnect();
      for (let i = 0; i < 2; i++)
        document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'h', bubbles: true }));
    }).observe(document.body, { childList: true, subtree: true });
    for (const b of document.querySelectorAll('button'))
      if (b.textContent?.startsWith('True shape of a cut')) b.click();
  });
  await expect(page.getByRole('list', { name: 'Hints' }).getByRole('listitem')).toHaveCount(2);
});

test('an exercise is found again by its level and number; three sure answers lead on', async ({ page }) => {
  await page.goto(`${server.address}/practice`);
  const angle = page.getByRole('button', { name: /^First or third angle/ });
  for (let i = 1; i <= 3; i++) {
    await angle.click();
    await expect(page.getByLabel('Number')).toHaveValue(String(i));
    await expect(exercise(page)).toBeVisible();
    // which angle it is, as a learner sees it: the largest difference is that the top view stands below or above
    const views = exercise(page).getByRole('img', { name: 'front view, top view' });
    const below = await views.evaluate((svg) => {
      const [front, top] = [...svg.querySelectorAll(':scope > g')].map((g) => g.getBoundingClientRect().y);
      return (top as number) > (front as number);
    });
    await page.keyboard.press(below ? 'a' : 'b');
    await expect(verdict(page)).toHaveText('Right.');
  }
  await expect(angle).toContainText('level 2 of 12, 3 of 3 right');
  await page.getByRole('button', { name: /^Third view/ }).click();
  await page.getByLabel('Level').selectOption('4');
  await page.getByLabel('Number').fill('77');
  await page.getByRole('button', { name: 'Show it' }).click();
  const paths = (): Promise<string> =>
    exercise(page)
      .locator('path')
      .evaluateAll((all) => all.map((p) => p.getAttribute('d')).join());
  await expect(page.getByLabel('Number')).toHaveValue('77');
  await expect(exercise(page)).toBeVisible();
  const first = await paths();
  await page.getByRole('button', { name: /^First or third angle/ }).click();
  await expect(exercise(page)).toBeVisible();
  expect(await paths()).not.toBe(first);
  await page.getByRole('button', { name: /^Third view/ }).click();
  await page.getByLabel('Level').selectOption('4');
  await page.getByLabel('Number').fill('77');
  await page.getByRole('button', { name: 'Show it' }).click();
  await expect.poll(paths).toBe(first);
});

test('progress is shown over time, with what was taken for right', async ({ page }) => {
  await page.goto(`${server.address}/practice`);
  const marks = Array.from({ length: 23 }, (_, i) => ({
    kind: 'pictorial',
    level: 1,
    seed: i + 1,
    right: i > 8,
    hints: 0,
    ...(i <= 8 && { mistake: i % 3 ? 'mirrored' : 'something missing' }),
    on: '2026-11-29T10:00:00Z',
  }));
  const file = JSON.stringify({ format: 'blue-ledger/progress@1', marks });
  await expect(exercise(page)).toBeVisible();
  await page
    .getByLabel('Progress file')
    .setInputFiles({ name: 'p.json', mimeType: 'application/json', buffer: Buffer.from(file) });
  await expect(page.getByRole('img', { name: 'Right by tens: 1 of 10, 10 of 10, 3 of 3' })).toBeVisible();
  await expect(
    page.getByRole('img', { name: /^Commonest mistakes: mirrored 6, something missing 3/ }),
  ).toBeVisible();
  if (process.env.SHOTS) await page.screenshot({ path: `${process.env.SHOTS}/progress.png` });
});

test('a worksheet for a class has its answers on a page of their own', async ({ page }) => {
  await page.goto(`${server.address}/practice`);
  await page.getByRole('link', { name: 'Worksheets' }).click();
  await page.getByLabel('How many').fill('4');
  await expect(page.getByText('Two exercises stand on a page', { exact: false })).toBeVisible();
  await expect(page.getByRole('region', { name: /^Exercise \d$/ })).toHaveCount(4);
  const answers = page.getByRole('region', { name: 'Answers' });
  await expect(answers.getByRole('listitem')).toHaveCount(4);
  await expect(answers.getByRole('listitem').first()).toHaveText(/^1\. [A-D] \(in [A-D] /);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(
    'Third view from two, level 3, numbers 1 to 4',
  );
  if (process.env.SHOTS) await page.pdf({ path: `${process.env.SHOTS}/sheet.pdf`, format: 'A4' });
});

test('what was answered is worked at the desk: the construction of its part step by step, or its dimensions', async ({
  page,
}) => {
  await page.goto(`${server.address}/practice`);
  await page.getByRole('button', { name: /^True shape of a cut/ }).click();
  await expect(exercise(page)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Work it at the desk' })).toHaveCount(0);
  await page.keyboard.press('a');
  await page.getByRole('button', { name: 'Work it at the desk' }).click();
  await expect(page.getByRole('heading', { name: 'Construction' })).toBeVisible({ timeout: 20_000 });
  await expect(page.getByRole('radio', { name: 'Construct' })).toBeChecked();
  await page.goto(`${server.address}/practice`);
  await page.getByRole('button', { name: /^The size that is missing/ }).click();
  await expect(exercise(page)).toBeVisible();
  await page.keyboard.press('a');
  await page.getByRole('button', { name: 'Work it at the desk' }).click();
  // the books of the dimensions say what is missing
  await expect(page.getByText(/is still missing/).first()).toBeVisible({ timeout: 20_000 });
});
