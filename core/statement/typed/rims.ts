import type { Quantity } from '../../part/quantity.ts';
import { Ask } from './ask.ts';
import { type Drafts, need } from './draft.ts';
import type { FaceName } from './faces.ts';
import type { RoundShape, TypedContext } from './placing.ts';
import { endsOf, roundMeant, turnedAbout } from './roundShapes.ts';
import type { Said } from './said.ts';
import { half, joined } from './writtenLength.ts';

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

/** A round shape and the end at which its rim is broken. */
type Rim = { readonly r: RoundShape; readonly end: FaceName };

/** The one rim that a line means. */
const rimMeant = (kind: 'chamfer' | 'fillet', s: Said, c: TypedContext, face: FaceName | undefined): Rim => {
  const r = roundMeant(
    s,
    c,
    `Which rim gets the ${kind}?`,
    (x) => endsOf(x).length > 0 && (!face || endsOf(x).includes(face)),
    {
      because: face ? `Nothing round ends at the ${face}.` : 'Nothing round ends there.',
      offers: [...new Set((c.rounds ?? []).map((x) => `of ${x.name}`))],
    },
  );
  const ends = endsOf(r);
  const end = face ?? (ends.length === 1 ? ends[0] : undefined);
  if (end && ends.includes(end)) return { r, end };
  throw new Ask(
    `Which end of "${r.name}" gets the ${kind}?`,
    ends.map((e) => `${e} rim`),
  );
};

/** The rims at both ends of a rod, or of a shaft with steps. */
const bothRims = (kind: 'chamfer' | 'fillet', s: Said, c: TypedContext): readonly Rim[] => {
  const named = s.middleOf();
  const rods = (c.rounds ?? []).filter((r) => r.op === 'add');
  const names = [...new Set(rods.map((r) => r.name))];
  const name = named && named !== 'whole' ? named.shape : names.length === 1 ? names[0] : undefined;
  if (name === undefined)
    throw new Ask(
      `Both ends of what get the ${kind}?`,
      names.map((x) => `of ${x}`),
    );
  const rims = rods.filter((r) => r.name === name).flatMap((r) => endsOf(r).map((end) => ({ r, end })));
  if (!rims.length) throw new Ask(`"${name}" is no rod. Which edge gets the ${kind}?`, ['top front edge']);
  return rims;
};

/** A chamfer or a fillet round a rim of a rod, or at the mouth of a hole and of all its copies. */
export const brokenRim = (
  kind: 'chamfer' | 'fillet',
  s: Said,
  c: TypedContext,
  named: FaceName | undefined,
): Drafts => {
  s.has('rim');
  const isBoth = s.has('bothends');
  const face = named ?? s.face();
  const rims = isBoth ? bothRims(kind, s, c) : [rimMeant(kind, s, c, face)];
  const { r } = rims[0] as Rim;
  const size = need(
    kind === 'fillet' ? (s.plainly('radius') ?? s.shift('radius')) : s.shift('size'),
    kind === 'fillet' ? 'What is the radius of the fillet?' : 'How large is the chamfer?',
    kind === 'fillet' ? 'r3' : '2',
  );
  // "1 x 45" is one at 45 degrees
  const angle = kind === 'chamfer' ? (s.angle() ?? s.crossed('angle')) : undefined;
  if (angle !== undefined && c.worth(angle) !== 45)
    throw new Ask(`A chamfer of a rim is at 45 degrees. How large is it?`, [`${size}`]);
  const [own, radius] = [c.worth(String(size)), c.worth(String(half(r.diameter)))];
  if (r.op === 'add' && own !== undefined && radius !== undefined && own >= radius)
    throw new Ask(`${size} is as much as the radius of "${r.name}" or more. How large is the ${kind}?`, []);
  const features = rims.map((x) =>
    turnedAbout(x.r, kind, 'cut', profileOf(kind, x.r, x.end === x.r.plane ? 1 : -1, size)),
  );
  return { features, assumed: kind === 'chamfer' && angle === undefined ? ['at 45 degrees'] : [] };
};
