import { expect, test } from '@playwright/test';
import { newDrawing, newLine, saved, stand, type } from './desk.ts';
import { serverKept } from './server.ts';

const server = serverKept(test);

test('a fault of the engine is told where something was asked in vain; nothing is lost, and the next answer takes it away', async ({
  page,
}) => {
  // the desk's worker answers one kind of question with a fault, as long as the page says so
  await page.addInitScript(() => {
    const Real = window.Worker;
    window.Worker = class extends Real {
      override postMessage(message: { id: string; path?: string[] }, ...rest: never[]): void {
        if (sessionStorage.getItem('faulty') && message.path?.[0] === sessionStorage.getItem('faulty'))
          setTimeout(() => {
            const fault = { isError: true, value: { message: 'made up', name: 'TypeError', stack: '' } };
            const data = { id: message.id, type: 'HANDLER', name: 'throw', value: fault };
            this.dispatchEvent(new MessageEvent('message', { data }));
          });
        else super.postMessage(message, ...rest);
      }
    };
  });
  const faulty = (path: string): Promise<void> =>
    page.evaluate((p) => sessionStorage.setItem('faulty', p), path);
  await newDrawing(page, server.address);
  await type(newLine(page), 'block 60 x 40 x 30');
  await saved(page);
  await stand(page, 'Dimension');
  await faulty('propose');
  await page.getByRole('button', { name: 'Dimension the sheet' }).click();
  const told = page.getByRole('alert').filter({ hasText: 'The proposed dimensions could not be worked out' });
  await expect(told).toContainText(
    'a fault in Blue Ledger, not in your drawing. The drawing stays as it is.',
  );
  await faulty('');
  await page.getByRole('button', { name: 'Dimension the sheet' }).click();
  await expect(page.getByTestId('sheet').locator('text[data-layer="dimensions"]')).toHaveCount(3);
  await expect(told).toHaveCount(0);

  // a change whose picture cannot be drawn is stored all the same, and can be undone
  await stand(page, 'Measure');
  await faulty('work');
  await type(newLine(page), 'hole 8 through, 20 from left, 20 from front');
  await expect(page.getByRole('alert').filter({ hasText: 'stored all the same' })).toBeVisible();
  await saved(page);
  await faulty('');
  await page.reload();
  await expect(page.getByTestId('sheet')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Undo/ })).toBeEnabled();
  await expect(page.getByTestId('sheet').locator('path[data-layer="hidden"]').first()).toBeVisible();
});
