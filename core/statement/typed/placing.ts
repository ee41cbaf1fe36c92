import type { Box3 } from '../../geometry/box.ts';
import { decimal } from '../../number/format.ts';
import type { Quantity } from '../../part/quantity.ts';
import { typedQuantity } from '../../part/schema.ts';
import type { FaceName, Gathered } from './sortedWords.ts';

/** What a typed line is read against: the part as it stands. */
export type TypedContext = {
  readonly units: 'mm' | 'in';
  /** the part's named sizes */
  readonly names: ReadonlySet<string>;
  /** [x0, y0, z0, x1, y1, z1] of the part, in its own unit; undefined while nothing is stated */
  readonly box: Box3 | undefined;
  /** names of the features that are there */
  readonly used: readonly string[];
  /** the worth of a figure in the part's unit, an expression's too; undefined where it cannot be worked out */
  readonly worth: (text: string) => number | undefined;
};

/** The axes that run across a face, and the one square to it with the side it looks to. */
export const FACE_AXES: Readonly<
  Record<FaceName, readonly [u: 0 | 1, v: 1 | 2, n: 0 | 1 | 2, side: 1 | -1]>
> = {
  top: [0, 1, 2, 1],
  bottom: [0, 1, 2, -1],
  front: [0, 2, 1, -1],
  back: [0, 2, 1, 1],
  left: [1, 2, 0, -1],
  right: [1, 2, 0, 1],
};

/** The low and the high face along each axis. */
export const LOW = ['left', 'front', 'bottom'] as const;
export const HIGH = ['right', 'back', 'top'] as const;

const PLACES = 6;
const figure = (x: number): number => Number(decimal(x, PLACES));

/** A place `text` further along from `base` (or back from it), as a figure or as an expression that shows its working. */
export const shifted = (base: number, text: string, sense: 1 | -1, c: TypedContext): Quantity => {
  if (Math.abs(base) < 1e-9 && sense === 1) return typedQuantity(text);
  const worth = c.worth(text);
  if (worth !== undefined && Math.abs(base + sense * worth) < 1e-9) return 0;
  if (worth !== undefined && Math.abs(base) < 1e-9 && /^[\d.]+$/.test(text)) return sense * worth;
  // a unit belongs to a whole expression, so such a sum is worked out here
  if (/(?:mm|in|sq)$/.test(text) && worth !== undefined) return figure(base + sense * worth);
  const lead = Math.abs(base) < 1e-9 ? '' : `${decimal(base, PLACES)} `;
  const inner = /[-+]/.test(text.slice(1)) ? `(${text})` : text;
  return `${lead}${sense === 1 ? '+' : '-'} ${inner}`.trim();
};

/** A figure that may stand in an expression: one with a unit is worked out, as a unit belongs to a whole expression. */
export const unitless = (text: string, c: TypedContext): string => {
  const worth = /(?:mm|in|sq)$/.test(text) ? c.worth(text) : undefined;
  return worth === undefined ? text : decimal(worth, PLACES);
};

/** Half of a size, as an expression where the size is one. */
export const half = (text: string, c: TypedContext): Quantity => {
  const worth = c.worth(text);
  if (/^[\d.]+$/.test(text) || /(?:mm|in|sq)$/.test(text))
    return worth === undefined ? `(${text})/2` : figure(worth / 2);
  return `(${text})/2`.replace(/^\((\w+)\)/, '$1');
};

export type Place = { readonly at: [Quantity, Quantity, Quantity]; readonly stated: boolean };

/**
 * Where on a face a line puts something: distances from named faces, or two figures across the face (from the left or the front, then up
 * or back), or its middle.
 * @param loose figures without a name that may be the two
 */
export const placeOn = (face: FaceName, g: Gathered, loose: readonly string[], c: TypedContext): Place => {
  const box = c.box ?? [0, 0, 0, 0, 0, 0];
  const [u, v, n, side] = FACE_AXES[face];
  const at: Quantity[] = [0, 0, 0];
  at[n] = figure(box[side === 1 ? n + 3 : n] as number);
  const pair = g.at.length === 2 ? g.at : g.at.length === 0 && loose.length >= 2 ? loose.slice(0, 2) : [];
  let stated = pair.length === 2 || g.means.has('centre') || g.at.length === 3;
  [u, v].forEach((axis, i) => {
    const low = g.from[LOW[axis]];
    const high = g.from[HIGH[axis]];
    if (low !== undefined || high !== undefined) stated = true;
    at[axis] =
      low !== undefined
        ? shifted(box[axis] as number, low, 1, c)
        : high !== undefined
          ? shifted(box[axis + 3] as number, high, -1, c)
          : pair.length === 2
            ? shifted(box[axis] as number, pair[i] as string, 1, c)
            : figure(((box[axis] as number) + (box[axis + 3] as number)) / 2);
  });
  if (g.at.length === 3)
    g.at.forEach((t, i) => {
      at[i] = typedQuantity(t);
    });
  return { at: at as [Quantity, Quantity, Quantity], stated };
};
