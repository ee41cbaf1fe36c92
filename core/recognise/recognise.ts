import type { BodyFaces } from '../faces/bodyFaces.ts';
import { facesOfBody } from '../faces/facesOfBody.ts';
import type { Box3 } from '../geometry/box.ts';
import { modelledPart } from '../part/model.ts';
import type { FeatureFile, PartFile } from '../part/schema.ts';
import { shapeName, solidOfLine } from '../part/solidPart.ts';
import type { Solid } from '../solid/body.ts';
import { type BuiltBody, type BuiltPart, buildPart } from '../solid/build.ts';
import type { Unnamed } from '../solids/solidFeatures.ts';
import { namedFeatures } from '../solids/statedSolid.ts';
import type { SolidsFile } from '../trimmed/solidsFile.ts';
import type { TrimmedSolid } from '../trimmed/trimmedSolid.ts';
import { crossHole } from './crossHole.ts';
import { flatBodyFaces } from './flatBodyFaces.ts';
import { inPatterns } from './patterns.ts';
import { restSolid } from './restSolid.ts';
import { roundedFaces } from './roundedFaces.ts';
import { roundFeature, type Taken } from './roundFeature.ts';
import { isSame, standsFor } from './sameBody.ts';
import { type Live, leftOf, type Shell, shellOf, wholeOf, without } from './shell.ts';
import { straightFeature } from './straightFeature.ts';
import { extrudedBody, flatBody, turnedBody } from './wholeBody.ts';

/** The features that the solid of a line was recognised as. */
export type Recognised = {
  /** the features in place of the line, in their order; the first is the solid that is left, where one is */
  readonly features: readonly FeatureFile[];
  /** for a net, how far its facets lie from the rounds that are stated at most, a length */
  readonly deviation?: number;
  /** the solid that was not recognised, by the name its feature gives */
  readonly rest?: { readonly file: string; readonly held: SolidsFile; readonly faces: number };
};

/** Whole bodies of more faces than this are left as they are: it would take too long to look at them. */
const MOST_FACES = 2000;

/** A net with so many facets at most is also looked at as it is, where its rounds are not recognised. */
const MOST_FACETS = 200;

const builtOf = (part: PartFile): BuiltPart | undefined => {
  const modelled = modelledPart(part);
  const built = modelled.ok ? buildPart(modelled.value.model) : undefined;
  return built?.ok ? built.value : undefined;
};

/** What is taken at a time: holes and openings, round hollows of any outline, or what stands up. */
type What = 'holes' | 'hollows' | 'bosses';

const isOf = (what: What, { op, shape }: Unnamed): boolean =>
  what === 'bosses' ? op === 'add' : op === 'cut' && (what === 'hollows' || shape.kind !== 'revolve');

/** All of one kind that can be taken from a shell at its mouths. @param whole the whole body */
const takenFrom = (
  s: Shell,
  live: Live,
  what: What,
  whole: { readonly solid: Solid; readonly box: Box3 },
  size: number,
): { readonly live: Live; readonly features: readonly Unnamed[] } => {
  const features: Unnamed[] = [];
  let rest = live;
  const take = (taken: Taken | undefined): void => {
    if (!taken?.features.every((f) => isOf(what, f))) return;
    rest = without(rest, taken.faces, taken.loops);
    features.push(...taken.features);
  };
  for (const face of live.faces) if (rest.faces.has(face)) take(crossHole(s, rest, face, whole, size));
  for (const mouth of live.loops)
    if (rest.loops.has(mouth))
      take(roundFeature(s, rest, mouth, size) ?? straightFeature(s, rest, mouth, size));
  return { live: rest, features };
};

/** What lines are found on, and what they are held against. */
type Ground = {
  readonly s: Shell;
  /** figures are written as closely as those of a part of this size are known */
  readonly size: number;
  readonly whole: { readonly solid: Solid; readonly box: Box3 };
  /** what is left, without holes and what stands up, as features */
  readonly baseOf: (live: Live) => readonly Unnamed[] | undefined;
  /** what is left, as a solid; undefined where it cannot be told by its faces */
  readonly restOf: (live: Live) => TrimmedSolid | undefined;
  readonly isSame: (stated: BuiltPart) => boolean;
};

/** The body of one solid as a part of its own, without where it stands. */
const ownPart = (part: PartFile, body: string, features: readonly FeatureFile[]): PartFile => ({
  ...part,
  bodies: [{ name: body, features: [...features] }],
});

/** Corners of a net lie within this share of the part's size of the rounds they are on: files of nets have seven figures. */
const FACET_SHARE = 1e-5;
/** Figures found on nets have so many times fewer digits. */
const FACET_DIGITS = 1e4;
/** The feature that is a solid of a file with one solid in it. */
const solidFeature = (file: string): FeatureFile => ({
  id: 'solid',
  op: 'add',
  shape: { kind: 'solid', file },
});
const heldOf = (solid: TrimmedSolid, units: PartFile['units']): SolidsFile => ({
  units,
  solids: [{ name: 'rest', solid }],
});
const withHeld = (part: PartFile, file: string, held: SolidsFile): PartFile => ({
  ...part,
  solids: { ...part.solids, [file]: held as NonNullable<PartFile['solids']>[string] },
});

/** The lines found on a ground, those that are taken last stated first. */
const foundOn = (g: Ground, part: PartFile, body: string, restFile: string): Recognised | undefined => {
  let live = wholeOf(g.s);
  const taken: (readonly Unnamed[])[] = [];
  const take = (what: What): boolean => {
    const found = takenFrom(g.s, live, what, g.whole, g.size);
    live = found.live;
    if (found.features.length) taken.unshift(inPatterns(found.features, g.size));
    return found.features.length > 0;
  };
  for (;;) {
    while (take('holes'));
    const base = g.baseOf(live);
    if (base) {
      const features = namedFeatures([...base, ...taken.flat()]);
      const stated = builtOf(ownPart(part, body, features));
      if (stated && g.isSame(stated)) return { features };
    }
    if (take('hollows') || take('bosses')) continue;
    const rest = taken.length ? g.restOf(live) : undefined;
    if (!rest) return undefined;
    const held = heldOf(rest, part.units);
    const features = [solidFeature(restFile), ...namedFeatures(taken.flat())];
    const stated = builtOf(ownPart(withHeld(part, restFile, held), body, features));
    return stated && g.isSame(stated)
      ? { features, rest: { file: restFile, held, faces: live.faces.size } }
      : undefined;
  }
};

/** The faces of a solid as they are. */
const exactGround = (part: PartFile, whole: BuiltPart, built: BuiltBody, faces: BodyFaces): Ground => {
  const { size, linear } = whole.tol;
  const near = linear * 40;
  const s = shellOf(faces, near);
  return {
    s,
    size,
    whole: { solid: built.solid, box: whole.box },
    baseOf: (live) => {
      const held = heldOf(restSolid(s, live), part.units);
      const left = builtOf(ownPart(withHeld(part, 'rest', held), 'rest', [solidFeature('rest')]))?.bodies[0];
      if (!left) return undefined;
      const own = shellOf(facesOfBody(left.solid, left.edges, { parted: [] }), near);
      const one = turnedBody(own, left.solid, size) ?? extrudedBody(own, size);
      return one ? [one] : flatBody(own, left);
    },
    restOf: (live) => restSolid(s, live),
    isSame: (stated) => isSame(whole, stated),
  };
};

/** The faces of a solid of facets, with the rounds that they stand for; undefined where they stand for none. */
const roundedGround = (
  whole: BuiltPart,
  built: BuiltBody,
  faces: BodyFaces,
): { readonly ground: Ground; readonly deviation: number } | undefined => {
  const near = whole.tol.size * FACET_SHARE;
  const rounded = roundedFaces(faces, near);
  if (!rounded) return undefined;
  const s = shellOf(rounded.body, near);
  const size = whole.tol.size * FACET_DIGITS;
  const ground: Ground = {
    s,
    size,
    whole: { solid: built.solid, box: whole.box },
    baseOf: (live) => {
      const own = shellOf(leftOf(s, live), near);
      const one = turnedBody(own, built.solid, size) ?? extrudedBody(own, size);
      return one && [one];
    },
    restOf: (live) => ([...live.faces].some((f) => rounded.rounds.has(f)) ? undefined : restSolid(s, live)),
    isSame: (stated) => standsFor(whole, faces.vertices, stated, rounded.deviation, near),
  };
  return { ground, deviation: rounded.deviation };
};

/** The facets of a solid of flat faces, as its file has them; undefined for another solid, and for one in another unit. */
const netOf = (part: PartFile, { shape }: FeatureFile): BodyFaces | undefined => {
  const held = shape.kind === 'solid' ? part.solids?.[shape.file] : undefined;
  const own = held?.solids.find((x) => shape.kind === 'solid' && (!shape.solid || x.name === shape.solid));
  return own && held?.units === part.units ? flatBodyFaces(own.solid) : undefined;
};

/**
 * What of a line that adds a solid can be stated by other lines: holes, slots, openings and what stands up from its faces, and the body itself where it
 * is turned, of one outline, or of flat faces. What is not recognised stays a solid, closed where something was taken from it. The lines
 * were built and found to be the same body: volume, area, all edges and the six views. Facets of a net are taken for the rounds they
 * stand for: then the corners of the net lie on the faces that are stated, and nothing differs by more than the deviation that is told.
 * @param line the name of the line
 * @returns undefined where it is another line, or nothing of its solid is recognised
 */
export const recognised = (part: PartFile, body: string, line: string): Recognised | undefined => {
  const file = solidOfLine(part, body, line);
  const feature = part.bodies.find((b) => b.name === body)?.features.find((f) => f.id === line);
  if (file === undefined || !feature) return undefined;
  const whole = builtOf(ownPart(part, body, [feature]));
  const built = whole?.bodies[0];
  if (!whole || !built) return undefined;
  const restFile = shapeName(`${file} rest of ${body} ${line}`);
  const net = netOf(part, feature);
  const rounded = net && roundedGround(whole, built, net);
  const round = rounded && foundOn(rounded.ground, part, body, restFile);
  if (rounded && round) return { ...round, deviation: rounded.deviation };
  // the facets of rounds that are not known would be stated one by one
  if (rounded && net.faces.length > MOST_FACETS) return undefined;
  const faces = facesOfBody(built.solid, built.edges, { parted: [] });
  if (faces.faces.length > MOST_FACES) return undefined;
  return foundOn(exactGround(part, whole, built, faces), part, body, restFile);
};
