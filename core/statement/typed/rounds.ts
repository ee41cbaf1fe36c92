import { decimal } from '../../number/format.ts';
import type { Quantity } from '../../part/quantity.ts';
import type { FeatureFile } from '../../part/schema.ts';
import { typedQuantity } from '../../part/schema.ts';
import type { ShapeFile } from '../../part/shapes/shapes.ts';
import { type TurnedRow, type TurnedTable, turnedCorners } from '../turned.ts';
import { Ask } from './ask.ts';
import { cutFace, depthOf, letInto } from './cutting.ts';
import { type Maker, need, op, type Quantity3, seesSides, spanOf, whereOn } from './draft.ts';
import { FACE_AXES, type FaceName } from './faces.ts';
import { CLEARANCE } from './lexicon.ts';
import { placeOn, SAME, shapeNamed, shifted, type TypedContext, unitless } from './placing.ts';
import { polygonHole } from './polygons.ts';
import type { Said } from './said.ts';
import { copies, inFourCorners, standing, standingPlace } from './standing.ts';
import { seesThread, threadSaid } from './threads.ts';

/** The diameter of something round, however it is stated. */
const across = (s: Said, what: string, offer: string): Quantity =>
  need(s.next('diameter', 'radius', 'od'), `What is the diameter of the ${what}?`, offer);

const diameterOfHole = (s: Said, c: TypedContext, assumed: string[]): Quantity => {
  const metric = s.named('metric');
  if (metric === undefined) return across(s, 'hole', '12 dia');
  s.has('clearance');
  // a screw does not pass where the hole ends
  if (s.sees('blind') && !s.has('clearance'))
    throw new Ask(`Is the blind hole tapped M${metric}, or one that M${metric} passes?`, [
      'tapped',
      'clearance',
    ]);
  const mm = CLEARANCE[metric];
  if (mm === undefined) throw new Ask(`Which hole is wanted for M${metric}? State its diameter.`, ['9 dia']);
  assumed.push(`${mm} mm across, the medium clearance for M${metric}`);
  return c.units === 'mm' ? mm : `${mm} mm`;
};

/** The outside of a thread in the part's unit. */
const outsideOf = (nominal: number, c: TypedContext): Quantity =>
  c.units === 'mm' ? nominal : `${nominal} mm`;

export const hole: Maker = (s, c) => {
  const assumed: string[] = [];
  s.has('hole', 'pocket', 'cylinder');
  const face = cutFace(s, 'hole', assumed);
  if (seesSides(s)) return polygonHole(s, c, face, assumed);
  const tapped = seesThread(s) ? threadSaid(s, 'hole') : undefined;
  // a tapped hole is drilled by its thread where no diameter is stated
  const diameter = tapped ? s.named('diameter', 'radius') : diameterOfHole(s, c, assumed);
  const depth = depthOf(
    s,
    'hole',
    s.named('depth', 'length', 'height', 'thickness') ?? s.crossed('depth'),
    assumed,
  );
  const shape: Extract<ShapeFile, { kind: 'hole' }> = {
    kind: 'hole',
    ...(diameter !== undefined && {
      diameter: typeof diameter === 'string' ? typedQuantity(diameter) : diameter,
    }),
    depth: depth === undefined ? 'through' : typedQuantity(depth),
    ...(tapped && { thread: tapped.thread }),
  };
  if (tapped && diameter === undefined) assumed.push('drilled for its thread: the size less the pitch');
  if (s.has('counterbore')) {
    const [wide, deep] = s.counterbore();
    shape.counterbore = {
      diameter: need(wide, 'How wide is the counterbore?', 'counterbore 20 x 4'),
      depth: need(deep, 'How deep is the counterbore?', `counterbore ${wide} x 4`),
    };
  }
  if (s.has('countersink')) {
    const [wide, angle] = s.countersink();
    const degrees = angle ?? s.angle();
    shape.countersink = {
      diameter: need(wide, 'How wide is the countersink?', 'countersink 12 at 90 degrees'),
      angle: need(degrees ?? '90', 'At which angle is it countersunk?', '90 degrees'),
    };
    const worth = Number(degrees ?? 90);
    if (!(worth > 30 && worth < 180))
      throw new Ask(`A countersink of ${degrees} degrees is not usual. At which angle is it?`, [
        'at 90 degrees',
      ]);
    if (degrees === undefined) assumed.push('countersunk at 90 degrees');
  } else if (shape.depth !== 'through' && s.isAngled()) shape.tip = typedQuantity(s.angle() as string);
  const common = { base: 'hole', op: op(s, 'cut'), ...(face !== 'top' && { plane: face }), shape } as const;
  const place = placed(s, c, face, 'hole', assumed);
  const reach = depth === undefined ? reachThrough(face, place.at, s, c) : undefined;
  const drilled = reach === undefined ? common : { ...common, shape: { ...shape, depth: reach } };
  return { features: [{ ...drilled, ...place }], assumed };
};

/**
 * How deep a hole or slot through one shape of several goes: through that shape, where it would meet another one behind it.
 * @returns nothing where it may run on
 */
const reachThrough = (
  face: FaceName,
  at: FeatureFile['at'],
  s: Said,
  c: TypedContext,
): Quantity | undefined => {
  const own = shapeNamed(s, c);
  const [u, v, n, side] = FACE_AXES[face];
  const place = at?.map((q) => c.worth(String(q)));
  if (!own || !place) return undefined;
  const isBehind = (c.shapes ?? []).some(
    ({ adds, box }) =>
      adds &&
      [u, v].every((i) => {
        const x = place[i];
        return x === undefined || (x > (box[i] as number) && x < (box[i + 3] as number));
      }) &&
      (side === 1
        ? (box[n] as number) < (own[n] as number)
        : (box[n + 3] as number) > (own[n + 3] as number)),
  );
  return isBehind ? spanOf(c, n) : undefined;
};

/** Where a round thing is on its face, with its copies. */
const placed = (
  s: Said,
  c: TypedContext,
  face: FaceName,
  what: string,
  assumed: string[],
): Pick<FeatureFile, 'at' | 'repeat' | 'mirror'> => {
  const isByCorners = c.box && s.isInset() && s.countText() === '4' && !s.isNamed('pcd', 'pitch', 'centres');
  if (isByCorners && !s.sees('incorners')) assumed.push('in the four corners');
  if (s.has('incorners') || isByCorners) {
    const inset = s.inset();
    if (!c.box)
      throw new Ask(`There is nothing with corners yet. State the block first.`, ['block 60 x 40 x 30']);
    if (inset === undefined) throw new Ask(`How far from the edges are the ${what}s?`, ['10 from the edges']);
    const count = s.count();
    if (count !== undefined && count !== '4')
      throw new Ask(`The ${face} has four corners. Where are the ${count} ${what}s?`, ['4 off', '20 pitch']);
    return inFourCorners(face, inset, c);
  }
  const place = placeOn(face, s, c, what, assumed);
  if (!place.stated && c.box) {
    if (!s.isNamed('pcd')) throw whereOn(what, face);
    assumed.push(`about the middle of the ${face}`);
  }
  return copies(s, face, place.at, what, c, place.middle);
};

/** A hole that narrows to a point or to a smaller end: a cone or a pyramid let into the face, its base in it. */
export const taperingHole: Maker = (s, c) => {
  const assumed: string[] = [];
  s.has('tapering');
  s.has('hole', 'pocket');
  const face = cutFace(s, 'hole', assumed);
  const sides = seesSides(s);
  if (sides)
    throw new Ask('Is it a hole the shape of a pyramid? State it as what is cut.', ['cut a square pyramid']);
  const diameter = need(
    s.named('diameter', 'radius', 'base') ?? s.shift('diameter'),
    'What is the diameter of the hole at its mouth?',
    '20 dia',
  );
  const end = s.top() ?? (s.loose() ? (s.crossed('end') ?? s.shift('end')) : undefined);
  const stated = s.named('depth', 'height', 'length');
  if (stated !== undefined && s.sees('through'))
    throw new Ask(`Is the hole ${stated} deep, or right through?`, []);
  const right = c.box && s.has('through') ? String(spanOf(c, FACE_AXES[face][2])) : undefined;
  const deep = need(stated ?? right, 'How deep is the hole?', '25 deep');
  const into = letInto(face, s, c, assumed);
  return {
    features: [
      {
        base: 'hole',
        op: op(s, 'cut'),
        ...into,
        shape: {
          kind: 'cone',
          diameter,
          ...(end !== undefined && { topDiameter: typedQuantity(end) }),
          height: deep,
        },
      },
    ],
    assumed,
  };
};

/** Whether a slot has two bare sizes of which the second is the larger: in "8 x 20" the 8 is its width. */
const isWidthFirst = (first: string, s: Said, c: TypedContext): boolean => {
  const second = s.nextCrossed();
  const [narrow, long] = [c.worth(first), second === undefined ? undefined : c.worth(second)];
  return narrow !== undefined && long !== undefined && narrow < long;
};

export const slot: Maker = (s, c) => {
  const assumed: string[] = [];
  s.has('slot');
  s.has('cut');
  const face = cutFace(s, 'slot', assumed);
  const centres = s.named('centres');
  const long = s.named('length');
  const wide = s.named('width', 'diameter');
  let length: string | undefined = centres;
  let width = wide;
  if (length === undefined && long !== undefined) {
    width ??= s.shift('width');
    // the whole length less the two round ends
    length = width === undefined ? long : `${unitless(long, c)} - ${unitless(width, c)}`;
  }
  if (length === undefined) {
    length = s.shift('length');
    if (length !== undefined && width === undefined && isWidthFirst(length, s, c)) {
      width = length;
      length = s.crossed('length');
    }
    if (length !== undefined) assumed.push(`${length} between the centres of its ends`);
  }
  width ??= s.shift('width');
  const span = need(length, 'How long is the slot, between the centres of its ends?', '20 centres');
  const w = need(width, 'How wide is the slot?', '8 wide');
  const depth = depthOf(s, 'slot', s.named('depth') ?? s.crossed('depth'), assumed);
  const turn = turnedAlong(s, face);
  if (s.isDistant()) assumed.push('distances go to its middle');
  const { at, repeat } = { repeat: undefined, ...placed(s, c, face, 'slot', assumed) };
  const reach = depth === undefined ? reachThrough(face, at, s, c) : depth;
  return {
    features: [
      {
        base: 'slot',
        op: 'cut',
        ...(face !== 'top' && { plane: face }),
        shape: {
          kind: 'slot',
          length: span,
          width: w,
          depth: reach === undefined ? 'through' : typedQuantity(String(reach)),
        },
        at,
        ...(repeat && { repeat }),
        ...(turn && { turn }),
      },
    ],
    assumed,
  };
};

/** A slot that runs the other way across its face is turned a quarter about the face's own axis; "turned 30" turns it by that. */
const turnedAlong = (s: Said, face: FaceName): FeatureFile['turn'] => {
  const [, v, n] = FACE_AXES[face];
  const axis = (['x', 'y', 'z'] as const)[n];
  if (s.has('turned'))
    return [{ axis, angle: need(s.angle(), 'By how many degrees is it turned?', '30 degrees') }];
  const along = s.has('alongheight') ? 2 : s.has('alongdepth') ? 1 : s.has('alongwidth') ? 0 : undefined;
  if (along === n) throw new Ask('A slot runs along its face. Which way is that?', ['left to right']);
  return along === v ? [{ axis, angle: 90 }] : undefined;
};

export const cylinder: Maker = (s, c) => {
  const assumed: string[] = [];
  s.has('cylinder');
  const threaded = seesThread(s) ? threadSaid(s, 'cylinder') : undefined;
  const diameter = threaded
    ? (s.named('diameter', 'radius') ?? outsideOf(threaded.nominal, c))
    : across(s, 'cylinder', '24 dia');
  const height = need(
    s.next('height', 'length', 'thickness', 'depth'),
    'How long is the cylinder?',
    '30 high',
  );
  const shape = { kind: 'cylinder', diameter, height, ...(threaded && { thread: threaded.thread }) } as const;
  if (threaded?.thread.length !== undefined) assumed.push('the thread begins at its free end');
  const does = op(s, 'add');
  if (does === 'cut')
    throw new Ask('Something round that is cut is a hole. State its diameter, its depth and its face.', [
      'hole 20 dia 10 deep in the top',
    ]);
  const face = s.sight()[0] ?? 'top';
  if (c.box && s.sees('incorners')) {
    s.face();
    return {
      features: [
        {
          base: 'cylinder',
          op: does,
          ...(face !== 'top' && { plane: face }),
          ...placed(s, c, face, 'cylinder', []),
          shape,
        },
      ],
      assumed,
    };
  }
  const { place, middle } = standingPlace(s, c, 'cylinder', assumed);
  const many = s.isCounted()
    ? { ...place, ...copies(s, place.plane ?? 'top', place.at as Quantity3, 'boss', c, middle) }
    : place;
  return {
    features: [{ base: 'cylinder', op: does, ...many, shape }],
    assumed,
  };
};

export const tube: Maker = (s, c) => {
  const assumed: string[] = [];
  s.has('tube');
  const isRing = s.isNamed('id') && !s.isNamed('length', 'height', 'depth', 'wall');
  // of a ring with both its diameters "2 thick" is how long it is
  const wall = isRing ? undefined : s.named('thickness', 'wall');
  if (s.has('wall') && wall === undefined && !isRing)
    throw new Ask('How thick is the wall of the tube?', ['5 thick']);
  const outer = need(
    s.next('od', 'diameter', 'radius'),
    'What is the outside diameter of the tube?',
    '40 od',
  );
  const within = wall === undefined ? undefined : `${unitless(String(outer), c)} - 2*${unitless(wall, c)}`;
  const stated = s.named('id');
  const [x, y] = [stated, within].map((t) => (t === undefined ? undefined : c.worth(t)));
  if (stated !== undefined && within !== undefined && Math.abs((x ?? 0) - (y ?? 0)) > SAME)
    throw new Ask(
      `A wall of ${wall} leaves ${decimal(y ?? 0, 6)} inside, and ${stated} is stated. Which is right?`,
      [],
    );
  const bore = need(stated ?? within ?? s.shift('id'), 'What is the inside diameter of the tube?', '30 id');
  const height = need(s.next('length', 'height', 'depth', 'thickness'), 'How long is the tube?', '60 long');
  const place = standing(s, c, 'tube', assumed);
  const plane = place.plane ?? 'top';
  const [, , n, side] = FACE_AXES[plane];
  const at = [...(place.at as Quantity3)] as Quantity3;
  const foot = Number(c.worth(String(at[n])) ?? 0);
  at[n] = shifted(foot, String(height), side, c);
  s.has('add');
  return {
    features: [
      { base: 'tube', op: 'add', ...place, shape: { kind: 'cylinder', diameter: outer, height } },
      {
        base: 'bore',
        op: 'cut',
        ...(place.plane && { plane: place.plane }),
        at,
        shape: { kind: 'hole', diameter: bore, depth: height },
      },
    ],
    assumed,
  };
};

export const cone: Maker = (s, c) => {
  const assumed: string[] = [];
  s.has('cone', 'truncated');
  s.has('cylinder');
  const diameter = need(
    s.named('base', 'diameter', 'radius', 'od') ?? s.shift('diameter'),
    'What is the diameter of the cone?',
    '40 dia',
  );
  const named = s.named('height', 'length');
  const top = s.top() ?? (named !== undefined && s.loose() === 1 ? s.shift('top') : undefined);
  const height = need(named ?? s.shift('height'), 'How high is the cone?', '50 high');
  const end = top ?? (s.loose() === 1 ? s.shift('top') : undefined);
  if (end === undefined && s.sees('truncated')) throw new Ask('How wide is the cone at its top?', ['top 20']);
  return {
    features: [
      {
        base: 'cone',
        op: op(s, 'add'),
        ...standing(s, c, 'cone', assumed),
        shape: {
          kind: 'cone',
          diameter,
          ...(end !== undefined && { topDiameter: typedQuantity(end) }),
          height,
        },
      },
    ],
    assumed,
  };
};

export const sphere: Maker = (s, c) => {
  const assumed: string[] = [];
  s.has('sphere');
  const diameter = across(s, 'ball', '30 dia');
  return {
    features: [
      {
        base: 'ball',
        op: op(s, 'add'),
        ...standing(s, c, 'ball', assumed),
        shape: { kind: 'sphere', diameter },
      },
    ],
    assumed,
  };
};

export const torus: Maker = (s, c) => {
  const assumed: string[] = [];
  s.has('torus');
  const section = s.named('tubeSize', 'thickness');
  const diameter = across(s, 'ring', '60 dia');
  const thick = need(section ?? s.shift('thickness'), 'How thick is the ring?', 'section 8');
  return {
    features: [
      {
        base: 'ring',
        op: op(s, 'add'),
        ...standing(s, c, 'ring', assumed),
        shape: { kind: 'torus', diameter, tube: thick },
      },
    ],
    assumed: [...assumed, `${diameter} is the diameter of the middle of the ring`],
  };
};

/**
 * The rows of a turned part from figures as commas part them: "52, 72 x 30" is a diameter without a length, and one with. Where no comma tells,
 * diameters and lengths come in turn. The one length that may be left out follows from the overall.
 */
const turnedRows = (
  groups: readonly (readonly string[])[],
  overall: string | undefined,
  c: TypedContext,
): TurnedTable => {
  const figures = groups.flat();
  if (!figures.length)
    throw new Ask('Which diameters and lengths, from the left end?', ['20 x 30, 30 x 25, 16 x 40']);
  const negative = figures.find((t) => /^-/.test(t));
  if (negative !== undefined) throw new Ask(`${negative} is less than nothing. Which size is it?`, []);
  const isByComma =
    groups.length > 1 && groups.every((g) => g.length <= 2) && groups.some((g) => g.length === 2);
  const pairs = isByComma ? groups : figures.flatMap((_, i) => (i % 2 ? [] : [figures.slice(i, i + 2)]));
  const open = pairs.filter((p) => p.length === 1);
  const [first, second] = open;
  if (first && (overall === undefined || second))
    throw new Ask(`How long is the part of ${(second ?? first)[0]} diameter?`, [
      'x 30',
      ...(overall === undefined ? ['overall 95'] : []),
    ]);
  const rows = pairs.map(
    ([diameter, length]): TurnedRow => ({ diameter: diameter as string, length: length ?? '' }),
  );
  if (!first) {
    const sum = rows.reduce((all, r) => all + (c.worth(r.length) ?? Number.NaN), 0);
    const whole = overall === undefined ? sum : c.worth(overall);
    if (Math.abs(sum - (whole ?? Number.NaN)) > SAME)
      throw new Ask(
        `The lengths come to ${decimal(sum, 6)}, and ${overall} is stated overall. Which is right?`,
        [],
      );
    return { rows };
  }
  // the table works the last length out from the overall by itself
  if (!rows.at(-1)?.length) return { rows, ...(overall !== undefined && { overall }) };
  const others = rows.flatMap((r) => (r.length ? [r.length] : []));
  const rest = others.length > 1 ? `(${others.join(' + ')})` : others[0];
  return { rows: rows.map((r) => (r.length ? r : { ...r, length: `${overall} - ${rest}` })) };
};

/** A turned part: diameters and lengths from its left end; with an overall the length that is left out is worked out. */
export const turned: Maker = (s, c) => {
  const assumed: string[] = [];
  s.has('turned');
  s.has('diameter');
  const overall = s.named('overall', 'length');
  s.has('length');
  s.has('left');
  const table = turnedRows(
    s.groups('size').map((g) => g.map((t) => unitless(t, c))),
    overall && unitless(overall, c),
    c,
  );
  const run = s.has('alongheight') ? 'top' : s.has('alongdepth') ? 'back' : 'right';
  if (run === 'right' && !s.has('alongwidth')) assumed.push('lying, from left to right');
  return {
    features: [
      {
        base: 'turned',
        op: op(s, 'add'),
        ...(run !== 'top' && { plane: run }),
        at: (s.point()?.map(typedQuantity) as Quantity3 | undefined) ?? [0, 0, 0],
        shape: { kind: 'revolve', profile: { polygon: turnedCorners(table) } },
      },
    ],
    assumed,
  };
};
