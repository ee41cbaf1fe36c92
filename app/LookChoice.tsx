'use client';
import { useSyncExternalStore } from 'react';
import { LOOK_COOKIE, LOOKS, type Look, readLook } from './look.ts';

const WORDS: Record<Look, string> = { light: 'light', dark: 'dark', system: 'as this computer' };
/** A year, s. */
const KEPT_FOR = 31_536_000;

const CHANGED = 'look-changed';
const lookNow = (): Look => readLook(document.documentElement.dataset.look);
const subscribe = (changed: () => void): (() => void) => {
  window.addEventListener(CHANGED, changed);
  return () => window.removeEventListener(CHANGED, changed);
};

/** How the screen looks; it is kept in this browser. */
export const LookChoice = () => {
  const look = useSyncExternalStore(subscribe, lookNow, () => 'light' as const);
  const choose = (next: Look): void => {
    document.documentElement.dataset.look = next;
    // biome-ignore lint/suspicious/noDocumentCookie: the store of cookies is not in every browser yet
    document.cookie = `${LOOK_COOKIE}=${next}; path=/; max-age=${KEPT_FOR}; samesite=lax`;
    window.dispatchEvent(new Event(CHANGED));
  };
  return (
    <label className="flex items-center gap-2 text-[13px] text-second">
      Screen
      <select
        className="rounded-md border border-rule-strong bg-white px-2 py-1 text-ink"
        value={look}
        onChange={(e) => choose(readLook(e.target.value))}
      >
        {LOOKS.map((l) => (
          <option key={l} value={l}>
            {WORDS[l]}
          </option>
        ))}
      </select>
    </label>
  );
};
