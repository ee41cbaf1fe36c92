/**
 * Keys of features, faces, edges and points: made and read here only. A key stays the same when sizes change.
 *
 * - a face: "feature/role", and for a copy "feature/role@2" or "feature/role@mirror". A role never holds "/" or "@", so a feature may.
 * - an edge: the keys of the faces that meet in it, joined by " | "; a point likewise.
 * - a feature of a body: "body/feature".
 */

/** A face's key taken apart. `copy` is "" for the first, else "@2", "@mirror" or "@2@mirror". */
export type FaceName = { readonly feature: string; readonly role: string; readonly copy: string };

const JOINT = ' | ';

/** The key of a face. @param copy the mark of the copy it belongs to, "" for the first */
export const faceKey = (feature: string, role: string, copy = ''): string => `${feature}/${role}${copy}`;

/** Takes a face's key apart. */
export const readFaceKey = (key: string): FaceName => {
  const slash = key.lastIndexOf('/');
  const mark = key.indexOf('@', slash);
  const end = mark < 0 ? key.length : mark;
  return { feature: key.slice(0, Math.max(0, slash)), role: key.slice(slash + 1, end), copy: key.slice(end) };
};

/** The feature that a face belongs to, all copies alike. */
export const featureOfFace = (key: string): string => readFaceKey(key).feature;

/** The feature and copy that a face belongs to: "bore/wall@2" belongs to "bore@2". */
export const copyOfFace = (key: string): string => {
  const { feature, copy } = readFaceKey(key);
  return `${feature}${copy}`;
};

/** A copy's mark in words: "@2@mirror" is " 2 mirror". */
export const copyWords = (copy: string): string => copy.replaceAll('@', ' ');

/** A feature with its copy in words: "bore 2". */
export const featureWords = (faceOfIt: string): string => {
  const { feature, copy } = readFaceKey(faceOfIt);
  return `${feature}${copyWords(copy)}`;
};

/** Faces that a cut makes have keys as if of one feature: "cutting plane/A". */
export const CUT = 'cutting plane';

/** A face in words: "the wall of bore 2", or "cut A". */
export const faceInWords = (key: string): string => {
  const { feature, role, copy } = readFaceKey(key);
  if (feature === CUT) return `cut ${role}`;
  return `the ${role} of ${feature}${copyWords(copy)}`;
};

/** The key of an edge or a point from the faces that meet there, in the order given. */
export const meetingKey = (faces: readonly string[]): string => faces.join(JOINT);

/** The faces that meet in an edge or a point; of the key of one face, as most are, that one. */
export const facesOfMeeting = (key: string): string[] => (key.includes(JOINT) ? key.split(JOINT) : [key]);

/** The key of a feature in its body. */
export const featureKey = (body: string, feature: string): string => `${body}/${feature}`;

/** What keeps a text from being a feature's or a body's name; undefined where it may be one. */
export const nameTrouble = (name: string): string | undefined =>
  name.includes(JOINT) ? 'A name cannot hold " | ", which joins names here.' : undefined;
