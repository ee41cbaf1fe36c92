import type { Quantity } from '../../part/quantity.ts';
import { typedQuantity } from '../../part/schema.ts';
import { Ask } from './ask.ts';
import { depthOf } from './cutting.ts';
import { type Maker, need, nothingYet, number, type Quantity3, spanOf } from './draft.ts';
import { DRAWN_ALONG, signed } from './edges.ts';
import { FACE_AXES, type FaceName, HIGH, LOW } from './faces.ts';
import { half, howFar, levelMet, middleSpan, SAME, shifted, type TypedContext } from './placing.ts';
import type { Said } from './said.ts';

/** The side at which a slot is open, and the face that it is cut into. */
type Opening = { readonly end: FaceName; readonly face: FaceName };

const axisOf = (face: FaceName): 0 | 1 | 2 => FACE_AXES[face][2];

/** @throws Ask where the line does not say at which side it is open, or into which face it is cut */
const openingOf = (s: Said, assumed: string[]): Opening => {
  const end = s.faceAfter('openend') ?? s.face();
  if (!end) throw new Ask('At which side is the slot open?', ['at the right end', 'at the left end']);
  const face = s.face();
  if (face && axisOf(end) === axisOf(face))
    throw new Ask(`The ${end} and the ${face} lie opposite. At which side is the slot open?`, []);
  if (!face && axisOf(end) === 2)
    throw new Ask(`Into which face is the slot cut that is open at the ${end}?`, [
      'in the front',
      'in the right',
    ]);
  if (!face) assumed.push('from the top');
  return { end, face: face ?? 'top' };
};

/** Where the middle line of the slot runs, along the axis across it. */
const middleLine = (across: 0 | 1 | 2, s: Said, c: TypedContext): Quantity => {
  const box = c.box as readonly number[];
  const [low, high] = [s.distance(LOW[across]), s.distance(HIGH[across])];
  if (low !== undefined) return shifted(number(box, across), low, 1, c);
  if (high !== undefined) return shifted(number(box, across + 3), high, -1, c);
  if (!s.has('centre')) throw howFar('slot', across);
  const [from, to] = middleSpan(across, s, c);
  return Number(((from + to) / 2).toFixed(6));
};

/**
 * A slot that is open at one side of the part and has a round end inside: a rectangle and a half circle. Its length is measured from the
 * side to the far end of the half circle, or to the centre of it where the line says so.
 */
export const openSlot: Maker = (s, c) => {
  if (!c.box) throw nothingYet('slot');
  const assumed: string[] = [];
  s.has('openslot', 'slot', 'cut');
  const toCentre = s.named('centres');
  const stated = toCentre ?? s.named('length');
  const wide = s.named('width', 'diameter', 'radius') ?? s.shift('width');
  const width = String(need(wide, 'How wide is the slot?', '8 wide'));
  const long = String(
    need(stated ?? s.shift('length'), 'How long is the slot, from the side to its end?', '30 long'),
  );
  const depth = depthOf(s, 'slot', s.named('depth') ?? s.crossed('depth'), assumed);
  const { end, face } = openingOf(s, assumed);
  const along = axisOf(end);
  const normal = axisOf(face);
  const across = ([0, 1, 2] as const).find((i) => i !== along && i !== normal) as 0 | 1 | 2;
  const radius = half(width, c);
  const [l, r] = [c.worth(long), c.worth(String(radius))];
  const straight: Quantity =
    toCentre !== undefined
      ? typedQuantity(long)
      : l === undefined
        ? `${long} - ${radius}`
        : shifted(l, String(radius), -1, c);
  const reach = c.worth(String(straight));
  if (reach !== undefined && reach < -SAME)
    throw new Ask(`${long} is less than half of its width, ${width}. How long is the slot?`, []);
  if (reach !== undefined && r !== undefined && reach + r > spanOf(c, along) - SAME)
    throw new Ask(
      `The part is ${spanOf(c, along)} that way, so the slot would be open at both ends. How long is it?`,
      [],
    );
  if (toCentre === undefined) assumed.push(`${long} from the ${end} to the far end of its half circle`);

  const at: Quantity3 = [0, 0, 0];
  const [, , , outward] = FACE_AXES[end];
  at[along] = number(c.box, outward === 1 ? along + 3 : along);
  at[across] = middleLine(across, s, c);
  const { plane, u, grows } = DRAWN_ALONG[normal];
  const [, , , side] = FACE_AXES[face];
  const place = at.map((q, axis) => (axis === along ? halfWay(c, along, outward, reach) : q)) as Quantity3;
  const outer = number(c.box, side === 1 ? normal + 3 : normal);
  const mouth = depth === undefined ? outer : (levelMet(face, place, c) ?? outer);
  // what grows out of the drawn plane begins there: at the floor of the slot, or at its mouth
  const beginsAtMouth = side !== grows;
  at[normal] =
    depth === undefined
      ? number(c.box, grows === 1 ? normal : normal + 3)
      : beginsAtMouth
        ? mouth
        : shifted(mouth, depth, side === 1 ? -1 : 1, c);

  // along the middle line into the part, and across it, as the drawn plane has them
  const inward = -outward;
  const drawn = (p: Quantity, q: Quantity): [Quantity, Quantity] =>
    u === along ? [signed(inward, p), q] : [q, signed(inward, p)];
  const isCounterclockwise = (u === along ? inward : -inward) > 0;
  const minus = signed(-1, radius);
  return {
    features: [
      {
        base: 'slot',
        op: 'cut',
        ...(plane !== 'top' && { plane }),
        at,
        shape: {
          kind: 'extrude',
          height: depth === undefined ? spanOf(c, normal) : typedQuantity(depth),
          profile: {
            start: drawn(0, minus),
            path: [
              { to: drawn(straight, minus) },
              {
                to: drawn(straight, radius),
                centre: drawn(straight, 0),
                turn: isCounterclockwise ? 'ccw' : 'cw',
              },
              { to: drawn(0, radius) },
            ],
          },
        },
      },
    ],
    assumed,
    rows: [across],
  };
};

/** A place on the middle line that lies in the slot, where the part is met. */
const halfWay = (c: TypedContext, along: 0 | 1 | 2, outward: number, reach: number | undefined): number => {
  const box = c.box as readonly number[];
  const side = number(box, outward === 1 ? along + 3 : along);
  return side - (outward * (reach ?? 0)) / 2;
};
