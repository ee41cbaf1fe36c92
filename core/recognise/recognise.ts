import { facesOfBody } from '../faces/facesOfBody.ts';
import type { Box3 } from '../geometry/box.ts';
import { modelledPart } from '../part/model.ts';
import type { FeatureFile, PartFile } from '../part/schema.ts';
import { shapeName, solidOfBody } from '../part/solidPart.ts';
import type { Solid } from '../solid/body.ts';
import { type BuiltPart, buildPart } from '../solid/build.ts';
import { measureSolid } from '../solid/measure.ts';
import { lookAlike } from '../solids/compared.ts';
import type { Unnamed } from '../solids/solidFeatures.ts';
import { namedFeatures } from '../solids/statedSolid.ts';
import type { SolidsFile } from '../trimmed/solidsFile.ts';
import { crossHole } from './crossHole.ts';
import { inPatterns } from './patterns.ts';
import { restSolid } from './restSolid.ts';
import { roundFeature, type Taken } from './roundFeature.ts';
import { type Live, type Shell, shellOf, wholeOf, without } from './shell.ts';
import { straightFeature } from './straightFeature.ts';
import { extrudedBody, flatBody, turnedBody } from './wholeBody.ts';

/** The features that a body's solid was recognised as. */
export type Recognised = {
  /** the new features of the body, in their order; the first is the solid that is left, where one is */
  readonly features: readonly FeatureFile[];
  /** the solid that was not recognised, by the name its feature gives */
  readonly rest?: { readonly file: string; readonly held: SolidsFile; readonly faces: number };
};

/** Whole bodies of more faces than this are left as they are: it would take too long to look at them. */
const MOST_FACES = 2000;

/** Views of two parts that differ by less than this share of the size are the same. */
const SAME_VIEW = 1e-6;
/** Areas and volumes that differ by less than this share are the same. */
const SAME_MEASURE = 1e-9;

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

/** The body of one solid as a part of its own, without where it stands. */
const ownPart = (part: PartFile, body: string, features: readonly FeatureFile[]): PartFile => ({
  ...part,
  bodies: [{ name: body, features: [...features] }],
});

const isSame = (a: BuiltPart, b: BuiltPart): boolean => {
  const [x, y] = [a, b].map((p) => p.bodies.map((own) => measureSolid(own.solid, own.edges)));
  const near = (p: number, q: number): boolean => Math.abs(p - q) <= SAME_MEASURE * Math.abs(p);
  return (
    x?.length === 1 &&
    y?.length === 1 &&
    near(x[0]?.volume as number, y[0]?.volume as number) &&
    near(x[0]?.area as number, y[0]?.area as number) &&
    lookAlike(a, b, a.tol.size * SAME_VIEW)
  );
};

/**
 * What of a body that is one solid can be stated: holes, slots, openings and what stands up from its faces, and the body itself where it
 * is turned, of one outline, or of flat faces. What is not recognised stays a solid, closed where something was taken from it. The new
 * features were built and found to be the same body: volume, area, and the lines of all six views.
 * @returns undefined where the body is something else, or nothing of it is recognised
 */
export const recognised = (part: PartFile, body: string): Recognised | undefined => {
  const file = solidOfBody(part, body);
  const feature = part.bodies.find((b) => b.name === body)?.features[0];
  if (file === undefined || !feature) return undefined;
  const whole = builtOf(ownPart(part, body, [feature]));
  const built = whole?.bodies[0];
  if (!whole || !built) return undefined;
  const { size } = whole.tol;
  const near = whole.tol.linear * 40;
  const s = shellOf(facesOfBody(built.solid, built.edges, { parted: [] }), near);
  if (s.body.faces.length > MOST_FACES) return undefined;
  const restFile = shapeName(`${file} rest of ${body}`);
  let live = wholeOf(s);
  // what is taken last is stated first
  const taken: (readonly Unnamed[])[] = [];
  const original = { solid: built.solid, box: whole.box };
  const take = (what: What): boolean => {
    const found = takenFrom(s, live, what, original, size);
    live = found.live;
    if (found.features.length) taken.unshift(inPatterns(found.features, size));
    return found.features.length > 0;
  };
  for (;;) {
    while (take('holes'));
    const held: SolidsFile = {
      units: part.units,
      solids: [{ name: 'rest', solid: restSolid(s, live) }],
    };
    const restFeature: FeatureFile = { id: 'solid', op: 'add', shape: { kind: 'solid', file: restFile } };
    const solids = { ...part.solids, [restFile]: held as NonNullable<PartFile['solids']>[string] };
    const left = builtOf({ ...ownPart(part, body, [restFeature]), solids });
    const leftBody = left?.bodies[0];
    const base = leftBody && wholeBody(leftBody, near, size);
    if (base) {
      const features = namedFeatures([...base, ...taken.flat()]);
      const stated = builtOf(ownPart(part, body, features));
      if (stated && isSame(whole, stated)) return { features };
    }
    if (take('hollows') || take('bosses')) continue;
    if (!taken.length) return undefined;
    const features = [restFeature, ...namedFeatures(taken.flat())];
    const stated = builtOf({ ...ownPart(part, body, features), solids });
    return stated && isSame(whole, stated)
      ? { features, rest: { file: restFile, held, faces: live.faces.size } }
      : undefined;
  }
};

/** A body without holes and what stands up, as features; undefined where it is none that is known. */
const wholeBody = (
  body: BuiltPart['bodies'][number],
  near: number,
  size: number,
): readonly Unnamed[] | undefined => {
  const s = shellOf(facesOfBody(body.solid, body.edges, { parted: [] }), near);
  const one = turnedBody(s, body.solid, size) ?? extrudedBody(s, size);
  return one ? [one] : flatBody(s, body);
};
