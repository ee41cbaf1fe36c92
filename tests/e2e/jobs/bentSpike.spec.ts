import { expect, test } from '@playwright/test';
import { serverKept } from '../server.ts';
import { begin, type Ink, inkOf, type Point, settled } from './job.ts';

const server = serverKept(test);

const SIDE = 26;
const HEIGHT = 70;
const LEVEL = HEIGHT - 32;
const FALL = Math.tan((40 * Math.PI) / 180);

/** Where the cut meets an edge of the pyramid: the base corner and how far up the edge, worked out from the figures of the job alone. */
const cutPoint = (k: number): readonly [x: number, y: number, z: number] => {
  const a = (k * Math.PI) / 3;
  const [x, y] = [SIDE * Math.cos(a), SIDE * Math.sin(a)];
  // up the edge by a share f: (1 - f)(x, y), f HEIGHT; left of the axis level, right of it falling
  const f = x <= 0 ? LEVEL / HEIGHT : (LEVEL - x * FALL) / (HEIGHT - x * FALL);
  return [x * (1 - f), y * (1 - f), f * HEIGHT];
};

const near = (a: Point, b: Point): boolean => Math.hypot(a[0] - b[0], a[1] - b[1]) < 0.03;
const isDrawn = (ink: Ink, a: Point, b: Point): boolean =>
  ink.strokes.some(
    (s) =>
      (s.layer === 'views' || s.layer === 'trueShape') &&
      s.pen === 'outline' &&
      ((near(s.from, a) && near(s.to, b)) || (near(s.from, b) && near(s.to, a))),
  );

test('a spike cut by a bent plane: cut points on their edges, sectional view, true shape of the sloping leg', async ({
  page,
}) => {
  const work = await begin(page, server.address);
  await work.line(`pyramid 6 sides ${SIDE} side ${HEIGHT} high`);
  await work.stage('Set out');
  await work.choose('House rules', 'Solids class');
  await work.choose('Scale', '1 : 1');
  await settled(page);
  await work.stage('Project');
  await page.getByRole('radiogroup', { name: 'Cut points are named by' }).getByText('Edges').click();
  work.actions++;
  await work.stage('Cut');
  await work.press('Add a cut');
  work.actions++;
  await page.getByRole('menuitem', { name: 'Level at half height' }).click();
  await work.press('Bend the trace');
  await expect(page.getByLabel('Cut A, leg 2, angle')).toBeVisible();
  await work.figure('Cut A, point 1 up', '70 - 32');
  await work.figure('Cut A, point 2 up', '70 - 32');
  await work.figure('Cut A, leg 2, angle', '-40');
  await work.choose('True shape of cut A shows', 'leg 2 alone');
  await settled(page);

  // every edge is a row of the cut book, and both bends, where the legs meet on the front and the back face
  const rows = await page.getByRole('button', { name: /^Cut point .*, follow$/ }).count();
  expect(rows).toBe(8);
  await expect(page.getByText('Leg 1:', { exact: false })).toBeVisible();

  const ink = await inkOf(page);
  const apexOf = (view: string): Point => {
    const title = ink.texts.find((t) => t.text === view);
    expect(title).toBeTruthy();
    return title?.at as Point;
  };
  // the top view: its middle is the apex; found by its base, a hexagon of side 26, drawn whole under the section
  const top = apexOf('SECTIONAL TOP VIEW');
  const base = ink.strokes.filter(
    (s) =>
      s.layer === 'views' &&
      Math.abs(Math.hypot(s.to[0] - s.from[0], s.to[1] - s.from[1]) - SIDE) < 0.01 &&
      Math.abs(s.to[1] - s.from[1]) < 0.01 &&
      Math.abs((s.from[0] + s.to[0]) / 2 - top[0]) < 0.1,
  );
  const ys = base.map((s) => s.from[1]).filter((y) => y - top[1] > 2 && y - top[1] < 60);
  const middle: Point = [top[0], (Math.min(...ys) + Math.max(...ys)) / 2];
  const corners = [0, 1, 2, 3, 4, 5].map(cutPoint);
  const bends = ([1, -1] as const).map((sense): readonly [number, number] => {
    // on the front and the back face at the axis: half the distance between the flats, less what the height takes
    const y = SIDE * (Math.sqrt(3) / 2) * (1 - LEVEL / HEIGHT) * sense;
    return [0, y];
  });
  const onTop = (p: readonly number[]): Point => [middle[0] + (p[0] as number), middle[1] + (p[1] as number)];
  const ring = [corners[0], corners[1], bends[0], corners[2], corners[3], corners[4], bends[1], corners[5]];
  ring.forEach((p, i) => {
    const q = ring[(i + 1) % ring.length] as readonly number[];
    const [a, b] = [onTop(p as readonly number[]), onTop(q)];
    // level on the face of the flats, the two legs' sides run on in one line over the bend
    const isOver = [bends[0], bends[1]].includes(p as never) || [bends[0], bends[1]].includes(q as never);
    if (!isOver) expect({ side: [p, q], drawn: isDrawn(ink, a, b) }).toEqual({ side: [p, q], drawn: true });
  });

  // the true shape of the sloping leg: its corners' distances along the slope, and across
  const along = (p: readonly number[]): number => (p[0] as number) / Math.cos((40 * Math.PI) / 180);
  const shape = [bends[1], corners[5], corners[0], corners[1], bends[0]].map(
    (p): Point => [along(p as readonly number[]), (p as readonly number[])[1] as number],
  );
  const lengths = ink.strokes
    .filter((s) => s.layer === 'trueShape' && s.pen === 'outline')
    .map((s) => Math.hypot(s.to[0] - s.from[0], s.to[1] - s.from[1]));
  expect(lengths).toHaveLength(shape.length);
  const wanted = shape.map((p, i) => {
    const q = shape[(i + 1) % shape.length] as Point;
    return Math.hypot(q[0] - p[0], q[1] - p[1]);
  });
  expect(lengths.map((x) => x.toFixed(2)).sort()).toEqual(wanted.map((x) => x.toFixed(2)).sort());
  // X1Y1 runs parallel to the sloping leg
  const line = ink.strokes.find((s) => s.layer === 'trueShape' && s.pen === 'reference');
  const slope = ((line?.to[1] ?? 0) - (line?.from[1] ?? 0)) / ((line?.to[0] ?? 1) - (line?.from[0] ?? 0));
  expect(slope).toBeCloseTo(-FALL, 4);
  console.log(`${work.actions} actions`);
});
