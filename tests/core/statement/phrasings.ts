/** Random features, each with many ways of typing it, for the block 80 x 50 x 30 that they are added to or cut from. */

export type Phrased = {
  /** what the line must be read as; worked-out figures */
  readonly gives: Readonly<Record<string, unknown>>;
  /** one of its many phrasings */
  readonly line: string;
  /** the tokens that carry meaning: figures, and words that are no mere grammar */
  readonly figures: readonly string[];
};

export type Random = () => number;
/** A small repeatable source of random figures from 0 to 1 (mulberry32). */
export const randomFrom = (seed: number): Random => {
  let a = seed;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
};

export const BLOCK = [80, 50, 30] as const;

const FACES = {
  top: { u: 0, v: 1, n: 2, high: true },
  bottom: { u: 0, v: 1, n: 2, high: false },
  front: { u: 0, v: 2, n: 1, high: false },
  back: { u: 0, v: 2, n: 1, high: true },
  left: { u: 1, v: 2, n: 0, high: false },
  right: { u: 1, v: 2, n: 0, high: true },
} as const;
type Face = keyof typeof FACES;
const LOW = ['left', 'front', 'bottom'] as const;
const HIGH = ['right', 'back', 'top'] as const;

export const phrased = (r: Random): Phrased => {
  const pick = <T>(xs: readonly T[]): T => xs[Math.floor(r() * xs.length)] as T;
  const whole = (lo: number, hi: number): number => lo + Math.floor(r() * (hi - lo + 1));
  const shuffle = <T>(xs: readonly T[]): T[] => {
    const out = [...xs];
    for (let i = out.length - 1; i > 0; i--) {
      const j = Math.floor(r() * (i + 1));
      [out[i], out[j]] = [out[j] as T, out[i] as T];
    }
    return out;
  };
  const a = (): string => pick(['', 'the ', 'a ', '']);
  const unit = (): string => pick(['', '', '', ' mm', 'mm']);
  const join = (clauses: readonly string[]): string =>
    clauses.filter(Boolean).join(pick([', ', ', ', ' and ', ', with ']));

  const faceWords = (f: Face): string =>
    pick([`in the ${f}`, `from the ${f}`, `on the ${f} face`, `in ${f}`, `from ${f}`, `into the ${f} side`]);
  const onFace = (f: Face): string =>
    pick([`on the ${f}`, `on ${f}`, `on the ${f} face`, `on the ${f} side`]);
  /** a place across a face, by its two low sides or high ones */
  const place = (f: Face, x: number, y: number): string => {
    const { u, v } = FACES[f];
    const one = (axis: 0 | 1 | 2, value: number): string => {
      const high = r() < 0.35;
      const side = (high ? HIGH : LOW)[axis];
      const figure = high ? BLOCK[axis] - value : value;
      if (axis === 2 && !high && r() < 0.3) return `${figure}${unit()} up`;
      return pick([
        `${figure}${unit()} from ${a()}${side}`,
        `${figure}${unit()} from the ${side} side`,
        `${figure} from ${side}`,
        `from ${a()}${side} ${figure}`,
      ]);
    };
    const both = [one(u, x), one(v, y)];
    return r() < 0.25
      ? pick([`at ${x} ${y}`, `at (${x}, ${y})`, `at ${x}, ${y}`, `position ${x} ${y}`])
      : both.every((b) => b.startsWith('from')) || both.some((b) => b.startsWith('from'))
        ? both.join(', ')
        : both.join(pick([', ', ' and ', ' ']));
  };
  const at3 = (f: Face, x: number, y: number): number[] => {
    const { u, v, n, high } = FACES[f];
    const out = [0, 0, 0];
    out[u] = x;
    out[v] = y;
    out[n] = high ? BLOCK[n] : 0;
    return out;
  };
  const across = (d: number): string =>
    pick([
      `${d} dia`,
      `dia ${d}`,
      `⌀${d}`,
      `${d}${unit()} diameter`,
      `diameter ${d}`,
      `${d}mm dia`,
      `d${d}`,
      `ø${d}`,
    ]);
  const figuresOf = (line: string): string[] => [...line.matchAll(/\d+/g)].map((m) => m[0]);
  const answer = (gives: Phrased['gives'], line: string): Phrased => ({
    gives,
    line,
    figures: figuresOf(line),
  });

  const kind = pick([
    'hole',
    'hole',
    'block',
    'boss',
    'prism',
    'pyramid',
    'cone',
    'step',
    'corner',
    'groove',
    'slot',
    'row',
  ] as const);
  switch (kind) {
    case 'hole': {
      const f = pick(Object.keys(FACES) as Face[]);
      const { u, v, n } = FACES[f];
      const d = whole(4, 9);
      const [x, y] = [whole(6, BLOCK[u] - 6), whole(6, BLOCK[v] - 6)];
      const deep = r() < 0.5 ? undefined : whole(3, BLOCK[n] - 4);
      const depth =
        deep === undefined
          ? pick(['through', 'thru', 'right through', 'all the way through'])
          : pick([`${deep} deep`, `depth ${deep}`, `${deep}${unit()} deep`]);
      const name = pick(['hole', 'a hole', 'drilled hole', 'drill a hole', 'bore']);
      const clauses = shuffle([across(d), depth, faceWords(f), place(f, x, y)]);
      return answer(
        {
          op: 'cut',
          plane: f,
          at: at3(f, x, y),
          shape: { kind: 'hole', diameter: d, depth: deep ?? 'through' },
        },
        `${name}, ${join(clauses)}`,
      );
    }
    case 'row': {
      const d = whole(4, 8);
      const count = whole(2, 4);
      const pitch = whole(10, 14);
      const [x, y] = [whole(6, 20), whole(8, 40)];
      const clauses = shuffle([
        'through',
        faceWords('top'),
        pick([`${pitch} apart`, `${pitch} pitch`, `pitch ${pitch}`, `at ${pitch} centres`]),
        place('top', x, y),
      ]);
      return answer(
        {
          op: 'cut',
          plane: 'top',
          at: at3('top', x, y),
          shape: { kind: 'hole', diameter: d, depth: 'through' },
          repeat: { count, step: [pitch, 0, 0] },
        },
        `${pick([`${count} holes ${across(d)}`, `${count} x ${d} dia holes`, `${count} off hole, ${across(d)}`, `${count} drilled holes, ${across(d)}`])}, ${clauses.join(', ')}`,
      );
    }
    case 'block': {
      const [w, dp, h] = [whole(5, 40), whole(5, 40), whole(5, 40)];
      const at = [whole(-20, 60), whole(-20, 40), whole(-10, 30)];
      const name = pick(['block', 'box', 'bar', 'a block', 'board', 'slab']);
      const sizes = pick([
        `${w} x ${dp} x ${h}`,
        `${w}x${dp}x${h}`,
        `${w} by ${dp} by ${h}`,
        shuffle([`${w} wide`, `${dp} deep`, `${h} high`]).join(pick([', ', ' '])),
        shuffle([`width ${w}`, `depth ${dp}`, `height ${h}`]).join(', '),
        shuffle([`${w} wide`, `${dp} thick`, `${h} tall`]).join(', '),
      ]);
      const spot = pick([
        `at ${at.join(' ')}`,
        `at ${at.join(', ')}`,
        `at (${at.join(', ')})`,
        `at [${at.join(', ')}]`,
      ]);
      const line = r() < 0.7 ? `${name} ${sizes} ${spot}` : `${name} ${spot}, ${sizes}`;
      return answer({ op: 'add', at, shape: { kind: 'block', width: w, depth: dp, height: h } }, line);
    }
    case 'boss': {
      const f = pick(Object.keys(FACES) as Face[]);
      const { u, v } = FACES[f];
      const [d, h] = [whole(4, 10), whole(3, 40)];
      const [x, y] = [whole(6, BLOCK[u] - 6), whole(6, BLOCK[v] - 6)];
      const clauses = shuffle([
        across(d),
        pick([`${h} high`, `${h} long`, `length ${h}`, `${h}${unit()} tall`]),
        onFace(f),
        place(f, x, y),
      ]);
      return answer(
        { op: 'add', plane: f, at: at3(f, x, y), shape: { kind: 'cylinder', diameter: d, height: h } },
        `${pick(['boss', 'pin', 'peg', 'cylinder', 'a peg', 'dowel'])}, ${join(clauses)}`,
      );
    }
    case 'prism':
    case 'pyramid': {
      const [name, sides] = pick([
        ['hexagon', 6],
        ['hexagonal', 6],
        ['octagonal', 8],
        ['triangular', 3],
        ['pentagonal', 5],
      ] as const);
      const [size, h] = [whole(8, 24), whole(10, 60)];
      const [key, words] = pick([
        ['side', [`side ${size}`, `${size} side`]],
        ['acrossFlats', [`${size} across flats`, `across flats ${size}`, `${size} af`, `${size} a/f`]],
        ['acrossCorners', [`${size} across corners`, `across corners ${size}`, `${size} ac`]],
      ] as const);
      const at = [whole(0, 60), whole(0, 40), whole(0, 29)];
      const clauses = shuffle([
        pick(words),
        pick([`height ${h}`, `${h} high`, `${h}${unit()} tall`]),
        `at ${at.join(' ')}`,
      ]);
      return answer(
        { op: 'add', at, shape: { kind, sides, [key]: size, height: h } },
        `${name} ${kind}${pick([' ', ', '])}${clauses.join(', ')}`,
      );
    }
    case 'cone': {
      const [d, h] = [whole(10, 40), whole(10, 60)];
      const top = r() < 0.5 ? undefined : whole(2, 9);
      const at = [whole(0, 60), whole(0, 40), whole(0, 29)];
      const clauses = [
        pick([`${d} base`, `base ${d}`, `${d} dia`, `diameter ${d}`]),
        ...(top === undefined ? [] : [pick([`top ${top}`, `${top} top`])]),
        pick([`${h} high`, `height ${h}`]),
      ];
      return answer(
        {
          op: 'add',
          at,
          shape: { kind: 'cone', diameter: d, ...(top !== undefined && { topDiameter: top }), height: h },
        },
        `cone, ${clauses.join(', ')}, at ${at.join(' ')}`,
      );
    }
    case 'step': {
      const side = pick(['left', 'right', 'front', 'back'] as const);
      const level = pick(['top', 'bottom'] as const);
      const axis = side === 'left' || side === 'right' ? 0 : 1;
      const run = whole(4, BLOCK[axis] - 5);
      const fall = whole(3, 25);
      const size = [80, 50, 30];
      size[axis] = run;
      size[2] = fall;
      const at = [0, 0, 0];
      if (side === 'right' || side === 'back') at[axis] = BLOCK[axis] - run;
      if (level === 'top') at[2] = 30 - fall;
      const faces = shuffle([side, level]).join(' ');
      const sizes = pick([
        `${run} x ${fall}`,
        `${run} by ${fall}`,
        `${run} ${axis === 0 ? 'wide' : 'deep'}, ${fall} high`,
        `${fall} high, ${run} ${axis === 0 ? 'wide' : 'deep'}`,
      ]);
      return answer(
        { op: 'cut', at, shape: { kind: 'block', width: size[0], depth: size[1], height: size[2] } },
        pick([
          `step ${faces} ${sizes}`,
          `step ${sizes} ${faces}`,
          `a step at the ${faces}, ${sizes}`,
          `rebate ${faces}, ${sizes}`,
          `ledge ${faces} ${sizes}`,
          `cut a step ${sizes} on the ${faces}`,
        ]),
      );
    }
    case 'corner': {
      const faces = [
        pick(['left', 'right'] as const),
        pick(['front', 'back'] as const),
        pick(['top', 'bottom'] as const),
      ];
      const size = [whole(4, 30), whole(4, 20), whole(4, 20)];
      const at = [0, 1, 2].map((i) =>
        (faces[i] as string) === HIGH[i] ? (BLOCK[i] as number) - (size[i] as number) : 0,
      );
      const words = shuffle(faces).join(' ');
      const sizes = pick([
        size.join(' x '),
        `${size[0]} wide, ${size[1]} deep, ${size[2]} high`,
        `${size[2]} high ${size[1]} deep ${size[0]} wide`,
      ]);
      return answer(
        { op: 'cut', at, shape: { kind: 'block', width: size[0], depth: size[1], height: size[2] } },
        pick([
          `notch in the ${words} corner ${sizes}`,
          `cut the ${words} corner ${sizes}`,
          `remove a block ${sizes} from the ${words} corner`,
          `take away the ${words} corner, ${sizes}`,
          `notch ${sizes} in the ${words} corner`,
          `cut off the ${words} corner ${sizes}`,
        ]),
      );
    }
    case 'groove': {
      const along = pick(['left to right', 'front to back'] as const);
      const axis = along === 'left to right' ? 1 : 0;
      const [w, dp] = [whole(3, 12), whole(2, 12)];
      const x = whole(0, (BLOCK[axis] as number) - w);
      const high = r() < 0.3;
      const from = high ? `${(BLOCK[axis] as number) - x - w} from ${HIGH[axis]}` : `${x} from ${LOW[axis]}`;
      const size = axis === 0 ? [w, 50, dp] : [80, w, dp];
      const at = [0, 0, 30 - dp];
      at[axis] = x;
      const name = pick([
        'groove',
        'groove across the top',
        'slot right across the top',
        'a groove in the top',
      ]);
      return answer(
        { op: 'cut', at, shape: { kind: 'block', width: size[0], depth: size[1], height: size[2] } },
        `${name}, ${shuffle([along, `${w} wide`, `${dp} deep`, from]).join(', ')}`,
      );
    }
    case 'slot': {
      const [c, w] = [whole(6, 29), whole(4, 10)];
      const [x, y] = [whole(20, 60), whole(20, 29)];
      const deep = r() < 0.5 ? undefined : whole(3, 20);
      const clauses = shuffle([
        pick([`${c} centres`, `${c} between centres`, `${c} centres apart`]),
        `${w} wide`,
        deep === undefined ? 'through' : `${deep} deep`,
        place('top', x, y),
        faceWords('top'),
      ]);
      return answer(
        {
          op: 'cut',
          plane: 'top',
          at: at3('top', x, y),
          shape: { kind: 'slot', length: c, width: w, depth: deep ?? 'through' },
        },
        `${pick(['slot', 'a slot'])}, ${clauses.join(', ')}`,
      );
    }
  }
};
