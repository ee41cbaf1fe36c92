import { expect, test } from '@playwright/test';
import { serverKept } from '../server.ts';
import { begin, inkOf, type Point, settled } from './job.ts';

const server = serverKept(test);

const SIDE = 24;
const [LOW, HIGH] = [16, 58];

/** The height of the plane over a place, from the figures of the job. */
const heightAt = (x: number): number => LOW + ((HIGH - LOW) * (x + SIDE)) / (2 * SIDE);

test('a six-sided prism cut obliquely: names by edges, sectional top and left, true shape apart on X2Y2', async ({
  page,
}) => {
  const work = await begin(page, server.address);
  await work.line('six-sided prism, side 24, height 66');
  await work.stage('Set out');
  await work.choose('House rules', 'Solids class');
  await work.choose('Scale', '1 : 1');
  await work.figure('Names of views, height', '4');
  await work.turnOn('Names between guide lines');
  await work.turnOn('Upright line named X1Y1');
  await work.stage('Project');
  await page.getByRole('radiogroup', { name: 'Cut points are named by' }).getByText('Edges').click();
  await work.figure('Hatching, lines apart', '3');
  work.actions++;
  await work.stage('Transfer');
  await work.choose('Start numbering at', 'left');
  await work.turnOn('One name for a corner and the one under it');
  await work.stage('Cut');
  await work.press('Add a cut');
  work.actions++;
  await page.getByRole('menuitem', { name: 'Slanting, by two heights' }).click();
  await expect(page.getByLabel('Cut A, point 1 up')).toBeVisible();
  await work.figure('Cut A, point 1 up', String(LOW));
  await work.figure('Cut A, point 2 up', String(HIGH));
  await settled(page);

  // the cut book: six points on the upright edges, each named as its edge
  const rows = page.getByRole('button', { name: /^Cut point .*, follow$/ });
  await expect(rows).toHaveCount(6);
  const names = (await rows.allTextContents()).map((t) => t.trim());
  expect([...names].sort()).toEqual(['1', '2', '3', '4', '5', '6']);

  const ink = await inkOf(page);
  const texts = ink.texts.map((t) => t.text);
  for (const wanted of [
    'SECTIONAL TOP VIEW',
    'SECTIONAL LEFT VIEW',
    'TRUE SHAPE OF A',
    'X1',
    'Y1',
    'X2',
    'Y2',
  ])
    expect(texts).toContain(wanted);
  // the true shape: sides by the slope of the plane over each side of the hexagon
  const corners = [0, 1, 2, 3, 4, 5].map((k) => {
    const a = (k * Math.PI) / 3;
    const [x, y] = [SIDE * Math.cos(a), SIDE * Math.sin(a)];
    return [x, y, heightAt(x)] as const;
  });
  const wanted = corners.map((p, i) => {
    const q = corners[(i + 1) % 6] as readonly [number, number, number];
    return Math.hypot(q[0] - p[0], q[1] - p[1], q[2] - p[2]).toFixed(2);
  });
  const drawn = ink.strokes
    .filter((s) => s.layer === 'trueShape' && s.pen === 'outline')
    .map((s) => Math.hypot(s.to[0] - s.from[0], s.to[1] - s.from[1]).toFixed(2));
  expect([...drawn].sort()).toEqual([...wanted].sort());
  // X2Y2 runs along the trace
  const line = ink.strokes.find((s) => s.layer === 'trueShape' && s.pen === 'reference');
  const slope = ((line?.to[1] ?? 0) - (line?.from[1] ?? 0)) / ((line?.to[0] ?? 1) - (line?.from[0] ?? 0));
  expect(slope).toBeCloseTo((HIGH - LOW) / (2 * SIDE), 4);
  // hatched by the borrowed interval: parallel lines 3 apart
  const hatch = ink.strokes.filter((s) => s.pen === 'hatch');
  const across = (p: Point, d: Point): number => p[0] * -d[1] + p[1] * d[0];
  const groups = new Map<string, number[]>();
  for (const s of hatch) {
    const size = Math.hypot(s.to[0] - s.from[0], s.to[1] - s.from[1]);
    if (size < 1) continue;
    const sense = s.to[0] > s.from[0] ? 1 : -1;
    const d: Point = [(sense * (s.to[0] - s.from[0])) / size, (sense * (s.to[1] - s.from[1])) / size];
    // lines of one area have one direction; the sectional views share theirs
    const key = Math.atan2(d[1], d[0]).toFixed(2);
    groups.set(key, [...(groups.get(key) ?? []), across(s.from, d)]);
  }
  expect(groups.size).toBeGreaterThan(1);
  for (const places of groups.values()) {
    const sorted = [...places].sort((a, b) => a - b);
    const steps = sorted.slice(1).map((x, i) => x - (sorted[i] as number));
    for (const step of steps) expect(Math.abs(step / 3 - Math.round(step / 3)) * 3).toBeLessThan(0.05);
    expect(steps.some((step) => Math.abs(step - 3) < 0.05)).toBe(true);
  }
  // names of views 4 high, between two guide lines as far apart
  const title = ink.texts.find((t) => t.text === 'FRONT VIEW')?.at as Point;
  const guides = ink.strokes
    .filter((s) => s.layer === 'labels' && s.from[0] < title[0] && s.to[0] > title[0])
    .map((s) => s.from[1])
    .filter((y) => Math.abs(y - title[1]) < 6);
  expect(guides.map((y) => y - title[1]).sort((a, b) => a - b)).toEqual([
    expect.closeTo(0, 1),
    expect.closeTo(4, 1),
  ]);
  console.log(`${work.actions} actions`);
});
