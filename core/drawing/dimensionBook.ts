import { notesNow } from '../dimension/alike.ts';
import type { DimensionBooks } from '../dimension/books.ts';
import { countedSizes } from '../dimension/countedSizes.ts';
import { readFitPair } from '../dimension/fits/toleranceClass.ts';
import type { KeptDimension, Tied } from '../dimension/kept.ts';
import { INCH, limitsOf, limitsOfPair } from '../dimension/limitsOf.ts';
import {
  audit,
  knownBy,
  propose,
  relationsOfScheme,
  stationWords,
  type Tie,
  tieWords,
} from '../dimension/propose.ts';
import { ratioText } from '../dimension/ratio.ts';
import type { Relation } from '../dimension/relations.ts';
import { rulingOf } from '../dimension/ruling.ts';
import type { Station } from '../dimension/stations.ts';
import { stationNow } from '../dimension/stations.ts';
import { isAngle, tiedBy, tieNow, tieSize } from '../dimension/tieNow.ts';
import { type Tolerance, toleranceText } from '../dimension/tolerance.ts';
import { worstCase } from '../dimension/worstCase.ts';
import { AXIS_LETTERS } from '../geometry/rigid.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import { facesOfMeeting, featureOfFace, readFaceKey } from '../naming/keys.ts';
import { listed } from '../naming/listed.ts';
import { decimal, sizeText } from '../number/format.ts';
import { figureAt } from '../part/figureAt.ts';
import type { Path } from '../part/sizeReading.ts';
import { betterHome } from '../sheet/dimensions/betterHome.ts';
import type { BetterHome } from '../sheet/dimensions/betterWords.ts';
import { joinedText } from '../sheet/dimensions/figureText.ts';
import { homesOf, homeTie, isShownIn, type Reason } from '../sheet/dimensions/home.ts';
import { keptIdOf, type Laid, type Views } from '../sheet/dimensions/laid.ts';
import { standingSizes } from '../statement/standings.ts';
import type { Drawing } from './drawing.ts';
import { holeTableOf } from './holeTable.ts';
import { type Joining, joiningOf } from './joinable.ts';
import { missingOfAssembly, namedSize, type SizesOf, wantedBy } from './sizesWanted.ts';

/** A station as its account shows it. */
export type StationShown = {
  /** what a dimension to it is tied to */
  readonly key: string;
  /** part units from the lowest station */
  readonly at: number;
  /** one or two words: "left", "bore, boss" */
  readonly label: string;
  readonly words: string;
  /** whether the dimensions and what the drawing shows say where it stands */
  readonly isKnown: boolean;
  /** lengths are counted from it */
  readonly isBase: boolean;
};
/** A dimension between two stations of an account, by their numbers. */
export type LinkShown = {
  readonly id: string;
  readonly from: number;
  readonly to: number;
  readonly text: string;
  readonly isReference: boolean;
  /** it is part of a ring that closes */
  readonly isInRing: boolean;
};
export type AccountShown = {
  readonly axis: 0 | 1 | 2;
  readonly stations: readonly StationShown[];
  readonly links: readonly LinkShown[];
};

/** A figure of the statement that a dimension follows from. */
export type Ruler = {
  readonly path: Path;
  /** how much the dimension grows when the figure grows by one */
  readonly slope: number;
  /** what is written there, and what it is: "width of plate" */
  readonly text: string;
  readonly words: string;
};

/** A dimension in the list. */
export type DimensionRow = {
  readonly id: string;
  readonly tied: Tied;
  readonly words: string;
  /** part units or degrees; nothing where its faces are gone */
  readonly value: number | undefined;
  readonly text: string;
  /** gone: what it tied is not there; no view: none on the sheet shows it */
  readonly standing: 'on the sheet' | 'no view' | 'gone';
  readonly reason: Reason | undefined;
  /** the view it stands in; nothing where none shows it */
  readonly view: ViewName | undefined;
  /** where it would be read more easily; only for one whose view was chosen by hand */
  readonly better: BetterHome | undefined;
  /** the view that was chosen for it, where that shows nothing of it: it stands elsewhere */
  readonly notShownIn: ViewName | undefined;
  readonly rulers: readonly Ruler[];
  /** all figures of the statement that its note follows from: those of the sizes joined to it as well */
  readonly follows: readonly Path[];
  /** its limits in words: "H7: 20 to 20.021 mm (0.7874 to 0.7882 in)" */
  readonly limits: string | undefined;
  /** for a reference: what it adds up to at worst, in words */
  readonly worst: string | undefined;
  /** an angle as the ratio that could be written in its place: "⌲ 1:5" */
  readonly ratio: string | undefined;
  /** sizes of the same feature that can be written in one note with it */
  readonly joinable: readonly { readonly id: string; readonly text: string; readonly as: Joining }[];
  /** those that are */
  readonly joined: readonly string[];
  /** how many others its figure counts */
  readonly counted: number;
};

/** The books of a drawing's dimensions: each account, what is missing, and what closes a ring. */
export type DimensionBook = {
  readonly rows: readonly DimensionRow[];
  readonly accounts: readonly AccountShown[];
  /** sizes that nothing gives, each with the dimension that would */
  readonly missing: readonly { readonly words: string; readonly offer: Tied; readonly value: string }[];
  readonly rings: readonly (readonly string[])[];
  /** what the drawing shows without a figure, in words */
  readonly relations: readonly string[];
  /** features whose outline was not counted */
  readonly unchecked: readonly string[];
  /** by rule only some sizes are dimensioned: the others are not missing */
  readonly sizesOf: SizesOf;
  readonly isComplete: boolean;
};

const ENDS = [
  ['left', 'right'],
  ['front', 'back'],
  ['base', 'top'],
] as const;

/** What a station is called where there is little room: a side of the whole part, or the features that stand there. */
const labelOf = (s: Station, i: number, count: number, ofFiles: ReadonlySet<string>): string => {
  const ends = ENDS[s.axis];
  if (s.kind === 'face' && i === 0) return ends[0];
  if (s.kind === 'face' && i === count - 1) return ends[1];
  // a feature that several bodies have is written with its body's name before it
  const features = [
    ...new Set(
      s.of.flatMap(facesOfMeeting).map((f) => {
        const feature = featureOfFace(f);
        const plain = feature.slice(feature.indexOf('/') + 1);
        // of a solid that was read from a file each face is a thing of its own
        return ofFiles.has(plain) ? readFaceKey(f).role : plain;
      }),
    ),
  ];
  return features.length > 2 ? `${features.slice(0, 2).join(', ')} …` : features.join(', ');
};

const figureOf = (t: Tied, value: number, units: 'mm' | 'in'): string => {
  if (isAngle(t)) return `${decimal(value, 2)}°`;
  const sign = t.kind === 'size' && ['diameter', 'rim', 'pitch'].includes(t.size.what) ? '⌀' : '';
  return `${sign}${sizeText(value, units)}`;
};

/** The figures of the statement that a dimension follows from, with their names; what they are called is made up once for all dimensions. */
const rulersIn = (d: Drawing, books: DimensionBooks): ((t: Tie) => readonly Ruler[]) => {
  const sizes = new Map(standingSizes(d.part, undefined).map((s) => [s.path.join(), s]));
  return (t) =>
    rulingOf(books, t).flatMap(({ path, slope }): Ruler[] => {
      const written = figureAt(d.part, path);
      const name = namedSize(d.part, written);
      const own = name === undefined ? path : ['dims', name];
      const text = name === undefined ? written : d.part.dims?.[name];
      const size = sizes.get(own.join());
      const words = name ?? (size ? `${size.words || 'size'} of ${size.line}` : own.slice(4).join(' '));
      return text === undefined ? [] : [{ path: own, slope, text: String(text), words }];
    });
};

/** Each figure once: equal features may follow from the same one. */
const uniqueRulers = (all: readonly Ruler[]): Ruler[] =>
  all.filter((r, i) => all.findIndex((x) => x.path.join() === r.path.join()) === i);

const KINDS: Readonly<Record<string, string>> = {
  flush: 'in line',
  coaxial: 'on one axis',
  same: 'one round',
  pitch: 'on a circle about it',
  symmetrical: 'equal to both sides of the centre line',
};
const relationWords = (relations: readonly Relation[]): string[] => {
  const lines = relations.flatMap((r) => {
    const kind = KINDS[r.kind];
    const features = [...new Set(r.of.flatMap(facesOfMeeting).map(featureOfFace))];
    return kind && features.length > 1 ? [`${listed(features)}: ${kind}`] : [];
  });
  return [...new Set(lines)];
};

/** A figure of a limit: as fine as its tolerance, without idle noughts. */
const limitText = (x: number, units: 'mm' | 'in'): string => decimal(x, units === 'mm' ? 4 : 5);

const FIT_KINDS = {
  clearance: 'they always go together freely: a clearance fit',
  transition: 'free or tight, as they come out: a transition fit',
  interference: 'the shaft is always the larger: an interference fit',
} as const;

/** A hole and its shaft with their limits, and how they go together at worst: "H7/g6: hole 20 to 20.021, shaft ..., play 0.007 to 0.041 mm". */
const pairInWords = (
  fit: string,
  size: number,
  { hole, shaft, between }: NonNullable<ReturnType<typeof limitsOfPair>>,
  units: 'mm' | 'in',
): string => {
  const range = (t: Tolerance): string =>
    `${limitText(size + t[1], units)} to ${limitText(size + t[0], units)}`;
  const { most, least, kind } = between;
  const worst =
    kind === 'clearance'
      ? `play ${limitText(least, units)} to ${limitText(most, units)} ${units}`
      : kind === 'interference'
        ? `interference ${limitText(-most, units)} to ${limitText(-least, units)} ${units}`
        : `play up to ${limitText(most, units)} or interference up to ${limitText(-least, units)} ${units}`;
  return `${fit}: hole ${range(hole)}, shaft ${range(shaft)}; ${worst}, ${FIT_KINDS[kind]}.`;
};

/** The limits between which a size is right, in its unit and in the other one; nothing where nothing gives them. */
const limitsInWords = (d: Drawing, books: DimensionBooks, k: KeptDimension, tie: Tie): string | undefined => {
  const size = tieSize(books, tie);
  if (size === undefined || k.reference) return undefined;
  const limits = limitsOf(books, k, tie, d.tolerance);
  const { units } = d.part;
  const ofPair = k.fit === undefined ? undefined : limitsOfPair(k.fit, size, units);
  if (ofPair && k.fit) return pairInWords(k.fit, size, ofPair, units);
  if (!limits)
    return k.fit === undefined
      ? undefined
      : `ISO 286 gives no ${k.fit} for ${decimal(size * (units === 'in' ? INCH : 1), 3)} mm. Choose another class.`;
  const pair = (by: number, unit: 'mm' | 'in'): string =>
    `${limitText((size + limits[1]) * by, unit)} to ${limitText((size + limits[0]) * by, unit)} ${unit}`;
  const from = k.fit ?? (k.tolerance ? 'Its tolerance' : 'The general tolerance');
  if (isAngle(tie)) return `${from}: ${decimal(size + limits[1], 3)}° to ${decimal(size + limits[0], 3)}°`;
  const other = units === 'mm' ? pair(1 / INCH, 'in') : pair(INCH, 'mm');
  return `${from}: ${pair(1, units)} (${other})`;
};

/** What a size adds up to at worst by the dimensions that count, in words. */
export const worstInWords = (d: Drawing, books: DimensionBooks, size: Tie): string => {
  const scheme = d.dimensions?.scheme ?? 'base';
  const counted = countedSizes(books, d.dimensions?.list ?? []).map(({ of: k, tied, tie }) => {
    const isRuled = tied === k.tied || (k.alike ?? []).some((a) => a.tied === tied);
    // a joined size has the title block's tolerance: one of its own is written on a dimension of its own
    const own: KeptDimension = isRuled ? k : { id: k.id, tied };
    return { tie, tolerance: limitsOf(books, own, tie, d.tolerance), tied, fit: own.fit };
  });
  const found = worstCase(books, counted, relationsOfScheme(books, scheme), size);
  const { units } = d.part;
  const value = tieSize(books, size);
  if (found.kind === 'unknown' || value === undefined)
    return 'The dimensions on the sheet do not give it yet.';
  const textOf = (i: number): string => {
    const c = counted[i];
    const own = c && tieSize(books, c.tie);
    return c && own !== undefined ? figureOf(c.tied, own, units) : '?';
  };
  const from = listed(found.of.map(textOf));
  if (found.kind === 'unlimited') {
    const pairs = found.of.flatMap((i) => (readFitPair(counted[i]?.fit ?? '') ? [textOf(i)] : []));
    if (pairs.length)
      return `It follows from ${from}, but ${listed(pairs)} has the limits of a hole and those of its shaft. Give the class of the one that is meant.`;
    const bare = found.of.flatMap((i) => (counted[i]?.tolerance ? [] : [textOf(i)]));
    return `It follows from ${from}, but ${listed(bare)} ${bare.length > 1 ? 'have' : 'has'} no tolerance. Give one, or a general tolerance at Issue.`;
  }
  const limits: Tolerance = found.limits;
  return `At worst ${limitText(value + limits[1], units)} to ${limitText(value + limits[0], units)} ${units} (${decimal(
    value,
    4,
  )} ${toleranceText(limits)}), as it follows from ${from}.`;
};

/** How near two stations are one, as a share of the part's size. */
const SAME = 1e-7;

/**
 * The books of a drawing's dimensions.
 * @param views those on the sheet, for the reason why each stands where it does
 * @param laid how they stand on the sheet
 */
export const dimensionBook = (
  d: Drawing,
  books: DimensionBooks,
  views: Views,
  laid: readonly Laid[],
): DimensionBook => {
  const kept: readonly KeptDimension[] = d.dimensions?.list ?? [];
  const scheme = d.dimensions?.scheme ?? 'base';
  const more = relationsOfScheme(books, scheme);
  // where the first of several features is gone, the figure goes on counting the others
  const ties = new Map(kept.map((k) => [k.id, notesNow(books, k)[0]?.tie]));
  const counted = countedSizes(books, kept).map(({ of, tie }) => ({ id: of.id, tie }));
  const countedTies = counted.map((c) => c.tie);
  // on the drawing of an assembly what is given twice is not counted: the parts have drawings of their own
  const found =
    d.setup.rules.dimensionsOf === 'assembly'
      ? { rings: [], unchecked: [] }
      : audit(books, countedTies, more);
  const rings = found.rings.map((ring) => [...new Set(ring.map((i) => counted[i]?.id as string))]);
  const inRing = new Set(rings.flat());
  const isKnown = knownBy(books, countedTies, more).holds;
  const { units } = d.part;
  // the features that a figure counts and that differ now stand apart: the list shows all of them
  const onSheet = new Map<string, string>();
  const viewOf = new Map<string, ViewName>();
  for (const l of laid) {
    const id = keptIdOf(l.wanted.id);
    onSheet.set(id, [onSheet.get(id), l.text].filter(Boolean).join(', '));
    if (!viewOf.has(id)) viewOf.set(id, l.view);
  }
  const inTable = holeTableOf(d, books)?.says;
  const rulersOf = rulersIn(d, books);
  const rows = kept.map((k): DimensionRow => {
    const tie = ties.get(k.id);
    const notes = notesNow(books, k);
    const ruled = notes.map((n) => ({ own: rulersOf(n.tie), joined: n.joined.flatMap(rulersOf) }));
    const value = tie && tieSize(books, tie);
    const home = tie && homesOf(books, homeTie(tie, k.leader), views);
    return {
      id: k.id,
      tied: k.tied,
      words: tie ? tieWords(tie) : goneWords(k.tied),
      value,
      text: onSheet.get(k.id) ?? (value === undefined ? '?' : figureOf(k.tied, value, units)),
      standing: !tie || value === undefined ? 'gone' : home?.views.length ? 'on the sheet' : 'no view',
      reason: inTable?.has(k.id)
        ? 'table'
        : k.view && tie && isShownIn(tie, k.view, views)
          ? 'chosen'
          : home?.reason,
      view: viewOf.get(k.id),
      better:
        tie && k.view && !k.leader && isShownIn(tie, k.view, views)
          ? betterHome(books, tie, views, k.view)
          : undefined,
      notShownIn: tie && k.view && !isShownIn(tie, k.view, views) ? k.view : undefined,
      rulers: uniqueRulers(ruled.flatMap((n) => n.own)),
      follows: ruled.flatMap((n) => [...n.own, ...n.joined].map((r) => r.path)),
      limits: tie && limitsInWords(d, books, k, tie),
      worst: tie && k.reference ? worstInWords(d, books, tie) : undefined,
      ratio:
        tie?.kind === 'size' && isAngle(tie) && value !== undefined
          ? ratioText(tie.size.what, value)
          : undefined,
      joinable: kept.flatMap((o) => {
        const as = joiningOf(books, k, o);
        const own = ties.get(o.id);
        const size = own && tieSize(books, own);
        return as && size !== undefined
          ? [{ id: o.id, as, text: onSheet.get(o.id) ?? figureOf(o.tied, size, units) }]
          : [];
      }),
      counted: Math.max(0, notes.length - 1),
      joined: (k.joined ?? []).flatMap((t) => {
        const own = tieNow(books, t);
        return own ? [joinedText(books, [own])] : [];
      }),
    };
  });
  const withWords = (tie: Tie) => ({ tie, words: tieWords(tie) });
  /** What a drafter would add comes before what merely is open. */
  const rest = propose(books, scheme, countedTies, new Set(), d.dimensions?.bases);
  const openSizes = () => {
    const isWanted = wantedBy(d, books);
    return [...rest.ties.map(withWords), ...rest.audit.missing].filter(({ tie }) => isWanted(tie));
  };
  const near = SAME * books.part.tol.size;
  const ofFiles = new Set(
    d.part.bodies.flatMap((b) => b.features.flatMap((f) => (f.shape.kind === 'solid' ? [f.id] : []))),
  );
  const accounts = ([0, 1, 2] as const).map((axis): AccountShown => {
    const own = books.stations.filter((s) => s.axis === axis);
    const [first] = own;
    const low = first?.at ?? 0;
    const base = d.dimensions?.bases?.[AXIS_LETTERS[axis]];
    const counted =
      own.find((s) => base !== undefined && s.of.includes(base)) ??
      own.find((s) => s.kind === 'face') ??
      first;
    const numberOf = (at: number | undefined): number =>
      own.findIndex((s) => at !== undefined && Math.abs(s.at - at) <= near);
    return {
      axis,
      stations: own.map((s, i) => ({
        key: s.of[0] as string,
        at: s.at - low,
        label: labelOf(s, i, own.length, ofFiles),
        words: stationWords(s),
        isKnown: s === first || isKnown({ kind: 'linear', from: first as Station, to: s }),
        isBase: s === counted,
      })),
      links: kept.flatMap((k): LinkShown[] => {
        const tie = ties.get(k.id);
        if (tie?.kind !== 'linear' || tie.from.axis !== axis) return [];
        const [from, to] = [tie.from, tie.to].map((s) => numberOf(stationNow(s, books.surfaces)));
        if (from === undefined || to === undefined || from < 0 || to < 0) return [];
        const value = tieSize(books, tie) ?? 0;
        return [
          {
            id: k.id,
            from: Math.min(from, to),
            to: Math.max(from, to),
            text: sizeText(value, units),
            isReference: k.reference ?? false,
            isInRing: inRing.has(k.id),
          },
        ];
      }),
    };
  });
  const { dimensionsOf } = d.setup.rules;
  const offers =
    dimensionsOf === 'assembly' ? missingOfAssembly(d, books, countedTies).map(withWords) : openSizes();
  return {
    rows,
    accounts,
    missing: offers.map(({ tie, words }) => {
      const tied = tiedBy(tie);
      const value = tieSize(books, tie);
      return { words, offer: tied, value: value === undefined ? '' : figureOf(tied, value, units) };
    }),
    rings,
    relations: relationWords(rest.relations),
    unchecked: dimensionsOf ? [] : found.unchecked,
    sizesOf: dimensionsOf,
    isComplete: !offers.length && (dimensionsOf !== undefined || !found.unchecked.length),
  };
};

/** What a dimension tied whose faces are gone. */
const goneWords = (t: Tied): string =>
  t.kind === 'size' ? `a size of ${listed([...t.size.of])}` : `from ${t.from} to ${t.to}`;

/**
 * What is wrong with the dimensions of a drawing, a sentence each: what is missing, given twice, gone, or has no view.
 * @param isAsked what is missing or given twice is told by the audit when one asks for it, and not before
 */
export const dimensionNotes = (book: DimensionBook, isAsked: boolean): string[] => {
  const textOf = (id: string): string => book.rows.find((r) => r.id === id)?.text ?? id;
  const told = isAsked ? { unchecked: [], missing: [], rings: [] } : book;
  return [
    ...told.unchecked.map(
      (f) =>
        `The outline of ${f} holds arcs between its points: whether its sizes are all given was not counted. Look at it yourself.`,
    ),
    ...told.missing.map((m) => `Nothing gives ${m.words}. Add ${m.value} at Dimension.`),
    ...told.rings.map(
      (ring) =>
        `${listed(ring.map(textOf))} close a ring: each follows from the others. Make one a reference at Dimension.`,
    ),
    ...book.rows.flatMap((r) =>
      r.standing === 'gone'
        ? [`What the dimension ${r.words} tied is gone. Take it out at Dimension, or undo.`]
        : r.standing === 'no view'
          ? [`No view on the sheet shows ${r.text}, ${r.words}. Add a view at Set out.`]
          : [],
    ),
  ];
};
