import { AXIS_LETTERS } from '../geometry/rigid.ts';
import { facesOfMeeting, featureOfFace, readFaceKey } from '../naming/keys.ts';
import type { Bases } from './bases.ts';
import type { DimensionBooks } from './books.ts';
import { placeAlong, type SizeKey, sizeNow } from './place.ts';
import { type Relation, relationNow } from './relations.ts';
import { emptySpan, isStill, ringsOf, type Span } from './span.ts';
import { type Station, stationNow } from './stations.ts';
import { carrierOfThreadEnd, threadStartOf } from './threadKeys.ts';
import { type TurnedArcs, turnedArcs } from './turnedArcs.ts';

/** From where lengths are measured: all from one face, one after the other, or halved about a middle. */
export type Scheme = 'base' | 'chain' | 'symmetry';

/** A dimension by what it ties: two stations of an axis, or a size of a face or two. */
export type Tie =
  | { readonly kind: 'linear'; readonly from: Station; readonly to: Station }
  | { readonly kind: 'size'; readonly size: SizeKey };

/** A size that no dimension gives, in words, and how much it is now. */
export type OpenSize = { readonly words: string; readonly tie: Tie };
export type Audit = {
  readonly complete: boolean;
  /** features whose outline was not counted, as its points cannot be moved alone */
  readonly unchecked: readonly string[];
  readonly missing: readonly OpenSize[];
  /** positions, among the dimensions that were audited, of those that follow from others */
  readonly redundant: readonly number[];
  /** the same, ring by ring: each closes, so that any one of it could be left out */
  readonly rings: readonly (readonly number[])[];
};

/** A station in words: "the left of plate", "the axis of bore". */
export const stationWords = (s: Station): string => {
  const key = s.of[0] as string;
  const [face] = facesOfMeeting(key) as [string];
  const feature = featureOfFace(face);
  // a corner is where three faces meet, the tip of a cone belongs to its one face
  if (s.kind === 'corner')
    return `${facesOfMeeting(key).length === 1 ? 'the tip' : 'a corner'} of ${feature}`;
  if (s.kind === 'axis') return `the axis of ${feature}`;
  if (carrierOfThreadEnd(face) !== undefined) return `the end of the thread of ${feature}`;
  return `the ${face.slice(face.lastIndexOf('/') + 1).replace(/@/g, ' ')} of ${feature}`;
};
const SIZE_WORDS: Record<SizeKey['what'], string> = {
  diameter: 'the diameter',
  tube: 'the tube diameter',
  thread: 'the thread',
  threadPitch: 'the pitch of the thread',
  rim: 'the rim diameter',
  cone: 'the angle',
  across: 'the distance across',
  angle: 'the angle',
  chord: 'the edge',
  arc: 'the length of the arc',
  height: 'the height',
  lean: 'the lean',
  pitch: 'the pitch circle',
  bearing: 'the angle of the first',
};
/** A size in words: "the diameter of bore". */
export const sizeWords = (s: SizeKey): string => {
  const [face] = facesOfMeeting(s.of[0]) as [string];
  // a ring's face has a name of its own; an arc of an outline is one of its sides or roundings
  const isArc = s.what === 'tube' && /^(side|round) /.test(readFaceKey(face).role);
  return `${isArc ? 'the radius of an arc' : SIZE_WORDS[s.what]} of ${featureOfFace(face)}`;
};

/** What a dimension ties, in words. */
export const tieWords = (t: Tie): string =>
  t.kind === 'size'
    ? sizeWords(t.size)
    : `the distance from ${stationWords(t.from)} to ${stationWords(t.to)}`;

/** The rows of a part's dimensions that were worked out already: proposing, auditing and the list of dimensions ask for the same ones. */
const rowsKnown = new WeakMap<DimensionBooks, Map<string, readonly number[]>>();
const tieKey = (t: Tie): string =>
  JSON.stringify(t.kind === 'size' ? t.size : [t.from.axis, t.from.of, t.to.axis, t.to.of]);

/** How a dimension changes with each way in which the part may be other. */
export const rowOfTie = (books: DimensionBooks, t: Tie): readonly number[] => {
  const known = rowsKnown.get(books) ?? new Map<string, readonly number[]>();
  rowsKnown.set(books, known);
  const key = tieKey(t);
  const before = known.get(key);
  if (before) return before;
  const row =
    t.kind === 'size'
      ? books.rowOf((s) => sizeNow(t.size, s))
      : books.rowOf((s) => {
          const [a, b] = [stationNow(t.from, s), stationNow(t.to, s)];
          return a === undefined || b === undefined ? undefined : b - a;
        });
  known.set(key, row);
  return row;
};

/** How near two distances from a middle are equal, as a share of the part's size. */
const EQUAL = 1e-7;

/** The station about which an axis is symmetrical, with the pairs of stations to both sides: the axis of a round midway between the outermost faces. */
const symmetryOf = (
  books: DimensionBooks,
  axis: 0 | 1 | 2,
): { readonly about: Station; readonly pairs: readonly (readonly [Station, Station])[] } | undefined => {
  const own = books.stations.filter((s) => s.axis === axis && s.kind !== 'corner');
  const faces = own.filter((s) => s.kind === 'face');
  const [low, high] = [faces[0], faces.at(-1)];
  const near = EQUAL * books.part.tol.size;
  if (!low || !high || low === high) return undefined;
  const about = own.find((s) => s.kind === 'axis' && Math.abs(low.at + high.at - 2 * s.at) < near);
  if (!about) return undefined;
  const pairs = own.flatMap((a) => {
    const b = own.find(
      (x) => x.at > a.at && x.kind === a.kind && Math.abs(a.at + x.at - 2 * about.at) < near,
    );
    return b ? [[a, b] as const] : [];
  });
  return { about, pairs };
};

/** What is drawn equal to both sides of a centre line, for the scheme that counts on it. */
const symmetries = (books: DimensionBooks): Relation[] =>
  ([0, 1, 2] as const).flatMap((axis) => {
    const found = symmetryOf(books, axis);
    return (found?.pairs ?? []).map(
      ([a, b]): Relation => ({
        kind: 'symmetrical',
        axis,
        of: [a.of[0] as string, b.of[0] as string, found?.about.of[0] as string],
      }),
    );
  });

/** A relation with how it changes with each figure of the statement. */
export type Telling = { readonly relation: Relation; readonly row: readonly number[] };
/** Of what the drawing shows by itself, the relations that say something. */
const ownTelling = new WeakMap<DimensionBooks, readonly Telling[]>();

/**
 * The relations that say something: those that a figure could break, and what different features have in line.
 * @param more relations that are counted on besides those that the drawing shows by itself
 */
export const tellingRelations = (books: DimensionBooks, more: readonly Relation[]): readonly Telling[] => {
  const own = ownTelling.get(books) ?? tellingOf(books, books.relations);
  ownTelling.set(books, own);
  return more.length ? [...own, ...tellingOf(books, more)] : own;
};

const tellingOf = (books: DimensionBooks, relations: readonly Relation[]): readonly Telling[] =>
  relations.flatMap((relation) => {
    const row = books.rowOf((s) => relationNow(relation, s));
    const isTold =
      relation.kind === 'flush' || relation.kind === 'coaxial' || relation.kind === 'symmetrical';
    const features = new Set(relation.of.map(featureOfFace));
    return !isStill(row) || (isTold && features.size > 1) ? [{ relation, row }] : [];
  });

/** Sizes that follow from where faces and corners stand. */
const FOLLOWING: ReadonlySet<SizeKey['what']> = new Set([
  'across',
  'chord',
  'arc',
  'height',
  'lean',
  'pitch',
  'bearing',
]);

/** Everything that the views show, each as it changes with the figures: what dimensions and relations together must give. */
const shownRows = (books: DimensionBooks): readonly (OpenSize & { readonly row: readonly number[] })[] => {
  const out: (OpenSize & { row: readonly number[] })[] = [];
  for (const axis of [0, 1, 2] as const) {
    const [first, ...others] = books.stations.filter((s) => s.axis === axis);
    if (!first) continue;
    // each key by itself: one that no relation holds in line would move away
    for (const s of [first, ...others])
      for (const key of s.of) {
        const to = { ...s, of: [key] };
        const tie = { kind: 'linear', from: first, to } as const;
        out.push({ tie, row: rowOfTie(books, tie), words: tieWords(tie) });
      }
  }
  for (const size of books.sizes)
    if (!FOLLOWING.has(size.what)) {
      const tie = { kind: 'size', size } as const;
      out.push({ tie, row: rowOfTie(books, tie), words: tieWords(tie) });
    }
  return out;
};

/** The stations of an axis in the order in which a scheme ties them: faces and axes first, then corners, then what is measured last. @param base chosen to count from */
const linearTies = (
  books: DimensionBooks,
  arcs: TurnedArcs,
  stations: readonly Station[],
  scheme: Scheme,
  pairs: readonly (readonly [Station, Station])[],
  base: string | undefined,
): Tie[] => {
  // the end of a thread is measured from where the thread begins
  const isThreadEnd = (s: Station): boolean => s.of.every((key) => carrierOfThreadEnd(key) !== undefined);
  const rankOf = (s: Station): number | undefined =>
    isThreadEnd(s) ? LAST_RANKS : rankOfLast(books, arcs, s);
  const last = stations
    .filter((s) => rankOf(s) !== undefined)
    .sort((a, b) => (rankOf(a) as number) - (rankOf(b) as number));
  const solid = stations.filter((s) => s.kind !== 'corner' && !last.includes(s));
  const faces = solid.filter((s) => s.kind === 'face');
  const corners = stations.filter((x) => x.kind === 'corner');
  const chosen = base === undefined ? undefined : stations.find((s) => s.of.includes(base));
  const low = faces[0] ?? solid[0] ?? corners[0] ?? stations[0];
  const datum = chosen ?? low;
  if (!datum || !low) return [];
  const ties: Tie[] = [];
  const high = faces.at(-1);
  // the overall size, counted from the base where that is one of its ends
  if (high && high !== low)
    ties.push(
      datum === high ? { kind: 'linear', from: high, to: low } : { kind: 'linear', from: low, to: high },
    );
  if (scheme === 'symmetry') for (const [from, to] of pairs) ties.push({ kind: 'linear', from, to });
  const others = solid.filter((s) => s !== datum && (s !== high || datum !== low));
  if (scheme === 'chain')
    for (const [i, s] of solid.entries()) {
      const before = solid[i - 1];
      if (before) ties.push({ kind: 'linear', from: before, to: s });
    }
  else
    for (const [i, s] of others.entries()) {
      // how wide a round groove is, and not where its other side stands
      const side = others.slice(0, i).find((x) => arcs.areEndsOfRing(x, s));
      ties.push({ kind: 'linear', from: side ?? datum, to: s });
    }
  // where no face is square to the axis, the corners that stand opposite one another first
  if (!faces.length)
    for (let i = 0; i < corners.length - 1 - i; i++)
      ties.push({ kind: 'linear', from: corners[i] as Station, to: corners.at(-1 - i) as Station });
  for (const s of [...corners, ...last]) if (s !== datum) ties.push({ kind: 'linear', from: datum, to: s });
  return ties;
};

const LAST_RANKS = 3;
/**
 * The order among the stations that are measured when all others are: the centre of a ball; the centre of an arc that lies beyond the part, or goes
 * round in a turned outline, as where the arc ends is measured before that; the rim of a ball, which follows from it.
 */
const rankOfLast = (books: DimensionBooks, arcs: TurnedArcs, s: Station): number | undefined => {
  const { box, tol } = books.part;
  const near = EQUAL * tol.size;
  if (arcs.isCentreOfBall(s)) return 0;
  if (arcs.isCentreOfRing(s)) return 1;
  if (arcs.isRimOfBall(s)) return 2;
  const isBeyond = s.at < box[s.axis] - near || s.at > (box[s.axis + 3] as number) + near;
  return s.kind === 'axis' && isBeyond ? 1 : undefined;
};

/** Whether a size of a leaning feature is one of its end faces, or stands on one: a side is not. */
const isOfAnEnd = (t: Tie): boolean => {
  if (t.kind !== 'size') return false;
  const [a, b] = t.size.of.map(facesOfMeeting) as [string[], string[] | undefined];
  const shared = t.size.what === 'height' ? a : a.filter((f) => b?.includes(f));
  return shared.some((f) => !readFaceKey(f).role.startsWith('side'));
};

/** From the end of a face to where full thread ends on it, for each thread that ends within its face. */
const threadLengths = (books: DimensionBooks): Tie[] =>
  books.stations.flatMap((to) =>
    to.of.flatMap((key): Tie[] => {
      const carrier = carrierOfThreadEnd(key);
      const start =
        carrier === undefined ? undefined : placeAlong(threadStartOf(carrier), to.axis, books.surfaces);
      const near = EQUAL * books.part.tol.size;
      const from =
        start === undefined
          ? undefined
          : books.stations.find((s) => s.axis === to.axis && Math.abs(s.at - start) <= near);
      return from && from !== to ? [{ kind: 'linear', from, to: { ...to, of: [key] } }] : [];
    }),
  );

/** The features that the statement turns about one axis only, by an angle that is none of a quarter turn. */
const turnedByAngle = (books: DimensionBooks): ReadonlySet<string> =>
  new Set(
    books.plain.bodies.flatMap((b) =>
      b.features.flatMap((f) =>
        f.turn?.length === 1 && Math.abs(Math.sin((2 * Number(f.turn[0]?.angle) * Math.PI) / 180)) > 1e-9
          ? [f.id, `${b.name}/${f.id}`]
          : [],
      ),
    ),
  );

/** All dimensions that may be proposed, those that a drafter would take first before the others. */
const candidates = (books: DimensionBooks, scheme: Scheme, bases: Bases): Tie[] => {
  const sizes = (what: SizeKey['what']): Tie[] =>
    books.sizes.flatMap((size): Tie[] => (size.what === what ? [{ kind: 'size', size }] : []));
  const arcs = turnedArcs(books);
  const linear = ([0, 1, 2] as const).flatMap((axis) =>
    linearTies(
      books,
      arcs,
      books.stations.filter((s) => s.axis === axis),
      scheme,
      symmetryOf(books, axis)?.pairs ?? [],
      bases[AXIS_LETTERS[axis]],
    ),
  );
  const turned = turnedByAngle(books);
  const isCorner = (t: Tie): boolean =>
    t.kind === 'linear' && (t.from.kind === 'corner' || t.to.kind === 'corner');
  const isOfBall = (t: Tie): boolean => t.kind === 'size' && arcs.isOfBall(t.size);
  const isOfRing = (t: Tie): boolean => t.kind === 'size' && arcs.isOfRing(t.size);
  const isToLast = (t: Tie): boolean =>
    t.kind === 'linear' && [t.from, t.to].some((s) => rankOfLast(books, arcs, s) !== undefined);
  return [
    ...sizes('thread'),
    ...sizes('threadPitch'),
    ...sizes('diameter').filter((t) => !isOfBall(t) && !isOfRing(t)),
    ...sizes('tube'),
    ...sizes('pitch'),
    ...sizes('bearing'),
    // how far a thread reaches is measured from where it begins
    ...threadLengths(books),
    ...linear.filter((t) => !isCorner(t) && !isToLast(t)),
    ...sizes('rim').filter((t) => !isOfBall(t)),
    // a ball that runs on smoothly into a shaft is as thick as that
    ...sizes('diameter').filter(isOfBall),
    ...sizes('across'),
    // the sides of an end before what runs from end to end
    ...sizes('chord').filter(isOfAnEnd),
    ...sizes('height').filter(isOfAnEnd),
    ...sizes('chord'),
    ...sizes('height'),
    ...sizes('lean'),
    // a feature that is turned about an axis is given by its angle; one that leans by itself by where its corners stand
    ...sizes('angle').filter((t) => t.kind === 'size' && turned.has(featureOfFace(t.size.of[0]))),
    ...linear.filter((t) => isCorner(t) && !isToLast(t)),
    ...linear.filter(isToLast),
    ...sizes('rim').filter(isOfBall),
    ...sizes('diameter').filter(isOfRing),
    ...sizes('angle'),
    ...sizes('cone'),
  ];
};

/** Relations that hold, as the beginning of what is known. */
const knownFrom = (relations: readonly Telling[]): Span => {
  const span = emptySpan();
  for (const { row } of relations) span.add(row);
  return span;
};

/** What is known once some dimensions stand beside the relations that the drawing shows. */
export type Known = {
  /** whether a tie's size is among it */
  readonly holds: (t: Tie) => boolean;
  /** Takes some ties in, each of which says something new beside those before it; takes none where one does not. @returns whether it took them */
  readonly takeNew: (ties: readonly Tie[]) => boolean;
};

/** @param more relations that are counted on besides those that the drawing shows by itself */
export const knownBy = (books: DimensionBooks, ties: readonly Tie[], more: readonly Relation[]): Known => {
  let span = knownFrom(tellingRelations(books, more));
  for (const t of ties) span.add(rowOfTie(books, t));
  return {
    holds: (t) => span.holds(rowOfTie(books, t)),
    takeNew: (own) => {
      const trial = span.copy();
      if (!own.every((t) => trial.add(rowOfTie(books, t)))) return false;
      span = trial;
      return true;
    },
  };
};

/** What of a part stays open once some things are known. */
const stillOpen = (books: DimensionBooks, span: Span): OpenSize[] => {
  const out: OpenSize[] = [];
  for (const { row, words, tie } of shownRows(books)) if (span.add(row)) out.push({ words, tie });
  return out;
};

/** Whether nothing is missing and everything was counted. */
const whole = (
  books: DimensionBooks,
  missing: readonly OpenSize[],
): Pick<Audit, 'complete' | 'unchecked'> => {
  const unchecked = books.held();
  return { complete: !missing.length && !unchecked.length, unchecked };
};

/** A proposed set of dimensions with the relations that it counts on. */
export type Proposal = {
  readonly ties: readonly Tie[];
  readonly relations: readonly Relation[];
  readonly audit: Audit;
};

/** The relations that a scheme counts on besides those that any drawing shows. */
export const relationsOfScheme = (books: DimensionBooks, scheme: Scheme): readonly Relation[] =>
  scheme === 'symmetry' ? symmetries(books) : [];

/**
 * Proposes the dimensions of a part: each candidate in the order of preference is taken if it tells something that those before it and the
 * relations shown do not. So the set is enough where the candidates are, and none follows from others.
 * @param given dimensions that stand already: only what they leave open is proposed
 * @param bases what lengths are counted from
 * @param later faces that are measured to where nothing else gives the size, such as the floor of a hole whose depth stands in its note
 */
export const propose = (
  books: DimensionBooks,
  scheme: Scheme,
  given: readonly Tie[] = [],
  later: ReadonlySet<string> = new Set(),
  bases: Bases = {},
): Proposal => {
  const telling = tellingRelations(books, relationsOfScheme(books, scheme));
  const span = knownFrom(telling);
  for (const t of given) span.add(rowOfTie(books, t));
  const isLater = (t: Tie): boolean =>
    t.kind === 'linear' && [t.from, t.to].some((s) => later.has(s.of[0] as string));
  const all = candidates(books, scheme, bases);
  const ties = [...all.filter((t) => !isLater(t)), ...all.filter(isLater)].filter((t) =>
    span.add(rowOfTie(books, t)),
  );
  const missing = stillOpen(books, span);
  return {
    ties,
    relations: telling.map((t) => t.relation),
    audit: { ...whole(books, missing), missing, redundant: [], rings: [] },
  };
};

/**
 * Audits a given set: what stays open, and which of them follow from the others.
 * @param more relations that it counts on besides those that the drawing shows by itself, such as symmetry
 */
export const audit = (books: DimensionBooks, ties: readonly Tie[], more: readonly Relation[] = []): Audit => {
  const telling = tellingRelations(books, more);
  const rows = ties.map((t) => rowOfTie(books, t));
  const all = knownFrom(telling);
  for (const r of rows) all.add(r);
  const rings = ringsOf(
    telling.map((t) => t.row),
    rows,
  );
  const redundant = [...new Set(rings.flat())].sort((a, b) => a - b);
  const missing = stillOpen(books, all);
  return { ...whole(books, missing), missing, redundant, rings };
};
