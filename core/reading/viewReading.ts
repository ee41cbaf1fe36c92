import { boxOf2 } from '../geometry/curve2.ts';
import type { Vec2 } from '../geometry/vec.ts';
import { featureWords } from '../naming/keys.ts';
import { sizeText } from '../number/format.ts';
import type { Tolerance } from '../solid/body.ts';
import type { SceneBody } from '../view/scene.ts';
import type { View } from '../view/view.ts';
import { faceGrid, type Patch, patchesOf } from './faceGrid.ts';
import { faceWords } from './words.ts';

/** Shares of its box that a patch fills, which decide what its shape is called. */
const FULL = 0.96;
const ROUND = [0.74, 0.83] as const;
/** A patch smaller than this many squares is described by its edge only. */
const LEAST = 3;

const where = (p: Patch, [u0, v0, u1, v1]: View['box']): string => {
  const u = (p.box[0] + p.box[2]) / 2;
  const v = (p.box[1] + p.box[3]) / 2;
  const third = (x: number, lo: number, hi: number, words: readonly [string, string, string]): string =>
    words[Math.max(0, Math.min(2, Math.floor((3 * (x - lo)) / (hi - lo || 1))))] as string;
  const across = third(u, u0, u1, ['at the left', '', 'at the right']);
  const up = third(v, v0, v1, ['below', '', 'above']);
  return [up, across].filter(Boolean).join(' ') || 'in the middle';
};

/** Sizes of a patch, brought to the ends of lines that lie within a square of its sides. */
const sizesOf = (p: Patch, view: View, step: number): [number, number] => {
  const ends = view.lines.flatMap((l): Vec2[] => {
    const b = boxOf2(l.curve, l.from, l.to);
    return [
      [b[0], b[1]],
      [b[2], b[3]],
    ];
  });
  const near = (x: number, k: 0 | 1): number => {
    let best = x;
    let off = step * 1.5;
    for (const e of ends)
      if (Math.abs(e[k] - x) < off) {
        off = Math.abs(e[k] - x);
        best = e[k];
      }
    return best;
  };
  return [near(p.box[2], 0) - near(p.box[0], 0), near(p.box[3], 1) - near(p.box[1], 1)];
};

/** The patches that lie within the box of another: what stands in it. */
const within = (p: Patch, all: readonly Patch[]): Patch[] =>
  all.filter(
    (q) =>
      q !== p && q.box[0] >= p.box[0] && q.box[1] >= p.box[1] && q.box[2] <= p.box[2] && q.box[3] <= p.box[3],
  );

const shapeOf = (p: Patch, all: readonly Patch[], step: number, [w, h]: [number, number]): string => {
  const wide = (p.box[2] - p.box[0]) / step;
  const high = (p.box[3] - p.box[1]) / step;
  const inside = within(p, all);
  const fill = (p.count + inside.reduce((s, q) => s + q.count, 0)) / (wide * high);
  const around = inside.length ? ' round what stands in it' : '';
  if (fill > FULL) return `a ${Math.abs(w - h) < 1e-6 * w ? 'square' : 'rectangle'}${around}`;
  if (fill > ROUND[0] && fill < ROUND[1] && Math.abs(wide - high) <= 1)
    return `a ${around ? 'ring' : 'circle'}${around}`;
  return 'an area';
};

/**
 * A view in words, for a screen reader and for learners: its size, its areas from above to below, openings, and what is hidden.
 * @param title what the view is called
 * @param unit of the part
 */
export const viewReading = (
  title: string,
  view: View,
  scene: readonly SceneBody[],
  tol: Tolerance,
  unit: 'mm' | 'in',
): string => {
  const g = faceGrid(view, scene, tol);
  const patches = patchesOf(g).filter((p) => !p.outside && p.count >= LEAST);
  const [u0, v0, u1, v1] = view.box;
  const areas = patches
    .filter((p) => p.face >= 0)
    .sort((a, b) => b.box[3] - a.box[3] || a.box[0] - b.box[0])
    .map((p) => {
      const size = sizesOf(p, view, g.step);
      return `${shapeOf(p, patches, g.step, size)} ${where(p, view.box)}, ${sizeText(size[0], unit, 2)} by ${sizeText(size[1], unit, 2)}: ${faceWords((g.faces[p.face] as { face: string }).face)}`;
    });
  const openings = patches.filter((p) => p.face < 0).length;
  const hidden = new Map<string, number>();
  for (const l of view.lines)
    if (l.class === 'hidden') {
      const feature = featureWords(l.of[0] as string);
      hidden.set(feature, (hidden.get(feature) ?? 0) + 1);
    }
  const behind = [...hidden].map(([feature, n]) => `${n} of ${feature}`);
  return [
    `${title}: ${sizeText(u1 - u0, unit, 2)} ${unit} across and ${sizeText(v1 - v0, unit, 2)} up.`,
    areas.length
      ? `${areas.length === 1 ? 'One area' : `${areas.length} areas`}, from above: ${areas.join('; ')}.`
      : '',
    openings ? `${openings === 1 ? 'One opening goes' : `${openings} openings go`} right through.` : '',
    behind.length ? `Hidden lines: ${behind.join(', ')}.` : 'No hidden lines.',
  ]
    .filter(Boolean)
    .join(' ');
};
