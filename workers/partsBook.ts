import { type Clearance, clearanceAlong, type Nearest } from '../core/assembly/clearance.ts';
import { lengthsThrough, type PlaceAlong, placesAlong, placeWords } from '../core/assembly/lengthThrough.ts';
import { fitName, type RoundFit, roundFits } from '../core/assembly/roundFits.ts';
import { type Taper, tapersOf } from '../core/assembly/tapers.ts';
import { limitsOfPair } from '../core/dimension/limitsOf.ts';
import type { Drawing } from '../core/drawing/drawing.ts';
import type { Vec3 } from '../core/geometry/vec.ts';
import { faceInWords, featureWords } from '../core/naming/keys.ts';
import { decimal, sizeText } from '../core/number/format.ts';
import type { ModelledPart } from '../core/part/model.ts';
import { sizeReader } from '../core/part/sizes.ts';
import type { BuiltPart } from '../core/solid/build.ts';
import { chainText, termText } from '../core/station/chainText.ts';

type Known = { readonly part: BuiltPart; readonly modelled: ModelledPart };

/** A place of a body along an axis, as a list offers it. */
export type OfferedPlace = PlaceAlong & { readonly words: string };

/** A round fit with the names of its two faces, and what its class makes of it. */
export type ShownFit = RoundFit & {
  readonly name: string;
  readonly words: string;
  /** the class it has, and the play at the most and at the least; no play where the standard gives none for it */
  readonly stated: { readonly fit: string; readonly most?: number; readonly least?: number } | undefined;
};

/** What can be asked of several parts in one another. */
export type PartsBook = {
  readonly bodies: readonly string[];
  readonly fits: readonly ShownFit[];
  readonly tapers: readonly (Taper & { readonly words: string })[];
  /** along W, D and H */
  readonly places: readonly (readonly OfferedPlace[])[];
};

/** Opens the book of an assembly. */
export const partsBook = (d: Drawing, { part }: Known): PartsBook => ({
  bodies: part.bodies.map((b) => b.solid.name),
  fits: roundFits(part).map((f): ShownFit => {
    const name = fitName(f);
    const fit = d.setup.fits?.[name];
    const play = fit === undefined ? undefined : limitsOfPair(fit, f.hole.diameter, part.units)?.between;
    return {
      ...f,
      name,
      words: `${f.shaft.body} in ${f.hole.body}, ${featureWords(f.hole.face)}`,
      stated: fit === undefined ? undefined : { fit, ...(play && { most: play.most, least: play.least }) },
    };
  }),
  tapers: tapersOf(d.part, part).map((t) => ({
    ...t,
    words: t.face === undefined ? t.body : `${t.body}, ${featureWords(t.face)}`,
  })),
  places: ([0, 1, 2] as const).map((axis) =>
    placesAlong(part, axis).map((p) => ({ ...p, words: placeWords(p) })),
  ),
});

/** A length through an assembly, with its working: "98", "88 + 10", and what each size belongs to. */
export type ShownLength = {
  readonly length: string;
  readonly working: string | undefined;
  readonly sizes: readonly { readonly size: string; readonly of: string }[];
};

const AXIS_DIRECTIONS: readonly Vec3[] = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
];

/** A length between two places along an axis, worked out from the stated sizes of the parts between them. */
export const lengthBetween = (
  d: Drawing,
  { part, modelled }: Known,
  axis: 0 | 1 | 2,
  from: PlaceAlong,
  to: PlaceAlong,
): ShownLength => {
  const { length, chain, owners } = lengthsThrough(modelled, part, axis)(from, to);
  const read = sizeReader(d.part);
  const writing = {
    written: {
      size: (size: number) => sizeText(size, part.units, 6),
      number: (n: number) => decimal(n, 2),
    },
    named: new Map(Object.keys(d.part.dims ?? {}).map((n) => [n, read.length(n, ['dims', n])])),
  };
  return {
    length: sizeText(length, part.units, 6),
    working: chain && chainText(writing, chain),
    sizes: (chain ?? []).map((t, i) => ({ size: termText(writing, t), of: owners[i] as string })),
  };
};

const shownNearest = (n: Nearest | undefined) =>
  n && {
    gap: n.gap,
    face: n.face && faceInWords(n.face),
    otherFace: n.otherFace && faceInWords(n.otherFace),
  };

/** How two bodies stand to one another along an axis, faces in words. Part units. */
export type ShownClearance = {
  readonly ahead: ReturnType<typeof shownNearest>;
  readonly behind: ReturnType<typeof shownNearest>;
  readonly shared: Clearance['shared'];
  readonly over: number;
};

/** How two bodies stand to one another along an axis of the part; undefined where one of them is gone. */
export const clearanceBetween = (
  { part }: Known,
  axis: 0 | 1 | 2,
  own: string,
  other: string,
): ShownClearance | undefined => {
  const [a, b] = [own, other].map((name) => part.bodies.find((x) => x.solid.name === name));
  if (!a || !b || a === b) return undefined;
  const c = clearanceAlong(a, b, AXIS_DIRECTIONS[axis] as Vec3, part.tol);
  return { ahead: shownNearest(c.ahead), behind: shownNearest(c.behind), shared: c.shared, over: c.over };
};
