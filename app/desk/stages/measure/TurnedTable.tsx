'use client';
import { Plus, Trash2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import { type Fault, sentence } from '../../../../core/number/fault.ts';
import { decimal } from '../../../../core/number/format.ts';
import { type TurnedTable as Table, type TurnedRow, turnedTable } from '../../../../core/statement/turned.ts';
import { typedContext } from '../../../../core/statement/typed/enter.ts';
import { FaultNote } from '../../book/FaultNote.tsx';
import { FigureField } from '../../book/FigureField.tsx';
import { useEdit, useSession } from '../../useDesk.ts';

type Props = { readonly table: Table; readonly body: string; readonly id: string };

/** A turned part as a table of diameters and lengths along its axis, from its first end; the last length is worked out from an overall. */
export const TurnedTable = ({ table, body, id }: Props) => {
  const drawing = useSession((s) => s.drawing);
  const [fault, setFault] = useState<string>();
  const edit = useEdit();
  const { rows, overall } = table;
  const { worth } = useMemo(() => typedContext(drawing.part, undefined), [drawing.part]);
  /** One change of the table as it is by then: lengths typed one after another all count. */
  const keep = (change: (t: Table) => Table, label: string): Promise<readonly Fault[]> =>
    edit(({ drawing: { part } }) => {
      const line = part.bodies.find((b) => b.name === body)?.features.find((f) => f.id === id);
      const now = (line && turnedTable(line)) ?? table;
      return { type: 'setTurnedTable', line: { body, line: id }, table: change(now), label };
    }, 'field');
  const figure = (name: string, text: string, change: (t: Table, text: string) => Table, label: string) => (
    <FigureField
      text={text}
      name={`${id}, ${name}`}
      units={drawing.part.units}
      onCommit={(typed) => keep((t) => change(t, typed.trim()), `${label} ${typed.trim()}`)}
      onFault={setFault}
    />
  );
  const tell = (faults: readonly Fault[]): void => setFault(faults[0] && sentence(faults[0]));
  /** Two lengths of one diameter would be one length, so a new one begins a fifth smaller. */
  const smaller = (diameter: string): string => {
    const now = worth(diameter);
    return now === undefined ? `(${diameter})*4/5` : decimal(now * 0.8, 4);
  };
  const withRow = (t: Table, i: number, change: Partial<TurnedRow>): Table => ({
    ...t,
    rows: t.rows.map((r, k) => (k === i ? { ...r, ...change } : r)),
  });
  const tool = 'grid size-6 place-items-center rounded text-second hover:bg-hover disabled:opacity-30';
  return (
    <>
      <table className="w-full text-[13.5px]" data-testid={`turned ${id}`}>
        <thead>
          <tr className="border-b border-rule text-left text-[12px] text-second">
            <th className="w-7 font-normal">no.</th>
            <th className="font-normal">diameter</th>
            <th className="font-normal">tapering to</th>
            <th className="font-normal">long</th>
            <th aria-label="Take out" />
          </tr>
        </thead>
        <tbody>
          {rows.map((r, i) => {
            const worked = overall !== undefined && i === rows.length - 1;
            return (
              // biome-ignore lint/suspicious/noArrayIndexKey: rows are known by their order along the axis
              <tr key={i} className="border-b border-rule">
                <td className="figures text-second">{i + 1}</td>
                <td>
                  ⌀{' '}
                  {figure(
                    `diameter ${i + 1}`,
                    r.diameter,
                    (t, diameter) => withRow(t, i, { diameter }),
                    `diameter ${i + 1}`,
                  )}
                </td>
                <td>
                  {figure(
                    `end diameter ${i + 1}`,
                    r.end ?? '–',
                    (t, end) =>
                      withRow(t, i, { end: /^[-–]?$/.test(end) || end === r.diameter ? undefined : end }),
                    `end diameter ${i + 1}`,
                  )}
                </td>
                <td>
                  {worked ? (
                    <span className="figures text-[12.5px] text-second">
                      {r.length} = {decimal(worth(r.length) ?? Number.NaN)}
                    </span>
                  ) : (
                    figure(
                      `length ${i + 1}`,
                      r.length,
                      (t, length) => withRow(t, i, { length }),
                      `length ${i + 1}`,
                    )
                  )}
                </td>
                <td className="w-7">
                  <button
                    type="button"
                    aria-label={`Take length ${i + 1} out`}
                    disabled={rows.length === 1}
                    className={tool}
                    onClick={() =>
                      void keep(
                        (t) => ({ ...t, rows: t.rows.length > 1 ? t.rows.toSpliced(i, 1) : t.rows }),
                        `length ${i + 1} taken out`,
                      )
                    }
                  >
                    <Trash2 size={13} aria-hidden />
                  </button>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="flex items-center justify-between py-1 text-[13px]">
        <button
          type="button"
          className="inline-flex items-center gap-1 font-semibold text-house hover:underline"
          onClick={() => {
            void keep((t) => {
              const last = t.rows.at(-1) as TurnedRow;
              const more = {
                diameter: smaller(last.end ?? last.diameter),
                length: drawing.part.units === 'in' ? '1/2' : '10',
              };
              // before the last length where that one is worked out from the overall
              const at = t.overall === undefined ? t.rows.length : t.rows.length - 1;
              return { ...t, rows: t.rows.toSpliced(at, 0, more) };
            }, 'length added').then(tell);
          }}
        >
          <Plus size={13} aria-hidden /> Add a length
        </button>
        <span>
          overall{' '}
          {figure(
            'overall length',
            overall ?? '–',
            (t, typed) => (/^[-–]?$/.test(typed) ? { rows: t.rows } : { rows: t.rows, overall: typed }),
            'overall',
          )}
        </span>
      </p>
      <FaultNote texts={fault ? [fault] : []} />
    </>
  );
};
