import type { Account } from '../naming/accounts.ts';
import type { Clause, Figure, FigureKind } from '../part/clauses.ts';
import type { RelationFile } from '../part/placeSchema.ts';
import type { ProfileFile } from '../part/profileSchema.ts';
import type { Quantity } from '../part/quantity.ts';
import type { BodyFile, FeatureFile, PartFile } from '../part/schema.ts';
import { valueAt } from '../part/valueAt.ts';
import { OPENINGS, PLACE_CLAUSES, type Reference, STEP_CLAUSE, shapeClauses } from './clauses.ts';
import { referenceOf } from './reference.ts';
import { STANDARD_WORDS } from './standardClauses.ts';

/** A piece of a sentence: plain words, or a live figure with its place in the part file. */
export type Token =
  | { readonly kind: 'words'; readonly text: string }
  | {
      readonly kind: 'figure';
      readonly text: string;
      readonly path: readonly (string | number)[];
      readonly figure: FigureKind;
      readonly account?: Account;
      /** the words of its clause that say what it is: "across", "deep" */
      readonly name?: string;
    };

type Path = readonly (string | number)[];

const words = (text: string): Token => ({ kind: 'words', text });
const figure = (
  value: unknown,
  path: Path,
  f: { kind: FigureKind; account?: Account | undefined },
): Extract<Token, { kind: 'figure' }> => ({
  kind: 'figure',
  text: String(value),
  path,
  figure: f.kind,
  ...(f.account ? { account: f.account } : {}),
});

/** The words beside a figure, without the marks that hold a list together. */
const bareWords = (t: Token | undefined): string =>
  t?.kind === 'words'
    ? [...t.text]
        .filter((c) => !'[],=;'.includes(c))
        .join('')
        .trim()
    : '';

/** "deep" says enough of the figure before it; "degrees" does not, and where a clause begins with a word it belongs to its first figure. */
const wordsAbout = (before: string, after: string, first: boolean): string =>
  first || after === 'degrees' ? `${before} ${after}`.trim() : after || before;

/** The accounts of a point's three coordinates. */
const ACCOUNTS: readonly Account[] = ['W', 'D', 'H'];

/** How far along an account a figure in square brackets reaches, in words. */
const ALONG: Partial<Record<Account, string>> = { W: 'to the right', D: 'to the back', H: 'up' };

/**
 * Gives each figure of a clause its name: the words after it, or else those before it. One of several in square brackets takes the
 * words before the brackets and its own place in them.
 */
const withNames = (clause: readonly Token[]): Token[] => {
  let list = '';
  let place = 0;
  return clause.map((t, i) => {
    if (t.kind === 'words') {
      if (t.text.includes('[')) {
        list = bareWords(t) || list;
        place = 0;
      }
      return t;
    }
    if (t.name) return t;
    const before = clause[i - 1];
    const inList = before?.kind === 'words' && /[[,]\s*$/.test(before.text);
    place++;
    const name = inList
      ? [list, (t.account && ALONG[t.account]) || `figure ${place}`].filter(Boolean).join(' ')
      : wordsAbout(bareWords(before), bareWords(clause[i + 1]), i === 1);
    return name ? { ...t, name } : t;
  });
};

/** Writes a clause over an object, or undefined where its figures are not there. */
const writeClause = (c: Clause, root: unknown, base: Path): Token[] | undefined => {
  if (c.fixed) return valueAt(root, c.fixed.path) === c.fixed.value ? [words(c.parts.join(''))] : undefined;
  const figures = c.parts.filter((p): p is Figure => typeof p !== 'string');
  if (!figures.every((f) => valueAt(root, f.path) !== undefined && valueAt(root, f.path) !== 'through'))
    return undefined;
  return c.parts.map((p) =>
    typeof p === 'string' ? words(p) : figure(valueAt(root, p.path), [...base, ...p.path], p),
  );
};

/** @param name what the point is: "corner 2" */
const point2 = (p: readonly [Quantity, Quantity], path: Path, name: string): Token[] => [
  words('['),
  { ...figure(p[0], [...path, 0], { kind: 'length' }), name: `${name} to the right` },
  words(', '),
  { ...figure(p[1], [...path, 1], { kind: 'length' }), name: `${name} up` },
  words(']'),
];

const writeProfile = (p: ProfileFile, path: Path): Token[] => {
  if ('circle' in p) return [words('circle '), figure(p.circle, [...path, 'circle'], { kind: 'length' })];
  const round: Token[] =
    p.round === undefined
      ? []
      : [
          words(', corners rounded '),
          { ...figure(p.round, [...path, 'round'], { kind: 'length' }), name: 'corners rounded' },
        ];
  if ('rectangle' in p)
    return [
      words('rectangle '),
      {
        ...figure(p.rectangle[0], [...path, 'rectangle', 0], { kind: 'length' }),
        name: 'rectangle to the right',
      },
      words(' by '),
      { ...figure(p.rectangle[1], [...path, 'rectangle', 1], { kind: 'length' }), name: 'rectangle up' },
      ...round,
    ];
  if ('polygon' in p)
    return [
      words('corners'),
      ...p.polygon.flatMap((q, i) => [words(' '), ...point2(q, [...path, 'polygon', i], `corner ${i + 1}`)]),
      ...round,
    ];
  return [
    words('from '),
    ...point2(p.start, [...path, 'start'], 'start'),
    ...p.path.flatMap((s, i) => {
      const at = [...path, 'path', i];
      return [
        words(' to '),
        ...point2(s.to, [...at, 'to'], `point ${i + 2}`),
        ...(s.centre
          ? [
              words(` ${s.turn} about `),
              ...point2(s.centre, [...at, 'centre'], `centre of the arc to point ${i + 2}`),
            ]
          : []),
      ];
    }),
    ...round,
  ];
};

const OPERATIONS = { add: 'add', cut: 'cut', keep: 'keep only' } as const;

/**
 * "cut a hole, 12 across, through, 45 from the left, 20 from the front, 10 up": the sentence of a feature, without its name.
 * @param from from where the places of its body are counted
 */
export const featureSentence = (f: FeatureFile, base: Path, from: Reference): Token[] => {
  const clauses: Token[][] = [];
  const kind = f.shape.kind;
  if ('profile' in f.shape) clauses.push(writeProfile(f.shape.profile, [...base, 'shape', 'profile']));
  for (const c of shapeClauses(kind)) {
    const written = writeClause(c, f.shape, [...base, 'shape']);
    if (written) clauses.push(written);
  }
  if (f.plane) clauses.push([words(`drawn from the ${f.plane}`)]);
  for (const [i, t] of (f.turn ?? []).entries())
    clauses.push([
      words('turned '),
      figure(t.angle, [...base, 'turn', i, 'angle'], { kind: 'angle' }),
      words(` about ${t.axis}`),
    ]);
  for (const c of PLACE_CLAUSES[from]) {
    const written = writeClause(c, f, base);
    if (written) clauses.push(written);
  }
  if (f.repeat && 'about' in f.repeat) {
    const { about, angle } = f.repeat;
    clauses.push([
      figure(f.repeat.count, [...base, 'repeat', 'count'], { kind: 'count' }),
      words(` times about ${about.axis}`),
      ...(about.through
        ? [
            words(' through ['),
            ...about.through.flatMap((q, i) => [
              ...(i ? [words(', ')] : []),
              figure(q, [...base, 'repeat', 'about', 'through', i], {
                kind: 'length',
                account: ACCOUNTS[i],
              }),
            ]),
            words(']'),
          ]
        : []),
      ...(angle === undefined
        ? []
        : [
            words(' every '),
            figure(angle, [...base, 'repeat', 'angle'], { kind: 'angle' }),
            words(' degrees'),
          ]),
    ]);
  } else {
    const step = writeClause(STEP_CLAUSE, f, base);
    if (step) clauses.push(step);
  }
  if (f.mirror)
    clauses.push([
      words(`mirrored where ${f.mirror.normal} is `),
      figure(f.mirror.at, [...base, 'mirror', 'at'], { kind: 'length' }),
    ]);
  if (f.sectioned === false) clauses.push([words('left whole')]);
  if (f.sectioned === true) clauses.push([words('sectioned')]);
  if (f.off) clauses.push([words('switched off')]);
  const opening = f.op === 'keep' ? OPERATIONS.keep : OPERATIONS[f.op];
  return [words(`${opening} a ${OPENINGS[kind]}`), ...clauses.flatMap((c) => [words(', '), ...withNames(c)])];
};

/** What a body is, where it has no features of its own: a standard part, or one that comes from elsewhere. */
const sourceWords = (b: BodyFile, base: Path): Token[] => {
  if (b.standard) {
    const { name, clauses } = STANDARD_WORDS[b.standard.kind];
    const written = clauses.flatMap((c) => {
      const tokens = writeClause(c, b.standard, [...base, 'standard']);
      // the keys of a standard part are what its sizes are called
      const named = (t: Token): Token => (t.kind === 'figure' ? { ...t, name: String(t.path.at(-1)) } : t);
      return tokens ? [tokens.map(named)] : [];
    });
    return [words(`; a ${name}`), ...written.flatMap((c) => [words(', '), ...withNames(c)])];
  }
  if (b.from === undefined) return [];
  const sizes = Object.entries(b.with ?? {}).flatMap(([name, q]): Token[] => [
    words(`; with ${name} = `),
    { ...figure(q, [...base, 'with', name], { kind: 'length' }), name },
  ]);
  return [words(`; from ${b.from}${b.body === undefined ? '' : `, body ${b.body}`}`), ...sizes];
};

/** A relation in words: "axis shank/side on plate.bore/wall", "face head/bottom against plate.plate/top, gap 2". */
export const relationTokens = (r: RelationFile, base: Path): Token[] => {
  if ('axis' in r)
    return [words(`axis ${r.axis} on ${r.on}${r.sense === undefined ? '' : `, ${r.sense} sense`}`)];
  const [key, by, other] =
    'against' in r
      ? (['gap', r.gap, `against ${r.against}`] as const)
      : (['offset', r.offset, `along ${r.along}`] as const);
  const head = words(`face ${r.face} ${other}`);
  return by === undefined
    ? [head]
    : [head, words(`, ${key} `), { ...figure(by, [...base, key], { kind: 'length' }), name: key }];
};

const bodyLine = (b: BodyFile, base: Path): Token[] => {
  const out: Token[] = [words(`Body ${b.name}`), ...sourceWords(b, base)];
  if (b.sectioned === false) out.push(words('; left whole'));
  if (b.sectioned === true) out.push(words('; sectioned'));
  for (const [i, t] of (b.turn ?? []).entries())
    out.push(
      words('; turned '),
      figure(t.angle, [...base, 'turn', i, 'angle'], { kind: 'angle' }),
      words(` about ${t.axis}`),
    );
  if (b.at) {
    out.push(words('; at ['));
    b.at.forEach((q, i) => {
      if (i) out.push(words(', '));
      out.push(figure(q, [...base, 'at', i], { kind: 'length', account: ACCOUNTS[i] }));
    });
    out.push(words(']'));
  }
  for (const [i, r] of (b.place ?? []).entries())
    out.push(words('; '), ...relationTokens(r, [...base, 'place', i]));
  return out;
};

/** A body's line: "Body bolt; a hexagon bolt, M16 x 80; axis shank/side on plate.bore/wall". */
export const bodySentence = (b: BodyFile, base: Path): Token[] => withNames(bodyLine(b, base));

/** A line of the statement. */
export type StatementLine =
  | { readonly kind: 'part'; readonly tokens: readonly Token[] }
  | { readonly kind: 'size'; readonly name: string; readonly tokens: readonly Token[] }
  | { readonly kind: 'body'; readonly body: number; readonly tokens: readonly Token[] }
  | {
      readonly kind: 'feature';
      readonly body: number;
      readonly feature: number;
      readonly id: string;
      readonly off: boolean;
      readonly tokens: readonly Token[];
    };

/** The statement of a part: a line for its name, each named size, each body and each feature. */
export const statementOf = (part: PartFile): StatementLine[] => [
  { kind: 'part', tokens: [words(`Part ${part.name}; sizes in ${part.units}`)] },
  ...Object.entries(part.dims ?? {}).map(
    ([name, q]): StatementLine => ({
      kind: 'size',
      name,
      tokens: [words(`Let ${name} = `), { ...figure(q, ['dims', name], { kind: 'length' }), name: 'length' }],
    }),
  ),
  ...part.bodies.flatMap((b, i): StatementLine[] => {
    const from = referenceOf(part, b.features, b);
    return [
      { kind: 'body', body: i, tokens: bodySentence(b, ['bodies', i]) },
      ...b.features.map(
        (f, j): StatementLine => ({
          kind: 'feature',
          body: i,
          feature: j,
          id: f.id,
          off: f.off ?? false,
          tokens: featureSentence(f, ['bodies', i, 'features', j], from),
        }),
      ),
    ];
  }),
];

/** The statement as text, to be edited as a whole and read back by `readStatement`. */
export const statementText = (part: PartFile): string =>
  statementOf(part)
    .map((l) => {
      const text = l.tokens.map((t) => t.text).join('');
      return l.kind === 'feature' ? `  ${l.id}: ${text}` : text;
    })
    .join('\n');
