import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { newLine, saved, stand } from './desk.ts';
import { serverFor } from './server.ts';

const server = serverFor(test);

test('a preset is copied, changed by its pictures, and new drawings begin with it', async ({ page }) => {
  await page.goto(server.address);
  await page.getByRole('link', { name: 'House rules' }).click();
  const list = page.getByRole('navigation', { name: 'House rules' });
  await expect(list.getByText('None yet.', { exact: false })).toBeVisible();
  // presets show what they say, and cannot be changed themselves
  await list.getByRole('button', { name: 'Solids class' }).click();
  const rule = (name: string) => page.getByRole('group', { name });
  await expect(rule('Projection').getByRole('button', { name: 'First angle' })).toBeDisabled();
  await expect(rule('Names of corners').getByRole('button', { name: 'Numbers' })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await page.getByRole('button', { name: 'Copy, to be changed' }).click();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Solids class, own');
  await page.getByLabel('Name', { exact: true }).fill('Lighthouse school');
  await page.getByLabel('Name', { exact: true }).press('Enter');
  await expect(list.getByRole('button', { name: 'Lighthouse school' })).toBeVisible();
  await expect(list.getByRole('button', { name: 'Solids class, own' })).toHaveCount(0);
  const pictures = page.locator('fieldset img');
  await expect
    .poll(() => pictures.evaluateAll((all) => all.every((i) => (i as HTMLImageElement).naturalWidth > 0)))
    .toBe(true);
  await rule('Projection').getByRole('button', { name: 'Third angle' }).click();
  await expect(rule('Projection').getByRole('button', { name: 'Third angle' })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  // two choices before either is answered: both are kept
  await page.evaluate(() => {
    for (const words of ['Ticks', 'From a zero mark'])
      [...document.querySelectorAll('fieldset button')]
        .find((b) => b.textContent === words)
        ?.dispatchEvent(new MouseEvent('click', { bubbles: true }));
  });
  await expect
    .poll(async () => {
      const kept = await (await page.request.get(`${server.address}/api/rules`)).json();
      return [kept[0]?.rules.rules.lineEnds, kept[0]?.rules.rules.lengths];
    })
    .toEqual(['ticks', 'running']);
  // a name that is taken is not overwritten by one who never had it open
  const [mine] = await (await page.request.get(`${server.address}/api/rules`)).json();
  const overwritten = await page.request.put(`${server.address}/api/rules`, {
    data: { rules: { ...mine.rules, angle: 'first' } },
    headers: { origin: server.address },
  });
  expect(overwritten.status()).toBe(409);
  await page.getByLabel('New drawings begin with these').click();
  await expect(list.getByText('new drawings begin with these')).toBeVisible();
  // the name of a preset is taken
  await page.getByLabel('Name', { exact: true }).fill('Inch workshop');
  await page.getByLabel('Name', { exact: true }).press('Enter');
  await expect(
    page.getByText('"Inch workshop" is a preset that stays as it is. Give yours another name.'),
  ).toBeVisible();

  // out and in again as a file
  await list.getByRole('button', { name: 'Lighthouse school' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as a file' }).click();
  const path = await (await download).path();
  expect(JSON.parse(readFileSync(path, 'utf8'))).toMatchObject({
    format: 'blue-ledger/rules@1',
    name: 'Lighthouse school',
    angle: 'third',
    rules: { lineEnds: 'ticks', corners: 'numbers' },
  });
  await page.getByLabel('House rules file').setInputFiles(path);
  await expect(list.getByRole('button', { name: 'Lighthouse school 2' })).toBeVisible();
  await page.getByRole('button', { name: 'Delete' }).click();
  await expect(list.getByRole('button', { name: 'Lighthouse school 2' })).toHaveCount(0);
  await page.getByLabel('House rules file').setInputFiles({
    name: 'x.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"format":"other"}'),
  });
  await expect(page.getByText('x.json holds no house rules', { exact: false })).toBeVisible();

  // a new drawing begins with them
  await page.goto(server.address);
  await page.getByRole('button', { name: 'New drawing' }).click();
  await newLine(page).fill('block 60 x 30 x 20');
  await expect(page.getByTestId('understood')).toBeVisible();
  await newLine(page).press('Enter');
  await saved(page);
  await stand(page, 'Set out');
  const rules = page.getByLabel('House rules', { exact: true });
  await expect(rules.locator('option:checked')).toHaveText('Lighthouse school');
  await expect(page.getByRole('radio', { name: 'Third' }).first()).toBeChecked();
  // a choice of one's own is kept under a name, and taken again after another
  await page.getByRole('switch', { name: 'Mitre line shown' }).click();
  await expect(rules.locator('option:checked')).toHaveText('Your own');
  await page.getByRole('button', { name: 'Keep them under a name' }).click();
  await page.getByLabel('Name of these house rules').fill('Evening class');
  await page.getByLabel('Name of these house rules').press('Enter');
  await expect(rules.locator('option:checked')).toHaveText('Evening class');
  await rules.selectOption('Metric workshop');
  await expect(rules.locator('option:checked')).toHaveText('Metric workshop');
  await saved(page);
  await rules.selectOption({ label: 'Evening class' });
  await saved(page);
  await expect(rules.locator('option:checked')).toHaveText('Evening class');

  // rules that change are offered to the drawings that were drawn by them
  await stand(page, 'Set out');
  const room = await page.context().newPage();
  await room.goto(`${server.address}/rules`);
  await room.getByRole('button', { name: 'Evening class' }).click();
  await room.getByRole('group', { name: 'Projection' }).getByRole('button', { name: 'First angle' }).click();
  await expect
    .poll(async () =>
      (await (await room.request.get(`${server.address}/api/rules`)).json()).map(
        (k: { rules: { name: string; angle: string } }) => `${k.rules.name} ${k.rules.angle}`,
      ),
    )
    .toContain('Evening class first');
  await room.close();
  await page.reload();
  await stand(page, 'Set out');
  const offer = page.getByRole('region', { name: 'Changed house rules' });
  await expect(offer).toContainText('“Evening class” has changed');
  await expect(offer).toContainText('Projection: First angle');
  await offer.getByRole('button', { name: 'Take over' }).click();
  await expect(page.getByRole('radio', { name: 'First' }).first()).toBeChecked();
  await expect(offer).toHaveCount(0);
  await saved(page);
});
