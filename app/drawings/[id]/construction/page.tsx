import { notFound } from 'next/navigation';
import * as z from 'zod';
import type { Drawing } from '../../../../core/drawing/drawing.ts';
import { decimal, sizeText } from '../../../../core/number/format.ts';
import { viewName } from '../../../../core/part/schema.ts';
import { paperTitle } from '../../../../core/sheet/layout/paper.ts';
import { paperText } from '../../../../core/sheet/layout/paperLength.ts';
import { compute } from '../../../../server/compute.ts';
import type { ConstructionList } from '../../../../workers/serverJob.ts';
import { type PageProps, printable } from '../../printable.tsx';

export const dynamic = 'force-dynamic';

const query = z.object({
  method: z.enum(['mitre', 'arcs', 'distances']).default('mitre'),
  first: viewName.default('front'),
  hidden: z.enum(['view', 'last']).default('view'),
  darken: z.enum(['view', 'last']).default('view'),
  order: z.enum(['boxes', 'outline', 'uncut']).default('boxes'),
  form: z.enum(['short', 'full']).default('short'),
});

const METHODS = { mitre: 'the mitre line', arcs: 'arcs', distances: 'dividers' } as const;

type Steps = ConstructionList['steps'];
type Heading = { readonly name: string; readonly reason: string };

const SETTING_OUT: Heading = {
  name: 'Setting out',
  reason: 'Boxes and lines between the views, so that all of it fits before anything is drawn.',
};
const CUT: Heading = {
  name: 'Cut',
  reason: 'The plane meets each edge on its trace; the other views follow.',
};
const TRUE_SHAPE: Heading = {
  name: 'True shape',
  reason: 'Along the trace in its true length, across it by distances from XY.',
};
const FINISHING: Heading = { name: 'Finishing', reason: 'What makes it a drawing that others can read.' };
const viewHeading = (view: string): Heading => ({
  name: `Lines of the ${view} view`,
  reason: 'What they need is measured once or projected, then they are drawn.',
});

/** What each step works towards: its own stage, or the view whose next line it prepares. */
const headingsOf = (steps: readonly Pick<Steps[number], 'stage' | 'view'>[]): Heading[] => {
  let next: Heading = FINISHING;
  return [...steps]
    .reverse()
    .map((s): Heading => {
      if (s.stage === 'setting out') next = SETTING_OUT;
      else if (s.stage === 'cut') next = CUT;
      else if (s.stage === 'true shape') next = TRUE_SHAPE;
      else if (s.stage === 'finishing') next = FINISHING;
      else if (s.stage === 'lines' && s.view) next = viewHeading(s.view);
      return next;
    })
    .reverse();
};

/** So many points of the ledger stand in a row. */
const LEDGER_COLUMNS = 2;
const chunked = <T,>(list: readonly T[], size: number): T[][] =>
  Array.from({ length: Math.ceil(list.length / size) }, (_, i) => list.slice(i * size, (i + 1) * size));

/** Stands at the foot of every printed page, where browsers know boxes in the margins of a page (CSS paged media). */
const PAGE_FOOT = `@page {
  margin: 12mm 14mm 16mm;
  @bottom-left {
    content: 'W width, D depth, H height; 1,7: 7 stands behind 1. Light lines thin, visible ones wide, hidden ones dashed.';
    font: 8pt sans-serif;
    white-space: nowrap;
  }
  @bottom-right {
    content: counter(page) ' of ' counter(pages);
    font: 8pt sans-serif;
  }
}`;

/** A bar longer than this has no room beside its figures, mm; one longer than the page is told as such. */
const BAR = { beside: 95, page: 176 } as const;

/** The construction as a numbered list to work from, and all its lengths at true scale for the dividers. */
const ConstructionPage = (props: PageProps) => printable(props, query, constructionList);

const constructionList = async (drawing: Drawing, asked: z.infer<typeof query>, id: string) => {
  const { method, first, hidden, order, darken, form } = asked;
  const choice = {
    method,
    first,
    hidden: hidden === 'last' ? 'last' : 'per view',
    order,
    darken: darken === 'last' ? 'last' : 'per view',
  } as const;
  const construction = await compute({ kind: 'construction', drawing, choice });
  if (!construction) notFound();
  const { short, strip, ledger } = construction;
  const steps = form === 'short' ? short : construction.steps;
  /** the number on this page of a step of the full form */
  const numberOf = (step: number): number => {
    if (form === 'full') return step;
    let last = 0;
    return (
      short.findIndex((s) => {
        last += s.count;
        return step <= last;
      }) + 1
    );
  };
  const unit = drawing.part.units;
  const headings = headingsOf(steps);
  return (
    <main className="mx-auto print-true max-w-[190mm] bg-paper p-6 text-[12px] leading-[16px] print:p-0">
      <title>{`Construction, ${drawing.title}`}</title>
      <style>{PAGE_FOOT}</style>
      <h1 className="text-[17px] font-bold">
        Construction <span className="figures text-[13px] font-normal text-second">{drawing.number}</span>{' '}
        {drawing.title}
      </h1>
      <p className="mb-2 text-second">
        {paperTitle(drawing.setup)}, {drawing.setup.angle} angle, depths by {METHODS[method]}, {steps.length}{' '}
        steps. Tick each as it is done.
      </p>
      <div className="mb-2 flex gap-4">
        {/* biome-ignore lint/performance/noImgElement: a drawing made by the server, not a photograph */}
        <img
          src={`/api/drawings/${id}/sheet?as=svg&inline`}
          alt={`The finished sheet of ${drawing.title}`}
          className="w-[96mm] self-start border border-rule"
        />
        <div className="min-w-0 flex-1 text-[11px]">
          <p className="mb-1">
            <b>Key.</b> W width, D depth, H height; numbers are points, those joined by a comma stand behind
            one another, the nearest first. Light lines stay thin until all is found; visible lines are drawn
            last and wide, hidden ones dashed.
          </p>
          <table className="w-full">
            <caption className="border-b border-rule-strong text-left font-semibold">
              Ledger, {unit}: W from the left, D from the {drawing.setup.angle === 'first' ? 'back' : 'front'}
              , H from the base
            </caption>
            <tbody className="figures">
              {chunked(ledger, LEDGER_COLUMNS).map((row) => (
                <tr key={row[0]?.label} className="border-b border-rule">
                  {row.map((r) => (
                    <td key={r.label} className="whitespace-nowrap">
                      <b>{r.label}</b> {[r.W, r.D, r.H].map((x) => sizeText(x, unit)).join(' · ')}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </div>
      <ol className="columns-2 gap-6">
        {steps.map((s, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a step is known by its number
          <li key={i} className="mb-[2px] break-inside-avoid border-b border-rule">
            {headings[i]?.name !== headings[i - 1]?.name && (
              <h2 className="break-after-avoid pt-2 pb-1 text-[13px] font-bold">
                {headings[i]?.name}
                <span className="block text-[11px] font-normal text-second">{headings[i]?.reason}</span>
              </h2>
            )}
            <div className="flex gap-1.5">
              <span className="figures w-6 shrink-0 text-right text-second">{i + 1}</span>
              <span className="mt-[3px] inline-block size-[10px] shrink-0 border border-ink" />
              <span>{s.text}</span>
            </div>
          </li>
        ))}
      </ol>
      <section className="mt-4 break-before-page">
        <h2 className="text-[15px] font-bold">Dividers strip</h2>
        <p className="mb-2 text-second">
          Every length that is set off or carried, at true scale. Measure the check bar before use: it is 100
          mm long.
        </p>
        <svg
          width="100mm"
          height="4mm"
          viewBox="0 0 100 4"
          role="img"
          aria-label="Check bar, 100 mm"
          className="mb-2"
        >
          <path d="M0 0V4M100 0V4M0 2H100" stroke="var(--color-ink)" strokeWidth={0.3} />
        </svg>
        <table className="w-full">
          <thead>
            <tr className="border-b border-rule-strong text-left text-second">
              <th className="font-normal">Step</th>
              <th className="text-right font-normal">Length, {unit}</th>
              <th className="pl-4 text-right font-normal">Set to</th>
              <th className="pr-3 pl-4 text-right font-normal">Off by</th>
              <th className="font-normal">Used</th>
              <th className="font-normal">At true scale</th>
            </tr>
          </thead>
          <tbody>
            {strip.map((t) => (
              <tr key={t.step} className="break-inside-avoid border-b border-rule">
                <td className="figures w-10">{numberOf(t.step)}</td>
                <td className="figures text-right font-semibold">
                  {t.account} {paperText(t.length, unit)}
                </td>
                <td className="figures pl-4 text-right">{paperText(t.rounded, unit)}</td>
                <td className="figures pr-3 pl-4 text-right text-second">{offText(t.off, unit)}</td>
                <td className="figures w-12 text-second">{t.times} ×</td>
                <td>
                  <Bar length={t.length} unit={unit} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
    </main>
  );
};

/** By how much a rule's mark is off: hundredths of a millimetre, or ten-thousandths of an inch. */
const offText = (mm: number, unit: 'mm' | 'in'): string =>
  unit === 'mm' ? decimal(mm, 2) : decimal(mm / 25.4, 4);

/** A length at true scale: in one bar where it fits beside its figures, folded into two where it fits on the page so. */
const Bar = ({ length, unit }: { length: number; unit: 'mm' | 'in' }) => {
  if (length > BAR.page)
    return <span className="text-second">longer than this page: set it by the rule</span>;
  const pieces = length > BAR.beside ? [BAR.beside, length - BAR.beside] : [length];
  return (
    <span className="block">
      {pieces.map((piece, i) => (
        <svg
          key={piece}
          className="block"
          width={`${piece}mm`}
          height="3mm"
          viewBox={`0 0 ${piece} 3`}
          role="img"
          aria-label={`${paperText(length, unit)} ${unit}${pieces.length > 1 ? `, piece ${i + 1} of 2` : ''}`}
          overflow="visible"
        >
          <path d={`M0 0V3M${piece} 0V3M0 1.5H${piece}`} stroke="var(--color-ink)" strokeWidth={0.25} />
        </svg>
      ))}
      {pieces.length > 1 && <span className="text-second">both together</span>}
    </span>
  );
};

export default ConstructionPage;
