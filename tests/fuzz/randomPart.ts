import type { PartFile } from '../../core/part/schema.ts';

/** Random parts, each the same for the same seed: whole-number places and sizes with turns of few kinds, so that faces coincide. */
export type Features = PartFile['bodies'][number]['features'];
export type Feature = Features[number];
type Shape = Feature['shape'];

/** A small generator of even random numbers (mulberry32). */
export const randomFrom = (seed: number): (() => number) => {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
};

const ANGLES = [0, 0, 30, 45, 90, 90, 180] as const;
const PLANES = ['top', 'front', 'left', 'right', 'back', 'bottom'] as const;

type Pick = { readonly upTo: (n: number) => number; readonly of: <T>(list: readonly T[]) => T };

const shapeFrom = ({ upTo, of }: Pick): Shape => {
  const size = (least: number, most: number): number => least + upTo(most - least + 1);
  switch (upTo(13)) {
    case 0:
    case 1:
    case 2:
      return { kind: 'block', width: size(2, 9), depth: size(2, 9), height: size(2, 9) };
    case 3:
    case 4:
      return { kind: 'cylinder', diameter: 2 * size(1, 4), height: size(2, 10) };
    case 5:
      return { kind: 'prism', sides: of([3, 4, 6]), side: size(2, 5), height: size(2, 8) };
    case 6:
      return { kind: 'cone', diameter: 2 * size(2, 5), height: size(2, 9) };
    case 7:
      return { kind: 'cone', diameter: 2 * size(3, 5), topDiameter: 2 * size(1, 2), height: size(2, 8) };
    case 8:
      return { kind: 'sphere', diameter: 2 * size(1, 5) };
    case 9:
      return { kind: 'torus', diameter: 2 * size(3, 6), tube: size(1, 4) };
    case 10:
      return {
        kind: 'extrude',
        height: size(2, 8),
        profile: { rectangle: [size(5, 9), size(5, 9)], round: size(1, 2) },
      };
    case 11:
      return { kind: 'slot', length: size(6, 10), width: size(2, 5), depth: size(2, 6) };
    default:
      return {
        kind: 'hole',
        diameter: 2 * size(1, 2),
        depth: size(2, 8),
        ...(upTo(2) ? { counterbore: { diameter: 2 * size(3, 4), depth: 1 } } : { tip: 120 }),
      };
  }
};

/** The part of a seed: a block and one to five features more; one part in four has its places off by very little. */
export const randomPart = (seed: number): PartFile => {
  const next = randomFrom(seed);
  const upTo = (n: number): number => Math.floor(next() * n);
  const of = <T>(list: readonly T[]): T => list[upTo(list.length)] as T;
  // well outside the tolerance or well inside it (1e-8 of the size): in the band between, either answer is right
  const jitter = upTo(4) === 0 ? (of([1e-2, 1e-3, 1e-4, 1e-5, 1e-9, 1e-11]) as number) : 0;
  const off = (): number => (jitter ? (upTo(3) - 1) * jitter : 0);
  const feature = (i: number): Feature => {
    const turn = of(ANGLES);
    return {
      id: `f${i}`,
      op: i === 0 ? 'add' : of(['add', 'add', 'cut', 'cut', 'cut', 'keep']),
      shape: i === 0 ? { kind: 'block', width: 9, depth: 9, height: 9 } : shapeFrom({ upTo, of }),
      at: i === 0 ? [2, 2, 2] : [upTo(13) + off(), upTo(13) + off(), upTo(13) + off()],
      ...(i > 0 && upTo(3) ? { plane: of(PLANES) } : {}),
      ...(i > 0 && turn ? { turn: [{ axis: of(['x', 'y', 'z'] as const), angle: turn }] } : {}),
    } as Feature;
  };
  const count = 2 + upTo(5);
  return {
    format: 'blue-ledger/part@1',
    name: `seed ${seed}`,
    units: 'mm',
    bodies: [{ name: 'body', features: Array.from({ length: count }, (_, i) => feature(i)) }],
  };
};

/** The same part, turned and moved as a whole. */
export const placed = (
  file: PartFile,
  turn: readonly [number, number],
  at: readonly [number, number, number],
): PartFile => ({
  ...file,
  bodies: file.bodies.map((b) => ({
    ...b,
    turn: [
      { axis: 'x' as const, angle: turn[0] },
      { axis: 'z' as const, angle: turn[1] },
    ],
    at: [...at] as [number, number, number],
  })),
});
