import { AxeBuilder } from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { COMMANDS, commandsFor } from '../../app/desk/commands/commands.ts';
import { listen, newLine, openDrawing, stand } from './desk.ts';
import { serverFor } from './server.ts';

test.describe.configure({ mode: 'serial' });
const server = serverFor(test);

const finder = (page: Page) => page.getByRole('combobox', { name: 'Find an action or a setting' });
const takeCommand = async (page: Page, words: string): Promise<void> => {
  await page.keyboard.press('Control+k');
  await finder(page).fill(words, { timeout: 10_000 });
  await page.keyboard.press('Enter');
  await expect(finder(page)).toHaveCount(0);
};

test('a search finds actions and settings by a drafter’s words, the likeliest first', () => {
  const first = (words: string) => commandsFor(words)[0]?.label;
  expect(first('bounce line')).toBe('Mitre line');
  expect(first('bill of materials')).toBe('Parts list');
  expect(first('third')).toBe('First or third angle');
  expect(first('hatch')).toBe('Spacing of the hatching');
  expect(first('SECTION PLANE')).toBe('Add a cut');
  expect(first('plan elevation')).toBe('Which views are drawn');
  expect(first('step')).toBe('Save STEP');
  expect(commandsFor('flux capacitor')).toEqual([]);
  expect(new Set(COMMANDS.map((c) => `${c.stage} ${c.label}`)).size).toBe(COMMANDS.length);
});

test('every command leads to what it names', async ({ page }) => {
  test.setTimeout(150_000);
  const troubles = listen(page);
  await openDrawing(page, server.address, 'Louvre bracket');
  await expect(page.getByRole('button', { name: 'Print / Save' })).toBeVisible();
  await page.getByRole('button', { name: 'Print / Save' }).click();
  const items = await page.getByRole('menuitem').allTextContents();
  await page.keyboard.press('Escape');
  const menus = COMMANDS.flatMap(({ place }) => (place.kind === 'menu' ? [place.item] : []));
  expect(menus).toEqual(items);
  for (const c of COMMANDS) {
    const { place } = c;
    if (place.kind === 'menu' || c.label === 'Undo' || c.label === 'Redo') continue;
    await takeCommand(page, c.label);
    if (c.stage)
      await expect(page.locator('nav[aria-label=Stages] [aria-current=step]')).toContainText(c.stage);
    if (place.kind === 'control' && !place.press)
      await expect
        .poll(() =>
          page.evaluate(() => {
            const e = document.activeElement;
            const group = e?.closest('[role=radiogroup]');
            const of = (x: Element | null | undefined): string =>
              x?.getAttribute('aria-label') ??
              (x as HTMLInputElement | null)?.labels?.[0]?.textContent ??
              x?.textContent ??
              '';
            return group ? of(group) : of(e);
          }),
        )
        .toBe(place.name);
    await expect(page.getByText(`${c.label} is not there now.`)).toHaveCount(0);
    // what a press opened is closed again, once it is there
    if (place.kind === 'control' && place.press) await page.waitForTimeout(600);
    await page.keyboard.press('Escape');
  }
  expect(troubles).toEqual([]);
});

test('a file is saved and a change taken back by words alone', async ({ page }) => {
  await openDrawing(page, server.address, 'Vane hub, hollow hexagon');
  await expect(page.getByRole('button', { name: 'Print / Save' })).toBeVisible();
  const saving = page.waitForEvent('download');
  await takeCommand(page, 'svg');
  expect((await saving).suggestedFilename()).toMatch(/\.svg$/);
  await takeCommand(page, 'scale');
  await expect(page.getByRole('combobox', { name: 'Scale' })).toBeFocused();
});

test('the keys of the desk and of the stage are shown by ?', async ({ page }) => {
  await openDrawing(page, server.address, 'Vane hub, hollow hexagon');
  await expect(page.getByRole('button', { name: 'Keys and actions' })).toBeVisible();
  await stand(page, 'Cut');
  await page.keyboard.press('Shift+?');
  const panel = page.getByRole('dialog', { name: 'Keys' });
  await expect(panel).toContainText('X1Y1');
  await expect(panel).toContainText('Ctrl Shift Z');
  expect((await new AxeBuilder({ page }).include('[role=dialog]').analyze()).violations).toEqual([]);
  await panel.getByRole('button', { name: 'Find an action' }).click();
  await expect(finder(page)).toBeFocused();
  expect((await new AxeBuilder({ page }).include('[role=dialog]').analyze()).violations).toEqual([]);
  await finder(page).fill('nonsense of a kind');
  await expect(page.getByText('Nothing of the desk is called that')).toBeVisible();
  await page.keyboard.press('Escape');
});

test('an action gets a key of one’s own, which is kept, shown, and taken away', async ({ page }) => {
  const troubles = listen(page);
  await openDrawing(page, server.address, 'Vane hub, hollow hexagon');
  await expect(page.getByRole('button', { name: 'Keys and actions' })).toBeVisible();
  await page.keyboard.press('Control+k');
  await finder(page).fill('scale');
  const dialog = page.getByRole('dialog', { name: 'Find an action or a setting' });
  await dialog.getByRole('button', { name: 'Give it a key' }).click();
  // what has a use already is refused, and the question stays
  await page.keyboard.press('5');
  await expect(dialog.getByRole('alert')).toHaveText(/^5 has a use already/);
  await page.keyboard.press('h');
  await expect(dialog).toContainText('“Scale” has the key H.');
  await expect(finder(page)).toBeFocused();
  expect((await new AxeBuilder({ page }).include('[role=dialog]').analyze()).violations).toEqual([]);
  // Esc leaves only the question
  await dialog.getByRole('button', { name: 'Another key' }).click();
  await page.keyboard.press('Escape');
  await expect(dialog).toContainText('“Scale” has the key H.');
  await page.keyboard.press('Escape');
  await expect(dialog).toHaveCount(0);

  await page.reload();
  await stand(page, 'Project');
  const here = page.locator('nav[aria-label=Stages] [aria-current=step]');
  await expect(here).toContainText('Project');
  const scale = page.getByRole('combobox', { name: 'Scale' });
  // the page hears keys a moment after it is shown
  await expect(async () => {
    await page.keyboard.press('h');
    await expect(scale).toBeFocused({ timeout: 1500 });
  }).toPass();
  // a letter that is typed is a letter
  await stand(page, 'Measure');
  await newLine(page).focus();
  await page.keyboard.type('h');
  await expect(newLine(page)).toHaveValue('h');
  await page.keyboard.press('Backspace');
  await stand(page, 'Cut');
  await page.keyboard.press('Shift+?');
  const panel = page.getByRole('dialog', { name: 'Keys' });
  await expect(panel.getByRole('heading', { name: 'Your own' })).toBeVisible();
  await panel.getByRole('button', { name: 'Find an action' }).click();
  await finder(page).fill('scale');
  await dialog.getByRole('button', { name: 'Take the key away' }).click();
  await expect(dialog).toContainText('“Scale” has no key of your own.');
  await page.keyboard.press('Escape');
  await expect(dialog).toHaveCount(0);
  await page.keyboard.press('h');
  await expect(here).toContainText('Cut');
  expect(troubles).toEqual([]);
});
