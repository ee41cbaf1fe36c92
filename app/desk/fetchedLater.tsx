'use client';
import { type ComponentType, lazy, type ReactNode, Suspense } from 'react';

const loads: (() => Promise<unknown>)[] = [];
let letRestCome: () => void = () => undefined;
const restMayCome = new Promise<void>((done) => {
  letRestCome = done;
});

/** Between two tries to fetch a script, ms: at first soon, then less and less often. */
const PAUSES = [300, 1000, 3000, 10_000] as const;

/**
 * Fetches a script until it comes: the server may be away for a moment, and what is shown must not go because of it.
 * @returns never rejects
 */
const fetched = async <T,>(load: () => Promise<T>): Promise<T> => {
  for (let tries = 0; ; tries++) {
    try {
      return await load();
    } catch {
      const pause = PAUSES[Math.min(tries, PAUSES.length - 1)];
      await new Promise((done) => setTimeout(done, pause));
    }
  }
};

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
  letRestCome();
  for (const load of loads) load().catch(() => undefined);
};
