import { type Said, says } from '../../core/number/faultWords.ts';

type Value = string | number;
type Words = { readonly what: string; readonly remedy: string };

/** The words of all that may be wrong with a STEP file, by the reason. */
const WORDS = {
  large: () => ({
    what: 'The file is larger than 20 MB.',
    remedy: 'Write fewer solids into one file.',
  }),
  'not-step': () => ({
    what: 'It does not begin as a STEP file does (ISO-10303-21).',
    remedy: 'Write it anew as STEP, AP203, AP214 or AP242.',
  }),
  'no-data': () => ({ what: 'It has no section of data.', remedy: 'Write the file anew.' }),
  'no-solid': () => ({
    what: 'It holds no solid.',
    remedy: 'Write the part as a solid (manifold solid brep), not as surfaces or lines.',
  }),
  damaged: () => ({
    what: 'The text from here on cannot be read: it is damaged or cut off.',
    remedy: 'Write the file anew.',
  }),
  twice: () => ({
    what: 'This number is given to two entities.',
    remedy: 'Write the file anew.',
  }),
  deep: () => ({
    what: 'Things stand in one another too deep here.',
    remedy: 'Write the file anew.',
  }),
  missing: () => ({
    what: 'It is referred to, but it is not in the file.',
    remedy: 'Write the file anew.',
  }),
  wrong: () => ({
    what: 'A figure or entry of it is not as it should be.',
    remedy: 'Write the file anew.',
  }),
  other: (v: { is: Value; needs: Value }) => ({
    what: `It is ${v.is} where ${v.needs} should be.`,
    remedy: 'Write the file anew.',
  }),
  unit: () => ({
    what: 'This unit is not known.',
    remedy: 'Write the file in millimetres or inches.',
  }),
  curve: (v: { is: Value }) => ({
    what: `An edge along ${v.is} is not read.`,
    remedy: 'Use lines, circles, ellipses, other conics or splines.',
  }),
  surface: (v: { is: Value }) => ({
    what: `A face on ${v.is} is not read.`,
    remedy: 'Use planes, cylinders, cones, spheres and tori.',
  }),
  'no-length': () => ({ what: 'This edge has no length.', remedy: 'Take it out of the part.' }),
  open: () => ({
    what: 'The shell is open: these are surfaces, no solid.',
    remedy: 'Close it, and write the part as a solid.',
  }),
  'many-faces': (v: { most: Value }) => ({
    what: `There are more than ${v.most} faces.`,
    remedy: 'Write fewer solids into one file.',
  }),
  'many-solids': (v: { most: Value }) => ({
    what: `There are more than ${v.most} solids.`,
    remedy: 'Write fewer solids into one file.',
  }),
  'many-places': (v: { most: Value }) => ({
    what: `The shape stands in more than ${v.most} places.`,
    remedy: 'Write fewer of them into one file.',
  }),
  'edge-open': (v: { faces: Value }) => ({
    what: `The solid is open at this edge: of the faces that should share it there ${v.faces === 1 ? 'is 1' : `are ${v.faces}`}, and they do not run along it in opposite senses.`,
    remedy: 'Close the solid, and write the file anew.',
  }),
  'edge-many': (v: { faces: Value }) => ({
    what: `${v.faces} faces share this edge.`,
    remedy: 'Write the part so that two faces meet at every edge.',
  }),
  'edge-off': () => ({
    what: 'The two faces at this edge do not meet along it.',
    remedy: 'Repair the solid, and write the file anew.',
  }),
} satisfies Readonly<Record<string, (v: never) => Words>>;

type Reason = keyof typeof WORDS;

/** Says why a STEP file is not read; programs go by the value "reason" of the fault. */
export const stepSays = <R extends Reason>(reason: R, ...[values]: Parameters<(typeof WORDS)[R]>): Said =>
  says('solidfile.unread', { reason, ...(WORDS[reason] as (v: unknown) => Words)(values) });
