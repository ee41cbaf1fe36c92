import { pointOn2 } from '../core/geometry/curve2.ts';
import { fitSpline } from '../core/geometry/spline2.ts';
import { along2, type Vec2 } from '../core/geometry/vec.ts';
import type { Stretch } from '../core/sheet/ink/ink.ts';

/** A stretch as drawing commands in paper millimetres: lines and cubic Bezier arcs. */
export type PathCommand =
  | { readonly op: 'move'; readonly to: Vec2 }
  | { readonly op: 'line'; readonly to: Vec2 }
  | { readonly op: 'curve'; readonly c1: Vec2; readonly c2: Vec2; readonly to: Vec2 };

/** A sixteenth of a turn: a Bezier arc that long is off by less than 1e-7 of the radius. */
const ARC_STEP = Math.PI / 8;
/** Free curves are fitted within this distance on the paper, mm. */
const PAPER_TOLERANCE = 1e-4;

export const pathCommands = ({ curve, from, to }: Stretch): PathCommand[] => {
  if (curve.type === 'line')
    return [
      { op: 'move', to: pointOn2(curve, from) },
      { op: 'line', to: pointOn2(curve, to) },
    ];
  if (curve.type === 'free' || curve.type === 'arch') {
    const { points } = fitSpline((t) => pointOn2(curve, t), from, to, PAPER_TOLERANCE);
    const out: PathCommand[] = [{ op: 'move', to: points[0] as Vec2 }];
    for (let i = 1; i + 2 < points.length; i += 3)
      out.push({ op: 'curve', c1: points[i] as Vec2, c2: points[i + 1] as Vec2, to: points[i + 2] as Vec2 });
    return out;
  }
  const n = Math.max(1, Math.ceil(Math.abs(to - from) / ARC_STEP - 1e-9));
  const step = (to - from) / n;
  const k = (4 / 3) * Math.tan(step / 4);
  const speed = (t: number): Vec2 =>
    along2(along2([0, 0], curve.major, -Math.sin(t)), curve.minor, Math.cos(t));
  const out: PathCommand[] = [{ op: 'move', to: pointOn2(curve, from) }];
  for (let i = 0; i < n; i++) {
    const a = from + step * i;
    const b = a + step;
    out.push({
      op: 'curve',
      c1: along2(pointOn2(curve, a), speed(a), k),
      c2: along2(pointOn2(curve, b), speed(b), -k),
      to: pointOn2(curve, b),
    });
  }
  return out;
};
