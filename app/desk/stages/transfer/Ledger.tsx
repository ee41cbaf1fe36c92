'use client';
import { type ReactNode, useEffect, useMemo, useState } from 'react';
import { accountsOf, scaleFromPoint } from '../../../../core/ledger/ledger.ts';
import { decimal } from '../../../../core/number/format.ts';
import { ledgerCsv } from '../../../../formats/ledgerText.ts';
import type { DeskPoint } from '../../../../workers/deskPicture.ts';
import { CopyButton } from '../../../CopyButton.tsx';
import { type SortedColumn, SortedTable } from '../../../SortedTable.tsx';
import { Choice } from '../../book/Choice.tsx';
import { field, Page, Row } from '../../book/Page.tsx';
import { saveFile } from '../../book/saveFile.ts';
import { useDesk, useSession, useView } from '../../useDesk.ts';
import { LedgerRow } from './LedgerRow.tsx';
import { Naming } from './Naming.tsx';

/** Whose rows are shown. */
type Rows = 'corner' | 'feature' | 'round';
/** From where the accounts are counted. */
type Origin = 'box' | 'xy' | 'point';
const INKS = { W: 'text-width', D: 'text-depth', H: 'text-height' } as const;
const ACCOUNTS = ['W', 'D', 'H'] as const;

const nameOf = (from: Origin, first: boolean, datum: string): string =>
  ({
    box: `W from the left, D from the ${first ? 'back' : 'front'}, H from the base`,
    xy: 'Distances on the paper from the XY lines, the gap included',
    point: `From point ${datum}`,
  })[from];

/** The ledger: a row a point or feature; each is posted in the views, seen or hidden. */
export const Ledger = ({ books }: { books: ReactNode }) => {
  const drawing = useSession((s) => s.drawing);
  const picture = useSession((s) => s.picture);
  const [search, setSearch] = useState('');
  const [rows, setRows] = useState<Rows>('corner');
  const { engine, view } = useDesk();
  const rounds = useView((s) => s.rounds);
  useEffect(() => {
    if (rows !== 'round' || !picture) return;
    let old = false;
    void engine.rounds(drawing).then((found) => {
      if (!old) view.showRounds(found);
    });
    return () => {
      old = true;
    };
  }, [engine, view, drawing, picture, rows]);
  useEffect(() => () => view.showRounds([]), [view]);
  const [from, setFrom] = useState<Origin>('box');
  const [datum, setDatum] = useState<string>();
  const [onPaper, setOnPaper] = useState(false);
  const views = useMemo(() => picture?.views.map((v) => v.name) ?? [], [picture]);
  const zero = picture?.points.find((p) => p.key === datum);
  const scale = useMemo(() => {
    if (!picture) return undefined;
    if (from === 'xy') return picture.ledger.xy;
    return from === 'point' && zero ? scaleFromPoint(picture.ledger.box, zero.at) : picture.ledger.box;
  }, [picture, from, zero]);
  const times = onPaper ? (picture?.perUnit ?? 1) : 1;
  const shown = useMemo((): readonly DeskPoint[] => {
    if (!picture || !scale) return [];
    const word = search.trim().toLowerCase();
    return [...picture.points, ...rounds].filter(
      (p) =>
        p.kind === rows &&
        (!word ||
          p.label.toLowerCase() === word ||
          p.body.toLowerCase().includes(word) ||
          (rows !== 'corner' && `${p.label} ${p.words ?? ''}`.toLowerCase().includes(word)) ||
          p.faces.some((f) => f.toLowerCase().includes(word))),
    );
  }, [picture, rounds, scale, search, rows]);
  const columns = useMemo(
    (): readonly SortedColumn<DeskPoint>[] => [
      {
        id: 'rows',
        head: (
          <select
            aria-label="Rows of the ledger"
            value={rows}
            onChange={(e) => setRows(e.target.value as Rows)}
            className="-ml-1 w-[62px] bg-transparent"
          >
            <option value="corner">Points</option>
            <option value="feature">Features</option>
            <option value="round">Rounds</option>
          </select>
        ),
        className: 'w-[80px] py-1 pl-5 text-left font-normal text-second',
      },
      ...ACCOUNTS.map((a, i) => ({
        id: a,
        head: a,
        ...(scale && { figure: (p: DeskPoint) => accountsOf(p.at, scale)[a] }),
        className: `w-[54px] py-1 text-right font-semibold ${INKS[a]} ${i ? '' : 'margin-line'}`,
      })),
      ...views.map((v) => ({
        id: v,
        head: v,
        className: 'py-1 pl-1 text-center font-normal text-second last:pr-4',
      })),
    ],
    [rows, scale, views],
  );
  const unit = onPaper ? 'mm' : drawing.part.units;
  const csv = (): string =>
    scale
      ? ledgerCsv({
          entries: shown.map((p) => ({
            label: p.label,
            kind: p.shape ?? p.kind,
            body: p.body,
            at: p.at,
            postings: p.postings,
            on: p.faces,
          })),
          views,
          scale,
          times,
          unit,
        })
      : '';
  const save = (): void =>
    saveFile(csv(), 'text/csv', `${drawing.number || drawing.title || 'part'} ledger.csv`);
  const press = 'text-[13px] font-semibold text-house hover:underline';
  return (
    <Page
      title="Ledger"
      note={`${nameOf(from, drawing.setup.angle === 'first', zero?.label ?? '')}; in ${onPaper ? 'mm of paper' : unit === 'in' ? 'inches' : 'mm'}.`}
      books={books}
      foot={
        <div className="flex items-center justify-between px-5 py-2 text-[12.5px] text-second">
          <span>● seen ○ hidden – not shown</span>
          <span className="flex gap-3">
            <CopyButton text={csv} className={press} />
            <button type="button" className={press} onClick={save}>
              Save CSV
            </button>
          </span>
        </div>
      }
    >
      <Row label="Find">
        <input
          aria-label="Find a point or face"
          placeholder="a number, face or body"
          value={search}
          onChange={(e) => setSearch(e.target.value)}
          className={`${field} w-44`}
        />
      </Row>
      <Row label="From">
        <select
          aria-label="Counted from"
          className={`${field} py-0.5`}
          value={from}
          onChange={(e) => {
            const next = e.target.value as Origin;
            setFrom(next);
            if (next === 'point') setDatum((d) => d ?? shown[0]?.key);
          }}
        >
          <option value="box">the box</option>
          <option value="xy">the XY lines</option>
          <option value="point">point {zero?.label ?? '…'}</option>
        </select>
        <Choice
          name="Figures in"
          value={onPaper ? 'paper' : 'part'}
          options={[
            { value: 'part', label: drawing.part.units },
            { value: 'paper', label: 'paper' },
          ]}
          onChange={(v) => setOnPaper(v === 'paper')}
        />
      </Row>
      <Naming />
      <SortedTable
        className="table-fixed text-[13px]"
        headClassName="border-b border-rule-strong text-[12px]"
        rows={shown}
        keyOf={(p) => p.key}
        columns={columns}
        rowHeight={29}
        renderRow={(p) => {
          if (!scale) return null;
          const sizes = accountsOf(p.at, scale);
          return (
            <LedgerRow
              key={p.key}
              point={p}
              figures={ACCOUNTS.map((a) => decimal(sizes[a] * times))}
              views={views}
              onDatum={() => {
                setDatum(p.key);
                setFrom('point');
              }}
            />
          );
        }}
      />
      {!shown.length && (
        <p className="px-5 py-3 text-second">
          {search
            ? 'No point or face of that name.'
            : rows === 'round'
              ? 'Nothing round on this part.'
              : 'No feature with a centre of its own.'}
        </p>
      )}
    </Page>
  );
};
