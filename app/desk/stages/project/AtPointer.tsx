'use client';
import { useEffect, useState } from 'react';
import { setUp } from '../../../../core/edit/setupCommands.ts';
import { faceWords } from '../../../../core/reading/words.ts';
import type { BrokenEnd } from '../../../../core/sheet/views/brokenEnds.ts';
import { useDesk, useEdit, useSession, useView } from '../../useDesk.ts';

/** What was pointed at on the sheet: a line and why it is there, or a face and how every view posts it. */
export const AtPointer = () => {
  const pointed = useView((s) => s.pointed);
  return (
    <section
      aria-label="At the pointer"
      aria-live="polite"
      className="border-b border-rule bg-pale px-5 py-2 text-[13.5px] leading-[19px]"
    >
      {pointed ? (
        <>
          <p className="font-semibold">{pointed.heading}</p>
          {pointed.sentences.map((s) => (
            <p key={s}>{s}</p>
          ))}
          {pointed.inclined && <TrueView face={pointed.inclined} />}
          {!pointed.inclined &&
            pointed.ends.map((e) => (
              <BreakOff key={`${e.body} ${e.face}`} face={e} isOnly={pointed.ends.length === 1} />
            ))}
          {pointed.postings.length > 0 && (
            <table className="mt-1 w-full">
              <tbody>
                {pointed.postings.map((p) => (
                  <tr key={p.view} className="border-t border-rule">
                    <th className="w-[110px] py-0.5 text-left font-normal text-second">{p.view}</th>
                    <td className="py-0.5">{p.words}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
        </>
      ) : (
        <p className="text-second">
          Click a line on the sheet to learn which faces meet there and why it is visible or hidden; click an
          area to see how that face appears in each view.
        </p>
      )}
    </section>
  );
};

/** An inclined face is wanted in a view square to it. */
const TrueView = ({ face }: { face: { readonly body: string; readonly face: string } }) => {
  const drawing = useSession((s) => s.drawing);
  const edit = useEdit();
  const wanted = drawing.setup.auxiliary ?? [];
  if (wanted.some((a) => a.body === face.body && a.face === face.face))
    return <p className="mt-1 text-second">It is drawn true in a view of its own, listed below.</p>;
  return (
    <button
      type="button"
      onClick={() =>
        void edit((now) =>
          setUp(
            { auxiliary: [...(now.drawing.setup.auxiliary ?? []), face] },
            `A view square to ${face.face}`,
          ),
        )
      }
      className="mt-1 font-semibold text-house hover:underline"
    >
      Draw it true in an auxiliary view
    </button>
  );
};

/** The end of a long part runs on: where it stands is no size then. */
const BreakOff = ({ face, isOnly }: { face: BrokenEnd; isOnly: boolean }) => {
  const ends = useSession((s) => s.drawing.setup.brokenEnds) ?? [];
  const edit = useEdit();
  const isSame = (e: BrokenEnd): boolean => e.body === face.body && e.face === face.face;
  if (ends.some(isSame)) return <p className="mt-1 text-second">It is drawn broken off, as listed below.</p>;
  return (
    <button
      type="button"
      title="The part runs on here: a break line stands in place of this end, and how far it goes is not dimensioned"
      onClick={() =>
        void edit((now) =>
          setUp(
            { brokenEnds: [...(now.drawing.setup.brokenEnds ?? []), face] },
            `Broken off at ${faceWords(face.face)}`,
          ),
        )
      }
      className="mt-1 font-semibold text-house hover:underline"
    >
      {isOnly ? 'Break it off here: it runs on' : `Break it off at ${faceWords(face.face)}: it runs on`}
    </button>
  );
};

/** The views read out, for a screen reader and for learners. */
export const ViewsInWords = () => {
  const { engine } = useDesk();
  const drawing = useSession((s) => s.drawing);
  const ready = useSession((s) => s.picture !== undefined);
  const [open, setOpen] = useState(false);
  const [words, setWords] = useState<readonly string[]>([]);
  useEffect(() => {
    if (!open || !ready) return;
    let old = false;
    void engine.reading(drawing).then((w) => {
      if (!old) setWords(w);
    });
    return () => {
      old = true;
    };
  }, [engine, drawing, open, ready]);
  return (
    <section aria-label="The views in words" className="px-5 py-2 text-[13px] leading-[19px]">
      <button
        type="button"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
        className="font-semibold text-house hover:underline"
      >
        {open ? 'Hide description' : 'Describe the views'}
      </button>
      {open &&
        words.map((w) => (
          <p key={w} className="mt-1.5">
            {w}
          </p>
        ))}
    </section>
  );
};
