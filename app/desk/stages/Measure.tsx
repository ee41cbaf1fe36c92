'use client';
import { ArrowDown, ArrowUp, Copy, Eye, EyeOff, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { type StatementLine, statementOf } from '../../../core/statement/sentence.ts';
import { type Feature, freeName, withFeatures } from '../change.ts';
import { propose, useDesk } from '../deskStore.ts';
import { Findings } from '../Findings.tsx';
import { Page } from '../Page.tsx';
import { Sentence } from '../Sentence.tsx';
import { AddLine } from './AddLine.tsx';
import { StatementEditor } from './StatementEditor.tsx';

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
            f.splice(line.feature + 1, 0, { ...own, id: freeName(own.id.replace(/ \d+$/, ''), f) });
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
      <button
        type="button"
        className={tool}
        aria-label={`Take ${line.id} out`}
        disabled={count === 1}
        onClick={() => change('taken out', (f) => f.filter((_, i) => i !== line.feature))}
      >
        <Trash2 {...size} />
      </button>
    </span>
  );
};

/** Stage 1: the part, stated in sentences with live figures, or as one text. */
export const Measure = () => {
  const drawing = useDesk((s) => s.drawing);
  const [asText, setAsText] = useState(false);
  const lines = statementOf(drawing.part);
  return (
    <Page
      title="Statement"
      note={lines[0]?.tokens.map((t) => t.text).join('')}
      action={
        <button
          type="button"
          onClick={() => setAsText(!asText)}
          className="text-[13px] font-semibold text-house hover:underline"
        >
          {asText ? 'Show as sentences' : 'Edit as text'}
        </button>
      }
    >
      <Findings about={['part']} />
      {asText ? (
        <StatementEditor onDone={() => setAsText(false)} />
      ) : (
        <>
          <ul className="text-[14.5px] leading-[26px]">
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
              const count = drawing.part.bodies[line.body]?.features.length ?? 1;
              return (
                <li
                  key={`feature ${line.body} ${line.id}`}
                  className={`group border-b border-rule px-5 py-[3px] ${line.off ? 'text-second line-through decoration-rule-strong' : ''}`}
                >
                  <div className="flex items-center justify-between">
                    <span className="text-[13px] font-semibold text-deep">{line.id}</span>
                    <LineTools line={line} count={count} />
                  </div>
                  <Sentence tokens={line.tokens} subject={line.id} />
                </li>
              );
            })}
          </ul>
          <AddLine />
        </>
      )}
    </Page>
  );
};
