import type { Vec2, Vec3 } from '../../../core/geometry/vec.ts';
import { frameToward } from '../../../core/geometry/viewFrames.ts';
import type { Pictorial as Picture } from '../../../workers/pictorial.ts';

/** The place on the ground below a point of the pictorial. */
export const onGround = ([u, v]: Vec2, toward: Vec3, box: readonly number[]): Vec3 | undefined => {
  if (toward[2] <= 0.05) return undefined;
  const f = frameToward(toward);
  const base = [0, 1, 2].map((i) => u * (f.u[i] as number) - v * (f.v[i] as number));
  const t = ((box[2] as number) - (base[2] as number)) / toward[2];
  return base.map((x, i) => x + t * (toward[i] as number)) as unknown as Vec3;
};

/** Squares of ruled ground shown beyond the part. */
const BEYOND = 2;

/** The ground ruled in squares, on which a part is counted. */
export const Ground = ({
  box,
  side,
  axes,
}: {
  box: readonly number[];
  side: number;
  axes: Picture['axes'];
}) => {
  const at = (x: number, y: number): string => {
    const z = box[2] as number;
    return [0, 1]
      .map((i) => x * (axes.W[i] as number) + y * (axes.D[i] as number) + z * (axes.H[i] as number))
      .join(' ');
  };
  const range = (lo: number, hi: number): number[] => {
    const [a, b] = [Math.floor(lo / side) - BEYOND, Math.ceil(hi / side) + BEYOND];
    return Array.from({ length: Math.min(80, b - a + 1) }, (_, i) => (a + i) * side);
  };
  const xs = range(box[0] as number, box[3] as number);
  const ys = range(box[1] as number, box[4] as number);
  const [x0, x1, y0, y1] = [xs[0], xs.at(-1), ys[0], ys.at(-1)] as [number, number, number, number];
  const d = [
    ...xs.map((x) => `M${at(x, y0)}L${at(x, y1)}`),
    ...ys.map((y) => `M${at(x0, y)}L${at(x1, y)}`),
  ].join('');
  return (
    <path
      d={d}
      fill="none"
      stroke="var(--color-light-line)"
      strokeWidth={1}
      vectorEffect="non-scaling-stroke"
    />
  );
};
