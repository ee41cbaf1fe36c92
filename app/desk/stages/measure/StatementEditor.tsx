'use client';
import { defaultKeymap, history, historyKeymap } from '@codemirror/commands';
import { lintGutter } from '@codemirror/lint';
import { EditorState, Prec } from '@codemirror/state';
import { EditorView, keymap } from '@codemirror/view';
import { useEffect, useRef, useState } from 'react';
import { sentence } from '../../../../core/number/fault.ts';
import { statementText } from '../../../../core/statement/sentence.ts';
import { FaultNote } from '../../book/FaultNote.tsx';
import { useEdit, useSession } from '../../useDesk.ts';
import { statementLanguage } from './statementLanguage.ts';

/** The whole statement as one text. What cannot be read stays in the text, with a sentence for each line. */
export const StatementEditor = ({ onDone }: { onDone: () => void }) => {
  const drawing = useSession((s) => s.drawing);
  const edit = useEdit();
  const home = useRef<HTMLDivElement>(null);
  const editor = useRef<EditorView>(undefined);
  const [faults, setFaults] = useState<readonly string[]>([]);
  const apply = async (): Promise<void> => {
    const text = editor.current?.state.doc.toString() ?? '';
    const wrong = await edit({ type: 'writeStatement', text }, 'field');
    setFaults(wrong.map(sentence));
    if (!wrong.length) onDone();
  };
  const applyNow = useRef(apply);
  applyNow.current = apply;
  // biome-ignore lint/correctness/useExhaustiveDependencies: the text is taken when the editor opens; from then on it is the writer's
  useEffect(() => {
    if (!home.current) return;
    const view = new EditorView({
      parent: home.current,
      state: EditorState.create({
        doc: statementText(drawing.part),
        extensions: [
          EditorView.contentAttributes.of({ 'aria-label': 'The statement as text', spellcheck: 'false' }),
          history(),
          Prec.high(
            keymap.of([
              {
                key: 'Mod-Enter',
                run: () => {
                  void applyNow.current();
                  return true;
                },
              },
            ]),
          ),
          keymap.of([...defaultKeymap, ...historyKeymap]),
          lintGutter(),
          statementLanguage,
        ],
      }),
    });
    editor.current = view;
    view.focus();
    return () => view.destroy();
  }, []);
  return (
    <div className="px-5 py-3">
      <div ref={home} className="overflow-hidden rounded-md border border-rule-strong" />
      <FaultNote texts={faults} />
      <div className="mt-2 flex items-center gap-2">
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
        <span className="ml-auto text-[12.5px] text-second">Ctrl Enter applies</span>
      </div>
    </div>
  );
};
