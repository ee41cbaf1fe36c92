'use client';
import { Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import type { Cut as CutFile } from '../../../../core/drawing/drawing.ts';
import type { CutCommand } from '../../../../core/edit/command.ts';
import { setUp } from '../../../../core/edit/setupCommands.ts';
import type { ViewName } from '../../../../core/geometry/viewFrames.ts';
import { sentence } from '../../../../core/number/fault.ts';
import { decimal } from '../../../../core/number/format.ts';
import type { CutPicture } from '../../../../workers/deskPicture.ts';
import { type SortedColumn, SortedTable } from '../../../SortedTable.tsx';
import { Tick } from '../../book/Choice.tsx';
import { FaultNote } from '../../book/FaultNote.tsx';
import { FigureField } from '../../book/FigureField.tsx';
import { Findings } from '../../book/Findings.tsx';
import { field, Page } from '../../book/Page.tsx';
import { useDesk, useEdit, useSession, useView } from '../../useDesk.ts';

const LOOKS = ['up', 'down', 'left', 'right'] as const;
const SEEN: readonly ViewName[] = ['front', 'top', 'left', 'right', 'bottom', 'back'];
const DEPTH_INK: Record<ViewName, string> = {
  front: 'text-depth',
  back: 'text-depth',
  top: 'text-height',
  bottom: 'text-height',
  left: 'text-width',
  right: 'text-width',
};

const CutSentence = ({ cut }: { cut: CutFile }) => {
  const units = useSession((s) => s.drawing.part.units);
  const edit = useEdit();
  const [fault, setFault] = useState<string>();
  const { trace } = cut;
  const own = { cut: trace.name };
  const pick = (command: CutCommand): void => {
    void edit(command, 'field').then((f) => setFault(f[0] && sentence(f[0])));
  };
  const fig = (path: (string | number)[], value: string | number, name: string) => (
    <FigureField
      key={path.join('.')}
      text={String(value)}
      name={`Cut ${trace.name}, ${name}`}
      units={name === 'angle' ? 'mm' : units}
      onCommit={(text) => edit({ type: 'setCutFigure', ...own, path, text, words: name }, 'field')}
      onFault={setFault}
    />
  );
  return (
    <div className="border-b border-rule px-5 py-2 leading-[28px]">
      An edge in the{' '}
      <select
        aria-label={`Cut ${trace.name}, seen in`}
        className={`${field} py-0`}
        value={trace.seenIn}
        onChange={(e) => pick({ type: 'setCutView', ...own, seenIn: e.target.value as ViewName })}
      >
        {SEEN.map((v) => (
          <option key={v}>{v}</option>
        ))}
      </select>{' '}
      view,{' '}
      {trace.through ? (
        trace.through.map((p, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a trace's points are known by their order
          <span key={i}>
            {i ? ' to [' : 'from ['}
            {fig(['through', i, 0], p[0], `point ${i + 1} across`)},{' '}
            {fig(['through', i, 1], p[1], `point ${i + 1} up`)}]
          </span>
        ))
      ) : (
        <>
          through [{fig(['at', 0], trace.at?.[0] ?? 0, 'across')}, {fig(['at', 1], trace.at?.[1] ?? 0, 'up')}]
          at {fig(['angle'], trace.angle ?? 0, 'angle')}°
        </>
      )}
      , looking{' '}
      <select
        aria-label={`Cut ${trace.name}, looking`}
        className={`${field} py-0`}
        value={trace.look}
        onChange={(e) => pick({ type: 'setCutLook', ...own, look: e.target.value as (typeof LOOKS)[number] })}
      >
        {LOOKS.map((v) => (
          <option key={v}>{v}</option>
        ))}
      </select>
      .
      <FaultNote texts={fault ? [fault] : []} />
    </div>
  );
};

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

type CutRow = CutPicture['rows'][number];
const CUT_COLUMNS: readonly SortedColumn<CutRow>[] = [
  { id: 'point', head: 'Point', words: (r) => r.label, className: 'py-1 pl-5 text-left font-normal' },
  { id: 'edge', head: 'on edge', words: (r) => r.edge, className: 'py-1 text-left font-normal' },
  {
    id: 'along',
    head: 'along trace',
    figure: (r) => r.along,
    className: 'margin-line py-1 text-right font-normal',
  },
  { id: 'from XY', head: 'from XY', figure: (r) => r.fromXY, className: 'py-1 text-right font-normal' },
  { id: 'view', head: 'in', words: (r) => r.view, className: 'py-1 pr-5 pl-3 text-left font-normal' },
];

const CutTable = ({ cut }: { cut: CutPicture }) => {
  const { follow } = useDesk().view;
  const active = useView((s) => s.activePoint);
  if (!cut.rows.length)
    return <p className="px-5 py-3 text-second">The plane meets no edges here: its outline is one curve.</p>;
  return (
    <SortedTable
      className="text-[13.5px]"
      headClassName="border-b border-rule-strong text-[12px] text-second"
      rows={cut.rows}
      keyOf={(r) => r.key}
      columns={CUT_COLUMNS}
      rowHeight={29}
      renderRow={(r) => (
        <tr
          key={r.key}
          onMouseEnter={() => follow(r.key)}
          onMouseLeave={() => follow(undefined)}
          className={`border-b border-rule ${active === r.key ? 'bg-lit' : ''}`}
        >
          <td
            className={`pl-4 ${active === r.key ? 'border-l-4 border-house' : 'border-l-4 border-transparent'}`}
          >
            <button
              type="button"
              className="figures w-8 py-1 text-left"
              aria-label={`Cut point ${r.label}, follow`}
              onFocus={() => follow(r.key)}
              onBlur={() => follow(undefined)}
            >
              {r.label}
            </button>
          </td>
          <td className="figures text-second">{r.edge}</td>
          <td className="margin-line figures text-right">{decimal(r.along, 2)}</td>
          <td className={`figures text-right ${DEPTH_INK[cut.seenIn]}`}>{decimal(r.fromXY, 2)}</td>
          <td className="pr-5 pl-3">{r.view}</td>
        </tr>
      )}
    />
  );
};

const SHAPE_NOTE: Record<CutPicture['shape'], string> = {
  placed: 'The true shape stands on X1Y1 along its own projectors.',
  apart: 'The true shape stands apart, with the spacings along the trace kept.',
  'no room': 'The true shape has no room of its own on this sheet.',
  none: '',
};

const freeLetter = (cuts: readonly CutFile[]): string =>
  [...'ABCDEFGHJKLMNPRSTUVWYZ'].find((l) => !cuts.some((c) => c.trace.name === l)) ?? `A${cuts.length}`;

/** Stage 5: cutting planes, their cut points and true shapes. */
export const Cut = () => {
  const drawing = useSession((s) => s.drawing);
  const picture = useSession((s) => s.picture);
  const edit = useEdit();
  const [chosen, setChosen] = useState(0);
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
  const addCut = (): void => {
    if (!picture) return;
    const { W, H } = picture.overall;
    const front = picture.views.find((v) => v.name === 'front');
    const low = front ? (front.box.x - front.toPaper.to[0]) / front.toPaper.k : 0;
    const base = front
      ? (front.box.y * -1 - front.box.h + picture.paper.height - front.toPaper.to[1]) / front.toPaper.k
      : 0;
    const round = (x: number): number => Number(x.toFixed(2));
    const trace: CutFile['trace'] = {
      name: freeLetter(drawing.cuts),
      seenIn: 'front',
      through: [
        [round(low), round(base + H * 0.35)],
        [round(low + W), round(base + H * 0.65)],
      ],
      look: 'down',
    };
    setChosen(drawing.cuts.length);
    void edit({ type: 'addCut', trace });
  };
  return (
    <Page
      title={cut ? `Cut ${cut.trace.name}` : 'Cuts'}
      note={
        cut
          ? 'Drag the trace on the sheet, or state it here.'
          : 'A cutting plane shows what is inside, and its true shape.'
      }
      action={
        <button
          type="button"
          onClick={addCut}
          className="inline-flex items-center gap-1 text-[13px] font-semibold text-house hover:underline"
        >
          <Plus size={14} aria-hidden /> Add a cut
        </button>
      }
    >
      <Findings about={['cuts', 'setup']} />
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
          <CutSentence cut={cut} />
          <div className="flex items-center justify-between border-b border-rule px-5 py-1.5 text-[13px] text-second">
            <span className="flex items-center gap-2">
              <Tick
                name={`Cut ${cut.trace.name} drawn`}
                on={cut.on}
                onChange={(on) => void edit({ type: 'switchCut', cut: cut.trace.name, on })}
              />
              Drawn
            </span>
            <span className="flex items-center gap-2">
              <Tick
                name={`True shape of ${cut.trace.name} drawn`}
                on={!own?.out}
                onChange={(on) =>
                  shapeTo(on ? undefined : { out: true }, `True shape ${on ? 'drawn' : 'left out'}`)
                }
              />
              True shape
              {own?.by && (
                <button
                  type="button"
                  className="font-semibold text-house hover:underline"
                  onClick={() => shapeTo(undefined, 'True shape in its own place')}
                >
                  Own place
                </button>
              )}
            </span>
            <button
              type="button"
              aria-label={`Take cut ${cut.trace.name} out`}
              className="grid size-6 place-items-center rounded hover:bg-hover"
              onClick={() => void edit({ type: 'removeCut', cut: cut.trace.name })}
            >
              <Trash2 size={14} aria-hidden />
            </button>
          </div>
        </>
      )}
      {seen && (
        <>
          <CutTable cut={seen} />
          <Figures cut={seen} units={units} />
          <p className="px-5 py-3 text-[12.5px] leading-[18px] text-second">
            {SHAPE_NOTE[seen.shape]} Distances along the trace and from XY are on the paper, in {units} at{' '}
            {picture?.scale}.
          </p>
        </>
      )}
    </Page>
  );
};
