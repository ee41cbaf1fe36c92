const HOUR = 60 * 60 * 1000;
const DAY = 24 * HOUR;

/** Every state of the last day is kept, then the last of each hour of a week, then the last of each day. */
const EVERY = DAY;
const HOURLY = 7 * DAY;

/** How much room the history of one drawing may take, bytes of its documents. The oldest states go first where it takes more. */
export const HISTORY_LIMIT = 32 * 1024 * 1024;

/** A state of a drawing's history: its position, when it was made (ms since 1970), and how long its document is (bytes). */
export type State = { readonly position: number; readonly madeAt: number; readonly bytes: number };

/** The stretch of time of which one state is kept; nothing where every state is. */
const stretchOf = (madeAt: number, now: number): string | undefined => {
  const age = now - madeAt;
  if (age < EVERY) return undefined;
  return age < HOURLY ? `hour ${Math.floor(madeAt / HOUR)}` : `day ${Math.floor(madeAt / DAY)}`;
};

/**
 * Which states of a drawing's history are no longer kept, by their positions. What could be redone, the state it stands at and the one it began with are kept,
 * whatever their age; of these only the first one goes where there is too much.
 * @param states in the order of their positions
 * @param current the position that the drawing stands at
 * @param now ms since 1970
 * @param limit bytes
 */
export const outdatedStates = (
  states: readonly State[],
  current: number,
  now: number,
  limit: number = HISTORY_LIMIT,
): number[] => {
  const first = states[0]?.position;
  const lastOf = new Map<string, number>();
  for (const { position, madeAt } of states) {
    const stretch = stretchOf(madeAt, now);
    if (stretch && position < current) lastOf.set(stretch, position);
  }
  const kept = states.filter(({ position, madeAt }) => {
    const stretch = stretchOf(madeAt, now);
    return !stretch || position >= current || position === first || lastOf.get(stretch) === position;
  });
  let bytes = kept.reduce((sum, s) => sum + s.bytes, 0);
  const over = new Set<number>();
  for (const s of kept) {
    if (bytes <= limit || s.position >= current) break;
    over.add(s.position);
    bytes -= s.bytes;
  }
  const left = new Set(kept.map((s) => s.position).filter((p) => !over.has(p)));
  return states.map((s) => s.position).filter((p) => !left.has(p));
};
