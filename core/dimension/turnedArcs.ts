import { facesOfMeeting, featureOfFace } from '../naming/keys.ts';
import type { DimensionBooks } from './books.ts';
import type { SizeKey } from './place.ts';
import { type Station, turnedFeatures } from './stations.ts';

/** The arcs of turned outlines: one about a point of the axis makes a ball, any other one a ring. */
export type TurnedArcs = {
  /** whether a size is that of such a ball, or of a rim of it */
  readonly isOfBall: (size: SizeKey) => boolean;
  /** whether a size is that of such a ring */
  readonly isOfRing: (size: SizeKey) => boolean;
  /** whether only the centre of such a ball stands there; and the same of a ring's, and of the rims of balls */
  readonly isCentreOfBall: (s: Station) => boolean;
  readonly isCentreOfRing: (s: Station) => boolean;
  readonly isRimOfBall: (s: Station) => boolean;
  /** whether the two ends of one ring stand there, as the sides of a round groove do */
  readonly areEndsOfRing: (a: Station, b: Station) => boolean;
};

/** Which sizes and stations of a part belong to the arcs of turned outlines. */
export const turnedArcs = ({ plain, surfaces }: DimensionBooks): TurnedArcs => {
  const turned = turnedFeatures(plain);
  const is = (kind: 'sphere' | 'torus', face: string): boolean =>
    surfaces.get(face)?.kind === kind && turned.has(featureOfFace(face));
  const isAlone = (kind: 'sphere' | 'torus', s: Station): boolean =>
    s.of.every((key) => facesOfMeeting(key).length === 1 && is(kind, key));
  /** the rings that end in a rim at a station */
  const ringsAt = (s: Station): string[] =>
    s.of.flatMap((key) => {
      const faces = facesOfMeeting(key);
      return faces.length === 2 ? faces.filter((face) => is('torus', face)) : [];
    });
  return {
    areEndsOfRing: (a, b) => ringsAt(a).some((face) => ringsAt(b).includes(face)),
    isOfBall: (size) => size.of.some((face) => is('sphere', face)),
    isOfRing: (size) => size.of.length === 1 && is('torus', size.of[0]),
    isCentreOfBall: (s) => isAlone('sphere', s),
    isCentreOfRing: (s) => isAlone('torus', s),
    isRimOfBall: (s) =>
      s.of.every((key) => {
        const faces = facesOfMeeting(key);
        return faces.length === 2 && faces.some((face) => is('sphere', face));
      }),
  };
};
