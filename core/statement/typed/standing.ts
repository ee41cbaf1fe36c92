import type { ViewName } from '../../geometry/viewFrames.ts';
import type { Quantity } from '../../part/quantity.ts';
import type { FeatureFile } from '../../part/schema.ts';
import { typedQuantity } from '../../part/schema.ts';
import { Ask, lying, number, type Quantity3, type UnusedSizes } from './draft.ts';
import { FACE_AXES, HIGH, LOW, placeOn, shifted, type TypedContext, unitless } from './placing.ts';
import type { FaceName, Gathered } from './sortedWords.ts';

/** Where something that stands out of the part stands: on a face, or at the origin of an empty sheet. */
export const standing = (
  g: Gathered,
  p: UnusedSizes,
  c: TypedContext,
  assumed: string[],
): Pick<FeatureFile, 'at' | 'plane'> => {
  const run = lying(g);
  if (g.at.length === 3)
    return { ...(run && run !== 'top' && { plane: run }), at: g.at.map(typedQuantity) as Quantity3 };
  if (
    !c.box ||
    (!g.face &&
      !run &&
      !g.means.has('centre') &&
      !Object.keys(g.from).length &&
      g.at.length < 2 &&
      p.loose.length < 2)
  ) {
    if (c.box) assumed.push('it stands at the origin');
    return { ...(run && run !== 'top' && { plane: run }), at: [0, 0, 0] };
  }
  const face = g.face ?? (run ? opposite(run) : 'top');
  const place = placeOn(face, g, p.loose, c);
  if (!place.stated) assumed.push(`in the middle of the ${face}`);
  if (g.at.length !== 2 && !Object.keys(g.from).length && p.loose.length >= 2) p.loose.splice(0, 2);
  const plane = run ?? face;
  return { ...(plane !== 'top' && { plane }), at: place.at };
};
export const opposite = (v: ViewName): FaceName =>
  ({ top: 'bottom', bottom: 'top', front: 'back', back: 'front', left: 'right', right: 'left' })[
    v
  ] as FaceName;

/** A block of material put on a face, or taken out of it: its corner, and its three sizes. */
export const cornerOf = (
  face: FaceName,
  size: readonly [string, string, string],
  g: Gathered,
  p: UnusedSizes,
  inward: boolean,
  c: TypedContext,
  assumed: string[],
): Quantity3 => {
  if (g.at.length === 3) return g.at.map(typedQuantity) as Quantity3;
  const box = c.box as readonly number[];
  const [u, v, n, side] = FACE_AXES[face];
  const at: Quantity[] = [0, 0, 0];
  const outer = number(box, side === 1 ? n + 3 : n);
  const back = (side === 1) === inward;
  at[n] = back ? shifted(outer, size[n] as string, -1, c) : outer;
  const pair = g.at.length === 2 ? g.at : p.loose.length >= 2 ? p.loose.splice(0, 2) : [];
  [u, v].forEach((axis, i) => {
    const [low, high] = [g.from[LOW[axis]], g.from[HIGH[axis]]];
    const [lo, hi] = [number(box, axis), number(box, axis + 3)];
    const worth = c.worth(size[axis] as string) ?? 0;
    if (low !== undefined) at[axis] = shifted(lo, low, 1, c);
    else if (g.flush.includes(HIGH[axis])) at[axis] = shifted(hi, size[axis] as string, -1, c);
    else if (g.flush.includes(LOW[axis])) at[axis] = lo;
    else if (high !== undefined) at[axis] = shifted(hi, `${high} + ${size[axis]}`, -1, c);
    else if (pair.length === 2) at[axis] = shifted(lo, pair[i] as string, 1, c);
    else {
      at[axis] = Number(((lo + hi - worth) / 2).toFixed(6));
      if (!g.means.has('centre') && worth < hi - lo - 1e-9)
        assumed.push(
          `in the middle, ${axis === 0 ? 'left to right' : axis === 1 ? 'front to back' : 'up and down'}`,
        );
    }
  });
  return at as Quantity3;
};

/** Copies of a feature: round a pitch circle, or in a row. */
export const copies = (
  g: Gathered,
  p: UnusedSizes,
  face: FaceName,
  at: Quantity3,
  what: string,
  c: TypedContext,
): Pick<FeatureFile, 'at' | 'repeat'> => {
  const stated = p.named('pcd');
  const circle = stated === undefined ? undefined : unitless(stated, c);
  const pitch = p.named('pitch', 'centres');
  if (g.count === undefined) {
    if (circle !== undefined) throw new Ask(`How many ${what}s are on the pitch circle?`, [`4 off`, `6 off`]);
    return { at };
  }
  const count = typedQuantity(g.count);
  const [u, v, n] = FACE_AXES[face];
  if (circle !== undefined) {
    const start = [...at] as Quantity3;
    start[u] =
      at[u] === 0 ? `${circle}/2` : `${at[u]} + ${/^[\w.]+$/.test(circle) ? circle : `(${circle})`}/2`;
    return {
      at: start,
      repeat: { count, about: { axis: (['x', 'y', 'z'] as const)[n], through: at } },
    };
  }
  if (pitch !== undefined) {
    const axis = g.means.has('alongheight')
      ? 2
      : g.means.has('alongdepth')
        ? 1
        : g.means.has('alongwidth')
          ? 0
          : u;
    const step: Quantity3 = [0, 0, 0];
    step[axis === n ? v : axis] = typedQuantity(pitch);
    return { at, repeat: { count, step } };
  }
  throw new Ask(`How are the ${g.count} ${what}s spaced?`, ['on 60 pcd', '20 pitch']);
};
