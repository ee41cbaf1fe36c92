import type { Quantity } from '../../part/quantity.ts';
import { typedQuantity } from '../../part/schema.ts';
import { Ask } from './ask.ts';
import { type Maker, need, nothingYet, number, type Quantity3, runsAlong, spanOf } from './draft.ts';
import { DRAWN_ALONG } from './edges.ts';
import { FACE_AXES, type FaceName, HIGH, LOW } from './faces.ts';
import { type TypedContext, unitless } from './placing.ts';
import type { Said } from './said.ts';
import { cornerOf } from './standing.ts';

/** A groove that is no box: its sides lean outwards to the bottom of a V, or inwards under the mouth of a dovetail. */
type Kind = 'V groove' | 'dovetail groove';

/** The angle between the sides of a V, and that of a dovetail's side from its floor, where the line says none. */
const USUAL: Record<Kind, number> = { 'V groove': 90, 'dovetail groove': 60 };

const RUNS = ['left to right', 'front to back', 'top to bottom'] as const;

/** Which way it runs along its face: as it is told, or square to the direction in which its place is given. */
const runOf = (kind: Kind, face: FaceName, s: Said): 0 | 1 | 2 => {
  const [u, v, n] = FACE_AXES[face];
  const told = runsAlong(s);
  const [toU, toV] = [s.isDistant(LOW[u], HIGH[u]), s.isDistant(LOW[v], HIGH[v])];
  const runs = told ?? (toU === toV ? undefined : toV ? u : v);
  if (runs === undefined || runs === n)
    throw new Ask(
      `Which way does the ${kind} run?`,
      RUNS.filter((_, i) => i !== n),
    );
  return runs;
};

/** The width at the mouth and the depth: of a V one of them follows from the other and the angle. */
const sizesOf = (kind: Kind, s: Said, angle: Quantity, c: TypedContext): { wide: string; deep: string } => {
  const wide = s.named('width');
  const deep = s.named('depth', 'height');
  const first = wide ?? (deep === undefined || kind === 'dovetail groove' ? s.shift('width') : undefined);
  const second = deep ?? s.shift('depth');
  if (kind === 'V groove' && first !== undefined && second !== undefined && s.isAngled())
    throw new Ask(
      'Its width and its angle say how deep a V groove is. Which of the three is not needed?',
      [],
    );
  if (first === undefined && second === undefined) throw new Ask(`How wide is the ${kind}?`, ['10 wide']);
  const plain = (q: string): string => unitless(String(need(q, `How large is the ${kind}?`)), c);
  const [w, d] = [first && plain(first), second && plain(second)];
  if (kind === 'dovetail groove')
    return {
      wide: w ?? plain(need(undefined, 'How wide is the dovetail at its mouth?', '20 wide') as string),
      deep: d ?? plain(need(undefined, 'How deep is the dovetail?', '8 deep') as string),
    };
  const half = Number(angle) === 90 ? '' : `*tan(${angle}/2)`;
  return {
    wide: w ?? `2*${bracketed(d as string)}${half}`,
    deep: d ?? (half ? `${bracketed(w as string)}/2/tan(${angle}/2)` : `${bracketed(w as string)}/2`),
  };
};
const bracketed = (q: string): string => (/^[\w.]+$/.test(q) ? q : `(${q})`);

/** A V groove or a dovetail groove, right along a face: an outline at its end, as long as the part. */
export const shapedGroove =
  (kind: Kind): Maker =>
  (s, c) => {
    if (!c.box) throw nothingYet(kind);
    const assumed: string[] = [];
    s.has('vgroove', 'dovetail');
    s.has('cut', 'groove', 'slot', 'fullacross', 'through');
    const face = s.face() ?? 'top';
    const runs = runOf(kind, face, s);
    const isStated = s.isAngled();
    const both = kind === 'V groove' && s.isNamed('width') && s.isNamed('depth');
    const angle = need(isStated && !both ? s.angle() : String(USUAL[kind]), 'At which angle?', '90 degrees');
    if (!isStated && !both)
      assumed.push(
        kind === 'V groove' ? `${angle} degrees between its sides` : `its sides at ${angle} degrees`,
      );
    const { wide, deep } = sizesOf(kind, s, angle, c);
    const [u, v, n, side] = FACE_AXES[face];
    const across = runs === u ? v : u;
    const worth = (q: string): number => c.worth(q) ?? Number.NaN;
    for (const [q, axis] of [
      [wide, across],
      [deep, n],
    ] as const)
      if (worth(q) > spanOf(c, axis) + 1e-6)
        throw new Ask(
          `The ${kind} would be ${Number(worth(q).toFixed(4))} ${['wide', 'deep', 'high'][axis]}, and the part is only ${spanOf(c, axis)}. Which size is it?`,
          [],
        );
    const sizes = [0, 1, 2].map((i) => (i === n ? deep : i === across ? wide : String(spanOf(c, i)))) as [
      string,
      string,
      string,
    ];
    const at = [...cornerOf(face, sizes, s, true, c, kind, runs)] as Quantity3;
    const drawn = DRAWN_ALONG[runs];
    at[runs] = number(c.box, drawn.grows === 1 ? runs : runs + 3);
    // across from the mouth's corner, and from the floor up to the mouth
    const under = kind === 'V groove' ? undefined : `${bracketed(deep)}/tan(${angle})`;
    const outline: readonly (readonly [string, string])[] = under
      ? [
          ['0', deep],
          [wide, deep],
          [`${wide} + ${under}`, '0'],
          [`-${under}`, '0'],
        ]
      : [
          ['0', deep],
          [wide, deep],
          [`${bracketed(wide)}/2`, '0'],
        ];
    const polygon = outline.map(([a, up]): [Quantity, Quantity] => {
      const height = side === 1 ? up : up === '0' ? deep : '0';
      const pair = [a, height].map(typedQuantity) as [Quantity, Quantity];
      return drawn.u === across ? pair : [pair[1], pair[0]];
    });
    return {
      features: [
        {
          base: kind,
          op: 'cut',
          ...(drawn.plane !== 'top' && { plane: drawn.plane }),
          at,
          shape: { kind: 'extrude', height: spanOf(c, runs), profile: { polygon } },
        },
      ],
      assumed,
    };
  };
