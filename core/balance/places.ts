import type { ProjectionAngle, ViewName } from '../geometry/viewFrames.ts';
import { decimal } from '../number/format.ts';
import type { Fit } from './fit.ts';
import { boxOfLines, type GivenViews } from './given.ts';
import { spanMiddle, type Told, tell } from './tell.ts';

/** Where views stand to one another, by column and row from the front. */
export const SIDES: Record<ProjectionAngle, Partial<Record<ViewName, readonly [number, number]>>> = {
  first: { top: [0, -1], bottom: [0, 1], left: [1, 0], right: [-1, 0] },
  third: { top: [0, 1], bottom: [0, -1], left: [-1, 0], right: [1, 0] },
};
/** From this misalignment on a finding is made, as a share of the part's size. */
const OUT_OF_LINE = 2e-3;

/**
 * Whether a view stands on its side of the front, in line with it.
 * @param common the factor that brings the given views to the part's unit
 */
export const placeFindings = (
  name: ViewName,
  common: number,
  given: GivenViews,
  fits: ReadonlyMap<ViewName, Fit>,
  books: { readonly angle: ProjectionAngle; readonly unit: string },
  size: number,
): Told[] => {
  const want = SIDES[books.angle][name];
  const [front, own] = [given.get('front'), given.get(name)];
  const [fitFront, fitOwn] = [fits.get('front'), fits.get(name)];
  if (!want || !front?.length || !own?.length || !fitFront || !fitOwn) return [];
  const [f, v] = [boxOfLines(front), boxOfLines(own)];
  const out: Told[] = [];
  const axis = want[0] === 0 ? 1 : 0;
  const cross = axis === 0 ? 1 : 0;
  const way = Math.sign(spanMiddle(v, axis) - spanMiddle(f, axis));
  const across = Math.abs(spanMiddle(v, cross) - spanMiddle(f, cross));
  const beside = Math.abs(spanMiddle(v, axis) - spanMiddle(f, axis));
  const words = {
    front: 'front',
    back: 'back',
    top: 'top',
    bottom: 'view from below',
    left: 'left',
    right: 'right',
  }[name];
  if (beside > across && way === -want[axis])
    out.push(
      tell(
        'wrong side for the angle',
        `The ${words} view stands on the side that ${books.angle === 'first' ? 'third' : 'first'} angle would put it; the sheet is in ${books.angle} angle.`,
      ),
    );
  // both laid on their own, their shared coordinate shows whether they are in line
  const off = fitOwn.to[cross] - fitFront.to[cross];
  const shares = [fitOwn, fitFront].every(
    (x) => x.move.kind === undefined && Math.abs(x.kx - common) < 1e-9 && Math.abs(x.ky - common) < 1e-9,
  );
  const back = axis === 0 ? (off > 0 ? 'up' : 'down') : off > 0 ? 'to the right' : 'to the left';
  // a file on paper has other sizes than the part
  const inFile =
    Math.abs(common - 1) < 1e-3
      ? ''
      : ` (sizes of the part; ${decimal(Math.abs(off) / common, 3)} in the file)`;
  if (shares && Math.abs(off) > size * OUT_OF_LINE)
    out.push(
      tell(
        'out of line',
        `The ${words} view is out of line with the front: move it by ${decimal(Math.abs(off), 3)} ${books.unit} ${back}${inFile}.`,
        undefined,
        Math.abs(off),
      ),
    );
  return out;
};
