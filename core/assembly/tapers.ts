import { pointOn } from '../geometry/curve3.ts';
import { along, dot, length, sub } from '../geometry/vec.ts';
import type { PartFile } from '../part/schema.ts';
import { sizeReader } from '../part/sizes.ts';
import { taperWidths } from '../part/standard/taper.ts';
import type { BuiltPart } from '../solid/build.ts';
import { edgeExtent } from '../solid/extent.ts';

/** Something that tapers from a large end to a small one. Part units. */
export type Taper = {
  readonly body: string;
  /** key of its face; undefined for a key or cotter, which tapers as a whole */
  readonly face: string | undefined;
  readonly of: 'width' | 'diameter';
  readonly large: number;
  readonly small: number;
  /** along its axis, from the large end to the small one */
  readonly length: number;
  /** 1:n, how much length there is to each unit of width */
  readonly ratio: number;
};

/** The width or diameter of a taper at a station. @param x from the large end, 0 to its length */
export const taperAt = (t: Taper, x: number): number => t.large - x / t.ratio;

/** A cone whose ends differ by less than this share of the part's size tapers by rounding alone. */
const LEAST = 1e-6;

/** All that tapers in a part: taper keys and cotters by their stated sizes, and conical faces as they stand on their bodies. */
export const tapersOf = (file: PartFile, part: BuiltPart): readonly Taper[] => {
  const read = sizeReader(file);
  const keys = file.bodies.flatMap((b, i): Taper[] => {
    const s = b.standard;
    if (s?.kind !== 'taperKey' && s?.kind !== 'cotter') return [];
    const path = ['bodies', i, 'standard'];
    const [ratio, long] = [read.size(s.taper, [...path, 'taper']), read.size(s.length, [...path, 'length'])];
    const width = read.size(s.width, [...path, 'width']);
    const [large, small] = taperWidths(width, s.widthAt ?? 'large', long, ratio);
    return [{ body: b.name, face: undefined, of: 'width', large, small, length: long, ratio }];
  });
  const bought = new Set(file.bodies.flatMap((b) => (b.standard ? [b.name] : [])));
  const cones = part.bodies.flatMap(({ solid, edges }) =>
    solid.faces.flatMap((f): Taper[] => {
      const c = solid.surfaces[f.surface];
      const own = edges.filter((e) => e.on.includes(f.key));
      if (c?.kind !== 'cone' || !own.length) return [];
      const reach = own.map((e) => edgeExtent(e, c.a));
      const apex = dot(c.o, c.a);
      // a whole cone begins at its tip, which is no edge
      const ends = [...reach.flat(), ...(own.some((e) => e.closed) && own.length === 1 ? [apex] : [])];
      const [near, far] = [Math.min(...ends) - apex, Math.max(...ends) - apex];
      const radii = own.map((e) => {
        const q = sub(pointOn(e.curve, e.from), c.o);
        return { level: dot(q, c.a), r: length(along(q, c.a, -dot(q, c.a))) };
      });
      const widest = radii.reduce((a, b) => (b.r > a.r ? b : a));
      const slope = widest.level ? Math.abs(widest.r / widest.level) : 0;
      const [large, small] = [
        Math.max(Math.abs(near), Math.abs(far)),
        Math.min(Math.abs(near), Math.abs(far)),
      ].map((x) => 2 * slope * x) as [number, number];
      const ratio = (far - near) / (large - small);
      // steeper than 1 to 1 it is a chamfer, a drilled end or a countersink
      if (large - small < LEAST * part.tol.size || ratio < 1 || bought.has(solid.name)) return [];
      return [
        {
          body: solid.name,
          face: f.key,
          of: 'diameter',
          large,
          small,
          length: far - near,
          ratio,
        },
      ];
    }),
  );
  return [...keys, ...cones];
};
