'use client';
import type { Remote } from 'comlink';
import { useCallback, useEffect, useState } from 'react';
import type { Vec3 } from '../../core/geometry/vec.ts';
import type { GivenFile } from '../../workers/givenFile.ts';
import type { SolidsWorker } from '../../workers/solids.worker.ts';
import type { SolidsPicture } from '../../workers/solidsPicture.ts';
import { keptWorker } from '../keptWorker.ts';
import { boardsOf, countDrawn, drawnIn, type Entered, squareOf } from './entered.ts';

/** How the search stands. */
export type Search =
  /** too little is entered */
  | { readonly state: 'waiting' }
  | { readonly state: 'looking'; readonly last?: SolidsPicture | undefined }
  | { readonly state: 'stopped' }
  | { readonly state: 'found'; readonly found: SolidsPicture };

/** The least pictorial is that of a pyramid of which two faces are seen. */
const FEWEST_LINES = 5;

/** After the last change it is waited so long, ms: a line is two presses. */
const PAUSE = 350;

type Find = (worker: Remote<SolidsWorker>) => Promise<SolidsPicture>;

/** What is asked of the worker; nothing where too little is entered. */
const askedFor = (entered: Entered): Find | undefined => {
  const { units, side, pictorial } = entered;
  const square = squareOf(entered);
  if (entered.paper === 'pictorial')
    return square !== undefined && pictorial.lines.length >= FEWEST_LINES
      ? async (r) => r.findInPictorial({ units, square, side, pictorial })
      : undefined;
  const views = boardsOf(entered).flatMap((name) => {
    const drawn = drawnIn(entered, name);
    return countDrawn(drawn)
      ? [{ name, drawn, hidden: entered.leftOut.includes(name) ? ('left out' as const) : ('given' as const) }]
      : [];
  });
  const toward: Vec3 = [side === 'left' ? -2 : 2, -3, 2];
  return square !== undefined && views.length > 1
    ? async (r) => r.find({ units, square, views }, toward)
    : undefined;
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
      const found = await worker.ask(asked);
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
