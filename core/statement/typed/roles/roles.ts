import { isFace } from '../faces.ts';
import type { Token } from '../tokens.ts';
import { angleOf } from './angle.ts';
import { besideWords } from './besideWords.ts';
import { beginClaims, type Claim } from './claims.ts';
import { type CornerFaces, cornerFaces } from './cornerFaces.ts';
import { countAhead } from './countAhead.ts';
import { distancesOf, type FromFace } from './distances.ts';
import { faceLead } from './faceLead.ts';
import { type NamedSize, namedSizes } from './namedSizes.ts';
import { recessesOf } from './recesses.ts';

/** What the figures of a line belong to, whatever their order. Every token is in one role at most. */
export type Roles = {
  readonly sizes: readonly NamedSize[];
  /** distances from faces */
  readonly from: readonly FromFace[];
  /** from whichever edges are nearest: "10 from the edges" */
  readonly inset: readonly Claim[];
  /** two or three figures after "at" */
  readonly at: readonly Claim[];
  /** the word "at", which goes with them */
  readonly atWord: number | undefined;
  /** the smaller end of a cone or pyramid */
  readonly top: Claim | undefined;
  readonly count: Claim | undefined;
  readonly angle: Claim | undefined;
  readonly counterbore: readonly Claim[];
  readonly countersink: readonly Claim[];
  readonly corner: CornerFaces | undefined;
  /** faces without a figure: in which the shape lies */
  readonly faces: readonly FromFace[];
  /** figures without a name, in order; `crossed`: an "x" is before it; `parted`: a comma is */
  readonly plain: readonly (Claim & { readonly crossed: boolean; readonly parted: boolean })[];
};

/** Finds what each figure of a line belongs to. The order matters: what is surer claims its figures first. */
export const rolesOf = (words: readonly Token[]): Roles => {
  const claims = beginClaims(words);
  const { isTaken, free, claim } = claims;
  const corner = cornerFaces(claims);
  const { counterbore, countersink } = recessesOf(claims);
  const { from, inset } = distancesOf(claims);
  const beside = besideWords(claims);
  const count = beside.count ?? countAhead(claims);
  const { angle, left: sizes } = angleOf(claims, [...beside.sizes, ...namedSizes(claims)]);
  const faces = words.flatMap((w, i) =>
    w.kind === 'word' && !isTaken(i) && isFace(w.means)
      ? [{ face: w.means, ...claim('', i, ...faceLead(claims, i)) }]
      : [],
  );
  const plain = words.flatMap((w, i) => {
    if (w.kind !== 'figure' || isTaken(i)) return [];
    const crossed = free(i - 1)?.kind === 'by';
    return [{ ...claim(w.text, i, ...(crossed ? [i - 1] : [])), crossed, parted: w.parted }];
  });
  return {
    sizes,
    from: [...from, ...beside.from],
    inset,
    at: beside.at,
    atWord: beside.atWord,
    top: beside.top,
    count,
    angle,
    counterbore,
    countersink,
    corner,
    faces,
    plain,
  };
};
