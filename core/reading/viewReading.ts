import { boxOf2, type Curve2, lengthBetween, pointOn2, tangentOn2 } from '../geometry/curve2.ts';
import { cross2, distance2, length2, sub2, type Vec2 } from '../geometry/vec.ts';
import { featureWords } from '../naming/keys.ts';
import { sizeText } from '../number/format.ts';
import type { Tolerance } from '../solid/body.ts';
import { firstMetIn } from '../view/firstMet.ts';
import type { SceneBody } from '../view/scene.ts';
import type { View, ViewLine } from '../view/view.ts';
import { type FaceGrid, faceGrid, type Patch, patchesOf } from './faceGrid.ts';
import { faceWords } from './words.ts';

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

/** A line is looked at this often a square for the patch that it bounds, so far beside it (a share of the part); it bounds it where so many looks say so. */
const LOOKS = 2;
const BESIDE = 2e-4;
const ENOUGH = 3;

/** Answers whether a patch is met at a place of its view. */
type InPatch = (p: Patch, at: Vec2) => boolean;
const inPatchOf = (view: View, scene: readonly SceneBody[], tol: Tolerance, g: FaceGrid): InPatch => {
  const meet = firstMetIn(scene, view.frame, tol);
  const squares = new Map<Patch, ReadonlySet<number>>();
  return (p, [u, v]) => {
    const met = meet(u, v);
    const face = met && g.faces.find((f) => f.body === met.body && f.face === met.face);
    const own = g.faces[p.faces[0] ?? -1];
    if (face?.area !== own?.area) return false;
    // of several patches of one face the one with a square there
    const known = squares.get(p) ?? new Set(p.squares);
    squares.set(p, known);
    const [i, j] = [Math.floor((u - g.u0) / g.step), Math.floor((v - g.v0) / g.step)];
    return [-1, 0, 1].some((dj) => [-1, 0, 1].some((di) => known.has((j + dj) * g.columns + i + di)));
  };
};

/** The visible lines round the outside of a patch: those with the patch on one side, and nothing that stands in it on the other. */
const boundsOf = (
  p: Patch,
  inside: readonly Patch[],
  view: View,
  g: FaceGrid,
  reach: number,
  isIn: InPatch,
): ViewLine[] =>
  view.lines.filter((l) => {
    if (l.class !== 'visible') return false;
    let bounding = 0;
    const looks = Math.ceil((LOOKS * lengthBetween(l.curve, l.from, l.to)) / g.step);
    for (let i = 0; i < looks && bounding < ENOUGH; i++) {
      const t = l.from + ((l.to - l.from) * (i + 0.5)) / looks;
      const [at, d] = [pointOn2(l.curve, t), tangentOn2(l.curve, t)];
      const [a, b] = [1, -1].map((k): Vec2 => [at[0] - k * reach * d[1], at[1] + k * reach * d[0]]) as [
        Vec2,
        Vec2,
      ];
      const [x, y] = isIn(p, a) ? [a, b] : [b, a];
      if (isIn(p, x) && !isIn(p, y) && !inside.some((q) => isIn(q, y))) bounding++;
    }
    return bounding >= Math.min(ENOUGH, looks);
  });

/** Lines on one carrier are one side. */
const isOneSide = (a: Curve2, b: Curve2, tol: number): boolean => {
  if (a.type === 'line' && b.type === 'line')
    return Math.abs(cross2(a.d, b.d)) < 1e-6 && Math.abs(cross2(a.d, sub2(b.p, a.p))) < tol;
  return (
    a.type === 'conic' &&
    b.type === 'conic' &&
    distance2(a.c, b.c) < tol &&
    Math.abs(length2(a.major) - length2(b.major)) < tol
  );
};

const NUMBERS = [
  '',
  '',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
  'twelve',
];

/** What the outline of a patch is called, by the lines that bound it. */
const shapeOf = (
  p: Patch,
  all: readonly Patch[],
  g: FaceGrid,
  [w, h]: readonly [number, number],
  sized: (x: number) => string,
  bounds: (p: Patch, inside: readonly Patch[]) => readonly ViewLine[],
): string => {
  const inside = within(p, all);
  const around = inside.length ? ' round what stands in it' : '';
  const sides: Curve2[] = [];
  for (const { curve } of bounds(p, inside))
    if (!sides.some((s) => isOneSide(s, curve, g.step / 10))) sides.push(curve);
  const straight = sides.flatMap((s) => (s.type === 'line' ? [s] : []));
  const [only] = sides;
  if (sides.length === 1 && only?.type === 'conic') {
    if (only.round) return `a ${around ? 'ring' : 'circle'}${around}`;
    const axes = [only.major, only.minor].map((x) => sized(2 * length2(x)));
    return `an ellipse with axes of ${axes.join(' and ')}${around}`;
  }
  if (!straight.length || straight.length < sides.length)
    return sides.length
      ? `an area with ${straight.length ? 'straight and ' : ''}curved sides${around}`
      : `an area${around}`;
  const upright = straight.filter((s) => Math.min(Math.abs(s.d[0]), Math.abs(s.d[1])) < 1e-9).length;
  if (straight.length === 4 && upright === 4)
    return `a ${Math.abs(w - h) < 1e-6 * w ? 'square' : 'rectangle'}${around}`;
  if (straight.length === 3) return `a triangle${around}`;
  const count = NUMBERS[straight.length];
  return count ? `an area with ${count} straight sides${around}` : `an area with straight sides${around}`;
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
  const isIn = inPatchOf(view, scene, tol, g);
  const bounds = (p: Patch, inside: readonly Patch[]): ViewLine[] =>
    boundsOf(p, inside, view, g, tol.size * BESIDE, isIn);
  const areas = patches
    .filter((p) => p.faces.length)
    .sort((a, b) => b.box[3] - a.box[3] || a.box[0] - b.box[0])
    .map((p) => {
      const size = sizesOf(p, view, g.step);
      const sized = (x: number): string => sizeText(x, unit, 2);
      const faces = p.faces.map((f) => faceWords((g.faces[f] as { face: string }).face));
      return `${shapeOf(p, patches, g, size, sized, bounds)} ${where(p, view.box)}, ${sized(size[0])} by ${sized(size[1])}: ${faces.join(', flush with ')}`;
    });
  const openings = patches.filter((p) => !p.faces.length).length;
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
