'use client';
import { setUp } from '../../../../core/edit/setupCommands.ts';
import { faceWords } from '../../../../core/reading/words.ts';
import type { BrokenEnd } from '../../../../core/sheet/views/brokenEnds.ts';
import { useEdit, useSession } from '../../useDesk.ts';
import { TakeOff } from './TakeOff.tsx';

/** The ends that run on and are drawn broken off, each of which can be drawn whole again. */
export const BrokenEnds = () => {
  const ends = useSession((s) => s.drawing.setup.brokenEnds) ?? [];
  const bodies = useSession((s) => s.drawing.part.bodies.length);
  const edit = useEdit();
  if (!ends.length) return null;
  const drawWhole = (end: BrokenEnd): void =>
    void edit((now) => {
      const left = (now.drawing.setup.brokenEnds ?? []).filter(
        (e) => e.body !== end.body || e.face !== end.face,
      );
      return setUp({ brokenEnds: left.length ? left : undefined }, `Drawn whole at ${faceWords(end.face)}`);
    });
  return (
    <section aria-label="Ends broken off" className="border-b border-rule px-5 py-1.5 text-[13.5px]">
      <h2 className="text-[12px] text-second">Broken off, as they run on</h2>
      {ends.map((e) => {
        const name = `${faceWords(e.face).replace(/^the /, '')}${bodies > 1 ? ` of ${e.body}` : ''}`;
        return (
          <p key={`${e.body} ${e.face}`} className="flex items-center gap-2 py-0.5">
            <span className="min-w-0 flex-1 truncate">{name}</span>
            <TakeOff name={`Draw ${name} whole`} onClick={() => drawWhole(e)} />
          </p>
        );
      })}
    </section>
  );
};
