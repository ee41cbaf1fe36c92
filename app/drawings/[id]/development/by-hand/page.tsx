import Link from 'next/link';
import type { Drawing } from '../../../../../core/drawing/drawing.ts';
import { sentence } from '../../../../../core/number/fault.ts';
import { decimal } from '../../../../../core/number/format.ts';
import { type LayByHandQuery, layByHandQuery } from '../../../../../exchange/development.ts';
import { compute } from '../../../../../server/compute.ts';
import { MethodPlayer } from '../../../../method/[slug]/MethodPlayer.tsx';
import { Plain } from '../../../../Plain.tsx';
import { RoomHead } from '../../../../RoomHead.tsx';
import { type PageProps, printable } from '../../../printable.tsx';

export const dynamic = 'force-dynamic';

/** The side of a feature laid flat by hand, step by step. */
const LayByHandPage = (props: PageProps) => printable(props, layByHandQuery, byHand);

const NOT_PLOTTED =
  'This piece is not constructed step by step: an edge of it turns back on itself. Its outline is on the page before, true size.';

const byHand = async (drawing: Drawing, asked: LayByHandQuery, id: string) => {
  const { cut, from, piece } = asked;
  const feature =
    asked.feature ?? drawing.part.bodies.flatMap((b) => b.features.filter((f) => !f.off).map((f) => f.id))[0];
  if (feature === undefined) return <Plain title="Laid flat by hand" text="There is no feature yet." />;
  const made = await compute({ kind: 'layByHand', drawing, feature, cut, from });
  if (!made.ok) return <Plain title="Laid flat by hand" text={made.faults.map(sentence).join(' ')} />;
  const pieces = made.value;
  const own = pieces[Math.min(piece, pieces.length) - 1];
  const query = (more: Record<string, string>): URLSearchParams =>
    new URLSearchParams({
      feature,
      ...(cut !== undefined && { cut }),
      ...(from !== undefined && { from: String(from) }),
      ...more,
    });
  if (!own?.construction) return <Plain title="Laid flat by hand" text={NOT_PLOTTED} />;
  const { method, why, picture } = own.construction;
  const title = `The side of ${feature} by ${method}`;
  return (
    <div className="flex h-screen flex-col print:h-auto">
      <title>{`${title} · Blue Ledger`}</title>
      <RoomHead title={title}>
        {pieces.length > 1 &&
          pieces.map((p, i) => (
            <Link
              // biome-ignore lint/suspicious/noArrayIndexKey: pieces are known by their number
              key={i}
              href={`?${query({ piece: String(i + 1) })}`}
              aria-current={p === own ? 'page' : undefined}
              className={`text-[13px] text-house hover:underline ${p === own ? 'font-bold' : ''}`}
            >
              Piece {i + 1}
            </Link>
          ))}
        <Link
          href={`/drawings/${id}/development?${query({ seam: String(asked.seam) })}`}
          className="rounded-md border border-rule-strong bg-white px-2.5 py-1 text-[13px] text-house hover:bg-hover"
        >
          Laid flat, true size
        </Link>
      </RoomHead>
      <MethodPlayer
        key={piece}
        title={title}
        use={`${why} Area ${decimal(own.area, 2)} ${drawing.part.units}².`}
        fields={[]}
        figures={{}}
        refused={[]}
        picture={picture}
      />
    </div>
  );
};

export default LayByHandPage;
