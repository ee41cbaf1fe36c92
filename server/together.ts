import { randomUUID } from 'node:crypto';
import * as z from 'zod';
import type { LiveEvent, PlaceOnSheet } from '../exchange/live.ts';
import type { Database } from './queries.ts';
import { CHANGED, readKept } from './store.ts';

/** Who looks at a drawing is told on this channel by every server of a database, again and again as long as they look. */
const PRESENCE = 'drawing_presence';
/** Somebody who was not told of for so long is gone: their server may have ended, ms. */
const GONE_AFTER = 25_000;
/** How often it is told that somebody is still there, ms. */
export const STILL_HERE = 10_000;

/** Where somebody points is told on this one. */
const POINTING = 'drawing_pointing';
const toldPlace = z.object({
  drawing: z.string(),
  name: z.string(),
  at: z.tuple([z.number(), z.number()]).nullable(),
});

const told = z.object({
  drawing: z.string(),
  /** one window of one person */
  window: z.string(),
  name: z.string(),
  isGone: z.boolean(),
});
type Told = z.infer<typeof told>;

type Listener = { readonly drawing: string; readonly tell: (event: LiveEvent) => void };

/** What one server knows of who looks at what; one to a database. */
type Rooms = {
  readonly listeners: Set<Listener>;
  readonly windows: Map<string, { readonly drawing: string; readonly name: string; readonly seen: number }>;
};

const namesAt = ({ windows }: Rooms, drawing: string): string[] => {
  const now = Date.now();
  const names = [...windows.values()]
    .filter((w) => w.drawing === drawing && now - w.seen < GONE_AFTER)
    .map((w) => w.name);
  return [...new Set(names)].sort((a, b) => a.localeCompare(b));
};

const openRooms = async (db: Database): Promise<Rooms> => {
  const rooms: Rooms = { listeners: new Set(), windows: new Map() };
  const tellAll = (drawing: string, event: LiveEvent): void => {
    for (const l of rooms.listeners) if (l.drawing === drawing) l.tell(event);
  };
  await db.listen(CHANGED, (text) => {
    const [drawing = ''] = text.split(' ');
    if (![...rooms.listeners].some((l) => l.drawing === drawing)) return;
    // read once for all who look at it; one that cannot be read now is asked for by their windows after a while
    readKept(db, drawing).then(
      (kept) => tellAll(drawing, { kind: 'changed', kept }),
      () => undefined,
    );
  });
  await db.listen(PRESENCE, (text) => {
    const { drawing, window, name, isGone } = told.parse(JSON.parse(text));
    if (isGone) rooms.windows.delete(window);
    else rooms.windows.set(window, { drawing, name, seen: Date.now() });
    for (const [key, w] of rooms.windows) if (Date.now() - w.seen > GONE_AFTER) rooms.windows.delete(key);
    tellAll(drawing, { kind: 'here', names: namesAt(rooms, drawing) });
  });
  await db.listen(POINTING, (text) => {
    const { drawing, name, at } = toldPlace.parse(JSON.parse(text));
    tellAll(drawing, { kind: 'pointing', name, at });
  });
  return rooms;
};

/** Tells all who look at a drawing where one of them points on its sheet, on every server of the database. Nothing of it is kept. */
export const tellPointing = async (
  db: Database,
  drawing: string,
  name: string,
  at: PlaceOnSheet | null,
): Promise<void> => {
  await db.query(`select pg_notify('${POINTING}', $1)`, [JSON.stringify({ drawing, name, at })]);
};

const opened = new WeakMap<Database, Promise<Rooms>>();
const roomsOf = (db: Database): Promise<Rooms> => {
  const rooms = opened.get(db) ?? openRooms(db);
  opened.set(db, rooms);
  return rooms;
};

/**
 * Tells of a drawing as it happens: how it stands after each change, and who looks at it. The one who asks counts as looking until it is ended.
 * @returns ends it
 */
export const watchDrawing = async (
  db: Database,
  drawing: string,
  name: string,
  tell: (event: LiveEvent) => void,
): Promise<() => Promise<void>> => {
  const rooms = await roomsOf(db);
  const listener: Listener = { drawing, tell };
  const window = randomUUID();
  const say = async (isGone: boolean): Promise<void> => {
    const what: Told = { drawing, window, name, isGone };
    await db.query(`select pg_notify('${PRESENCE}', $1)`, [JSON.stringify(what)]);
  };
  rooms.listeners.add(listener);
  await say(false);
  // a database that does not answer for a moment is asked again at the next turn
  const still = setInterval(() => void say(false).catch(() => undefined), STILL_HERE);
  still.unref();
  return async () => {
    clearInterval(still);
    rooms.listeners.delete(listener);
    await say(true);
  };
};
