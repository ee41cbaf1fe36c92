import { notFound } from 'next/navigation';
import * as z from 'zod';
import type { Drawing } from '../../../../core/drawing/drawing.ts';
import { sizeText } from '../../../../core/number/format.ts';
import type { HoleMark } from '../../../../core/slip/shopSlip.ts';
import { compute } from '../../../../server/compute.ts';
import { type PageProps, printable } from '../../printable.tsx';

export const dynamic = 'force-dynamic';

const query = z.object({ allowance: z.coerce.number().min(0).max(1000).default(0) });

/** The shop slip by itself: what to cut first, and where to drill. */
const ShopSlipPage = (props: PageProps) => printable(props, query, slipOf);

const EDGE_WORDS: Record<HoleMark['from'][number]['edge'], string> = {
  left: 'from the left edge',
  front: 'from the front edge',
  base: 'from the base',
};
const heading = 'border-b border-rule-strong text-left font-semibold';
const head = 'py-1 pr-3 text-left text-[12px] font-normal text-second';

const slipOf = async (drawing: Drawing, { allowance }: z.infer<typeof query>) => {
  const slip = await compute({ kind: 'slip', drawing, allowance });
  if (!slip) notFound();
  const { units } = drawing.part;
  const figure = (x: number): string => sizeText(x, units);
  return (
    <main className="mx-auto print-true max-w-[190mm] bg-paper p-6 text-[13px] leading-[18px] print:p-0">
      <title>{`Shop slip, ${drawing.title}`}</title>
      <h1 className="text-[17px] font-bold">
        Shop slip <span className="figures text-[13px] font-normal text-second">{drawing.number}</span>{' '}
        {drawing.title}
      </h1>
      <p className="mb-2 text-second">
        Sizes in {units === 'mm' ? 'millimetres' : 'inches'}.{' '}
        {drawing.material ? `Material: ${drawing.material}.` : 'No material is stated.'} Real sizes, whatever
        the scale of the sheet.
      </p>
      <form className="mb-3 print:hidden">
        <label>
          Allowance at each size{' '}
          <input
            name="allowance"
            type="number"
            min={0}
            step="any"
            defaultValue={allowance}
            className="figures w-20 border-b border-rule-strong text-right"
          />{' '}
          {units}
        </label>{' '}
        <button type="submit" className="rounded border border-rule-strong px-2 font-semibold">
          Work out
        </button>
      </form>
      <table className="mb-4 w-full">
        <caption className={heading}>Cut first</caption>
        <thead>
          <tr>
            <th className={head}>Piece</th>
            <th className={`${head} text-right`}>Number</th>
            <th className={`${head} text-right`}>Length</th>
            <th className={`${head} text-right`}>Width</th>
            <th className={`${head} text-right`}>Thickness</th>
            {allowance > 0 && <th className={`${head} text-right`}>Finished</th>}
            <th className={`${head} text-right`}>Cut</th>
          </tr>
        </thead>
        <tbody>
          {slip.pieces.map((p) => (
            <tr key={p.body} className="border-b border-rule">
              <td className="py-1">{p.body}</td>
              <td className="figures pr-3 text-right">{p.count}</td>
              {p.rough.map((x, i) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: length, width and thickness in their order
                <td key={i} className="figures pr-3 text-right font-semibold">
                  {figure(x)}
                </td>
              ))}
              {allowance > 0 && (
                <td className="figures pr-3 text-right text-second">{p.net.map(figure).join(' x ')}</td>
              )}
              <td className="text-right">
                <span className="inline-block size-[10px] border border-ink" />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {slip.holes.length > 0 && (
        <table className="mb-4 w-full">
          <caption className={heading}>Mark the holes from two edges</caption>
          <thead>
            <tr>
              <th className={head}>Hole</th>
              <th className={`${head} text-right`}>Diameter</th>
              <th className={`${head} text-right`}>Deep</th>
              <th className={`${head} text-right`} colSpan={2}>
                Centre
              </th>
              <th className={`${head} text-right`}>Marked</th>
            </tr>
          </thead>
          <tbody>
            {slip.holes.map((h) => (
              <tr key={`${h.body} ${h.name}`} className="border-b border-rule">
                <td className="py-1">
                  {h.name}{' '}
                  <span className="text-second">
                    in {h.body}
                    {h.widened && `, ${h.widened}`}
                  </span>
                </td>
                <td className="figures pr-3 text-right font-semibold">⌀{figure(h.diameter)}</td>
                <td className="figures pr-3 text-right">
                  {typeof h.deep === 'number' ? figure(h.deep) : (h.deep ?? 'see the sheet')}
                </td>
                {h.from.map((f) => (
                  <td key={f.edge} className="pr-3 text-right">
                    <b className="figures">{figure(f.at)}</b>{' '}
                    <span className="text-second">{EDGE_WORDS[f.edge]}</span>
                  </td>
                ))}
                <td className="text-right">
                  <span className="inline-block size-[10px] border border-ink" />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {slip.unmarked.length > 0 && (
        <p className="mb-2 font-semibold">
          Not marked from edges, as they run aslant: {slip.unmarked.join(', ')}. Take them from the sheet.
        </p>
      )}
      <p className="text-[12px] text-second">
        The pieces are the smallest boxes that hold each body. Add what your saw takes, mind the grain, and
        wear what the machine asks for.
      </p>
    </main>
  );
};

export default ShopSlipPage;
