import type { GivenLine } from '../balance/given.ts';
import { allAlongSight } from '../dimension/alongSight.ts';
import { arcSizes } from '../dimension/arcSizes.ts';
import type { DimensionBooks } from '../dimension/books.ts';
import { type ChamferNote, chamferNotes } from '../dimension/chamferNotes.ts';
import { areOneDistance } from '../dimension/countedSizes.ts';
import { holeNotes } from '../dimension/holeNotes.ts';
import { ANGULAR, sizeNow } from '../dimension/place.ts';
import {
  type Audit,
  audit,
  relationsOfScheme,
  rowOfTie,
  type Scheme,
  sizeWords,
  type Tie,
  tieWords,
} from '../dimension/propose.ts';
import { emptySpan } from '../dimension/span.ts';
import { otherSideOf } from '../dimension/square.ts';
import type { Station } from '../dimension/stations.ts';
import { isAngle, tieSize } from '../dimension/tieNow.ts';
import { distance2, type Vec2 } from '../geometry/vec.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import { facesOfMeeting, readFaceKey } from '../naming/keys.ts';
import { listed } from '../naming/listed.ts';
import { sizeText } from '../number/format.ts';
import { wayIn } from '../sheet/dimensions/reach.ts';
import {
  chamferWidth,
  countedIn,
  type GivenFigure,
  isReference,
  type StatedSize,
  statedSizes,
} from './givenFigure.ts';

/** What can be wrong with the dimensions of a drawing that was made elsewhere. */
export type DimensionMistake =
  | 'figure wrong'
  | 'radius for diameter'
  | 'decimal slip'
  | 'digits swapped'
  | 'measures to nothing'
  | 'size missing'
  | 'size given twice';

/** A mistake in the dimensions: what, where, and the likeliest cause. */
export type DimensionFinding = {
  readonly kind: DimensionMistake;
  readonly view: ViewName | undefined;
  readonly sentence: string;
  /** the figure it is about */
  readonly figure?: GivenFigure;
};

/** A view of the part: its box in it, across and up, part units. */
type ViewBox = { readonly name: ViewName; readonly box: readonly [number, number, number, number] };

/** Two views are about as near as one another within this share of the part's size. */
const BESIDE = 0.3;
/** How far a foot may lie from its station, as a share of the part's size. */
const NEAR = 1e-3;

/** A figure laid on a view: the two places along the view's direction. */
type Held = { readonly from: Station; readonly to: Station };
type Standing = {
  readonly view: ViewName;
  readonly held: Held | undefined;
  /** as long as it is drawn, part units */
  readonly drawn: number;
};

const laidPoint = (lay: (l: GivenLine) => GivenLine, p: Vec2): Vec2 => {
  const l = lay({ seen: true, kind: 'straight', a: p, b: p });
  return l.kind === 'straight' ? l.a : p;
};

const beyond = ([u, v]: Vec2, [u0, v0, u1, v1]: ViewBox['box']): number =>
  Math.max(0, u0 - u, u - u1) + Math.max(0, v0 - v, v - v1);

/** The view that a dimension stands in, by where its feet are, and the stations that it measures between. */
const hold = (
  figure: Extract<GivenFigure, { kind: 'distance' }>,
  lays: ReadonlyMap<ViewName, (l: GivenLine) => GivenLine>,
  views: readonly ViewBox[],
  books: DimensionBooks,
): Standing | undefined => {
  const near = NEAR * books.part.tol.size;
  const tries = views.flatMap(({ name, box }) => {
    const lay = lays.get(name);
    if (!lay) return [];
    const ends = [figure.from, figure.to].map((p) => laidPoint(lay, p)) as [Vec2, Vec2];
    const away = ends.reduce((sum, p) => sum + beyond(p, box), 0);
    for (const axis of [0, 1, 2] as const) {
      const way = wayIn(name, axis);
      if (!way || way.k !== figure.along) continue;
      const [from, to] = ends.map((p) =>
        books.stations
          .filter((s) => s.axis === axis)
          .reduce<Station | undefined>((best, s) => {
            const off = (x: Station): number => Math.abs(x.at - p[way.k] * way.sign);
            return off(s) <= near && (!best || off(s) < off(best)) ? s : best;
          }, undefined),
      );
      const drawn = Math.abs(ends[1][way.k] - ends[0][way.k]);
      return [{ view: name, away, drawn, held: from && to && from !== to ? { from, to } : undefined }];
    }
    return [];
  });
  // the view whose box the feet are nearest to, or one about as near that has stations there
  const [nearest] = tries.sort((a, b) => a.away - b.away);
  const reach = (nearest?.away ?? 0) + BESIDE * books.part.tol.size;
  return tries.find((t) => t.held && t.away <= reach) ?? nearest;
};

const digits = (x: string): string => [...x.replace(/\D/g, '')].sort().join('');

/** The likeliest cause of a figure that is not what the part has. */
const causeOf = (
  { value: stated, within }: Pick<StatedSize, 'value' | 'within'>,
  value: number,
): readonly [DimensionMistake, string] => {
  const is = (k: number): boolean => Math.abs(stated * k - value) <= within * k + 1e-6 * value;
  if (is(2)) return ['radius for diameter', 'half of it is stated, as a radius would be'];
  if (is(0.5)) return ['radius for diameter', 'twice of it is stated, as a diameter would be'];
  if (is(10) || is(0.1) || is(100) || is(0.01)) return ['decimal slip', 'the point has slipped'];
  const [a, b] = [stated, value].map((x) => String(Number(x.toFixed(4)))) as [string, string];
  if (a.length === b.length && a.indexOf('.') === b.indexOf('.') && digits(a) === digits(b))
    return ['digits swapped', 'two digits are swapped'];
  return ['figure wrong', 'it was typed over, or read from another place'];
};

/** Holds figures against the part: what is wrong with each, and what each ties. */
const heldFigures = (
  figures: readonly GivenFigure[],
  lays: ReadonlyMap<ViewName, (l: GivenLine) => GivenLine>,
  views: readonly ViewBox[],
  books: DimensionBooks,
): { readonly found: DimensionFinding[]; readonly ties: Taken[] } => {
  const { units } = books.part;
  const found: DimensionFinding[] = [];
  const ties: Taken[] = [];
  const text = (x: number): string => sizeText(x, units);
  const rounds = sizesInUse(books);
  for (const figure of figures) {
    if (figure.kind === 'aslant') {
      const own = aslantMark(figure, lays, views, books, rounds);
      if (own.finding) found.push(own.finding);
      if (own.taken) ties.push(own.taken);
      continue;
    }
    if (figure.kind !== 'distance') continue;
    const where = hold(figure, lays, views, books);
    if (!where) continue;
    // a placeholder stands for what is measured
    const letters = figure.text.replace('<>', text(where.drawn));
    const [stated] = statedSizes(letters);
    if (!stated) continue;
    const round = where.held && stated.kind === 'plain' ? undefined : rounds.drawn(where.drawn);
    if (round) {
      const value = rounds.worthOf(round);
      if (!figure.text.includes('<>') && Math.abs(stated.value - value) > stated.within + 1e-6 * value) {
        const [kind, cause] = causeOf(stated, value);
        const sentence = `${letters} in the ${where.view} view is ⌀${text(value)} by the part: ${cause}.`;
        found.push({ kind, view: where.view, sentence, figure });
      }
      rounds.use(round);
      if (!isReference(letters))
        ties.push({ tie: { kind: 'size', size: round }, text: letters, view: where.view });
      continue;
    }
    if (!where.held) {
      const sentence = `${letters} in the ${where.view} view measures to a place where the part has no face, axis or corner.`;
      found.push({ kind: 'measures to nothing', view: where.view, sentence, figure });
      continue;
    }
    const tie: Tie = { kind: 'linear', from: where.held.from, to: where.held.to };
    const value = tieSize(books, tie) ?? 0;
    // a placeholder says what is measured: it cannot be typed over
    const isTyped = !figure.text.includes('<>');
    if (isTyped && Math.abs(stated.value - value) > stated.within + 1e-6 * value) {
      const [kind, cause] = causeOf(stated, value);
      const sentence = `${letters} in the ${where.view} view is ${text(value)} by the part, ${tieWords(tie)}: ${cause}.`;
      found.push({ kind, view: where.view, sentence, figure });
    }
    // a wrong figure stands for its size all the same: it is one mistake, not two
    if (isReference(letters)) continue;
    const besides = besidesOf(books, tie, letters);
    for (const own of [tie, ...besides]) ties.push({ tie: own, text: letters, view: where.view });
  }
  const notes = noteTies(figures, books, rounds, found);
  for (const n of notes) ties.push({ ...n, view: undefined });
  return { found, ties };
};

/** What else stands in the letters of a distance: the other side of a square, "□24", or how deep the same is cut, "12 ↧5". */
const besidesOf = (books: DimensionBooks, tie: Tie, letters: string): readonly Tie[] => {
  const side = letters.includes('□') ? otherSideOf(books, tie) : undefined;
  const depths = statedSizes(letters).filter((s) => s.kind === 'depth');
  const deep = depths.flatMap((s) =>
    allAlongSight(books)
      .filter(
        ({ tie: t, says }) =>
          says.what === 'depth' && Math.abs((tieSize(books, t) ?? Number.NaN) - s.value) <= s.within,
      )
      .slice(0, 1)
      .map(({ tie: t }) => t),
  );
  return [...(side ? [side] : []), ...deep];
};

/**
 * Marks the dimensions of a drawing made elsewhere on the part: figures held against the part, what is missing, and what is given twice.
 * @param lays how the views of that drawing lie on the part's own
 * @param scheme what the views may count on besides what any drawing shows
 */
export const dimensionMarks = (
  figures: readonly GivenFigure[],
  lays: ReadonlyMap<ViewName, (l: GivenLine) => GivenLine>,
  views: readonly ViewBox[],
  books: DimensionBooks,
  scheme: Scheme,
): DimensionFinding[] => {
  const { found, ties } = heldFigures(figures, lays, views, books);
  const checked = auditOf(books, ties, scheme);
  for (const m of checked.missing)
    found.push({
      kind: 'size missing',
      view: undefined,
      sentence: `Nothing gives ${m.words}${missingValue(books, m.tie)}.`,
    });
  for (const ring of checked.rings) {
    const own = ring.map((i) => ties[i] as (typeof ties)[number]);
    found.push({
      kind: 'size given twice',
      view: own.at(-1)?.view,
      sentence: `${listed(own.map((t) => t.text))} close a ring: one of them follows from the others, and is left out or put in brackets.`,
    });
  }
  return found;
};

/** The figures of a drawing that do not state what the part has, or measure to nothing of it; whether any are missing is not asked. */
export const wrongFigures = (
  figures: readonly GivenFigure[],
  lays: ReadonlyMap<ViewName, (l: GivenLine) => GivenLine>,
  views: readonly ViewBox[],
  books: DimensionBooks,
): DimensionFinding[] => heldFigures(figures, lays, views, books).found;

/** A dimension that runs aslant: the size along an edge or square to faces that is as long as it is drawn. */
const aslantMark = (
  figure: Extract<GivenFigure, { kind: 'aslant' }>,
  lays: ReadonlyMap<ViewName, (l: GivenLine) => GivenLine>,
  views: readonly ViewBox[],
  books: DimensionBooks,
  sizes: SizesInUse,
): { readonly finding?: DimensionFinding; readonly taken?: Taken } => {
  const { units } = books.part;
  const [nearest] = views
    .flatMap(({ name, box }) => {
      const lay = lays.get(name);
      if (!lay) return [];
      const [a, b] = [figure.from, figure.to].map((p) => laidPoint(lay, p)) as [Vec2, Vec2];
      return [{ name, away: beyond(a, box) + beyond(b, box), drawn: distance2(a, b) }];
    })
    .sort((a, b) => a.away - b.away);
  if (!nearest) return {};
  const view = nearest.name;
  const letters = figure.text.replace('<>', sizeText(nearest.drawn, units));
  const [stated] = statedSizes(letters);
  if (!stated) return {};
  const size = sizes.find(FLAT, nearest.drawn, NEAR * books.part.tol.size);
  if (!size) {
    const sentence = `${letters} in the ${view} view runs aslant and measures nothing that the part has.`;
    return { finding: { kind: 'measures to nothing', view, sentence, figure } };
  }
  const value = sizes.worthOf(size);
  sizes.use(size);
  const taken: Taken = { tie: { kind: 'size', size }, text: letters, view };
  const isWrong =
    !figure.text.includes('<>') && Math.abs(stated.value - value) > stated.within + 1e-6 * value;
  const [kind, cause] = causeOf(stated, value);
  const sentence = `${letters} in the ${view} view is ${sizeText(value, units)} by the part, ${sizeWords(size)}: ${cause}.`;
  return {
    ...(isWrong && { finding: { kind, view, sentence, figure } }),
    ...(!isReference(letters) && { taken }),
  };
};

type Taken = { readonly tie: Tie; readonly text: string; readonly view: ViewName | undefined };

/**
 * Audits what was taken. A note does not say which of several features of one size it is for: where one is missing and another of that size is given
 * twice, the note was for the missing one.
 * @param ties those that are read otherwise are put right in place
 */
const auditOf = (books: DimensionBooks, ties: Taken[], scheme: Scheme): Audit => {
  const more = relationsOfScheme(books, scheme);
  const now = (): Audit =>
    audit(
      books,
      ties.map((t) => t.tie),
      more,
    );
  let found = now();
  for (let tries = 0; tries < ties.length && found.missing.length && found.rings.length; tries++) {
    const swap = found.missing.flatMap(({ tie }) => {
      const i = found.redundant.find((k) => isLike(books, ties[k]?.tie, tie));
      return i === undefined ? [] : [{ i, tie }];
    })[0];
    if (!swap) break;
    const before = ties[swap.i] as Taken;
    ties[swap.i] = { ...before, tie: swap.tie };
    const next = now();
    if (next.missing.length >= found.missing.length) {
      ties[swap.i] = before;
      break;
    }
    found = next;
  }
  return found;
};

/** True for two sizes that are written alike: of one kind and as large. */
const isLike = (books: DimensionBooks, a: Tie | undefined, b: Tie): boolean => {
  if (a?.kind !== 'size' || b.kind !== 'size') return false;
  const kinds = [ROUND, ANGULAR, FLAT].find((k) => k.has(a.size.what));
  const [x, y] = [a, b].map((t) => tieSize(books, t) ?? Number.NaN) as [number, number];
  return kinds?.has(b.size.what) === true && Math.abs(x - y) <= 1e-6 * Math.max(1, Math.abs(x));
};

const missingValue = (books: DimensionBooks, tie: Tie): string => {
  const value = tieSize(books, tie);
  if (value === undefined) return '';
  return `, ${isAngle(tie) ? `${Number(value.toFixed(2))}°` : sizeText(value, books.part.units)}`;
};

type Size = DimensionBooks['sizes'][number];
const ROUND: ReadonlySet<string> = new Set(['diameter', 'rim', 'tube', 'pitch']);
const FLAT: ReadonlySet<string> = new Set(['across', 'chord', 'height']);
const ARC: ReadonlySet<string> = new Set(['arc']);
const THREAD: ReadonlySet<string> = new Set(['thread']);
const kindsOf = (kind: StatedSize['kind']): ReadonlySet<string> => {
  if (kind === 'arc') return ARC;
  if (kind === 'thread') return THREAD;
  return kind === 'angle' ? ANGULAR : kind === 'plain' ? FLAT : ROUND;
};

/** The sizes of a part's faces, and which of them a figure has been taken for: a size of a feature stands for all its copies. */
type SizesInUse = {
  readonly worthOf: (size: Size) => number;
  /** one of some kinds and a value, of those in use the last */
  readonly find: (kinds: ReadonlySet<string>, value: number, within: number) => Size | undefined;
  /** a round that is as wide as something is drawn */
  readonly drawn: (length: number) => Size | undefined;
  readonly use: (size: Size) => void;
  readonly isUsed: (size: Size) => boolean;
  /** how many copies of its feature have it */
  readonly copiesOf: (size: Size) => number;
};
const sizesInUse = (books: DimensionBooks): SizesInUse => {
  const used = new Set<string>();
  const span = emptySpan();
  const rows = new Map<Size, readonly number[]>();
  const rowOf = (size: Size): readonly number[] => {
    const row = rows.get(size) ?? rowOfTie(books, { kind: 'size', size });
    rows.set(size, row);
    return row;
  };
  const keyOf = (size: Size): string => {
    const faces = size.of.flatMap(facesOfMeeting).map((f) => {
      const { feature, role } = readFaceKey(f);
      return `${feature}/${role}`;
    });
    return [size.what, ...faces].join(' ');
  };
  // what may be said of an arc besides its radius stands in no list of what is missing
  const pool: readonly Size[] = [...books.sizes, ...arcSizes(books).flatMap((a) => [a.chord, a.arc])];
  const worthOf = (size: Size): number => sizeNow(size, books.surfaces) ?? Number.NaN;
  const isUsed = (size: Size): boolean => used.has(keyOf(size));
  const find: SizesInUse['find'] = (kinds, value, within) => {
    const all = pool.filter(
      (s) => kinds.has(s.what) && Math.abs(worthOf(s) - value) <= within + 1e-6 * value,
    );
    const own = all.filter((s) => !isUsed(s));
    // of several that are as large the first one that does not follow from those in use
    return own.find((s) => !span.holds(rowOf(s))) ?? own[0] ?? all[0];
  };
  return {
    worthOf,
    find,
    drawn: (length) => find(ROUND, length, NEAR * books.part.tol.size),
    use: (size) => {
      used.add(keyOf(size));
      span.add(rowOf(size));
    },
    isUsed,
    copiesOf: (size) => books.sizes.filter((x) => keyOf(x) === keyOf(size)).length,
  };
};

/** The chamfer that a note such as "2 x 45°" or "C2" is of, among those that have none yet. */
const chamferStated = (
  text: string,
  chamfers: readonly ChamferNote[],
  books: DimensionBooks,
): ChamferNote | undefined => {
  const [width, within] = chamferWidth(text) ?? [Number.NaN, 0];
  return chamfers.find((c) => Math.abs((tieSize(books, c.width) ?? 0) - width) <= within + 1e-6 * width);
};

/** What the notes of a drawing tie: each size in them is that of the first feature with it that no figure has yet. */
const noteTies = (
  figures: readonly GivenFigure[],
  books: DimensionBooks,
  sizes: SizesInUse,
  found: DimensionFinding[],
): { readonly tie: Tie; readonly text: string }[] => {
  const out: { tie: Tie; text: string }[] = [];
  const holes = holeNotes(books);
  const chamfers = chamferNotes(books);
  const sights = allAlongSight(books);
  for (const figure of figures) {
    if (figure.kind !== 'note' || isReference(figure.text)) continue;
    const stated = statedSizes(figure.text);
    const chamfer = chamferStated(figure.text, chamfers, books);
    if (chamfer) {
      chamfers.splice(chamfers.indexOf(chamfer), 1);
      for (const tie of [chamfer.width, chamfer.angle]) out.push({ tie, text: figure.text });
      continue;
    }
    const depths = stated.filter((s) => s.kind === 'depth');
    // how thick or how deep alone, without a hole's diameter before it
    const alone = stated.filter((s) => s.kind === 'thickness' || (s.kind === 'depth' && stated.length === 1));
    for (const s of alone) {
      const of = sights.find(
        ({ tie, says }) =>
          says.what === s.kind && Math.abs((tieSize(books, tie) ?? Number.NaN) - s.value) <= s.within,
      );
      if (!of) {
        found.push({
          kind: 'figure wrong',
          view: undefined,
          sentence: `${figure.text}: the part is nowhere so ${s.kind === 'depth' ? 'deep' : 'thick'}.`,
          figure,
        });
        continue;
      }
      sights.splice(sights.indexOf(of), 1);
      out.push({ tie: of.tie, text: figure.text });
    }
    for (const s of stated) {
      if (s.kind === 'depth' || s.kind === 'thickness') continue;
      const times = s.kind === 'radius' ? 2 : 1;
      const value = s.value * times;
      // what is rounded in a radius is twice as much in the diameter
      const size = sizes.find(kindsOf(s.kind), value, s.within * times);
      if (!size) {
        // bare figures may be anything: they are no mistake
        if (s.kind === 'plain') continue;
        // on the drawing of an assembly a screw stands in the parts list
        if (s.kind === 'thread' && !books.sizes.some((x) => x.what === 'thread')) continue;
        const meant = NONE_SUCH[s.kind] !== undefined ? undefined : nearestRound(books, value, sizes);
        found.push(strangeNote(figure, s, books, meant && sizes.worthOf(meant)));
        if (!meant) continue;
        // one mistake, not two: the round that the note was meant for is not missing besides
        sizes.use(meant);
        out.push({ tie: { kind: 'size', size: meant }, text: figure.text });
        continue;
      }
      if (sizes.isUsed(size) && s.kind !== 'diameter' && s.kind !== 'radius') continue;
      const take = (taken: Size): void => {
        sizes.use(taken);
        out.push({ tie: { kind: 'size', size: taken }, text: figure.text });
        const hole = holes.find((h) => h.diameter.size === taken);
        for (const tie of hole?.joined ?? []) {
          const own = tieSize(books, tie);
          const isStated =
            tie.kind === 'linear' && depths.some((d) => Math.abs(d.value - (own ?? 0)) <= d.within);
          // how deep holes in line are may stand in each of their notes
          const isNew = !out.some((o) => areOneDistance(books, o.tie, tie));
          if (isStated && isNew) out.push({ tie, text: figure.text });
        }
      };
      take(size);
      // "3 x ⌀6" counts the copies of one feature, and what other features have of that size
      for (let left = countedIn(figure.text) - sizes.copiesOf(size); left > 0; ) {
        const more = sizes.find(kindsOf(s.kind), value, s.within * times);
        if (!more || sizes.isUsed(more)) break;
        take(more);
        left -= sizes.copiesOf(more);
      }
    }
  }
  return out;
};

/** The round whose size is nearest by ratio, of those that no figure has; half and double are one slip away. */
const nearestRound = (books: DimensionBooks, value: number, sizes: SizesInUse): Size | undefined => {
  const off = (s: Size): number => {
    const ratio = Math.abs(Math.log(sizes.worthOf(s) / value));
    return Math.min(ratio, Math.abs(ratio - Math.LN2) + 1e-9, Math.abs(ratio - Math.LN10) + 1e-9);
  };
  return books.sizes
    .filter((s) => ROUND.has(s.what) && !sizes.isUsed(s))
    .reduce<Size | undefined>((a, b) => (a && off(a) <= off(b) ? a : b), undefined);
};

/** What is said of a size that nothing of the part has, where no round could have been meant. */
const NONE_SUCH: Partial<Record<StatedSize['kind'], string>> = {
  angle: 'the part has no such angle',
  arc: 'no arc of the part is so long',
  thread: 'the part has no such thread',
};

const strangeNote = (
  figure: Extract<GivenFigure, { kind: 'note' }>,
  s: StatedSize,
  books: DimensionBooks,
  own: number | undefined,
): DimensionFinding => {
  const none = NONE_SUCH[s.kind];
  if (none !== undefined)
    return { kind: 'figure wrong', view: undefined, sentence: `${figure.text}: ${none}.`, figure };
  const value = s.kind === 'radius' ? s.value * 2 : s.value;
  const [kind, cause] =
    own === undefined ? (['figure wrong', ''] as const) : causeOf({ value, within: s.within }, own);
  const words = own === undefined ? '' : ` The nearest is ⌀${sizeText(own, books.part.units)}: ${cause}.`;
  return {
    kind,
    view: undefined,
    sentence: `${figure.text}: the part has no round of that size.${words}`,
    figure,
  };
};
