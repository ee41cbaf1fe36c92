import type { ProjectionAngle, ViewName } from '../geometry/viewFrames.ts';
import { POSTS } from '../ledger/accounts.ts';
import type { Account } from '../naming/accounts.ts';
import { listed } from '../naming/listed.ts';
import { decimal } from '../number/format.ts';
import { type Entry, type Postings, postingsOf } from './entries.ts';
import { boxOfLines, type GivenViews } from './given.ts';
import { SIDES } from './places.ts';
import { spanMiddle } from './tell.ts';
import { type Flips, unplaced } from './threefold.ts';

const WORDS: Record<Account, string> = { W: 'width', D: 'depth', H: 'height' };
const TITLES: Record<ViewName, string> = {
  front: 'front view',
  back: 'back view',
  top: 'top view',
  bottom: 'view from below',
  left: 'left view',
  right: 'right view',
};

/** What can be told from the views alone. */
export type TogetherKind =
  | 'view missing'
  | 'overall size'
  | 'turned by 90 degrees'
  | 'turned by 180 degrees'
  | 'mirrored'
  | 'wrong scale'
  | 'no partner'
  | 'out of line'
  | 'wrong side for the angle';

/** Something that two views post differently, or that one posts alone. */
export type Disagreement = {
  readonly kind: TogetherKind;
  readonly account: Account | undefined;
  /** the views concerned, the likelier one to be wrong first */
  readonly views: readonly ViewName[];
  /** two overall sizes that differ, given units */
  readonly posted?: readonly [number, number];
  readonly sentence: string;
};

/** What came of holding views against one another, and how much was held. */
export type Together = {
  readonly found: readonly Disagreement[];
  /** entries that have a partner in every other view of their account */
  readonly matched: number;
  /** what cannot be told without the part, in sentences */
  readonly open: readonly string[];
};

/** Overall sizes agree within this share, and places within as much of the greatest. */
const SHARE = 1e-4;
/** From this misalignment on views are out of line, as a share of the greatest size. */
const OUT_OF_LINE = 2e-3;

const near = (x: number, y: number): boolean => Math.abs(x - y) <= SHARE * Math.max(x, y);
const say = (n: number): string => decimal(n, 3);

type Pair = {
  readonly account: Account;
  readonly a: Postings;
  readonly b: Postings;
};

const slackOf = ({ account, a, b }: Pair): number => (a.slack[account] ?? 0) + (b.slack[account] ?? 0);
/** Whether both views post one overall size, as far as curves that make the outline let it be known. */
const sameSize = (pair: Pair): boolean => {
  const [x, y] = [pair.a.size[pair.account] as number, pair.b.size[pair.account] as number];
  return Math.abs(x - y) <= SHARE * Math.max(x, y) + slackOf(pair);
};

/** The entries of one view that have no partner in another, whose account may be counted from the other end. */
const alone = (a: Postings, b: Postings, account: Account, flipped: boolean): Entry[] => {
  const size = b.size[account] as number;
  const there = b.partners.filter((p) => p.account === account);
  const lines = b.entries.filter((e) => e.account === account);
  const tol =
    SHARE * Math.max(...Object.values(a.size), ...Object.values(b.size)) * 2 + slackOf({ account, a, b });
  return a.entries.filter((e) => {
    if (e.account !== account) return false;
    const at = flipped ? size - e.at : e.at;
    return (
      !there.some((p) => Math.abs(p.at - at) <= p.within + tol) &&
      !lines.some((l) => Math.abs(l.at - at) <= tol)
    );
  });
};

const pairsOf = (all: readonly Postings[]): Pair[] =>
  all.flatMap((a, i) =>
    all
      .slice(i + 1)
      .flatMap((b) =>
        (['W', 'H', 'D'] as const).flatMap((account) =>
          a.size[account] !== undefined && b.size[account] !== undefined ? [{ account, a, b }] : [],
        ),
      ),
  );

/** A view drawn smaller or larger than all that share an account with it, by one factor in both. */
const scaleFindings = (all: readonly Postings[], pairs: readonly Pair[]): Disagreement[] =>
  all.flatMap((v) => {
    const own = pairs.filter((p) => p.a === v || p.b === v);
    if (own.some(sameSize)) return [];
    const ratios = own.map((p) => {
      const [self, other] = p.a === v ? [p.a, p.b] : [p.b, p.a];
      return (self.size[p.account] as number) / (other.size[p.account] as number);
    });
    const [k] = ratios;
    if (k === undefined || ratios.length < 2 || near(k, 1) || !ratios.every((r) => near(r, k))) return [];
    return [
      {
        kind: 'wrong scale',
        account: undefined,
        views: [v.view],
        sentence: `The ${TITLES[v.view]} is drawn at ${decimal(k, 4)} times the scale of the others.`,
      },
    ];
  });

const overallFinding = ({ account, a, b }: Pair): Disagreement => {
  const posted = [a.size[account] as number, b.size[account] as number] as const;
  const k = POSTS[b.view].indexOf(account);
  const other = b.size[POSTS[b.view][1 - k] as Account] as number;
  const turned = near(posted[0], other) && !near(posted[1], other);
  return {
    kind: turned ? 'turned by 90 degrees' : 'overall size',
    account,
    views: turned ? [b.view, a.view] : [a.view, b.view],
    posted,
    sentence: `The ${WORDS[account]} does not balance: ${say(posted[0])} in the ${TITLES[a.view]}, ${say(posted[1])} in the ${TITLES[b.view]}.${
      turned
        ? ` The ${TITLES[b.view]} may be turned by 90 degrees: it is ${say(posted[0])} the other way.`
        : ''
    }`,
  };
};

/** What stands alone, in words, the two limits of one round together: "the round ⌀12 from W 24 to 36", "the line at H 10". */
const entryWords = (account: Account, entries: readonly Entry[]): string[] => {
  const rounds = new Map<Entry['line'], number[]>();
  for (const e of entries) if (e.kind === 'limit') rounds.set(e.line, [...(rounds.get(e.line) ?? []), e.at]);
  const roundWords = [...rounds].map(([line, at]) => {
    const size = line.kind === 'round' ? ` ⌀${say(2 * line.radius)}` : '';
    const [low, high] = [Math.min(...at), Math.max(...at)];
    return at.length > 1
      ? `the round${size} from ${account} ${say(low)} to ${say(high)}`
      : `the limit of the round${size} at ${account} ${say(low)}`;
  });
  const others = entries
    .filter((e) => e.kind !== 'limit')
    .map((e) => `the ${e.kind === 'line' ? 'line' : 'corner'} at ${account} ${say(e.at)}`);
  return [...roundWords, ...others];
};

/** Entries that stand alone, those of one view and account together; where the other view has as many alone, by how much they are apart. */
const aloneFinding = (
  { account, a, b }: Pair,
  ofA: readonly Entry[],
  ofB: readonly Entry[],
): Disagreement => {
  const part = (own: Postings, other: Postings, entries: readonly Entry[]): string => {
    const things = entryWords(account, entries);
    const named = things.slice(0, 4);
    const more = things.length > 4 ? ` and ${things.length - 4} more` : '';
    return `${named.join(', ')}${more} of the ${TITLES[own.view]} ${things.length > 1 ? 'have' : 'has'} no partner in the ${TITLES[other.view]}`;
  };
  const shifts = ofA.map((e, i) => (ofB[i] ? (ofB[i] as Entry).at - e.at : Number.NaN));
  const moved =
    ofA.length > 0 &&
    ofA.length === ofB.length &&
    shifts.every(
      (s) => Math.abs(s - (shifts[0] as number)) < SHARE * 4 * Math.max(a.size[account] as number, 1),
    );
  const texts = [...(ofA.length ? [part(a, b, ofA)] : []), ...(ofB.length ? [part(b, a, ofB)] : [])];
  const hint = moved
    ? ` They are ${say(Math.abs(shifts[0] as number))} apart: something was moved in one of the two views.`
    : '';
  const text = texts.join('; ');
  return {
    kind: 'no partner',
    account,
    views: ofA.length ? [a.view, b.view] : [b.view, a.view],
    sentence: `${text[0]?.toUpperCase()}${text.slice(1)}.${hint}`,
  };
};

/** Views that run the other way in an account: one mirrored view, or one that is turned upside down where both of its accounts do. */
const reversedFindings = (reversed: readonly Pair[], pairs: readonly Pair[]): Disagreement[] => {
  const views = [...new Set(reversed.flatMap((p) => [p.a.view, p.b.view]))];
  const ofView = (all: readonly Pair[], v: ViewName): Pair[] =>
    all.filter((p) => p.a.view === v || p.b.view === v);
  const accounts = (all: readonly Pair[]): Set<Account> => new Set(all.map((p) => p.account));
  const turned = views.find(
    (v) => accounts(ofView(reversed, v)).size === 2 && ofView(reversed, v).length === ofView(pairs, v).length,
  );
  const rest = turned ? reversed.filter((p) => p.a.view !== turned && p.b.view !== turned) : reversed;
  return [
    ...(turned
      ? [
          {
            kind: 'turned by 180 degrees',
            account: undefined,
            views: [turned],
            sentence: `The ${TITLES[turned]} is upside down: both its accounts run the other way than in the other views.`,
          } as const,
        ]
      : []),
    ...rest.map(({ account, a, b }): Disagreement => {
      // of the two the one that runs against more of the others is the likelier
      const [first, second] =
        ofView(rest, b.view).length > ofView(rest, a.view).length ? [b.view, a.view] : [a.view, b.view];
      return {
        kind: 'mirrored',
        account,
        views: [first, second],
        sentence: `The ${TITLES[first]} or the ${TITLES[second]} is mirrored: their ${WORDS[account]}s run opposite ways.`,
      };
    }),
  ];
};

/** Where the views stand to one another. */
const arrangementFindings = (all: readonly Postings[], angle: ProjectionAngle): Disagreement[] => {
  const front = all.find((p) => p.view === 'front');
  if (!front) return [];
  const size = Math.max(...all.flatMap((p) => Object.values(p.size)));
  return all.flatMap((p): Disagreement[] => {
    const side = SIDES[angle][p.view];
    if (!side) return [];
    const axis = side[0] === 0 ? 1 : 0;
    const cross = axis === 0 ? 1 : 0;
    const out: Disagreement[] = [];
    const way = Math.sign(spanMiddle(p.box, axis) - spanMiddle(front.box, axis));
    const beside = Math.abs(spanMiddle(p.box, axis) - spanMiddle(front.box, axis));
    const across = Math.abs(spanMiddle(p.box, cross) - spanMiddle(front.box, cross));
    if (beside > across && way === -side[axis])
      out.push({
        kind: 'wrong side for the angle',
        account: undefined,
        views: [p.view],
        sentence: `The ${TITLES[p.view]} stands on the side that ${angle === 'first' ? 'third' : 'first'} angle would put it; the drawing is in ${angle} angle.`,
      });
    const off = p.box[cross] - front.box[cross];
    const shared = cross === 0 ? 'W' : 'H';
    const fits = near(p.size[shared] as number, front.size[shared] as number);
    if (fits && Math.abs(off) > size * OUT_OF_LINE)
      out.push({
        kind: 'out of line',
        account: shared,
        views: [p.view],
        sentence: `The ${TITLES[p.view]} is out of line with the front view by ${say(Math.abs(off))}: no projector runs from the one to the other.`,
      });
    return out;
  });
};

/**
 * Balances views against one another, with no part to hold them to: whatever one of them posts in an account, every other view of that account has
 * to post too. An end, a line or a limit of a round that stands alone is named, with both views, for either may be wrong.
 * @param angle how the views are to stand
 * @param expected the views that the drawing is to have
 * @param partial views that leave something of the part out: cut ones, and those drawn without hidden lines. What stands in the others is not
 *   asked of them
 */
export const balanceTogether = (
  given: GivenViews,
  angle: ProjectionAngle,
  expected: readonly ViewName[],
  partial: ReadonlySet<ViewName> = new Set(),
): Together => {
  const drawn = [...given].filter(([, lines]) => lines.length);
  const sizes = drawn.flatMap(([, lines]) => {
    const b = boxOfLines(lines);
    return [b[2] - b[0], b[3] - b[1]];
  });
  const tol = SHARE * Math.max(0, ...sizes);
  const all = drawn.map(([view, lines]) => postingsOf(view, lines, tol));
  const found: Disagreement[] = expected
    .filter((v) => !all.some((p) => p.view === v))
    .map((v) => ({
      kind: 'view missing',
      account: undefined,
      views: [v],
      sentence: `The ${TITLES[v]} is not there.`,
    }));
  const pairs = pairsOf(all);
  const scales = scaleFindings(all, pairs);
  found.push(...scales);
  const scaled = new Set(scales.flatMap((s) => s.views));
  const reversed: Pair[] = [];
  const apart: Disagreement[] = [];
  let matched = 0;
  for (const pair of pairs) {
    const { account, a, b } = pair;
    if (scaled.has(a.view) || scaled.has(b.view)) continue;
    if (!sameSize(pair)) {
      found.push(overallFinding(pair));
      continue;
    }
    /** what of the first is not to be found in the second, unless that leaves something out */
    const missing = (x: Postings, y: Postings, flipped: boolean): Entry[] =>
      partial.has(y.view) ? [] : alone(x, y, account, flipped);
    const [ofA, ofB] = [missing(a, b, false), missing(b, a, false)];
    const count = ofA.length + ofB.length;
    if (count > 0 && missing(a, b, true).length + missing(b, a, true).length === 0) {
      reversed.push(pair);
      continue;
    }
    matched += [...a.entries, ...b.entries].filter((e) => e.account === account).length - count;
    if (count) apart.push(aloneFinding(pair, ofA, ofB));
  }
  const balanced = found.length === 0 && !reversed.length && !apart.length;
  found.push(
    ...reversedFindings(reversed, pairs),
    ...likeliestFirst(apart),
    ...(balanced && !all.some((p) => partial.has(p.view)) ? spaceFindings(all, tol) : []),
    ...arrangementFindings(all, angle),
  );
  return { found, matched, open: openQuestions(all, partial) };
};

/** Every way to read one view from the other end: one of its accounts, or both. */
const flipsOf = (v: Postings): Flips[] => {
  const [a, b] = POSTS[v.view].map((account) => ({ view: v.view, account })) as [Flips[0], Flips[0]];
  return [[a, b], [a], [b]];
};

/**
 * Corners for which no place in space is left. Where one view read from the other end places all of them, that view, or the one that shares the
 * account, is mirrored or upside down.
 */
const spaceFindings = (all: readonly Postings[], tol: number): Disagreement[] => {
  const of = (accounts: string): Postings | undefined => all.find((p) => POSTS[p.view].join('') === accounts);
  const [front, top, side] = [of('WH'), of('WD'), of('DH')];
  if (!front || !top || !side) return [];
  const three = [front, top, side] as const;
  const near = tol * PLACED;
  const none = unplaced(three, [], near);
  if (!none.length) return [];
  const ways = three.flatMap((v) => flipsOf(v).map((flips) => ({ v, flips })));
  const cured = ways.filter(({ flips }) => unplaced(three, flips, near).length === 0);
  const [best] = cured;
  if (best) {
    const accounts = best.flips.map((f) => f.account);
    // the same account read backwards in the other view that posts it does as well
    const others =
      accounts.length === 1
        ? three.filter((o) => o !== best.v && POSTS[o.view].includes(accounts[0] as Account))
        : [];
    const also = cured.filter((c) => c.flips.length === 2 && c.v !== best.v).map((c) => c.v.view);
    return [
      accounts.length === 2
        ? {
            kind: 'turned by 180 degrees',
            account: undefined,
            views: [best.v.view, ...also],
            sentence: `The ${[best.v.view, ...also].map((v) => TITLES[v]).join(' or the ')} is upside down: as they stand, ${none.length === 1 ? 'a corner has' : `${none.length} corners have`} no place in space.`,
          }
        : {
            kind: 'mirrored',
            account: accounts[0],
            views: [best.v.view, ...others.map((o) => o.view)],
            sentence: `The ${[best.v, ...others].map((o) => TITLES[o.view]).join(' or the ')} is mirrored: as they stand, ${none.length === 1 ? 'a corner has' : `${none.length} corners have`} no place in space.`,
          },
    ];
  }
  return none.slice(0, MOST_NAMED).map(({ view, at }) => ({
    kind: 'no partner',
    account: undefined,
    views: [view],
    sentence: `The corner at ${Object.entries(at)
      .map(([a, x]) => `${a} ${say(x)}`)
      .join(', ')} of the ${TITLES[view]} lies on no line of both other views, wherever it stands in depth.`,
  }));
};
/** A place counts as on a line within so many times the nearness of places. */
const PLACED = 4;
/** So many corners without a place are named. */
const MOST_NAMED = 12;

/** A view that disagrees with several others is the likelier to be wrong: it is named first. */
const likeliestFirst = (apart: readonly Disagreement[]): Disagreement[] => {
  const times = (v: ViewName): number => apart.filter((d) => d.views.includes(v)).length;
  return apart.map((d) => ({ ...d, views: [...d.views].sort((a, b) => times(b) - times(a)) }));
};

/** The view to ask for: the usual one that posts an account as well, by the two accounts of the view that posts it alone. */
const WOULD_HOLD: Record<string, Partial<Record<Account, string>>> = {
  WH: { W: 'top', H: 'side' },
  WD: { W: 'front', D: 'side' },
  DH: { D: 'top', H: 'front' },
};

/** The places of a view in an account that no other view has: one of its lines may stand anywhere there. */
const heldAgainstNothing = (v: Postings, account: Account, all: readonly Postings[]): string[] => {
  if (all.length < 2 || all.some((o) => o !== v && o.size[account] !== undefined)) return [];
  const places = v.entries
    .filter((e) => e.account === account)
    .map((e) => e.at)
    .sort((a, b) => a - b)
    .map(say)
    .filter((x, i, s) => x !== s[i - 1]);
  if (!places.length) return [];
  const named = places.slice(0, MOST_NAMED);
  const rest = places.length - named.length;
  const at = `${account} ${listed(rest ? [...named, `${rest} more`] : named)}`;
  return [
    `The ${WORDS[account]}s of the ${TITLES[v.view]} stand in no other view: ${at} ${places.length === 1 ? 'was' : 'were'} held against nothing. A ${WOULD_HOLD[POSTS[v.view].join('')]?.[account]} view would hold ${places.length === 1 ? 'it' : 'them'}.`,
  ];
};

const openQuestions = (all: readonly Postings[], partial: ReadonlySet<ViewName>): string[] => [
  ...all
    .filter((p) => partial.has(p.view))
    .map(
      (p) => `The ${TITLES[p.view]} is cut or has no hidden lines: what it leaves out was not asked of it.`,
    ),
  ...(all.length < 2 ? ['One view alone has nothing to be balanced with.'] : []),
  ...all.flatMap((v) => POSTS[v.view].flatMap((account) => heldAgainstNothing(v, account, all))),
  'Whether a line is rightly solid or dashed, and what two views have wrong alike, cannot be told without the part.',
];
