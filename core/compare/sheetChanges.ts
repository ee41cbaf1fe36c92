import { pointOn2 } from '../geometry/curve2.ts';
import type { Vec2 } from '../geometry/vec.ts';
import type { Sheet } from '../sheet/drawnSheet.ts';
import type { Ink, Stretch, StrokeInk, TextInk } from '../sheet/ink/ink.ts';
import { stretchOnPaper } from '../sheet/layout/similarity.ts';

/** A dimension of two states: gone, new, with another figure, or in another place. */
export type DimensionChange = {
  readonly kind: 'gone' | 'new' | 'changed' | 'moved';
  readonly before: string | undefined;
  readonly after: string | undefined;
};

/** Two states of a sheet laid over one another, paper mm of the later one. */
export type SheetChanges = {
  readonly same: readonly Ink[];
  readonly gone: readonly Ink[];
  readonly added: readonly Ink[];
  readonly dimensions: readonly DimensionChange[];
  /** whether the views are of one scale, so that they can be laid over one another */
  readonly isSameScale: boolean;
};

/** Ink nearer than this is the same, mm. */
const SAME = 0.02;
const CELL = 1;

/** How far each view of the earlier sheet is moved to lie on the later one: the part's own origin on itself. */
const shiftsOf = (before: Sheet, after: Sheet): ReadonlyMap<string, Vec2> =>
  new Map(
    before.views.flatMap((v): [string, Vec2][] => {
      const w = after.views.find((x) => x.name === v.name);
      if (!w) return [];
      return [[v.name, [w.toPaper.to[0] - v.toPaper.to[0], w.toPaper.to[1] - v.toPaper.to[1]]]];
    }),
  );

const viewOf = (sheet: Sheet, ink: Ink): string | undefined => {
  if (ink.kind === 'stroke' && ink.view) return ink.view;
  if (ink.dimension === undefined) return undefined;
  return sheet.dimensions.laid.find((d) => d.wanted.id === ink.dimension)?.view;
};

const movedPoint = (p: Vec2, by: Vec2): Vec2 => [p[0] + by[0], p[1] + by[1]];
const movedStretch = (s: Stretch, by: Vec2): Stretch => stretchOnPaper({ k: 1, c: 1, s: 0, to: by }, s);
const moved = (ink: Ink, by: Vec2 | undefined): Ink => {
  if (!by || (by[0] === 0 && by[1] === 0)) return ink;
  if (ink.kind === 'text') return { ...ink, at: movedPoint(ink.at, by) };
  if (ink.kind === 'fill') return { ...ink, points: ink.points.map((p) => movedPoint(p, by)) };
  if (ink.kind === 'tint')
    return { ...ink, areas: ink.areas.map((points) => points.map((p) => movedPoint(p, by))) };
  return {
    ...ink,
    stretches: ink.stretches.map((s) => movedStretch(s, by)),
    ...(ink.whole && { whole: movedStretch(ink.whole, by) }),
  };
};

/** A piece of ink that is there or not: a text, an arrow, one line with its dashes. */
const piecesOf = (ink: Ink): Ink[] =>
  ink.kind !== 'stroke' || ink.whole
    ? [ink]
    : ink.stretches.map((s): StrokeInk => ({ ...ink, stretches: [s] }));

/** Three places by which a piece is known, and what kind it is. */
const markOf = (ink: Ink): { readonly kind: string; readonly at: readonly Vec2[] } => {
  // the name of a view goes with it wherever it stands
  if (ink.kind === 'text') return { kind: `text ${ink.text}`, at: ink.layer === 'labels' ? [] : [ink.at] };
  if (ink.kind === 'fill') return { kind: 'fill', at: ink.points.slice(0, 1) };
  if (ink.kind === 'tint') return { kind: `tint ${ink.looks}`, at: ink.areas.flatMap((a) => a.slice(0, 1)) };
  const s = ink.whole ?? ink.stretches[0];
  if (!s) return { kind: `${ink.pen} nothing`, at: [] };
  const ends = [s.from, s.to].map((t) => pointOn2(s.curve, t));
  // either end may come first
  ends.sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  return { kind: `${ink.pen} ${s.curve.type}`, at: [pointOn2(s.curve, (s.from + s.to) / 2), ...ends] };
};

const isNear = (a: readonly Vec2[], b: readonly Vec2[]): boolean => {
  const near = (p: Vec2, q: Vec2): boolean => Math.abs(p[0] - q[0]) <= SAME && Math.abs(p[1] - q[1]) <= SAME;
  const [m, p, q] = a;
  const [n, r, s] = b;
  if (a.length !== b.length || !m || !n || !near(m, n)) return a.length === 0 && b.length === 0;
  if (!p || !q || !r || !s) return true;
  return (near(p, r) && near(q, s)) || (near(p, s) && near(q, r));
};

/** Pieces by the cell of their first place, to be found near a place. */
const index = (pieces: readonly Ink[]) => {
  const cells = new Map<string, { readonly i: number; readonly mark: ReturnType<typeof markOf> }[]>();
  const cell = ([x, y]: Vec2, dx = 0, dy = 0): string =>
    `${Math.floor(x / CELL) + dx} ${Math.floor(y / CELL) + dy}`;
  for (const [i, ink] of pieces.entries()) {
    const mark = markOf(ink);
    const key = cell(mark.at[0] ?? [0, 0]);
    cells.set(key, [...(cells.get(key) ?? []), { i, mark }]);
  }
  const taken = new Set<number>();
  return {
    taken,
    take: (ink: Ink): boolean => {
      const mark = markOf(ink);
      const at = mark.at[0] ?? [0, 0];
      for (const dx of [-1, 0, 1])
        for (const dy of [-1, 0, 1]) {
          const found = cells
            .get(cell(at, dx, dy))
            ?.find((x) => !taken.has(x.i) && x.mark.kind === mark.kind && isNear(x.mark.at, mark.at));
          if (!found) continue;
          taken.add(found.i);
          return true;
        }
      return false;
    },
  };
};

/** The figure of each dimension, with the view and side where it stands. */
const dimensionsOf = (s: Sheet): Map<string, { readonly text: string; readonly place: string }> =>
  new Map<string, { readonly text: string; readonly place: string }>([
    ...s.dimensions.laid.map(
      (d) => [d.wanted.id, { text: d.text, place: `${d.view} ${d.side ?? ''}` }] as const,
    ),
    ...s.shapes.flatMap(({ cut, sizes }) =>
      sizes.list.map((d) => [d.id, { text: d.text, place: `shape ${cut} ${d.side}` }] as const),
    ),
  ]);

const dimensionChanges = (before: Sheet, after: Sheet): DimensionChange[] => {
  const [a, b] = [dimensionsOf(before), dimensionsOf(after)];
  return [...new Set([...a.keys(), ...b.keys()])].flatMap((id): DimensionChange[] => {
    const [was, is] = [a.get(id), b.get(id)];
    const change = { before: was?.text, after: is?.text };
    if (!was) return [{ kind: 'new', ...change }];
    if (!is) return [{ kind: 'gone', ...change }];
    if (was.text !== is.text) return [{ kind: 'changed', ...change }];
    return was.place === is.place ? [] : [{ kind: 'moved', ...change }];
  });
};

/** Ink that says what the sheet is, not what is drawn on it. */
const isDrawing = (ink: Ink): ink is StrokeInk | TextInk => ink.layer !== 'frame' && ink.layer !== 'title';

/**
 * What is drawn on one sheet and not on another: each view of the earlier one is laid on the same view of the later one, so that a view that
 * only moved on the paper is no change. Title block and frame are left out.
 */
export const sheetChanges = (before: Sheet, after: Sheet): SheetChanges => {
  const isSameScale = Math.abs(before.scale - after.scale) <= 1e-9 * after.scale;
  const shifts = isSameScale ? shiftsOf(before, after) : new Map<string, Vec2>();
  const earlier = before.ink
    .filter(isDrawing)
    .map((ink) => moved(ink, shifts.get(viewOf(before, ink) ?? '')))
    .flatMap(piecesOf);
  const later = after.ink.filter(isDrawing).flatMap(piecesOf);
  const known = index(earlier);
  const [same, added]: [Ink[], Ink[]] = [[], []];
  for (const ink of later) (known.take(ink) ? same : added).push(ink);
  const gone = earlier.filter((_, i) => !known.taken.has(i));
  return { same, gone, added, dimensions: dimensionChanges(before, after), isSameScale };
};
