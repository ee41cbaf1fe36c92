import { expect, type Page, test } from '@playwright/test';
import { enterLine, newDrawing, saved, stand } from './desk.ts';
import { serverKept } from './server.ts';

test.describe.configure({ mode: 'serial' });
const server = serverKept(test);

/** Keys and presses that one cut takes, from its first letter to its section on the sheet. */
type Effort = { keys: number; presses: number };
/** A cut as it is typed, what is pressed after that, and the area that it lays open by a formula, part units squared. */
type CutTried = {
  readonly typed: string;
  readonly area: number;
  /** the cuts that it takes */
  readonly names?: readonly string[];
  readonly after?: (page: Page, effort: Effort) => Promise<void>;
};

const pressed = async (effort: Effort, act: Promise<unknown>): Promise<void> => {
  effort.presses++;
  await act;
};
const drawnAs =
  (label: RegExp) =>
  async (page: Page, effort: Effort): Promise<void> => {
    const list = page.getByLabel('Face of cut A is drawn as');
    const value = await list.locator('option').filter({ hasText: label }).getAttribute('value');
    effort.presses++;
    await list.selectOption(value);
  };
const areaShown = async (page: Page): Promise<number> =>
  Number.parseFloat(
    ((await page.getByText('Area of the cut').locator('..').locator('dd').textContent()) ?? '').replaceAll(
      /[^\d.].*$/g,
      '',
    ),
  );

/** Types cuts one after the other, each taken out again. @returns what each took */
const tryCuts = async (page: Page, cuts: readonly CutTried[]): Promise<Effort[]> => {
  // a cut may name what a line says, once the line is taken
  await saved(page);
  await stand(page, 'Cut');
  const efforts: Effort[] = [];
  for (const { typed, area, names = ['A'], after } of cuts) {
    const effort: Effort = { keys: typed.length + 1, presses: 0 };
    const field = page.getByLabel('Type a cut');
    await field.fill(typed);
    await field.press('Enter');
    await expect(field).toHaveValue('');
    await after?.(page, effort);
    await expect.poll(() => areaShown(page), { message: typed }).toBeCloseTo(area, 1);
    efforts.push(effort);
    for (const name of names) {
      const out = page.getByRole('button', { name: `Take cut ${name} out` });
      await out.click();
      await expect(out).toHaveCount(0);
    }
    await expect(page.getByText('Area of the cut')).toHaveCount(0);
  }
  await saved(page);
  return efforts;
};

const all: Effort[] = [];
const root = Math.sqrt;

test('planes through a bored block: by heights, places, faces, angles, points, and half of it', async ({
  page,
}) => {
  await newDrawing(page, server.address);
  await enterLine(page, 'block 60 x 40 x 50');
  await enterLine(page, 'hole 16 through top at 30 20');
  const bore = 64 * Math.PI;
  const tilted = root(1 + (15 / 60) ** 2);
  const oblique = root(1 + (15 / 60) ** 2 + (13 / 40) ** 2);
  all.push(
    ...(await tryCuts(page, [
      { typed: 'front, 35 up at the left to 20 up at the right', area: (2400 - bore) * tilted },
      { typed: 'horizontal, 30 up', area: 2400 - bore },
      { typed: 'parallel to VP, through the hole', area: (60 - 16) * 50 },
      { typed: 'x = 10', area: 40 * 50 },
      { typed: 'parallel to the top of block, 15 below', area: 2400 - bore },
      { typed: 'plan, at 45 degrees through the hole', area: (40 * Math.SQRT2 - 16) * 50 },
      { typed: 'through points (0, 0, 35), (60, 0, 20) and (0, 40, 22)', area: (2400 - bore) * oblique },
      { typed: 'half section through the hole', area: (30 - 8) * 50 },
      {
        typed: 'parallel to VP, through the hole',
        area: (60 - 16) * 50,
        after: drawnAs(/broken-out/),
      },
      {
        typed: 'horizontal, 30 up',
        area: 40 * 40 - bore,
        names: ['A', 'B'],
        after: async (desk, effort) => {
          const field = desk.getByLabel('Type a cut');
          await field.fill('x = 40, looking left');
          await field.press('Enter');
          await expect(field).toHaveValue('');
          effort.keys += 'x = 40, looking left'.length + 1;
          await pressed(effort, desk.getByLabel('Cut B acts together with cut A').click());
          await pressed(effort, desk.getByRole('button', { name: 'A', exact: true }).click());
        },
      },
    ])),
  );
});

test('stepped and bent through the holes of a plate', async ({ page }) => {
  await newDrawing(page, server.address);
  for (const line of [
    'plate 120x80x20',
    'hole 16 through top 20 20',
    'hole 20 through top 60 50',
    'hole 12 through top 100 30',
  ])
    await enterLine(page, line);
  const steps = 40 - 16 + 30 + (40 - 20) + 20 + (40 - 12);
  // from the left edge through the first two centres, and on through the third to the right edge
  const leg = 50;
  const [first, second] = [leg + root(20 ** 2 + 15 ** 2), root(40 ** 2 + 20 ** 2) + root(20 ** 2 + 10 ** 2)];
  all.push(
    ...(await tryCuts(page, [
      { typed: 'stepped through the three holes', area: steps * 20 },
      { typed: 'bent through hole, hole 2 and hole 3', area: (first + second - 16 - 20 - 12) * 20 },
      { typed: 'top, level through hole', area: (120 - 16) * 20 },
    ])),
  );
});

test('a pyramid and a cone, as textbooks state their planes', async ({ page }) => {
  await newDrawing(page, server.address);
  await enterLine(page, 'hexagonal pyramid side 30 height 70');
  all.push(
    ...(await tryCuts(page, [
      { typed: 'horizontal, 30 above the base', area: ((3 * root(3)) / 2) * 30 ** 2 * (40 / 70) ** 2 },
      { typed: 'parallel to VP, through the axis', area: (60 * 70) / 2 },
    ])),
  );
  await newDrawing(page, server.address);
  await enterLine(page, 'cone 60 dia 90 high');
  // the ellipse's ends on the outline: 30 (1 - z / 90) from the axis at the height z = 45 + x tan 30
  const slope = Math.tan(Math.PI / 6);
  const right = 15 / (1 + slope / 3);
  const left = 15 / (1 - slope / 3);
  const major = ((right + left) / 2) * root(1 + slope ** 2);
  const centre = (right - left) / 2;
  const radius = 30 * (1 - (45 + centre * slope) / 90);
  const minor = root(radius ** 2 - centre ** 2);
  all.push(
    ...(await tryCuts(page, [
      {
        typed: 'inclined at 30° to HP and perpendicular to VP, bisecting the axis',
        area: Math.PI * major * minor,
      },
      { typed: 'parallel to the profile plane, through the axis', area: (60 * 90) / 2 },
    ])),
  );
});

test('along and across a lying rod: in line, removed, revolved', async ({ page }, info) => {
  await newDrawing(page, server.address);
  await enterLine(page, 'rod 30 dia 120 long lying');
  const round = 225 * Math.PI;
  all.push(
    ...(await tryCuts(page, [
      {
        typed: 'removed section, 20 from the left',
        area: round,
        after: async (desk) => {
          await expect(desk.getByLabel('Face of cut A is drawn as')).toHaveValue('removed');
        },
      },
      { typed: 'cross section, 60 from the left', area: round, after: drawnAs(/^a section revolved/) },
      { typed: 'parallel to VP, through the axis', area: 30 * 120 },
    ])),
  );
  expect(all).toHaveLength(20);
  const keys = all.map((e) => e.keys + e.presses);
  info.annotations.push({ type: 'keys and presses a cut', description: keys.join(', ') });
  expect(Math.max(...keys)).toBeLessThan(70);
});
