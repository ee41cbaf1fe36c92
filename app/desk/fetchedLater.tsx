'use client';
import { type ComponentType, lazy, type ReactNode, Suspense } from 'react';
import { fetched } from '../fetched.ts';

const REST = 'rest';
const loads: (() => Promise<unknown>)[] = [];
let letRestCome: () => void = () => undefined;
const restMayCome = new Promise<void>((done) => {
  letRestCome = done;
});

/** Fetches a script with those that come once the desk has stood for a moment. */
export const fetchWithRest = (load: () => Promise<unknown>): void => {
  loads.push(load);
};

/**
 * A component whose script is not part of the first load. It is fetched when it is first shown, or once the desk has stood for a moment:
 * so it is there too when the server is away.
 * @param load imports it
 * @param inPlace stands in its place until then. With it, the component is on the screen from the start, and its script waits until the
 *   first picture is drawn.
 */
export const fetchedLater = <P extends object>(
  load: () => Promise<ComponentType<P>>,
  inPlace?: ReactNode,
): ComponentType<P> => {
  loads.push(load);
  const Fetched = lazy(async () => {
    if (inPlace !== undefined) await restMayCome;
    return { default: await fetched(load) };
  });
  return (props: P) => (
    <Suspense fallback={inPlace ?? null}>
      <Fetched {...props} />
    </Suspense>
  );
};

/** Fetches all that is left. What cannot be fetched now is tried again when it is shown. */
export const fetchRest = (): void => {
  // measured: what is fetched before this is the first load
  performance.mark(REST);
  letRestCome();
  for (const load of loads) load().catch(() => undefined);
};
