import type { Vec2 } from '../../geometry/vec.ts';
import type { Stretch } from '../ink/ink.ts';

/** Puts a view's plane on the paper: scaled by k, turned by (c, s), moved by `to`. Never mirrored. */
export type Similarity = { readonly k: number; readonly c: number; readonly s: number; readonly to: Vec2 };

/** A direction of a view's plane on the paper, as long as the scale makes it. */
export const turned = (m: Similarity, v: Vec2): Vec2 => [
  m.k * (m.c * v[0] - m.s * v[1]),
  m.k * (m.s * v[0] + m.c * v[1]),
];

/** A direction whose part to the right is less than this stands upright. */
const UPRIGHT = 1e-9;
/** Whether what is written along a direction is read from below or from the right, and not upside down. Source: ISO 129-1. */
export const readsUpright = ([x, y]: Vec2): boolean => x > UPRIGHT || (x > -UPRIGHT && y > 0);

/** A point of a view's plane on the paper, mm with y up. */
export const onPaper = (m: Similarity, p: Vec2): Vec2 => {
  const q = turned(m, p);
  return [q[0] + m.to[0], q[1] + m.to[1]];
};

/** A stretch of a curve of a view's plane on the paper. */
export const stretchOnPaper = (m: Similarity, { curve, from, to }: Stretch): Stretch => {
  if (curve.type === 'line') {
    const d = turned(m, curve.d);
    return {
      curve: { type: 'line', p: onPaper(m, curve.p), d: [d[0] / m.k, d[1] / m.k] },
      from: from * m.k,
      to: to * m.k,
    };
  }
  if (curve.type === 'conic')
    return {
      curve: {
        ...curve,
        c: onPaper(m, curve.c),
        major: turned(m, curve.major),
        minor: turned(m, curve.minor),
      },
      from,
      to,
    };
  if (curve.type === 'arch')
    return {
      curve: { ...curve, c: onPaper(m, curve.c), u: turned(m, curve.u), v: turned(m, curve.v) },
      from,
      to,
    };
  return { curve: { ...curve, at: (t) => onPaper(m, curve.at(t)) }, from, to };
};
