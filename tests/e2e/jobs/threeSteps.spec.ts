import { expect, test } from '@playwright/test';
import { listen } from '../desk.ts';
import { serverKept } from '../server.ts';
import {
  begin,
  dimensioned,
  expectLines,
  inkOf,
  lengthWithin,
  nothingToMend,
  settled,
  total,
} from './job.ts';

const server = serverKept(test);

test('three steps, first angle on axes, 10 from each axis', async ({ page }) => {
  const troubles = listen(page);
  const work = await begin(page, server.address);
  await work.line('block 66 x 75 x 63');
  await work.line('step at the right, 22 wide, 42 deep');
  await work.line('step at the right, 44 wide, 21 deep');
  await work.stage('Set out');
  await work.choose('Scale', '1 : 1');
  await work.turnOn('XY lines shown');
  await work.turnOn('Mitre line shown');
  await work.figure('Gap, view to XY', '10');
  await work.figure('Corner from the left', '80');
  await work.figure('Corner from below', '170');
  await settled(page);
  const ink = await inkOf(page);

  const front = [
    [0, 0, 66, 0],
    [0, 0, 0, 63],
    [0, 63, 22, 63],
    [22, 63, 22, 42],
    [22, 42, 44, 42],
    [44, 42, 44, 21],
    [44, 21, 66, 21],
    [66, 21, 66, 0],
  ] as const;
  expectLines(ink, 'views', [80, 170], front);
  expect(lengthWithin(ink, 'views', [80, 170], [66, 63])).toBeCloseTo(total(front), 1);
  // the plan below, 10 and 10 from the axis between
  const plan = [
    [0, 0, 66, 0],
    [0, 75, 66, 75],
    [0, 0, 0, 75],
    [22, 0, 22, 75],
    [44, 0, 44, 75],
    [66, 0, 66, 75],
  ] as const;
  expectLines(ink, 'views', [80, 75], plan);
  expect(lengthWithin(ink, 'views', [80, 75], [66, 75])).toBeCloseTo(total(plan), 1);
  // from the left, at the right in first angle: the steps are hidden
  const side = [
    [0, 0, 75, 0],
    [0, 63, 75, 63],
    [0, 0, 0, 63],
    [75, 0, 75, 63],
  ] as const;
  expectLines(ink, 'views', [166, 170], side);
  expect(lengthWithin(ink, 'views', [166, 170], [75, 63])).toBeCloseTo(total(side), 1);
  expectLines(
    ink,
    'hidden',
    [166, 170],
    [
      [0, 21, 75, 21],
      [0, 42, 75, 42],
    ],
  );
  // the axes, and the line at 45 degrees from where they cross
  const axes = ink.strokes.filter((s) => s.layer === 'reference');
  expect(axes.some((s) => Math.abs(s.from[1] - 160) < 0.01 && Math.abs(s.to[1] - 160) < 0.01)).toBe(true);
  expect(axes.some((s) => Math.abs(s.from[0] - 156) < 0.01 && Math.abs(s.to[0] - 156) < 0.01)).toBe(true);
  const mitre = ink.strokes.filter((s) => s.layer === 'mitre');
  expect(mitre.some((s) => Math.abs(s.from[0] - 156) < 0.01 && Math.abs(s.from[1] - 160) < 0.01)).toBe(true);
  // no false line of symmetry in the front view
  expect(lengthWithin(ink, 'centre', [70, 160], [90, 85])).toBe(0);
  // every size once, counted from one base; the views stay where they were put
  const figures = await dimensioned(work);
  await nothingToMend(work);
  expect([...figures].sort()).toEqual(['21', '22', '42', '44', '63', '66', '75']);
  expectLines(await inkOf(page), 'views', [166, 170], side);
  expect(work.actions).toBeLessThanOrEqual(14);
  expect(troubles).toEqual([]);
});
