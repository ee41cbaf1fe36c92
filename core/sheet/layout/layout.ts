import type { Vec2 } from '../../geometry/vec.ts';
import type { ProjectionAngle, ViewName } from '../../geometry/viewFrames.ts';
import type { Gaps } from './gaps.ts';
import type { Rect } from './paper.ts';

/** Overall width, depth and height, in paper mm where a layout asks for them. */
export type Overall = { readonly width: number; readonly depth: number; readonly height: number };

/** Column and row of each view relative to the front (ISO 5456-2); the back stands at the far right in both angles. */
const PLACES: Record<ProjectionAngle, Record<ViewName, readonly [number, number]>> = {
  first: { front: [0, 0], top: [0, -1], bottom: [0, 1], left: [1, 0], right: [-1, 0], back: [2, 0] },
  third: { front: [0, 0], top: [0, 1], bottom: [0, -1], left: [-1, 0], right: [1, 0], back: [2, 0] },
};

export const columnAndRow = (view: ViewName, angle: ProjectionAngle): readonly [number, number] =>
  PLACES[angle][view];

export const viewSize = (name: ViewName, o: Overall): Vec2 => {
  if (name === 'front' || name === 'back') return [o.width, o.height];
  if (name === 'top' || name === 'bottom') return [o.width, o.depth];
  return [o.depth, o.height];
};

/** The line between the front view and a neighbour. */
export type ReferenceLine = {
  readonly name: string;
  readonly between: readonly [ViewName, ViewName];
  readonly from: Vec2;
  readonly to: Vec2;
};
/** Turns depths between a view above or below and one beside; it starts where the two reference lines meet. */
export type MitreLine = {
  readonly level: ViewName;
  readonly side: ViewName;
  readonly from: Vec2;
  readonly to: Vec2;
};
export type Layout = {
  readonly boxes: ReadonlyMap<ViewName, Rect>;
  readonly referenceLines: readonly ReferenceLine[];
  readonly mitres: readonly MitreLine[];
  /** all boxes together */
  readonly extent: Rect;
};

/** How far a reference line runs past the outermost boxes, mm. */
const OVERRUN = 6;

/**
 * Sets the boxes of the wanted views out, the front view's lower left corner at the origin. All views but the front stand equally far
 * from their reference lines: so a depth is the same distance from XY in the top view as from the upright line in the side view, and
 * the mitre line starts at the corner where the two lines meet.
 * @param o overall sizes on the paper, mm
 */
export const layoutViews = (
  views: readonly ViewName[],
  angle: ProjectionAngle,
  o: Overall,
  gaps: Gaps,
): Layout => {
  const place = PLACES[angle];
  const wanted = new Set<ViewName>([...views, 'front']);
  const columns = new Map<number, number>();
  for (const v of wanted) columns.set(place[v][0], viewSize(v, o)[0]);
  const above = gaps.level + gaps.others;
  const beside = gaps.upright + gaps.others;
  const xOf = (column: number): number => {
    if (column < 0) return -beside - o.depth;
    let x = 0;
    for (let c = 0; c < column; c++) {
      const w = columns.get(c);
      if (w !== undefined) x += w + (c === 0 ? beside : 2 * gaps.others);
    }
    return x;
  };
  const yOf = (row: number): number => (row === 0 ? 0 : row < 0 ? -above - o.depth : o.height + above);
  const boxes = new Map<ViewName, Rect>();
  for (const v of wanted) {
    if (!views.includes(v)) continue;
    const [w, h] = viewSize(v, o);
    boxes.set(v, { x: xOf(place[v][0]), y: yOf(place[v][1]), w, h });
  }
  const all = [...boxes.values()];
  const x0 = Math.min(...all.map((b) => b.x));
  const y0 = Math.min(...all.map((b) => b.y));
  const x1 = Math.max(...all.map((b) => b.x + b.w));
  const y1 = Math.max(...all.map((b) => b.y + b.h));
  const extent = { x: x0, y: y0, w: x1 - x0, h: y1 - y0 };

  const levels = (['top', 'bottom'] as const).filter((v) => boxes.has(v));
  const sides = (['left', 'right'] as const).filter((v) => boxes.has(v));
  const heightOf = (v: ViewName): number => (place[v][1] < 0 ? -gaps.level : o.height + gaps.level);
  const uprightOf = (v: ViewName): number => (place[v][0] > 0 ? o.width + gaps.upright : -gaps.upright);
  const referenceLines: ReferenceLine[] = [
    ...levels.map(
      (v, i): ReferenceLine => ({
        name: i === 0 ? 'XY' : `XY ${i + 1}`,
        between: ['front', v],
        from: [x0 - OVERRUN, heightOf(v)],
        to: [x1 + OVERRUN, heightOf(v)],
      }),
    ),
    ...sides.map(
      (v): ReferenceLine => ({
        name: 'upright',
        between: ['front', v],
        from: [uprightOf(v), y0 - OVERRUN],
        to: [uprightOf(v), y1 + OVERRUN],
      }),
    ),
  ];
  const mitres = levels.flatMap((level) =>
    sides.map((side): MitreLine => {
      const from: Vec2 = [uprightOf(side), heightOf(level)];
      const run = gaps.others + o.depth + OVERRUN / 2;
      return {
        level,
        side,
        from,
        to: [from[0] + run * Math.sign(place[side][0]), from[1] + run * Math.sign(place[level][1])],
      };
    }),
  );
  return { boxes, referenceLines, mitres, extent };
};

/** Moves a whole layout on the paper. */
export const moveLayout = (l: Layout, by: Vec2): Layout => {
  const p = (q: Vec2): Vec2 => [q[0] + by[0], q[1] + by[1]];
  const r = (b: Rect): Rect => ({ ...b, x: b.x + by[0], y: b.y + by[1] });
  return {
    boxes: new Map([...l.boxes].map(([v, b]) => [v, r(b)])),
    referenceLines: l.referenceLines.map((x) => ({ ...x, from: p(x.from), to: p(x.to) })),
    mitres: l.mitres.map((x) => ({ ...x, from: p(x.from), to: p(x.to) })),
    extent: r(l.extent),
  };
};
