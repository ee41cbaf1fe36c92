import { scale, sub, type Vec3 } from '../geometry/vec.ts';
import { attempt, Refusal } from '../number/fault.ts';
import { type Said, says } from '../number/faultWords.ts';
import { type PartFile, typedQuantity } from '../part/schema.ts';
import { sizeReader } from '../part/sizes.ts';

/** A corner of the part by the name that the drawing gives it, part units. */
export type NamedCorner = { readonly label: string; readonly at: Vec3 };

/** What corners, points and figures of a typed plane are read with. */
export type CornerContext = { readonly part: PartFile; readonly corners: readonly NamedCorner[] };

/** A plane of three points, world coordinates, part units. */
export type ThreePoints = readonly [Vec3, Vec3, Vec3];

/** Refuses a typed cut. @throws Refusal */
export const refuseCut = (said: Said): never => {
  throw new Refusal({ path: ['cuts'], where: 'the cut', ...said });
};

/** A corner by its name in the ledger, or by its width, depth and height in brackets. */
export const CORNER = "(?:\\([^()]*\\)|\\[[^\\[\\]]*\\]|[\\p{L}\\p{N}]+'*)";
/** An edge by its two corners: "1-5", "edge O-3", "1 to 5". */
export const EDGE = `(?:the )?(?:(?:base |top |slant )?edge )?(${CORNER}) ?(?:-|–|to|and) ?(${CORNER})`;

const cornerNamed = (name: string, corners: readonly NamedCorner[]): NamedCorner | undefined =>
  corners.find((c) => c.label === name) ?? corners.find((c) => c.label.toLowerCase() === name.toLowerCase());

/** Whether a text can only be a corner: it is in the ledger, or written in brackets. */
export const isCorner = (written: string, { corners }: CornerContext): boolean =>
  /^[([]/.test(written) || corners.some((c) => c.label === written);

/** The worth of a typed length. @throws Refusal for what is no figure */
export const lengthOf = (typed: string, { part }: CornerContext): number => {
  const read = attempt(() => sizeReader(part).length(typedQuantity(typed), []));
  return read.ok ? read.value : refuseCut(says('cutline.figure', { typed }));
};
/** The worth of a typed angle, degrees. @throws Refusal for what is no figure */
export const angleOf = (typed: string, { part }: CornerContext): number => {
  const read = attempt(() => sizeReader(part).angle(typed, []));
  return read.ok ? read.value : refuseCut(says('cutline.figure', { typed }));
};

/** The place of a corner that is named, or written in brackets. @throws Refusal for an unknown name and for a bracket without three figures */
export const cornerPlace = (written: string, c: CornerContext): Vec3 => {
  if (!/^[([]/.test(written))
    return cornerNamed(written, c.corners)?.at ?? refuseCut(says('cutline.corner', { name: written }));
  const inside = written.slice(1, -1).trim();
  const figures = inside.split(/[,;]/.test(inside) ? /[,;]/ : /\s+/);
  if (figures.length !== 3) return refuseCut(says('cutline.three-figures', { typed: written }));
  return figures.map((figure) => lengthOf(figure.trim(), c)) as unknown as Vec3;
};

/** From one corner of an edge to the other. @throws Refusal where both are in one place */
export const edgeRun = (a: Vec3, b: Vec3, names: string): Vec3 => {
  const run = sub(b, a);
  return run.some((x) => Math.abs(x) > 1e-9) ? run : refuseCut(says('cutline.no-edge', { names }));
};

/** The place half way between two. */
export const halfWay = (a: Vec3, b: Vec3): Vec3 => scale([a[0] + b[0], a[1] + b[1], a[2] + b[2]], 1 / 2);
