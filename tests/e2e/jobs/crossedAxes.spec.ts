import { expect, test } from '@playwright/test';
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

test('an L block on crossed axes, 30 from the upright one and 20 from the level one', async ({ page }) => {
  const work = await begin(page, server.address);
  await work.line('block 80 x 45 x 55');
  await work.line('step at the right, 80-48 wide, 55-32 deep');
  await work.stage('Set out');
  await work.choose('Scale', '1 : 1');
  await work.choose('Views are called', 'Elevation, plan, end elevation');
  await work.turnOn('XY lines shown');
  await work.turnOn('Mitre line shown');
  await work.figure('Gap, view to XY', '20');
  // 30 to the axis and the end elevation's 20 beyond it
  await work.figure('Front to views beside it', '50');
  await work.figure('Corner from the left', '90');
  await work.figure('Corner from below', '150');
  await work.stage('Project');
  await page.getByRole('radio', { name: 'All' }).click();
  work.actions++;
  await settled(page);
  const ink = await inkOf(page);
  const elevation = [
    [0, 0, 80, 0],
    [0, 0, 0, 55],
    [0, 55, 48, 55],
    [48, 55, 48, 32],
    [48, 32, 80, 32],
    [80, 32, 80, 0],
  ] as const;
  expectLines(ink, 'views', [90, 150], elevation);
  expect(lengthWithin(ink, 'views', [90, 150], [80, 55])).toBeCloseTo(total(elevation), 1);
  expectLines(
    ink,
    'views',
    [90, 150 - 40 - 45],
    [
      [0, 0, 80, 0],
      [0, 45, 80, 45],
      [48, 0, 48, 45],
    ],
  );
  const end = [90 + 80 + 50, 150] as const;
  expectLines(ink, 'views', end, [
    [0, 0, 45, 0],
    [0, 55, 45, 55],
    [0, 0, 0, 55],
    [45, 0, 45, 55],
  ]);
  expectLines(ink, 'hidden', end, [[0, 32, 45, 32]]);
  // the axes cross 30 beside the elevation and 20 below it; the deflection line begins there, at 45 degrees
  const corner = [90 + 80 + 30, 130] as const;
  const near = (a: number, b: number): boolean => Math.abs(a - b) < 0.01;
  const axes = ink.strokes.filter((s) => s.layer === 'reference');
  expect(axes.some((s) => near(s.from[0], corner[0]) && near(s.to[0], corner[0]))).toBe(true);
  expect(axes.some((s) => near(s.from[1], corner[1]) && near(s.to[1], corner[1]))).toBe(true);
  const [mitre] = ink.strokes.filter((s) => s.layer === 'mitre');
  expect(mitre && near(mitre.from[0], corner[0]) && near(mitre.from[1], corner[1])).toBe(true);
  expect(mitre && near(mitre.to[0] - mitre.from[0], mitre.from[1] - mitre.to[1])).toBe(true);
  // projectors are thin and in the background: under all other ink
  expect(ink.strokes.filter((s) => s.layer === 'projectors').length).toBeGreaterThan(10);
  const order = ink.strokes.map((s) => s.layer);
  expect(order.lastIndexOf('projectors')).toBeLessThan(order.indexOf('views'));
  expect(ink.texts.map((t) => t.text)).toEqual(
    expect.arrayContaining(['ELEVATION', 'PLAN', 'LEFT END ELEVATION']),
  );
  // dimensions in mm on the drawing alone, beside views that stay unequally far from the axes
  const figures = await dimensioned(work);
  await nothingToMend(work);
  expect([...figures].sort()).toEqual(['32', '45', '48', '55', '80']);
  expect(work.actions).toBeLessThanOrEqual(17);
});
