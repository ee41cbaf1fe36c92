import type { Quantity } from '../../part/quantity.ts';
import { typedQuantity } from '../../part/schema.ts';
import { Ask } from './ask.ts';
import {
  type Draft,
  type Drafts,
  type Maker,
  need,
  nothingYet,
  op,
  type Quantity3,
  runsAlong,
  spanOf,
} from './draft.ts';
import { alongFace, FACE_AXES, type FaceName, HIGH, LOW } from './faces.ts';
import { half, unitless } from './placing.ts';
import { hole } from './rounds.ts';
import type { Said } from './said.ts';
import { cornerOf, inCorner } from './standing.ts';

/** The three sizes of a block, however they are named; "assumed" gets what was taken for granted. */
const threeSizes = (s: Said, what: string, assumed: string[]): [Quantity, Quantity, Quantity] => {
  const long = s.named('length');
  const wide = s.named('width');
  // "120 long, 80 wide": the long side lies along the front
  let width = long ?? wide;
  let depth = s.named('depth') ?? (long === undefined ? undefined : wide);
  let height = s.named('height');
  // "60 wide 10 high 40 thick": what is left is the thickness
  const thick = s.named('thickness');
  if (thick !== undefined) {
    if (height === undefined) height = thick;
    else if (depth === undefined) depth = thick;
    else if (width === undefined) width = thick;
    else throw new Ask(`The ${what} has its three sizes. What is ${thick} thick?`, []);
  }
  const side = s.named('side', 'af');
  if (s.has('square') || side !== undefined) {
    // a square bar, its length along the width where one is named
    const across = side ?? (long === undefined ? width : undefined) ?? s.shift('side');
    if (long !== undefined) [depth, height] = [depth ?? across, height ?? across];
    else [width, depth] = [width ?? across, depth ?? across];
  }
  const missing = [width, depth, height].filter((x) => x === undefined).length;
  if (missing === 3 && s.loose() === 1) {
    width = s.shift('side');
    depth = width;
    height = width;
    assumed.push('a cube');
  }
  width ??= s.shift('width');
  depth ??= s.shift('depth');
  height ??= s.shift('height');
  return [
    need(width, `How wide is the ${what}?`, '60 wide'),
    need(depth, `How deep is the ${what}, from front to back?`, '40 deep'),
    need(
      height,
      `How ${what === 'plate' ? 'thick' : 'high'} is the ${what}?`,
      what === 'plate' ? '10 thick' : '30 high',
    ),
  ];
};

/** The one side along which a wall stands, where the line names one and no height. */
const sideOfWall = (s: Said): FaceName | undefined => {
  const sides = s.sight().filter((f) => f !== 'top' && f !== 'bottom');
  return sides.length === 1 && !s.isDistant('top', 'bottom') ? sides[0] : undefined;
};

/**
 * The sizes of a wall along one side of the part, "wall 10 thick 40 high at the back": as long as that side. Nothing where the line gives its
 * length, or does not say both how thick and how high it is, or on which side it stands.
 */
const wallSizes = (
  s: Said,
  c: Parameters<Maker>[1],
  assumed: string[],
): [Quantity, Quantity, Quantity] | undefined => {
  const side = sideOfWall(s);
  const isThin = s.isNamed('thickness') && s.isNamed('height') && !s.isNamed('width', 'length', 'depth');
  if (!c.box || !side || !isThin || s.loose() > 0) return undefined;
  const thick = need(s.named('thickness'), 'How thick is the wall?', '10 thick');
  const high = need(s.named('height'), 'How high is the wall?', '40 high');
  const along = side === 'front' || side === 'back' ? 0 : 1;
  const long = spanOf(c, along);
  assumed.push(`as long as the ${side}, ${long}`);
  return along === 0 ? [long, thick, high] : [thick, long, high];
};

export const block: Maker = (s, c) => {
  const assumed: string[] = [];
  const what = s.has('plate') ? 'plate' : 'block';
  const isWall = s.has('wall');
  s.has('block', 'base');
  const standsAlong = c.box && isWall ? sideOfWall(s) : undefined;
  const alongSide = standsAlong ? wallSizes(s, c, assumed) : undefined;
  const [w, d, h] = alongSide ?? threeSizes(s, what, assumed);
  const does = op(s, 'add');
  const round = s.plainly('corners') ?? s.plainly('radius');
  const sizes: [string, string, string] = [String(w), String(d), String(h)];
  const placed = s.sight().length > 0 || s.sees('centre') || s.isDistant() || s.isPair();
  let at: Quantity3;
  let rows: Drafts['rows'];
  const point = s.point();
  if (point) at = point.map(typedQuantity) as Quantity3;
  else if (!c.box || (c.begins && !placed)) at = [0, 0, 0];
  else {
    // a wall stands on the part, along the side that is named
    const face = standsAlong ? s.faceIs('top', 'bottom') : s.face();
    if (!face && !placed)
      throw new Ask(`Where does the ${what} go?`, [
        'on top in the middle',
        'on the right, 0 from front, 0 from bottom',
        'at 0 0 0',
      ]);
    if (!face && does === 'cut') assumed.push('cut from the top');
    if (!face && does !== 'cut') assumed.push('on the top');
    at = cornerOf(face ?? 'top', sizes, s, does === 'cut', c, what);
    rows = alongFace(face ?? 'top');
  }
  if (round === undefined)
    return {
      features: [{ base: what, op: does, shape: { kind: 'block', width: w, depth: d, height: h }, at }],
      assumed,
      ...(rows && { rows }),
    };
  const middle = ([0, 1] as const).map((i) =>
    at[i] === 0 ? half(sizes[i] as string, c) : `${at[i]} + ${half(sizes[i] as string, c)}`,
  );
  return {
    features: [
      {
        base: what,
        op: does,
        shape: { kind: 'extrude', height: h, profile: { rectangle: [w, d], round: typedQuantity(round) } },
        at: [middle[0] as Quantity, middle[1] as Quantity, at[2]],
      },
    ],
    assumed,
  };
};

/** Whether two faces and two sizes are stated: what is taken out there runs from end to end of the edge. */
const isAlongEdge = (faces: readonly FaceName[], s: Said): boolean =>
  faces.length === 2 &&
  s.loose() === 2 &&
  !s.isNamed('width', 'length', 'depth', 'height', 'thickness', 'side');

/** The corners that lie on some faces, by their three names. */
const cornersOn = (faces: readonly FaceName[]): string[] => {
  if (faces.length !== 2) return ['top front right corner', 'bottom back left corner'];
  const rest = ([0, 1, 2] as const).find((axis) => faces.every((f) => FACE_AXES[f][2] !== axis)) ?? 2;
  return ENDS[rest].map((end) => {
    const all = [end, ...faces].sort((a, b) => FACE_AXES[b][2] - FACE_AXES[a][2]);
    return `${all.join(' ')} corner`;
  });
};
/** The faces at both ends of each axis, the one that is usually meant first. */
const ENDS: readonly [readonly FaceName[], readonly FaceName[], readonly FaceName[]] = [
  ['right', 'left'],
  ['front', 'back'],
  ['top', 'bottom'],
];

/** A block taken out along the whole edge in which two faces meet: "notch 10 x 10 in the right front corner". */
const edgeCut = (faces: readonly FaceName[], s: Said, c: Parameters<Maker>[1]): ReturnType<Maker> => {
  s.has('cut', 'notch', 'block', 'pocket', 'step', 'corner', 'through');
  const [first, second] = [s.shift(), s.shift()] as [Quantity, Quantity];
  const own = faces.map((f) => FACE_AXES[f][2]).sort();
  const sizes = ([0, 1, 2] as const).map((axis) =>
    axis === own[0] ? String(first) : axis === own[1] ? String(second) : String(spanOf(c, axis)),
  ) as [string, string, string];
  fits(sizes, [0, 1, 2], 'notch', c);
  const runs = ([0, 1, 2] as const).find((axis) => !own.includes(axis)) ?? 2;
  return {
    features: [cutBlock('notch', sizes, inCorner(faces, sizes, c))],
    assumed: [`right through, ${['left to right', 'front to back', 'up and down'][runs]}`],
  };
};

/** A block taken out where three faces meet: "cut the top front right corner 20 x 15 x 10". */
export const cornerCut: Maker = (s, c) => {
  if (!c.box) throw nothingYet('corner');
  const found = s.corner();
  const faces = found?.faces ?? [];
  const axes = new Set(faces.map((f) => FACE_AXES[f][2]));
  if (axes.size !== faces.length)
    throw new Ask(`${faces.join(' and ')} do not meet in a corner. Which one is meant?`, [
      'top front right corner',
    ]);
  // a corner that is cut off may be a slope or a notch: which one is never guessed
  if (faces.length === 2 && s.loose() <= 2 && !s.sees('notch', 'block', 'pocket', 'step')) {
    const sizes = [s.shift() ?? '10', s.shift()].filter(Boolean);
    const corner = `the ${faces.join(' ')} corner`;
    throw new Ask(`Is ${corner} cut off aslant, or is a square notch taken out of it?`, [
      `chamfer ${corner} ${sizes.join(' x ')}`,
      `notch ${[sizes[0], sizes[1] ?? sizes[0]].join(' x ')} in ${corner}`,
    ]);
  }
  if (isAlongEdge(faces, s)) return edgeCut(faces, s, c);
  if (faces.length < 3)
    throw new Ask(
      faces.length
        ? `Which corner on the ${faces.join(' and ')} is it?`
        : 'Which corner is it? Name its three faces.',
      cornersOn(faces),
    );
  s.has('cut', 'notch', 'block', 'pocket', 'step', 'corner');
  const sizes = threeSizes(s, 'notch', []).map(String) as [string, string, string];
  fits(sizes, [0, 1, 2], 'notch', c);
  return { features: [cutBlock('notch', sizes, inCorner(faces, sizes, c))], assumed: [] };
};

/** What is cut must be smaller than what it is cut from. */
const fits = (
  sizes: readonly string[],
  axes: readonly (0 | 1 | 2)[],
  what: string,
  c: Parameters<Maker>[1],
): void => {
  for (const i of axes) {
    const worth = c.worth(sizes[i] as string);
    if (c.box && worth !== undefined && worth > spanOf(c, i) + 1e-6)
      throw new Ask(
        `The ${what} would be ${sizes[i]} ${['wide', 'deep', 'high'][i]}, and the part is only ${spanOf(c, i)}. Which size is it?`,
        [],
      );
  }
};

/** Something with one outline from the front, as long as it is deep. */
export const profile =
  (
    base: string,
    corners: (sizes: { w: Quantity; h: Quantity; t: Quantity }) => [Quantity, Quantity][],
    thin: boolean,
  ): Maker =>
  (s, c) => {
    s.has('lprofile', 'tprofile', 'uprofile', 'wedge');
    s.has('block');
    const t = thin ? s.named('thickness') : undefined;
    const [deepNamed, longNamed] = [s.named('depth'), s.named('length')];
    const [wide, height] = [s.named('width'), s.named('height')];
    // of a wedge, "60 long, 30 wide" says that it slopes along its length
    const slopes = !thin && longNamed !== undefined && deepNamed === undefined;
    // "80 long, 50 deep": long is from left to right then
    const isLongAcross = deepNamed !== undefined && longNamed !== undefined && wide === undefined;
    // "80 x 60 x 8 thick, 50 wide": the legs stand together, and wide is how far they run
    const isWideRun = thin && wide !== undefined && height === undefined && s.isPairCrossed();
    const width = slopes || isLongAcross ? longNamed : isWideRun ? undefined : wide;
    const long = slopes || isWideRun ? wide : (deepNamed ?? longNamed);
    const w = need(width ?? s.shift(), `How wide is the ${base}?`, '60 wide');
    // of a wedge the depth comes before the height, as for a block
    const before = !thin && s.loose() >= 2 && long === undefined ? s.shift() : undefined;
    const h = need(height ?? s.shift(), `How high is the ${base}?`, '40 high');
    const wall = thin ? need(t ?? s.shift(), `How thick is the ${base}?`, '8 thick') : 0;
    const deep = need(long ?? before ?? s.shift(), `How long is the ${base}, from front to back?`, '30 deep');
    if (thin) thinEnough(base, w, h, wall, c);
    const figure = (q: Quantity): Quantity => typedQuantity(unitless(String(q), c));
    const sizes = thin ? { w: figure(w), h: figure(h), t: figure(wall) } : { w, h, t: wall };
    return {
      features: [
        {
          base,
          op: op(s, 'add'),
          plane: 'front',
          at: outlineAt(s, c, base, deep),
          shape: { kind: 'extrude', height: deep, profile: { polygon: corners(sizes) } },
        },
      ],
      assumed: [
        ...(isWideRun ? [`${wide} from front to back`] : []),
        ...(thin ? [] : ['highest at the left']),
      ],
    };
  };

/** An outline with walls thicker than it is wide or high would cross itself. */
const thinEnough = (
  base: string,
  w: Quantity,
  h: Quantity,
  wall: Quantity,
  c: Parameters<Maker>[1],
): void => {
  const [wide, high, thick] = [w, h, wall].map((q) => c.worth(String(q)));
  if (wide === undefined || high === undefined || thick === undefined) return;
  const walls = base === 'channel' ? 2 : 1;
  if (walls * thick >= wide || thick >= high)
    throw new Ask(`The ${base} is ${w} wide and ${h} high, so it cannot be ${wall} thick. How thick is it?`, [
      '5 thick',
    ]);
};

/** Where an outline seen from the front begins: its lower left front corner at a stated point, or at the origin of an empty sheet. */
const outlineAt = (s: Said, c: Parameters<Maker>[1], what: string, deep: Quantity): Quantity3 => {
  const point = s.point();
  if (!point) {
    if (c.box && !c.begins)
      throw new Ask(`Where does the ${what} go? Give its lower left front corner.`, ['at 0 0 0']);
    return [0, deep, 0];
  }
  const [x, y, z] = point.map(typedQuantity) as Quantity3;
  return [x, y === 0 ? deep : `${y} + ${/[-+]/.test(String(deep)) ? `(${deep})` : deep}`, z];
};

export const step: Maker = (s, c) => {
  if (!c.box) throw nothingYet('step');
  s.has('step', 'edgeline');
  s.has('cut');
  const side = s.faceIs('left', 'right', 'front', 'back');
  if (!side) throw new Ask('On which side is the step?', ['left', 'right', 'front', 'back']);
  const level = s.faceIs('top', 'bottom') ?? 'top';
  const axis = FACE_AXES[side][2];
  const down = s.named('height', axis === 1 ? 'thickness' : 'depth');
  const run = need(
    s.next(axis === 0 ? 'width' : 'depth', 'length'),
    'How far does the step run in?',
    '34 wide',
  );
  const fall = need(down ?? s.shift('height'), 'How far down does the step go?', '12 high');
  const sizes = [0, 1, 2].map((i) =>
    i === axis ? String(run) : i === 2 ? String(fall) : String(spanOf(c, i)),
  ) as [string, string, string];
  fits(sizes, [axis, 2], 'step', c);
  return { features: [cutBlock('step', sizes, inCorner([side, level], sizes, c))], assumed: [] };
};

const cutBlock = (base: string, sizes: readonly string[], at: Quantity3): Draft => ({
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

const WAYS_OF_RUN = ['left to right', 'front to back', 'top to bottom'] as const;

/** A notch or a groove: cut into a face, and right along it. */
export const notch =
  (base: string): Maker =>
  (s, c) => {
    const assumed: string[] = [];
    if (!c.box) throw nothingYet(base);
    s.has('notch', 'groove');
    s.has('slot');
    s.has('cut');
    const right = s.has('fullacross') || s.has('through');
    const face = s.face() ?? 'top';
    const [u, v, n] = FACE_AXES[face];
    const deepFirst = s.named('depth');
    const wide = need(s.next('width', 'length'), `How wide is the ${base}?`, '12 wide');
    const deep = need(
      deepFirst ?? s.named('height', 'thickness') ?? s.shift('depth'),
      `How deep is the ${base}?`,
      '5 deep',
    );
    // it runs square to the direction in which its place is given
    const told = runsAlong(s);
    const toU = s.isDistant(LOW[u], HIGH[u]);
    const toV = s.isDistant(LOW[v], HIGH[v]);
    if (told === n || (told === undefined && toU && toV))
      throw new Ask(
        `Which way does the ${base} run?`,
        WAYS_OF_RUN.filter((_, i) => i !== n),
      );
    // "right across the front" may be level or upright
    const isUsual = base === 'notch' || (face !== 'top' && !right);
    const runs = told ?? (toV ? u : toU || isUsual ? v : undefined);
    if (runs === undefined) {
      const isRodThere = base === 'groove' && c.rounds?.some((r) => r.op === 'add') === true;
      throw new Ask(`Which way does the ${base} run?`, [
        ...WAYS_OF_RUN.filter((_, i) => i !== n),
        ...(isRodThere ? ['all round'] : []),
      ]);
    }
    if (told === undefined && !toU && !toV && !right)
      assumed.push(`it runs ${['left to right', 'front to back', 'up and down'][runs]}`);
    const across = runs === u ? v : u;
    const sizes = [0, 1, 2].map((i) =>
      i === n ? String(deep) : i === across ? String(wide) : String(spanOf(c, i)),
    ) as [string, string, string];
    fits(sizes, [0, 1, 2], base, c);
    const at = cornerOf(face, sizes, s, true, c, base, runs);
    // several of them stand beside one another, each along its own way
    return { features: [cutBlock(base, sizes, at)], assumed, rows: [across] };
  };

export const pocket: Maker = (s, c) => {
  const assumed: string[] = [];
  if (!c.box) throw nothingYet('pocket');
  s.has('pocket');
  if (s.isNamed('diameter', 'radius')) return hole(s, c);
  s.has('cut');
  const named = s.face();
  const face: FaceName = named ?? 'top';
  if (!named) assumed.push('from the top');
  const [u, v, n] = FACE_AXES[face];
  const deepNamed = s.named('depth');
  const first = need(s.next('width', 'length'), 'How wide is the pocket?', '30 wide');
  const second = need(
    s.has('square') ? String(first) : s.next(face === 'top' || face === 'bottom' ? 'thickness' : 'height'),
    'How large is the pocket the other way?',
    '30 x 20',
  );
  if (deepNamed !== undefined && s.sees('through'))
    throw new Ask(`Is the pocket ${deepNamed} deep, or right through?`, []);
  const through = s.has('through') ? String(spanOf(c, n)) : undefined;
  const deep = need(through ?? deepNamed ?? s.shift('depth'), 'How deep is the pocket?', '5 deep');
  const sizes: [string, string, string] = ['', '', ''];
  sizes[u] = String(first);
  sizes[v] = String(second);
  sizes[n] = String(deep);
  fits(sizes, [0, 1, 2], 'pocket', c);
  return {
    features: [cutBlock('pocket', sizes, cornerOf(face, sizes, s, true, c, 'pocket'))],
    assumed,
    rows: alongFace(face),
  };
};
