import type { DimensionBooks } from '../core/dimension/books.ts';

/** Two stations of an axis nearer to one another than a drawing can show: which one a line measures to cannot be told. */
export const hasNearStations = ({ stations, part }: DimensionBooks): boolean =>
  stations.some((s, i) => {
    const next = stations[i + 1];
    return next?.axis === s.axis && next.at - s.at < 2e-3 * part.tol.size;
  });
