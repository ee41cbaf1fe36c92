import type { Quantity } from '../../part/quantity.ts';
import { Ask } from './ask.ts';
import { type Draft, type Maker, need, number, spanOf } from './draft.ts';
import { FACE_AXES, type FaceName, HIGH, LOW } from './faces.ts';
import { footFillet } from './footFillet.ts';
import { SAME, shapeNamed, type TypedContext } from './placing.ts';
import { brokenRim } from './rims.ts';
import type { Said } from './said.ts';

/** The view whose horizontal and upright run along (u, v), from which something grows along an edge of each direction. */
export const DRAWN_ALONG = {
  0: { plane: 'right', u: 1, v: 2, grows: 1 },
  1: { plane: 'front', u: 0, v: 2, grows: -1 },
  2: { plane: 'top', u: 0, v: 1, grows: 1 },
} as const;

/**
 * The box whose edge is meant: that of the shape a line names, or of the whole part where the shape it begins with has the same edge.
 * Where it has not, there is nothing at the edge of the whole, so it is asked.
 */
const boxMeant = (faces: readonly FaceName[], kind: string, s: Said, c: TypedContext): readonly number[] => {
  const whole = c.box as readonly number[];
  const named = shapeNamed(s, c);
  if (named) return named;
  const solid = (c.shapes ?? []).filter((x) => x.adds && !c.rounds?.some((r) => r.name === x.name));
  const isThere = faces.every((f) => {
    const [, , n, side] = FACE_AXES[f];
    const i = side === 1 ? n + 3 : n;
    return !solid.length || Math.abs((solid[0]?.box[i] as number) - (whole[i] as number)) < SAME;
  });
  if (isThere) return whole;
  throw new Ask(
    `The ${faces.join(' ')} edge of what gets the ${kind}?`,
    solid.map((x) => `of ${x.name}`),
  );
};

/** The edge of a box in which two faces meet: where it is, which way it runs, and which way the material lies from it. */
const edgeOf = (faces: readonly FaceName[], box: readonly number[]) => {
  const axes = faces.map((f) => FACE_AXES[f][2]);
  const along = ([0, 1, 2] as const).find((i) => !axes.includes(i)) as 0 | 1 | 2;
  const { plane, u, v, grows } = DRAWN_ALONG[along];
  const at: [number, number, number] = [number(box, 0), number(box, 1), number(box, 2)];
  const inward = [1, 1, 1];
  faces.forEach((f) => {
    const [, , n, side] = FACE_AXES[f];
    if (side === 1) at[n] = number(box, n + 3);
    inward[n] = -side;
  });
  at[along] = number(box, grows === 1 ? along : along + 3);
  return { plane, at, along, u, v, inU: inward[u] as number, inV: inward[v] as number };
};

/** A size the other way round where the sign is negative, as an expression where it is one. */
export const signed = (sign: number, q: Quantity): Quantity =>
  sign > 0 ? q : typeof q === 'number' ? -q : `-(${q})`;

/** The edges that a line means together: the upright ones, or those of one face; nothing where it names one edge. */
const groupOf = (kind: string, s: Said, c: TypedContext): readonly (readonly FaceName[])[] | undefined => {
  if (!s.has('edgegroup')) return undefined;
  if (s.has('sidecorners')) return sideCorners(kind, s.face() as FaceName, c);
  if (s.has('alongheight'))
    return [
      ['left', 'front'],
      ['right', 'front'],
      ['right', 'back'],
      ['left', 'back'],
    ];
  const face = s.face();
  if (!face) throw new Ask(`Which edges get the ${kind}?`, ['vertical edges', 'top edges', 'bottom edges']);
  const [u, v] = FACE_AXES[face];
  return [LOW[u], HIGH[u], LOW[v], HIGH[v]].map((other) => [face, other]);
};

/** The edges at one side of a flat shape that run through its thickness: what a drafter calls the top corners of a wall. */
const sideCorners = (kind: string, face: FaceName, c: TypedContext): readonly (readonly FaceName[])[] => {
  const [thin = 2] = ([0, 1, 2] as const).toSorted((a, b) => spanOf(c, a) - spanOf(c, b));
  const [, , n] = FACE_AXES[face];
  // at the broad side of a plate no corners stand out from the others
  if (thin === n) throw new Ask(`Which edges get the ${kind}?`, ['vertical edges', `${face} edges`]);
  const across = ([0, 1, 2] as const).find((i) => i !== thin && i !== n) ?? 0;
  return [LOW[across], HIGH[across]].map((other) => [face, other]);
};

/** How large what is taken off is: along the face that is named first, and along the other one. */
type Taken = { readonly first: Quantity; readonly second: Quantity };

/** What a chamfer or a fillet takes off along one edge of a box: a triangle, or the corner outside a quarter circle, as long as the edge. */
const takenOff = (
  kind: 'chamfer' | 'fillet',
  faces: readonly FaceName[],
  box: readonly number[],
  { first, second }: Taken,
  c: TypedContext,
  isOneOfMore: boolean,
): Draft => {
  const spanIn = (axis: number): number => Number((number(box, axis + 3) - number(box, axis)).toFixed(6));
  const { plane, at, along, u, v, inU, inV } = edgeOf(faces, box);
  // the first size lies on the face that is named first, which runs square to the other
  const onFirst = FACE_AXES[faces[1] as FaceName][2];
  const [legU, legV] = u === onFirst ? [first, second] : [second, first];
  for (const [q, axis] of [
    [legU, u],
    [legV, v],
  ] as const) {
    const worth = c.worth(String(q));
    if (worth !== undefined && worth > spanIn(axis) / (isOneOfMore ? 2 : 1) + SAME)
      throw new Ask(
        `${q} is more than ${isOneOfMore ? 'half of what ' : ''}the part is ${['wide', 'deep', 'high'][axis]}. How large is the ${kind}?`,
        [],
      );
  }
  return {
    base: kind,
    op: 'cut',
    ...(plane !== 'top' && { plane }),
    at,
    shape: {
      kind: 'extrude',
      height: spanIn(along),
      profile:
        kind === 'chamfer'
          ? {
              polygon: [
                [0, 0],
                [signed(inU, legU), 0],
                [0, signed(inV, legV)],
              ],
            }
          : {
              start: [0, 0],
              path: [
                { to: [signed(inU, first), 0] },
                {
                  to: [0, signed(inV, first)],
                  centre: [signed(inU, first), signed(inV, first)],
                  turn: inU * inV > 0 ? 'cw' : 'ccw',
                },
              ],
            },
    },
  };
};

/** A chamfer or a fillet along a straight edge of the part's box, named by its two faces, or along several edges at once. */
export const brokenEdge =
  (kind: 'chamfer' | 'fillet'): Maker =>
  (s, c) => {
    s.has(kind);
    s.has('cut');
    if (!c.box)
      throw new Ask(`There is no edge for a ${kind} yet. State the block first.`, ['block 60 x 40 x 30']);
    if (kind === 'fillet' && s.sees('foot') && c.rounds?.length) return footFillet(s, c);
    const isRoundPart = c.shapes?.every((x) => !x.adds || c.rounds?.some((r) => r.name === x.name)) === true;
    // of a part that is round all over the edges of its top are one rim
    const face = isRoundPart && s.sees('edgegroup') && s.has('edgegroup') ? s.face() : undefined;
    if (face) return brokenRim(kind, s, c, face);
    const group = groupOf(kind, s, c);
    const found = group ? undefined : s.corner();
    const faces = found?.faces ?? [];
    if (!group && faces.length < 2 && c.rounds?.length) return brokenRim(kind, s, c, faces[0]);
    if (!group && (faces.length !== 2 || new Set(faces.map((f) => FACE_AXES[f][2])).size !== 2))
      throw new Ask(`Which edge gets the ${kind}? Name its two faces, or several edges at once.`, [
        'top front edge',
        'all vertical edges',
        'all top edges',
      ]);
    const edges = group ?? [faces];
    const boxes = edges.map((e) => boxMeant(e, kind, s, c));
    const isRound = kind === 'fillet';
    const said = isRound ? (s.plainly('radius') ?? s.shift('radius')) : s.shift('size');
    const first = need(
      said,
      isRound ? 'What is the radius of the fillet?' : 'How large is the chamfer?',
      isRound ? 'r5' : '5',
    );
    const crossed = isRound ? undefined : s.crossed('size');
    // "5 x 45" is five at 45 degrees
    const isAngle =
      crossed !== undefined && c.worth(crossed) === 45 && (c.worth(String(first)) ?? 45) < 45 / 2;
    const other = isAngle ? undefined : crossed;
    const second = other === undefined ? first : need(other, 'How large is the chamfer the other way?', '5');
    const angle = isRound ? undefined : s.angle();
    if (angle !== undefined && c.worth(angle) !== 45)
      throw new Ask(`A chamfer of ${angle} degrees is stated by its two sizes. Which are they?`, [
        `${first} x 3`,
      ]);
    const features = edges.map((e, i) =>
      takenOff(kind, e, boxes[i] as readonly number[], { first, second }, c, edges.length > 1),
    );
    const [one, two] = edges[0] as readonly FaceName[];
    const assumed = isRound
      ? []
      : other !== undefined
        ? [`${first} on the ${one}, ${second} on the ${two}${group ? ', and so on round' : ''}`]
        : angle === undefined && !isAngle
          ? ['at 45 degrees']
          : [];
    return { features, assumed };
  };
