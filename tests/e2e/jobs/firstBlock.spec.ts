import { expect, test } from '@playwright/test';
import { serverKept } from '../server.ts';
import { begin, expectLines, inkOf, inUnits, settled } from './job.ts';

const server = serverKept(test);
const SQ = 6.35;
const squares = inUnits(SQ);

test('a first block counted on squares of 1/4 in, and three pictures of it that are wrong', async ({
  page,
}) => {
  const work = await begin(page, server.address, 'in');
  await work.line('sq = 1/4');
  await work.line('block 7 sq long, 5 sq deep, 4 sq high');
  await work.line('step at the right, 4 sq wide, 2 sq deep');
  await work.stage('Set out');
  await work.choose('House rules', 'Inch workshop');
  await work.choose('Scale', '1 : 1');
  await work.figure('Corner from the left', '8 sq');
  await work.figure('Corner from below', '8 sq');
  // the gap keeps the corner of the views as they are drawn
  await settled(page);
  await work.figure('Gap, view to XY', '2 sq');
  await settled(page);
  const ink = await inkOf(page);
  expectLines(
    ink,
    'views',
    [8 * SQ, 8 * SQ],
    squares([
      [0, 0, 7, 0],
      [0, 0, 0, 4],
      [0, 4, 3, 4],
      [3, 4, 3, 2],
      [3, 2, 7, 2],
      [7, 2, 7, 0],
    ]),
  );
  expectLines(
    ink,
    'views',
    [8 * SQ, 16 * SQ],
    squares([
      [0, 0, 7, 0],
      [3, 0, 3, 5],
      [0, 5, 7, 5],
    ]),
  );
  expectLines(
    ink,
    'views',
    [19 * SQ, 8 * SQ],
    squares([
      [0, 2, 5, 2],
      [0, 4, 5, 4],
    ]),
  );
  // sizes read in fractions of an inch
  await expect(page.getByTestId('overall W')).toHaveText('1 3/4');
  await expect(page.getByTestId('overall D')).toHaveText('1 1/4');

  await work.stage('Transfer');
  await page.getByRole('radio', { name: 'Balance' }).click();
  work.actions++;
  const id = new URL(page.url()).pathname.split('/').at(-1);
  const svg = await (await page.request.get(`${server.address}/api/drawings/${id}/sheet?as=svg`)).text();
  const bring = async (view: string, change: string): Promise<void> => {
    work.actions++;
    const open = `<g id="${view}.views"`;
    expect(svg).toContain(open);
    const text = svg.replace(open, `<g id="${view}.views" transform="${change}"`);
    await page
      .getByLabel('SVG or DXF with views')
      .setInputFiles({ name: 'views.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(text) });
  };
  const answer = page.getByTestId('balance');
  await bring('top', 'translate(0 0)');
  await expect(answer).toContainText('The books balance');
  await bring('top', 'translate(5 0)');
  await expect(answer).toContainText(/top view is out of line with the front: move it by .* to the left/);
  await bring('right', 'translate(0 -4)');
  await expect(answer).toContainText(
    /right (?:side )?view is out of line with the front: move it by .* down/,
  );
  // turned by a quarter about its own middle
  const height = Number(/viewBox="0 0 \S+ (\S+)"/.exec(svg)?.[1]);
  await bring('top', `rotate(90 ${(8 + 3.5) * SQ} ${height - (16 + 2.5) * SQ})`);
  await expect(answer).toContainText(/top view .*turned by (?:90 degrees|a quarter)/);
  expect(work.actions).toBeLessThanOrEqual(18);
});
