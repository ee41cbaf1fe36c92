import { cross2, distance2, type Vec2 } from '../../geometry/vec.ts';
import { type BoardMethod, length } from '../method.ts';
import { bisector, lettered } from '../onBoard.ts';

/** Points count as in one line where the middle one is less than this share of their distance beside it. */
const FLAT = 0.01;

/** An arc through three given points. */
export const arcThroughThree: BoardMethod = {
  kind: 'board',
  slug: 'arc-through-three-points',
  title: 'Arc through three points',
  group: 'Curves',
  use: 'Where an arc is given by its ends and one point between, or by its width and its rise.',
  figures: [
    length('bx', 'B right of A', 35, [5, 150]),
    length('by', 'B above A', 25, [-100, 100]),
    length('cx', 'C right of A', 80, [5, 200]),
    length('cy', 'C above A', 5, [-100, 100]),
  ],
  refuses: ({ bx = 0, by = 0, cx = 0, cy = 0 }) => {
    if (bx >= cx) return 'B must lie between A and C: give it less to the right than C.';
    const size = distance2([0, 0], [cx, cy]);
    return Math.abs(cross2([cx, cy], [bx, by])) < FLAT * size * size
      ? 'The three points lie nearly in one line, through which no arc goes: move B away from the line AC.'
      : undefined;
  },
  steps: ({ bx = 0, by = 0, cx = 0, cy = 0 }) => {
    const isLeft = cross2([bx, by] as Vec2, [cx, cy] as Vec2) > 0;
    const [from, to] = isLeft ? ['A', 'C'] : ['C', 'A'];
    return [
      {
        text: 'Mark the three points A, B and C.',
        why: 'They are given.',
        tool: 'rule',
        deeds: [
          { do: 'place', point: 'A', left: 0, bottom: 0 },
          { do: 'place', point: 'B', left: bx, bottom: by },
          { do: 'place', point: 'C', left: cx, bottom: cy },
        ],
        names: lettered('A', 'B', 'C'),
      },
      {
        text: 'Draw equal arcs about A and B that cross twice, and the line through where they cross.',
        why: 'Every point of this line is as far from A as from B.',
        tool: 'compass',
        deeds: bisector('m', 'A', 'B'),
      },
      {
        text: 'Do the same with B and C. The two lines cross in O.',
        why: 'O is equally far from all three points.',
        tool: 'compass',
        deeds: [...bisector('n', 'B', 'C'), { do: 'cross', point: 'O', a: 'm', b: 'n' }],
        names: lettered('O'),
      },
      {
        text: 'Draw the arc about O from A through B to C.',
        why: 'Set the compass at A; it must pass through B.',
        tool: 'compass',
        deeds: [
          { do: 'circle', circle: 'c', centre: 'O', through: 'A' },
          { do: 'arc', seen: true, circle: 'c', from, to },
        ],
      },
    ];
  },
};
