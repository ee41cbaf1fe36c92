import { expect, type Page, test } from '@playwright/test';
import { openDrawing, saved, stand } from './desk.ts';
import { serverFor } from './server.ts';

const server = serverFor(test);
const letters = (page: Page): Promise<string[]> =>
  page.getByTestId('sheet').locator('text[data-layer="title"]').allTextContents();
const fill = async (page: Page, name: string, text: string): Promise<void> => {
  const field = page.getByLabel(name, { exact: true });
  await field.fill(text);
  await field.press('Enter');
};

test('the title block is filled in place, in a form that has room for it', async ({ page }) => {
  await openDrawing(page, server.address, 'Sensor shoe');
  await stand(page, 'Issue');
  // a press on the sheet leads to the field
  await page.getByTestId('sheet').getByRole('button', { name: 'Fill in Material' }).click();
  await expect(page.getByLabel('Material', { exact: true })).toBeFocused();
  await fill(page, 'Finish', 'oiled');
  // a field without a box is told, and the form that has one mends it
  await expect(page.getByText('The finish is filled in, but this form', { exact: false })).toBeVisible();
  await page.getByLabel('Form of the title block').selectOption('workshop');
  await expect(page.getByText('The finish is filled in, but this form', { exact: false })).toHaveCount(0);
  await fill(page, 'General tolerance', 'ISO 2768-m');
  await fill(page, 'Checked by', 'T. V.');
  await fill(page, 'Title', 'Sensor shoe, left hand');
  // notes stand numbered on the sheet, as they are parted into lines
  const notes = page.getByLabel('Notes on the sheet', { exact: true });
  await notes.fill('Remove burrs.\n\n Break sharp edges 0.3. ');
  await page.getByLabel('Title', { exact: true }).focus();
  await expect
    .poll(() => letters(page))
    .toEqual(expect.arrayContaining(['NOTES', '1. REMOVE BURRS.', '2. BREAK SHARP EDGES 0.3.']));
  await notes.fill(
    `${'A note that says a great deal too much to stand in one line of a sheet, and goes on. '.repeat(2)}`,
  );
  await page.getByLabel('Title', { exact: true }).focus();
  await expect(page.getByText('is longer than 120 letters', { exact: false })).toBeVisible();
  await notes.press('Escape');
  await expect
    .poll(() => letters(page))
    .toEqual(expect.arrayContaining(['OILED', 'ISO 2768-M', 'T. V.', 'SENSOR SHOE, LEFT HAND']));
  await saved(page);
  await page.reload();
  await expect
    .poll(() => letters(page))
    .toEqual(expect.arrayContaining(['OILED', 'ISO 2768-M', '1. REMOVE BURRS.']));
});

test('fields of your own stand in the block, and a number is proposed', async ({ page }) => {
  await openDrawing(page, server.address, 'Lantern cap, eight-sided');
  await stand(page, 'Issue');
  await page.getByLabel('Label of a field of your own').fill('Mass');
  await page.getByLabel('Label of a field of your own').press('Tab');
  await page.keyboard.type('0.42 kg');
  await page.keyboard.press('Enter');
  await expect.poll(() => letters(page)).toEqual(expect.arrayContaining(['Mass', '0.42 KG']));
  // a press on its cell leads back to it
  await page.getByTestId('sheet').getByRole('button', { name: 'Fill in Mass' }).click();
  await expect(page.getByLabel('Mass', { exact: true })).toBeFocused();
  // what has no label is not dropped: it is asked for
  await page.getByLabel('What stands in the new field').fill('SP-77');
  await page.getByLabel('What stands in the new field').press('Enter');
  await expect(page.getByText('A field of your own needs a label', { exact: false })).toBeVisible();
  await page.getByLabel('Label of a field of your own').fill('Order');
  await page.getByLabel('Label of a field of your own').press('Enter');
  await expect.poll(() => letters(page)).toEqual(expect.arrayContaining(['Order', 'SP-77']));
  await page.getByRole('button', { name: 'Take Mass out of the title block' }).click();
  await expect.poll(() => letters(page)).not.toContain('0.42 KG');
  // open figures are filled in from the register
  await fill(page, 'Number', 'SK-###');
  await expect(
    page.getByText('The figures of the number SK-### are still open', { exact: false }),
  ).toBeVisible();
  await page.getByRole('button', { name: /^Use SK-\d{3}$/ }).click();
  await expect(page.getByLabel('Number', { exact: true })).toHaveValue(/^SK-\d{3}$/);
  await expect(page.getByText('are still open', { exact: false })).toHaveCount(0);
  // one that another drawing has is told at once
  await fill(page, 'Number', 'SK-008');
  await expect(
    page.getByText('SK-008 is the number of Louvre bracket as well', { exact: false }),
  ).toBeVisible();
});

test('an issue is frozen with its files; a change begins the next revision, with its row in the table', async ({
  page,
}) => {
  await openDrawing(page, server.address, 'Louvre bracket');
  await stand(page, 'Issue');
  const issues = page.getByRole('region', { name: 'Issues' });
  await expect(issues).toContainText('Not issued yet');
  // nobody issues namelessly
  await expect(issues.getByRole('button', { name: 'Issue A' })).toBeDisabled();
  await issues.getByLabel('Issued by').fill('R. M.');
  await issues.getByRole('button', { name: 'Issue A' }).click();
  await expect(issues).toContainText('Issued as A');
  const frozen = await issues.getByRole('link', { name: 'drawing file' }).getAttribute('href');
  const read = async (address: string | null) =>
    (await page.request.get(`${server.address}${address}`)).text();
  const before = await read(frozen);
  const pdf = await issues.getByRole('link', { name: 'PDF' }).getAttribute('href');
  expect((await read(pdf)).startsWith('%PDF')).toBe(true);
  // a later change leaves the issue as it is
  await fill(page, 'Material', 'Gunmetal');
  await expect(issues).toContainText('In hand, after A');
  await expect(issues.getByRole('button', { name: 'Issue B' })).toBeDisabled();
  await issues.getByLabel('Reason of the issue').fill('Stronger material');
  await issues.getByRole('button', { name: 'Issue B' }).click();
  await expect(issues).toContainText('Issued as B');
  await expect(issues.getByRole('list', { name: 'Issued' })).toContainText('superseded');
  await expect.poll(() => letters(page)).toEqual(expect.arrayContaining(['STRONGER MATERIAL', 'GUNMETAL']));
  expect(await read(frozen)).toBe(before);
  expect(before).not.toContain('Gunmetal');
  // withdrawn, its files stay
  await issues.getByRole('button', { name: 'Withdraw' }).first().click();
  await expect(issues).toContainText('withdrawn');
  expect(await read(frozen)).toBe(before);
});

test('two drawings cannot be issued under one number', async ({ page }) => {
  await openDrawing(page, server.address, 'Vane hub, hollow hexagon');
  await stand(page, 'Issue');
  await fill(page, 'Number', 'SK-008');
  const issues = page.getByRole('region', { name: 'Issues' });
  await issues.getByLabel('Issued by').fill('R. M.');
  await issues.getByRole('button', { name: /^Issue [A-Z]$/ }).click();
  await expect(issues.getByRole('alert')).toContainText('belongs to "Louvre bracket"');
});

test('the check lists what is wrong, shows it, mends it at a press, and keeps what is accepted with its reason', async ({
  page,
}) => {
  await openDrawing(page, server.address, 'Sundial wedge');
  await stand(page, 'Dimension');
  await page.getByRole('button', { name: 'Dimension the sheet' }).click();
  await expect(page.getByText('Each is given once, and none is missing.')).toBeVisible();
  await page.getByRole('list', { name: 'Dimensions' }).getByRole('button').first().click();
  await page.getByRole('button', { name: /^Take (?!all).* out$/ }).click();
  await expect(page.getByText('still missing')).toBeVisible();
  await stand(page, 'Check');
  await expect(page.getByText('1 to mend', { exact: false })).toBeVisible();
  const remarks = page.getByRole('list', { name: 'Remarks found' });
  await expect(remarks.getByText(/^Nothing gives/)).toBeVisible();
  await remarks.getByRole('button', { name: /^Add / }).click();
  await expect(page.getByText('0 to mend', { exact: false })).toBeVisible();
  // a doubtful thing is accepted with a reason, and stays so
  await stand(page, 'Issue');
  await fill(page, 'Material', '');
  await stand(page, 'Check');
  await page.getByRole('radio', { name: /^To consider/ }).click();
  const material = remarks.getByRole('listitem').filter({ hasText: 'No material is named.' });
  await material.getByRole('button', { name: 'Accept' }).click();
  await material.getByLabel('Accepted, because').fill('it is a pattern');
  await material.getByLabel('Your name').fill('T. V.');
  await material.getByRole('button', { name: 'Accept it' }).click();
  await page.getByRole('radio', { name: 'Accepted 1' }).click();
  await expect(remarks).toContainText('because it is a pattern (T. V.');
  const edges = page.getByLabel('Edges that could cut a hand are broken', { exact: false });
  await edges.click();
  await expect(edges).toBeChecked();
  await saved(page);
  await page.reload();
  await stand(page, 'Check');
  await expect(page.getByRole('radio', { name: 'Accepted 1' })).toBeVisible();
  await expect(edges).toBeChecked();
});

test('a sheet is handed over, checked, issued; a change puts it in hand, and what changed is shown', async ({
  page,
}) => {
  await openDrawing(page, server.address, 'Mast clamp with bolts');
  await stand(page, 'Issue');
  const issues = page.getByRole('region', { name: 'Issues' });
  const state = page.getByTestId('state');
  await expect(state).toContainText('State: in hand');
  await expect(issues.getByRole('button', { name: 'Hand over to be checked' })).toBeDisabled();
  await issues.getByLabel('Issued by').fill('R. M.');
  await issues.getByRole('button', { name: 'Hand over to be checked' }).click();
  await expect(state).toContainText('State: to be checked, R. M.');
  await issues.getByRole('button', { name: 'I have checked it' }).click();
  await expect(state).toContainText('State: checked, R. M.');
  await issues.getByRole('button', { name: 'Issue A' }).click();
  await expect(issues).toContainText('Issued as A');
  await expect(issues.getByRole('link', { name: 'what changed since' })).toHaveCount(0);
  await fill(page, 'Material', 'Gunmetal');
  await expect(state).toContainText('State: in hand');
  await saved(page);
  const [changes] = await Promise.all([
    page.waitForEvent('popup'),
    issues.getByRole('link', { name: 'what changed since' }).click(),
  ]);
  await expect(changes.getByRole('heading', { name: /^What changed since A/ })).toBeVisible();
  await expect(changes.getByRole('row', { name: /^Material/ })).toContainText('Gunmetal');
  // nothing drawn was changed
  await expect(changes.getByText('Gone: 0')).toBeVisible();
  await expect(changes.getByText('New: 0')).toBeVisible();
  await changes.close();
  await page.goto(server.address);
  await expect(page.getByRole('row', { name: /Mast clamp/ })).toContainText('in hand, after A');
});
