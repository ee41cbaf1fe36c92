'use client';
import { type ReactNode, useState } from 'react';
import type { RegisterPage, RegisterRow } from '../../exchange/kept.ts';
import type { ManyRequest } from '../../exchange/register.ts';
import { archiveAddress, sheetsAddress } from '../serverCalls.ts';

const BUTTON =
  'rounded-md border border-rule-strong bg-white px-2.5 py-1 text-[13px] font-semibold text-deep hover:bg-pale disabled:text-disabled';

/** A word that is typed, or taken from those that are there, and what is done with it. */
const WithWord = ({
  label,
  known,
  mayBeEmpty = false,
  children,
}: {
  label: string;
  known: readonly string[];
  mayBeEmpty?: boolean;
  children: (word: string, isUsable: boolean, clear: () => void) => ReactNode;
}) => {
  const [word, setWord] = useState('');
  const list = `known ${label}`;
  const own = word.trim();
  return (
    <span className="inline-flex items-center gap-1">
      <input
        aria-label={label}
        placeholder={label}
        list={list}
        value={word}
        maxLength={60}
        onChange={(e) => setWord(e.target.value)}
        className="w-24 rounded-md border border-rule-strong bg-white px-2 py-1 text-[13px]"
      />
      <datalist id={list}>
        {known.map((k) => (
          <option key={k} value={k} />
        ))}
      </datalist>
      {children(own, mayBeEmpty || own !== '', () => setWord(''))}
    </span>
  );
};

/** What can be done with all drawings that are picked. */
export const PickedBar = ({
  picked,
  page,
  onSet,
  onClear,
  onShare,
}: {
  picked: readonly RegisterRow[];
  page: RegisterPage;
  /** puts them into a folder, tags them or puts them away; nothing for whoever reads only */
  onSet: ((set: ManyRequest['set']) => void) | undefined;
  onClear: () => void;
  /** shares one drawing; nothing where there is nobody to share with */
  onShare?: ((row: RegisterRow) => void) | undefined;
}) => {
  const ids = picked.map((r) => r.id);
  const [only] = picked.length === 1 ? picked : [];
  const isAway = picked.every((r) => r.archived);
  return (
    <section
      aria-label="Picked drawings"
      className="flex flex-wrap items-center gap-x-2 gap-y-2 border-b border-rule bg-pale px-6 py-2 text-[13px]"
    >
      <b>
        {picked.length} {picked.length === 1 ? 'drawing' : 'drawings'} picked
      </b>
      <button type="button" className="font-semibold text-house hover:underline" onClick={onClear}>
        Pick none
      </button>
      <a className={BUTTON} href={sheetsAddress(ids)} target="_blank" rel="noreferrer">
        {picked.length === 1 ? 'Print the picked sheet' : `Print ${picked.length} sheets as one PDF`}
      </a>
      {picked.length > 1 && (
        <a className={BUTTON} href={sheetsAddress(ids, true)} target="_blank" rel="noreferrer">
          With a sheet list first
        </a>
      )}
      <a className={BUTTON} href={archiveAddress(ids)}>
        Save all files as ZIP
      </a>
      {onSet && (
        <>
          <WithWord label="Folder" known={page.folders.map((f) => f.name).filter(Boolean)} mayBeEmpty>
            {(folder, _usable, clear) => (
              <button
                type="button"
                className={BUTTON}
                onClick={() => {
                  onSet({ folder });
                  clear();
                }}
              >
                {folder ? 'Put into it' : 'Take out of folders'}
              </button>
            )}
          </WithWord>
          <WithWord label="Tag" known={page.tags}>
            {(tag, isUsable) => (
              <>
                <button
                  type="button"
                  className={BUTTON}
                  disabled={!isUsable}
                  onClick={() => onSet({ tag, on: true })}
                >
                  Add
                </button>
                <button
                  type="button"
                  className={BUTTON}
                  disabled={!isUsable}
                  onClick={() => onSet({ tag, on: false })}
                >
                  Remove
                </button>
              </>
            )}
          </WithWord>
          <button type="button" className={BUTTON} onClick={() => onSet({ archived: !isAway })}>
            {isAway ? 'Restore' : 'Archive'}
          </button>
        </>
      )}
      {onShare && only && (
        <button type="button" className={BUTTON} onClick={() => onShare(only)}>
          Share
        </button>
      )}
    </section>
  );
};
