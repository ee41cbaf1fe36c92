import type { ReactNode } from 'react';
import type { Cut as CutFile } from '../../../../core/drawing/drawing.ts';
import { decimal } from '../../../../core/number/format.ts';
import type { CutPicture } from '../../../../workers/cutPicture.ts';

const ACCOUNTS = ['width', 'depth', 'height'] as const;

/** A plane that slopes in all views: its three points, each figure to be typed over, and how it slopes. */
export const PlaneStated = ({
  cut,
  slopes,
  figure,
}: {
  cut: CutFile;
  slopes: CutPicture['slopes'];
  figure: (path: (string | number)[], value: string | number, name: string) => ReactNode;
}) => (
  <>
    A plane of three points, an edge in an auxiliary view on the top view, through
    <ol aria-label={`Points of cut ${cut.trace.name}`} className="my-1 border-y border-rule text-[13.5px]">
      {cut.trace.corners?.map((p, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: the points of a plane are known by their order
        <li key={i} className="flex flex-wrap gap-x-3 border-b border-rule py-0.5 last:border-b-0">
          {ACCOUNTS.map((account, k) => (
            <span key={account} className="inline-flex items-center gap-1 text-[12.5px] text-second">
              {account} {figure(['corners', i, k], p[k] ?? 0, `point ${i + 1} ${account}`)}
            </span>
          ))}
        </li>
      ))}
    </ol>
    {slopes && (
      <p className="text-[13px] leading-[19px] text-second">
        It slopes <b className="figures">{decimal(slopes.toGround, 2)}°</b> to HP and{' '}
        <b className="figures">{decimal(slopes.toWall, 2)}°</b> to VP; HT runs at{' '}
        <b className="figures">{decimal(slopes.ht, 2)}°</b> to XY, VT at{' '}
        <b className="figures">{decimal(slopes.vt, 2)}°</b>.
      </p>
    )}
  </>
);
