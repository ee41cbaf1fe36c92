import type { Quantity } from '../../part/quantity.ts';
import { Ask } from './ask.ts';
import { type Maker, need, type Quantity3 } from './draft.ts';
import { FACE_AXES } from './faces.ts';
import { onlyRod, type RoundShape } from './placing.ts';
import { isCountedOn, roundMeant, stretchOf } from './roundShapes.ts';
import { cylinder } from './rounds.ts';
import { joined } from './writtenLength.ts';

/** A collar round a rod: a wider cylinder on the rod's own axis. Where no rod is meant it is a cylinder like any other. */
export const collar: Maker = (s, c) => {
  s.has('collar');
  const isRound = s.sees('ofShape') || (s.sight().length === 0 && onlyRod(c) !== undefined);
  if (!isRound || !c.rounds?.some((r) => r.op === 'add')) return cylinder(s, c);
  s.has('add');
  const rod = onlyRod(c);
  const isCounted = isCountedOn(s, c);
  const isAble = (x: RoundShape): boolean => x.op === 'add' && (!rod || x.name === rod.name) && isCounted(x);
  const r = roundMeant(s, c, 'Round what is the collar?', isAble, {
    because: 'No rod is there.',
    offers: [],
  });
  const diameter = need(s.next('diameter', 'radius'), 'What is the diameter of the collar?', '30 dia');
  const long = need(
    s.named('length', 'height', 'width', 'thickness') ?? s.shift('length'),
    'How long is the collar?',
    '8 long',
  );
  const [own, inner] = [c.worth(String(diameter)), c.worth(String(r.diameter))];
  if (own !== undefined && inner !== undefined && own <= inner)
    throw new Ask(
      `"${r.name}" is ${r.diameter} across: the collar would be within it. What is its diameter?`,
      [],
    );
  const { low, assumed } = stretchOf(r, long, s, c, 'collar');
  const [, , n, side] = FACE_AXES[r.plane];
  const at = [...(r.at ?? [0, 0, 0])] as Quantity[];
  at[n] = joined(at[n] as Quantity, side === 1 ? '+' : '-', low);
  return {
    features: [
      {
        base: 'collar',
        op: 'add',
        ...(r.plane !== 'top' && { plane: r.plane }),
        at: at as Quantity3,
        ...(r.repeat && { repeat: r.repeat }),
        ...(r.mirror && { mirror: r.mirror }),
        shape: { kind: 'cylinder', diameter, height: long },
      },
    ],
    assumed,
  };
};
