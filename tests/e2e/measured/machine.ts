import type { Page } from '@playwright/test';

/** How many rounds of the loop below two threads do together in a millisecond where the machine has nothing else to do. */
const ON_A_FREE_MACHINE = 60_000;
/** So long they are counted, ms: others take the machine away in bursts. */
const COUNTED = 1000;

/**
 * How many times slower this machine is just now at plain arithmetic in two threads (the page and a worker, as at the desk) than the one the
 * limits were set on; never less than one.
 */
export const slowness = async (page: Page): Promise<number> => {
  const perMs = await page.evaluate(async (span) => {
    const count = `(span) => {
      let x = 0.5, rounds = 0;
      const start = performance.now();
      while (performance.now() - start < span) {
        for (let i = 0; i < 10000; i++) x = x * 1.000001 + Math.sin(x) * 1e-3;
        rounds += 10000;
      }
      return x === 0 ? 0 : rounds / span;
    }`;
    const script = new Blob([`postMessage((${count})(${span}))`], { type: 'text/javascript' });
    const worker = new Worker(URL.createObjectURL(script));
    const other = new Promise<number>((done) => {
      worker.onmessage = (e) => done(e.data as number);
    });
    let x = 0.5;
    let rounds = 0;
    const start = performance.now();
    while (performance.now() - start < span) {
      for (let i = 0; i < 10_000; i++) x = x * 1.000001 + Math.sin(x) * 1e-3;
      rounds += 10_000;
    }
    const own = x === 0 ? 0 : rounds / span;
    const both = own + (await other);
    worker.terminate();
    return both;
  }, COUNTED);
  const slower = Math.max(1, ON_A_FREE_MACHINE / perMs);
  console.log(
    `    the machine: ${perMs.toFixed(0)} rounds a millisecond, ${slower.toFixed(2)} times as slow as it may be`,
  );
  return slower;
};
