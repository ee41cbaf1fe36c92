import { notFound } from 'next/navigation';
import * as z from 'zod';
import type { Drawing } from '../../../../core/drawing/drawing.ts';
import { decimal } from '../../../../core/number/format.ts';
import { AUXILIARY } from '../../../../core/part/schema.ts';
import { compute } from '../../../../server/compute.ts';
import { sideWords } from '../../../desk/stages/cut/sideWords.ts';
import { type PageProps, printable } from '../../printable.tsx';

export const dynamic = 'force-dynamic';

/** The cut book by itself: a table a cut, a row a cut point, with the sides and angles of the true shape. */
const CutBookPage = (props: PageProps) => printable(props, z.object({}), bookOf);

const head = 'py-1 pr-3 text-left text-[12px] font-normal text-second';

const bookOf = async (drawing: Drawing) => {
  const book = await compute({ kind: 'cutBook', drawing });
  if (!book) notFound();
  const { units } = drawing.part;
  return (
    <main className="mx-auto print-true max-w-[190mm] bg-paper p-6 text-[13px] leading-[18px] print:p-0">
      <title>{`Cut book, ${drawing.title}`}</title>
      <h1 className="text-[17px] font-bold">
        Cut book <span className="figures text-[13px] font-normal text-second">{drawing.number}</span>{' '}
        {drawing.title}
      </h1>
      <p className="mb-3 text-second">
        Distances along the trace and from XY, or the named line, are on the paper, in {units} at {book.scale}
        . Areas, sides and angles are those of the part.
      </p>
      {book.cuts.length === 0 && <p className="font-semibold">No cut is drawn.</p>}
      {book.cuts.map(({ cut, study }) => (
        <section key={cut.name} className="mb-5 break-inside-avoid-page">
          <table className="w-full">
            <caption className="border-b border-rule-strong text-left font-semibold">
              Cut {cut.name}, an edge in {cut.seenIn === AUXILIARY ? 'an' : 'the'} {cut.seenIn} view
            </caption>
            <thead>
              <tr>
                <th className={head}>Point</th>
                <th className={head}>on edge</th>
                <th className={`${head} text-right`}>along trace</th>
                <th className={`${head} text-right`}>from {cut.fromLine}</th>
                <th className={head}>in</th>
                <th className={head}>found</th>
                <th className={`${head} text-right`}>set off</th>
              </tr>
            </thead>
            <tbody>
              {cut.rows.map((r) => (
                <tr key={r.key} className="border-b border-rule">
                  <td className="figures py-1 font-semibold">{r.label}</td>
                  <td className="figures">{r.edge}</td>
                  <td className="figures pr-3 text-right">{decimal(r.along, 2)}</td>
                  <td className="figures pr-3 text-right">{decimal(r.fromXY, 2)}</td>
                  <td>{r.view}</td>
                  <td className="text-second">{r.how}</td>
                  <td className="text-right">
                    <span className="inline-block size-[10px] border border-ink" />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {study.bodies.map((b) => (
            <p key={b.name} className="mt-1">
              {study.bodies.length > 1 && <b>{b.name}: </b>}
              Area <b className="figures">{decimal(b.area, 2)}</b> {units}², perimeter{' '}
              <b className="figures">{decimal(b.perimeter, 2)}</b> {units}. Sides:{' '}
              <span className="figures">{b.sides.map((s) => sideWords(s, units)).join('; ')}</span>.
              {b.corners.length > 0 && (
                <>
                  {' '}
                  Angles:{' '}
                  <span className="figures">
                    {b.corners.map((c) => `${c.at ? `at ${c.at} ` : ''}${decimal(c.angle, 2)}°`).join(', ')}
                  </span>
                  .
                </>
              )}
            </p>
          ))}
        </section>
      ))}
    </main>
  );
};

export default CutBookPage;
