import type { Quantity } from '../../part/quantity.ts';
import type { FeatureFile } from '../../part/schema.ts';
import { Ask } from './ask.ts';
import { type Draft, need, type Quantity3 } from './draft.ts';
import { FACE_AXES, type FaceName, opposite } from './faces.ts';
import { type RoundShape, SAME, type TypedContext } from './placing.ts';
import type { Said } from './said.ts';
import { half, joined } from './writtenLength.ts';

/** The ends of a round shape, by the way each looks: a rod has two, a step of a shaft its outer one, a hole is broken at its mouth. */
export const endsOf = (r: RoundShape): readonly FaceName[] =>
  r.op === 'cut' ? [r.plane] : (r.step?.ends ?? [r.plane, opposite(r.plane)]);

/**
 * The one round shape that a line means: the one it names, or the only one that may be meant. Of a shaft that is named it is the step that may be meant.
 * @param question asked where there are several, or none
 * @param ifNone what is offered where none may be meant
 */
export const roundMeant = (
  s: Said,
  c: TypedContext,
  question: string,
  isAble: (r: RoundShape) => boolean,
  ifNone: { readonly because: string; readonly offers: readonly string[] },
): RoundShape => {
  const named = s.middleOf();
  const isNamed = named !== undefined && named !== 'whole';
  const own = (c.rounds ?? []).filter((r) => !isNamed || r.name === named.shape);
  if (isNamed && !own.length) throw new Ask(`"${named.shape}" is not round. ${question}`, [...ifNone.offers]);
  const [first, second] = own;
  if (isNamed && first && !second) return first;
  const able = own.filter(isAble);
  const [only, other] = able;
  if (!only) throw new Ask(`${ifNone.because} ${question}`, [...ifNone.offers]);
  if (!other) return only;
  const names = [...new Set(able.map((r) => r.name))];
  const [name, more] = names;
  throw new Ask(
    more === undefined ? `Which step of "${name}" is meant?` : question,
    more !== undefined
      ? names.map((x) => `of ${x}`)
      : [...new Set(able.flatMap((r) => [...endsOf(r), ...(r.step?.feet ?? []).map((f) => f.end)]))],
  );
};

/** What is turned about a round shape's own axis, at the place of the shape and of all its copies: x is the radius, y runs along the axis. */
export const turnedAbout = (
  r: RoundShape,
  base: string,
  op: 'add' | 'cut',
  profile: Extract<FeatureFile['shape'], { kind: 'revolve' }>['profile'],
): Draft => ({
  base,
  op,
  ...(r.plane !== 'top' && { plane: r.plane }),
  ...(r.at && { at: r.at as Quantity3 }),
  ...(r.repeat && { repeat: r.repeat }),
  ...(r.mirror && { mirror: r.mirror }),
  shape: { kind: 'revolve', profile } as FeatureFile['shape'],
});

/** The ends of a rod at which it stands on something wider, each with how far that reaches from the rod's axis at least. */
export const feetOf = (
  r: RoundShape,
  c: TypedContext,
): readonly { readonly end: FaceName; readonly reach: number }[] => {
  const own = c.shapes?.find((x) => x.name === r.name)?.box;
  if (r.step) return r.step.feet;
  const radius = c.worth(String(half(r.diameter)));
  if (!own || r.op === 'cut' || radius === undefined) return [];
  return endsOf(r).flatMap((end) => {
    const [u, v, n, side] = FACE_AXES[end];
    const at = own[side === 1 ? n + 3 : n] as number;
    const reaches = (c.shapes ?? [])
      .filter(({ name, adds, box }) => {
        const isThere = (box[n] as number) <= at + SAME && (box[n + 3] as number) >= at - SAME;
        // what only ends there on the rod's own side stands beside it, not under it
        const isBeyond = side === 1 ? (box[n + 3] as number) > at + SAME : (box[n] as number) < at - SAME;
        return adds && name !== r.name && isThere && isBeyond;
      })
      // the box of a rod with copies is that of all of them
      .map(
        ({ box }) =>
          radius +
          Math.min(
            ...[u, v].flatMap((k) => [
              (own[k] as number) - (box[k] as number),
              (box[k + 3] as number) - (own[k + 3] as number),
            ]),
          ),
      );
    const reach = Math.max(...reaches, 0);
    return reach > radius + SAME ? [{ end, reach }] : [];
  });
};

/** The end at which a rod stands on something wider. @param what is put there, in words */
export const footOf = (
  r: RoundShape,
  s: Said,
  c: TypedContext,
  what: string,
): { readonly end: FaceName; readonly reach: number } => {
  const feet = feetOf(r, c);
  const face = s.face();
  const able = face ? feet.filter((f) => f.end === face) : feet;
  const [only, other] = able;
  if (!only) throw new Ask(`"${r.name}" stands on nothing wider there. Where is the ${what}?`, []);
  if (other)
    throw new Ask(
      `At which end of "${r.name}" is the ${what}?`,
      able.map((f) => f.end),
    );
  return only;
};

/** A stretch along a round shape's axis: y runs from nought at a rod's far end towards the way its axis looks; of a hole it falls from its mouth inwards. */
export type Stretch = {
  readonly low: Quantity;
  readonly high: Quantity;
  readonly assumed: readonly string[];
};

/** Where a stretch begins, counted from an end of its shape. */
const beginOf = (
  r: RoundShape,
  wide: Quantity,
  s: Said,
  c: TypedContext,
  what: string,
): { readonly end: FaceName; readonly from: Quantity; readonly assumed: readonly string[] } => {
  if (s.has('foot')) return { end: footOf(r, s, c, what).end, from: 0, assumed: [] };
  const ends = endsOf(r);
  const [told] = s.distances().filter((f) => ends.includes(f));
  const distance = told && s.distance(told);
  if (told && distance !== undefined)
    return {
      end: told,
      from: need(distance, `How far from the end is the ${what}?`),
      assumed: [`${distance} to its near side, from the ${told} of ${r.name}`],
    };
  const at = s.faceIs(...ends);
  if (at) return { end: at, from: 0, assumed: [] };
  if (r.op === 'add' && s.has('centre'))
    return { end: r.plane, from: half(joined(r.height, '-', wide)), assumed: [] };
  throw new Ask(`Where along "${r.name}" is the ${what}?`, [
    ...ends.map((e) => `10 from ${e}`),
    ...(r.op === 'add' ? ['in the middle'] : []),
    ...(feetOf(r, c).length ? ['at the foot'] : []),
  ]);
};

/** The stretch of a round shape on which something of a width goes round it, as a line says it. @param what it is, for questions */
export const stretchOf = (r: RoundShape, wide: Quantity, s: Said, c: TypedContext, what: string): Stretch => {
  const { end, from, assumed } = beginOf(r, wide, s, c, what);
  const last = joined(from, '+', wide);
  const [reach, height] = [c.worth(String(last)), c.worth(String(r.height))];
  if (r.op === 'add' && reach !== undefined && height !== undefined && reach > height + SAME)
    throw new Ask(
      `"${r.name}" is ${r.height} long${r.step ? ' there' : ''}: the ${what} would end at ${last}. Where is it?`,
      [],
    );
  const top: Quantity = r.op === 'cut' ? 0 : r.height;
  return end === r.plane
    ? { low: joined(top, '-', last), high: joined(top, '-', from), assumed }
    : { low: from, high: last, assumed };
};

/** Whether the places that a line states along a round shape may be counted on it: from one of its ends, or at its foot. */
export const isCountedOn = (s: Said, c: TypedContext): ((r: RoundShape) => boolean) => {
  const [told, isAtFoot] = [s.distances(), s.sees('foot')];
  const faces = s.sight();
  return (r) => {
    if (isAtFoot) return feetOf(r, c).some((f) => !faces.length || faces.includes(f.end));
    const sides = told.length ? told : faces;
    return !r.step || sides.length === 0 || endsOf(r).some((e) => sides.includes(e));
  };
};
