'use client';
import { useState } from 'react';
import { sourceAddress } from '../../serverCalls.ts';
import { useSession, useView } from '../useDesk.ts';

/** The source picture under the squares, at its true size in the part's units, and where it was moved to. */
export const useTracing = () => {
  const { id, drawing, picture } = useSession((s) => s);
  const pictureStamp = useView((v) => v.pictureStamp);
  const [on, setOn] = useState(false);
  const [at, setAt] = useState<readonly [number, number]>([0, 0]);
  const { source } = drawing;
  const perUnit = picture?.perUnit ?? 1;
  return {
    has: source !== undefined,
    on,
    setOn,
    at,
    move: (dx: number, dy: number, zoom = 1) => setAt(([x, y]) => [x + dx / zoom, y - dy / zoom]),
    picture:
      on && source
        ? {
            href: `${sourceAddress(id)}?${pictureStamp}`,
            wide: (source.width * source.perPixel) / perUnit,
            high: (source.height * source.perPixel) / perUnit,
          }
        : undefined,
  };
};
