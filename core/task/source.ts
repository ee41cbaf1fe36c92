import * as z from 'zod';
import { partModel } from '../part/model.ts';
import type { PartFile } from '../part/schema.ts';
import { sizeReader } from '../part/sizes.ts';
import { paperPlace } from '../sheet/layout/paperPlace.ts';
import { type StandingSize, standingSizes } from '../statement/standings.ts';

/**
 * The given sheet, photo or sketch, as it lies beneath the drawing. The picture itself is kept beside the drawing; here is where it lies, how
 * large, and which sizes are read from it.
 */
export const sourceSchema = z.strictObject({
  name: z.string().max(200),
  /** of the picture, in its own pixels */
  width: z.number().positive().max(40000),
  height: z.number().positive().max(40000),
  /** its lower left corner on the paper, mm */
  at: z.tuple([paperPlace, paperPlace]),
  /** mm of paper to a pixel */
  perPixel: z.number().positive().max(100),
  opacity: z.number().min(0).max(1),
  shown: z.boolean(),
  /** sizes read from it, as they stand there: "45", "L = 90" */
  sizes: z.array(z.string().max(60)).max(200),
});
export type Source = z.infer<typeof sourceSchema>;

/** Sizes as they stand on what was given: "45", "L = 90", "5/8 drill". One that stands there twice is in the list twice. */
export const givenSizesSchema = z.array(z.string().min(1).max(60)).max(200);

/** The sizes that were given with a drawing. An earlier version kept them with the picture. */
export const givenSizesOf = (d: {
  readonly given?: readonly string[] | undefined;
  readonly source?: Source | undefined;
}): readonly string[] => d.given ?? d.source?.sizes ?? [];

/** A pasted or typed list as single sizes: parted by commas, semicolons and lines. */
export const pastedSizes = (text: string): string[] =>
  text
    .split(/[,;\n]/)
    .map((t) => t.trim().slice(0, 60))
    .filter(Boolean);

/** Whether a size that was given is in the statement. */
export type SourceSize = {
  readonly text: string;
  readonly standing: 'used' | 'unused' | 'contradicted' | 'unreadable';
  readonly where: string;
};

const NAMED = /^([\p{L}_][\p{L}\p{N}_]*)\s*[=:]\s*(.+)$/u;
/** Marks of a drawing that are no part of the figure. */
const MARKS = /^(?:[⌀øØRr]|dia\.?|M)\s*(?=[\d.])/;
/** How many of a thing have the size, before it; and what it is the size of, behind it. */
const COUNT = /^\d+\s+(?:holes?|slots?|pegs?|pins?|bosses|steps?)\s*,?\s+(?=[⌀øØRr]?\d)/i;
const OF_WHAT =
  /\s+(?:drill(?:ed)?|dia(?:meter)?\.?|holes?|deep|apart|centres|wide|high|long|thick|rad(?:ius)?\.?)$/i;
/** Sizes that were given and sizes of the statement that differ by less are the same, part units: both are stated figures. */
const NEAR = 1e-6;

/**
 * Whether a figure only says that a feature stands on a face of what is there before it, as "on top" does: such a place repeats a size and
 * is none by itself.
 */
const standsOnFace = (part: PartFile): ((size: StandingSize, worth: number) => boolean) => {
  const model = partModel(part);
  return ({ path }, worth) => {
    const [, body, , feature, key, axis] = path;
    if (!model.ok || key !== 'at' || typeof axis !== 'number') return false;
    const own = part.bodies[body as number]?.features[feature as number]?.id;
    const operations = model.value.bodies[body as number]?.operations ?? [];
    const before = operations.slice(
      0,
      operations.findIndex((o) => o.feature === own),
    );
    return before.some((o) =>
      o.cells.some(({ cell }) =>
        [cell.box[axis], cell.box[axis + 3]].some((x) => Math.abs((x as number) - worth) <= NEAR),
      ),
    );
  };
};

/**
 * Holds the sizes that were given against the statement. A size of the statement answers one of them: given twice and stated once, one is left
 * over, and a feature may have been forgotten.
 * @returns used where a size of the statement has that worth, contradicted where a named size has another, unused where none is left
 */
export const sourceSizes = (sizes: readonly string[], part: PartFile): SourceSize[] => {
  const read = sizeReader(part);
  const worth = (text: string | number): number | undefined => {
    try {
      return read.length(text, []);
    } catch {
      return undefined;
    }
  };
  const stated = part.bodies.length || part.dims ? standingSizes(part, undefined) : [];
  const onFace = standsOnFace(part);
  const answered = new Set<string>();
  return sizes.map((text): SourceSize => {
    const named = NAMED.exec(text);
    const figure = (named?.[2] ?? text).trim().replace(COUNT, '').replace(OF_WHAT, '').replace(MARKS, '');
    const value = worth(figure);
    if (value === undefined)
      return { text, standing: 'unreadable', where: 'This is no size. Write it as 45, 2 3/16 or L = 90.' };
    const name = named?.[1];
    if (name !== undefined && Object.hasOwn(part.dims ?? {}, name)) {
      const own = worth(name) as number;
      return Math.abs(own - value) <= NEAR
        ? { text, standing: 'used', where: `as ${name}` }
        : { text, standing: 'contradicted', where: `${name} is ${Number(own.toFixed(4))} in the statement` };
    }
    const homes = stated.filter((s) => {
      const x = worth(s.text);
      // a radius that was given may stand as a diameter
      return (
        x !== undefined &&
        !onFace(s, x) &&
        (Math.abs(x - value) <= NEAR || (/^R/i.test(text) && Math.abs(x - 2 * value) <= NEAR))
      );
    });
    const home = homes.find((s) => !answered.has(s.key));
    if (home) {
      answered.add(home.key);
      return { text, standing: 'used', where: `${home.line}, ${home.words}` };
    }
    return {
      text,
      standing: 'unused',
      where: homes.length
        ? `given more often than the statement has it (${homes.length}): is a feature missing?`
        : 'not in the statement',
    };
  });
};

/** The size of the statement that comes nearest to a length measured on the picture, and by how much of itself it differs. */
export type NearestSize = { readonly text: string; readonly where: string; readonly off: number };

/**
 * Holds a length measured on the picture against the sizes of the statement.
 * @param length in the part's unit
 * @returns undefined where nothing is stated
 */
export const nearestSize = (length: number, part: PartFile): NearestSize | undefined => {
  if (!part.bodies.length && !part.dims) return undefined;
  const read = sizeReader(part);
  let best: NearestSize | undefined;
  for (const s of standingSizes(part, undefined)) {
    let worth: number;
    try {
      worth = read.length(s.text, []);
    } catch {
      continue; // angles and counts are no lengths
    }
    if (!(worth > 0)) continue;
    const off = (length - worth) / worth;
    if (!best || Math.abs(off) < Math.abs(best.off))
      best = { text: s.text, where: `${s.line}, ${s.words}`, off };
  }
  return best;
};

/**
 * Scales and moves a source so that two of its points lie as far apart as their real distance says; the first stays where it is.
 * @param a, b the points as they lie on the paper now, mm
 * @param real their distance on the paper at the sheet's scale, mm
 */
export const scaledByTwoPoints = (
  s: Source,
  a: readonly [number, number],
  b: readonly [number, number],
  real: number,
): Source => {
  const now = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const k = real / now;
  return { ...s, perPixel: s.perPixel * k, at: [a[0] - (a[0] - s.at[0]) * k, a[1] - (a[1] - s.at[1]) * k] };
};
