import { useSyncExternalStore } from 'react';
import { COMMANDS, type DeskCommand } from './commands.ts';

/** Keys of one's own, such as "Alt H", with what they do; kept in this browser. */
export type OwnKeys = Readonly<Record<string, string>>;

/** What of a key press is looked at. */
export type Press = Pick<KeyboardEvent, 'key' | 'code' | 'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey'>;

const PLACE = 'own keys';

/** A command by its stage and its name: names are alike at some stages. */
export const commandId = (c: DeskCommand): string => `${c.stage ?? ''} ${c.label}`.trim();

/** What a press is called; nothing while only Ctrl, Alt or Shift is down. */
export const pressName = (e: Press): string | undefined => {
  if (['Control', 'Alt', 'Shift', 'Meta', 'AltGraph', 'Dead', 'Process', 'Unidentified'].includes(e.key))
    return undefined;
  // with Alt some keyboards write another sign: the key itself counts
  const letter = /^Key([A-Z])$/.exec(e.code)?.[1] ?? /^Digit(\d)$/.exec(e.code)?.[1];
  const key = letter ?? (e.key.length === 1 ? e.key.toUpperCase() : e.key);
  return [(e.ctrlKey || e.metaKey) && 'Ctrl', e.altKey && 'Alt', e.shiftKey && 'Shift', key]
    .filter(Boolean)
    .join(' ');
};

/** Alt with these opens the browser's own menus or its address. */
const OF_BROWSER = ['D', 'E', 'F'];

/** Why a press cannot be a key of one's own, as a sentence with the remedy; undefined where it can. */
export const refusedKey = (name: string): string | undefined => {
  const free = 'Take a letter, Alt with a letter, or F2 to F9.';
  if (/^(?:Shift )?[A-Z]$/.test(name) || /^F[2-46-9]$/.test(name)) return undefined;
  const alt = /^Alt (?:Shift )?([A-Z])$/.exec(name)?.[1];
  if (alt) return OF_BROWSER.includes(alt) ? `${name} belongs to the browser. ${free}` : undefined;
  return `${name} has a use already, here or in the browser. ${free}`;
};

/** The keys as they were kept; what is no key, or leads to nothing that is there, is left out. */
export const readOwnKeys = (text: string | null): OwnKeys => {
  let kept: unknown;
  try {
    kept = JSON.parse(text ?? '{}');
  } catch {
    return {};
  }
  if (typeof kept !== 'object' || kept === null || Array.isArray(kept)) return {};
  const known = new Set(COMMANDS.map(commandId));
  return Object.fromEntries(
    Object.entries(kept).filter(
      ([name, id]) => refusedKey(name) === undefined && typeof id === 'string' && known.has(id),
    ),
  );
};

/** The keys with one more: a command has one key, and a key leads to one command. */
export const withKey = (keys: OwnKeys, name: string, c: DeskCommand): OwnKeys => ({
  ...withoutKeyOf(keys, c),
  [name]: commandId(c),
});
/** The keys without that of a command. */
export const withoutKeyOf = (keys: OwnKeys, c: DeskCommand): OwnKeys =>
  Object.fromEntries(Object.entries(keys).filter(([, id]) => id !== commandId(c)));

/** The key of a command, where it has one of one's own. */
export const keyOf = (keys: OwnKeys, c: DeskCommand): string | undefined =>
  Object.entries(keys).find(([, id]) => id === commandId(c))?.[0];

/** The command that a press leads to. */
export const commandOfKey = (keys: OwnKeys, name: string | undefined): DeskCommand | undefined => {
  const id = name === undefined ? undefined : keys[name];
  return id === undefined ? undefined : COMMANDS.find((c) => commandId(c) === id);
};

const none: OwnKeys = {};
let last: { readonly text: string | null; readonly keys: OwnKeys } = { text: null, keys: none };
/** A browser that keeps nothing has no keys of one's own. */
const snapshot = (): OwnKeys => {
  let text: string | null = null;
  try {
    text = localStorage.getItem(PLACE);
  } catch {
    return none;
  }
  if (text !== last.text) last = { text, keys: readOwnKeys(text) };
  return last.keys;
};
const heard = new Set<() => void>();
const subscribe = (hear: () => void): (() => void) => {
  heard.add(hear);
  window.addEventListener('storage', hear);
  return () => {
    heard.delete(hear);
    window.removeEventListener('storage', hear);
  };
};

/** The keys of one's own in this browser. */
export const useOwnKeys = (): OwnKeys => useSyncExternalStore(subscribe, snapshot, () => none);

/** Keeps the keys in this browser. @returns false where the browser keeps nothing */
export const keepOwnKeys = (keys: OwnKeys): boolean => {
  try {
    localStorage.setItem(PLACE, JSON.stringify(keys));
  } catch {
    return false;
  }
  for (const hear of heard) hear();
  return true;
};
