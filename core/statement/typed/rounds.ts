import type { Quantity } from '../../part/quantity.ts';
import type { FeatureFile } from '../../part/schema.ts';
import { typedQuantity } from '../../part/schema.ts';
import type { ShapeFile } from '../../part/shapes/shapes.ts';
import { type TurnedRow, turnedCorners } from '../turned.ts';
import { Ask, type Maker, need, op, type Quantity3, sidesIn, type UnusedSizes } from './draft.ts';
import { FACE_AXES, placeOn, shifted, unitless } from './placing.ts';
import { polygonHole } from './polygons.ts';
import type { FaceName, Gathered } from './sortedWords.ts';
import { copies, standing } from './standing.ts';
import { clearanceFor } from './words.ts';

/** The diameter of something round, however it is stated. */
export const across = (p: UnusedSizes, what: string, offer: string): Quantity =>
  need(p.next('diameter', 'radius', 'od'), `What is the diameter of the ${what}?`, offer);

export const hole: Maker = (g, p, c) => {
  const assumed: string[] = [];
  const face = g.face ?? 'top';
  if (!g.face) assumed.push('from the top');
  if (g.means.has('tapped'))
    throw new Ask(
      'A thread is no shape of its own here. State the hole as it is drilled, without the thread.',
      ['6.8 dia'],
    );
  const sides = sidesIn(g);
  if (sides) return polygonHole(g, p, c, face, sides, assumed);
  const metric = p.named('metric');
  let diameter: Quantity;
  if (metric !== undefined) {
    const mm = clearanceFor(metric);
    if (mm === undefined)
      throw new Ask(`Which hole is wanted for M${metric}? State its diameter.`, ['9 dia']);
    diameter = c.units === 'mm' ? mm : `${mm} mm`;
    assumed.push(`${mm} mm across, the medium clearance for M${metric}`);
  } else diameter = across(p, 'hole', '12 dia');
  const deep = p.named('depth', 'length', 'height', 'thickness');
  const alone = g.at.length ? p.loose.length >= 1 : p.loose.length === 1 || p.loose.length === 3;
  const depth = g.means.has('through') ? 'through' : (deep ?? (alone ? p.loose.shift() : undefined));
  if (depth === undefined && g.means.has('blind')) throw new Ask('How deep is the blind hole?', ['20 deep']);
  if (depth === undefined) assumed.push('right through');
  const place = placeOn(face, g, p.loose, c);
  if (!g.at.length && !Object.keys(g.from).length && p.loose.length >= 2) p.loose.splice(0, 2);
  if (!place.stated && c.box) assumed.push(`in the middle of the ${face}`);
  const shape: Extract<ShapeFile, { kind: 'hole' }> = {
    kind: 'hole',
    diameter,
    depth: depth === undefined || depth === 'through' ? 'through' : typedQuantity(depth),
  };
  if (g.counterbore.length)
    shape.counterbore = {
      diameter: need(g.counterbore[0], 'How wide is the counterbore?', 'counterbore 20 x 4'),
      depth: need(g.counterbore[1], 'How deep is the counterbore?', `counterbore ${g.counterbore[0]} x 4`),
    };
  if (g.countersink.length) {
    shape.countersink = {
      diameter: typedQuantity(g.countersink[0] as string),
      angle: typedQuantity(g.countersink[1] ?? g.angle ?? '90'),
    };
    if (g.countersink.length < 2 && g.angle === undefined) assumed.push('countersunk at 90 degrees');
  } else if (g.angle !== undefined && shape.depth !== 'through') shape.tip = typedQuantity(g.angle);
  return {
    features: [
      {
        base: 'hole',
        op: op(g, 'cut'),
        ...(face !== 'top' && { plane: face }),
        shape,
        ...copies(g, p, face, place.at, 'hole', c),
      },
    ],
    assumed,
  };
};

export const slot: Maker = (g, p, c) => {
  const assumed: string[] = [];
  const face = g.face ?? 'top';
  if (!g.face) assumed.push('from the top');
  const centres = p.named('centres');
  const long = p.named('length');
  const wide = p.named('width', 'diameter');
  let length: string | undefined = centres;
  let width = wide;
  if (length === undefined && long !== undefined) {
    width ??= p.loose.shift();
    // the whole length less the two round ends
    length = width === undefined ? long : `${unitless(long, c)} - ${unitless(width, c)}`;
  }
  if (length === undefined) {
    length = p.loose.shift();
    if (length !== undefined) assumed.push(`${length} between the centres of its ends`);
  }
  width ??= p.loose.shift();
  const span = need(length, 'How long is the slot, between the centres of its ends?', '20 centres');
  const w = need(width, 'How wide is the slot?', '8 wide');
  const deep =
    p.named('depth') ?? (p.loose.length === 1 || p.loose.length === 3 ? p.loose.shift() : undefined);
  const depth = g.means.has('through') ? undefined : deep;
  if (depth === undefined && !g.means.has('through')) assumed.push('right through');
  const place = placeOn(face, g, p.loose, c);
  if (!g.at.length && !Object.keys(g.from).length && p.loose.length >= 2) p.loose.splice(0, 2);
  if (!place.stated && c.box) assumed.push(`in the middle of the ${face}`);
  const { at, repeat } = copies(g, p, face, place.at, 'slot', c);
  return {
    features: [
      {
        base: 'slot',
        op: op(g, 'cut'),
        ...(face !== 'top' && { plane: face }),
        shape: {
          kind: 'slot',
          length: span,
          width: w,
          depth: depth === undefined ? 'through' : typedQuantity(depth),
        },
        at,
        ...(repeat && { repeat }),
        ...(turnedAlong(g, face) && { turn: turnedAlong(g, face) }),
      },
    ],
    assumed,
  };
};

/** A slot that runs the other way across its face is turned a quarter about the face's own axis. */
export const turnedAlong = (g: Gathered, face: FaceName): FeatureFile['turn'] => {
  const [, v, n] = FACE_AXES[face];
  const axis = g.means.has('alongheight') ? 2 : g.means.has('alongdepth') ? 1 : undefined;
  return axis === v ? [{ axis: (['x', 'y', 'z'] as const)[n], angle: 90 }] : undefined;
};

export const cylinder: Maker = (g, p, c) => {
  const assumed: string[] = [];
  const diameter = across(p, 'cylinder', '24 dia');
  const height = need(
    p.next('height', 'length', 'thickness', 'depth'),
    'How long is the cylinder?',
    '30 high',
  );
  const does = op(g, 'add');
  const place = standing(g, p, c, assumed);
  const face = g.face ?? 'top';
  const many =
    g.count === undefined ? place : { ...place, ...copies(g, p, face, place.at as Quantity3, 'boss', c) };
  return {
    features: [{ base: 'cylinder', op: does, ...many, shape: { kind: 'cylinder', diameter, height } }],
    assumed,
  };
};

export const tube: Maker = (g, p, c) => {
  const assumed: string[] = [];
  const wall = p.named('thickness');
  const outer = need(
    p.next('od', 'diameter', 'radius'),
    'What is the outside diameter of the tube?',
    '40 od',
  );
  const inner =
    p.named('id') ??
    (wall === undefined ? p.loose.shift() : `${unitless(String(outer), c)} - 2*${unitless(wall, c)}`);
  const bore = need(inner, 'What is the inside diameter of the tube?', '30 id');
  const height = need(p.next('length', 'height', 'depth'), 'How long is the tube?', '60 long');
  const place = standing(g, p, c, assumed);
  const plane = place.plane ?? 'top';
  const [, , n, side] = FACE_AXES[plane];
  const at = [...(place.at as Quantity3)] as Quantity3;
  const foot = Number(c.worth(String(at[n])) ?? 0);
  at[n] = shifted(foot, String(height), side, c);
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

export const cone: Maker = (g, p, c) => {
  const assumed: string[] = [];
  const diameter = across(p, 'cone', '40 dia');
  const height = need(p.named('height', 'length') ?? p.loose.shift(), 'How high is the cone?', '50 high');
  const does = op(g, 'add');
  const top = g.top ?? (g.means.has('cone') && p.loose.length === 1 ? p.loose.shift() : undefined);
  return {
    features: [
      {
        base: 'cone',
        op: does,
        ...standing(g, p, c, assumed),
        shape: {
          kind: 'cone',
          diameter,
          ...(top !== undefined && { topDiameter: typedQuantity(top) }),
          height,
        },
      },
    ],
    assumed,
  };
};

export const sphere: Maker = (g, p, c) => {
  const assumed: string[] = [];
  const diameter = across(p, 'ball', '30 dia');
  return {
    features: [
      { base: 'ball', op: op(g, 'add'), ...standing(g, p, c, assumed), shape: { kind: 'sphere', diameter } },
    ],
    assumed,
  };
};

export const torus: Maker = (g, p, c) => {
  const assumed: string[] = [];
  const section = p.named('tubeSize', 'thickness');
  const diameter = across(p, 'ring', '60 dia');
  const thick = need(section ?? p.loose.shift(), 'How thick is the ring?', 'section 8');
  assumed.push(`${diameter} is the diameter of the middle of the ring`);
  return {
    features: [
      {
        base: 'ring',
        op: op(g, 'add'),
        ...standing(g, p, c, assumed),
        shape: { kind: 'torus', diameter, tube: thick },
      },
    ],
    assumed,
  };
};

/** A turned part: diameters and lengths in turn, from its left end; with an overall the last length is worked out. */
export const turned: Maker = (g, p, c) => {
  const assumed: string[] = [];
  const overall = p.named('overall', 'length');
  const figures = p.loose.splice(0).map((t) => unitless(t, c));
  if (!figures.length)
    throw new Ask('Which diameters and lengths, from the left end?', ['20 x 30, 30 x 25, 16 x 40']);
  if (figures.length % 2 && overall === undefined)
    throw new Ask(`How long is the part of ${figures.at(-1)} diameter?`, [`x 30`, 'overall 95']);
  const rows: TurnedRow[] = [];
  for (let i = 0; i < figures.length; i += 2)
    rows.push({ diameter: figures[i] as string, length: figures[i + 1] ?? '' });
  const table = { rows, ...(overall !== undefined && { overall: unitless(overall, c) }) };
  const run = g.means.has('alongheight') ? 'top' : g.means.has('alongdepth') ? 'back' : 'right';
  if (run === 'right') assumed.push('lying, from left to right');
  const place = g.at.length === 3 ? (g.at.map(typedQuantity) as Quantity3) : ([0, 0, 0] as Quantity3);
  return {
    features: [
      {
        base: 'turned',
        op: op(g, 'add'),
        ...(run !== 'top' && { plane: run }),
        at: place,
        shape: { kind: 'revolve', profile: { polygon: turnedCorners(table) } },
      },
    ],
    assumed,
  };
};
