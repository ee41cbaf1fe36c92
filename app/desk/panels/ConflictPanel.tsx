'use client';
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/react';
import { type ReactNode, useState } from 'react';
import type { Drawing } from '../../../core/drawing/drawing.ts';
import { differencesOf } from '../../../core/edit/differences.ts';
import type { ConflictChoice } from '../../session/sessionTypes.ts';
import { useDesk, useSession } from '../useDesk.ts';

/** Saves the drawing as it stands here as a file of the browser's own. */
const saveAsFile = (drawing: Drawing): void => {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(
    new Blob([`${JSON.stringify(drawing, null, 2)}\n`], { type: 'application/json' }),
  );
  link.download = `${[drawing.number, drawing.title].filter(Boolean).join(' ') || 'drawing'}.drawing.json`;
  link.click();
  URL.revokeObjectURL(link.href);
};

type ChoiceProps = {
  readonly label: string;
  readonly says: string;
  readonly onPress: () => void;
  /** the one that loses nothing */
  readonly first?: boolean;
};

const Choice = ({ label, says, onPress, first = false }: ChoiceProps) => (
  <li className="flex items-baseline gap-3 border-t border-rule py-2">
    <button
      type="button"
      onClick={onPress}
      className={`w-[190px] shrink-0 rounded-md border px-3 py-1.5 text-left text-[13px] font-semibold ${
        first
          ? 'border-deep bg-deep text-white hover:bg-house'
          : 'border-rule-strong bg-white text-deep hover:bg-pale'
      }`}
    >
      {label}
    </button>
    <span className="text-[13px] leading-[18px] text-second">{says}</span>
  </li>
);

const Frame = ({ title, children }: { title: string; children: ReactNode }) => (
  <Dialog open onClose={() => undefined} className="relative z-30 focus:outline-none">
    <div className="fixed inset-0 bg-ink/25" aria-hidden />
    <div className="fixed inset-0 overflow-auto">
      <div className="grid h-full min-h-[600px] min-w-max place-items-center p-6">
        <DialogPanel className="flex max-h-full w-[680px] flex-col rounded-md border border-rule-strong bg-page px-6 py-4 shadow-lg">
          <DialogTitle className="border-b-2 border-rule-strong pb-2 text-[19px] font-bold">
            {title}
          </DialogTitle>
          {children}
        </DialogPanel>
      </div>
    </div>
  </Dialog>
);

/** As many differences as can be read at once. */
const MOST_SHOWN = 12;
const Differences = ({ stored, mine }: { stored: Drawing; mine: Drawing }) => {
  const all = differencesOf(stored, mine);
  if (!all.length) return <p className="py-2 text-second">Both are the same.</p>;
  return (
    <div className="min-h-0 overflow-y-auto py-2">
      <table className="w-full text-[13.5px] leading-[19px]" data-testid="differences">
        <thead>
          <tr className="border-b border-rule-strong text-left text-[12px] text-second">
            <th className="w-[150px] font-normal">What differs</th>
            <th className="w-[240px] font-normal">Stored</th>
            <th className="font-normal">Mine</th>
          </tr>
        </thead>
        <tbody>
          {all.slice(0, MOST_SHOWN).map((d) => (
            <tr key={d.about} className="border-b border-rule align-top">
              <td className="py-1 pr-3 font-semibold text-deep">{d.about}</td>
              <td className="py-1 pr-3">{d.before ?? 'not there'}</td>
              <td className="py-1">{d.after ?? 'not there'}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {all.length > MOST_SHOWN && <p className="text-second">and {all.length - MOST_SHOWN} more</p>}
    </div>
  );
};

/** Stands before the desk while a drawing cannot be stored as it is: what differs, and what is to be kept. Nothing goes without a choice. */
export const ConflictPanel = () => {
  const { session } = useDesk();
  const conflict = useSession((s) => s.conflict);
  const save = useSession((s) => s.save);
  const notice = useSession((s) => s.notice);
  const drawing = useSession((s) => s.drawing);
  const [busy, setBusy] = useState(false);
  const choose = (choice: ConflictChoice): void => {
    if (busy) return;
    setBusy(true);
    void session.settle(choice).finally(() => setBusy(false));
  };
  if (save === 'refused')
    return (
      <Frame title="The last change cannot be stored">
        <p role="alert" className="py-2 text-fault">
          {notice}
        </p>
        <ul>
          <Choice label="Try again" says="Sends the change once more." onPress={session.tryNow} first />
          <Choice
            label="Save mine as a file"
            says="Keeps the drawing as it stands here as a file that can be opened again."
            onPress={() => saveAsFile(drawing)}
          />
          <Choice
            label="Go back to what is stored"
            says="Your changes since then are given up."
            onPress={() => choose('theirs')}
          />
        </ul>
      </Frame>
    );
  if (save !== 'conflict' || !conflict) return null;
  return (
    <Frame title="Changed in two windows">
      <p className="pt-2 text-[14px] leading-[20px]">
        Another window stored a change of <b>{conflict.current.drawing.title || 'this drawing'}</b> before
        yours arrived. Nothing is stored until you choose.
      </p>
      <Differences stored={conflict.current.drawing} mine={conflict.mine} />
      {notice && (
        <p role="alert" className="pb-2 text-fault">
          {notice}
        </p>
      )}
      <ul>
        <Choice
          label="Keep both"
          says="Your version becomes a drawing of its own in the register; this one stays as it is stored."
          onPress={() => choose('both')}
          first
        />
        <Choice
          label="Keep mine"
          says="Your version becomes the drawing. The other one stays in its Daybook; Undo brings it back."
          onPress={() => choose('mine')}
        />
        <Choice
          label="Keep what is stored"
          says="The drawing stays as the other window stored it. Your changes are given up."
          onPress={() => choose('theirs')}
        />
      </ul>
    </Frame>
  );
};
