import { expect, test } from '@playwright/test';
import { serverKept } from '../server.ts';
import { begin, expectLines, type Ink, inkOf, type Point, settled } from './job.ts';

const server = serverKept(test);

/** All of the job's figures, and what they come to by the drawing proportions of a bolt across d. */
const D = 16;
const UPPER = 18;
const LOWER = 30;
const LENGTH = 80;
const THREAD = 45;
const HEAD = 0.7 * D;
const NUT = 0.8 * D;
const ROOT = 0.8 * D;
/** half across corners, half across flats, and how far the chamfer lowers a corner at 30 degrees */
const CORNER = D;
const FLAT = (D * Math.sqrt(3)) / 2;
const LOWERED = (CORNER - FLAT) * Math.tan(Math.PI / 6);
const TOP = UPPER + LOWER;
const END = TOP - LENGTH;

/** Narrow strokes of the views: those of threads. */
const narrow = (ink: Ink, at: Point, box: readonly [number, number, number, number]) =>
  ink.strokes
    .filter((s) => s.layer === 'views' && s.pen === 'rule')
    .map((s) => [s.from[0] - at[0], s.from[1] - at[1], s.to[0] - at[0], s.to[1] - at[1]] as const)
    .filter(
      ([x0, y0, x1, y1]) =>
        [x0, x1].every((x) => x > box[0] && x < box[2]) && [y0, y1].every((y) => y > box[1] && y < box[3]),
    );

test('two plates, a bolt by proportions through them, in section', async ({ page }) => {
  const work = await begin(page, server.address);
  await work.line(`body lower: block 90 x 60 x ${LOWER}`);
  await work.line(`hole ${D} through top 45 30`);
  await work.line(`body upper: block 90 x 60 x ${UPPER}`);
  await work.line(`hole ${D} through top 45 30`);
  await work.line('upper on lower, bores in line, flush at the front');
  await work.line(`bolt M${D} x ${LENGTH}, thread ${THREAD}, by proportions`);
  await work.line('nut');
  await work.stage('Set out');
  await work.choose('House rules', 'Metric workshop');
  await work.choose('Scale', '1 : 1');
  await settled(page);
  await page.getByRole('checkbox', { name: 'Left view' }).click();
  work.actions++;
  await settled(page);
  await work.figure('Corner from the left', '100');
  await work.figure('Corner from below', '140');
  await work.stage('Cut');
  await work.press('Add a cut');
  work.actions++;
  await page.getByRole('menuitem').filter({ hasText: 'top view' }).first().click();
  await settled(page);
  const ink = await inkOf(page);
  await expect(page.getByTestId('sheet').getByText('SECTIONAL FRONT VIEW')).toBeVisible();

  // the front view's box begins at the end of the bolt
  const at: Point = [100, 140 - END];
  const m = 45;
  // head and nut: three faces each, upright edges as far as the chamfers leave them
  const edges = (low: number, high: number) =>
    [CORNER, CORNER / 2, -CORNER / 2, -CORNER].map((x) => [m + x, low, m + x, high] as const);
  expectLines(ink, 'views', at, [
    ...edges(TOP, TOP + HEAD - LOWERED),
    ...edges(-NUT + LOWERED, -LOWERED),
    // the shank beyond the nut, its end, and the end of full thread
    [m - D / 2, END, m - D / 2, -NUT],
    [m + D / 2, END, m + D / 2, -NUT],
    [m - D / 2, END, m + D / 2, END],
    [m - D / 2, END + THREAD, m + D / 2, END + THREAD],
    // the plates meet on both sides of the hole
    [0, LOWER, m - D / 2, LOWER],
    [m + D / 2, LOWER, 90, LOWER],
  ]);
  // root lines where the thread is seen: in the hole as far as they reach, and beyond the nut; nothing inside the nut
  const roots = narrow(ink, at, [m - D, END - 1, m + D, TOP]);
  const spans = roots
    .map(([x0, y0, x1, y1]) => [x0, Math.min(y0, y1), x1, Math.max(y0, y1)].map((x) => Number(x.toFixed(2))))
    .sort((a, b) => (a[0] as number) - (b[0] as number) || (a[1] as number) - (b[1] as number));
  expect(spans).toEqual([
    [m - ROOT / 2, END, m - ROOT / 2, -NUT],
    [m - ROOT / 2, 0, m - ROOT / 2, END + THREAD],
    [m + ROOT / 2, END, m + ROOT / 2, -NUT],
    [m + ROOT / 2, 0, m + ROOT / 2, END + THREAD],
  ]);
  // hidden lines are left out behind the cut
  expect(
    ink.strokes.filter(
      (s) => s.layer === 'hidden' && s.from[1] > at[1] + END - 1 && s.from[1] < at[1] + TOP + HEAD + 1,
    ),
  ).toEqual([]);
  // the plates are hatched in opposite senses, bolt and nut not at all
  const hatch = ink.strokes
    .filter((s) => s.layer === 'hatch')
    .map((s) => ({
      x: (s.from[0] + s.to[0]) / 2 - at[0],
      y: (s.from[1] + s.to[1]) / 2 - at[1],
      sense: Math.sign((s.to[0] - s.from[0]) * (s.to[1] - s.from[1])),
    }))
    .filter((h) => h.x > 0 && h.x < 90 && h.y > END && h.y < TOP + HEAD);
  const senses = (low: number, high: number) => [
    ...new Set(hatch.filter((h) => h.y > low && h.y < high).map((h) => h.sense)),
  ];
  expect(senses(0, LOWER)).toHaveLength(1);
  expect(senses(LOWER, TOP)).toEqual(senses(0, LOWER).map((s) => -s));
  expect(hatch.filter((h) => h.y < 0 || h.y > TOP || Math.abs(h.x - m) < D / 2 - 0.1)).toEqual([]);
  // centre lines in both views: along the bolt, and crossed in its hexagon in the top view
  const centre = ink.strokes.filter((s) => s.layer === 'centre');
  const upright = centre.filter(
    (s) => Math.abs(s.from[0] - at[0] - m) < 0.05 && Math.abs(s.to[0] - at[0] - m) < 0.05,
  );
  expect(upright.some((s) => s.from[1] > at[1])).toBe(true);
  expect(upright.some((s) => s.from[1] < at[1] + END - 10)).toBe(true);
  expect(centre.some((s) => Math.abs(s.from[1] - s.to[1]) < 0.05 && s.from[1] < at[1] + END - 10)).toBe(true);
  // the hexagon of the head in the top view, across corners as wide as in the front view
  const hexagon = ink.strokes.filter(
    (s) =>
      s.layer === 'views' &&
      s.pen === 'outline' &&
      Math.abs(Math.hypot(s.to[0] - s.from[0], s.to[1] - s.from[1]) - D) < 0.02 &&
      s.from[1] < at[1] + END - 5,
  );
  expect(hexagon).toHaveLength(6);
  console.log(`${work.actions} actions`);
  expect(work.actions).toBeLessThanOrEqual(20);
});
