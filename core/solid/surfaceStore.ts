import { type Surface, sameSurface } from './surface.ts';

/**
 * Keeps one canonical copy of equal surfaces, so that flush and coaxial faces agree exactly in all later stages. Looked
 * up by a hash of one coordinate, in the neighbouring buckets too.
 */
export type SurfaceStore = { readonly surfaces: Surface[]; readonly idOf: (s: Surface) => number };

export const surfaceStore = (tol: number): SurfaceStore => {
  const surfaces: Surface[] = [];
  const buckets = new Map<string, number[]>();
  const width = Math.max(tol * 64, 1e-300);
  const slotOf = (s: Surface): number => {
    const x = s.kind === 'plane' ? s.d : s.o[0] + 0.37 * s.o[1] + 0.73 * s.o[2] + 1.21 * s.r;
    return Math.round(x / width);
  };
  return {
    surfaces,
    idOf: (s) => {
      const slot = slotOf(s);
      for (const k of [slot, slot - 1, slot + 1])
        for (const id of buckets.get(`${s.kind}${k}`) ?? [])
          if (sameSurface(surfaces[id] as Surface, s, tol)) return id;
      const id = surfaces.push(s) - 1;
      const key = `${s.kind}${slot}`;
      const list = buckets.get(key);
      if (list) list.push(id);
      else buckets.set(key, [id]);
      return id;
    },
  };
};
