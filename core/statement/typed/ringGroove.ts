import type { Quantity } from '../../part/quantity.ts';
import { typedQuantity } from '../../part/schema.ts';
import { Ask } from './ask.ts';
import { type Maker, need } from './draft.ts';
import type { FaceName } from './faces.ts';
import type { RoundShape, TypedContext } from './placing.ts';
import { endsOf, feetOf, footOf, half, joined, roundMeant, turnedAbout } from './roundShapes.ts';
import type { Said } from './said.ts';

/** Where a groove begins, counted from an end of its shape. */
type Begin = { readonly end: FaceName; readonly from: Quantity; readonly assumed: readonly string[] };

const beginOf = (r: RoundShape, wide: Quantity, s: Said, c: TypedContext): Begin => {
  if (s.has('foot')) return { end: footOf(r, s, c, 'groove').end, from: 0, assumed: [] };
  const ends = endsOf(r);
  const [told] = s.distances().filter((f) => ends.includes(f));
  const distance = told && s.distance(told);
  if (told && distance !== undefined)
    return {
      end: told,
      from: need(distance, 'How far from the end is the groove?'),
      assumed: [`${distance} to its near side, from the ${told} of ${r.name}`],
    };
  if (r.op === 'add' && s.has('centre'))
    return { end: r.plane, from: half(joined(r.height, '-', wide)), assumed: [] };
  const feet = feetOf(r, c);
  throw new Ask(`Where along "${r.name}" is the groove?`, [
    ...ends.map((e) => `10 from ${e}`),
    ...(r.op === 'add' ? ['in the middle'] : []),
    ...(feet.length ? ['at the foot'] : []),
  ]);
};

/** A groove that goes round a rod, or round the inside of a hole: an undercut, a neck, the seat of a retaining ring. */
export const ringGroove: Maker = (s, c) => {
  s.has('ringgroove', 'groove');
  s.has('cut');
  const r = roundMeant(s, c, 'Round what does the groove go?', () => true, {
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
  const { end, from, assumed } = beginOf(r, wide, s, c);
  const last = joined(from, '+', wide);
  const [reach, height] = [c.worth(String(last)), c.worth(String(r.height))];
  if (r.op === 'add' && reach !== undefined && height !== undefined && reach > height + 1e-9)
    throw new Ask(`"${r.name}" is ${r.height} long: the groove would end at ${last}. Where is it?`, []);
  // y runs along the axis: of a rod from its far end, of a hole inwards from its mouth it falls
  const isFromEnd = end === r.plane;
  const top: Quantity = r.op === 'cut' ? 0 : r.height;
  const [low, high] = isFromEnd ? [joined(top, '-', last), joined(top, '-', from)] : [from, last];
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
