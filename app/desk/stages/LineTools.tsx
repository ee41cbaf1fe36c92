'use client';
import { ArrowDown, ArrowUp, Copy, Eye, EyeOff, Link2, Trash2 } from 'lucide-react';
import { type DragEvent, memo } from 'react';
import { groupedWithAbove } from '../../../core/drawing/groups.ts';
import { freeName } from '../../../core/statement/freeName.ts';
import type { StatementLine } from '../../../core/statement/sentence.ts';
import { type Feature, withFeatures } from '../change.ts';
import { enact, proposeNext, useDesk } from '../deskStore.ts';

export type FeatureLine = Extract<StatementLine, { kind: 'feature' }>;

export const tool =
  'grid size-6 place-items-center rounded hover:bg-[#e3ecfb] disabled:opacity-30 disabled:hover:bg-transparent';
const size = { size: 14, 'aria-hidden': true } as const;

type ToolsProps = { readonly line: FeatureLine; readonly count: number };

/** Drawn anew only when the line itself has changed its name or place. */
const sameTools = (a: ToolsProps, b: ToolsProps): boolean =>
  a.count === b.count &&
  a.line.id === b.line.id &&
  a.line.body === b.line.body &&
  a.line.feature === b.line.feature &&
  a.line.off === b.line.off;

/** What can be done with a line as a whole. */
export const LineTools = memo(({ line, count }: ToolsProps) => {
  const change = (label: string, work: (f: Feature[]) => Feature[]): void => {
    enact(withFeatures(useDesk.getState().drawing, line.body, work), `${line.id}: ${label}`);
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
    const left = withFeatures(useDesk.getState().drawing, line.body, (f) =>
      f.filter((_, i) => i !== line.feature),
    );
    const bodies = left.part.bodies.filter((b) => b.features.length);
    enact({ ...left, part: { ...left.part, bodies } }, `${line.id}: taken out`);
  };
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
      <button
        type="button"
        className={tool}
        aria-label={`Group ${line.id} with the line above`}
        title="Group with the line above"
        disabled={line.feature === 0}
        onClick={() =>
          enact(
            groupedWithAbove(useDesk.getState().drawing, line.body, line.feature),
            `${line.id}: grouped with the line above`,
          )
        }
      >
        <Link2 {...size} />
      </button>
      <button type="button" className={tool} aria-label={`Take ${line.id} out`} onClick={() => takeOut()}>
        <Trash2 {...size} />
      </button>
    </span>
  );
}, sameTools);
LineTools.displayName = 'LineTools';

/** A line is dragged by its name, within its body; this is what is carried. */
const CARRIED = 'application/x-statement-line';

export const LineName = ({ line }: { line: FeatureLine }) => (
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
export const dropOn = (line: FeatureLine) => ({
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
