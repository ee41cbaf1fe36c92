import type { PlaceOnSheet } from '../../exchange/live.ts';

/** Where one points is told so often at most, ms, and only where it is this much elsewhere, mm. */
const EVERY = 200;
const ELSEWHERE = 1.5;

/**
 * Tells the others where one points: the last place of each moment, and at once that it is none any more.
 * @param send sends a place; what is lost on the way is not sent again, the next one follows soon
 * @param isAlone nothing is told while nobody else is there
 */
export const openPointing = (
  send: (at: PlaceOnSheet | null) => Promise<unknown>,
  isAlone: () => boolean,
): ((at: PlaceOnSheet | undefined) => void) => {
  let told: PlaceOnSheet | undefined;
  let next: PlaceOnSheet | undefined;
  let waiting: ReturnType<typeof setTimeout> | undefined;
  const tell = (at: PlaceOnSheet | undefined): void => {
    told = at;
    void send(at ?? null).catch(() => undefined);
  };
  return (at) => {
    if (!at) {
      clearTimeout(waiting);
      waiting = undefined;
      if (told) tell(undefined);
      return;
    }
    next = at;
    if (waiting || isAlone()) return;
    waiting = setTimeout(() => {
      waiting = undefined;
      if (next && (!told || Math.hypot(next[0] - told[0], next[1] - told[1]) > ELSEWHERE)) tell(next);
    }, EVERY);
  };
};
