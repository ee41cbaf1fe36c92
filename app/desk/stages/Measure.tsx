'use client';
import { ArrowDown, ArrowUp, Copy, Eye, EyeOff, Trash2 } from 'lucide-react';
import { type DragEvent, useEffect, useState } from 'react';
import { freeName } from '../../../core/statement/freeName.ts';
import { type StatementLine, statementOf } from '../../../core/statement/sentence.ts';
import { turnedTable } from '../../../core/statement/turned.ts';
import { type Feature, withFeatures } from '../change.ts';
import { propose, proposeNext, useDesk, writeLine } from '../deskStore.ts';
import { Findings, LineFindings } from '../Findings.tsx';
import { field, Page } from '../Page.tsx';
import { Sentence } from '../Sentence.tsx';
import { AddLine } from './AddLine.tsx';
import { SizeList } from './SizeList.tsx';
import { StatementEditor } from './StatementEditor.tsx';
import { TurnedTable } from './TurnedTable.tsx';

type FeatureLine = Extract<StatementLine, { kind: 'feature' }>;

const LineTools = ({ line, count }: { line: FeatureLine; count: number }) => {
  const drawing = useDesk((s) => s.drawing);
  const change = (label: string, work: (f: Feature[]) => Feature[]): void => {
    void propose(withFeatures(drawing, line.body, work), `${line.id}: ${label}`);
  };
  const move =
    (by: number) =>
    (f: Feature[]): Feature[] => {
      const [x] = f.splice(line.feature, 1);
      f.splice(line.feature + by, 0, x as Feature);
      return f;
    };
  /** With its last feature a body goes too. */
  const takeOut = (): void => {
    const left = withFeatures(drawing, line.body, (f) => f.filter((_, i) => i !== line.feature));
    const bodies = left.part.bodies.filter((b) => b.features.length);
    void propose({ ...left, part: { ...left.part, bodies } }, `${line.id}: taken out`);
  };
  const tool =
    'grid size-6 place-items-center rounded hover:bg-[#e3ecfb] disabled:opacity-30 disabled:hover:bg-transparent';
  const size = { size: 14, 'aria-hidden': true } as const;
  return (
    <span className="flex shrink-0 text-second opacity-0 transition-opacity group-focus-within:opacity-100 group-hover:opacity-100">
      <button
        type="button"
        className={tool}
        aria-label={`Move ${line.id} up`}
        disabled={line.feature === 0}
        onClick={() => change('moved up', move(-1))}
      >
        <ArrowUp {...size} />
      </button>
      <button
        type="button"
        className={tool}
        aria-label={`Move ${line.id} down`}
        disabled={line.feature === count - 1}
        onClick={() => change('moved down', move(1))}
      >
        <ArrowDown {...size} />
      </button>
      <button
        type="button"
        className={tool}
        aria-label={`Copy ${line.id}`}
        onClick={() =>
          change('copied', (f) => {
            const own = f[line.feature] as Feature;
            f.splice(line.feature + 1, 0, {
              ...own,
              id: freeName(
                own.id.replace(/ \d+$/, ''),
                f.map((x) => x.id),
              ),
            });
            return f;
          })
        }
      >
        <Copy {...size} />
      </button>
      <button
        type="button"
        className={tool}
        aria-label={`Switch ${line.id} ${line.off ? 'on' : 'off'}`}
        onClick={() =>
          change(line.off ? 'switched on' : 'switched off', (f) =>
            f.map((x, i) => (i === line.feature ? { ...x, off: !line.off } : x)),
          )
        }
      >
        {line.off ? <Eye {...size} /> : <EyeOff {...size} />}
      </button>
      <button type="button" className={tool} aria-label={`Take ${line.id} out`} onClick={() => takeOut()}>
        <Trash2 {...size} />
      </button>
    </span>
  );
};

/** A line is dragged by its name, within its body; this is what is carried. */
const CARRIED = 'application/x-statement-line';

const LineName = ({ line }: { line: FeatureLine }) => (
  // biome-ignore lint/a11y/noStaticElementInteractions: the buttons beside it move the line by keys
  <span
    draggable
    title="Drag to another place in the statement"
    onDragStart={(e) => {
      e.dataTransfer.setData(CARRIED, JSON.stringify([line.body, line.feature]));
      e.dataTransfer.effectAllowed = 'move';
    }}
    className="cursor-grab text-[13px] font-semibold text-deep"
  >
    {line.id}
  </span>
);

/** A line takes the place of the one it is dropped on; the others close up. */
const dropOn = (line: FeatureLine) => ({
  onDragOver: (e: DragEvent<HTMLElement>) => {
    if (!e.dataTransfer.types.includes(CARRIED)) return;
    e.preventDefault();
    e.currentTarget.style.boxShadow = 'inset 0 2px var(--color-house)';
  },
  onDragLeave: (e: DragEvent<HTMLElement>) => {
    e.currentTarget.style.boxShadow = '';
  },
  onDrop: (e: DragEvent<HTMLElement>) => {
    e.preventDefault();
    e.currentTarget.style.boxShadow = '';
    const [body, from] = JSON.parse(e.dataTransfer.getData(CARRIED)) as [number, number];
    if (body !== line.body || from === line.feature) return;
    void proposeNext(({ drawing }) => {
      const id = drawing.part.bodies[body]?.features[from]?.id ?? '';
      const moved = withFeatures(drawing, body, (f) => {
        const [x] = f.splice(from, 1);
        f.splice(line.feature, 0, x as Feature);
        return f;
      });
      return { drawing: moved, label: `${id}: moved to the place of ${line.id}` };
    });
  },
});

/** What the part is called, and the unit of its sizes. */
const PartHead = () => {
  const drawing = useDesk((s) => s.drawing);
  const { name, units } = drawing.part;
  const [typed, setTyped] = useState(name);
  useEffect(() => setTyped(name), [name]);
  const rename = (): void => {
    const next = typed.trim();
    if (!next || next === name) {
      setTyped(name);
      return;
    }
    // the sheet's title follows as long as it is the part's name
    const title = drawing.title === name ? next : drawing.title;
    void propose({ ...drawing, title, part: { ...drawing.part, name: next } }, `Named ${next}`);
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
        className="min-w-0 flex-1 border-b border-rule-strong bg-transparent px-0.5 text-ink focus:bg-[#eaf1ff] focus:outline-none"
      />
      in
      <select
        aria-label="Unit of the part's sizes"
        value={units}
        onChange={(e) =>
          void propose(
            { ...drawing, part: { ...drawing.part, units: e.target.value as 'mm' | 'in' } },
            `Sizes in ${e.target.value}`,
          )
        }
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
const Beginnings = () => (
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

/** Stage 1: the part, stated in sentences with live figures, or as one text. */
export const Measure = () => {
  const drawing = useDesk((s) => s.drawing);
  const [shown, setShown] = useState<'sentences' | 'text' | 'sizes'>('sentences');
  const asText = shown === 'text';
  const lines = statementOf(drawing.part);
  const placeOf = (line: FeatureLine): string => `${drawing.part.bodies[line.body]?.name}/${line.id}`;
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
                <li
                  key={`body ${line.body}`}
                  className="border-b border-rule-strong px-5 pt-3 pb-[3px] font-semibold"
                >
                  <Sentence tokens={line.tokens} subject={`Body ${drawing.part.bodies[line.body]?.name}`} />
                </li>
              );
            if (line.kind !== 'feature') return null;
            const home = drawing.part.bodies[line.body]?.features ?? [];
            const count = home.length;
            const own = home[line.feature];
            const table = own && turnedTable(own);
            return (
              <li
                key={`feature ${line.body} ${line.id}`}
                {...dropOn(line)}
                className={`group border-b border-rule px-5 py-[3px] ${line.off ? 'text-second line-through decoration-rule-strong' : ''}`}
              >
                <div className="flex items-center justify-between">
                  <LineName line={line} />
                  <LineTools line={line} count={count} />
                </div>
                {table ? (
                  <TurnedTable table={table} body={line.body} feature={line.feature} id={line.id} />
                ) : (
                  <Sentence tokens={line.tokens} subject={line.id} />
                )}
                <LineFindings where={placeOf(line)} />
              </li>
            );
          })}
        </ul>
      )}
    </Page>
  );
};
