'use client';
import { useSyncExternalStore } from 'react';
import { moment } from './clock.ts';

const never = (): (() => void) => () => undefined;

/** A moment in the clock of whoever reads it. The server does not know that clock and says UTC until the page is up. */
export const LocalTime = ({ at }: { at: string }) => {
  const isHere = useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
  return <time dateTime={at}>{isHere ? moment(at) : `${at.slice(0, 16).replace('T', ' ')} UTC`}</time>;
};
