import { notFound } from 'next/navigation';
import * as z from 'zod';
import type { Drawing } from '../../../../core/drawing/drawing.ts';
import { decimal } from '../../../../core/number/format.ts';
import { paperTitle } from '../../../../core/sheet/layout/paper.ts';
import { onRule, type RuleUnit } from '../../../../core/sheet/layout/settingOut.ts';
import { compute } from '../../../../server/compute.ts';
import { type PageProps, printable } from '../../printable.tsx';

export const dynamic = 'force-dynamic';

const query = z.union([
  z.object({
    unit: z.literal('inches'),
    to: z.coerce.number().pipe(z.union([z.literal(8), z.literal(16), z.literal(32), z.literal(64)])),
  }),
  z.object({ unit: z.literal('squares'), side: z.coerce.number().positive().max(100) }),
  z.object({ unit: z.literal('mm').default('mm') }),
]);

const WORDS: Record<RuleUnit['in'], string> = { mm: 'millimetres', inches: 'inches', squares: 'squares' };

/** The setting-out list by itself, to be printed on one page and laid beside the board. */
const SettingOutPage = (props: PageProps) => printable(props, query, settingOutList);

const settingOutList = async (drawing: Drawing, asked: z.infer<typeof query>) => {
  const unit: RuleUnit =
    asked.unit === 'inches'
      ? { in: 'inches', to: asked.to }
      : asked.unit === 'squares'
        ? { in: 'squares', side: asked.side }
        : { in: 'mm' };
  const list = await compute({ kind: 'settingOut', drawing });
  if (!list) notFound();
  const { groups, closings } = list;
  return (
    <main className="mx-auto print-true max-w-[190mm] bg-paper p-6 text-[12px] leading-[16px] print:p-0">
      <title>{`Setting-out list, ${drawing.title}`}</title>
      <h1 className="text-[17px] font-bold">
        Setting-out list <span className="figures text-[13px] font-normal text-second">{drawing.number}</span>{' '}
        {drawing.title}
      </h1>
      <p className="mb-2 text-second">
        {paperTitle(drawing.setup)}. From the lower left corner of the sheet, in {WORDS[unit.in]}, in the
        order to mark.
      </p>
      <div className="columns-2 gap-6">
        {groups.map((g) => (
          <table key={g.title} className="mb-2 w-full break-inside-avoid">
            <caption className="border-b border-rule-strong text-left font-semibold">{g.title}</caption>
            <tbody>
              {g.marks.map((m) => (
                <tr key={`${m.what} ${m.from}`} className="border-b border-rule">
                  <td className="w-5">
                    <span className="inline-block size-[10px] border border-ink" />
                  </td>
                  <td>
                    {m.what}
                    {m.real && (
                      <span className="figures ml-1 text-second">
                        {m.real.account} {decimal(m.real.size)}
                      </span>
                    )}
                  </td>
                  <td className="text-right text-second">{m.from === 'left' ? 'from left' : 'up'}</td>
                  <td className="figures w-16 text-right font-semibold">{onRule(m.at, unit).text}</td>
                </tr>
              ))}
            </tbody>
          </table>
        ))}
        <table className="w-full break-inside-avoid">
          <caption className="border-b border-rule-strong text-left font-semibold">Check margins</caption>
          <tbody>
            {closings.map((c) => (
              <tr key={c.what} className="border-b border-rule">
                <td>{c.what}</td>
                <td className="figures w-16 text-right font-semibold">{onRule(c.left, unit).text}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </main>
  );
};

export default SettingOutPage;
