'use client';
import { X } from 'lucide-react';
import { setUp } from '../../../../core/edit/setupCommands.ts';
import { faceWords } from '../../../../core/reading/words.ts';
import { Choice } from '../../book/Choice.tsx';
import { useEdit, useSession } from '../../useDesk.ts';

/** The views square to inclined faces that are on the sheet: each of the whole part or of the face alone, and taken off again. */
export const AuxiliaryList = () => {
  const drawing = useSession((s) => s.drawing);
  const edit = useEdit();
  const wanted = drawing.setup.auxiliary ?? [];
  if (!wanted.length) return null;
  const want = (next: typeof wanted, label: string): void =>
    void edit(setUp({ auxiliary: next.length ? next : undefined }, label));
  return (
    <section aria-label="Auxiliary views" className="border-b border-rule px-5 py-1.5 text-[13.5px]">
      <h2 className="text-[12px] text-second">Auxiliary views</h2>
      {wanted.map((a) => {
        const name = faceWords(a.face).replace(/^the /, '');
        return (
          <p key={`${a.body} ${a.face}`} className="flex items-center gap-2 py-0.5">
            <span className="min-w-0 flex-1 truncate">{name}</span>
            <Choice
              name={`What the view on ${name} shows`}
              value={a.partial ? 'face' : 'part'}
              options={[
                { value: 'part', label: 'Whole part' },
                { value: 'face', label: 'Face alone' },
              ]}
              onChange={(v) =>
                want(
                  wanted.map((x) =>
                    x === a ? { body: a.body, face: a.face, ...(v === 'face' && { partial: true }) } : x,
                  ),
                  `${v === 'face' ? 'The face alone' : 'The whole part'} in the view on ${name}`,
                )
              }
            />
            <button
              type="button"
              aria-label={`Take the view on ${name} off the sheet`}
              title="Take it off the sheet"
              className="grid size-6 place-items-center rounded text-second hover:bg-hover"
              onClick={() =>
                want(
                  wanted.filter((x) => x !== a),
                  `No view on ${name}`,
                )
              }
            >
              <X size={14} aria-hidden />
            </button>
          </p>
        );
      })}
    </section>
  );
};
