import { expect, test } from '@playwright/test';
import { serverKept } from '../server.ts';
import { begin, inkOf, settled } from './job.ts';

const server = serverKept(test);

const ACROSS = 88;
const R = ACROSS / 2;
const [HIGH, DEEP] = [76, 66];
/** Twelve to the right of the upper left corner, and the lower right corner. */
const [FROM, TO] = [
  [-R + 12, HIGH],
  [R, 0],
] as const;

type Point = readonly [x: number, y: number, z: number];
const corner = (k: number): readonly [number, number] => [
  R * Math.cos((k * Math.PI) / 3),
  R * Math.sin((k * Math.PI) / 3),
];
/** The height of the plane over a place. */
const planeAt = (x: number): number => FROM[1] + ((TO[1] - FROM[1]) * (x - FROM[0])) / (TO[0] - FROM[0]);
/** Where it meets an edge of the hollow: f of the way from the base corner to the point. */
const onHollow = (k: number): Point => {
  const [x, y] = corner(k);
  const slope = (TO[1] - FROM[1]) / (TO[0] - FROM[0]);
  // deep f = planeAt(0) + slope (1 - f) x
  const f = (planeAt(0) + slope * x) / (DEEP + slope * x);
  return [(1 - f) * x, (1 - f) * y, DEEP * f];
};
const length = (a: Point, b: Point): number => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);
const sides = (ring: readonly Point[]): number[] =>
  ring.map((p, i) => length(p, ring[(i + 1) % ring.length] as Point));

test('a prism with a pyramid-shaped hollow: cut points of both, sectional views, true shape', async ({
  page,
}) => {
  const work = await begin(page, server.address);
  await work.line(`six-sided prism, ${ACROSS} across corners, ${HIGH} high`);
  await work.line(
    `hollow pyramid 6 sides ${ACROSS} across corners ${DEEP} high from the bottom in the middle`,
  );
  await work.stage('Set out');
  await work.choose('House rules', 'Solids class');
  await work.choose('Scale', '1 : 1');
  work.actions++;
  await page.getByLabel('Right view', { exact: true }).click();
  await work.stage('Cut');
  await work.press('Add a cut');
  work.actions++;
  await page.getByRole('menuitem', { name: 'Slanting, by two heights' }).click();
  await expect(page.getByLabel('Cut A, point 1 up')).toBeVisible();
  await work.figure('Cut A, point 1 across', String(FROM[0]));
  await work.figure('Cut A, point 1 up', String(FROM[1]));
  await work.figure('Cut A, point 2 up', String(TO[1]));
  await settled(page);

  const upright = ([k, z]: readonly [number, number]): Point => [...corner(k), z];
  const top = (sense: 1 | -1): Point => [
    FROM[0],
    sense * (R - Math.abs(FROM[0])) * Math.tan(Math.PI / 3),
    HIGH,
  ];
  const outer: Point[] = [
    upright([0, 0]),
    upright([1, planeAt(corner(1)[0])]),
    upright([2, planeAt(corner(2)[0])]),
    top(1),
    top(-1),
    upright([4, planeAt(corner(4)[0])]),
    upright([5, planeAt(corner(5)[0])]),
  ];
  const hollow = [0, 1, 2, 3, 4, 5].map(onHollow);
  // the lower right corner is one of both
  expect(length(hollow[0] as Point, outer[0] as Point)).toBeLessThan(1e-9);
  const wanted = [...sides(outer), ...sides(hollow)].map((x) => x.toFixed(2)).sort();
  const ink = await inkOf(page);
  const drawn = ink.strokes
    .filter((s) => s.layer === 'trueShape' && s.pen === 'outline')
    .map((s) => Math.hypot(s.to[0] - s.from[0], s.to[1] - s.from[1]).toFixed(2))
    .sort();
  expect(drawn).toEqual(wanted);
  const texts = ink.texts.map((t) => t.text);
  for (const title of ['FRONT VIEW', 'SECTIONAL TOP VIEW', 'SECTIONAL RIGHT VIEW', 'TRUE SHAPE OF A'])
    expect(texts).toContain(title);
  // each point has its row: seven of the outside, five more of the hollow, which shares the lower right corner
  await expect(page.getByRole('button', { name: /^Cut point .*, follow$/ })).toHaveCount(12);
  // the area by the figures of the job: outer polygon less the hollow's, in the plane
  const flat = (ring: readonly Point[]): number => {
    const lean = Math.hypot(TO[0] - FROM[0], TO[1] - FROM[1]) / (TO[0] - FROM[0]);
    return Math.abs(
      ring.reduce((sum, [x, y], i) => {
        const [u, v] = ring[(i + 1) % ring.length] as Point;
        return sum + ((x * v - u * y) / 2) * lean;
      }, 0),
    );
  };
  await expect(
    page.getByText(String(Number((flat(outer) - flat(hollow)).toFixed(2))), { exact: false }).first(),
  ).toBeVisible();
  console.log(`${work.actions} actions`);
});
