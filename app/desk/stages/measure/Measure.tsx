'use client';
import { Fragment, useEffect, useState } from 'react';
import { groupOfLine } from '../../../../core/edit/groupChanges.ts';
import { featureKey } from '../../../../core/naming/keys.ts';
import { solidOfLine } from '../../../../core/part/solidPart.ts';
import { statementOf } from '../../../../core/statement/sentence.ts';
import { turnedTable } from '../../../../core/statement/turned.ts';
import { Findings, LineFindings } from '../../book/Findings.tsx';
import { field, Page } from '../../book/Page.tsx';
import { Sentence } from '../../book/Sentence.tsx';
import { fetchedLater } from '../../fetchedLater.tsx';
import { useDesk, useEdit, useSession } from '../../useDesk.ts';
import { AddLine } from './AddLine.tsx';
import { BodyLine } from './BodyLine.tsx';
import { dropOn, type FeatureLine, LineName, LineTools } from './LineTools.tsx';

// what many statements do not have
const GroupHead = fetchedLater(() => import('./GroupHead.tsx').then((m) => m.GroupHead));
const TurnedTable = fetchedLater(() => import('./TurnedTable.tsx').then((m) => m.TurnedTable));
const SizeList = fetchedLater(() => import('./SizeList.tsx').then((m) => m.SizeList));
const SolidLine = fetchedLater(() => import('./SolidLine.tsx').then((m) => m.SolidLine));
const StatementEditor = fetchedLater(() => import('./StatementEditor.tsx').then((m) => m.StatementEditor));

/** What the part is called, and the unit of its sizes. */
const PartHead = () => {
  const drawing = useSession((s) => s.drawing);
  const { name, units } = drawing.part;
  const edit = useEdit();
  const [typed, setTyped] = useState(name);
  useEffect(() => setTyped(name), [name]);
  const rename = (): void => {
    const next = typed.trim();
    if (!next || next === name) {
      setTyped(name);
      return;
    }
    void edit({ type: 'namePart', name: next });
  };
  return (
    <span className="flex items-center gap-1.5">
      Part
      <input
        aria-label="Name of the part"
        value={typed}
        maxLength={120}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={rename}
        onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
        className="min-w-0 flex-1 border-b border-rule-strong bg-transparent px-0.5 text-ink focus:bg-lit focus:outline-none"
      />
      in
      <select
        aria-label="Unit of the part's sizes"
        value={units}
        onChange={(e) => void edit({ type: 'setUnits', units: e.target.value as 'mm' | 'in' })}
        className={`${field} py-0`}
      >
        <option value="mm">mm</option>
        <option value="in">inches</option>
      </select>
    </span>
  );
};

const EXAMPLES = [
  'block 60 x 40 x 30',
  'plate 90 x 60 x 10, corners 8, with 4 holes 7 dia on 40 pcd',
  'hexagon prism side 22 height 58',
  'tube 40 od 30 id 60 long',
  'L profile 60 x 40 x 8 thick, 30 long',
] as const;

/** What to do with an empty statement, each one click away. */
const Beginnings = () => {
  const { writeLine } = useDesk().view;
  return (
    <div className="px-5 py-3">
      <p className="text-second">State the part line by line, as you would say it. For instance:</p>
      <ul className="mt-2">
        {EXAMPLES.map((line) => (
          <li key={line} className="border-b border-rule py-1">
            <button
              type="button"
              onClick={() => writeLine(line)}
              className="figures text-left text-[13px] leading-[18px] text-house hover:underline"
            >
              {line}
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
};

/** Stage 1: the part, stated in sentences with live figures, or as one text. */
export const Measure = () => {
  const drawing = useSession((s) => s.drawing);
  const [shown, setShown] = useState<'sentences' | 'text' | 'sizes'>('sentences');
  const edit = useEdit();
  const asText = shown === 'text';
  const lines = statementOf(drawing.part);
  const placeOf = (line: FeatureLine): string =>
    featureKey(drawing.part.bodies[line.body]?.name ?? '', line.id);
  const atLines = lines.flatMap((l) => (l.kind === 'feature' ? [placeOf(l)] : []));
  return (
    <Page
      title="Statement"
      note={<PartHead />}
      action={
        <span className="flex gap-3">
          {(
            [
              ['sizes', 'Sizes'],
              ['text', 'Edit as text'],
            ] as const
          ).map(([way, label]) => (
            <button
              key={way}
              type="button"
              onClick={() => setShown(shown === way ? 'sentences' : way)}
              className="text-[13px] font-semibold text-house hover:underline"
            >
              {shown === way ? 'Show as sentences' : label}
            </button>
          ))}
        </span>
      }
      foot={shown === 'sentences' ? <AddLine /> : undefined}
    >
      <Findings about={['part']} except={atLines} />
      {shown === 'sizes' && <SizeList />}
      {asText && <StatementEditor onDone={() => setShown('sentences')} />}
      {shown === 'sentences' && (
        <ul className="text-[14.5px] leading-[26px]">
          {!drawing.part.bodies.length && <Beginnings />}
          {lines.slice(1).map((line) => {
            if (line.kind === 'size')
              return (
                <li key={`size ${line.name}`} className="border-b border-rule px-5 py-[3px]">
                  <Sentence tokens={line.tokens} subject={`Size ${line.name}`} />
                </li>
              );
            if (line.kind === 'body')
              return (
                <li key={`body ${line.body}`} className="border-b border-rule-strong px-5 pt-3 pb-[3px]">
                  <BodyLine index={line.body} />
                </li>
              );
            if (line.kind !== 'feature') return null;
            const home = drawing.part.bodies[line.body]?.features ?? [];
            const count = home.length;
            const own = home[line.feature];
            const table = own && turnedTable(own);
            const bodyName = drawing.part.bodies[line.body]?.name ?? '';
            const group = groupOfLine(drawing, bodyName, line.id);
            const before = home[line.feature - 1];
            const heads = group && !(before && group.lines.includes(before.id));
            return (
              <Fragment key={`feature ${line.body} ${line.id}`}>
                {heads && (
                  <GroupHead group={group} off={home.every((f) => f.off || !group.lines.includes(f.id))} />
                )}
                <li
                  {...dropOn(line, bodyName, edit)}
                  className={`group border-b border-rule py-[3px] pr-5 ${group ? 'border-l-4 border-l-light-line pl-4' : 'pl-5'} ${line.off ? 'text-second line-through decoration-rule-strong' : ''}`}
                >
                  <div className="flex items-center justify-between">
                    <LineName line={line} body={bodyName} />
                    <LineTools line={line} body={bodyName} count={count} />
                  </div>
                  {table ? (
                    <TurnedTable table={table} body={bodyName} id={line.id} />
                  ) : (
                    <Sentence tokens={line.tokens} subject={line.id} />
                  )}
                  {solidOfLine(drawing.part, bodyName, line.id) !== undefined && (
                    <SolidLine line={{ body: bodyName, line: line.id }} />
                  )}
                  <LineFindings where={placeOf(line)} />
                </li>
              </Fragment>
            );
          })}
        </ul>
      )}
    </Page>
  );
};
