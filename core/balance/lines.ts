import { distance2, dot2, sub2, type Vec2 } from '../geometry/vec.ts';
import { featureOfFace } from '../naming/keys.ts';
import { decimal } from '../number/format.ts';
import { votes } from './fit.ts';
import { boxOfLines, type GivenLine, type OwnLine, pointsOf, type Warp, warped } from './given.ts';
import { agree, isShort, joined } from './joined.ts';
import { featureOf, middleOf, spanMiddle, type Told, tell } from './tell.ts';

/** How sizes and places are said: in which unit, and a place as the ledger counts it. */
export type Said = { readonly unit: string; readonly place: (at: Vec2) => string };

/**
 * The lines of one view, laid on their own, compared one by one. What was drawn in pieces is joined where it does not match as it is.
 * @param twice lines that lie on others that are given too: drawn twice, or moved there from their own places
 */
export const lineFindings = (
  fit: readonly GivenLine[],
  twice: readonly GivenLine[],
  own: readonly OwnLine[],
  tol: number,
  said: Said,
): Told[] => {
  const out: Told[] = [];
  const near = (l: GivenLine): string => ` near ${said.place(middleOf(l))}`;
  const missing = new Set(own.filter(({ line: l }) => !isShort(l, tol)));
  const spare = new Set(fit);
  const pair = (o: OwnLine, l: GivenLine): void => {
    missing.delete(o);
    spare.delete(l);
  };
  const match = (byClass: boolean): void => {
    for (const o of [...missing]) {
      const l = [...spare].find((x) => (!byClass || x.seen === o.line.seen) && agree(x, o.line, tol));
      if (!l) continue;
      pair(o, l);
      if (!byClass) out.push(classFinding(o, said));
    }
  };
  match(true);
  match(false);
  const rest = joined([...spare], tol);
  spare.clear();
  for (const l of rest.lines) spare.add(l);
  match(true);
  match(false);
  roundFindings(missing, spare, pair, out, tol, said);
  // the part may have two lines so near one another that they were taken for one
  for (const l of twice) spare.add(l);
  match(true);
  movedFindings(own, missing, spare, pair, out, tol, said);
  for (const l of twice) {
    if (!spare.delete(l)) continue;
    out.push(
      tell(
        'drawn twice',
        `A ${l.seen ? 'solid' : 'dashed'} line${near(l)} is drawn twice.`,
        undefined,
        undefined,
        middleOf(l),
      ),
    );
  }
  lengthFindings(missing, spare, pair, out, tol, said);
  missingFindings(own, missing, out, said);
  for (const l of spare) {
    const covers =
      l.kind === 'straight' && [...own].some((o) => o.line.kind === 'straight' && lies(l, o.line, tol));
    const inside = l.seen && l.kind === 'straight' && touchesBoth(l, own, tol);
    out.push(
      inside && !covers
        ? tell(
            'seam',
            `A solid line is drawn where the faces are flush${near(l)}: take it out.`,
            undefined,
            undefined,
            middleOf(l),
          )
        : tell(
            'line too many',
            `A ${l.seen ? 'solid' : 'dashed'} line${near(l)} belongs to nothing of the part.`,
            undefined,
            undefined,
            middleOf(l),
          ),
    );
  }
  return out;
};

/** A line in its place, but of the wrong class. */
const classFinding = (o: OwnLine, { place }: Said): Told => {
  const f = featureOf(o.of);
  const at = middleOf(o.line);
  return o.line.seen
    ? tell(
        'visible drawn hidden',
        `A line of ${f} at ${place(at)} is dashed that nothing stands before: draw it solid.`,
        f,
        undefined,
        at,
      )
    : tell(
        'hidden drawn visible',
        `A line of ${f} at ${place(at)} is drawn solid, but something stands before it: dash it.`,
        f,
        undefined,
        at,
      );
};

/** True where a line runs along another within its length. */
const lies = (l: GivenLine, o: GivenLine, tol: number): boolean => {
  if (l.kind !== 'straight' || o.kind !== 'straight') return false;
  return l.a !== l.b && [l.a, l.b].every((p) => onLine(p, o.a, o.b, tol));
};
const onLine = (p: Vec2, a: Vec2, b: Vec2, tol: number): boolean => {
  const run = sub2(b, a);
  const size = Math.hypot(...run);
  if (size === 0) return false;
  const off = Math.abs(run[0] * (p[1] - a[1]) - run[1] * (p[0] - a[0])) / size;
  const t = dot2(sub2(p, a), run) / size;
  return off <= tol && t >= -tol && t <= size + tol;
};
/** A seam runs from line to line of the view. */
const touchesBoth = (l: GivenLine, own: readonly OwnLine[], tol: number): boolean =>
  l.kind === 'straight' &&
  [l.a, l.b].every((p) =>
    own.some((o) => o.line.seen && o.line.kind === 'straight' && onLine(p, o.line.a, o.line.b, tol * 4)),
  );

type Sets = { readonly missing: Set<OwnLine>; readonly spare: Set<GivenLine> };
type Pair = (o: OwnLine, l: GivenLine) => void;

/** Circles of the wrong size: about the right centre, larger or smaller by a factor that names the slip. */
const roundFindings = (
  missing: Sets['missing'],
  spare: Sets['spare'],
  pair: Pair,
  out: Told[],
  tol: number,
  { unit, place }: Said,
): void => {
  for (const o of [...missing]) {
    const { line } = o;
    if (line.kind !== 'round') continue;
    const l = [...spare].find(
      (x) => x.kind === 'round' && x.seen === line.seen && distance2(x.centre, line.centre) <= tol * 4,
    );
    if (l?.kind !== 'round') continue;
    pair(o, l);
    const k = l.radius / line.radius;
    const f = featureOf(o.of);
    const near = (x: number): boolean => Math.abs(k - x) < 0.01 * x;
    if (near(2) || near(0.5))
      out.push(
        tell(
          'radius for diameter',
          `${cap(f)} is drawn ${near(2) ? 'twice as wide' : 'half as wide'} as it is, ${decimal(2 * l.radius, 3)} for ⌀${decimal(2 * line.radius, 3)} ${unit}: a radius was taken for a diameter, or the other way round.`,
          f,
          k,
          line.centre,
        ),
      );
    else if (near(10) || near(0.1))
      out.push(
        tell(
          'decimal slip',
          `${cap(f)} is drawn ${near(10) ? 'ten times too wide' : 'a tenth as wide'}: look for a decimal slip.`,
          f,
          k,
          line.centre,
        ),
      );
    else
      out.push(
        tell(
          'wrong radius',
          `${cap(f)} at ${place(line.centre)} is drawn ⌀${decimal(2 * l.radius, 3)}, it is ⌀${decimal(2 * line.radius, 3)} ${unit}.`,
          f,
          l.radius - line.radius,
          line.centre,
        ),
      );
  }
};
const cap = (s: string | undefined): string => (s ? `${s[0]?.toUpperCase()}${s.slice(1)}` : 'A circle');

/** Features whose lines are all there, but all moved by one and the same way. */
const movedFindings = (
  own: readonly OwnLine[],
  missing: Sets['missing'],
  spare: Sets['spare'],
  pair: Pair,
  out: Told[],
  tol: number,
  { unit, place }: Said,
): void => {
  const features = [...new Set([...missing].map((o) => featureOf(o.of)))];
  const box = boxOfLines(own.map((o) => o.line));
  for (const f of features) {
    const lines = [...missing].filter((o) => featureOf(o.of) === f);
    if (!lines.length) continue;
    const [most] = votes(
      lines.flatMap((o) => pointsOf(o.line)),
      [...spare].flatMap(pointsOf),
      tol,
      1,
    );
    if (!most) continue;
    const { by } = most;
    if (most.votes < 2 || Math.hypot(...by) <= tol) continue;
    const warp: Warp = { map: (p) => [p[0] + by[0], p[1] + by[1]], k: 1, flips: false };
    const pairs = lines.flatMap((o) => {
      const moved = warped(o.line, warp);
      const l = [...spare].find((x) => x.seen === o.line.seen && agree(x, moved, tol * 2));
      return l ? [[o, l] as const] : [];
    });
    // one straight line alone may be moved, but two ends of a longer one do not make a feature
    const round = pairs.some(([o]) => o.line.kind !== 'straight');
    if (!pairs.length || (pairs.length < 2 && !round && lines.length > 1)) continue;
    if (pairs.length < lines.length * 0.6) continue;
    for (const [o, l] of pairs) pair(o, l);
    const middle = boxOfLines(lines.map((o) => o.line));
    const mirrored = ([0, 1] as const).some(
      (k) =>
        Math.abs(by[k === 0 ? 1 : 0]) <= tol &&
        Math.abs(2 * (spanMiddle(box, k) - spanMiddle(middle, k)) - by[k]) <= tol * 4,
    );
    const size = Math.hypot(...by);
    const at: Vec2 = [spanMiddle(middle, 0), spanMiddle(middle, 1)];
    const way = [
      Math.abs(by[0]) > tol
        ? `${decimal(Math.abs(by[0]), 3)} ${unit} to the ${by[0] > 0 ? 'right' : 'left'}`
        : '',
      Math.abs(by[1]) > tol ? `${decimal(Math.abs(by[1]), 3)} ${unit} ${by[1] > 0 ? 'up' : 'down'}` : '',
    ]
      .filter(Boolean)
      .join(' and ');
    out.push(
      mirrored
        ? tell(
            'from the wrong edge',
            `${cap(f)} was set off from the wrong edge: it stands ${way} of its place, which is at ${place(at)}.`,
            f,
            size,
            at,
          )
        : tell(
            'feature moved',
            `${cap(f)} stands ${way} of its place, which is at ${place(at)}.`,
            f,
            size,
            at,
          ),
    );
  }
};

/** Straight lines on the right carrier but of the wrong length, or with one end off. */
const lengthFindings = (
  missing: Sets['missing'],
  spare: Sets['spare'],
  pair: Pair,
  out: Told[],
  tol: number,
  { unit, place }: Said,
): void => {
  for (const o of [...missing]) {
    const { line } = o;
    if (line.kind !== 'straight') continue;
    const size = distance2(line.a, line.b);
    const f = featureOf(o.of);
    const at = middleOf(line);
    const where = `at ${place(at)}`;
    const along = [...spare].find((x) => {
      if (x.kind !== 'straight' || x.seen !== line.seen) return false;
      const d = sub2(line.b, line.a);
      const off = [x.a, x.b].every(
        (p) => Math.abs(d[0] * (p[1] - line.a[1]) - d[1] * (p[0] - line.a[0])) / size <= tol,
      );
      const [s, t] = [x.a, x.b].map((p) => dot2(sub2(p, line.a), d) / size) as [number, number];
      return off && Math.min(s, t) < size - tol && Math.max(s, t) > tol;
    });
    if (along?.kind === 'straight') {
      pair(o, along);
      const by = distance2(along.a, along.b) - size;
      const words = `${decimal(Math.abs(by), 3)} ${unit} too ${by > 0 ? 'long' : 'short'}`;
      out.push(
        by > 0
          ? line.seen
            ? tell('line too long', `A line of ${f} ${where} runs ${words}.`, f, by, at)
            : tell(
                'hidden line too long',
                `A hidden line of ${f} ${where} runs ${words}: it goes on through walls that the feature does not reach.`,
                f,
                by,
                at,
              )
          : tell(
              'line too short',
              `A ${line.seen ? 'solid' : 'dashed'} line of ${f} ${where} is ${words}: it stops before its corner.`,
              f,
              by,
              at,
            ),
      );
      continue;
    }
    const askew = [...spare].find((x) => {
      if (x.kind !== 'straight' || x.seen !== line.seen) return false;
      return [line.a, line.b].some((p) => [x.a, x.b].some((q) => distance2(p, q) <= tol));
    });
    if (askew?.kind !== 'straight') continue;
    // only a line that has lost its own place may be taken for this one
    const free = [...missing].filter(
      (m) =>
        m !== o &&
        m.line.kind === 'straight' &&
        [m.line.a, m.line.b].some((p) => [askew.a, askew.b].some((q) => distance2(p, q) <= tol)),
    );
    if (free.length) continue;
    pair(o, askew);
    const ends = [line.a, line.b].map((p) => Math.min(distance2(p, askew.a), distance2(p, askew.b)));
    out.push(
      tell(
        'line askew',
        `A line of ${f} ${where} has one end ${decimal(Math.max(...ends), 3)} ${unit} off its corner.`,
        f,
        Math.max(...ends),
        at,
      ),
    );
  }
};

/** What is not there at all: a whole feature, its hidden lines, or single lines. */
const missingFindings = (
  own: readonly OwnLine[],
  missing: Sets['missing'],
  out: Told[],
  { place }: Said,
): void => {
  for (const f of new Set([...missing].map((o) => featureOf(o.of)))) {
    const gone = [...missing].filter((o) => featureOf(o.of) === f);
    const all = own.filter((o) => featureOf(o.of) === f);
    const shared = (o: OwnLine): boolean => new Set(o.of.map(featureOfFace)).size > 1;
    const exclusive = all.filter((o) => !shared(o));
    const box = boxOfLines(gone.map((o) => o.line));
    const at: Vec2 = [spanMiddle(box, 0), spanMiddle(box, 1)];
    const goneOwn = gone.filter((o) => !shared(o));
    if (
      (gone.length === all.length && all.length > 1) ||
      (exclusive.length > 1 && goneOwn.length === exclusive.length)
    )
      out.push(
        gone.every((o) => !o.line.seen)
          ? tell('hidden lines forgotten', `The hidden lines of ${f} are missing.`, f, gone.length, at)
          : tell('feature forgotten', `${cap(f)} is missing in this view.`, f, gone.length, at),
      );
    else
      for (const o of gone)
        out.push(
          o.line.seen
            ? tell(
                'line missing',
                `A solid line of ${f} is missing at ${place(middleOf(o.line))}: two levels are not parted.`,
                f,
                undefined,
                middleOf(o.line),
              )
            : tell(
                'hidden lines forgotten',
                `A hidden line of ${f} is missing at ${place(middleOf(o.line))}.`,
                f,
                undefined,
                middleOf(o.line),
              ),
        );
  }
};
