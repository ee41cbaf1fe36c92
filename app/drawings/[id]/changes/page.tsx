import { notFound } from 'next/navigation';
import * as z from 'zod';
import { type Drawing, readDrawing } from '../../../../core/drawing/drawing.ts';
import { compute } from '../../../../server/compute.ts';
import { database } from '../../../../server/context.ts';
import { readIssued } from '../../../../server/issues.ts';
import { type PageProps, printable } from '../../printable.tsx';

export const dynamic = 'force-dynamic';

const letter = z.string().min(1).max(4);
const query = z.object({ from: letter, to: letter.optional() });

/** What changed between two issues of a drawing, or since one: as a list, and both sheets laid over one another. */
const ChangesPage = (props: PageProps) => printable(props, query, changesSince);

/** A drawing as it was issued; undefined where it can no longer be read. */
const issuedDrawing = async (id: string, as: string): Promise<Drawing | undefined> => {
  const { content } = await readIssued(await database(), id, as, 'drawing');
  const read = readDrawing(JSON.parse(content));
  return read.ok ? read.value : undefined;
};

const DIMENSION_WORDS = { gone: 'gone', new: 'new', changed: 'another size', moved: 'moved' } as const;
const heading = 'mt-4 mb-1 border-b border-rule-strong text-[15px] font-semibold';

const changesSince = async (drawing: Drawing, { from, to }: z.infer<typeof query>, id: string) => {
  const before = await issuedDrawing(id, from);
  const after = to === undefined ? drawing : await issuedDrawing(id, to);
  const found = before && after && (await compute({ kind: 'changes', before, after }));
  if (!found) notFound();
  const { words, dimensions, count } = found;
  const isNone = !words.length && !dimensions.length && !count.gone && !count.added;
  return (
    <main className="mx-auto print-true max-w-[277mm] bg-paper p-6 text-[13px] leading-[18px] print:p-0">
      <title>{`Changes since ${from}, ${drawing.title}`}</title>
      <h1 className="text-[17px] font-bold">
        {to === undefined ? `What changed since ${from}` : `From ${from} to ${to}`}{' '}
        <span className="figures text-[13px] font-normal text-second">{drawing.number}</span> {drawing.title}
      </h1>
      {isNone && <p>Nothing: both are the same.</p>}
      {words.length > 0 && (
        <>
          <h2 className={heading}>In words</h2>
          <table className="w-full">
            <tbody>
              {words.map((w) => (
                <tr key={w.about} className="border-b border-rule align-top">
                  <td className="py-1 pr-4 font-semibold">{w.about}</td>
                  <td className="py-1 pr-4 text-fault">{w.before ?? 'not there'}</td>
                  <td className="py-1 text-house">{w.after ?? 'gone'}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
      {dimensions.length > 0 && (
        <>
          <h2 className={heading}>Dimensions</h2>
          <ul className="columns-2 gap-8">
            {dimensions.map((d) => (
              <li key={`${d.kind} ${d.before} ${d.after}`} className="figures">
                {[d.before, d.after]
                  .filter((x, i, all) => x !== undefined && all.indexOf(x) === i)
                  .join(' → ')}{' '}
                <span className="font-sans text-second">{DIMENSION_WORDS[d.kind]}</span>
              </li>
            ))}
          </ul>
        </>
      )}
      {found.isSameScale ? (
        <>
          <h2 className={heading}>Laid over one another</h2>
          <p>
            <b className="text-fault">Gone: {count.gone}</b> (red, dashed).{' '}
            <b className="text-house">New: {count.added}</b> (blue, strong). The same: {count.same} (grey).
            Each view is laid on itself by the part&rsquo;s own origin.
          </p>
          <div
            className="mt-2 border border-rule"
            // biome-ignore lint/security/noDangerouslySetInnerHtml: written by our own writer, with every text escaped
            dangerouslySetInnerHTML={{ __html: found.svg }}
          />
        </>
      ) : (
        <p className="mt-4 font-semibold">
          The two are drawn at different scales, so they are not laid over one another.
        </p>
      )}
    </main>
  );
};

export default ChangesPage;
