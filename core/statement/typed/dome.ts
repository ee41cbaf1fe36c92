import type { Quantity } from '../../part/quantity.ts';
import { Ask } from './ask.ts';
import { type Maker, need } from './draft.ts';
import type { RoundShape } from './placing.ts';
import { endsOf, roundMeant, turnedAbout } from './roundShapes.ts';
import { half, joined } from './writtenLength.ts';

/** A rounded end on a rod: half a ball as thick as the rod, or as much of a larger one as is so high. */
export const dome: Maker = (s, c) => {
  s.has('dome');
  s.has('add');
  const [face] = s.sight();
  const isAble = (x: RoundShape): boolean => x.op === 'add' && endsOf(x).includes(face ?? x.plane);
  const r = roundMeant(s, c, 'On what is the dome?', isAble, {
    because: 'No rod is there.',
    offers: [],
  });
  if (r.op === 'cut') throw new Ask(`"${r.name}" is a hole. On what is the dome?`, []);
  const across = s.named('diameter', 'radius');
  const radius = half(r.diameter);
  if (across !== undefined && c.worth(across) !== c.worth(String(r.diameter)))
    throw new Ask(`"${r.name}" is ${r.diameter} across, and so is a dome on it. How high is the dome?`, [
      '5 high',
    ]);
  const told = s.named('height', 'length', 'depth');
  const high = told === undefined ? radius : need(told, 'How high is the dome?', '5 high');
  const [own, up] = [c.worth(String(radius)), c.worth(String(high))];
  if (own !== undefined && up !== undefined && up > own + 1e-9)
    throw new Ask(`A dome is at most half as high as it is wide, ${radius}. How high is the dome?`, [
      `${radius} high`,
    ]);
  const named = s.face();
  const end = named ?? r.plane;
  if (!endsOf(r).includes(end))
    throw new Ask(
      `On which end of "${r.name}" is the dome?`,
      endsOf(r).map((e) => `at the ${e}`),
    );
  const isFar = end === r.plane;
  const foot: Quantity = isFar ? r.height : 0;
  const tip = isFar ? joined(foot, '+', high) : joined(foot, '-', high);
  // the ball's centre lies so far below the tip; worked out, as an expression of it would be hard to read
  const ball: Quantity =
    told === undefined || own === undefined || up === undefined
      ? radius
      : Number(((own * own + up * up) / (2 * up)).toFixed(9));
  const centre = told === undefined ? foot : isFar ? joined(tip, '-', ball) : joined(tip, '+', ball);
  return {
    features: [
      turnedAbout(r, 'dome', 'add', {
        start: [0, foot],
        path: [{ to: [radius, foot] }, { to: [0, tip], centre: [0, centre], turn: isFar ? 'ccw' : 'cw' }],
      }),
    ],
    assumed: [
      ...(told === undefined ? ['half a ball'] : []),
      ...(named ? [] : [`at the ${end} of ${r.name}`]),
    ],
  };
};
