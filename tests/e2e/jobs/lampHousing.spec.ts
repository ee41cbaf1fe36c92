import { expect, test } from '@playwright/test';
import { serverKept } from '../server.ts';
import { begin, expectLines, inkOf, settled } from './job.ts';

const server = serverKept(test);

/** The elevation's lower left corner on the paper, and how large the housing is. */
const [X, Y, S] = [170, 85, 66];
/** From the elevation to the plan, and to the ends. */
const [ABOVE, BESIDE] = [55, 40];
/** From a view to the line between its plane and the elevation's: the names of views stand in it. */
const GAP = 20;
/** Middles of the seams, and half their width. */
const [FIRST, SECOND, HALF] = [22, 44, 0.5];

test('a lamp housing of panes, its plan, elevation and two end elevations, planes named and faces tinted', async ({
  page,
}) => {
  const work = await begin(page, server.address);
  await work.line(`block ${S} x ${S} x ${S}`);
  for (const face of ['front', 'back', 'left', 'right', 'top']) {
    const [one, other] =
      face === 'top'
        ? ['left to right', 'front to back']
        : face === 'left' || face === 'right'
          ? ['front to back', 'top to bottom']
          : ['left to right', 'top to bottom'];
    await work.line(`2 grooves 1 wide 1 deep ${one} in the ${face}, 66/3 apart, in the middle`);
    await work.line(`2 grooves 1 wide 1 deep ${other} in the ${face}, 66/3 apart, in the middle`);
  }
  await work.stage('Set out');
  await work.choose('House rules', 'Plan and elevation');
  await work.choose('Scale', '1 : 1');
  await page.getByRole('checkbox', { name: 'Right view' }).click();
  work.actions++;
  await work.figure('Gap, view to XY', String(GAP));
  await work.figure('Front to views above and below', String(ABOVE));
  await work.figure('Front to views beside it', String(BESIDE));
  await work.figure('Corner from the left', String(X));
  await work.figure('Corner from below', String(Y));
  await work.figure('Names of views, height', '5');
  await work.figure('Names of views, below', '10');
  await work.turnOn('Names between guide lines');
  await work.choose('Planes named', 'HP, VP, VP1, VP2');
  await work.choose('XY lines drawn as', 'Long dash, two short');
  await work.turnOn('XY lines end on the mitre line');
  await work.stage('Project');
  await work.turnOn('Tinted faces');
  await work.stage('Issue');
  await work.choose('Form of the title block', 'Three boxes');
  await work.figure('Title', 'Lamp housing');
  await work.figure('Drawn by', 'M. Okafor');
  await settled(page);
  const ink = await inkOf(page);

  // every pane of a view has its own outline: between two seams, and between a seam and the side
  const panes = [
    [0, FIRST - HALF],
    [FIRST + HALF, SECOND - HALF],
    [SECOND + HALF, S],
  ] as const;
  const seams = [FIRST - HALF, FIRST + HALF, SECOND - HALF, SECOND + HALF];
  const across = panes.flatMap(([from, to], i) =>
    // the seams of the sides are cut 1 into the face
    seams.map((y) => [i === 0 ? 1 : from, y, i === 2 ? S - 1 : to, y] as const),
  );
  const left = [X - BESIDE - S, Y] as const;
  const right = [X + S + BESIDE, Y] as const;
  const plan = [X, Y + S + ABOVE] as const;
  for (const at of [[X, Y] as const, left, right, plan]) expectLines(ink, 'views', at, across);
  const upright = across.map(([a, b, c, d]) => [b, a, d, c] as const);
  // the underside has no seams
  for (const at of [[X, Y] as const, left, right])
    expectLines(
      ink,
      'views',
      at,
      upright.map(([a, b, c, d]) => [a, b === 1 ? 0 : b, c, d] as const),
    );

  // lines of long dashes with two short ones between, from one mitre line to the other and up from both
  const near = (a: number, b: number): boolean => Math.abs(a - b) < 0.02;
  const level = Y + S + ABOVE - GAP;
  const [west, east] = [X - BESIDE + GAP, X + S + BESIDE - GAP];
  const lines = ink.strokes.filter((s) => s.layer === 'reference');
  const xs = lines
    .filter((s) => near(s.from[1], level) && near(s.to[1], level))
    .flatMap((s) => [s.from[0], s.to[0]]);
  expect(Math.min(...xs)).toBeCloseTo(west, 1);
  expect(Math.max(...xs)).toBeCloseTo(east, 1);
  for (const x of [west, east]) {
    const ys = lines
      .filter((s) => near(s.from[0], x) && near(s.to[0], x))
      .flatMap((s) => [s.from[1], s.to[1]]);
    expect(Math.max(...ys)).toBeCloseTo(level, 1);
    expect(Math.min(...ys)).toBeLessThan(Y);
  }
  const dashes = lines
    .filter((s) => near(s.from[1], level) && near(s.to[1], level))
    .map((s) => s.to[0] - s.from[0]);
  const long = Math.max(...dashes);
  expect(dashes.slice(0, 4).map((d) => d > long * 0.9)).toEqual([true, false, false, true]);
  // both mitre lines begin where the planes' lines end; the letters X and Y interrupt them
  const mitres = ink.strokes.filter((s) => s.layer === 'mitre');
  for (const [x, sense] of [
    [west, -1],
    [east, 1],
  ] as const) {
    const own = mitres.filter((m) => Math.sign(m.to[0] - m.from[0]) === sense);
    expect(own.some((m) => near(m.from[0], x) && near(m.from[1], level))).toBe(true);
    for (const m of own) expect(near(m.to[1] - level, (m.to[0] - x) * sense)).toBe(true);
  }

  // names of planes, of views between their guide lines, and three boxes
  const placeOf = (text: string): readonly [number, number] | undefined =>
    ink.texts.find((t) => t.text === text)?.at;
  expect(placeOf('VP1')?.[0]).toBeLessThan(west);
  expect(placeOf('VP2')?.[0]).toBeGreaterThan(east);
  expect(placeOf('HP')?.[1]).toBeGreaterThan(level);
  expect(placeOf('ELEVATION')?.[1]).toBeCloseTo(Y - 15, 1);
  expect(placeOf('PLAN')?.[1]).toBeCloseTo(Y + S + ABOVE - 15, 1);
  const guides = ink.strokes.filter((s) => s.layer === 'labels' && near(s.from[1], s.to[1]));
  expect(guides.some((s) => near(s.from[1], Y - 10))).toBe(true);
  expect(guides.some((s) => near(s.from[1], Y - 15))).toBe(true);
  expect(ink.texts.map((t) => t.text)).toEqual(
    expect.arrayContaining([
      'LEFT END ELEVATION',
      'RIGHT END ELEVATION',
      'LAMP HOUSING',
      'M. OKAFOR',
      '1 : 1',
    ]),
  );

  // a face has one colour in every view: three kinds of faces are seen straight on
  const colours = await page
    .getByTestId('tints')
    .locator('path')
    .evaluateAll((all) => all.map((p) => p.getAttribute('fill')));
  expect(new Set(colours).size).toBe(3);
  expect(colours).toHaveLength(4);
  expect(work.actions).toBeLessThanOrEqual(34);
});
