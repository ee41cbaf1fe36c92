'use client';
import { useEffect, useState } from 'react';
import type { DeskCommand } from './commands.ts';
import {
  commandOfKey,
  keepOwnKeys,
  keyOf,
  pressName,
  refusedKey,
  useOwnKeys,
  withKey,
  withoutKeyOf,
} from './ownKeys.ts';

const LINK = 'ml-1.5 font-semibold text-house hover:underline';

/** The key of one's own that a command has: given by pressing it, and taken away. */
export const KeyOfCommand = ({ command, onDone }: { command: DeskCommand; onDone: () => void }) => {
  const keys = useOwnKeys();
  const [isAsking, setAsking] = useState(false);
  const [said, setSaid] = useState<string>();
  const own = keyOf(keys, command);
  useEffect(() => {
    if (!isAsking) return;
    // before the dialog hears it: Esc leaves only the question
    const hear = (e: KeyboardEvent): void => {
      const name = pressName(e);
      if (name === undefined || name === 'Tab' || name === 'Shift Tab') return;
      e.preventDefault();
      e.stopImmediatePropagation();
      if (name === 'Escape') {
        setAsking(false);
        setSaid(undefined);
        onDone();
        return;
      }
      const refused = refusedKey(name);
      if (refused) {
        setSaid(refused);
        return;
      }
      const other = commandOfKey(keys, name);
      if (!keepOwnKeys(withKey(keys, name, command)))
        setSaid('This browser keeps nothing, so a key cannot be kept.');
      else
        setSaid(
          other && other !== command
            ? `${name} was the key of ${other.label}; it is this one's now.`
            : undefined,
        );
      setAsking(false);
      onDone();
    };
    window.addEventListener('keydown', hear, true);
    return () => window.removeEventListener('keydown', hear, true);
  }, [isAsking, keys, command, onDone]);
  return (
    <p className="border-t border-rule px-4 py-2 text-[13px] text-second">
      {isAsking ? (
        <span role="status">
          Press the key for “{command.label}”: a letter, Alt with a letter, or F2 to F9. Esc leaves it.
        </span>
      ) : (
        <>
          {own ? `“${command.label}” has the key ${own}.` : `“${command.label}” has no key of your own.`}
          <button
            type="button"
            className={LINK}
            onClick={() => {
              setSaid(undefined);
              setAsking(true);
            }}
          >
            {own ? 'Another key' : 'Give it a key'}
          </button>
          {own && (
            <button
              type="button"
              className={LINK}
              onClick={() => {
                keepOwnKeys(withoutKeyOf(keys, command));
                onDone();
              }}
            >
              Take the key away
            </button>
          )}
        </>
      )}
      {said && (
        <span role="alert" className="block text-caution">
          {said}
        </span>
      )}
    </p>
  );
};
