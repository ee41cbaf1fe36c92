import type { ProjectionAngle, ViewName } from '../geometry/viewFrames.ts';
import { decimal } from '../number/format.ts';
import type { View } from '../view/view.ts';
import type { Imbalance } from './finding.ts';
import { bestFit, type Fit } from './fit.ts';
import { boxOfLines, type GivenViews, ownLine } from './given.ts';
import { parted } from './joined.ts';
import { lineFindings } from './lines.ts';
import { placeFindings } from './places.ts';
import { type Told, tell } from './tell.ts';

/** What the books say: the part's own views, in part units. */
export type Books = {
  readonly views: ReadonlyMap<ViewName, View>;
  readonly angle: ProjectionAngle;
  readonly unit: string;
};

/** A line agrees within this share of the part's size. */
const SHARE = 1e-4;

/** The scale that most views share: median of their sizes to their own, brought to what slips and scales allow. */
const commonScale = (given: GivenViews, books: Books): number => {
  const ratios = [...given].flatMap(([name, lines]) => {
    const view = books.views.get(name);
    if (!view || !lines.length) return [];
    const b = boxOfLines(lines);
    const [w, h] = [view.box[2] - view.box[0], view.box[3] - view.box[1]];
    const sizes = [w, h].sort((x, y) => x - y) as [number, number];
    const drawn = [b[2] - b[0], b[3] - b[1]].sort((x, y) => x - y) as [number, number];
    return [drawn[0] / sizes[0], drawn[1] / sizes[1]];
  });
  if (!ratios.length) return 1;
  // the ratio that most agree on
  const score = (r: number): number => ratios.filter((x) => Math.abs(x - r) < 1e-3 * r).length;
  return ratios.reduce((best, r) => (score(r) > score(best) ? r : best));
};

/**
 * Balances views that were drawn elsewhere against the part. Every view is laid on its own by the move and scale that most of its lines agree
 * with; what then differs is reported line by line, the worst and likeliest first.
 */
export const balance = (given: GivenViews, books: Books): Imbalance[] => {
  const k = commonScale(given, books);
  const size = Math.max(
    ...[...books.views.values()].map((v) => Math.max(v.box[2] - v.box[0], v.box[3] - v.box[1])),
  );
  const tol = size * SHARE;
  const fits = new Map<ViewName, Fit>();
  const out: Imbalance[] = [];
  const add = (view: ViewName, told: readonly Told[]): void => {
    for (const t of told) out.push({ view, ...t });
  };
  for (const [name, view] of books.views) {
    const raw = given.get(name);
    if (!raw?.length) {
      add(name, [tell('view missing', `The ${name} view is not there.`)]);
      continue;
    }
    const own = view.lines.filter((l) => l.kind !== 'tangent').map((l) => ownLine(l, 1));
    const { lines, twice } = parted(raw, tol * k);
    const best = bestFit(lines, own, view, k, tol);
    fits.set(name, best);
    if (best.move.kind) add(name, [tell(best.move.kind, `The ${name} view is ${best.move.words}.`)]);
    const [rx, ry] = [1 / (best.kx * k), 1 / (best.ky * k)];
    if (Math.abs(rx - ry) > 1e-3 * Math.max(rx, ry)) {
      const across = Math.abs(rx - 1) > Math.abs(ry - 1);
      const account = across
        ? name === 'left' || name === 'right'
          ? 'depth'
          : 'width'
        : name === 'top' || name === 'bottom'
          ? 'depth'
          : 'height';
      add(name, [
        tell(
          'scaled in one direction',
          `The ${account} of the ${name} view is ${decimal(across ? rx : ry, 4)} times what it is: it was scaled in one direction, or the ${account} was misread.`,
          undefined,
          across ? rx : ry,
        ),
      ]);
    } else if (Math.abs(rx - 1) > 1e-3)
      add(name, [
        tell(
          'wrong scale',
          `The ${name} view is drawn at ${decimal(rx, 4)} times the scale of the others.`,
          undefined,
          rx,
        ),
      ]);
    add(name, lineFindings(best.lines, twice.map(best.lay), own, tol, books.unit));
  }
  for (const name of books.views.keys()) add(name, placeFindings(name, 1 / k, given, fits, books, size));
  return out.sort((a, b) => b.weight - a.weight);
};
