import type { GivenLine } from '../../../core/balance/given.ts';

/**
 * Spoils views the way hands do: 24 kinds of mistake, made on lines as they come out of a file. It shares nothing with what finds them: a line is
 * whatever has points, and a feature is known by the tag that the lines were given.
 */
export type Tagged = { line: GivenLine; tag: string };
export type Sheets = Map<string, Tagged[]>;
export type Damage = { kind: string; view: string; also?: string[] };
type V = readonly [number, number];

const each = (l: GivenLine, f: (p: V) => V, grow = 1): GivenLine =>
  l.kind === 'straight'
    ? { ...l, a: f(l.a), b: f(l.b) }
    : l.kind === 'round'
      ? { ...l, centre: f(l.centre), a: f(l.a), b: f(l.b), radius: l.radius * grow }
      : { ...l, points: l.points.map(f) };
const pts = (l: GivenLine): V[] =>
  l.kind === 'straight'
    ? [l.a, l.b]
    : l.kind === 'round'
      ? [
          [l.centre[0] - l.radius, l.centre[1] - l.radius],
          [l.centre[0] + l.radius, l.centre[1] + l.radius],
        ]
      : [...l.points];
const extent = (lines: readonly Tagged[]): [number, number, number, number] => {
  const all = lines.flatMap((t) => pts(t.line));
  return [
    Math.min(...all.map((p) => p[0])),
    Math.min(...all.map((p) => p[1])),
    Math.max(...all.map((p) => p[0])),
    Math.max(...all.map((p) => p[1])),
  ];
};
const long = (l: GivenLine): number =>
  l.kind === 'straight' ? Math.hypot(l.b[0] - l.a[0], l.b[1] - l.a[1]) : 0;

/** A source of chance with a seed (Park and Miller 1988). */
export const dice = (seed: number) => {
  let s = seed % 2147483647 || 1;
  return (n: number): number => {
    s = (s * 48271) % 2147483647;
    return s % n;
  };
};
type Dice = ReturnType<typeof dice>;

/** Makes one mistake in place; undefined where the views give no occasion for it. */
type Maker = (s: Sheets, roll: Dice, not: readonly string[]) => Damage | undefined;

const pickView = (
  s: Sheets,
  roll: Dice,
  not: readonly string[],
  ok: (lines: Tagged[]) => boolean = () => true,
): string | undefined => {
  const names = [...s].filter(([n, l]) => !not.includes(n) && ok(l)).map(([n]) => n);
  return names.length ? names[roll(names.length)] : undefined;
};
const whole =
  (kind: string, map: (p: V, mid: V) => V, round: 'keep' | 'curve' | number = 'keep'): Maker =>
  (s, roll, not) => {
    const view = pickView(s, roll, not);
    if (!view) return undefined;
    const lines = s.get(view) as Tagged[];
    const [x0, y0, x1, y1] = extent(lines);
    const mid: V = [(x0 + x1) / 2, (y0 + y1) / 2];
    s.set(
      view,
      lines.map((t) => {
        if (round === 'curve' && t.line.kind === 'round') {
          const { centre, radius, a, b, seen } = t.line;
          const from = Math.atan2(a[1] - centre[1], a[0] - centre[0]);
          const full = Math.hypot(a[0] - b[0], a[1] - b[1]) < 1e-9;
          const sweep = full
            ? 2 * Math.PI
            : (Math.atan2(b[1] - centre[1], b[0] - centre[0]) - from + 4 * Math.PI) % (2 * Math.PI);
          const points = Array.from({ length: 41 }, (_, i): V => {
            const q = from + (sweep * i) / 40;
            return map([centre[0] + radius * Math.cos(q), centre[1] + radius * Math.sin(q)], mid);
          });
          return { ...t, line: { seen, kind: 'curve', points } };
        }
        return { ...t, line: each(t.line, (p) => map(p, mid), typeof round === 'number' ? round : 1) };
      }),
    );
    return { kind, view };
  };
/** A mirrored round line runs the other way. */
const mirroredRound =
  (m: Maker): Maker =>
  (s, roll, not) => {
    const d = m(s, roll, not);
    if (d)
      s.set(
        d.view,
        (s.get(d.view) as Tagged[]).map((t) =>
          t.line.kind === 'round' ? { ...t, line: { ...t.line, a: t.line.b, b: t.line.a } } : t,
        ),
      );
    return d;
  };
const oneLine =
  (
    kind: string,
    ok: (t: Tagged, all: Tagged[]) => boolean,
    change: (t: Tagged, all: Tagged[]) => Tagged[],
  ): Maker =>
  (s, roll, not) => {
    const view = pickView(s, roll, not, (l) => l.some((t) => ok(t, l)));
    if (!view) return undefined;
    const lines = s.get(view) as Tagged[];
    const fit = lines.filter((t) => ok(t, lines));
    const t = fit[roll(fit.length)] as Tagged;
    s.set(view, [...lines.filter((x) => x !== t), ...change(t, lines)]);
    return { kind, view };
  };
const straightLine = (t: Tagged): boolean => t.line.kind === 'straight';
/** Long enough that what is done to it shows. */
const size = (all: readonly Tagged[]): number => {
  const [x0, y0, x1, y1] = extent(all);
  return Math.max(x1 - x0, y1 - y0);
};
const tagsOf = (l: Tagged[], few: boolean): string[] =>
  [...new Set(l.map((t) => t.tag))].filter(
    (tag) => !few || l.filter((t) => t.tag === tag).length < l.length / 2,
  );

const removeTag =
  (kind: string, ok: (t: Tagged) => boolean): Maker =>
  (s, roll, not) => {
    const fits = (l: Tagged[]): string[] =>
      tagsOf(l, true).filter(
        (tag) =>
          tag !== '' && l.filter((t) => t.tag === tag).every(ok) && l.filter((t) => t.tag === tag).length > 1,
      );
    const view = pickView(s, roll, not, (l) => fits(l).length > 0);
    if (!view) return undefined;
    const lines = s.get(view) as Tagged[];
    const tags = fits(lines);
    const tag = tags[roll(tags.length)];
    const hidden = lines.filter((t) => t.tag === tag).every((t) => !t.line.seen);
    s.set(
      view,
      lines.filter((t) => t.tag !== tag),
    );
    // a feature of which only hidden lines show is known by them alone
    return { kind, view, ...(hidden && { also: ['hidden lines forgotten'] }) };
  };
const moveTag =
  (kind: string, by: (own: Tagged[], all: Tagged[]) => V | undefined): Maker =>
  (s, roll, not) => {
    const fits = (l: Tagged[]): string[] =>
      tagsOf(l, true).filter((tag) => {
        const own = l.filter((t) => t.tag === tag);
        return tag !== '' && own.length > 1 && by(own, l) !== undefined;
      });
    const view = pickView(s, roll, not, (l) => fits(l).length > 0);
    if (!view) return undefined;
    const lines = s.get(view) as Tagged[];
    const tags = fits(lines);
    const tag = tags[roll(tags.length)];
    const move = by(
      lines.filter((t) => t.tag === tag),
      lines,
    ) as V;
    s.set(
      view,
      lines.map((t) =>
        t.tag === tag ? { ...t, line: each(t.line, (p) => [p[0] + move[0], p[1] + move[1]]) } : t,
      ),
    );
    return { kind, view };
  };
const roundOf = (k: number, kind: string): Maker =>
  oneLine(
    kind,
    (t) => t.line.kind === 'round' && Math.hypot(t.line.a[0] - t.line.b[0], t.line.a[1] - t.line.b[1]) < 1e-9,
    (t) => {
      if (t.line.kind !== 'round') return [t];
      const { centre, radius } = t.line;
      const a: V = [centre[0] + radius * k, centre[1]];
      return [{ ...t, line: { ...t.line, radius: radius * k, a, b: a } }];
    },
  );
const shift = (p: V, by: V): V => [p[0] + by[0], p[1] + by[1]];
const resized = (t: Tagged, by: number): Tagged[] => {
  if (t.line.kind !== 'straight') return [t];
  const { a, b } = t.line;
  const k = by / long(t.line);
  return [{ ...t, line: { ...t.line, b: [b[0] + (b[0] - a[0]) * k, b[1] + (b[1] - a[1]) * k] } }];
};
/** A straight line that no other runs along, so that its length is its own. */
const alone = (t: Tagged, all: Tagged[]): boolean => {
  if (t.line.kind !== 'straight' || long(t.line) < size(all) * 0.12) return false;
  const { a, b } = t.line;
  const n = long(t.line);
  return !all.some((x) => {
    if (x === t || x.line.kind !== 'straight') return false;
    return [x.line.a, x.line.b].every(
      (p) => Math.abs((b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0])) / n < 1e-6,
    );
  });
};
const inner = (t: Tagged, all: Tagged[]): boolean => {
  const [x0, y0, x1, y1] = extent(all);
  return (
    pts(t.line).some((p) => p[0] > x0 + 1e-6 && p[0] < x1 - 1e-6 && p[1] > y0 + 1e-6 && p[1] < y1 - 1e-6) ||
    long(t.line) < size(all) * 0.9
  );
};

/** What two drawings of a view have in common, wherever they stand: the same lines in the same places. */
export const sameDrawing = (a: readonly Tagged[], b: readonly Tagged[]): boolean => {
  const words = (lines: readonly Tagged[]): string => {
    const [x, y] = extent(lines);
    const n = (p: V): string => `${Math.round((p[0] - x) * 1e2)},${Math.round((p[1] - y) * 1e2)}`;
    return lines
      .map(({ line: l }) =>
        l.kind === 'round'
          ? `o ${l.seen} ${n(l.centre)} ${Math.round(l.radius * 1e2)} ${Math.hypot(l.a[0] - l.b[0], l.a[1] - l.b[1]) < 1e-9 ? '' : [n(l.a), n(l.b)].sort()}`
          : `${l.kind} ${l.seen} ${[n(pts(l)[0] as V), n(pts(l).at(-1) as V)].sort()} ${l.kind === 'curve' ? n([Math.round(l.points.reduce((s, p) => s + p[0], 0)), 0]) : ''}`,
      )
      .sort()
      .join('|');
  };
  return words(a) === words(b);
};

export const MAKERS: Record<string, Maker> = {
  'out of line': (s, roll, not) => {
    const view = pickView(s, roll, [...not, 'front']);
    if (!view) return undefined;
    const lines = s.get(view) as Tagged[];
    const far = size(lines) * (0.05 + roll(10) / 100);
    const by: V = view === 'top' || view === 'bottom' ? [far, 0] : [0, far];
    s.set(
      view,
      lines.map((t) => ({ ...t, line: each(t.line, (p) => shift(p, by)) })),
    );
    return { kind: 'out of line', view };
  },
  'turned by 90 degrees': whole('turned by 90 degrees', (p, m) => [
    m[0] - (p[1] - m[1]),
    m[1] + (p[0] - m[0]),
  ]),
  'upside down': whole('upside down', (p, m) => [2 * m[0] - p[0], 2 * m[1] - p[1]]),
  mirrored: mirroredRound(whole('mirrored', (p, m) => [2 * m[0] - p[0], p[1]])),
  'wrong side for the angle': (s, roll, not) => {
    const view = pickView(s, roll, [...not, 'front']);
    const front = s.get('front');
    if (!view || !front || not.includes('front')) return undefined;
    const f = extent(front);
    const v = extent(s.get(view) as Tagged[]);
    const up = view === 'top' || view === 'bottom';
    const by: V = up ? [0, f[1] + f[3] - v[1] - v[3]] : [f[0] + f[2] - v[0] - v[2], 0];
    s.set(
      view,
      (s.get(view) as Tagged[]).map((t) => ({ ...t, line: each(t.line, (p) => shift(p, by)) })),
    );
    return { kind: 'wrong side for the angle', view };
  },
  'wrong scale': whole('wrong scale', (p, m) => [m[0] + (p[0] - m[0]) / 2, m[1] + (p[1] - m[1]) / 2], 0.5),
  'scaled across': whole('scaled in one direction', (p, m) => [m[0] + (p[0] - m[0]) * 0.9, p[1]], 'curve'),
  'scaled up': whole('scaled in one direction', (p, m) => [p[0], m[1] + (p[1] - m[1]) * 1.15], 'curve'),
  'view missing': (s, roll, not) => {
    const view = pickView(s, roll, [...not, 'front']);
    if (!view) return undefined;
    s.set(view, []);
    return { kind: 'view missing', view };
  },
  'line missing': oneLine(
    'line missing',
    (t, all) => straightLine(t) && t.line.seen && inner(t, all) && alone(t, all),
    () => [],
  ),
  'hidden line missing': oneLine(
    'hidden lines forgotten',
    (t) => straightLine(t) && !t.line.seen,
    () => [],
  ),
  'hidden lines forgotten': removeTag('hidden lines forgotten', (t) => !t.line.seen),
  'feature forgotten': removeTag('feature forgotten', () => true),
  'hidden drawn visible': oneLine(
    'hidden drawn visible',
    (t) => !t.line.seen,
    (t) => [{ ...t, line: { ...t.line, seen: true } }],
  ),
  'visible drawn hidden': oneLine(
    'visible drawn hidden',
    (t) => t.line.seen,
    (t) => [{ ...t, line: { ...t.line, seen: false } }],
  ),
  'hidden line too long': oneLine(
    'hidden line too long',
    (t, all) => !t.line.seen && alone(t, all),
    (t, all) => resized(t, size(all) * 0.2),
  ),
  'line too short': oneLine(
    'line too short',
    (t, all) => alone(t, all),
    (t) => resized(t, -long(t.line) * 0.3),
  ),
  'line too long': oneLine(
    'line too long',
    (t, all) => t.line.seen && alone(t, all),
    (t, all) => resized(t, size(all) * 0.15),
  ),
  'line askew': oneLine(
    'line askew',
    (t, all) => alone(t, all),
    (t, all) => {
      if (t.line.kind !== 'straight') return [t];
      const { a, b } = t.line;
      const k = (size(all) * 0.07) / long(t.line);
      return [{ ...t, line: { ...t.line, b: [b[0] - (b[1] - a[1]) * k, b[1] + (b[0] - a[0]) * k] } }];
    },
  ),
  seam: (s, roll, not) => {
    // from one side of the outline to the other, where no line is
    const view = pickView(s, roll, not);
    if (!view) return undefined;
    const lines = s.get(view) as Tagged[];
    const [x0, y0, x1, y1] = extent(lines);
    const level = (t: Tagged, x: number): boolean =>
      t.line.kind === 'straight' &&
      t.line.seen &&
      Math.abs(t.line.a[0] - x) < 1e-6 &&
      Math.abs(t.line.b[0] - x) < 1e-6;
    const sides = [x0, x1].map((x) =>
      lines
        .filter((t) => level(t, x))
        .map((t) =>
          pts(t.line)
            .map((p) => p[1])
            .sort((p, q) => p - q),
        ),
    );
    for (let i = 0; i < 40; i++) {
      const y = y0 + ((y1 - y0) * (11 + roll(78))) / 100;
      const on = (side: number[][]): boolean =>
        side.some(([lo, hi]) => y > (lo as number) + 1e-3 && y < (hi as number) - 1e-3);
      const taken = lines.some((t) => pts(t.line).some((p) => Math.abs(p[1] - y) < (y1 - y0) * 0.02));
      if (!sides.every(on) || taken) continue;
      s.set(view, [...lines, { tag: '', line: { seen: true, kind: 'straight', a: [x0, y], b: [x1, y] } }]);
      return { kind: 'seam', view, also: ['line too many'] };
    }
    return undefined;
  },
  'drawn twice': oneLine(
    'drawn twice',
    () => true,
    (t) => [t, { ...t, line: each(t.line, (p) => p) }],
  ),
  'radius for diameter': roundOf(2, 'radius for diameter'),
  'decimal slip': roundOf(0.1, 'decimal slip'),
  'wrong radius': roundOf(1.25, 'wrong radius'),
  'feature moved': moveTag('feature moved', (own, all) =>
    own.length < all.length / 3 ? [size(all) * 0.043, size(all) * 0.021] : undefined,
  ),
  'from the wrong edge': moveTag('from the wrong edge', (own, all) => {
    const [b, o] = [extent(all), extent(own)];
    const by = b[0] + b[2] - o[0] - o[2];
    return own.length < all.length / 3 && Math.abs(by) > size(all) * 0.05 ? [by, 0] : undefined;
  }),
};
