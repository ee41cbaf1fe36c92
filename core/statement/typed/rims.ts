import type { Quantity } from '../../part/quantity.ts';
import type { FeatureFile } from '../../part/schema.ts';
import { Ask } from './ask.ts';
import { type Draft, type Drafts, need, type Quantity3 } from './draft.ts';
import { type FaceName, opposite } from './faces.ts';
import type { RoundShape, TypedContext } from './placing.ts';
import type { Said } from './said.ts';

/** A length written with another taken from it, or added to it. */
const joined = (a: Quantity, sign: '+' | '-', b: Quantity): Quantity => {
  const bracketed = (q: Quantity): Quantity => (/[-+]/.test(String(q).slice(1)) ? `(${q})` : q);
  if (typeof a === 'number' && typeof b === 'number')
    return Number((sign === '+' ? a + b : a - b).toFixed(9));
  return `${a} ${sign} ${bracketed(b)}`;
};
const half = (q: Quantity): Quantity =>
  typeof q === 'number' ? q / 2 : `${/^\w+$/.test(q) ? q : `(${q})`}/2`;

/** The ends of a round shape, by the way each looks: a rod has two, a hole is broken at its mouth. */
const endsOf = (r: RoundShape): readonly FaceName[] =>
  r.op === 'cut' ? [r.plane] : [r.plane, opposite(r.plane)];

/** The one round shape that a line means: the one it names, or the only one that has such an end. */
const roundMeant = (s: Said, c: TypedContext, face: FaceName | undefined, kind: string): RoundShape => {
  const rounds = c.rounds ?? [];
  const named = s.middleOf();
  if (named && named !== 'whole') {
    const own = rounds.find((r) => r.name === named.shape);
    if (own) return own;
    throw new Ask(`"${named.shape}" is not round. Which edge gets the ${kind}?`, ['top front edge']);
  }
  const able = rounds.filter((r) => !face || endsOf(r).includes(face));
  const [only, other] = able;
  if (!only)
    throw new Ask(
      `Nothing round ends at the ${face}. Which rim gets the ${kind}?`,
      rounds.map((r) => `of ${r.name}`),
    );
  if (other)
    throw new Ask(
      `Which rim gets the ${kind}?`,
      able.map((r) => `of ${r.name}`),
    );
  return only;
};

/**
 * The profile of what is taken off at a rim, turned about the shape's own axis: x is the radius, y runs along the axis towards its far
 * end. A rod loses its edge at the end; a hole is widened at its mouth, which lies at nought.
 * @param sense 1 at the end to which the axis runs, -1 at the other
 */
const profileOf = (kind: 'chamfer' | 'fillet', r: RoundShape, sense: 1 | -1, size: Quantity) => {
  const radius = half(r.diameter);
  const end: Quantity = r.op === 'cut' || sense === -1 ? 0 : r.height;
  const side = joined(radius, r.op === 'cut' ? '+' : '-', size);
  const along = r.op === 'cut' || sense === 1 ? joined(end, '-', size) : size;
  const corner: [Quantity, Quantity] = [radius, end];
  const [across, down]: [Quantity, Quantity][] = [
    [side, end],
    [radius, along],
  ];
  if (kind === 'chamfer') return { polygon: [corner, across, down] as [Quantity, Quantity][] };
  // what is left is rounded: the arc bulges towards the corner
  const turn = (r.op === 'cut') === (sense === 1) ? 'ccw' : 'cw';
  return {
    start: corner,
    path: [
      { to: across as [Quantity, Quantity] },
      {
        to: down as [Quantity, Quantity],
        centre: [side, along] as [Quantity, Quantity],
        turn: turn as 'cw' | 'ccw',
      },
    ],
  };
};

/** A chamfer or a fillet round a rim of a rod, or at the mouth of a hole and of all its copies. */
export const brokenRim = (
  kind: 'chamfer' | 'fillet',
  s: Said,
  c: TypedContext,
  named: FaceName | undefined,
): Drafts => {
  s.has('rim');
  const face = named ?? s.face();
  const r = roundMeant(s, c, face, kind);
  const ends = endsOf(r);
  const end = face ?? (ends.length === 1 ? ends[0] : undefined);
  if (!end || !ends.includes(end))
    throw new Ask(
      `Which end of "${r.name}" gets the ${kind}?`,
      ends.map((e) => `${e} rim`),
    );
  const size = need(
    kind === 'fillet' ? (s.plainly('radius') ?? s.shift('radius')) : s.shift('size'),
    kind === 'fillet' ? 'What is the radius of the fillet?' : 'How large is the chamfer?',
    kind === 'fillet' ? 'r3' : '2',
  );
  const angle = kind === 'chamfer' ? s.angle() : undefined;
  if (angle !== undefined && c.worth(angle) !== 45)
    throw new Ask(`A chamfer of a rim is at 45 degrees. How large is it?`, [`${size}`]);
  const [own, radius] = [c.worth(String(size)), c.worth(String(half(r.diameter)))];
  if (r.op === 'add' && own !== undefined && radius !== undefined && own >= radius)
    throw new Ask(`${size} is as much as the radius of "${r.name}" or more. How large is the ${kind}?`, []);
  const draft: Draft = {
    base: kind,
    op: 'cut',
    ...(r.plane !== 'top' && { plane: r.plane }),
    ...(r.at && { at: r.at as Quantity3 }),
    ...(r.repeat && { repeat: r.repeat }),
    ...(r.mirror && { mirror: r.mirror }),
    shape: {
      kind: 'revolve',
      profile: profileOf(kind, r, end === r.plane ? 1 : -1, size),
    } as FeatureFile['shape'],
  };
  return { features: [draft], assumed: kind === 'chamfer' && angle === undefined ? ['at 45 degrees'] : [] };
};
