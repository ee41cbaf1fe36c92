import { along2, distance2, sub2, type Vec2 } from '../../geometry/vec.ts';
import { type Ink, letters, straight, stroke } from '../ink/ink.ts';
import { BALLOON_RADIUS, type PlacedBalloon } from '../views/balloons.ts';

const HEIGHT = 3.5;
/** Half the width of the dot that ends a leader inside an outline (ISO 128-22), mm, and how many corners it is drawn with. */
const DOT = 0.6;
const DOT_CORNERS = 12;

/** A balloon with its number and its leader. */
export const balloonInk = ({ item, at, to }: PlacedBalloon): Ink[] => {
  const far = distance2(at, to);
  const way = sub2(to, at);
  const rim = along2(at, way, BALLOON_RADIUS / far);
  const dot = Array.from({ length: DOT_CORNERS }, (_, i): Vec2 => {
    const a = (2 * Math.PI * i) / DOT_CORNERS;
    return [to[0] + DOT * Math.cos(a), to[1] + DOT * Math.sin(a)];
  });
  const circle = {
    type: 'conic',
    c: at,
    major: [BALLOON_RADIUS, 0],
    minor: [0, BALLOON_RADIUS],
    round: true,
  } as const;
  return [
    stroke('balloons', 'dimension', [{ curve: circle, from: 0, to: 2 * Math.PI }, straight(rim, to)]),
    { kind: 'fill', layer: 'balloons', points: dot },
    letters('balloons', String(item), [at[0], at[1] - HEIGHT / 2], HEIGHT),
  ];
};
