import { expect, test } from '@playwright/test';
import { serverKept } from '../server.ts';
import { begin, expectLines, inkOf, lengthWithin, settled } from './job.ts';

const server = serverKept(test);

test('a gauge holder: a round cup with windows, a tab and two pegs', async ({ page }) => {
  const work = await begin(page, server.address);
  await work.line('cup: cylinder 80 dia 82 high');
  await work.line('hole 72 dia 78 deep from top in the middle');
  await work.line('window 34 x 50 through front in the middle');
  await work.line('tab: block 24 x 30 x 12 at 36 -15 35');
  await work.line('peg up: cylinder 6 dia 20 high at 52 -8 47');
  await work.line('peg down: cylinder 6 dia 20 high at 52 8 15');
  await work.line('hole 20 dia through from bottom in the middle of cup');
  await work.stage('Set out');
  await work.choose('Scale', '1 : 1');
  await work.choose('Views are called', 'Elevation, plan, end elevation');
  await work.turnOn('Mitre line shown');
  await work.figure('Gap, view to XY', '10');
  await work.figure('Corner from the left', '60');
  await work.figure('Corner from below', '150');
  await settled(page);
  const ink = await inkOf(page);
  // the part reaches from -40 to 60 across
  const front = [60 + 40, 150] as const;
  expectLines(ink, 'views', front, [
    [-17, 16, 17, 16],
    [-17, 66, 17, 66],
    [-17, 16, -17, 66],
    [17, 16, 17, 66],
    [40, 47, 60, 47],
    [49, 47, 49, 67],
    [55, 47, 55, 67],
    [49, 67, 55, 67],
  ]);
  // the hanging peg, behind the other one: seen below the tab
  expectLines(ink, 'views', front, [
    [49, 15, 49, 35],
    [55, 15, 55, 35],
  ]);
  // the cup's inside, hidden
  expectLines(ink, 'hidden', front, [
    [-36, 4, -36, 82],
    [36, 4, 36, 35],
  ]);
  // in the plan the windows' sides are hidden in the wall
  const plan = [60 + 40, 150 - 20 - 40] as const;
  const outer = Math.sqrt(40 ** 2 - 17 ** 2);
  const inner = Math.sqrt(36 ** 2 - 17 ** 2);
  expectLines(ink, 'hidden', plan, [
    [17, -outer, 17, -inner],
    [-17, inner, -17, outer],
  ]);
  // these are under 5 mm: two dashes at least
  const short = ink.strokes.filter(
    (s) =>
      s.layer === 'hidden' &&
      [s.from, s.to].every((p) => Math.abs(p[0] - plan[0] - 17) < 0.01 && p[1] < plan[1]),
  );
  expect(short.length).toBeGreaterThanOrEqual(2);
  // a centre mark on every round: cup and floor hole, both pegs
  for (const [x, y] of [
    [0, 0],
    [52, -8],
    [52, 8],
  ] as const)
    expect(lengthWithin(ink, 'centre', [plan[0] + x - 7, plan[1] + y - 7], [14, 14])).toBeGreaterThan(3);
  // the pegs are in the third view too: in the end elevation from the left they are hidden behind the cup
  const end = [60 + 100 + 20, 150] as const;
  // seen from the left the back is at the left
  const across = (y: number): number => 40 - y;
  expectLines(ink, 'hidden', end, [
    [across(-8) - 3, 47, across(-8) - 3, 67],
    [across(8) + 3, 15, across(8) + 3, 35],
  ]);
  expect(work.actions).toBeLessThanOrEqual(16);
});
