import type { Development } from '../../develop/develop.ts';
import { startOfPiece } from '../../develop/lay.ts';
import { cross2, distance2, sub2, type Vec2 } from '../../geometry/vec.ts';
import { sizeText } from '../../number/format.ts';
import type { Deed } from '../../replay/deed.ts';
import type { BoardStep } from '../method.ts';
import { isStraight, letterOf, MM_OF, nearOf } from './flatOutline.ts';
import type { LaidOutline } from './openings.ts';

/** The corners of a polygon parted along chords from corner to corner. */
const partedBy = (polygon: readonly number[], chords: readonly (readonly [number, number])[]): number[][] => {
  for (const [a, b] of chords) {
    const [i, k] = [polygon.indexOf(a), polygon.indexOf(b)].sort((x, y) => x - y) as [number, number];
    if (i < 0 || k - i < 2 || (i === 0 && k === polygon.length - 1)) continue;
    return [
      ...partedBy(polygon.slice(i, k + 1), chords),
      ...partedBy([...polygon.slice(k), ...polygon.slice(0, i + 1)], chords),
    ];
  }
  return [[...polygon]];
};

/** Whether a place lies within a flat side, which bulges out at each corner or not. */
const isInside = (side: readonly Vec2[], p: Vec2): boolean =>
  side.reduce((inside, a, i) => {
    const b = side[(i + 1) % side.length] as Vec2;
    const isCrossed = a[1] > p[1] !== b[1] > p[1];
    return isCrossed && p[0] < a[0] + ((p[1] - a[1]) / (b[1] - a[1])) * (b[0] - a[0]) ? !inside : inside;
  }, false);

/** The two corners of a side about which arcs cross most squarely in a place. */
const widestFrom = (side: readonly number[], at: (i: number) => Vec2, p: Vec2): [number, number] => {
  const pairs = side.flatMap((a, k) => side.slice(k + 1).map((b): [number, number] => [a, b]));
  const sine = ([a, b]: readonly [number, number]): number => {
    const [u, v] = [sub2(at(a), p), sub2(at(b), p)];
    return Math.abs(cross2(u, v)) / Math.max(1e-12, Math.hypot(...u) * Math.hypot(...v));
  };
  return pairs.reduce((x, y) => (sine(y) > sine(x) + 1e-9 ? y : x));
};

/**
 * A flat piece of flat sides in no order, as of a transition piece or an oblique prism: from the first side on, each corner is found by two arcs of true
 * lengths.
 * @returns undefined where a side is curved
 */
export const byTriangles = (d: Development, units: 'mm' | 'in'): LaidOutline | undefined => {
  if (d.outline.length < 3 || !d.outline.every(isStraight)) return undefined;
  const near = nearOf(d) * 400;
  const corners = d.outline.map(startOfPiece);
  const indexOf = (p: Vec2): number => corners.findIndex((c) => distance2(c, p) <= near);
  const chords = d.bends.map((b) => [indexOf(b.from), indexOf(b.to)] as const);
  if (chords.some(([a, b]) => a < 0 || b < 0)) return undefined;
  const faces = partedBy(
    corners.map((_, i) => i),
    chords,
  );
  const mm = MM_OF[units];
  const at = (i: number): Vec2 => corners[i] as Vec2;
  const name = (i: number): string => `v${i}`;
  const gap = (i: number, k: number): number => distance2(at(i), at(k));
  const known = new Set<number>([0, 1]);
  const steps: BoardStep[] = [
    {
      text: `Draw the first side ${letterOf(0)}${letterOf(1)}, ${sizeText(gap(0, 1), units)} long.`,
      why: 'It is laid down at its true length; everything else follows from it.',
      tool: 'rule',
      deeds: [
        { do: 'place', point: name(0), left: at(0)[0] * mm, bottom: at(0)[1] * mm },
        { do: 'level', line: 'base', through: name(0) },
        { do: 'setOff', point: name(1), along: 'base', from: name(0), distance: gap(0, 1) * mm, way: 1 },
      ],
      names: { [name(0)]: letterOf(0), [name(1)]: letterOf(1) },
    },
  ];
  const left = new Set(faces);
  while (left.size) {
    const face = [...left].find((f) => f.filter((i) => known.has(i)).length > 1);
    if (!face) return undefined;
    left.delete(face);
    const [a, b] = face.filter((i) => known.has(i)) as [number, number];
    const open = face.filter((i) => !known.has(i));
    const deeds = open.flatMap((i): Deed[] => [
      { do: 'circle', circle: `a${i}`, centre: name(a), radius: gap(a, i) * mm },
      { do: 'circle', circle: `b${i}`, centre: name(b), radius: gap(b, i) * mm },
      {
        do: 'pair',
        point: name(i),
        a: `a${i}`,
        b: `b${i}`,
        side: cross2(sub2(at(b), at(a)), sub2(at(i), at(a))) > 0 ? 1 : -1,
      },
    ]);
    for (const i of open) known.add(i);
    if (!open.length) continue;
    const side = `${letterOf(a)}${letterOf(b)}`;
    const found = open.map(
      (i) =>
        `${letterOf(i)} by arcs of ${sizeText(gap(a, i), units)} about ${letterOf(a)} and ${sizeText(gap(b, i), units)} about ${letterOf(b)}`,
    );
    steps.push({
      text: `On ${side} find ${found.join(', ')}.`,
      why: 'A true length is the long side of a right triangle: its length in the top view along, its rise in the front view up.',
      tool: 'compass',
      deeds,
      names: Object.fromEntries(open.map((i) => [name(i), letterOf(i)])),
    });
  }
  const round = corners.map(
    (_, i): Deed => ({ do: 'draw', seen: true, from: name(i), to: name((i + 1) % corners.length) }),
  );
  steps.push({
    text: 'Draw the outline from point to point.',
    why: d.bends.length ? 'The lines between its sides stay thin: there it is bent.' : 'It is one flat side.',
    tool: 'straight edge',
    deeds: round,
  });
  return {
    steps,
    letters: corners.length,
    how: 'each by two arcs',
    why: 'Each lies in a flat side: its distances from two corners of that side are found as all true lengths are.',
    plot: (p, point) => {
      const face = faces.find((f) => isInside(f.map(at), p)) ?? (faces[0] as number[]);
      const [a, b] = widestFrom(face, at, p);
      const sizes = [a, b].map((i) => distance2(at(i), p)) as [number, number];
      const circles = [a, b].map((i) => `${point} ${i}`) as [string, string];
      return {
        deeds: [
          { do: 'circle', circle: circles[0], centre: name(a), radius: sizes[0] * mm },
          { do: 'circle', circle: circles[1], centre: name(b), radius: sizes[1] * mm },
          {
            do: 'pair',
            point,
            a: circles[0],
            b: circles[1],
            side: cross2(sub2(at(b), at(a)), sub2(p, at(a))) > 0 ? 1 : -1,
          },
        ],
        words: `by arcs of ${sizeText(sizes[0], units)} about ${letterOf(a)} and ${sizeText(sizes[1], units)} about ${letterOf(b)}`,
      };
    },
  };
};
