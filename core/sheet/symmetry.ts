import { type Curve2, pointOn2 } from '../geometry/curve2.ts';
import { length2, type Vec2 } from '../geometry/vec.ts';
import type { View, ViewLine } from '../view/view.ts';

/** How far a line of symmetry passes the outline, mm on the paper, as all centre lines do. */
const PAST = 3;

const isWhole = (c: Curve2, l: ViewLine): boolean => c.type === 'conic' && l.to - l.from > 2 * Math.PI - 1e-9;

/** The places that tell a line from others: its ends and middle, or of a closed one its centre and the ends of its axes. */
const tellingPlaces = (l: ViewLine): readonly Vec2[] => {
  const c = l.curve;
  if (c.type === 'conic' && isWhole(c, l)) {
    if (c.round) return [c.c, [c.c[0] + length2(c.major), c.c[1]], [c.c[0] - length2(c.major), c.c[1]]];
    return [0, 1, 2, 3].map((k) => pointOn2(c, (k * Math.PI) / 2));
  }
  return [l.from, (l.from + l.to) / 2, l.to].map((t) => pointOn2(c, t));
};

/** Whether a view is its own mirror image, lines seen and hidden ones each among themselves, about the middle of one of its directions. */
const isSymmetric = (view: View, k: 0 | 1, middle: number, tol: number): boolean => {
  const near = tol * 40;
  const slot = (p: Vec2): string => `${Math.round(p[0] / near / 4)} ${Math.round(p[1] / near / 4)}`;
  const lines = view.lines.filter((l) => l.kind !== 'tangent').map((l) => ({ l, places: tellingPlaces(l) }));
  const at = new Map<string, number[]>();
  lines.forEach(({ places }, i) => {
    for (const p of places)
      for (const x of [-1, 0, 1])
        for (const y of [-1, 0, 1]) {
          const key = slot([p[0] + x * near * 2, p[1] + y * near * 2]);
          at.set(key, [...(at.get(key) ?? []), i]);
        }
  });
  return lines.every(({ l, places }) => {
    const images = places.map((p): Vec2 => (k === 0 ? [2 * middle - p[0], p[1]] : [p[0], 2 * middle - p[1]]));
    return (at.get(slot(images[0] as Vec2)) ?? []).some((i) => {
      const twin = lines[i] as (typeof lines)[number];
      return (
        twin.l.class === l.class &&
        twin.l.curve.type === l.curve.type &&
        twin.places.length === images.length &&
        images.every((p) => twin.places.some((q) => Math.hypot(p[0] - q[0], p[1] - q[1]) <= near))
      );
    });
  });
};

/** A view that is only a rectangle says nothing of a symmetry. */
const isBareRectangle = (view: View): boolean => {
  const seen = view.lines.filter((l) => l.kind !== 'tangent');
  const [x0, y0, x1, y1] = view.box;
  const onBox = (p: Vec2): boolean => [x0, x1].includes(p[0]) || [y0, y1].includes(p[1]);
  return (
    seen.length <= 4 &&
    seen.every((l) => l.curve.type === 'line' && [l.from, l.to].every((t) => onBox(pointOn2(l.curve, t))))
  );
};

/** Whether a line of the view lies on the line of symmetry: visible and hidden lines go before centre lines. */
const isDrawnOver = (view: View, k: 0 | 1, at: number, tol: number): boolean =>
  view.lines.some(
    (l) =>
      l.curve.type === 'line' &&
      [l.from, l.to].every((t) => Math.abs((pointOn2(l.curve, t)[k] as number) - at) <= tol * 40),
  );

/**
 * The lines about which a view is symmetric, in the view's plane: through the middle of its width, of its height, or both.
 * @param scale paper mm per unit, for the length past the outline
 */
export const symmetryLines = (view: View, scale: number, tol: number): (readonly [Vec2, Vec2])[] => {
  if (!view.lines.length || isBareRectangle(view)) return [];
  const [x0, y0, x1, y1] = view.box;
  const past = PAST / scale;
  const [mx, my] = [(x0 + x1) / 2, (y0 + y1) / 2];
  const out: (readonly [Vec2, Vec2])[] = [];
  if (!isDrawnOver(view, 0, mx, tol) && isSymmetric(view, 0, mx, tol))
    out.push([
      [mx, y0 - past],
      [mx, y1 + past],
    ]);
  if (!isDrawnOver(view, 1, my, tol) && isSymmetric(view, 1, my, tol))
    out.push([
      [x0 - past, my],
      [x1 + past, my],
    ]);
  return out;
};
