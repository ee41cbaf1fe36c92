import { AXIS_LETTERS } from '../../geometry/rigid.ts';
import type { Quantity } from '../../part/quantity.ts';
import { typedQuantity } from '../../part/schema.ts';
import { Ask } from './ask.ts';
import { type Draft, type Maker, need, type Quantity3 } from './draft.ts';
import { FACE_AXES, type FaceName, LOW } from './faces.ts';
import type { RoundShape } from './placing.ts';
import { isCountedOn, roundMeant, type Stretch, stretchOf } from './roundShapes.ts';
import { half, joined } from './writtenLength.ts';

/** One flat, or two opposite ones, cut along a stretch of a rod on a side of it. */
const flatOn = (
  r: RoundShape,
  side: FaceName,
  { low, high }: Stretch,
  sizes: { readonly long: Quantity; readonly deep: Quantity },
  isDouble: boolean,
): Draft => {
  const [, , k, way] = FACE_AXES[r.plane];
  const [, , m, out] = FACE_AXES[side];
  const q = ([0, 1, 2] as const).find((x) => x !== k && x !== m) as 0 | 1 | 2;
  const middle = [...(r.at ?? [0, 0, 0])] as Quantity[];
  const radius = half(r.diameter);
  const at: Quantity[] = [0, 0, 0];
  at[k] = joined(middle[k] as Quantity, way === 1 ? '+' : '-', way === 1 ? low : high);
  at[m] =
    out === 1
      ? joined(joined(middle[m] as Quantity, '+', radius), '-', sizes.deep)
      : joined(middle[m] as Quantity, '-', radius);
  at[q] = joined(middle[q] as Quantity, '-', radius);
  const block: Quantity[] = [0, 0, 0];
  block[k] = sizes.long;
  block[m] = sizes.deep;
  block[q] = r.diameter;
  const [width, depth, height] = block as Quantity3;
  return {
    base: 'flat',
    op: 'cut',
    at: at as Quantity3,
    ...(r.repeat && { repeat: r.repeat }),
    ...(isDouble && { mirror: { normal: AXIS_LETTERS[m], at: middle[m] as Quantity } }),
    shape: { kind: 'block', width, depth, height },
  };
};

/** Flats along a stretch of a rod: one, two opposite ones, or the four of a squared end. */
export const flats: Maker = (s, c) => {
  const count = s.has('fourflats') ? 4 : s.has('twoflats') ? 2 : 1;
  s.has('oneflat');
  s.has('cut');
  const isCounted = isCountedOn(s, c);
  const r = roundMeant(s, c, 'On what is the flat?', (x) => x.op === 'add' && isCounted(x), {
    because: 'No rod is there.',
    offers: [],
  });
  if (r.op === 'cut' || (r.mirror && count > 1))
    throw new Ask(
      `A flat goes on a rod without a mirrored copy, "${r.name}" is none. On what is the flat?`,
      [],
    );
  const long = need(s.named('length', 'width') ?? s.shift('length'), 'How long is the flat?', '15 long');
  const across = s.named('af', 'diameter');
  const stated = s.named('depth', 'height', 'thickness');
  if (across !== undefined && stated !== undefined)
    throw new Ask(`Is the flat ${stated} deep, or ${across} across?`, []);
  const rest = across === undefined ? undefined : joined(r.diameter, '-', typedQuantity(across));
  const deep: Quantity =
    rest === undefined
      ? need(stated, 'How deep is the flat, or how far across?', '2 deep', '16 across')
      : count === 1
        ? rest
        : half(rest);
  const [own, whole] = [c.worth(String(deep)), c.worth(String(r.diameter))];
  if (own !== undefined && whole !== undefined && (own <= 0 || own >= whole / (count > 1 ? 2 : 1)))
    throw new Ask(
      `"${r.name}" is ${r.diameter} across: such a flat would leave nothing of it, or take nothing off it. How deep is it?`,
      ['2 deep'],
    );
  const stretch = stretchOf(r, long, s, c, 'flat');
  const [, , k] = FACE_AXES[r.plane];
  const usual: FaceName = k === 2 ? 'front' : 'top';
  const side = s.face() ?? usual;
  if (FACE_AXES[side][2] === k)
    throw new Ask(
      `The flat lies along "${r.name}". On which side of it?`,
      k === 2 ? ['on the front'] : ['on the top'],
    );
  // the other pair of a squared end looks along the direction that is left
  const [, , m] = FACE_AXES[side];
  const other = LOW[([0, 1, 2] as const).find((x) => x !== k && x !== m) ?? 0];
  const sizes = { long, deep };
  return {
    features: [
      flatOn(r, side, stretch, sizes, count > 1),
      ...(count === 4 ? [flatOn(r, other, stretch, sizes, true)] : []),
    ],
    assumed: [...stretch.assumed, ...(side === usual && count < 4 ? [`on the ${side}`] : [])],
  };
};
