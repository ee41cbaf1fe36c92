'use client';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { setUp } from '../../../../core/edit/setupCommands.ts';
import type { ViewName } from '../../../../core/geometry/viewFrames.ts';
import { faceInWords } from '../../../../core/naming/keys.ts';
import { LONGEST_LEADER, MOST_LEADERS } from '../../../../core/sheet/setup.ts';
import { FaultNote } from '../../book/FaultNote.tsx';
import { field } from '../../book/Page.tsx';
import { useEdit, useSession } from '../../useDesk.ts';

type Leaders = readonly { readonly face: string; readonly view: ViewName; readonly text: string }[];
const NONE: Leaders = [];

/** What keeps a text from being a note with a leader, in a sentence; nothing where it may be one. */
const troubleWith = (text: string, count: number): string | undefined => {
  if (text.length > LONGEST_LEADER)
    return `A note with a leader has ${LONGEST_LEADER} letters at most. Write a longer one at Issue, where notes stand in lines.`;
  return count > MOST_LEADERS ? `A sheet has room for ${MOST_LEADERS} notes with leaders.` : undefined;
};

/** A field for a note to the face of the line that was taken on the sheet. */
export const NewLeader = ({ face, view, onDone }: { face: string; view: ViewName; onDone: () => void }) => {
  const edit = useEdit();
  const count = useSession((s) => s.drawing.setup.leaders?.length ?? 0);
  const [typed, setTyped] = useState('');
  const [fault, setFault] = useState<string>();
  const enter = (): void => {
    const text = typed.trim();
    if (!text) return;
    const trouble = troubleWith(text, count + 1);
    setFault(trouble);
    if (trouble) return;
    void edit((now) =>
      setUp(
        { leaders: [...(now.drawing.setup.leaders ?? []), { face, view, text }] },
        `Note to ${faceInWords(face)}`,
      ),
    );
    onDone();
  };
  return (
    <span className="mt-1 flex flex-col gap-1">
      <span className="flex items-center gap-2">
        or a note to {faceInWords(face)}
        <input
          aria-label={`Note to ${faceInWords(face)}`}
          placeholder="KNURLED"
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === 'Enter') enter();
          }}
          className={`${field} min-w-0 flex-1 py-0`}
        />
      </span>
      <FaultNote texts={fault ? [fault] : []} />
    </span>
  );
};

/** The notes with leaders of the sheet, each changed or taken out in its place. */
export const LeaderNotes = () => {
  const leaders = useSession((s) => s.drawing.setup.leaders) ?? NONE;
  const edit = useEdit();
  const [typed, setTyped] = useState<{ readonly at: number; readonly text: string }>();
  const [fault, setFault] = useState<string>();
  if (!leaders.length) return null;
  const change = (at: number, text: string | undefined, label: string): void =>
    void edit((now) => {
      const next = (now.drawing.setup.leaders ?? []).flatMap((l, i) =>
        i !== at ? [l] : text === undefined ? [] : [{ ...l, text }],
      );
      return setUp({ leaders: next.length ? next : undefined }, label);
    });
  const enter = (): void => {
    if (!typed) return;
    const text = typed.text.trim();
    const trouble = troubleWith(text, leaders.length);
    setFault(trouble);
    if (trouble) return;
    setTyped(undefined);
    if (text && text !== leaders[typed.at]?.text) change(typed.at, text, `Note: ${text}`);
  };
  return (
    <section aria-label="Notes with leaders" className="border-b border-rule px-5 py-2 text-[13px]">
      <h2 className="font-semibold">Notes with leaders</h2>
      <ul>
        {leaders.map((l, i) => (
          <li key={`${l.face} ${l.view} ${l.text}`} className="mt-1 flex items-center gap-2">
            <input
              aria-label={`Note ${i + 1} with a leader`}
              value={typed?.at === i ? typed.text : l.text}
              onChange={(e) => setTyped({ at: i, text: e.target.value })}
              onBlur={enter}
              onKeyDown={(e) => {
                if (e.key === 'Enter') enter();
                if (e.key === 'Escape') setTyped(undefined);
              }}
              className={`${field} w-[170px] py-0`}
            />
            <span className="min-w-0 flex-1 truncate text-second">
              {faceInWords(l.face)}, {l.view} view
            </span>
            <button
              type="button"
              aria-label={`Take the note ${l.text} out`}
              title="Take it out"
              className="grid size-6 place-items-center rounded text-second hover:bg-hover"
              onClick={() => change(i, undefined, `Note taken out: ${l.text}`)}
            >
              <Trash2 size={14} aria-hidden />
            </button>
          </li>
        ))}
      </ul>
      <FaultNote texts={fault ? [fault] : []} />
    </section>
  );
};
