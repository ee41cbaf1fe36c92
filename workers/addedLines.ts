import { facesOfMeeting, featureOfFace } from '../core/naming/keys.ts';

/** Whether an edge, by its key, belongs to one of some features: one of the faces that meet in it is theirs. */
export const ofFeatures = (features: readonly string[]): ((edge: string) => boolean) => {
  const wanted = new Set(features);
  return (edge) => facesOfMeeting(edge).some((face) => wanted.has(featureOfFace(face)));
};
