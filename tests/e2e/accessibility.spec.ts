import AxeBuilder from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { openDrawing, stand } from './desk.ts';
import { serverFor } from './server.ts';

const server = serverFor(test);

/** What keeps a page from being used by everyone, each with the place. */
const barriers = async (page: Page): Promise<string[]> => {
  const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21aa']).analyze();
  return violations.flatMap((v) =>
    v.nodes.map((n) => `${v.id}: ${n.target.join(' ')} ${n.failureSummary ?? ''}`),
  );
};

test('the register has no barriers', async ({ page }) => {
  await page.goto(server.address);
  await expect(page.getByRole('link', { name: 'Sundial wedge' })).toBeVisible();
  expect(await barriers(page)).toEqual([]);
});

for (const stage of ['Measure', 'Set out', 'Project', 'Transfer', 'Cut'])
  test(`the desk at ${stage} has no barriers`, async ({ page }) => {
    await openDrawing(page, server.address, 'Lantern cap, eight-sided');
    await stand(page, stage);
    await expect(page.getByText('FRONT VIEW', { exact: true })).toBeVisible();
    expect(await barriers(page)).toEqual([]);
  });
