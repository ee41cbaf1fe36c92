import { type Curve2, pointOn2 } from '../../geometry/curve2.ts';
import { WHOLE_TURN } from '../../geometry/nearness.ts';
import { length2, type Vec2 } from '../../geometry/vec.ts';
import type { ViewFrame } from '../../geometry/viewFrames.ts';
import type { SceneBody } from '../../view/scene.ts';
import type { View, ViewLine } from '../../view/view.ts';
import { isCutObliquely, isMirrored, isPlainPrism } from './solidSymmetry.ts';

/** How far a line of symmetry passes the outline, mm on the paper, as all centre lines do. */
const PAST = 3;

const isWhole = (c: Curve2, l: ViewLine): boolean => c.type === 'conic' && l.to - l.from > WHOLE_TURN;

/** The places that tell a line from others: its ends and middle, or of a closed one its centre and the ends of its axes. */
const tellingPlaces = (l: ViewLine): readonly Vec2[] => {
  const c = l.curve;
  if (c.type === 'conic' && isWhole(c, l)) {
    if (c.round) return [c.c, [c.c[0] + length2(c.major), c.c[1]], [c.c[0] - length2(c.major), c.c[1]]];
    return [0, 1, 2, 3].map((k) => pointOn2(c, (k * Math.PI) / 2));
  }
  return [l.from, (l.from + l.to) / 2, l.to].map((t) => pointOn2(c, t));
};

type Told = { readonly l: ViewLine; readonly places: readonly Vec2[] };

/** Whether a view is its own mirror image, lines seen and hidden ones each among themselves, about the middle of one of its directions. */
const isSymmetric = (lines: readonly Told[], k: 0 | 1, middle: number, tol: number): boolean => {
  const near = tol * 40;
  const all = lines.flatMap((t) => t.places);
  // most views are not, and their places do not even balance about the middle
  const sum = all.reduce((s, p) => s + p[k] - middle, 0);
  if (Math.abs(sum) > near * all.length) return false;
  const cell = (x: number): number => Math.round(x / near / 4);
  const at = new Map<string, Told[]>();
  for (const t of lines)
    for (const [x, y] of t.places) {
      const key = `${cell(x)} ${cell(y)}`;
      const there = at.get(key);
      if (there) there.push(t);
      else at.set(key, [t]);
    }
  return lines.every(({ l, places }) => {
    const images = places.map((p): Vec2 => (k === 0 ? [2 * middle - p[0], p[1]] : [p[0], 2 * middle - p[1]]));
    const [x, y] = images[0] as Vec2;
    const isTwin = (t: Told): boolean =>
      t.l.class === l.class &&
      t.l.curve.type === l.curve.type &&
      t.places.length === images.length &&
      images.every((p) => t.places.some((q) => Math.hypot(p[0] - q[0], p[1] - q[1]) <= near));
    // a place on the border of a cell may have its twin in the next one
    const columns = new Set([cell(x - near), cell(x + near)]);
    const rows = new Set([cell(y - near), cell(y + near)]);
    return [...columns].some((i) => [...rows].some((j) => at.get(`${i} ${j}`)?.some(isTwin)));
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
 * The solid decides: a view may look the same on both sides where the part is not.
 * @param scale paper mm per unit, for the length past the outline
 */
export const symmetryLines = (
  view: View,
  scene: readonly SceneBody[],
  frame: ViewFrame,
  scale: number,
  tol: number,
): (readonly [Vec2, Vec2])[] => {
  if (!view.lines.length || isBareRectangle(view) || isCutObliquely(scene) || isPlainPrism(scene)) return [];
  const [x0, y0, x1, y1] = view.box;
  const past = PAST / scale;
  const [mx, my] = [(x0 + x1) / 2, (y0 + y1) / 2];
  const out: (readonly [Vec2, Vec2])[] = [];
  const lines = view.lines
    .filter((l) => l.kind !== 'tangent')
    .map((l): Told => ({ l, places: tellingPlaces(l) }));
  const isOne = (k: 0 | 1, middle: number): boolean =>
    !isDrawnOver(view, k, middle, tol) &&
    isSymmetric(lines, k, middle, tol) &&
    isMirrored(scene, k === 0 ? frame.u : frame.v, middle, tol);
  if (isOne(0, mx))
    out.push([
      [mx, y0 - past],
      [mx, y1 + past],
    ]);
  if (isOne(1, my))
    out.push([
      [x0 - past, my],
      [x1 + past, my],
    ]);
  return out;
};
