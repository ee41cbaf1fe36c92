import { expect, type Locator, type Page } from '@playwright/test';

/** Words for what a person does at the desk. */
export const openDrawing = async (page: Page, address: string, title: string): Promise<void> => {
  await page.goto(address);
  await page.getByRole('link', { name: title, exact: true }).click();
  // how soon that is, is measured elsewhere
  await expect(page.getByTestId('sheet')).toBeVisible({ timeout: 20_000 });
};
export const stand = (page: Page, stage: string): Promise<void> =>
  page.getByRole('navigation', { name: 'Stages' }).getByRole('button', { name: stage }).click();

export const type = async (figure: Locator, text: string): Promise<void> => {
  await figure.fill(text);
  await figure.press('Enter');
};
/** Where a line is typed for the statement. */
export const newLine = (page: Page): Locator => page.getByLabel('New line of the statement');
/** Types a line for the statement, sees that it is understood, and enters it. */
export const enterLine = async (page: Page, line: string): Promise<void> => {
  await newLine(page).fill(line);
  await expect(page.getByTestId('understood')).toBeVisible();
  await newLine(page).press('Enter');
  await expect(newLine(page)).toHaveValue('');
};
/** Begins a new drawing with an empty statement. */
export const newDrawing = async (page: Page, address: string): Promise<void> => {
  await page.goto(address);
  await page.getByRole('button', { name: 'New drawing' }).click();
  await expect(page.getByTestId('bare paper')).toBeVisible();
};
/** The statement's own text editor. */
export const statementEditor = (page: Page): Locator => page.getByLabel('The statement as text');
/** What is written in it, line by line. */
export const writtenStatement = (page: Page): Promise<string> =>
  statementEditor(page).evaluate((e) =>
    [...e.querySelectorAll('.cm-line')].map((l) => l.textContent).join('\n'),
  );
/** Waits until the change is stored; how soon that is, is measured elsewhere. */
export const saved = (page: Page): Promise<void> =>
  expect(page.getByTestId('save')).toHaveText(/^Saved \d/, { timeout: 20_000 });

/** The middle of a label on the sheet, in pixels. */
export const labelPlace = async (page: Page, text: string): Promise<{ x: number; y: number }> => {
  const box = await page
    .getByTestId('sheet')
    .getByText(text, { exact: true })
    .evaluate(
      (e) => e.getBoundingClientRect().toJSON() as { x: number; y: number; width: number; height: number },
    );
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
};
export const pathOf = (page: Page, layer: string, pen: string): Promise<string | null> =>
  page.getByTestId('sheet').locator(`path[data-layer="${layer}"][data-pen="${pen}"]`).getAttribute('d');

/** Everything that went wrong in the page. */
export const listen = (page: Page): string[] => {
  const troubles: string[] = [];
  page.on('pageerror', (e) => troubles.push(e.message));
  page.on('console', (m) => {
    if (m.type() === 'error' && !/status of 4\d\d/.test(m.text())) troubles.push(m.text());
  });
  return troubles;
};
