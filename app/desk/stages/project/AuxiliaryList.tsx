'use client';
import { setUp } from '../../../../core/edit/setupCommands.ts';
import { faceWords } from '../../../../core/reading/words.ts';
import type { SheetSetup } from '../../../../core/sheet/setup.ts';
import { Choice } from '../../book/Choice.tsx';
import { useEdit, useSession } from '../../useDesk.ts';
import { TakeOff } from './TakeOff.tsx';

type Wanted = NonNullable<SheetSetup['auxiliary']>[number];

/** The views square to inclined faces that are on the sheet: each of the whole part or of the face alone, and taken off again. */
export const AuxiliaryList = () => {
  const drawing = useSession((s) => s.drawing);
  const edit = useEdit();
  const wanted = drawing.setup.auxiliary ?? [];
  if (!wanted.length) return null;
  /** One of the views changed, or with nothing in its place taken off. */
  const want = (view: Wanted, next: Wanted | undefined, label: string): void =>
    void edit((now) => {
      const all = (now.drawing.setup.auxiliary ?? []).flatMap((x) =>
        x.body === view.body && x.face === view.face ? (next ?? []) : x,
      );
      return setUp({ auxiliary: all.length ? all : undefined }, label);
    });
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
                  a,
                  { body: a.body, face: a.face, ...(v === 'face' && { partial: true }) },
                  `${v === 'face' ? 'The face alone' : 'The whole part'} in the view on ${name}`,
                )
              }
            />
            <TakeOff
              name={`Take the view on ${name} off the sheet`}
              onClick={() => want(a, undefined, `No view on ${name}`)}
            />
          </p>
        );
      })}
    </section>
  );
};
