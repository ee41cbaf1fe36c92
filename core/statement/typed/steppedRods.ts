import type { Quantity } from '../../part/quantity.ts';
import { type FeatureFile, typedQuantity } from '../../part/schema.ts';
import { turnedTable } from '../turned.ts';
import { FACE_AXES, opposite } from './faces.ts';
import type { RoundShape } from './placing.ts';
import { joined } from './writtenLength.ts';

/**
 * The cylindrical steps of a turned part, each a rod of the part's name. Of the first and the last one the outer end may be broken; where a wider step
 * follows, a step has its foot.
 * @param own the feature's name and place
 */
export const steppedRods = (
  f: FeatureFile,
  own: Omit<RoundShape, 'op' | 'diameter' | 'height'>,
  worth: (text: string) => number | undefined,
): RoundShape[] => {
  const rows = turnedTable(f)?.rows ?? [];
  const [, , n, side] = FACE_AXES[own.plane];
  let begin: Quantity = 0;
  return rows.flatMap(({ diameter, end, length }, i): RoundShape[] => {
    const at = [...(own.at ?? [0, 0, 0])] as Quantity[];
    at[n] = joined(at[n] as Quantity, side === 1 ? '+' : '-', begin);
    const long = typedQuantity(length);
    begin = joined(begin, '+', long);
    // a taper is no rod
    if (end !== undefined) return [];
    const radius = (text: string | undefined): number => (text === undefined ? 0 : (worth(text) ?? 0) / 2);
    const beside = [
      {
        end: opposite(own.plane),
        row: rows[i - 1],
        reach: radius(rows[i - 1]?.end ?? rows[i - 1]?.diameter),
      },
      { end: own.plane, row: rows[i + 1], reach: radius(rows[i + 1]?.diameter) },
    ];
    return [
      {
        ...own,
        at: at as [Quantity, Quantity, Quantity],
        op: 'add',
        diameter: typedQuantity(diameter),
        height: long,
        step: {
          ends: beside.filter((b) => b.row === undefined).map((b) => b.end),
          feet: beside
            .filter((b) => b.reach > radius(diameter) + 1e-9)
            .map(({ end: foot, reach }) => ({ end: foot, reach })),
        },
      },
    ];
  });
};
