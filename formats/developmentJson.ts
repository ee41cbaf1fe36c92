import type { Development } from '../core/develop/develop.ts';
import type { FlatPiece } from '../core/develop/slit.ts';
import { pointOn2 } from '../core/geometry/curve2.ts';
import type { Vec2 } from '../core/geometry/vec.ts';
import { type CurveJson, curveJson } from './curveJson.ts';

/** A surface laid flat as the command line writes it (cli.md, "develop --json"); lengths in the part's unit. */
export type DevelopmentJson = {
  readonly format: 'blue-ledger/development@1';
  readonly units: 'mm' | 'in';
  readonly pieces: readonly {
    readonly of: readonly string[];
    readonly area: number;
    readonly outline: readonly CurveJson[];
    readonly bends: readonly { readonly from: Vec2; readonly to: Vec2 }[];
    readonly holes: readonly (readonly CurveJson[])[];
  }[];
};

const pieceJson = (p: FlatPiece, size: number): CurveJson => {
  // a line keeps the sense in which the outline runs; other curves are written from the lesser parameter
  if (p.curve.type === 'line') return curveJson(p.curve, p.from, p.to, size);
  return curveJson(p.curve, Math.min(p.from, p.to), Math.max(p.from, p.to), size);
};

/** The greatest extent of a piece, by which splines are judged. */
const sizeOf = (outline: readonly FlatPiece[]): number => {
  const points = outline.flatMap((p) => [p.from, (p.from + p.to) / 2, p.to].map((t) => pointOn2(p.curve, t)));
  const spread = ([0, 1] as const).map((k) => {
    const xs = points.map((p) => p[k]);
    return Math.max(...xs) - Math.min(...xs);
  });
  return Math.max(...spread);
};

export const developmentJson = (pieces: readonly Development[], units: 'mm' | 'in'): DevelopmentJson => ({
  format: 'blue-ledger/development@1',
  units,
  pieces: pieces.map((d) => {
    const size = sizeOf(d.outline);
    return {
      of: d.of,
      area: d.area,
      outline: d.outline.map((p) => pieceJson(p, size)),
      bends: d.bends,
      holes: d.holes.map((h) => h.map((p) => pieceJson(p, size))),
    };
  }),
});
