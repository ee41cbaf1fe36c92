import { says } from '../../number/faultWords.ts';
import type { FeatureFile } from '../schema.ts';
import type { Path, SizeReader } from '../sizeReading.ts';
import type { StandardFile } from './schema.ts';

type Tapered = Extract<StandardFile, { kind: 'taperKey' | 'cotter' }>;

/** How far an end bulges, as a share of the width there. */
const BULGE = { square: 0, arc: 0.1, round: 0.5 } as const;
/** How far from the large end the stated width is, as a share of the length. */
export const WIDTH_STATION = { large: 0, middle: 0.5, small: 1 } as const;

/** The widths of a taper 1:n at its large and its small end. */
export const taperWidths = (
  width: number,
  widthAt: keyof typeof WIDTH_STATION,
  length: number,
  n: number,
): readonly [number, number] => {
  const large = width + (length * WIDTH_STATION[widthAt]) / n;
  return [large, large - length / n];
};

/** The centre of the arc over a chord that bulges so far from the middle of the chord. @returns how far behind the chord it lies */
const behindChord = (chord: number, bulge: number): number => (chord * chord) / (8 * bulge) - bulge / 2;

/**
 * A taper key or cotter: length along z from 0 up, the large end at z = 0, thickness along y and centred; the width along x and centred,
 * or with one side sloping from x = 0, where it is straight. Rounded ends bulge beyond the length.
 * @throws Refusal where the taper leaves no width at the small end
 */
export const taperFeatures = (s: Tapered, read: SizeReader, path: Path): FeatureFile[] => {
  const width = read.size(s.width, [...path, 'width']);
  const thickness = read.size(s.thickness, [...path, 'thickness']);
  const length = read.size(s.length, [...path, 'length']);
  const n = read.size(s.taper, [...path, 'taper']);
  const [large, small] = taperWidths(width, s.widthAt ?? 'large', length, n);
  if (small <= 0) read.refuse([...path, 'taper'], says('taper.pointed', { n, length }));
  const isOneSided = s.sides === 1;
  const left = (w: number): number => (isOneSided ? 0 : -w / 2);
  const right = (w: number): number => (isOneSided ? w : w / 2);
  const share = BULGE[s.ends ?? 'square'];
  const corners: [number, number][] = [
    [left(large), 0],
    [right(large), 0],
    [right(small), length],
    [left(small), length],
  ];
  const [a, b, c, d] = corners as [[number, number], [number, number], [number, number], [number, number]];
  const arc = (
    from: number,
    to: number,
    chord: number,
    z: number,
    up: 1 | -1,
  ): { to: [number, number]; centre: [number, number]; turn: 'ccw' } => ({
    to: [to, z],
    centre: [(from + to) / 2, z - up * behindChord(chord, share * chord)],
    turn: 'ccw',
  });
  const profile = share
    ? {
        start: a,
        path: [arc(a[0], b[0], large, 0, -1), { to: c }, arc(c[0], d[0], small, length, 1), { to: a }],
      }
    : { polygon: corners };
  return [
    {
      id: s.kind === 'cotter' ? 'cotter' : 'key',
      op: 'add',
      plane: 'front',
      at: [0, thickness / 2, 0],
      shape: { kind: 'extrude', profile, height: thickness },
    },
  ];
};
