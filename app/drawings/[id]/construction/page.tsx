import { notFound } from 'next/navigation';
import { z } from 'zod';
import type { Drawing } from '../../../../core/drawing/drawing.ts';
import { decimal } from '../../../../core/number/format.ts';
import { viewName } from '../../../../core/part/schema.ts';
import { paperTitle } from '../../../../core/sheet/layout/paper.ts';
import { compute } from '../../../../server/compute.ts';
import { type PageProps, printable } from '../../printable.tsx';

export const dynamic = 'force-dynamic';

const query = z.object({
  method: z.enum(['mitre', 'arcs', 'distances']).default('mitre'),
  first: viewName.default('front'),
  hidden: z.enum(['view', 'last']).default('view'),
  darken: z.enum(['view', 'last']).default('view'),
  order: z.enum(['boxes', 'outline', 'uncut']).default('boxes'),
});

const METHODS = { mitre: 'the mitre line', arcs: 'arcs', distances: 'dividers' } as const;

/** The construction as a numbered list to work from, and all its lengths at true scale for the dividers. */
const ConstructionPage = (props: PageProps) => printable(props, query, constructionList);

const constructionList = async (drawing: Drawing, asked: z.infer<typeof query>) => {
  const { method, first, hidden, order, darken } = asked;
  const choice = {
    method,
    first,
    hidden: hidden === 'last' ? 'last' : 'per view',
    order,
    darken: darken === 'last' ? 'last' : 'per view',
  } as const;
  const construction = await compute({ kind: 'construction', drawing, choice });
  if (!construction) notFound();
  const { steps, strip } = construction;
  return (
    <main className="mx-auto max-w-[190mm] bg-white p-6 text-[12px] leading-[16px] print:p-0">
      <title>{`Construction, ${drawing.title}`}</title>
      <h1 className="text-[17px] font-bold">
        Construction <span className="figures text-[13px] font-normal text-second">{drawing.number}</span>{' '}
        {drawing.title}
      </h1>
      <p className="mb-2 text-second">
        {paperTitle(drawing.setup)}, {drawing.setup.angle} angle, depths by {METHODS[method]}, {steps.length}{' '}
        steps. Tick each as it is done.
      </p>
      <ol className="columns-2 gap-6">
        {steps.map((s, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a step is known by its number
          <li key={i} className="mb-[2px] flex break-inside-avoid gap-1.5 border-b border-rule">
            <span className="figures w-6 shrink-0 text-right text-second">{i + 1}</span>
            <span className="mt-[3px] inline-block size-[10px] shrink-0 border border-ink" />
            <span>{s}</span>
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
              <th className="text-right font-normal">Length, mm</th>
              <th className="text-right font-normal">Set to</th>
              <th className="pr-3 text-right font-normal">Off by</th>
              <th className="font-normal">Used</th>
              <th className="font-normal">At true scale</th>
            </tr>
          </thead>
          <tbody>
            {strip.map((t) => (
              <tr key={t.step} className="break-inside-avoid border-b border-rule">
                <td className="figures w-10">{t.step}</td>
                <td className="figures text-right font-semibold">
                  {t.account} {decimal(t.length, 3)}
                </td>
                <td className="figures text-right">{decimal(t.rounded, 1)}</td>
                <td className="figures pr-3 text-right text-second">{decimal(t.off, 3)}</td>
                <td className="figures w-12 text-second">{t.times} ×</td>
                <td>
                  <svg
                    width={`${t.length}mm`}
                    height="3mm"
                    viewBox={`0 0 ${t.length} 3`}
                    role="img"
                    aria-label={`${decimal(t.length, 2)} mm`}
                    overflow="visible"
                  >
                    <path
                      d={`M0 0V3M${t.length} 0V3M0 1.5H${t.length}`}
                      stroke="var(--color-ink)"
                      strokeWidth={0.25}
                    />
                  </svg>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
    </main>
  );
};

export default ConstructionPage;
