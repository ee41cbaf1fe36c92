import type { PartFile } from '../../core/part/schema.ts';
import type { Feature } from './randomPart.ts';

/**
 * An independent judge: whether a point is in the material, from the part file's figures alone. It shares no code with the engine
 * and knows just the shapes that random parts are made of.
 */
type P = readonly [number, number, number];

/** For each drawing plane, the world direction of the shape's own x, y and z (part format: "Placing a feature"). */
const AXES: Record<string, readonly [P, P, P]> = {
  top: [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ],
  bottom: [
    [1, 0, 0],
    [0, -1, 0],
    [0, 0, -1],
  ],
  front: [
    [1, 0, 0],
    [0, 0, 1],
    [0, -1, 0],
  ],
  back: [
    [-1, 0, 0],
    [0, 0, 1],
    [0, 1, 0],
  ],
  left: [
    [0, -1, 0],
    [0, 0, 1],
    [-1, 0, 0],
  ],
  right: [
    [0, 1, 0],
    [0, 0, 1],
    [1, 0, 0],
  ],
};

/** Turns a point back about an axis through the origin. */
const turnedBack = ([x, y, z]: P, axis: string, degrees: number): P => {
  const [c, s] = [Math.cos((-degrees * Math.PI) / 180), Math.sin((-degrees * Math.PI) / 180)];
  if (axis === 'x') return [x, c * y - s * z, s * y + c * z];
  if (axis === 'y') return [c * x + s * z, y, -s * x + c * z];
  return [c * x - s * y, s * x + c * y, z];
};

/** The point in the shape's own frame. */
const local = (f: Feature, p: P): P => {
  const at = (f.at ?? [0, 0, 0]) as unknown as P;
  let q: P = [p[0] - at[0], p[1] - at[1], p[2] - at[2]];
  for (const t of [...(f.turn ?? [])].reverse()) q = turnedBack(q, t.axis, t.angle as number);
  const [x, y, z] = AXES[f.plane ?? 'top'] as readonly [P, P, P];
  const along = (d: P): number => q[0] * d[0] + q[1] * d[1] + q[2] * d[2];
  return [along(x), along(y), along(z)];
};

const holdsShape = (shape: Feature['shape'], [x, y, z]: P): boolean => {
  const rho = Math.sqrt(x * x + y * y);
  const s = shape as Record<string, unknown>;
  const n = (k: string): number => s[k] as number;
  switch (shape.kind) {
    case 'block':
      return x > 0 && x < n('width') && y > 0 && y < n('depth') && z > 0 && z < n('height');
    case 'cylinder':
      return rho < n('diameter') / 2 && z > 0 && z < n('height');
    case 'prism': {
      const inner = n('side') / (2 * Math.tan(Math.PI / n('sides')));
      if (!(z > 0 && z < n('height'))) return false;
      // one edge lies parallel to x at the least y
      return Array.from(
        { length: n('sides') },
        (_, k) => -Math.PI / 2 + (2 * Math.PI * k) / n('sides'),
      ).every((q) => x * Math.cos(q) + y * Math.sin(q) < inner);
    }
    case 'cone': {
      const [r0, r1] = [n('diameter') / 2, (s.topDiameter === undefined ? 0 : n('topDiameter')) / 2];
      return z > 0 && z < n('height') && rho < r0 + ((r1 - r0) * z) / n('height');
    }
    case 'sphere':
      return x * x + y * y + z * z < (n('diameter') / 2) ** 2;
    case 'torus':
      return (rho - n('diameter') / 2) ** 2 + z * z < (n('tube') / 2) ** 2;
    case 'extrude': {
      const { rectangle, round } = s.profile as { rectangle: [number, number]; round: number };
      const over = (v: number, half: number): number => Math.max(0, Math.abs(v) - (half - round));
      const [a, b] = [over(x, rectangle[0] / 2), over(y, rectangle[1] / 2)];
      return z > 0 && z < n('height') && a * a + b * b < round * round && a < round && b < round;
    }
    case 'slot': {
      const over = Math.max(0, Math.abs(x) - n('length') / 2);
      return z < 0 && z > -n('depth') && over * over + y * y < (n('width') / 2) ** 2;
    }
    case 'hole': {
      const r = n('diameter') / 2;
      const depth = n('depth');
      if (z < 0 && z > -depth && rho < r) return true;
      const bore = s.counterbore as { diameter: number; depth: number } | undefined;
      if (bore && z < 0 && z > -bore.depth && rho < bore.diameter / 2) return true;
      const tip = s.tip as number | undefined;
      return (
        tip !== undefined && z <= -depth && rho < r - (-depth - z) * Math.tan(((tip / 2) * Math.PI) / 180)
      );
    }
    default:
      throw new Error(`no judge for a ${shape.kind}`);
  }
};

/** True where a point, in the body's own frame, is in what one feature adds, cuts or keeps. */
export const holdsFeature = (f: Feature, p: P): boolean => holdsShape(f.shape, local(f, p));

/** True where a point, in the body's own frame, is in the material. */
export const holds = (file: PartFile, p: P): boolean => {
  let inside = false;
  for (const f of file.bodies[0]?.features ?? []) {
    const hit = holdsFeature(f, p);
    if (f.op === 'add') inside ||= hit;
    else if (f.op === 'cut') inside &&= !hit;
    else inside &&= hit;
  }
  return inside;
};
