import type { Vec2 } from '../../core/geometry/vec.ts';
import { onPaper, type SideSeen } from '../../core/pictorial/isometricPaper.ts';
import { isometric } from './paper.ts';

/** Edge of the cube, and the room round it, in squares. */
const EDGE = 3;
const ROOM = 0.3;
/** A square of the paper, px. */
const SQUARE = 13;

/** A cube on isometric paper with a word on each face that is seen: which way the front is. */
export const PaperCube = ({ side }: { readonly side: SideSeen }) => {
  const { shown } = isometric(side);
  /** A place so many edges along the width, the depth and the height, in squares to the right and down. */
  const at = (x: number, y: number, z: number): Vec2 => {
    const [u, v] = shown(onPaper(side, [EDGE * x, EDGE * y, EDGE * z]));
    return [u, -v];
  };
  const near = side === 'right' ? 1 : 0;
  const faces = [
    { name: 'front', corners: [at(0, 0, 0), at(1, 0, 0), at(1, 0, 1), at(0, 0, 1)] },
    { name: side, corners: [at(near, 0, 0), at(near, 1, 0), at(near, 1, 1), at(near, 0, 1)] },
    { name: 'top', corners: [at(0, 0, 1), at(1, 0, 1), at(1, 1, 1), at(0, 1, 1)] },
  ];
  const all = faces.flatMap((f) => f.corners);
  const bounds = (k: 0 | 1): [number, number] => {
    const own = all.map((p) => p[k]);
    return [Math.min(...own) - ROOM, Math.max(...own) + ROOM];
  };
  const [[left, end], [head, foot]] = [bounds(0), bounds(1)];
  return (
    <svg
      role="img"
      aria-label={`On this paper the front is to the ${side === 'right' ? 'left' : 'right'}, the ${side} side to the ${side}`}
      viewBox={`${left} ${head} ${end - left} ${foot - head}`}
      width={(end - left) * SQUARE}
      height={(foot - head) * SQUARE}
      className="shrink-0"
    >
      {faces.map(({ name, corners }) => {
        const middle = ([0, 1] as const).map((k) => corners.reduce((s, p) => s + p[k], 0) / corners.length);
        return (
          <g key={name}>
            <polygon
              points={corners.map((p) => p.join(',')).join(' ')}
              className="fill-white stroke-rule-strong"
              strokeWidth={0.1}
              strokeLinejoin="round"
            />
            <text
              x={middle[0]}
              y={middle[1]}
              textAnchor="middle"
              dominantBaseline="central"
              fontSize={0.9}
              className="fill-ink"
            >
              {name}
            </text>
          </g>
        );
      })}
    </svg>
  );
};
