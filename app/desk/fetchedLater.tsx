'use client';
import { type ComponentType, lazy, Suspense } from 'react';

const loads: (() => Promise<unknown>)[] = [];

/**
 * A component whose script is not part of the first load. It is fetched when it is first shown, or once the desk has stood for a moment:
 * so it is there too when the server is away.
 */
export const fetchedLater = <P extends object>(load: () => Promise<ComponentType<P>>): ComponentType<P> => {
  loads.push(load);
  const Fetched = lazy(async () => ({ default: await load() }));
  return (props: P) => (
    <Suspense fallback={null}>
      <Fetched {...props} />
    </Suspense>
  );
};

/** Fetches all that is left. What cannot be fetched now is tried again when it is shown. */
export const fetchRest = (): void => {
  for (const load of loads) load().catch(() => undefined);
};
