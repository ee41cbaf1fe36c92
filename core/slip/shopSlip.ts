import type { DimensionBooks } from '../dimension/books.ts';
import { sizeNow } from '../dimension/place.ts';
import { keyWriter } from '../dimension/surfacesByKey.ts';
import { featureOfFace, readFaceKey } from '../naming/keys.ts';
import { boxOfBody } from '../solid/extent.ts';

/** A piece to be cut before anything is shaped: the overall sizes of a body, the longest first, part units. */
export type CutPiece = {
  readonly body: string;
  readonly count: number;
  /** net sizes: length, width, thickness */
  readonly net: readonly [length: number, width: number, thickness: number];
  /** with what is left for trimming at each size */
  readonly rough: readonly [length: number, width: number, thickness: number];
};

/** Edges that a hole is marked from. */
export type Edge = 'left' | 'front' | 'base';
/** A hole to be marked: its centre from two edges of its body, part units. */
export type HoleMark = {
  readonly body: string;
  readonly name: string;
  readonly diameter: number;
  /** how deep, part units; nothing where it is not drilled to a depth */
  readonly deep: number | 'through' | undefined;
  /** what widens its mouth, in words */
  readonly widened: string | undefined;
  readonly from: readonly [
    { readonly edge: Edge; readonly at: number },
    { readonly edge: Edge; readonly at: number },
  ];
};

/** What a workshop needs before the drawing: what to cut, and where to drill. */
export type ShopSlip = {
  readonly pieces: readonly CutPiece[];
  readonly holes: readonly HoleMark[];
  /** round cuts that run aslant and cannot be marked from two edges, by name */
  readonly unmarked: readonly string[];
};

const EDGES = ['left', 'front', 'base'] as const;
/** Directions within this slope of an axis run along it. */
const ALONG = 1e-9;
/** Pieces whose sizes differ by less than this share are one. */
const SAME = 1e-9;

const sizesOf = (books: DimensionBooks): { readonly name: string; readonly box: readonly number[] }[] =>
  books.part.bodies.map(({ solid, edges }) => ({ name: solid.name, box: boxOfBody(solid, edges) }));

/**
 * The shop slip of a part.
 * @param allowance what is added to each size for trimming, part units
 */
export const shopSlip = (books: DimensionBooks, allowance: number): ShopSlip => {
  const boxes = sizesOf(books);
  const pieces: CutPiece[] = [];
  for (const { name, box } of boxes) {
    const net = [0, 1, 2].map((k) => (box[k + 3] as number) - (box[k] as number)).sort((a, b) => b - a) as [
      number,
      number,
      number,
    ];
    const same = pieces.findIndex((p) => p.net.every((x, i) => Math.abs(x - (net[i] as number)) <= SAME * x));
    const first = pieces[same];
    if (first) pieces[same] = { ...first, body: `${first.body}, ${name}`, count: first.count + 1 };
    else
      pieces.push({
        body: name,
        count: 1,
        net,
        rough: net.map((x) => x + allowance) as [number, number, number],
      });
  }
  const written = keyWriter(books.plain);
  const holes: HoleMark[] = [];
  const unmarked = new Set<string>();
  for (const body of books.plain.bodies)
    for (const feature of body.features) {
      const { shape } = feature;
      const isDrilled = shape.kind === 'hole';
      if (feature.op !== 'cut' || !(isDrilled || shape.kind === 'cylinder')) continue;
      const own = written(body.name, feature.id, feature.id);
      const low = boxes.find((b) => b.name === body.name)?.box;
      for (const size of books.sizes) {
        const [key] = size.of;
        const { role, copy } = readFaceKey(key);
        if (size.what !== 'diameter' || featureOfFace(key) !== own || /counterbore/.test(role)) continue;
        const surface = books.surfaces.get(key);
        const diameter = sizeNow(size, books.surfaces);
        if (surface?.kind !== 'cylinder' || diameter === undefined || !low) continue;
        const axis = [0, 1, 2].find((k) =>
          [0, 1, 2].every((x) => x === k || Math.abs(surface.a[x] as number) <= ALONG),
        );
        const name = `${feature.id}${copy.replaceAll('@', ' ')}`;
        if (axis === undefined) {
          unmarked.add(name);
          continue;
        }
        const [a, b] = ([0, 1, 2] as const)
          .filter((k) => k !== axis)
          .map((k) => ({ edge: EDGES[k], at: (surface.o[k] as number) - (low[k] as number) }));
        if (!a || !b) continue;
        holes.push({
          body: body.name,
          name,
          diameter,
          deep: deepOf(shape),
          widened: widenedWords(shape),
          from: [a, b],
        });
      }
    }
  return { pieces, holes, unmarked: [...unmarked] };
};

/** A drilled depth as it is stated; the books are of the plain file, so that it is a figure. */
const deepOf = (
  shape: DimensionBooks['plain']['bodies'][number]['features'][number]['shape'],
): HoleMark['deep'] => {
  if (shape.kind !== 'hole') return undefined;
  if (shape.depth === 'through') return 'through';
  const deep = Number(shape.depth);
  return Number.isFinite(deep) ? deep : undefined;
};

/** What widens the mouth of a hole, in words: "counterbored 20 by 4 deep". */
const widenedWords = (shape: Parameters<typeof deepOf>[0]): string | undefined => {
  if (shape.kind !== 'hole') return undefined;
  const { counterbore, countersink } = shape;
  const words = [
    counterbore && `counterbored ${counterbore.diameter} by ${counterbore.depth} deep`,
    countersink && `countersunk ${countersink.diameter} at ${countersink.angle} degrees`,
  ].filter(Boolean);
  return words.length ? words.join(', ') : undefined;
};
