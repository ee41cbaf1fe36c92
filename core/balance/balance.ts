import type { ProjectionAngle, ViewName } from '../geometry/viewFrames.ts';
import { POSTS } from '../ledger/accounts.ts';
import type { LedgerScale } from '../ledger/ledger.ts';
import { placeInView } from '../ledger/placeInView.ts';
import { decimal } from '../number/format.ts';
import type { View } from '../view/view.ts';
import type { Imbalance } from './finding.ts';
import { asItStands, bestFit, type Fit } from './fit.ts';
import { boxOfLines, type GivenLine, type GivenViews, type OwnLine, ownLine } from './given.ts';
import { agree, parted } from './joined.ts';
import { lineFindings } from './lines.ts';
import { placeFindings } from './places.ts';
import { type Told, tell } from './tell.ts';

/** What the books say: the part's own views, in part units. */
export type Books = {
  readonly views: ReadonlyMap<ViewName, View>;
  readonly angle: ProjectionAngle;
  readonly unit: 'mm' | 'in';
  /** the features in the order in which they are stated */
  readonly features: readonly string[];
  /** how the accounts of the part are counted */
  readonly ledger: LedgerScale;
};

/** What was found, and the given lines as they were laid on the part's own views, part units; `lay` lays anything else of a view in the same way. */
export type Balanced = {
  readonly lay: ReadonlyMap<ViewName, (l: GivenLine) => GivenLine>;
  readonly found: readonly Imbalance[];
  readonly laid: ReadonlyMap<ViewName, readonly GivenLine[]>;
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
  // the ratio that most agree on; of those that agree, one that does so exactly: a curve's box is not quite that of its points
  const score = (r: number): number =>
    ratios.filter((x) => Math.abs(x - r) < 1e-3 * r).length +
    ratios.filter((x) => Math.abs(x - r) < 1e-6 * r).length / (ratios.length + 1);
  return ratios.reduce((best, r) => (score(r) > score(best) ? r : best));
};

/** A view fits another of the part where so many of both their lines agree; below the lesser share it fits nothing. */
const FITS = 0.9;
const FITS_NOT = 0.5;
/** With less likeness than this in the likeliest reading of every view, the file is of another part. */
const STRANGE = 0.4;
/** The same for all views together: one that is a plain outline with a line or two is like one of many parts. */
const STRANGE_ALL = 0.25;

type Own = ReadonlyMap<ViewName, readonly OwnLine[]>;

/** How well given lines, as they stand, are those of a view: the share of lines that agree, of all that either has. */
const likeness = (lines: readonly GivenLine[], own: readonly OwnLine[], k: number, tol: number): number =>
  (2 * asItStands(lines, own, k, tol).hits) / Math.max(1, lines.length + own.length);

/** Which view each of the given ones is, where one is named as another of the part's. */
const underOtherNames = (given: GivenViews, own: Own, k: number, tol: number): Map<ViewName, ViewName> => {
  const is = new Map<ViewName, ViewName>();
  for (const [name, raw] of given) {
    const lines = own.get(name);
    const { lines: parts } = parted(raw, tol * k);
    if (!raw.length || (lines && likeness(parts, lines, k, tol) >= FITS_NOT)) continue;
    const other = [...own].find(([v, o]) => v !== name && likeness(parts, o, k, tol) >= FITS);
    if (other) is.set(name, other[0]);
  }
  return is;
};

const nameFindings = (is: ReadonlyMap<ViewName, ViewName>): Imbalance[] =>
  [...is].flatMap(([name, other]): Imbalance[] => {
    const isSwapped = is.get(other) === name;
    // of two that have each other's names one is told
    if (isSwapped && name > other) return [];
    const words = isSwapped
      ? `The ${name} and the ${other} view have each other's names.`
      : `What is named ${name} is the ${other} view of this part.`;
    return [{ view: name, ...tell('under another name', words) }];
  });

/**
 * Balances views that were drawn elsewhere against the part. Every view is laid on its own by the move and scale that most of its lines agree
 * with; what then differs is reported line by line, the worst and likeliest first. A file of another part, or a view under another name, is one
 * finding.
 */
export const balance = (brought: GivenViews, books: Books): Balanced => {
  const k = commonScale(brought, books);
  const size = Math.max(
    ...[...books.views.values()].map((v) => Math.max(v.box[2] - v.box[0], v.box[3] - v.box[1])),
  );
  const tol = size * SHARE;
  const own: Own = new Map(
    [...books.views].map(([name, view]) => [
      name,
      view.lines.filter((l) => l.kind !== 'tangent').map((l) => ownLine(l, 1, books.features)),
    ]),
  );
  const is = underOtherNames(brought, own, k, tol);
  const out: Imbalance[] = nameFindings(is);
  // looked at under their right names; another view that was given under one of those is left as it is
  const given: GivenViews = new Map([
    ...[...brought].filter(([name]) => !is.has(name)),
    ...[...brought].flatMap(([name, lines]) => {
      const other = is.get(name);
      return other && (!brought.has(other) || is.has(other)) ? [[other, lines] as const] : [];
    }),
  ]);
  const fits = new Map<ViewName, Fit>();
  const laid = new Map<ViewName, readonly GivenLine[]>();
  const lay = new Map<ViewName, (l: GivenLine) => GivenLine>();
  let best = 0;
  let [hits, count] = [0, 0];
  const add = (view: ViewName, told: readonly Told[]): void => {
    for (const t of told) out.push({ view, ...t });
  };
  for (const [name, view] of books.views) {
    const raw = given.get(name);
    if (!raw?.length) {
      add(name, [tell('view missing', `The ${name} view is not there.`)]);
      continue;
    }
    const lines = own.get(name) as readonly OwnLine[];
    const { lines: parts, twice } = parted(raw, tol * k);
    const fit = bestFit(parts, lines, view, k, tol);
    best = Math.max(best, (2 * fit.hits) / Math.max(1, parts.length + lines.length));
    hits += fit.hits;
    count += parts.length + lines.length;
    fits.set(name, fit);
    laid.set(name, raw.map(fit.lay));
    lay.set(name, fit.lay);
    if (fit.move.kind) add(name, [tell(fit.move.kind, `The ${name} view is ${fit.move.words}.`)]);
    add(name, scaleFindings(name, 1 / (fit.kx * k), 1 / (fit.ky * k)));
    const place = placeInView(name, books.ledger, books.unit);
    // tangent joins are in a view only where the rules have them drawn; they may be there then, or not
    const joins = view.lines.filter((l) => l.kind === 'tangent').map((l) => ownLine(l, 1, books.features));
    const drawn = fit.lines.filter((l) => !joins.some((j) => agree(l, j.line, tol)));
    add(name, lineFindings(drawn, twice.map(fit.lay), lines, tol, { unit: books.unit, place }));
  }
  if (fits.size && (best < STRANGE || 2 * hits < STRANGE_ALL * count)) {
    const sentence =
      'No view of this file fits one of this part: it is of another part, or of a state of it that differs in most of its lines.';
    const [view] = fits.keys();
    return { found: [{ view: view as ViewName, ...tell('another part', sentence) }], laid, lay };
  }
  for (const name of books.views.keys()) add(name, placeFindings(name, 1 / k, given, fits, books, size));
  return { found: out.sort((a, b) => b.weight - a.weight), laid, lay };
};

/** A view drawn larger or smaller than the others, in one direction or in both. @param rx how many times too large across */
const scaleFindings = (name: ViewName, rx: number, ry: number): Told[] => {
  if (Math.abs(rx - ry) > 1e-3 * Math.max(rx, ry)) {
    const isAcross = Math.abs(rx - 1) > Math.abs(ry - 1);
    const account = { W: 'width', D: 'depth', H: 'height' }[POSTS[name][isAcross ? 0 : 1]];
    const r = isAcross ? rx : ry;
    const words = `The ${account} of the ${name} view is ${decimal(r, 4)} times what it is: it was scaled in one direction, or the ${account} was misread.`;
    return [tell('scaled in one direction', words, undefined, r)];
  }
  if (Math.abs(rx - 1) <= 1e-3) return [];
  const words = `The ${name} view is drawn at ${decimal(rx, 4)} times the scale of the others.`;
  return [tell('wrong scale', words, undefined, rx)];
};
