'use client';
import { CircleHelp } from 'lucide-react';
import { useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { FindCommand } from './FindCommand.tsx';
import { dialogGone } from './findControl.ts';
import { KeysPanel } from './KeysPanel.tsx';

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
