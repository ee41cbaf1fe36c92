import type { Quantity } from '../../part/quantity.ts';
import { typedQuantity } from '../../part/schema.ts';
import { Ask } from './ask.ts';
import type { Draft, Drafts, Quantity3 } from './draft.ts';
import type { TypedContext } from './placing.ts';
import type { Said } from './said.ts';

/** Whether a line says how a solid stands to the planes of projection: what it rests on, or its axis inclined to HP or VP. */
export const isToPlanes = (s: Said): boolean =>
  s.sees(
    'hplane',
    'vplane',
    'restingedge',
    'restingcorner',
    'restingface',
    'restinggenerator',
    'restingslant',
    'restingside',
    'parallelhp',
    'parallelvp',
  );

/**
 * What of a solid touches the ground: an edge or a corner (of a round base, a point) of its base; or, of one that lies, a face, a slant edge, a
 * generator, or a side that is not named.
 */
type Rest = 'edge' | 'corner' | 'face' | 'slant' | 'generator' | 'side';
const RESTS = {
  edge: 'restingedge',
  corner: 'restingcorner',
  face: 'restingface',
  slant: 'restingslant',
  generator: 'restinggenerator',
  side: 'restingside',
} as const;
const restOf = (s: Said): Rest | undefined => {
  const found = (Object.keys(RESTS) as Rest[]).filter((r) => s.has(RESTS[r]));
  if (found.length > 1) throw new Ask('It can rest on one thing only. On what does it rest?', []);
  return found[0];
};

/** How far an end reaches from the axis to its corner and to the middle of an edge; both the radius where it is round. */
type Reach = { readonly corner: number; readonly edge: number };
/** A solid with an axis: how many sides it has, none where it is round; how far its ends reach, nought at a point; and how long it is. */
type Axial = {
  readonly base: Reach;
  readonly far: Reach;
  readonly sides: number | undefined;
  readonly height: number;
};

const axialOf = ({ shape }: Draft, c: TypedContext): Axial => {
  const worth = (q: Quantity | undefined): number => {
    const x = q === undefined ? undefined : c.worth(String(q));
    if (x === undefined) throw new Ask('How large is its base?', []);
    return x;
  };
  const round = (diameter: Quantity | undefined): Reach => {
    const radius = diameter === undefined ? 0 : worth(diameter) / 2;
    return { corner: radius, edge: radius };
  };
  if (shape.kind === 'cylinder' || shape.kind === 'cone') {
    const base = round(shape.diameter);
    const far = shape.kind === 'cylinder' ? base : round(shape.topDiameter);
    return { base, far, sides: undefined, height: worth(shape.height) };
  }
  if (shape.kind !== 'prism' && shape.kind !== 'pyramid')
    throw new Ask('Only prisms, pyramids, cylinders and cones are placed by their axis. How is it turned?', [
      'leaning 30 degrees to the right',
    ]);
  const sides = worth(shape.sides);
  const half = Math.PI / sides;
  const regular = (
    side: Quantity | undefined,
    corners: Quantity | undefined,
    flats: Quantity | undefined,
  ): Reach => {
    const corner =
      side !== undefined
        ? worth(side) / (2 * Math.sin(half))
        : corners !== undefined
          ? worth(corners) / 2
          : flats !== undefined
            ? worth(flats) / 2 / Math.cos(half)
            : 0;
    return { corner, edge: corner * Math.cos(half) };
  };
  const base = regular(shape.side, shape.acrossCorners, shape.acrossFlats);
  const far =
    shape.kind === 'prism' ? base : regular(shape.topSide, shape.topAcrossCorners, shape.topAcrossFlats);
  return { base, far, sides, height: worth(shape.height) };
};

const tidy = (x: number): number => Number(x.toFixed(9));
const DEGREE = Math.PI / 180;

/** What of its base is lowest, and by how many degrees its axis falls towards the far end, of a solid that lies. */
type Lying = { readonly on: 'edge' | 'corner'; readonly fall: number };

/**
 * How a solid lies: with parallel sides its axis is level; one that narrows lies on a slanting side, so that its axis falls by the angle of that
 * side, unless the line says that its axis is level.
 */
const lyingOn = (rest: Rest | undefined, { base, far, sides, height }: Axial, isLevel: boolean): Lying => {
  const narrows = Math.abs(base.corner - far.corner) > 1e-9;
  const fallOf = (on: 'edge' | 'corner'): number =>
    narrows && !isLevel ? Math.atan((base[on] - far[on]) / height) / DEGREE : 0;
  if (sides === undefined) {
    if (rest === 'face' || rest === 'slant' || rest === 'edge')
      throw new Ask('A round solid has no such side. Does it lie on a generator?', ['lying on a generator']);
    return { on: 'corner', fall: fallOf('corner') };
  }
  if (rest === 'generator')
    throw new Ask('A solid with flat sides has no generators. On what does it lie?', ['lying on a face']);
  if (rest === 'face') return { on: 'edge', fall: fallOf('edge') };
  if (rest === 'slant') return { on: 'corner', fall: fallOf('corner') };
  if (rest === 'edge' || rest === 'corner') {
    // its base edge or corner touches the ground, and nothing else does
    if (narrows && !isLevel)
      throw new Ask('Does it lie on that side, or is its axis level?', [
        rest === 'edge' ? 'axis level' : 'lying on a slant edge',
      ]);
    return { on: rest, fall: 0 };
  }
  throw new Ask(
    'On what does it lie?',
    narrows ? ['lying on a face', 'lying on a slant edge'] : ['lying on a face', 'resting on a corner'],
  );
};

/**
 * A solid placed by its axis, as the problems of descriptive geometry state it: it rests on HP by an edge or a corner of its base, its
 * axis inclined to HP and parallel to VP; or it lies on a face, a slant edge or a generator, its axis inclined to VP or parallel to it. The axis
 * leans to the right; what the solid rests on is at the right of its base.
 */
export const inclinedToPlanes = (made: Drafts, s: Said, c: TypedContext): Drafts => {
  const [stated, ...others] = made.features;
  if (!stated || others.length || stated.turn)
    throw new Ask('How is it turned, by its axis or by an angle?', []);
  if (c.box && !c.begins)
    throw new Ask('A solid is placed by its axis where a body begins. Which body is it?', ['body second: ']);
  // "lying left to right": which way its axis runs is said already
  const { plane: run, ...draft } = stated;
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
  const isOnSide = rest === 'face' || rest === 'slant' || rest === 'generator' || rest === 'side';
  const lies = toVp || alongHp || isOnSide;
  if ((run && (!lies || toVp || !(run === 'right' || run === 'back'))) || (lies && s.sees('alongheight')))
    throw new Ask('Which way its axis runs is stated twice. Which of the two is it?', [
      'lying left to right',
      'lying front to back',
    ]);
  if ((toHp && alongHp) || (toVp && alongVp))
    throw new Ask('An axis that is parallel to a plane is not inclined to it. Which is it?', []);
  if (lies && toHp)
    throw new Ask(
      'The side on which it lies sets how its axis is inclined to HP. Which of the two is stated?',
      [],
    );
  const axial = axialOf(draft, c);
  const { base, sides } = axial;
  const lying = lies ? lyingOn(rest, axial, alongHp) : undefined;
  const on =
    lying?.on ?? (sides === undefined || rest === 'corner' ? 'corner' : rest === 'edge' ? 'edge' : undefined);
  if (!on) throw new Ask('On what does it rest?', ['resting on a base edge', 'resting on a base corner']);
  if (!lies && angle === undefined)
    throw new Ask('By how many degrees is its axis inclined to HP?', ['axis inclined 30 to HP']);
  const fall = lying?.fall ?? 0;
  // from upright to where it stands
  const lean = lies ? 90 + fall : 90 - (angle ?? 0);
  // a polygon is drawn with an edge to the front: an edge, or the corner after it, is turned to the right
  const turned = sides === undefined ? 0 : on === 'edge' ? 90 : 90 + 180 / sides;
  const step = sides === undefined ? 360 : 360 / sides;
  const first = tidy(turned % step);
  const low = base[on] * Math.sin(lean * DEGREE);
  // an axis that falls is turned further in plan than it is inclined to VP
  const inPlan =
    toVp && angle !== undefined && fall ? Math.sin(angle * DEGREE) / Math.cos(fall * DEGREE) : undefined;
  if (inPlan !== undefined && inPlan > 1)
    throw new Ask(
      `Lying so, its axis is inclined to HP by ${tidy(fall)} degrees already, and to VP by no more than ${tidy(90 - fall)}. By how many?`,
      ['inclined 30'],
    );
  const about = inPlan === undefined ? text : String(tidy(Math.asin(inPlan) / DEGREE));
  const turn = [
    ...(first ? [{ axis: 'z' as const, angle: first }] : []),
    { axis: 'y' as const, angle: lies ? tidy(lean) : typedQuantity(`90 - ${text}`) },
    ...(toVp && about !== undefined ? [{ axis: 'z' as const, angle: typedQuantity(about) }] : []),
    ...(run === 'back' ? [{ axis: 'z' as const, angle: 90 }] : []),
  ];
  const at: Quantity3 = [0, 0, tidy(low)];
  // what is round and level needs no turn: it is drawn for the observer towards whom it grows
  if (run && sides === undefined && !fall) return { features: [{ ...stated, at }], assumed: made.assumed };
  const assumed = [
    ...(run ? [] : ['it leans to the right']),
    ...(toVp ? ['its far end to the back'] : []),
    ...(alongVp || alongHp || toVp || run ? [] : ['its axis parallel to VP']),
    ...(fall ? ['turned by the slope of its side as its sizes are now'] : []),
    ...(rest === undefined && lies && sides === undefined && alongHp && axial.far.corner !== base.corner
      ? ['a point of its base on HP']
      : []),
  ];
  return {
    features: [{ ...draft, turn, at }],
    assumed: [...made.assumed, ...assumed],
  };
};
