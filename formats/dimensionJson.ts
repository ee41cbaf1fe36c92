import * as z from 'zod';
import type { DimensionBooks } from '../core/dimension/books.ts';
import type { Evaluated, GivenDimension } from '../core/dimension/given.ts';
import { type AxisNumber, type SizeKey, sizeNow } from '../core/dimension/place.ts';
import { type Audit, type Proposal, tieWords } from '../core/dimension/propose.ts';
import { isOfTurnedArc, type Relation, type RelationKind } from '../core/dimension/relations.ts';
import { facesOfMeeting } from '../core/naming/keys.ts';
import type { LaidOut } from '../core/sheet/dimensions/layOut.ts';

const FORMAT = 'blue-ledger/dimensions@1';
const DIRECTIONS = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
] as const;
const tidy = (x: number): number => Number(x.toFixed(9)) + 0;

/** The kind as which a size is written. */
const WRITTEN: Record<SizeKey['what'], string> = {
  diameter: 'diameter',
  rim: 'diameter',
  tube: 'radius',
  thread: 'thread',
  threadPitch: 'thread',
  cone: 'angle',
  angle: 'angle',
  across: 'aligned',
  chord: 'aligned',
  arc: 'note',
  height: 'aligned',
  lean: 'angle',
  pitch: 'pitchCircle',
  bearing: 'angle',
};

/** The stations of a symmetry by their names: about which, and which two. */
const symmetryNames = (books: DimensionBooks, { axis, of }: Relation) => {
  const [a, b, about] = of.map(
    (key) => books.stations.find((s) => s.axis === axis && s.of.includes(key))?.name,
  );
  return { about, pairs: [[a, b]] };
};

/** What stays open, in words. */
const openWords = ({ missing, unchecked }: Audit): string[] => [
  ...missing.map((m) => m.words),
  ...unchecked.map((f) => `the points of the outline of ${f}, which holds arcs`),
];

const relationJson = (books: DimensionBooks, r: Relation, by: number | null) => ({
  kind: r.kind,
  ...(r.kind === 'symmetrical' && symmetryNames(books, r)),
  of: r.of,
  ...(r.axis !== undefined && { direction: DIRECTIONS[r.axis] }),
  ...(r.towards !== undefined && { towards: DIRECTIONS[r.towards] }),
  by,
});

/** The proposed dimensions of a part with their audit, as data. @param scale paper mm to a part unit */
export const dimensionsJson = (
  books: DimensionBooks,
  proposal: Proposal,
  { laid, unplaced }: LaidOut,
  scale: number,
) => {
  const { surfaces } = books;
  const ids = laid.map((_, i) => `d${i + 1}`);
  const dimensions = laid.map(({ wanted, view, value, text, drawn, count, isRadius, side }, i) => {
    const { tie } = wanted;
    const { line, extension, text: lettered } = drawn;
    const own = {
      id: ids[i],
      view,
      text,
      reference: wanted.reference ?? false,
      drawn: { ...(line && { line }), extension, text: lettered },
    };
    if (tie.kind === 'linear')
      return {
        ...own,
        // along the line of sight it is written as a note
        kind: side === undefined ? 'note' : 'linear',
        direction: DIRECTIONS[tie.from.axis],
        value: tidy(value),
        from: { station: tie.from.name, of: tie.from.of },
        to: { station: tie.to.name, of: tie.to.of },
      };
    const kind = isRadius ? 'radius' : WRITTEN[tie.size.what];
    const along = 'axis' in tie.size ? { direction: DIRECTIONS[tie.size.axis] } : {};
    const pitch = tie.size.what === 'threadPitch' ? { what: 'pitch' } : {};
    return { ...own, kind, ...pitch, ...along, value: tidy(value), of: tie.size.of, count };
  });
  return {
    format: FORMAT,
    units: books.part.units,
    scale,
    dimensions,
    relations: proposal.relations
      .filter((r) => !isOfTurnedArc(r, surfaces))
      .map((r) => relationJson(books, r, 0)),
    axes: DIRECTIONS.map((direction, axis) => ({
      direction,
      stations: books.stations
        .filter((s) => s.axis === axis)
        .map((s) => ({ name: s.name, at: tidy(s.at), of: s.of })),
    })),
    sizes: books.sizes.map((size) => ({
      of: size.of,
      what: WRITTEN[size.what],
      value: tidy(sizeNow(size, surfaces) ?? Number.NaN),
      stated: laid.flatMap(({ wanted: { tie } }, i) =>
        tie.kind === 'size' && tie.size === size ? [ids[i]] : [],
      ),
    })),
    audit: {
      complete: proposal.audit.complete && !unplaced.length,
      missing: [
        ...openWords(proposal.audit),
        ...unplaced.map(({ tie }) => `${tieWords(tie)}, which none of these views shows`),
      ],
      redundant: proposal.audit.redundant,
    },
  };
};

/** A given set held against a part, as data. */
export const evaluatedJson = (books: DimensionBooks, e: Evaluated, relations: readonly RelationRead[]) => ({
  format: FORMAT,
  units: books.part.units,
  dimensions: e.values.map(({ id, value }) => ({ id, value: value ?? null })),
  relations: relations.map((r, i) => ({ ...r.written, by: e.by[i] ?? null })),
  audit: {
    complete: e.audit.complete,
    missing: openWords(e.audit),
    redundant: e.redundant,
    contradicted: e.contradicted,
  },
});

const direction = z.tuple([z.number(), z.number(), z.number()]);
const tied = z.object({ of: z.array(z.string()).min(1) });
const dimension = z.object({
  id: z.string(),
  kind: z.string(),
  value: z.number().nullish(),
  direction: direction.optional(),
  from: tied.optional(),
  to: tied.optional(),
  of: z.array(z.string()).min(1).optional(),
  /** of a thread: which of its sizes */
  what: z.string().optional(),
});
const relation = z.looseObject({
  kind: z.string(),
  of: z.array(z.string()).optional(),
  direction: direction.optional(),
  towards: direction.optional(),
});
/** A list of dimensions, or such a list with the relations it counts on. */
export const givenDimensionsSchema = z.union([
  z.object({ dimensions: z.array(dimension), relations: z.array(relation).default([]) }),
  z.array(dimension).transform((dimensions) => ({ dimensions, relations: [] as z.infer<typeof relation>[] })),
]);

/** A relation as it was read, and as it can be worked out, if it can. */
export type RelationRead = {
  readonly written: z.infer<typeof relation>;
  readonly relation: Relation | undefined;
};

const axisOf = (d: readonly number[] | undefined): AxisNumber | undefined => {
  const found = d?.findIndex((x) => Math.abs(Math.abs(x) - 1) < 1e-9);
  return found === undefined || found < 0 ? undefined : (found as AxisNumber);
};

const KINDS: readonly RelationKind[] = [
  'flush',
  'coaxial',
  'tangent',
  'square',
  'parallel',
  'even',
  'same',
  'pitch',
  'spaced',
  'symmetrical',
];

const sizeRead = (
  kind: string,
  of: readonly string[],
  axis: AxisNumber | undefined,
  books: DimensionBooks,
  isPitch: boolean,
): SizeKey | undefined => {
  const [a, b, c] = of;
  if (a === undefined) return undefined;
  if (b !== undefined && c !== undefined) {
    if (kind === 'pitchCircle') return { what: 'pitch', of: [a, b, c] };
    if (kind === 'angle' && axis !== undefined) return { what: 'bearing', of: [a, b, c], axis };
  }
  const ring = books.surfaces.get(a)?.kind === 'torus';
  if (kind === 'diameter' || kind === 'sphere')
    return b === undefined ? { what: 'diameter', of: [a] } : { what: 'rim', of: [a, b] };
  if (kind === 'thread') return { what: isPitch ? 'threadPitch' : 'thread', of: [a] };
  if (kind === 'radius') return ring ? { what: 'tube', of: [a] } : { what: 'diameter', of: [a] };
  if (kind === 'angle' && b === undefined && axis !== undefined) return { what: 'lean', of: [a], axis };
  if (kind === 'angle') return b === undefined ? { what: 'cone', of: [a] } : { what: 'angle', of: [a, b] };
  if (kind !== 'aligned' || b === undefined) return undefined;
  const isCorner = (key: string): boolean => facesOfMeeting(key).length === 3;
  if (isCorner(a)) return { what: 'chord', of: [a, b] };
  return { what: isCorner(b) ? 'height' : 'across', of: [a, b] };
};

/** A given set as the core takes it. */
export const givenDimensions = (
  read: z.infer<typeof givenDimensionsSchema>,
  books: DimensionBooks,
): { readonly dimensions: readonly GivenDimension[]; readonly relations: readonly RelationRead[] } => ({
  dimensions: read.dimensions.map((d): GivenDimension => {
    const own = { id: d.id, stated: d.value ?? undefined };
    const axis = axisOf(d.direction);
    if (d.kind === 'linear' && axis !== undefined && d.from && d.to)
      return { ...own, kind: 'linear', axis, from: d.from.of, to: d.to.of };
    const size = d.of && sizeRead(d.kind, d.of, axis, books, d.what === 'pitch');
    return size ? { ...own, kind: 'size', size, half: d.kind === 'radius' } : { ...own, kind: 'other' };
  }),
  relations: read.relations.map((written): RelationRead => {
    const kind = KINDS.find((k) => k === written.kind);
    const [axis, towards] = [axisOf(written.direction), axisOf(written.towards)];
    const relation = kind &&
      written.of && {
        kind,
        of: written.of,
        ...(axis !== undefined && { axis }),
        ...(towards !== undefined && { towards }),
      };
    return { written, relation };
  }),
});
