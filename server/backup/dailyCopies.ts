import type { Database } from '../queries.ts';
import { makeDailyCopy } from './copies.ts';

/** The first copy is made so long after the start, and it is looked again as often, ms. */
const FIRST_AFTER = 60_000;
const LOOK_EVERY = 60 * 60 * 1000;

/** Where daily copies go: beside the drawings, or where BLUE_LEDGER_COPIES says; undefined where it says "off", or names none for a server. */
export const copiesFolder = (
  environment: Readonly<Record<string, string | undefined>>,
  directory: string | undefined,
): string | undefined => {
  const named = environment.BLUE_LEDGER_COPIES;
  if (named === 'off') return undefined;
  return named || (directory && `${directory}/copies`);
};

/** Makes a copy each day from now on. @returns a function that ends it */
export const beginDailyCopies = (db: Database, folder: string): (() => Promise<void>) => {
  let underWay: Promise<unknown> = Promise.resolve();
  const look = (): void => {
    underWay = underWay.then(() =>
      makeDailyCopy(db, folder, new Date()).catch((error: Error) =>
        console.error(`The daily copy of the drawings could not be made in ${folder}: ${error.message}`),
      ),
    );
  };
  const first = setTimeout(look, FIRST_AFTER);
  const later = setInterval(look, LOOK_EVERY);
  first.unref();
  later.unref();
  return async () => {
    clearTimeout(first);
    clearInterval(later);
    await underWay;
  };
};
