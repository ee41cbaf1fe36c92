import type { FeatureFile } from '../../part/schema.ts';
import { Ask } from './ask.ts';
import { need, whereOn } from './draft.ts';
import { type FaceName, opposite } from './faces.ts';
import { placeOn, type TypedContext } from './placing.ts';
import type { Said } from './said.ts';

/** The face that something is cut into: the one that is named, or the top. */
export const cutFace = (s: Said, what: string, assumed: string[]): FaceName => {
  const named = s.face();
  if (named) return named;
  const measured = s.distances();
  const upright = measured.some((f) => f === 'bottom' || f === 'top');
  if (upright) {
    const across = measured.some((f) => f === 'left' || f === 'right');
    const along = measured.some((f) => f === 'front' || f === 'back');
    throw new Ask(
      `In which face is the ${what}?`,
      across === along
        ? ['in the front', 'in the right']
        : across
          ? ['in the front', 'in the back']
          : ['in the left', 'in the right'],
    );
  }
  assumed.push('from the top');
  return 'top';
};

/** A depth, or "through"; not both. */
export const depthOf = (
  s: Said,
  what: string,
  stated: string | undefined,
  assumed: string[],
): string | undefined => {
  if (s.has('through')) {
    if (stated !== undefined) throw new Ask(`Is the ${what} ${stated} deep, or right through?`, []);
    return undefined;
  }
  if (stated === undefined) {
    if (s.has('blind')) throw new Ask(`How deep is the blind ${what}?`, ['20 deep']);
    assumed.push('right through');
  } else {
    s.has('blind');
    need(stated, `How deep is the ${what}?`, '20 deep');
  }
  return stated;
};

/**
 * Where a hole is that narrows inwards, its mouth in a face: drawn for the observer behind the face, it grows into the part.
 * @throws Ask where the line says no place
 */
export const letInto = (
  face: FaceName,
  s: Said,
  c: TypedContext,
  assumed: string[],
): Pick<FeatureFile, 'plane' | 'at'> => {
  const place = placeOn(face, s, c, 'hole', assumed);
  if (!place.stated && c.box) throw whereOn('hole', face);
  const plane = opposite(face);
  return { ...(plane !== 'top' && { plane }), at: place.at };
};
