'use client';
import { Trash2 } from 'lucide-react';
import { useEffect, useState } from 'react';
import { setUp } from '../../../../core/edit/setupCommands.ts';
import type { ViewName } from '../../../../core/geometry/viewFrames.ts';
import { decimal } from '../../../../core/number/format.ts';
import type { CutPicture } from '../../../../workers/cutPicture.ts';
import type { CutStudy } from '../../../../workers/cutting.ts';
import { Tick } from '../../book/Choice.tsx';
import { Findings } from '../../book/Findings.tsx';
import { field, Page } from '../../book/Page.tsx';
import { saveFile } from '../../book/saveFile.ts';
import { useDesk, useEdit, useSession } from '../../useDesk.ts';
import { ActsTogether } from './ActsTogether.tsx';
import { AddCut } from './AddCut.tsx';
import { CutFaceDrawn } from './CutFaceDrawn.tsx';
import { CutFigures } from './CutFigures.tsx';
import { CutSentence } from './CutSentence.tsx';
import { CutTable } from './CutTable.tsx';
import { MetOnSheet } from './MetOnSheet.tsx';
import { TypeCut } from './TypeCut.tsx';

const Figures = ({ cut, units }: { cut: CutPicture; units: string }) => (
  <dl className="mx-5 mt-3 grid grid-cols-3 gap-2 border-t-[3px] border-double border-rule-strong pt-2">
    {(
      [
        ['Area of the cut', cut.area, `${units}²`],
        ['Perimeter', cut.perimeter, units],
        ['Greatest width', cut.longest, units],
      ] as const
    ).map(([label, value, unit]) => (
      <div key={label}>
        <dt className="text-[12px] whitespace-nowrap text-second">{label}</dt>
        <dd className="figures text-[14px] font-bold whitespace-nowrap">
          {decimal(value, 2)} <span className="-ml-1 text-[11px] font-normal text-second">{unit}</span>
        </dd>
      </div>
    ))}
  </dl>
);

const WORDS = {
  'true shape': 'true shape',
  removed: 'removed section',
  revolved: 'revolved section',
  brokenOut: 'broken-out section',
} as const;
const SHAPE_NOTE: Record<CutPicture['shape'], string> = {
  placed: 'The true shape stands along its own projectors.',
  apart: 'The true shape stands apart, with the spacings along the trace kept.',
  'no room': 'The true shape has no room of its own on this sheet.',
  removed: 'The section stands by itself, under the letters of its cut.',
  revolved: 'The section is turned into the view on its trace, in narrow lines.',
  none: '',
};

/** A cut is studied once it has stood for so long, ms: not at every frame of a drag. */
const PAUSE = 250;

/** What the cut lays open, as the drawing stands; the last answer stays until there is a new one. */
const useStudy = (name: string | undefined): CutStudy | undefined => {
  const { engine } = useDesk();
  const drawing = useSession((s) => s.drawing);
  const isDrawn = useSession((s) => s.picture !== undefined);
  const [study, setStudy] = useState<CutStudy>();
  useEffect(() => {
    if (!isDrawn || name === undefined) return;
    let isOld = false;
    const wait = setTimeout(() => {
      void engine.study(drawing, name).then((made) => {
        if (!isOld && made) setStudy(made);
      });
    }, PAUSE);
    return () => {
      isOld = true;
      clearTimeout(wait);
    };
  }, [engine, drawing, isDrawn, name]);
  return study?.name === name ? study : undefined;
};

/** Stage 5: cutting planes, their cut points and true shapes. */
export const Cut = () => {
  const drawing = useSession((s) => s.drawing);
  const picture = useSession((s) => s.picture);
  const edit = useEdit();
  const { session } = useDesk();
  const [chosen, setChosen] = useState(0);
  const [unstored, setUnstored] = useState(false);
  const index = Math.min(chosen, drawing.cuts.length - 1);
  const cut = drawing.cuts[index];
  const seen = picture?.cuts.find((c) => c.name === cut?.trace.name);
  const units = drawing.part.units;
  const { shapes } = drawing.setup;
  const own = cut && shapes?.[cut.trace.name];
  const shapeTo = (to: NonNullable<typeof shapes>[string] | undefined, label: string): void => {
    if (!cut) return;
    void edit((now) => {
      const { [cut.trace.name]: _, ...others } = now.drawing.setup.shapes ?? {};
      const next = to ? { ...others, [cut.trace.name]: to } : others;
      return setUp(
        { shapes: Object.keys(next).length ? next : undefined },
        `Cut ${cut.trace.name}: ${label}`,
      );
    });
  };
  /** A view shows one cut, or those that act together: what it showed before leaves it. */
  const showIn = (view: ViewName, on: boolean): void => {
    if (!seen || !picture) return;
    const shown = Object.fromEntries(picture.cuts.map((c) => [c.name, c.shownIn]));
    void edit((now) => {
      const chosen = { ...shown, ...now.drawing.setup.shownIn };
      const next = Object.fromEntries(
        Object.entries(chosen).map(([name, views]) => [name, views.filter((v) => v !== view)]),
      );
      if (on) for (const name of [seen.name, ...seen.actsWith]) next[name] = [...(next[name] ?? []), view];
      return setUp({ shownIn: next }, `Cut ${seen.name}: ${on ? 'shown' : 'not shown'} in the ${view} view`);
    });
  };
  const study = useStudy(cut?.on ? cut.trace.name : undefined);
  const legs = (cut?.trace.through?.length ?? 2) - 1;
  const openFlat = async (): Promise<void> => {
    // opened before the wait, or the browser would take it for an unwanted window
    const page = window.open('', '_blank');
    const isStored = await session.stored();
    setUnstored(!isStored);
    if (!isStored) page?.close();
    else if (page && cut)
      page.location.href = `/drawings/${session.id}/development?cut=${encodeURIComponent(cut.trace.name)}`;
  };
  const saveBook = async (): Promise<void> => {
    if (!seen) return;
    const { cutBookCsv } = await import('../../../../formats/cutBookCsv.ts');
    saveFile(cutBookCsv(seen, units), 'text/csv', `${drawing.number || 'drawing'} cut ${seen.name}.csv`);
  };
  return (
    <Page
      title={cut ? `Cut ${cut.trace.name}` : 'Cuts'}
      note={
        cut
          ? cut.trace.corners
            ? 'Drag its edge in the auxiliary view, or state it here.'
            : 'Drag the trace on the sheet, or state it here.'
          : 'A cutting plane shows what is inside, and its true shape.'
      }
      action={<AddCut onAdded={setChosen} />}
    >
      <Findings about={['cuts', 'setup']} />
      {drawing.part.bodies.some((b) => b.features.length) && <TypeCut onAdded={setChosen} />}
      {drawing.cuts.length > 1 && (
        <div className="flex gap-1 border-b border-rule px-5 py-2">
          {drawing.cuts.map((c, i) => (
            <button
              key={c.trace.name}
              type="button"
              aria-pressed={i === index}
              onClick={() => setChosen(i)}
              className={`min-w-8 rounded px-2 py-0.5 ${i === index ? 'bg-deep text-white' : 'bg-hover hover:bg-hover'}`}
            >
              {c.trace.name}
            </button>
          ))}
        </div>
      )}
      {cut && (
        <>
          <CutSentence cut={cut} seen={seen} />
          <MetOnSheet cuts={picture?.cuts ?? []} />
          <div className="flex flex-wrap items-center justify-between gap-x-3 gap-y-1 border-b border-rule px-5 py-1.5 text-[13px] whitespace-nowrap text-second">
            <span className="flex items-center gap-2">
              <Tick
                name={`Cut ${cut.trace.name} drawn`}
                on={cut.on}
                onChange={(on) => void edit({ type: 'switchCut', cut: cut.trace.name, on })}
              />
              Drawn
            </span>
            {own?.by && (
              <button
                type="button"
                className="font-semibold text-house hover:underline"
                onClick={() => {
                  const { by: _, ...rest } = own;
                  shapeTo(
                    Object.keys(rest).length ? rest : undefined,
                    `the ${WORDS[own.as ?? 'true shape']} in its own place`,
                  );
                }}
              >
                Own place for the {WORDS[own.as ?? 'true shape']}
              </button>
            )}
            <button
              type="button"
              aria-label={`Take cut ${cut.trace.name} out`}
              className="grid size-6 place-items-center rounded hover:bg-hover"
              onClick={() => void edit({ type: 'removeCut', cut: cut.trace.name })}
            >
              <Trash2 size={14} aria-hidden />
            </button>
          </div>
          <CutFaceDrawn cut={cut.trace.name} seen={seen} />
          <ActsTogether cut={cut.trace.name} />
          {seen && seen.canShow.length > 0 && own?.as !== 'brokenOut' && (
            <div className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule px-5 py-1.5 text-[13px] text-second">
              Shown in
              {seen.canShow.map((v) => (
                <label key={v} className="inline-flex items-center gap-1.5">
                  <input
                    type="checkbox"
                    aria-label={`Cut ${seen.name} shown in the ${v} view`}
                    checked={seen.shownIn.includes(v)}
                    onChange={(e) => showIn(v, e.target.checked)}
                  />
                  {v}
                </label>
              ))}
            </div>
          )}
          {legs > 1 && !own?.out && !own?.as && (
            <div className="flex items-center gap-2 border-b border-rule px-5 py-1.5 text-[13px] text-second">
              The true shape shows
              <select
                aria-label={`True shape of cut ${cut.trace.name} shows`}
                className={`${field} py-0 text-[13px]`}
                value={own?.leg ?? 0}
                onChange={(e) => {
                  const leg = Number(e.target.value);
                  const { leg: _, ...rest } = own ?? {};
                  const next = leg ? { ...rest, leg } : rest;
                  shapeTo(
                    Object.keys(next).length ? next : undefined,
                    leg ? `true shape of leg ${leg}` : 'true shape of all legs',
                  );
                }}
              >
                <option value={0}>all legs in line</option>
                {Array.from({ length: legs }, (_, i) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: legs are known by their order
                  <option key={i} value={i + 1}>
                    leg {i + 1} alone
                  </option>
                ))}
              </select>
            </div>
          )}
        </>
      )}
      {seen && (
        <>
          <CutTable cut={seen} />
          <Figures cut={seen} units={units} />
          {study && cut && <CutFigures cut={cut} study={study} />}
          <p className="px-5 py-3 text-[12.5px] leading-[18px] text-second">
            {SHAPE_NOTE[seen.shape]} Distances along the trace and from {seen.fromLine} are on the paper, in{' '}
            {units} at {picture?.scale}.{' '}
            <button
              type="button"
              className="font-semibold text-house hover:underline"
              onClick={() => void saveBook()}
            >
              Save the cut book as CSV
            </button>{' '}
            <button
              type="button"
              className="font-semibold text-house hover:underline"
              onClick={() => void openFlat()}
            >
              Lay what it leaves flat
            </button>
            {unstored && (
              <span className="text-fault"> Your last changes are not stored yet. Try again then.</span>
            )}
          </p>
        </>
      )}
    </Page>
  );
};
