import { expect, test } from '@playwright/test';
import { serverKept } from '../server.ts';
import { begin, dimensioned, inkOf, nothingToMend, settled } from './job.ts';

const server = serverKept(test);

test('a held object: a clip with a waist, a bore off centre, a pocket at an angle and a rounded edge', async ({
  page,
}) => {
  const work = await begin(page, server.address);
  await work.line('block 28 x 16 x 12');
  await work.line('cut a cylinder, 6 across, 12 high, 14 from the left, 0 from the front, 0 up');
  await work.line('cut a cylinder, 6 across, 12 high, 14 from the left, 16 from the front, 0 up');
  await work.line('hole 5 through, 6 from left, 7 from front');
  await work.line(
    'cut a block, 5 wide, 3 deep, 4 high, turned 30 degrees about z, 21 from the left, 5 from the front, 8 up',
  );
  await work.line('round the left back edge 1.5');
  await work.stage('Set out');
  await page.getByRole('radio', { name: 'Third angle' }).first().click();
  work.actions++;
  await work.choose('Scale', '2 : 1');
  await settled(page);
  const figures = await dimensioned(work);
  await nothingToMend(work);
  // the overall three once each, and no last link of a chain: the books said so
  for (const size of ['28', '16', '12']) expect(figures.filter((t) => t === size)).toHaveLength(1);
  // rounds by sign: the waist and the edge as radii, the bore as a diameter by its centre from two sides
  expect(figures.filter((t) => /(^|\s)R3$/.test(t)).length).toBeGreaterThan(0);
  expect(figures).toContain('R1.5');
  expect(figures).toContain('⌀5 THRU');
  expect(figures).toEqual(expect.arrayContaining(['6', '7']));
  // the pocket leans by its angle
  expect(figures.some((t) => /^(30|60|120|150)°$/.test(t))).toBe(true);
  const ink = await inkOf(page);
  expect(ink.texts.map((t) => t.text)).toContain('Third angle');
  expect(work.actions).toBeLessThanOrEqual(16);
});
