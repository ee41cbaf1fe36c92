import type { Quantity } from '../../part/quantity.ts';
import { typedQuantity } from '../../part/schema.ts';
import {
  Ask,
  type Draft,
  type Maker,
  need,
  number,
  op,
  type Quantity3,
  spanOf,
  type UnusedSizes,
} from './draft.ts';
import { FACE_AXES, half, shifted, unitless } from './placing.ts';
import { hole } from './rounds.ts';
import { FACES, type Gathered, type Label } from './sortedWords.ts';
import { cornerOf } from './standing.ts';

export const block: Maker = (g, p, c) => {
  const assumed: string[] = [];
  const what = g.means.has('plate') ? 'plate' : 'block';
  const long = p.named('length');
  const wide = p.named('width');
  // "120 long, 80 wide": the long side lies along the front
  let width = long ?? wide;
  let depth = p.named('depth') ?? (long === undefined ? undefined : wide);
  let height = p.named('height', 'thickness');
  const side = p.named('side', 'af');
  if (g.means.has('square') || side !== undefined) {
    // a square bar, its length along the width where one is named
    const across = side ?? (long === undefined ? width : undefined) ?? p.loose.shift();
    if (long !== undefined) [depth, height] = [depth ?? across, height ?? across];
    else [width, depth] = [width ?? across, depth ?? across];
  }
  const missing = [width, depth, height].filter((x) => x === undefined).length;
  if (missing === 3 && p.loose.length === 1)
    [width, depth, height] = Array(3).fill(p.loose.shift()) as string[];
  if (missing === 3 && p.loose.length === 1) assumed.push('a cube');
  width ??= p.loose.shift();
  depth ??= p.loose.shift();
  height ??= p.loose.shift();
  const w = need(width, `How wide is the ${what}?`, '60 wide');
  const d = need(depth, `How deep is the ${what}, from front to back?`, '40 deep');
  const h = need(
    height,
    `How ${what === 'plate' ? 'thick' : 'high'} is the ${what}?`,
    what === 'plate' ? '10 thick' : '30 high',
  );
  const does = op(g, 'add');
  const round = p.named('corners', 'radius');
  const sizes: [string, string, string] = [String(w), String(d), String(h)];
  const placed =
    c.box &&
    (does === 'cut' ||
      g.face ||
      g.means.has('centre') ||
      Object.keys(g.from).length ||
      g.at.length === 2 ||
      p.loose.length >= 2);
  if (c.box && !placed && g.at.length < 3) assumed.push('its lower left front corner is at the origin');
  if (does === 'cut' && !g.face) assumed.push('cut from the top');
  const at: Quantity3 = placed
    ? cornerOf(g.face ?? 'top', sizes, g, p, does === 'cut', c, assumed)
    : g.at.length === 3
      ? (g.at.map(typedQuantity) as Quantity3)
      : [0, 0, 0];
  if (round === undefined)
    return {
      features: [{ base: what, op: does, shape: { kind: 'block', width: w, depth: d, height: h }, at }],
      assumed,
    };
  const radius = round.startsWith('2*') ? round.slice(2) : round;
  const middle = ([0, 1] as const).map((i) =>
    at[i] === 0 ? half(sizes[i] as string, c) : `${at[i]} + ${half(sizes[i] as string, c)}`,
  );
  return {
    features: [
      {
        base: what,
        op: does,
        shape: { kind: 'extrude', height: h, profile: { rectangle: [w, d], round: typedQuantity(radius) } },
        at: [middle[0] as Quantity, middle[1] as Quantity, at[2]],
      },
    ],
    assumed,
  };
};

/** Something with one outline from the front, as long as it is deep. */
export const profile =
  (
    base: string,
    corners: (s: { w: Quantity; h: Quantity; t: Quantity }) => [Quantity, Quantity][],
    thin: boolean,
  ): Maker =>
  (g, p, c) => {
    const t = thin ? p.named('thickness') : undefined;
    const [deepNamed, longNamed] = [p.named('depth'), p.named('length')];
    const [wide, height] = [p.named('width'), p.named('height')];
    // of a wedge, "60 long, 30 wide" says that it slopes along its length
    const slopes = !thin && longNamed !== undefined && deepNamed === undefined;
    const width = slopes ? longNamed : wide;
    const long = slopes ? wide : (deepNamed ?? longNamed);
    const w = need(width ?? p.loose.shift(), `How wide is the ${base}?`, '60 wide');
    // of a wedge the depth comes before the height, as for a block
    const before = !thin && p.loose.length >= 2 && long === undefined ? p.loose.shift() : undefined;
    const h = need(height ?? p.loose.shift(), `How high is the ${base}?`, '40 high');
    const wall = thin ? need(t ?? p.loose.shift(), `How thick is the ${base}?`, '8 thick') : 0;
    const deep = need(
      long ?? before ?? p.loose.shift(),
      `How long is the ${base}, from front to back?`,
      '30 deep',
    );
    const figure = (q: Quantity): Quantity => typedQuantity(unitless(String(q), c));
    const sizes = thin ? { w: figure(w), h: figure(h), t: figure(wall) } : { w, h, t: wall };
    return {
      features: [
        {
          base,
          op: op(g, 'add'),
          plane: 'front',
          at: [0, deep, 0],
          shape: { kind: 'extrude', height: deep, profile: { polygon: corners(sizes) } },
        },
      ],
      assumed: thin ? [] : ['highest at the left'],
    };
  };

export const step: Maker = (g, p, c) => {
  const assumed: string[] = [];
  if (!c.box)
    throw new Ask('There is nothing to cut a step in yet. State the block first.', ['block 60 x 40 x 30']);
  const sides = FACES.filter((f) => g.means.has(f) && f !== 'top' && f !== 'bottom');
  const side = sides[0];
  if (!side) throw new Ask('On which side is the step?', ['left', 'right', 'front', 'back']);
  const axis = FACE_AXES[side][2];
  const down = p.named('height', axis === 1 ? 'thickness' : 'depth');
  const run = need(
    p.next(axis === 0 ? 'width' : 'depth', 'length'),
    'How far does the step run in?',
    '34 wide',
  );
  const fall = need(down ?? p.loose.shift(), 'How far down does the step go?', '12 high');
  const box = c.box;
  const sizes = [0, 1, 2].map((i) =>
    i === axis ? String(run) : i === 2 ? String(fall) : String(spanOf(c, i)),
  );
  const at: Quantity3 = [number(box, 0), number(box, 1), number(box, 2)];
  if (FACE_AXES[side][3] === 1) at[axis] = shifted(number(box, axis + 3), String(run), -1, c);
  if (g.face === 'bottom') assumed.push('from the bottom');
  else at[2] = shifted(number(box, 5), String(fall), -1, c);
  return { features: [cutBlock('step', sizes, at)], assumed };
};

export const cutBlock = (base: string, sizes: readonly string[], at: Quantity3): Draft => ({
  base,
  op: 'cut',
  shape: {
    kind: 'block',
    width: typedQuantity(sizes[0] as string),
    depth: typedQuantity(sizes[1] as string),
    height: typedQuantity(sizes[2] as string),
  },
  at,
});

/** A notch or a groove: cut into a face, and right along it. */
export const notch =
  (base: string): Maker =>
  (g, p, c) => {
    const assumed: string[] = [];
    if (!c.box)
      throw new Ask(`There is nothing to cut a ${base} in yet. State the block first.`, [
        'block 60 x 40 x 30',
      ]);
    const face = g.face ?? 'top';
    if (!g.face) assumed.push('from the top');
    const [u, v, n] = FACE_AXES[face];
    const deepFirst = p.named('depth');
    const wide = need(p.next('width', 'length'), `How wide is the ${base}?`, '12 wide');
    const deep = need(
      deepFirst ?? p.named('height', 'thickness') ?? p.loose.shift(),
      `How deep is the ${base}?`,
      '5 deep',
    );
    // it runs along the one of the face's directions that is not named
    const runs = g.means.has('alongwidth')
      ? 0
      : g.means.has('alongdepth')
        ? 1
        : g.means.has('alongheight')
          ? 2
          : v;
    const across = runs === u ? v : u;
    const sizes = [0, 1, 2].map((i) =>
      i === n ? String(deep) : i === across ? String(wide) : String(spanOf(c, i)),
    );
    const at = cornerOf(face, sizes as [string, string, string], g, p, true, c, assumed);
    at[runs] = number(c.box, runs);
    return { features: [cutBlock(base, sizes, at)], assumed };
  };

export const pocket: Maker = (g, p, c) => {
  const assumed: string[] = [];
  if (!c.box)
    throw new Ask('There is nothing to cut a pocket in yet. State the block first.', ['block 60 x 40 x 30']);
  const face = g.face ?? 'top';
  if (!g.face) assumed.push('from the top');
  const round = p.named('diameter');
  if (round !== undefined)
    return hole({ ...g, sizes: { ...g.sizes, diameter: round }, face } as Gathered, p2(p, round), c);
  const [u, v, n] = FACE_AXES[face];
  const deepNamed = p.named('depth');
  const first = need(p.next('width', 'length'), 'How wide is the pocket?', '30 wide');
  const second = need(
    g.means.has('square')
      ? String(first)
      : p.next(face === 'top' || face === 'bottom' ? 'thickness' : 'height'),
    'How large is the pocket the other way?',
    '30 x 20',
  );
  const through = g.means.has('through') ? String(spanOf(c, n)) : undefined;
  const deep = need(through ?? deepNamed ?? p.loose.shift(), 'How deep is the pocket?', '5 deep');
  const sizes: [string, string, string] = ['', '', ''];
  sizes[u] = String(first);
  sizes[v] = String(second);
  sizes[n] = String(deep);
  return { features: [cutBlock('pocket', sizes, cornerOf(face, sizes, g, p, true, c, assumed))], assumed };
};
/** The unusedSizes of a line with its diameter put back. */
export const p2 = (p: UnusedSizes, diameter: string): UnusedSizes => ({
  ...p,
  named: (...labels: Label[]) => (labels.includes('diameter') ? diameter : p.named(...labels)),
});
