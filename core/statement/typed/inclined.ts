import type { Quantity } from '../../part/quantity.ts';
import { typedQuantity } from '../../part/schema.ts';
import { Ask } from './ask.ts';
import type { Draft, Drafts, Quantity3 } from './draft.ts';
import type { TypedContext } from './placing.ts';
import type { Said } from './said.ts';

/** Whether a line says how a solid stands to the planes of projection: what it rests on, or its axis inclined to HP or VP. */
export const isToPlanes = (s: Said): boolean =>
  s.sees('hplane', 'vplane', 'restingedge', 'restingcorner', 'restingface', 'parallelhp', 'parallelvp');

/** What of the base lies lowest: an edge, a corner, or the whole side of a lying solid. A round base has corners only. */
type Rest = 'edge' | 'corner' | 'face';
const restOf = (s: Said): Rest | undefined => {
  const edge = s.has('restingedge');
  const corner = s.has('restingcorner');
  const face = s.has('restingface');
  if ([edge, corner, face].filter(Boolean).length > 1)
    throw new Ask('It can rest on one thing only. On what does it rest?', []);
  return edge ? 'edge' : corner ? 'corner' : face ? 'face' : undefined;
};

/** How far the base reaches from the axis to its corner and to the middle of an edge; both the radius where it is round. */
const reachOf = (
  { shape }: Draft,
  c: TypedContext,
): { corner: number; edge: number; sides: number | undefined } => {
  const worth = (q: Quantity | undefined): number => {
    const x = q === undefined ? undefined : c.worth(String(q));
    if (x === undefined) throw new Ask('How large is its base?', []);
    return x;
  };
  if (shape.kind === 'cylinder' || shape.kind === 'cone') {
    const radius = worth(shape.diameter) / 2;
    return { corner: radius, edge: radius, sides: undefined };
  }
  if (shape.kind !== 'prism' && shape.kind !== 'pyramid')
    throw new Ask('Only prisms, pyramids, cylinders and cones are placed by their axis. How is it turned?', [
      'leaning 30 degrees to the right',
    ]);
  const sides = worth(shape.sides);
  const half = Math.PI / sides;
  const corner =
    shape.side !== undefined
      ? worth(shape.side) / (2 * Math.sin(half))
      : shape.acrossCorners !== undefined
        ? worth(shape.acrossCorners) / 2
        : worth(shape.acrossFlats) / 2 / Math.cos(half);
  return { corner, edge: corner * Math.cos(half), sides };
};

const tidy = (x: number): number => Number(x.toFixed(9));

/**
 * A solid placed by its axis, as the problems of descriptive geometry state it: it rests on HP by an edge or a corner of its base, its
 * axis inclined to HP and parallel to VP; or it lies on a face or generator, its axis parallel to HP and inclined to VP. The axis leans to
 * the right; what the solid rests on is at the right of its base.
 */
export const inclinedToPlanes = (made: Drafts, s: Said, c: TypedContext): Drafts => {
  const [draft, ...others] = made.features;
  if (!draft || others.length || draft.turn)
    throw new Ask('How is it turned, by its axis or by an angle?', []);
  if (c.box && !c.begins)
    throw new Ask('A solid is placed by its axis where a body begins. Which body is it?', ['body second: ']);
  s.has('axis');
  s.has('tilted');
  const text = s.angle();
  const angle = text === undefined ? undefined : c.worth(text);
  const rest = restOf(s);
  const toHp = s.has('hplane');
  const toVp = s.has('vplane');
  const alongVp = s.has('parallelvp');
  const alongHp = s.has('parallelhp');
  if (toHp && toVp)
    throw new Ask('To which plane is the axis inclined, and to which is it parallel?', [
      'parallel to VP',
      'parallel to HP',
    ]);
  if (angle !== undefined && !toHp && !toVp)
    throw new Ask(`To which plane is the axis inclined by ${text}?`, ['to HP', 'to VP']);
  if (angle === undefined && (toHp || toVp))
    throw new Ask('By how many degrees is the axis inclined?', ['inclined 30']);
  if (angle !== undefined && !(angle > 0 && angle < 90))
    throw new Ask(`An axis is inclined by more than 0 and less than 90 degrees, not ${text}. By how many?`, [
      'inclined 30',
    ]);
  const lies = toVp || alongHp || rest === 'face';
  if ((toHp && alongHp) || (toVp && alongVp) || (lies && toHp))
    throw new Ask('An axis that is parallel to a plane is not inclined to it. Which is it?', []);
  const { corner, edge, sides } = reachOf(draft, c);
  const on: Rest | undefined = sides === undefined ? 'corner' : lies && rest === 'face' ? 'edge' : rest;
  if (!on)
    throw new Ask(
      'On what does it rest?',
      lies
        ? ['resting on a face', 'resting on a corner']
        : ['resting on a base edge', 'resting on a base corner'],
    );
  if (draft.shape.kind === 'cone' || (draft.shape.kind === 'pyramid' && lies))
    if (lies)
      throw new Ask(
        'A solid with a point lies on a slanting side, which is not placed by its axis. Is its axis inclined to HP?',
        ['axis inclined 30 to HP, parallel to VP'],
      );
  const lean = lies ? 90 : 90 - (angle ?? 0);
  if (!lies && angle === undefined)
    throw new Ask('By how many degrees is its axis inclined to HP?', ['axis inclined 30 to HP']);
  // a polygon is drawn with an edge to the front: an edge, or the corner after it, is turned to the right
  const turned = sides === undefined ? 0 : on === 'edge' ? 90 : 90 + 180 / sides;
  const step = sides === undefined ? 360 : 360 / sides;
  const first = tidy(turned % step);
  const low = (on === 'edge' ? edge : corner) * Math.sin((lean * Math.PI) / 180);
  const turn = [
    ...(first ? [{ axis: 'z' as const, angle: first }] : []),
    { axis: 'y' as const, angle: lies ? 90 : typedQuantity(`90 - ${text}`) },
    ...(toVp && text !== undefined ? [{ axis: 'z' as const, angle: typedQuantity(text) }] : []),
  ];
  const assumed = ['it leans to the right', ...(toVp ? ['its far end to the back'] : [])];
  return {
    features: [{ ...draft, turn, at: [0, 0, tidy(low)] as Quantity3 }],
    assumed: [
      ...made.assumed,
      ...(alongVp || alongHp || toVp ? assumed : [...assumed, 'its axis parallel to VP']),
    ],
  };
};
