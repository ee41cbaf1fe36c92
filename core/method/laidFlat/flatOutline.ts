import type { Development } from '../../develop/develop.ts';
import { endOfPiece, startOfPiece } from '../../develop/lay.ts';
import type { FlatPiece } from '../../develop/slit.ts';
import { pointOn2 } from '../../geometry/curve2.ts';
import { distance2, type Vec2 } from '../../geometry/vec.ts';
import { sizeText } from '../../number/format.ts';
import type { Deed } from '../../replay/deed.ts';

/** Mm to a part unit. */
export const MM_OF = { mm: 1, in: 25.4 } as const;
/** A round is divided into so many parts. */
export const PARTS = 12;

/** How near two places of a flat piece are one, part units: a share of its size. */
export const nearOf = ({ outline }: Development): number => {
  const corners = outline.map(startOfPiece);
  const [xs, ys] = [corners.map((p) => p[0]), corners.map((p) => p[1])];
  return 1e-7 * Math.max(1e-9, Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys));
};

/** Whether a piece of an outline is straight. */
export const isStraight = (p: FlatPiece): boolean => p.curve.type === 'line';

/** A place of a piece by its share of the way from its start. */
export const placeOnPiece = (p: FlatPiece, share: number): Vec2 =>
  pointOn2(p.curve, p.from + (p.to - p.from) * share);

/** Where a measure of a piece, which only rises or only falls along it, has a value: the share of the way. */
export const shareWhere = (measure: (share: number) => number, value: number): number => {
  let [a, b] = [0, 1];
  const rising = measure(1) > measure(0);
  for (let i = 0; i < 100; i++) {
    const m = (a + b) / 2;
    if (measure(m) < value === rising) a = m;
    else b = m;
  }
  return (a + b) / 2;
};

/** Values without those that are equal to one before, sorted. */
export const sortedOnce = (values: readonly number[], near: number): number[] => {
  const out: number[] = [];
  for (const v of [...values].sort((a, b) => a - b))
    if (!out.length || v - (out.at(-1) as number) > near) out.push(v);
  return out;
};

/** The points of a construction by their places, each with its name at the board and the name that is lettered beside it. */
export const pointBook = (near: number) => {
  const points: { readonly name: string; readonly at: Vec2 }[] = [];
  return {
    points,
    add: (name: string, at: Vec2): void => {
      points.push({ name, at });
    },
    at: (p: Vec2): string | undefined => points.find((x) => distance2(x.at, p) <= near * 40)?.name,
  };
};
export type PointBook = ReturnType<typeof pointBook>;

/** Small letters for the points of a line: a, b ... z, a1, b1 ... */
export const letterOf = (i: number): string => {
  const round = Math.floor(i / 26);
  return `${String.fromCharCode(97 + (i % 26))}${round || ''}`;
};

/** The finished outline: straight lines from corner to corner, curves through the points on them in order. */
export const outlineDeeds = (
  outline: readonly FlatPiece[],
  book: PointBook,
  order: (p: FlatPiece, at: Vec2) => number | undefined,
): Deed[] | undefined => {
  const deeds: Deed[] = [];
  for (const p of outline) {
    const [from, to] = [book.at(startOfPiece(p)), book.at(endOfPiece(p))];
    if (from === undefined || to === undefined) return undefined;
    if (isStraight(p)) {
      deeds.push({ do: 'draw', seen: true, from, to });
      continue;
    }
    const inner = book.points
      .flatMap(({ name, at }) => {
        const share = name === from || name === to ? undefined : order(p, at);
        return share === undefined ? [] : [{ name, share }];
      })
      .sort((a, b) => a.share - b.share)
      .map((x) => x.name);
    deeds.push({ do: 'curve', seen: true, through: [from, ...inner, to], closed: false });
  }
  return deeds;
};

/** Sizes in the part's own unit, as a list: "a 40, b 52.5". */
export const sizesListed = (
  list: readonly (readonly [name: string, size: number])[],
  units: 'mm' | 'in',
): string => list.map(([name, size]) => `${name} ${sizeText(size, units)}`).join(', ');

/** The label that a mark gives to a place; nothing where none is there. */
export const markAt = ({ marks }: Development, at: Vec2, near: number): string | undefined =>
  marks.find((m) => distance2(m.at, at) <= near * 400)?.label;
