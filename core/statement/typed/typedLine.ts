import { type Box3, joinBoxes } from '../../geometry/box.ts';
import type { Quantity } from '../../part/quantity.ts';
import { type BodyFile, type FeatureFile, typedQuantity } from '../../part/schema.ts';
import { freeName } from '../freeName.ts';
import { readFeatureLine } from '../read.ts';
import { Ask } from './ask.ts';
import { draftsOf } from './drafts.ts';
import { fromEachEnd } from './eachEnd.ts';
import { gridOf, rowsOf } from './grid.ts';
import { OFFERED } from './lexicon.ts';
import { placesListed } from './placesListed.ts';
import type { Fastened, TypedContext } from './placing.ts';
import { countSplit } from './roles/labels.ts';
import { refuseDoubles } from './roles/refuseDoubles.ts';
import { betweenFigures, type SharedWord } from './sharedWord.ts';
import { type Span, type Token, tokensOf } from './tokens.ts';

/**
 * How a typed line was read: as features, with what was taken for granted; or one question, with words that would answer it. Nothing
 * is ever read as something it does not say: a figure that found no use is asked about.
 */
export type TypedReading =
  /** "L = 90": a named size */
  | { readonly kind: 'size'; readonly name: string; readonly value: Quantity }
  | {
      readonly kind: 'understood';
      /** the name of a new body that the features begin, where the line says so */
      readonly body?: string;
      /** the name of another body than the last that they go into, where they are cuts that miss the last */
      readonly into?: string;
      /** the names of further bodies that they go into as well, where the line says that every body is cut */
      readonly alsoInto?: readonly string[];
      readonly features: readonly FeatureFile[];
      readonly assumed: readonly string[];
      /** which characters of the line each part of the reading used; absent where the line is a sentence of the statement itself */
      readonly uses?: readonly (Span & { readonly as: string })[];
    }
  /** standard parts put on, or bodies put beside one another: all bodies as they stand then, with those that changed */
  | {
      readonly kind: 'fastened';
      readonly bodies: readonly BodyFile[];
      readonly added: readonly string[];
      readonly assumed: readonly string[];
    }
  | {
      readonly kind: 'asks';
      readonly question: string;
      /** words that, put at the end of the line, would answer */
      readonly offers: readonly string[];
      /** lines that would stand in its place, where it can be read in more than one way */
      readonly instead?: readonly string[];
    };

/** "Let L = 90", "t = L/9" */
const SIZE_LINE = /^\s*(?:let\s+)?([\p{L}_][\p{L}\p{N}_]*)\s*=\s*(.+)$/u;
/** "body bolt: cylinder 10 dia 40 long" begins a new body. */
const BODY_LINE = /^\s*(?:new\s+)?body\s+([^:]+?)\s*(?::(.*))?$/i;
/** What stands before a colon, where no list of places follows it. */
const FEATURE_NAME = /^([^:=]{1,40}):(?!\s*\(\s*[\d./]+\s*[,\s]\s*[\d./]+\s*\))\s*(.+)$/;
/** Where one line goes on to a second shape: "plate 90 x 40 x 10 with a 12 hole in the middle". */
const AND_THEN =
  /\s*(?:;|,|\bwith\b|\band\b|\bthen\b|\bplus\b)\s+(?=(?:an?\s|the\s)?[^;]*?\b(?:holes?|slots?|steps?|pockets?|notch|groove|keyway|boss)\b)/i;
const SHAPE_THERE =
  /\b(?:block|box|plate|slab|bar|base|cylinder|disc|disk|boss|hex\w*|octagon\w*|square|[ltu][\s-]?(?:section|profile|bracket)|channel|wedge|prism)\b/i;

/** How a block of three sizes is called by what is cut out of it. */
const STEPPED_BLOCK =
  /\b[lut][\s-]?shaped\s+(?=(?:block|box)\s+[\d.]+\s*(?:x|by|×)\s*[\d.]+\s*(?:x|by|×)\s*[\d.]+\s*,)/i;

/** "in both bodies", "through all the planks": what the line cuts is cut out of every body that it meets. */
const EVERY_BODY =
  /(?:,\s*)?\b(?:(right\s+through|through|thru)|in|into|across)\s+(?:both|all(?:\s+the)?|every)(?:\s+of\s+the)?\s+(?:bod(?:y|ies)|parts?|planks?|boards?|plates?|pieces?|hal(?:f|ves))\b/i;

/** Reads a line without its words of every body, and takes its cuts into each body that they meet. */
const inEveryBody = (
  line: string,
  every: RegExpExecArray,
  c: TypedContext,
  cutBodies: NonNullable<TypedContext['cutBodies']>,
): TypedReading => {
  const words = every[0];
  // "through both planks" says how deep, too; the rest keeps its places in the line
  const kept = every[1] ? ` ${every[1]}` : '';
  const bare = `${line.slice(0, every.index)}${kept.padEnd(words.length)}${line.slice(every.index + words.length)}`;
  // what cuts all bodies is placed on the whole of them
  const read = readTypedLine(bare, { ...c, shapes: [], cutBodies: undefined });
  if (read.kind !== 'understood') return read;
  const [first] = read.features;
  const met = first && read.features.every((f) => f.op === 'cut') ? cutBodies(first) : [];
  if (met.length < 2)
    return {
      kind: 'asks',
      question: met[0]
        ? `This meets one body only, ${met[0].name}. Leave "${words.trim().replace(/^,\s*/, '')}" out, or move it.`
        : 'Only a cut goes into every body. What is cut?',
      offers: [],
    };
  const main = met.find((b) => b.isWorked) ?? (met[0] as (typeof met)[number]);
  const used = met.flatMap((b) => b.used);
  return {
    ...read,
    into: main.name,
    alsoInto: met.flatMap((b) => (b === main ? [] : [b.name])),
    features: read.features.map((f) => {
      const id = freeName(f.id, used);
      used.push(id);
      return { ...f, id };
    }),
    assumed: [
      ...read.assumed.filter((a) => !a.startsWith('in the body ')),
      `in ${met.map((b) => b.name).join(' and ')}`,
    ],
  };
};

/** What is said of a cut that goes into one body though it meets others. */
const aloneIn = (cut: FeatureFile, into: string | undefined, c: TypedContext): string[] => {
  const met = c.cutBodies?.(cut) ?? [];
  const own = into === undefined ? met.find((b) => b.isWorked) : met.find((b) => b.name === into);
  const others = met.filter((b) => b !== own).map((b) => b.name);
  return own && others.length
    ? [
        `in ${own.name} alone; "in ${others.length > 1 ? 'all' : 'both'} bodies" cuts ${others.join(' and ')} too`,
      ]
    : [];
};

/** The box of a feature whose box is its sizes, so that the rest of a line can be placed on it. */
const boxOf = (f: FeatureFile, c: TypedContext): Box3 | undefined => {
  if (f.op !== 'add' || f.turn || f.repeat) return undefined;
  const worth = (q: Quantity): number => (typeof q === 'number' ? q : (c.worth(q) ?? Number.NaN));
  const [x, y, z] = (f.at ?? [0, 0, 0]).map(worth) as [number, number, number];
  const s = f.shape;
  if (s.kind === 'block') return [x, y, z, x + worth(s.width), y + worth(s.depth), z + worth(s.height)];
  if (s.kind === 'cylinder' && (f.plane ?? 'top') === 'top') {
    const r = worth(s.diameter) / 2;
    return [x - r, y - r, z, x + r, y + r, z + worth(s.height)];
  }
  if (s.kind === 'extrude' && 'rectangle' in s.profile) {
    const [w, d] = s.profile.rectangle.map(worth) as [number, number];
    return [x - w / 2, y - d / 2, z, x + w / 2, y + d / 2, z + worth(s.height)];
  }
  if (s.kind === 'extrude' && 'polygon' in s.profile && f.plane === 'front') {
    const us = s.profile.polygon.map((q) => worth(q[0]));
    const vs = s.profile.polygon.map((q) => worth(q[1]));
    return [
      x + Math.min(...us),
      y - worth(s.height),
      z + Math.min(...vs),
      x + Math.max(...us),
      y,
      z + Math.max(...vs),
    ];
  }
  return undefined;
};

/**
 * Reads a line as a drafter would type it, in any order and spelling ("hole 12 through top 45 20", "1/2 dia hole, 3/4 from left"). A
 * sentence of the statement itself is read as it stands.
 */
export const readTypedLine = (line: string, c: TypedContext): TypedReading => {
  const size = SIZE_LINE.exec(line);
  if (size)
    return { kind: 'size', name: size[1] as string, value: typedQuantity((size[2] as string).trim()) };
  const bodies = c.assembly?.(line);
  if (bodies) return bodiesAfter(bodies);
  const every = c.cutBodies && EVERY_BODY.exec(line);
  if (every && c.cutBodies) return inEveryBody(line, every, c, c.cutBodies);
  const body = BODY_LINE.exec(line);
  if (body) {
    const name = (body[1] as string).trim();
    if (!body[2]?.trim())
      return {
        kind: 'asks',
        question: `What is the first shape of the body "${name}"?`,
        offers: [': block 60 x 40 x 30', ': cylinder 20 dia 60 long'],
      };
    const read = readTypedLine(body[2], { ...c, used: [], begins: true });
    return read.kind === 'understood' ? { ...read, body: name } : read;
  }
  const strict = /^\s*(?:[^:]+:\s*)?(?:add|cut|keep only)\s+an?\s+/.test(line)
    ? readFeatureLine(line, 'feature')
    : undefined;
  if (strict?.ok) {
    if (strict.value.op === 'cut' && missesPart(strict.value, c)) return { kind: 'asks', ...beside(c) };
    const other = strict.value.op === 'cut' ? c.otherBody?.(strict.value) : undefined;
    const own =
      strict.value.id === 'feature'
        ? { ...strict.value, id: freeName(strict.value.shape.kind, other?.used ?? c.used) }
        : strict.value;
    return {
      kind: 'understood',
      features: [own],
      ...(other && { into: other.name }),
      assumed: [
        ...(other ? [`in the body ${other.name}`] : []),
        ...(own.op === 'cut' ? aloneIn(own, other?.name, c) : []),
      ],
    };
  }
  const named = FEATURE_NAME.exec(line.trim());
  const text = named ? (named[2] as string) : line;
  const name = named?.[1]?.trim();
  const second = AND_THEN.exec(text);
  // "L-shaped block 80 x 45 x 55, step 48 wide": the step is what makes it so
  const shaped = second && STEPPED_BLOCK.exec(text);
  if (
    shaped &&
    /^\s*(?:an?\s+|the\s+)?(?:steps?|slots?|notch|groove)\b/i.test(
      text.slice(second.index + second[0].length),
    )
  )
    return readTypedLine(`${name ? `${name}: ` : ''}${text.replace(shaped[0], ' ')}`, c);
  if (second && SHAPE_THERE.test(text.slice(0, second.index))) {
    const first = readTypedLine(
      name ? `${name}: ${text.slice(0, second.index)}` : text.slice(0, second.index),
      c,
    );
    if (first.kind !== 'understood') return first;
    const boxes = first.features.flatMap((f) => {
      const own = boxOf(f, c);
      return own ? [own] : [];
    });
    const box = [...(c.box ? [c.box] : []), ...boxes].reduce<Box3 | undefined>(
      (a, b) => (a ? joinBoxes(a, b) : b),
      undefined,
    );
    const rest = readTypedLine(text.slice(second.index + second[0].length), {
      ...c,
      box,
      used: [...c.used, ...first.features.map((f) => f.id)],
    });
    if (rest.kind !== 'understood') return rest;
    return {
      kind: 'understood',
      features: [...first.features, ...rest.features],
      assumed: [...first.assumed, ...rest.assumed],
    };
  }
  const command = COMMANDS.find(([pattern]) => pattern.test(text));
  if (command) return { kind: 'asks', question: command[1], offers: [] };
  try {
    const each = placesListed(text) ?? fromEachEnd(text, c.box);
    if (each) return readEach(each, name, c);
    const grid = gridOf(text);
    if (grid) {
      const row = readTypedLine(name ? `${name}: ${grid.row}` : grid.row, c);
      if (row.kind !== 'understood' || row.features.length !== 1) return row;
      const used = [...c.used];
      const features = rowsOf(row.features[0] as FeatureFile, grid, text, c).map((f) => {
        const id = freeName(f.id, used);
        used.push(id);
        return { ...f, id };
      });
      return { ...row, features };
    }
  } catch (error) {
    if (error instanceof Ask) return asked(error);
    throw error;
  }
  const tokens = countSplit(tokensOf(text, c.names, c.units, c.shapes));
  try {
    const strange = tokens.find((w) => w.kind === 'unknown');
    if (strange?.kind === 'unknown') throw strangeWord(strange.raw);
    refuseDoubles(tokens);
    const between = betweenFigures(tokens);
    if (between) return readEitherWay(line, line.indexOf(text), between, c);
    const { features, assumed, said } = draftsOf(tokens, c);
    const left = said.left();
    if (left.length) throw leftOver(text, left);
    // the bore of a tube cuts what its own line adds
    const firstAdded = features.findIndex((f) => f.op === 'add');
    const apart = features.find(
      (f, i) => f.op === 'cut' && (firstAdded < 0 || i < firstAdded) && missesPart({ id: '', ...f }, c),
    );
    if (apart) {
      const { question, offers } = beside(c);
      throw new Ask(question, offers);
    }
    const isAllCut = features.every((f) => f.op === 'cut');
    const other = isAllCut && features[0] ? c.otherBody?.({ id: '', ...features[0] }) : undefined;
    const used = [...(other?.used ?? c.used)];
    const lead = line.indexOf(text);
    return {
      kind: 'understood',
      ...(other && { into: other.name }),
      features: features.map(({ base, ...f }, i) => {
        const id = freeName(i === 0 ? (name ?? nounOf(tokens, base, text)) : base, used);
        used.push(id);
        const begins = i === 0 && (!c.box || c.begins);
        return { id, ...(begins ? withoutOrigin(f) : f) };
      }),
      assumed: [
        ...assumed,
        ...(other ? [`in the body ${other.name}`] : []),
        ...(isAllCut && features[0] ? aloneIn({ id: '', ...features[0] }, other?.name, c) : []),
      ],
      uses: said.uses().map((u) => ({ ...u, from: u.from + lead, to: u.to + lead })),
    };
  } catch (error) {
    if (error instanceof Ask) return asked(error);
    throw error;
  }
};

/** Several lines as one: each sets one thing, and all of them are named after the first. */
const readEach = (lines: readonly string[], name: string | undefined, c: TypedContext): TypedReading => {
  const features: FeatureFile[] = [];
  const assumed = new Set<string>();
  for (const line of lines) {
    const used = [...c.used, ...features.map((f) => f.id)];
    const read = readTypedLine(name && !features.length ? `${name}: ${line}` : line, { ...c, used });
    if (read.kind !== 'understood') return read;
    features.push(...read.features);
    for (const a of read.assumed) assumed.add(a);
  }
  return { kind: 'understood', features, assumed: [...assumed] };
};

const asked = ({ message, offers }: Ask): TypedReading => ({ kind: 'asks', question: message, offers });

const bodiesAfter = (work: () => Fastened): TypedReading => {
  try {
    const { part, added, assumed } = work();
    return { kind: 'fastened', bodies: part.bodies, added, assumed };
  } catch (error) {
    if (error instanceof Ask) return asked(error);
    throw error;
  }
};

/** What turned parts are called. */
const TURNED_NOUN = /\b(shaft|spindle|arbor)s?\s*$/i;

/** What a line calls a block, a rod or a turned part: "boss", "peg", "spindle"; what it draws, where it has no noun for it. */
const nounOf = (tokens: readonly Token[], base: string, text: string): string => {
  const lathe = tokens.find((w) => w.kind === 'word' && w.means === 'turned');
  const turned = lathe && base === 'turned' && TURNED_NOUN.exec(text.slice(lathe.from, lathe.to))?.[1];
  if (turned) return turned.toLowerCase();
  // "flange 90 dia" was brought to a disc
  const round = base === 'cylinder' && /^\s*(?:round\s+|circular\s+)?(flange|plate|hub)\b/i.exec(text)?.[1];
  if (round) return round.toLowerCase();
  const noun = tokens.find(
    (w) =>
      w.kind === 'word' &&
      !w.respelled &&
      (w.means === 'block' || w.means === 'cylinder') &&
      w.means === base &&
      !/(?:ular|ical|al)$/i.test(w.raw),
  );
  const raw = noun?.kind === 'word' ? noun.raw.toLowerCase() : '';
  return /^[a-z]{3,}$/.test(raw) && raw !== 'cyl' ? raw.replace(/(?<=[^s])s$/, '') : base;
};

/** The shape that a body begins with stands at the origin where nothing is said, so that need not be written. */
const withoutOrigin = <F extends { readonly at?: FeatureFile['at'] }>(f: F): F => {
  const { at, ...rest } = f;
  return at?.every((x) => x === 0) ? (rest as F) : f;
};

/** A part of the line that no part of the reading used. */
const leftOver = (text: string, left: readonly Token[]): Ask => {
  const words = text.slice(left[0]?.from, left.at(-1)?.to);
  const figure = left.find((w) => w.kind === 'figure');
  return new Ask(
    `I could not use "${words}": what is it?`,
    figure?.kind === 'figure' ? [`${figure.text} from left`, `${figure.text} deep`] : [],
  );
};

/** The question about a cut that takes nothing off: it may have been meant for one shape of several. */
const beside = ({ shapes }: TypedContext): { question: string; offers: string[] } => {
  const solid = (shapes ?? []).filter((x) => x.adds);
  return {
    question: 'It would be cut beside the part, where there is nothing. Where is it?',
    offers: solid.length > 1 ? solid.map((x) => `of ${x.name}`) : ['in the middle'],
  };
};

/** Whether a cut takes nothing off the part, as far as that can be worked out here. */
const missesPart = (f: FeatureFile, c: TypedContext): boolean => {
  if (c.box && c.meets) return !c.meets(f);
  const own = boxOf({ ...f, op: 'add' }, c);
  const box = c.box;
  if (!own || !box || own.some(Number.isNaN)) return false;
  return [0, 1, 2].some(
    (i) =>
      (own[i + 3] as number) <= (box[i] as number) + 1e-9 ||
      (own[i] as number) >= (box[i + 3] as number) - 1e-9,
  );
};

/** A line in which a word may belong to the figure before it or to the one behind it: a comma says which. */
const readEitherWay = (
  line: string,
  lead: number,
  { word, from, to }: SharedWord,
  c: TypedContext,
): TypedReading => {
  const partedAt = (at: number): string =>
    `${line.slice(0, lead + at).trimEnd()}, ${line.slice(lead + at).trimStart()}`;
  const lines = [partedAt(to), partedAt(from)];
  const readings = lines.map((l) => readTypedLine(l, c));
  const understood = lines.filter((_, i) => readings[i]?.kind === 'understood');
  // where only one of the two says something, that is what it says
  if (understood.length < 2) return readings[understood[0] === lines[1] ? 1 : 0] as TypedReading;
  return {
    kind: 'asks',
    question: `Which figure is "${word}": the one before it or the one behind it?`,
    offers: [],
    instead: lines,
  };
};

/** Words that ask for something to be done with the statement, and how that is done. */
const COMMANDS: readonly (readonly [RegExp, string])[] = [
  [/^\s*undo\b/i, 'Ctrl Z takes back the last change; the arrows at the top of the page do so too.'],
  [
    /^\s*(?:delete|del|erase)\b/i,
    'A line is taken out by the bin beside it, which shows when the line is pointed at. Ctrl Z brings it back.',
  ],
  // "remove a block 20 x 10 x 5" is a cut; without a figure something that is there is meant
  [
    /^\s*(?:remove|take\s+(?:out|away|off))\b[^\d½¼¾]*$/i,
    'A line is taken out by the bin beside it, which shows when the line is pointed at. Ctrl Z brings it back. What is cut has sizes.',
  ],
  [
    /^\s*(?:change|alter|set|make|increase|reduce)\s+(?:the|its)\s+(?!.*\b(?:holes?|slots?|grooves?|pockets?|steps?|notch|boss)\b.*\b(?:through|deep|from|at|in)\b)/i,
    'A figure is changed where it stands: click it in its line above, and type the new one.',
  ],
  [
    /^\s*(?:mirror|copy|repeat)\s+(?:the|it|this|that)\b[^\d]*$/i,
    'Copies are stated with what is copied: click its line, and add "mirrored", "4 off, 20 pitch" or "6 off on 60 pcd" at its end.',
  ],
  [
    /^\s*(?:counter[\s-]?bore|c'?bore|spot[\s-]?face|counter[\s-]?sink|csk)\b.*\b(?:the|that|each|every|both|all)\s+(?:\w+\s+)?holes?\b/i,
    'A counterbore or countersink is stated with its hole: click the line of the hole, and add "counterbore 20 x 4" or "countersink 12 at 90 degrees" at its end.',
  ],
  [
    /^\s*(?:help|\?)\s*$/i,
    'Type a shape with its sizes and its place, such as "hole 12 through top, 45 from left, 20 from front". "Begin from a shape" lists them all.',
  ],
];

const MOST_OFFERS = 6;

/** A class of fit by ISO 286: "H7", "g6", "js5". */
const FIT = /^(?:[a-z]|js|cd|ef|fg|z[abc])\d{1,2}$/i;

/** What is asked about a word that nothing here means. */
const strangeWord = (word: string): Ask =>
  FIT.test(word)
    ? new Ask(
        `A fit such as "${word}" belongs to the dimension. State the size without it, and give it the fit at Dimension.`,
        [],
      )
    : new Ask(`I don't know "${word}". What is it?`, nearTo(word));

const nearTo = (word: string): string[] => {
  const near = OFFERED.filter((w) => w.startsWith(word.slice(0, 2).toLowerCase()));
  return (near.length ? near : OFFERED).slice(0, MOST_OFFERS);
};

/** Words with which the last, unfinished one may go on. */
export const completionsOf = (line: string): readonly string[] => {
  const last = /[a-z]+$/i.exec(line)?.[0].toLowerCase();
  if (!last) return [];
  return OFFERED.filter((w) => w.startsWith(last) && w !== last).slice(0, MOST_OFFERS);
};
