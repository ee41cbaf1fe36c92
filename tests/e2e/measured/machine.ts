import type { Page } from '@playwright/test';

/** What the loop below takes in this browser on the machine the limits were set on, when nothing else runs there, ms. */
const ON_A_FREE_MACHINE = 10;

/**
 * How many times slower this machine is just now at plain arithmetic than the one the limits were set on; never less than one.
 * Others use the machine too, and it is at times several times slower than itself.
 */
export const slowness = async (page: Page): Promise<number> => {
  const times = await page.evaluate(() =>
    Array.from({ length: 9 }, () => {
      const start = performance.now();
      let x = 0.5;
      for (let i = 0; i < 400_000; i++) x = x * 1.000001 + Math.sin(x) * 1e-3;
      // the sum is asked for, so that the loop is not left out
      return x === 0 ? Number.NaN : performance.now() - start;
    }),
  );
  const middle = times.sort((a, b) => a - b)[4] as number;
  const slower = Math.max(1, middle / ON_A_FREE_MACHINE);
  console.log(
    `    the machine: the loop takes ${middle.toFixed(1)} ms, ${slower.toFixed(2)} times as long as it may`,
  );
  return slower;
};
