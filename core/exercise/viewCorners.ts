import type { GivenLine } from '../balance/given.ts';

/** The coordinates of a view's corners, along u and along v. */
const cornersOf = (lines: readonly GivenLine[]): readonly [number[], number[]] => {
  const points = lines.flatMap((l) => (l.kind === 'curve' ? l.points : [l.a, l.b]));
  return [points.map((p) => p[0]), points.map((p) => p[1])];
};
/** Whether a line lies on the rim of its view: it is visible, and nobody needs to be asked. */
export const rimOf = (lines: readonly GivenLine[]): ((l: GivenLine) => boolean) => {
  const all = cornersOf(lines);
  return (l) =>
    l.kind === 'straight' &&
    all.some((xs, k) =>
      [Math.min(...xs), Math.max(...xs)].some(
        (x) => Math.abs(l.a[k as 0 | 1] - x) + Math.abs(l.b[k as 0 | 1] - x) < 1e-6,
      ),
    );
};
