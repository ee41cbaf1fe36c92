'use client';
import { useEffect, useRef, useState } from 'react';
import type { CutCommand } from '../../../../core/edit/command.ts';
import { sentence } from '../../../../core/number/fault.ts';
import { says } from '../../../../core/number/faultWords.ts';
import type { CutMark } from '../../../../core/section/cutMarks.ts';
import { type ReadCut, readCutLine } from '../../../../core/statement/cutLine.ts';
import { FaultNote } from '../../book/FaultNote.tsx';
import { field } from '../../book/Page.tsx';
import { sidesOfView } from '../../sheet/viewSides.ts';
import { useDesk, useEdit, useSession } from '../../useDesk.ts';
import { faceDrawnAs } from './CutFaceDrawn.tsx';
import { freeLetter } from './freeLetter.ts';

/** @param whole what it leaves whole by rule */
const added = (
  taken: readonly string[],
  { trace, name }: ReadCut,
  whole: readonly string[] = [],
): Extract<CutCommand, { type: 'addCut' }> => ({
  type: 'addCut',
  trace: { name: name ?? freeLetter(taken), ...trace, ...(whole.length && { whole: [...whole] }) },
});

const EXAMPLES =
  'For instance: 45° to HP, bisecting the axis. Parallel to VP, through bore. Half section. Stepped through the three holes. 30 from the left.';

/** A cut typed as drafters say it, counted from the edges of its view; drawn while it is typed, and taken with Enter. */
export const TypeCut = ({ onAdded }: { onAdded: (index: number) => void }) => {
  const { session, engine } = useDesk();
  const part = useSession((s) => s.drawing.part);
  const picture = useSession((s) => s.picture);
  const cuts = useSession((s) => s.drawing.cuts);
  const edit = useEdit();
  const [typed, setTyped] = useState('');
  const newest = useRef(typed);
  newest.current = typed;
  const [fault, setFault] = useState<string>();
  // the features that a line may name, asked for once a line is begun; they change with the part only
  const [marks, setMarks] = useState<{ readonly of: unknown; readonly list: readonly CutMark[] }>();
  const isBegun = typed !== '';
  useEffect(() => {
    if (!isBegun || marks?.of === part) return;
    let isOld = false;
    void engine.cutMarks(session.state.getState().drawing).then((list) => {
      if (!isOld) setMarks({ of: part, list });
    });
    return () => {
      isOld = true;
    };
  }, [engine, session, part, isBegun, marks?.of]);
  const read = (line: string, list = marks?.of === part ? marks.list : undefined) =>
    readCutLine(line, {
      part,
      sidesOf: (view) => picture && sidesOfView(picture, view),
      marks: list,
      corners: picture?.points.filter((p) => p.kind === 'corner'),
    });
  const names = cuts.map((c) => c.trace.name);
  const change = (line: string): void => {
    setTyped(line);
    setFault(undefined);
    const r = read(line);
    void session.preview(r.ok ? added(names, r.value) : undefined);
  };
  const leave = (): void => {
    setTyped('');
    setFault(undefined);
    void session.preview();
  };
  const enter = async (): Promise<void> => {
    const line = typed;
    // the next line may be half typed by the time that this one is drawn
    const isStillThere = (): boolean => newest.current === line;
    // a line that is entered at once may name features that are not known yet
    const r =
      marks?.of === part ? read(line) : read(line, await engine.cutMarks(session.state.getState().drawing));
    if (!r.ok) {
      if (isStillThere()) setFault(r.faults.map(sentence).join(' '));
      return;
    }
    const { drawing } = session.state.getState();
    const { name } = r.value;
    if (name !== undefined && names.includes(name)) {
      const said = { path: ['cuts'], where: 'the cut', ...says('cutline.letter', { name }) };
      if (isStillThere()) setFault(sentence(said));
      return;
    }
    const whole = await engine.leftWhole(drawing, added([], r.value).trace);
    const faults = await edit(
      (now) =>
        added(
          now.drawing.cuts.map((c) => c.trace.name),
          r.value,
          whole,
        ),
      'field',
    );
    if (faults.length) {
      if (isStillThere()) setFault(faults.map(sentence).join(' '));
    } else {
      if (isStillThere()) setTyped('');
      onAdded(cuts.length);
      const { drawnAs } = r.value;
      const taken = session.state.getState().drawing.cuts.at(-1)?.trace.name;
      if (drawnAs && taken !== undefined) void edit((now) => faceDrawnAs(now.drawing, taken, drawnAs));
    }
  };
  const now = typed.trim() ? read(typed) : undefined;
  return (
    <div className="border-b border-rule px-5 py-2">
      <input
        aria-label="Type a cut"
        aria-invalid={fault !== undefined}
        placeholder="Type a cut: front, 16 up at the left to 58 up …"
        className={`${field} w-full`}
        value={typed}
        onChange={(e) => change(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === 'Enter') void enter();
          else if (e.key === 'Escape') leave();
        }}
        // what is only typed is drawn no longer; it stays in the field
        onBlur={() => void session.preview()}
      />
      {!cuts.length && !typed && <p className="mt-1 text-[12.5px] leading-[18px] text-second">{EXAMPLES}</p>}
      {now?.ok && !fault && (
        <p className="mt-1 text-[12.5px] text-second" data-testid="cut understood">
          Drawn as cut {now.value.name ?? freeLetter(names)}
          {now.value.assumed.map((a) => `, ${a}`)}
          {now.value.drawnAs && `, its face as a ${now.value.drawnAs} section`}. Enter takes it.
        </p>
      )}
      <FaultNote texts={fault ? [fault] : []} />
    </div>
  );
};
