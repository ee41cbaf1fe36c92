import { typedQuantity } from '../../part/schema.ts';
import { Ask } from './ask.ts';
import { type Maker, need } from './draft.ts';
import { isCountedOn, roundMeant, stretchOf, turnedAbout } from './roundShapes.ts';
import { half, joined } from './writtenLength.ts';

/** A groove that goes round a rod, or round the inside of a hole: an undercut, a neck, the seat of a retaining ring. */
export const ringGroove: Maker = (s, c) => {
  s.has('ringgroove', 'groove');
  s.has('cut');
  const r = roundMeant(s, c, 'Round what does the groove go?', isCountedOn(s, c), {
    because: 'Nothing round is there.',
    offers: [],
  });
  const wide = need(s.named('width', 'length') ?? s.shift('width'), 'How wide is the groove?', '3 wide');
  const across = s.named('diameter', 'radius');
  const radius = half(r.diameter);
  const floor =
    across === undefined
      ? joined(
          radius,
          r.op === 'cut' ? '+' : '-',
          need(
            s.named('depth', 'height', 'thickness') ?? s.shift('depth'),
            'How deep is the groove?',
            '2 deep',
          ),
        )
      : half(typedQuantity(across));
  const [at, own] = [c.worth(String(floor)), c.worth(String(radius))];
  if (at !== undefined && own !== undefined && (r.op === 'cut' ? at <= own : at >= own || at <= 0))
    throw new Ask(
      r.op === 'cut'
        ? `The groove would be no wider than "${r.name}" itself. How deep is it?`
        : `The groove would leave nothing of "${r.name}", or take nothing off it. How deep is it?`,
      [],
    );
  const { low, high, assumed } = stretchOf(r, wide, s, c, 'groove');
  return {
    features: [
      turnedAbout(r, 'groove', 'cut', {
        polygon: [
          [floor, low],
          [radius, low],
          [radius, high],
          [floor, high],
        ],
      }),
    ],
    assumed,
  };
};
