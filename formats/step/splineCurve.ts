import type { Vec3 } from '../../core/geometry/vec.ts';
import type { EntityReader } from './entityReader.ts';
import { refuseEntity } from './part21.ts';
import { stepSays } from './stepWords.ts';

/** A rational spline: control points with weights, and the knots, each as often as it counts. */
export type Spline = {
  readonly degree: number;
  readonly poles: readonly Vec3[];
  readonly weights: readonly number[];
  readonly knots: readonly number[];
};

const MOST_POLES = 20_000;

/** The spline that an entity states, or undefined where it is none. Lengths as in the file. */
export const splineOf = (read: EntityReader, id: number): Spline | undefined => {
  const simple = read.find(id, 'B_SPLINE_CURVE_WITH_KNOTS');
  if (!simple) return undefined;
  const base = read.find(id, 'B_SPLINE_CURVE');
  // as one record it has the name first, then the curve's arguments, then the knots'
  const curve = base ? base.items : simple.items.slice(1);
  const own = base ? simple.items : simple.items.slice(6);
  const degree = read.number(id, curve[0]);
  const poles = read.refs(id, curve[1]).map((p) => read.point(p));
  const times = read.list(id, own[0]).map((v) => read.number(id, v));
  const values = read.list(id, own[1]).map((v) => read.number(id, v));
  const knots = values.flatMap((v, i) => Array<number>(Math.min(64, times[i] ?? 0)).fill(v));
  const rational = read.find(id, 'RATIONAL_B_SPLINE_CURVE');
  const weights = rational
    ? read.list(id, rational.items[0]).map((v) => read.number(id, v))
    : poles.map(() => 1);
  const fits =
    Number.isInteger(degree) &&
    degree >= 1 &&
    degree <= 25 &&
    poles.length <= MOST_POLES &&
    knots.length === poles.length + degree + 1 &&
    weights.length === poles.length &&
    weights.every((w) => w > 0) &&
    knots.every((k, i) => i === 0 || k >= (knots[i - 1] as number));
  return fits ? { degree, poles, weights, knots } : refuseEntity(id, stepSays('wrong'));
};

/** The stretch of the parameter over which a spline is defined. */
export const splineDomain = (s: Spline): readonly [number, number] => [
  s.knots[s.degree] as number,
  s.knots[s.poles.length] as number,
];

/** The point of a spline at a parameter, by de Boor's algorithm in homogeneous coordinates. */
export const splinePoint = ({ degree, poles, weights, knots }: Spline, t: number): Vec3 => {
  let k = degree;
  while (k < poles.length - 1 && t >= (knots[k + 1] as number)) k++;
  const d = Array.from({ length: degree + 1 }, (_, j) => {
    const i = k - degree + j;
    const w = weights[i] as number;
    const p = poles[i] as Vec3;
    return [p[0] * w, p[1] * w, p[2] * w, w];
  });
  for (let r = 1; r <= degree; r++)
    for (let j = degree; j >= r; j--) {
      const i = k - degree + j;
      const low = knots[i] as number;
      const span = (knots[i + degree - r + 1] as number) - low;
      const a = span === 0 ? 0 : (t - low) / span;
      const [u, v] = [d[j - 1] as number[], d[j] as number[]];
      d[j] = v.map((x, n) => (1 - a) * (u[n] as number) + a * x);
    }
  const [x, y, z, w] = d[degree] as [number, number, number, number];
  return [x / w, y / w, z / w];
};
