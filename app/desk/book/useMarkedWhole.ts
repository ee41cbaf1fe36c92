import { type RefObject, useLayoutEffect } from 'react';

/**
 * Keeps a field that has the focus marked whole when its figure is drawn anew, so that what is typed next takes the figure's place.
 * Without it the mark is lost with the old figure, and the keys are added to the new one: "80" typed over "165" becomes "16580".
 * @param shown the figure in the field
 * @param isTyped whether the field holds what somebody is typing, which is left as it is
 */
export const useMarkedWhole = (
  input: RefObject<HTMLInputElement | null>,
  shown: string,
  isTyped: () => boolean,
): void =>
  // biome-ignore lint/correctness/useExhaustiveDependencies: it is the new figure in the field that matters
  useLayoutEffect(() => {
    if (!isTyped() && input.current && document.activeElement === input.current) input.current.select();
  }, [shown]);
