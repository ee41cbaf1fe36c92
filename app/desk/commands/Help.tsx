'use client';
import { CircleHelp } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { useDesk } from '../useDesk.ts';
import { FindCommand } from './FindCommand.tsx';
import { dialogGone } from './findControl.ts';
import { KeysPanel } from './KeysPanel.tsx';
import { commandOfKey, pressName, useOwnKeys } from './ownKeys.ts';
import { takeCommand } from './takeCommand.ts';

/** Help at the desk: the keys, and any action or setting by its words. */
export const Help = () => {
  const [shown, setShown] = useState<'keys' | 'find'>();
  const [missing, setMissing] = useState<string>();
  const find = (without?: string): void => {
    setMissing(without);
    setShown('find');
  };
  /** The one dialog gives the keyboard back before the other takes it. */
  const findInstead = (): void => {
    setShown(undefined);
    void dialogGone().then(() => find());
  };
  useHotkeys('mod+k', () => find(), {
    preventDefault: true,
    enableOnFormTags: true,
    enableOnContentEditable: true,
  });
  const keys = useOwnKeys();
  const { view } = useDesk();
  useEffect(() => {
    const hear = (e: KeyboardEvent): void => {
      if (e.defaultPrevented || document.querySelector('[role=dialog]')) return;
      // a letter that is typed is a letter
      const isTyped = (e.target as Element).closest('input, textarea, select, [contenteditable=true]');
      if (isTyped && !e.altKey && e.key.length === 1) return;
      const command = commandOfKey(keys, pressName(e));
      if (!command) return;
      e.preventDefault();
      void takeCommand(command, view.standAt).then((done) => {
        if (!done) find(command.label);
      });
    };
    window.addEventListener('keydown', hear);
    return () => window.removeEventListener('keydown', hear);
  });
  useHotkeys(['?', 'shift+?'], () => setShown('keys'), { useKey: true });
  return (
    <>
      <button
        type="button"
        aria-label="Keys and actions"
        title="Keys (?), find an action (Ctrl K)"
        onClick={() => setShown('keys')}
        className="grid size-8 place-items-center rounded hover:bg-hover"
      >
        <CircleHelp size={16} aria-hidden />
      </button>
      {shown === 'keys' && <KeysPanel onClose={() => setShown(undefined)} onFind={findInstead} />}
      {shown === 'find' && (
        <FindCommand missing={missing} onMissing={find} onClose={() => setShown(undefined)} />
      )}
    </>
  );
};
