'use client';
import { useCallback, useEffect, useState } from 'react';
import type { Vec3 } from '../../core/geometry/vec.ts';
import type { GivenFile } from '../../workers/givenFile.ts';
import type { SolidsWorker } from '../../workers/solids.worker.ts';
import type { EnteredViews, SolidsPicture } from '../../workers/solidsPicture.ts';
import { keptWorker } from '../keptWorker.ts';
import { boardsOf, countDrawn, drawnIn, type Entered, squareOf } from './entered.ts';

/** How the search stands. */
export type Search =
  /** too little is entered */
  | { readonly state: 'waiting' }
  | { readonly state: 'looking'; readonly last?: SolidsPicture | undefined }
  | { readonly state: 'stopped' }
  | { readonly state: 'found'; readonly found: SolidsPicture };

/** After the last change it is waited so long, ms: a line is two presses. */
const PAUSE = 350;

const askedFor = (entered: Entered): EnteredViews | undefined => {
  const square = squareOf(entered);
  const views = boardsOf(entered).flatMap((name) => {
    const drawn = drawnIn(entered, name);
    return countDrawn(drawn)
      ? [{ name, drawn, hidden: entered.leftOut.includes(name) ? ('left out' as const) : ('given' as const) }]
      : [];
  });
  return square !== undefined && views.length > 1 ? { units: entered.units, square, views } : undefined;
};

/** Searches for the solids that have the entered views, in a worker, anew after every change. */
export const useSolids = (entered: Entered) => {
  const [search, setSearch] = useState<Search>({ state: 'waiting' });
  const [worker] = useState(() =>
    keptWorker<SolidsWorker>(
      () => new Worker(new URL('../../workers/solids.worker.ts', import.meta.url), { type: 'module' }),
    ),
  );
  useEffect(() => worker.end, [worker]);

  useEffect(() => {
    const asked = askedFor(entered);
    if (!asked) {
      setSearch({ state: 'waiting' });
      return;
    }
    let isOld = false;
    let isUnderWay = false;
    setSearch((s) => ({ state: 'looking', last: s.state === 'found' ? s.found : undefined }));
    const timer = setTimeout(async () => {
      isUnderWay = true;
      const toward: Vec3 = [entered.side === 'left' ? -2 : 2, -3, 2];
      const found = await worker.ask(async (r) => r.find(asked, toward));
      isUnderWay = false;
      if (!isOld) setSearch({ state: 'found', found });
    }, PAUSE);
    return () => {
      isOld = true;
      clearTimeout(timer);
      // a search that nobody waits for any more is ended with its worker
      if (isUnderWay) worker.end();
    };
  }, [entered, worker]);

  const stop = useCallback((): void => {
    worker.end();
    setSearch({ state: 'stopped' });
  }, [worker]);
  const read = useCallback(
    (name: string, text: string): Promise<GivenFile> =>
      worker.ask(async (r) => r.read(name, text, squareOf(entered) ?? 1, boardsOf(entered))),
    [entered, worker],
  );
  return { search, stop, read };
};
