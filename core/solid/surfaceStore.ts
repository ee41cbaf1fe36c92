import { type Surface, sameSurface, signature } from '../geometry/surface.ts';

/**
 * Keeps one canonical copy of equal surfaces, so that flush and coaxial faces agree exactly in all later stages. Looked
 * up by a hash of one number, in the neighbouring buckets too.
 */
export type SurfaceStore = { readonly surfaces: Surface[]; readonly idOf: (s: Surface) => number };

const FAMILY: Record<Surface['kind'], number> = { plane: 0, cylinder: 1, cone: 2, sphere: 3, torus: 4 };

export const surfaceStore = (tol: number): SurfaceStore => {
  const surfaces: Surface[] = [];
  const buckets = new Map<number, number[]>();
  const width = Math.max(tol * 64, 1e-300);
  return {
    surfaces,
    idOf: (s) => {
      const slot = Math.round(signature(s) / width) * 8 + FAMILY[s.kind];
      for (const k of [slot, slot - 8, slot + 8])
        for (const id of buckets.get(k) ?? []) if (sameSurface(surfaces[id] as Surface, s, tol)) return id;
      const id = surfaces.push(s) - 1;
      const list = buckets.get(slot);
      if (list) list.push(id);
      else buckets.set(slot, [id]);
      return id;
    },
  };
};
