import type { Development } from '../../develop/develop.ts';
import { startOfPiece } from '../../develop/lay.ts';
import type { FlatPiece } from '../../develop/slit.ts';
import type { Vec2 } from '../../geometry/vec.ts';
import type { Deed } from '../../replay/deed.ts';
import type { BoardStep } from '../method.ts';
import { isStraight, letterOf, PARTS, type PointBook, placeOnPiece } from './flatOutline.ts';

/** How a point of the surface is plotted on what is drawn already: what is done, and its figures in words: "12 along, 30 up". */
export type Plotted = { readonly deeds: readonly Deed[]; readonly words: string };

/** How single points of a surface are plotted. */
export type PlotWay = {
  /** @param at a place of the flat piece, part units @param name of the point at the board */
  readonly plot: (at: Vec2, name: string) => Plotted;
  /** how each point is plotted, as words in a sentence, and why so, as a sentence */
  readonly how: string;
  readonly why: string;
};

/** A piece of a surface laid flat, before its openings are plotted. */
export type LaidOutline = PlotWay & {
  readonly steps: readonly BoardStep[];
  /** so many letters name its points */
  readonly letters: number;
};

/**
 * Curves of an outline that turn back, as half of an opening does at which a round is opened: points of each are plotted by themselves.
 * @param letters so many are taken
 */
export const plotTurning = (
  pieces: readonly FlatPiece[],
  { plot, how, why }: PlotWay,
  book: PointBook,
  letters: number,
): {
  readonly steps: readonly BoardStep[];
  readonly letters: number;
  /** how far on a curve one of its own points lies */
  readonly shareOf: (p: FlatPiece, at: Vec2) => number | undefined;
} => {
  const parts = Math.ceil(PARTS / Math.max(1, pieces.length)) + 1;
  const points = pieces.flatMap((piece, i) =>
    Array.from({ length: parts - 1 }, (_, k) => {
      const share = (k + 1) / parts;
      return { piece, share, name: `t${i}.${k}`, at: placeOnPiece(piece, share) };
    }),
  );
  const found = points.map((p, i) => ({
    ...plot(p.at, p.name),
    letter: letterOf(letters + i),
    name: p.name,
  }));
  for (const p of points) book.add(p.name, p.at);
  const step: BoardStep = {
    text: `Plot ${points.length} points where the outline turns back, ${how}: ${found.map((f) => `${f.letter} ${f.words}`).join('; ')}.`,
    why,
    tool: 'dividers',
    deeds: found.flatMap((f) => f.deeds),
    names: Object.fromEntries(found.map((f) => [f.name, f.letter])),
  };
  return {
    steps: points.length ? [step] : [],
    letters: points.length,
    shareOf: (piece, at) => points.find((p) => p.piece === piece && p.at === at)?.share,
  };
};

/** The points by which a rim is drawn: the start of each piece, and places on the curved ones. */
const rimPoints = (
  rim: readonly FlatPiece[],
): { readonly piece: FlatPiece; readonly at: readonly Vec2[] }[] => {
  const curved = rim.filter((p) => !isStraight(p)).length;
  const parts = Math.ceil(PARTS / Math.max(1, curved));
  return rim.map((piece) => ({
    piece,
    at: isStraight(piece)
      ? [startOfPiece(piece)]
      : Array.from({ length: parts }, (_, i) => placeOnPiece(piece, i / parts)),
  }));
};

/**
 * Plots the openings in a surface that was laid flat: each point of a rim lies on a line of the surface, and is found as those of the outline are. A straight
 * side is drawn between its ends, a curve through its points.
 */
export const plotOpenings = (d: Development, { letters, plot, how, why }: LaidOutline): BoardStep[] => {
  let count = letters;
  return d.holes.flatMap((rim, k): BoardStep[] => {
    const which = d.holes.length === 1 ? 'the opening' : `opening ${k + 1}`;
    const names: Record<string, string> = {};
    const found = rimPoints(rim).map(({ piece, at }, i) => ({
      piece,
      points: at.map((p, n) => {
        const name = `o${k}.${i}.${n}`;
        const letter = letterOf(count++);
        names[name] = letter;
        const { deeds, words } = plot(p, name);
        return { name, deeds, words: `${letter} ${words}` };
      }),
    }));
    const all = found.flatMap((f) => f.points);
    const nameAt = (i: number): string => found[i % found.length]?.points[0]?.name as string;
    const lines = found.map(({ piece, points }, i): Deed => {
      if (isStraight(piece)) return { do: 'draw', seen: true, from: nameAt(i), to: nameAt(i + 1) };
      const own = points.map((p) => p.name);
      return found.length === 1
        ? { do: 'curve', seen: true, through: own, closed: true }
        : { do: 'curve', seen: true, through: [...own, nameAt(i + 1)], closed: false };
    });
    const isCurved = rim.some((p) => !isStraight(p));
    return [
      {
        text: `Plot ${all.length} points of ${which}, ${how}: ${all.map((p) => p.words).join('; ')}.`,
        why,
        tool: 'dividers',
        deeds: all.flatMap((p) => p.deeds),
        names,
      },
      {
        text: `Draw ${which} ${isCurved ? 'through its points' : 'from point to point'}.`,
        why: isCurved
          ? 'The points lie on the rim; between them it is drawn by eye.'
          : 'Its sides are straight where the surface is flat.',
        tool: isCurved ? 'curve template' : 'straight edge',
        deeds: lines,
      },
    ];
  });
};
