import type { Drawing } from '../../../../core/drawing/drawing.ts';
import { sentence } from '../../../../core/number/fault.ts';
import { decimal } from '../../../../core/number/format.ts';
import { type DevelopmentQuery, developmentQuery } from '../../../../exchange/development.ts';
import { compute } from '../../../../server/compute.ts';
import { letteringFont } from '../../../api/fileReply.ts';
import { type PageProps, printable } from '../../printable.tsx';

export const dynamic = 'force-dynamic';

/** The side of a feature laid flat: where it is opened, which cut it is left by, a seam to join it by, and its files. */
const DevelopmentPage = (props: PageProps) => printable(props, developmentQuery, developmentOf);

const field = 'rounded border border-rule-strong bg-white px-2 py-0.5';
const save = 'rounded border border-rule-strong px-2 py-0.5 font-semibold text-house';

const queryOf = (asked: DevelopmentQuery, more: Record<string, string> = {}): URLSearchParams => {
  const query = new URLSearchParams({ feature: asked.feature ?? '', seam: String(asked.seam), ...more });
  if (asked.cut !== undefined) query.set('cut', asked.cut);
  if (asked.from !== undefined) query.set('from', String(asked.from));
  return query;
};
const addressOf = (id: string, asked: DevelopmentQuery, more: Record<string, string>): string =>
  `/api/drawings/${id}/development?${queryOf(asked, more)}`;

const developmentOf = async (drawing: Drawing, wanted: DevelopmentQuery, id: string) => {
  const features = drawing.part.bodies.flatMap((b) => b.features.filter((f) => !f.off).map((f) => f.id));
  const asked: DevelopmentQuery = { ...wanted, feature: wanted.feature ?? features[0] };
  const { feature, cut, from, seam } = asked;
  const { units } = drawing.part;
  const made =
    feature === undefined
      ? undefined
      : await compute({
          kind: 'development',
          drawing,
          feature,
          cut,
          from,
          seam,
          as: 'svg',
          lettering: await letteringFont(),
          how: undefined,
        });
  return (
    <main className="mx-auto print-true max-w-[260mm] bg-paper p-6 text-[13px] leading-[18px] print:p-0">
      <title>{`Laid flat, ${drawing.title}`}</title>
      <div className="print:hidden">
        <h1 className="text-[17px] font-bold">
          Laid flat <span className="figures text-[13px] font-normal text-second">{drawing.number}</span>{' '}
          {drawing.title}
        </h1>
        <form className="my-3 flex flex-wrap items-end gap-4 border-y border-rule py-3">
          <label className="grid gap-0.5">
            Side of
            <select name="feature" defaultValue={feature} className={field}>
              {features.map((f) => (
                <option key={f}>{f}</option>
              ))}
            </select>
          </label>
          <label className="grid gap-0.5">
            As cut by
            <select name="cut" defaultValue={cut ?? ''} className={field}>
              <option value="">nothing, the whole part</option>
              {drawing.cuts.map((c) => (
                <option key={c.trace.name} value={c.trace.name}>
                  cut {c.trace.name}
                </option>
              ))}
            </select>
          </label>
          <label className="grid gap-0.5">
            Opened at, degrees from the front
            <input
              name="from"
              defaultValue={from ?? ''}
              placeholder="the shortest line"
              className={`${field} figures w-44`}
            />
          </label>
          <label className="grid gap-0.5">
            Seam, {units}
            <input name="seam" defaultValue={seam} className={`${field} figures w-20`} />
          </label>
          <button type="submit" className="rounded bg-deep px-3 py-1 font-semibold text-white">
            Lay flat
          </button>
        </form>
        {made?.ok && (
          <p className="mb-3 flex flex-wrap items-center gap-3">
            <span>
              {made.pieces === 1 ? 'One piece' : `${made.pieces} pieces`}, area{' '}
              <b className="figures">{decimal(made.area, 2)}</b> {units}².
            </span>
            <a className={save} href={addressOf(id, asked, { as: 'pdf' })}>
              PDF, true size
            </a>
            <a className={save} href={addressOf(id, asked, { as: 'pdf', tile: 'A4' })}>
              PDF on A4 tiles
            </a>
            <a className={save} href={addressOf(id, asked, { as: 'dxf' })}>
              DXF for a cutter
            </a>
            <a className={save} href={addressOf(id, asked, { as: 'svg' })}>
              SVG
            </a>
            <a className={save} href={`/drawings/${id}/development/by-hand?${queryOf(asked)}`}>
              Step by step, by hand
            </a>
          </p>
        )}
      </div>
      {made?.ok ? (
        // biome-ignore lint/performance/noImgElement: an SVG of the drawing itself, made for this page
        <img
          alt={`The side of ${feature} laid flat`}
          className="mx-auto max-h-[68vh] max-w-full border border-rule print:max-h-none print:border-0"
          src={addressOf(id, asked, { as: 'svg', inline: '' })}
        />
      ) : (
        <p className="font-semibold text-fault">
          {made?.faults.map(sentence).join(' ') ?? 'There is no feature yet.'}
        </p>
      )}
      <p className="mt-3 text-[12px] text-second print:hidden">
        Seen from outside, without the flat ends. Thin chain lines are bends. Sheet has no thickness here:
        allow for it at the bends and seams by your own trade's rules, and measure the 50 mm bar on a print
        before cutting.
      </p>
    </main>
  );
};

export default DevelopmentPage;
