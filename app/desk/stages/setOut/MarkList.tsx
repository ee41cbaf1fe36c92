'use client';
import { Printer } from 'lucide-react';
import { useEffect, useState } from 'react';
import { decimal } from '../../../../core/number/format.ts';
import {
  type Mark,
  onRule,
  type RuleUnit,
  type SettingOut,
} from '../../../../core/sheet/layout/settingOut.ts';
import { Choice } from '../../book/Choice.tsx';
import { field, Row } from '../../book/Page.tsx';
import { useSession } from '../../useDesk.ts';

const INKS = { W: 'text-width', D: 'text-depth', H: 'text-height' } as const;
const FRACTIONS = [8, 16, 32, 64] as const;
const SQUARE_SIDES = [5, 6.35, 10, 12.7] as const;

/** What is ticked stays with this browser: marking is done at one board. */
const ticksOf = (id: string): string => `blue-ledger marked ${id}`;

const useTicks = (): { ticked: ReadonlySet<string>; turn: (key: string) => void; clear: () => void } => {
  const id = useSession((s) => s.id);
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  useEffect(
    () => setTicked(new Set(JSON.parse(localStorage.getItem(ticksOf(id)) ?? '[]') as string[])),
    [id],
  );
  const keep = (next: ReadonlySet<string>): void => {
    setTicked(next);
    localStorage.setItem(ticksOf(id), JSON.stringify([...next]));
  };
  return {
    ticked,
    turn: (key) => {
      const next = new Set(ticked);
      if (!next.delete(key)) next.add(key);
      keep(next);
    },
    clear: () => keep(new Set()),
  };
};

/** The setting-out list for the board: what to mark, from which edge, ticked as one goes. */
export const MarkList = ({ plan }: { plan: SettingOut }) => {
  const id = useSession((s) => s.id);
  const units = useSession((s) => s.drawing.part.units);
  const [kind, setKind] = useState<RuleUnit['in']>(units === 'in' ? 'inches' : 'mm');
  const [to, setTo] = useState<(typeof FRACTIONS)[number]>(32);
  const [side, setSide] = useState<number>(5);
  const { ticked, turn, clear } = useTicks();
  const unit: RuleUnit =
    kind === 'mm' ? { in: 'mm' } : kind === 'inches' ? { in: 'inches', to } : { in: 'squares', side };
  const next = plan.groups.flatMap((g) => g.marks.map((m) => keyOf(g.title, m))).find((k) => !ticked.has(k));
  const query =
    kind === 'mm' ? 'unit=mm' : kind === 'inches' ? `unit=inches&to=${to}` : `unit=squares&side=${side}`;
  return (
    <>
      <Row label="Read in">
        <Choice
          name="Unit of the list"
          value={kind}
          options={[
            { value: 'mm', label: 'mm' },
            { value: 'inches', label: 'inches' },
            { value: 'squares', label: 'squares' },
          ]}
          onChange={setKind}
        />
      </Row>
      {kind === 'inches' && (
        <Row label="To the nearest">
          <select
            aria-label="Smallest fraction"
            className={`${field} py-0`}
            value={to}
            onChange={(e) => setTo(Number(e.target.value) as typeof to)}
          >
            {FRACTIONS.map((n) => (
              <option key={n} value={n}>
                1/{n}
              </option>
            ))}
          </select>
        </Row>
      )}
      {kind === 'squares' && (
        <Row label="Side of a square">
          <select
            aria-label="Side of a square"
            className={`${field} py-0`}
            value={side}
            onChange={(e) => setSide(Number(e.target.value))}
          >
            {SQUARE_SIDES.map((x) => (
              <option key={x} value={x}>
                {x === 6.35 ? '1/4 in' : x === 12.7 ? '1/2 in' : `${x} mm`}
              </option>
            ))}
          </select>
        </Row>
      )}
      <div className="flex items-center justify-between border-b border-rule px-5 py-1.5 text-[13px]">
        <a
          href={`/drawings/${id}/setting-out?${query}`}
          target="_blank"
          rel="noreferrer"
          className="inline-flex items-center gap-1 font-semibold text-house hover:underline"
        >
          <Printer size={14} aria-hidden /> Print the list
        </a>
        <button type="button" onClick={clear} className="text-second hover:underline">
          Clear the ticks
        </button>
      </div>
      {plan.groups.map((g) => (
        <table key={g.title} className="w-full text-[13px]">
          <caption className="border-b border-rule-strong px-5 pt-2 pb-0.5 text-left font-semibold">
            {g.title}
          </caption>
          <tbody>
            {g.marks.map((m) => {
              const key = keyOf(g.title, m);
              const read = onRule(m.at, unit);
              return (
                <tr
                  key={key}
                  className={`border-b border-rule ${key === next ? 'bg-lit' : ''} ${ticked.has(key) ? 'text-faint' : ''}`}
                >
                  <td className="w-9 py-[3px] pl-5">
                    <input
                      type="checkbox"
                      aria-label={`Marked: ${g.title}, ${m.what}`}
                      className="block accent-[var(--color-deep)]"
                      checked={ticked.has(key)}
                      onChange={() => turn(key)}
                    />
                  </td>
                  <td className="py-[3px]">
                    {m.what}
                    {m.real && (
                      <span className={`figures ml-1.5 text-[12px] ${INKS[m.real.account]}`}>
                        {m.real.account} {decimal(m.real.size)}
                      </span>
                    )}
                  </td>
                  <td className="w-[70px] py-[3px] text-[12px] text-second">
                    {m.from === 'left' ? 'from left' : 'up'}
                  </td>
                  <td className="figures w-[64px] py-[3px] pr-5 text-right font-semibold whitespace-nowrap">
                    {read.text}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      ))}
      <table className="w-full text-[13px]">
        <caption className="border-b border-rule-strong px-5 pt-2 pb-0.5 text-left font-semibold">
          Check margins
        </caption>
        <tbody>
          {plan.closings.map((c) => (
            <tr key={c.what} className="border-b border-rule">
              <td className="py-[3px] pl-5">{c.what}</td>
              <td className="figures w-[70px] py-[3px] pr-5 text-right font-semibold">
                {onRule(c.left, unit).text}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
};

const keyOf = (group: string, m: Mark): string => `${group}, ${m.what}, ${m.from}`;
