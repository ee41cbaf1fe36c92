import type { Development } from '../../develop/develop.ts';
import { endOfPiece, startOfPiece } from '../../develop/lay.ts';
import type { FlatPiece } from '../../develop/slit.ts';
import { distance2, type Vec2 } from '../../geometry/vec.ts';
import { sizeText } from '../../number/format.ts';
import type { Deed } from '../../replay/deed.ts';
import type { BoardStep } from '../method.ts';
import {
  isStraight,
  letterOf,
  MM_OF,
  markAt,
  nearOf,
  outlineDeeds,
  PARTS,
  placeOnPiece,
  pointBook,
  shareWhere,
  sizesListed,
  sortedOnce,
} from './flatOutline.ts';
import { type LaidOutline, type PlotWay, plotTurning } from './openings.ts';

/** Whether a piece runs on across without turning back. */
const runsAcross = (p: FlatPiece): boolean => {
  const xs = Array.from({ length: 33 }, (_, i) => placeOnPiece(p, i / 32)[0]);
  const steps = xs.slice(1).map((x, i) => x - (xs[i] as number));
  return steps.every((s) => s > 0) || steps.every((s) => s < 0);
};

/** Where a piece that runs across crosses an upright line; nothing beside it. */
const crossingAt = (p: FlatPiece, x: number, near: number): Vec2 | undefined => {
  const [a, b] = [startOfPiece(p), endOfPiece(p)];
  if (x < Math.min(a[0], b[0]) - near || x > Math.max(a[0], b[0]) + near) return undefined;
  if (Math.abs(x - a[0]) <= near) return a;
  if (Math.abs(x - b[0]) <= near) return b;
  return placeOnPiece(
    p,
    shareWhere((s) => placeOnPiece(p, s)[0], x),
  );
};

/**
 * A flat piece whose bends are all upright, as of prisms and cylinders: the way round is stepped off along a line, the edges or generators are set up
 * square to it, and each has its heights set off.
 * @returns undefined where it is not such a piece
 */
export const byParallelLines = (d: Development, units: 'mm' | 'in'): LaidOutline | undefined => {
  const near = nearOf(d);
  const isUpright = (a: Vec2, b: Vec2): boolean => Math.abs(a[0] - b[0]) <= near * 10;
  const uprightSides = d.outline.filter((p) => isStraight(p) && isUpright(startOfPiece(p), endOfPiece(p)));
  if (!uprightSides.length || !d.bends.every((b) => isUpright(b.from, b.to))) return undefined;
  const across = d.outline.filter((p) => !uprightSides.includes(p));
  const curved = across.filter((p) => !isStraight(p) && runsAcross(p));
  const turning = across.filter((p) => !isStraight(p) && !curved.includes(p));

  const corners = d.outline.map(startOfPiece);
  const ends = corners.map((p) => p[0]);
  const [low, high] = [Math.min(...ends), Math.max(...ends)];
  const divisions = curved.length
    ? Array.from({ length: PARTS - 1 }, (_, i) => low + ((high - low) * (i + 1)) / PARTS)
    : [];
  const isOnCurve = (x: number): boolean =>
    curved.some((p) => {
      const [a, b] = [startOfPiece(p)[0], endOfPiece(p)[0]];
      return x > Math.min(a, b) && x < Math.max(a, b);
    });
  const stations = sortedOnce(
    [...ends, ...d.bends.map((b) => b.from[0]), ...divisions.filter(isOnCurve)],
    near * 40,
  );

  const mm = MM_OF[units];
  const book = pointBook(near);
  const widths = stations.slice(1).map((x, i) => x - (stations[i] as number));
  const base: Deed[] = [
    { do: 'place', point: 'f0', left: (stations[0] as number) * mm, bottom: 0 },
    { do: 'level', line: 'base', through: 'f0' },
    ...widths.map(
      (w, i): Deed => ({
        do: 'setOff',
        point: `f${i + 1}`,
        along: 'base',
        from: `f${i}`,
        distance: w * mm,
        way: 1,
      }),
    ),
  ];
  const lettered = stations.map((_, i) => [`f${i}`, letterOf(i)] as const);
  const isEven = widths.every((w) => Math.abs(w - (widths[0] as number)) <= near * 40);
  const steppedOff = isEven
    ? `${widths.length} times ${sizeText(widths[0] as number, units)}`
    : widths.map((w) => sizeText(w, units)).join(', ');
  const round = `${widths.length > 1 ? `${steppedOff}, ` : ''}${sizeText(high - low, units)} in all`;

  const heights: { readonly name: string; readonly size: number }[] = [];
  const setUp: Deed[] = [];
  const names: Record<string, string> = {};
  stations.forEach((x, i) => {
    const own = [
      ...across
        .filter((p) => !turning.includes(p))
        .map((p) => crossingAt(p, x, near * 40))
        .filter((p) => p !== undefined),
      ...corners.filter((c) => Math.abs(c[0] - x) <= near * 40),
    ];
    const once = own.filter((p, k) => own.findIndex((q) => distance2(p, q) <= near * 40) === k);
    for (const [k, p] of once.toSorted((a, b) => a[1] - b[1]).entries()) {
      if (Math.abs(p[1]) <= near * 40) {
        book.add(`f${i}`, p);
        continue;
      }
      const name = `p${i}.${k}`;
      book.add(name, p);
      setUp.push({
        do: 'setOff',
        point: name,
        along: `e${i}`,
        from: `f${i}`,
        distance: Math.abs(p[1]) * mm,
        way: p[1] > 0 ? 1 : -1,
      });
      const mark = markAt(d, p, near);
      if (mark !== undefined) names[name] = mark;
      heights.push({ name: mark === undefined ? letterOf(i) : `${letterOf(i)} (${mark})`, size: p[1] });
    }
  });
  const way: PlotWay = {
    how: 'each by its way along the line and its height',
    why: 'Each lies on a line of the surface square to the line round: how far round, the view along the edges shows, how high, a view from the side.',
    plot: (at, name) => {
      const [along, up] = [at[0] - (stations[0] as number), at[1]];
      const [foot, line] = [`${name} foot`, `${name} line`];
      return {
        deeds: [
          { do: 'setOff', point: foot, along: 'base', from: 'f0', distance: along * mm, way: 1 },
          { do: 'upright', line, through: foot },
          {
            do: 'setOff',
            point: name,
            along: line,
            from: foot,
            distance: Math.abs(up) * mm,
            way: up < 0 ? -1 : 1,
          },
        ],
        words: `${sizeText(along, units)} along, ${sizeText(up, units)} up`,
      };
    },
  };
  const turned = plotTurning(turning, way, book, stations.length);
  const order = (p: FlatPiece, at: Vec2): number | undefined => {
    if (turning.includes(p)) return turned.shareOf(p, at);
    const there = crossingAt(p, at[0], near * 40);
    return there && distance2(there, at) <= near * 40 ? Math.abs(at[0] - startOfPiece(p)[0]) : undefined;
  };
  const outline = outlineDeeds(d.outline, book, order);
  if (!outline) return undefined;
  const first = heights[0]?.size ?? 0;
  const isLevel = heights.every((h) => Math.abs(h.size - first) <= near * 40);
  const steps: BoardStep[] = [
    {
      text: `Draw a line and step off along it the way round: ${round}.`,
      why: curved.length
        ? 'Each part of a round is as long as its arc: chords would be too short. The widths of flat sides are true where one looks along the edges.'
        : 'The widths of the sides are true in the view that looks along the edges.',
      tool: 'rule',
      deeds: base,
      names: Object.fromEntries(lettered),
    },
    {
      text: `Set up ${curved.length ? 'the generators and edges' : 'the edges'} square to it through each of these points.`,
      why: 'They are parallel, and square to the line round.',
      tool: 'set square',
      deeds: stations.map((_, i): Deed => ({ do: 'upright', line: `e${i}`, through: `f${i}` })),
    },
    ...(heights.length
      ? [
          {
            text: isLevel
              ? `Set off ${sizeText(Math.abs(first), units)} along all of them.`
              : `Set off the height of each point: ${sizesListed(
                  heights.map((h) => [h.name, h.size] as const),
                  units,
                )}.`,
            why: 'Edges and generators are true in a view that sees them square on: their lengths are taken from it.',
            tool: 'dividers' as const,
            deeds: setUp,
            names,
          },
        ]
      : []),
    ...turned.steps,
    {
      text:
        curved.length || turning.length
          ? 'Draw the outline: straight lines with the rule, the curve through its points.'
          : 'Draw the outline from point to point.',
      why: d.bends.length
        ? 'The lines between its sides stay thin: there it is bent. The two ends are one line, which meets when it is closed.'
        : 'The two ends are one line: they meet when it is rolled up.',
      tool: curved.length || turning.length ? 'curve template' : 'straight edge',
      deeds: outline,
    },
  ];
  return { ...way, steps, letters: stations.length + turned.letters };
};
