'use client';
import { useState } from 'react';
import { sentence } from '../../../../core/number/fault.ts';
import { statementText } from '../../../../core/statement/sentence.ts';
import { FaultNote } from '../../book/FaultNote.tsx';
import { useEdit, useSession } from '../../useDesk.ts';

/** The whole statement as one text. What cannot be read stays in the text, with a sentence for each line. */
export const StatementEditor = ({ onDone }: { onDone: () => void }) => {
  const drawing = useSession((s) => s.drawing);
  const edit = useEdit();
  const [text, setText] = useState(() => statementText(drawing.part));
  const [faults, setFaults] = useState<readonly string[]>([]);
  const apply = async (): Promise<void> => {
    const wrong = await edit({ type: 'writeStatement', text }, 'field');
    setFaults(wrong.map(sentence));
    if (!wrong.length) onDone();
  };
  return (
    <div className="px-5 py-3">
      <textarea
        aria-label="The statement as text"
        value={text}
        onChange={(e) => setText(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) void apply();
        }}
        spellCheck={false}
        rows={18}
        className="figures w-full resize-y rounded-md border border-rule-strong bg-white p-2 text-[12.5px] leading-[20px] whitespace-pre-wrap"
      />
      <FaultNote texts={faults} />
      <div className="mt-2 flex gap-2">
        <button
          type="button"
          onClick={() => void apply()}
          className="rounded-md bg-deep px-3 py-1.5 text-[13px] font-semibold text-white hover:bg-house"
        >
          Apply
        </button>
        <button
          type="button"
          onClick={onDone}
          className="rounded-md px-3 py-1.5 text-[13px] text-second hover:bg-pale"
        >
          Cancel
        </button>
      </div>
    </div>
  );
};
