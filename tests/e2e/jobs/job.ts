import { expect, type Page } from '@playwright/test';
import { enterLine, newDrawing } from '../desk.ts';

/** A point of the paper, mm from its lower left corner. */
export type Point = readonly [x: number, y: number];
/** A straight stroke of the sheet, or a round one by its ends. */
type Stroke = { readonly layer: string; readonly pen: string; readonly from: Point; readonly to: Point };
export type Ink = {
  readonly strokes: readonly Stroke[];
  readonly texts: readonly { text: string; at: Point }[];
};

/** Someone at the desk, whose actions are counted: a typed line, a press or a choice is one. */
export type Work = {
  readonly page: Page;
  actions: number;
  /** a line typed for the statement */
  readonly line: (text: string) => Promise<void>;
  readonly stage: (name: string) => Promise<void>;
  readonly choose: (list: string, what: string) => Promise<void>;
  readonly press: (name: string) => Promise<void>;
  readonly turnOn: (name: string) => Promise<void>;
  /** a figure typed over */
  readonly figure: (name: string, text: string) => Promise<void>;
};

/** Goes on where the page is. @param actions how many were done so far */
export const workAt = (page: Page, actions: number): Work => {
  const work: Work = {
    page,
    actions,
    line: async (text) => {
      work.actions++;
      await enterLine(page, text);
      await expect(page.getByTestId('save')).toHaveText(/^Saved/);
    },
    stage: async (name) => {
      work.actions++;
      await page.getByRole('navigation', { name: 'Stages' }).getByRole('button', { name }).click();
    },
    choose: async (list, what) => {
      work.actions++;
      await page.getByLabel(list, { exact: true }).selectOption({ label: what });
    },
    press: async (name) => {
      work.actions++;
      await page.getByRole('button', { name, exact: true }).first().click();
    },
    turnOn: async (name) => {
      const toggle = page.getByRole('switch', { name, exact: true });
      if ((await toggle.getAttribute('aria-checked')) === 'true') return;
      work.actions++;
      await toggle.click();
    },
    figure: async (name, text) => {
      work.actions++;
      const field = page.getByLabel(name, { exact: true });
      await field.fill(text);
      await field.press('Enter');
      await expect(page.getByTestId('save')).toHaveText(/^Saved/, { timeout: 20_000 });
    },
  };
  return work;
};

/** Begins a new drawing. @param units of its sizes */
export const begin = async (page: Page, address: string, units: 'mm' | 'in' = 'mm'): Promise<Work> => {
  await newDrawing(page, address);
  const work = workAt(page, 1);
  if (units === 'in') await work.choose("Unit of the part's sizes", 'inches');
  return work;
};

/** All ink of the sheet as it stands on the screen. */
export const inkOf = async (page: Page): Promise<Ink> =>
  page.getByTestId('sheet').evaluate((sheet) => {
    // the whole sheet is in sight, with a margin all round
    const [, y, , h] = (sheet.getAttribute('viewBox') ?? '').split(' ').map(Number) as [
      number,
      number,
      number,
      number,
    ];
    const height = h + 2 * y;
    const up = ([px, py]: readonly number[]): readonly [number, number] => [
      px as number,
      height - (py as number),
    ];
    const strokes = [...sheet.querySelectorAll('path[data-layer]')].flatMap((path) => {
      const [layer, pen] = ['data-layer', 'data-pen'].map((k) => path.getAttribute(k) ?? '');
      const words = (path.getAttribute('d') ?? '').match(/[MLACZ]|-?[\d.]+(?:e-?\d+)?/g) ?? [];
      const out: {
        layer: string;
        pen: string;
        from: readonly [number, number];
        to: readonly [number, number];
      }[] = [];
      let at: readonly number[] = [0, 0];
      let letter = '';
      for (let i = 0; i < words.length; ) {
        const word = words[i] as string;
        if (/[A-Z]/.test(word)) {
          letter = word;
          i++;
          continue;
        }
        const size = { M: 2, L: 2, A: 7, C: 6 }[letter] ?? 2;
        const figures = words.slice(i, i + size).map(Number);
        i += size;
        const to = figures.slice(-2);
        if (letter !== 'M')
          out.push({ layer: layer as string, pen: pen as string, from: up(at), to: up(to) });
        at = to;
      }
      return out;
    });
    const texts = [...sheet.querySelectorAll('text')].map((t) => ({
      text: t.textContent ?? '',
      at: up([Number(t.getAttribute('x')), Number(t.getAttribute('y'))]),
    }));
    return { strokes, texts };
  });

const NEAR = 0.02;

/** How much of the straight way from a to b the strokes of a layer cover, mm. */
const covered = (ink: Ink, layer: string, a: Point, b: Point): number => {
  const size = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const d = [(b[0] - a[0]) / size, (b[1] - a[1]) / size] as const;
  const along = (p: Point): number => (p[0] - a[0]) * d[0] + (p[1] - a[1]) * d[1];
  const off = (p: Point): number => Math.abs((p[0] - a[0]) * d[1] - (p[1] - a[1]) * d[0]);
  const runs = ink.strokes
    .filter((s) => s.layer === layer && off(s.from) < NEAR && off(s.to) < NEAR)
    .map((s) => [along(s.from), along(s.to)].sort((x, y) => x - y) as [number, number])
    .map(([x, y]) => [Math.max(0, x), Math.min(size, y)] as const)
    .filter(([x, y]) => y > x)
    .sort((x, y) => x[0] - y[0]);
  let end = 0;
  let sum = 0;
  for (const [x, y] of runs) {
    sum += Math.max(0, y - Math.max(x, end));
    end = Math.max(end, y);
  }
  return sum;
};

/** That lines are drawn from place to place, whole where they are visible, in dashes where hidden. */
export const expectLines = (
  ink: Ink,
  layer: 'views' | 'hidden',
  at: Point,
  lines: readonly (readonly [number, number, number, number])[],
): void => {
  for (const [x0, y0, x1, y1] of lines) {
    const [a, b]: [Point, Point] = [
      [at[0] + x0, at[1] + y0],
      [at[0] + x1, at[1] + y1],
    ];
    const size = Math.hypot(x1 - x0, y1 - y0);
    const share = covered(ink, layer, a, b) / size;
    expect(
      {
        layer,
        line: [x0, y0, x1, y1],
        drawn: layer === 'views' ? share > 0.99 : share > 0.5 && share < 0.95,
      },
      `the sheet has ${JSON.stringify(ink.strokes.filter((s) => s.layer === layer))}`,
    ).toEqual({
      layer,
      line: [x0, y0, x1, y1],
      drawn: true,
    });
  }
};

/** The length of all ink of a layer within a box of the paper, mm: that there is no more than what was asked for. */
export const lengthWithin = (ink: Ink, layer: string, at: Point, [w, h]: Point): number =>
  ink.strokes
    .filter((s) => s.layer === layer)
    .filter((s) =>
      [s.from, s.to].every(
        (p) => p[0] > at[0] - 0.1 && p[0] < at[0] + w + 0.1 && p[1] > at[1] - 0.1 && p[1] < at[1] + h + 0.1,
      ),
    )
    .reduce((sum, s) => sum + Math.hypot(s.to[0] - s.from[0], s.to[1] - s.from[1]), 0);

/** Lines counted in squares or inches, brought to mm. @param unit mm */
export const inUnits =
  (unit: number) =>
  (lines: readonly (readonly number[])[]): readonly (readonly [number, number, number, number])[] =>
    lines.map((l) => l.map((x) => x * unit) as unknown as readonly [number, number, number, number]);

/** How long some lines are together. */
export const total = (lines: readonly (readonly [number, number, number, number])[]): number =>
  lines.reduce((sum, [x0, y0, x1, y1]) => sum + Math.hypot(x1 - x0, y1 - y0), 0);

/** Clicks a place of the paper. */
export const clickPaper = async (page: Page, at: Point): Promise<void> => {
  const pixel = await page.getByTestId('sheet').evaluate((e, [x, y]) => {
    const svg = e as unknown as SVGSVGElement;
    const { y: top, height } = svg.viewBox.baseVal;
    const p = new DOMPoint(x, height + 2 * top - y).matrixTransform(svg.getScreenCTM() as DOMMatrix);
    return { x: p.x, y: p.y };
  }, at);
  await page.mouse.click(pixel.x, pixel.y);
};

/** Waits until the sheet shows what was last done. */
export const settled = async (page: Page): Promise<void> => {
  const look = (): Promise<string> =>
    page
      .getByTestId('sheet')
      .evaluate((sheet) =>
        [...sheet.querySelectorAll('path[data-layer]')].map((p) => p.getAttribute('d')).join(),
      );
  // stored, and the same at two looks: a change that was just entered is neither yet
  for (let before = ''; ; ) {
    await expect(page.getByTestId('save')).toHaveText(/^Saved \d/, { timeout: 20_000 });
    const now = await look();
    if (now === before) return;
    before = now;
    await page.waitForTimeout(250);
  }
};

/** Dimensions the sheet at one press; the books must say that each size is given once. @returns the figures */
export const dimensioned = async (work: Work): Promise<string[]> => {
  const { page } = work;
  await work.stage('Dimension');
  await work.press('Dimension the sheet');
  await expect(page.getByText('Each is given once, and none is missing.')).toBeVisible();
  await settled(page);
  return page.getByTestId('sheet').locator('text[data-layer="dimensions"]').allTextContents();
};

/** The check finds nothing to be mended on the sheet. */
export const nothingToMend = async (work: Work): Promise<void> => {
  await work.stage('Check');
  await expect(work.page.getByText('0 to mend', { exact: false })).toBeVisible();
};
