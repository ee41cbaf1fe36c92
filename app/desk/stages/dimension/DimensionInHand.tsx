'use client';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { fitText } from '../../../../core/dimension/fits/toleranceClass.ts';
import type { KeptDimension } from '../../../../core/dimension/kept.ts';
import { readTolerance, toleranceText } from '../../../../core/dimension/tolerance.ts';
import type { DimensionRow, Ruler } from '../../../../core/drawing/dimensionBook.ts';
import type { DimensionCommand } from '../../../../core/edit/command.ts';
import { sizePlaceOf } from '../../../../core/edit/place.ts';
import type { ViewName } from '../../../../core/geometry/viewFrames.ts';
import { figureAt } from '../../../../core/part/figureAt.ts';
import { viewTitle } from '../../../../core/sheet/views/viewTitles.ts';
import { typedContext } from '../../../../core/statement/typed/enter.ts';
import { Tick } from '../../book/Choice.tsx';
import { FaultNote } from '../../book/FaultNote.tsx';
import { FigureField } from '../../book/FigureField.tsx';
import { field } from '../../book/Page.tsx';
import { useDesk, useEdit, useSession } from '../../useDesk.ts';

const REASONS: Record<NonNullable<DimensionRow['reason']>, string> = {
  note: 'No view shows this direction, so that a note says it.',
  round: 'It stands where the round is seen as a circle.',
  profile: 'It stands where both ends are seen as edges.',
  usual: 'It stands in the view where this direction is usually read.',
  edge: 'It stands where the face is seen as an edge.',
  rectangle: 'A turned diameter stands with its lengths.',
  chosen: 'The view was chosen by hand.',
  table: 'It stands in the table of holes.',
};

/** What a note gains, by how another dimension is put into it. */
const JOINED: Record<DimensionRow['joinable'][number]['as'], (text: string) => string> = {
  behind: (text) => text,
  alike: (text) => `the same, ${text}`,
  square: (text) => `square, □${text}`,
};

type DimensionChange = Extract<DimensionCommand, { type: 'changeDimension' }>['change'];

/** A figure of the statement that rules a dimension, changed in its own place. */
const RulerRow = ({ ruler, onFault }: { ruler: Ruler; onFault: (text: string | undefined) => void }) => {
  const drawing = useSession((s) => s.drawing);
  const edit = useEdit();
  // as it stands now: the books of the dimensions may be a moment older
  const text = String(figureAt(drawing.part, ruler.path) ?? ruler.text);
  const worth = typedContext(drawing.part, undefined).worth(text);
  return (
    <li className="flex items-baseline justify-between gap-2">
      <span className="min-w-0 truncate text-second">{ruler.words}</span>
      <FigureField
        text={text}
        name={`${ruler.words}, from the dimension`}
        worth={worth === undefined ? undefined : String(Number(worth.toFixed(4)))}
        units={drawing.part.units}
        onCommit={(typed) =>
          edit({ type: 'setFigure', place: sizePlaceOf(drawing.part, ruler.path), text: typed }, 'field')
        }
        onFault={onFault}
      />
    </li>
  );
};

/** What stands in one note with a dimension: words after its figure, and other sizes of the same feature. */
const NoteOf = ({
  row,
  kept,
  onFault,
}: {
  row: DimensionRow;
  kept: KeptDimension;
  onFault: (text: string | undefined) => void;
}) => {
  const edit = useEdit();
  const [typed, setTyped] = useState<string>();
  const enter = (): void => {
    const text = typed?.trim();
    setTyped(undefined);
    if (text === undefined || text === (kept.words ?? '')) return;
    if (/\d/.test(text) || text.length > 30) {
      onFault('Words after a figure are short and hold no figure of their own: a size is a dimension.');
      return;
    }
    onFault(undefined);
    void edit({
      type: 'changeDimension',
      id: row.id,
      change: { words: text || null },
      label: `${row.text}: ${text || 'no words'}`,
    });
  };
  return (
    <>
      <label className="mt-1 flex items-center justify-between gap-2">
        Words after it
        <input
          aria-label={`Words after ${row.text}`}
          placeholder="THRU"
          value={typed ?? kept.words ?? ''}
          onChange={(e) => setTyped(e.target.value)}
          onBlur={enter}
          onKeyDown={(e) => {
            if (e.key === 'Enter') enter();
            if (e.key === 'Escape') setTyped(undefined);
          }}
          className={`${field} w-[150px] py-0`}
        />
      </label>
      {(row.joined.length > 0 || row.counted > 0) && (
        <p className="mt-1 flex items-baseline justify-between gap-2">
          <span className="min-w-0 truncate">
            {row.joined.length > 0 && `In one note with ${row.joined.join(', ')}. `}
            {row.counted > 0 && `Counts ${row.counted} other ${row.counted > 1 ? 'features' : 'feature'}.`}
          </span>
          <button
            type="button"
            className="shrink-0 font-semibold text-house hover:underline"
            onClick={() => void edit({ type: 'partDimension', id: row.id, words: row.text })}
          >
            Set them apart
          </button>
        </p>
      )}
      {row.joinable.length > 0 && (
        <p className="mt-1 flex flex-wrap items-baseline gap-2">
          Put into its note:
          {row.joinable.map((j) => (
            <button
              key={j.id}
              type="button"
              className="figures rounded border border-rule-strong bg-white px-1.5 font-semibold text-deep hover:bg-hover"
              onClick={() =>
                void edit({
                  type: 'joinDimension',
                  id: j.id,
                  to: row.id,
                  ...(j.as !== 'behind' && { as: j.as }),
                  words: `${row.text} and ${j.text}`,
                })
              }
            >
              {JOINED[j.as](j.text)}
            </button>
          ))}
        </p>
      )}
    </>
  );
};

/** The dimension in hand: the figures of the statement that it follows from, its view, and what stands beside its figure. */
export const DimensionInHand = ({ row, kept }: { row: DimensionRow; kept: KeptDimension }) => {
  const setup = useSession((s) => s.drawing.setup);
  const edit = useEdit();
  const { view } = useDesk();
  const [fault, setFault] = useState<string>();
  const [typed, setTyped] = useState<string>();
  const change = (to: DimensionChange, label: string): void =>
    void edit({ type: 'changeDimension', id: row.id, change: to, label: `${row.text}: ${label}` });
  const { tolerance, fit } = kept;
  const shown = fit ?? (tolerance ? toleranceText(tolerance) : '');
  const enter = (): void => {
    if (typed === undefined || typed.trim() === shown) {
      setTyped(undefined);
      return;
    }
    const asClass = fitText(typed);
    const read = typed.trim() && !asClass ? readTolerance(typed) : null;
    if (read === undefined) {
      setFault(
        'A tolerance is written as 0.1 for both ways, with both signs, as +0.2 -0.1 or +0.2 0, or as a class of ISO 286 such as H7, or of hole and shaft such as H7/g6.',
      );
      return;
    }
    setFault(undefined);
    setTyped(undefined);
    change(
      {
        tolerance: read,
        fit: asClass ?? null,
        ...(!asClass && { limits: null }),
      },
      read || asClass ? `tolerance ${typed.trim()}` : 'no tolerance',
    );
  };
  return (
    <div className="bg-lit px-5 py-2 text-[13px] leading-[19px]" data-testid="dimension in hand">
      <p className="flex items-baseline gap-2">
        <b className="figures text-[14px]">{row.text}</b>
        <span className="min-w-0 flex-1">{row.words}</span>
        <button
          type="button"
          aria-label="Lay it down"
          title="Lay it down"
          className="text-second hover:underline"
          onClick={() => view.takeDimension(undefined)}
        >
          ×
        </button>
      </p>
      {row.standing === 'gone' && (
        <p className="text-fault">
          What it tied is not on the part any more. It is kept here; take it out, or undo the change.
        </p>
      )}
      {row.standing === 'no view' && (
        <p className="text-fault">No view on the sheet shows this direction. Add one at Set out.</p>
      )}
      {row.notShownIn && row.view && (
        <p className="text-fault">
          The {row.notShownIn} view shows nothing of it. It stands in the {row.view} view.
        </p>
      )}
      {row.reason && row.standing === 'on the sheet' && <p className="text-second">{REASONS[row.reason]}</p>}
      {row.rulers.length > 0 && (
        <>
          <p className="text-second">
            {row.rulers.length === 1
              ? 'The statement says it in'
              : row.counted > 0
                ? 'The statement says each of them in'
                : 'It follows from several figures:'}
          </p>
          <ul>
            {row.rulers.map((r) => (
              <RulerRow key={r.path.join('.')} ruler={r} onFault={setFault} />
            ))}
          </ul>
        </>
      )}
      <FaultNote texts={fault ? [fault] : []} />
      <div className="mt-1 flex items-center justify-between gap-2">
        <label className="flex items-center gap-2">
          View
          <select
            aria-label={`View of ${row.text}`}
            className={`${field} py-0`}
            value={kept.view ?? 'own'}
            onChange={(e) =>
              change(
                {
                  view: e.target.value === 'own' ? null : (e.target.value as ViewName),
                  side: null,
                  out: null,
                },
                `in ${e.target.value === 'own' ? 'its own view' : `the ${e.target.value} view`}`,
              )
            }
          >
            <option value="own">where it shows best</option>
            {setup.views.map((v) => (
              <option key={v} value={v}>
                {viewTitle(v, setup.rules.names)}
              </option>
            ))}
          </select>
        </label>
        <button
          type="button"
          aria-label={`Take ${row.text} out`}
          title="Take it out"
          className="grid size-6 place-items-center rounded text-second hover:bg-hover"
          onClick={() => void edit({ type: 'removeDimension', id: row.id, words: row.text })}
        >
          <Trash2 size={14} aria-hidden />
        </button>
      </div>
      <div className="mt-1 flex items-center justify-between gap-2">
        <span className="flex items-center gap-2">
          <Tick
            name={`${row.text} for reference only`}
            on={kept.reference ?? false}
            onChange={(on) => change({ reference: on || null }, on ? 'for reference' : 'counted')}
          />
          Reference, in brackets
        </span>
        <label className="flex items-center gap-1.5">
          ±
          <input
            aria-label={`Tolerance of ${row.text}`}
            placeholder="0.1, H7"
            value={typed ?? shown}
            onChange={(e) => setTyped(e.target.value)}
            onBlur={enter}
            onKeyDown={(e) => {
              if (e.key === 'Enter') enter();
              if (e.key === 'Escape') setTyped(undefined);
            }}
            className={`${field} figures w-[86px] py-0`}
          />
        </label>
      </div>
      {row.limits && <p className="text-second">{row.limits}</p>}
      {row.worst && <p className="text-second">{row.worst}</p>}
      {fit && (
        <span className="flex items-center gap-2">
          <Tick
            name={`Limits of ${row.text} on the sheet`}
            on={kept.limits ?? false}
            onChange={(on) => change({ limits: on || null }, on ? 'with its limits' : 'without its limits')}
          />
          Write the limits beside {fit}
        </span>
      )}
      {row.ratio && (
        <span className="flex items-center gap-2">
          <Tick
            name={`${row.words} as a ratio`}
            on={kept.ratio ?? false}
            onChange={(on) => change({ ratio: on || null }, on ? 'as a ratio' : 'in degrees')}
          />
          Write it as <span className="figures">{row.ratio}</span>
        </span>
      )}
      <NoteOf row={row} kept={kept} onFault={setFault} />
    </div>
  );
};
