import {
  add,
  along,
  cross,
  distance2,
  dot,
  scale,
  sub,
  unit,
  type Vec2,
  type Vec3,
} from '../geometry/vec.ts';
import { type FlatLine, fallsAt, type LaidView, type LaidViews, placeAlong } from './aligned.ts';
import type { Arrangement, EdgePiece } from './arrangement.ts';
import { type FlatPlane, isAllowedEdge } from './candidatePlanes.ts';
import {
  type Drawn,
  type DrawnLine,
  type DrawnLines,
  drawnAt,
  drawnLines,
  lineThrough,
  placesOn,
  pointOnLine,
} from './drawnLines.ts';
import type { Clause, Literal } from './satisfy.ts';

/** The choice of solid cells as clauses (satisfy.ts). Cell k is variable k + 1. */
export type Constraints = {
  readonly count: number;
  readonly clauses: readonly Clause[];
  /** a stretch of a view where a line is drawn that no edge can make, if there is one */
  readonly without?: { readonly view: LaidView; readonly from: Vec2; readonly to: Vec2 };
};

/** A ray beside an edge runs so far from it, as a share of the part's size. */
const BESIDE = 1e-5;

/** An edge piece in a view where it is seen as a line. */
type SeenPiece = { readonly piece: number; readonly from: number; readonly to: number };
/** A line of a view with the edge pieces that fall on it. */
type Stack = {
  readonly line: DrawnLine;
  readonly pieces: readonly SeenPiece[];
  readonly stops: readonly number[];
};

const isSeenAsPoint = (view: LaidView, e: EdgePiece, tol: number): boolean =>
  distance2(fallsAt(view, e.from), fallsAt(view, e.to)) <= tol * 2;

/** The lines of a view on which edge pieces fall, with the places where what is seen there may change. */
const stacksIn = (
  view: LaidView,
  own: DrawnLines,
  edges: readonly EdgePiece[],
  allowed: readonly number[],
  tol: number,
): Stack[] => {
  const seen = allowed.filter((i) => !isSeenAsPoint(view, edges[i] as EdgePiece, tol));
  const flat = (i: number): FlatLine => {
    const e = edges[i] as EdgePiece;
    return { seen: false, from: fallsAt(view, e.from), to: fallsAt(view, e.to) };
  };
  // in a full view all edges fall on drawn lines; in another one they may fall elsewhere too
  let { lines, nodes } = own;
  if (!view.isFull) {
    const told = new Map<string, FlatLine>();
    for (const i of seen) {
      const l = flat(i);
      told.set(
        [...l.from, ...l.to]
          .map((x) => x.toFixed(6))
          .sort()
          .join(' '),
        l,
      );
    }
    const all = drawnLines([...told.values()], tol * 2);
    nodes = [...own.nodes, ...all.nodes];
    lines = [
      ...own.lines,
      ...all.lines
        .filter((l) => !lineThrough(own.lines, l.base, along2(l), tol * 2))
        .map((l) => ({ ...l, stretches: [] })),
    ];
  }
  const pieces = new Map<DrawnLine, SeenPiece[]>(lines.map((l) => [l, []]));
  for (const i of seen) {
    const { from, to } = flat(i);
    const line = lineThrough(lines, from, to, tol * 2);
    if (!line) continue;
    const [a, b] = [placeAlong(from, line.direction), placeAlong(to, line.direction)];
    pieces.get(line)?.push({ piece: i, from: Math.min(a, b), to: Math.max(a, b) });
  }
  return lines.map((line) => {
    const own = pieces.get(line) as SeenPiece[];
    const all = [...placesOn(line, nodes, tol * 2), ...own.flatMap((p) => [p.from, p.to])].sort(
      (a, b) => a - b,
    );
    const stops = all.filter((x, i) => i === 0 || x - (all[i - 1] as number) > tol * 4);
    return { line, pieces: own, stops };
  });
};

/** A point of a line besides its base. */
const along2 = ({ base, direction }: DrawnLine): Vec2 => [base[0] + direction[0], base[1] + direction[1]];

/** Writes clauses, with new variables where they are wanted. */
const writer = (first: number) => {
  let count = first;
  const clauses: Clause[] = [];
  const fresh = (): number => ++count;
  return {
    clauses,
    count: () => count,
    fresh,
    say: (...clause: Literal[]): void => {
      clauses.push(clause);
    },
    /** A variable that is true where one of some is. */
    any: (xs: readonly Literal[]): Literal => {
      if (xs.length === 1) return xs[0] as Literal;
      const y = fresh();
      for (const x of xs) clauses.push([-x, y]);
      clauses.push([-y, ...xs]);
      return y;
    },
    /** A variable that is true where two differ. */
    differs: (a: Literal, b: Literal): Literal => {
      const y = fresh();
      clauses.push([-y, a, b], [-y, -a, -b], [y, -a, b], [y, a, -b]);
      return y;
    },
  };
};

/** Groups that are found to be one. */
const groups = (n: number) => {
  const of = Array.from({ length: n }, (_, i) => i);
  const find = (i: number): number => {
    let r = i;
    while (of[r] !== r) r = of[r] as number;
    of[i] = r;
    return r;
  };
  return {
    find,
    join: (a: number, b: number): void => {
      of[find(a)] = find(b);
    },
  };
};

/** The cells that a ray from beside an edge towards the observer meets. */
const cellsBefore = (
  space: Arrangement,
  at: Vec3,
  side: Vec3,
  toward: Vec3,
  size: number,
): readonly number[] => {
  const start = space.sidesOf(at).map((s, k) => {
    if (s !== 0) return s;
    const { n } = space.planes[k] as FlatPlane;
    const out = dot(n, toward);
    return Math.sign(Math.abs(out) > 1e-9 ? out : dot(n, side));
  });
  return space.along(along(at, side, size * BESIDE), toward, start);
};

/**
 * What the views demand of the cells:
 * - where no edge may be, faces run on in their planes;
 * - a solid's boundary is a surface: at most two faces meet in an edge;
 * - a visible line has an edge that is not covered from both sides, a hidden line has edges that all are, and elsewhere there is none.
 */
export const constraintsOf = (
  laid: LaidViews,
  drawn: readonly DrawnLines[],
  space: Arrangement,
  unseenSlopes: boolean,
): Constraints => {
  const { tol, views } = laid;
  const size = Math.hypot(...sub(laid.max, laid.min));
  const w = writer(space.cells.length);
  const allowed = space.edges.flatMap((e, i) =>
    isAllowedEdge(laid, drawn, e.from, e.to, unseenSlopes) ? [i] : [],
  );
  const isAllowed = new Set(allowed);

  const same = groups(space.facets.length);
  space.edges.forEach((e, i) => {
    if (isAllowed.has(i)) return;
    const half = e.facets.length / 2;
    for (let k = 0; k < half; k++) same.join(e.facets[k] as number, e.facets[k + half] as number);
  });
  const variables = new Map<number, number>();
  const facetVariable = (f: number): number => {
    const group = same.find(f);
    const known = variables.get(group) ?? w.fresh();
    variables.set(group, known);
    return known;
  };
  space.facets.forEach(({ cells: [a, b] }, f) => {
    const v = facetVariable(f);
    if (a === undefined && b === undefined) w.say(-v);
    else if (a === undefined || b === undefined) {
      const c = ((a ?? b) as number) + 1;
      w.say(-v, c);
      w.say(v, -c);
    } else {
      const [x, y] = [a + 1, b + 1];
      w.say(-v, x, y);
      w.say(-v, -x, -y);
      w.say(v, -x, y);
      w.say(v, x, -y);
    }
  });

  for (const e of space.edges) {
    const vs = e.facets.map(facetVariable);
    for (let i = 0; i < vs.length; i++)
      for (let j = i + 1; j < vs.length; j++)
        for (let k = j + 1; k < vs.length; k++)
          w.say(...new Set([-(vs[i] as number), -(vs[j] as number), -(vs[k] as number)]));
  }
  const edgeVariables = new Map<number, Literal>();
  const isEdge = (i: number): Literal => {
    const known = edgeVariables.get(i);
    if (known !== undefined) return known;
    const { facets } = space.edges[i] as EdgePiece;
    const half = facets.length / 2;
    const bends = Array.from({ length: half }, (_, k) =>
      w.differs(facetVariable(facets[k] as number), facetVariable(facets[k + half] as number)),
    );
    const v = w.any(bends);
    edgeVariables.set(i, v);
    return v;
  };

  const covers = new Map<string, Literal>();
  const coveredBy = (cells: readonly number[]): Literal => {
    const key = [...cells].sort((a, b) => a - b).join(' ');
    const known = covers.get(key) ?? w.any(cells.map((c) => c + 1));
    covers.set(key, known);
    return known;
  };

  /** A variable that is true where an edge piece is there and seen, at a place of its line in a view. */
  const isSeen = (view: LaidView, line: DrawnLine, p: SeenPiece, place: number): Literal => {
    const e = space.edges[p.piece] as EdgePiece;
    const [a, b] = [e.from, e.to].map((q) => placeAlong(fallsAt(view, q), line.direction)) as [
      number,
      number,
    ];
    const at = add(scale(e.from, (b - place) / (b - a)), scale(e.to, (place - a) / (b - a)));
    const side = unit(cross(view.toward, sub(e.to, e.from)));
    const [left, right] = [side, scale(side, -1)].map((s) => cellsBefore(space, at, s, view.toward, size));
    const real = isEdge(p.piece);
    if (!left?.length || !right?.length) return real;
    const [l, r] = [coveredBy(left), coveredBy(right)];
    const v = w.fresh();
    w.say(-v, real);
    w.say(-v, -l, -r);
    w.say(v, -real, l);
    w.say(v, -real, r);
    return v;
  };

  let without: Constraints['without'];
  views.forEach((view, i) => {
    for (const { line, pieces, stops } of stacksIn(view, drawn[i] as DrawnLines, space.edges, allowed, tol))
      for (let k = 1; k < stops.length; k++) {
        const [from, to] = [stops[k - 1] as number, stops[k] as number];
        const place = (from + to) / 2;
        const what: Drawn = drawnAt(line, place);
        const there = pieces.filter((p) => p.from < place && place < p.to);
        if (what === 'none' && (view.isFull || !there.length)) continue;
        if (what === 'hidden' && !view.isFull) continue;
        if (!there.length) {
          without ??= { view, from: pointOnLine(line, from), to: pointOnLine(line, to) };
          w.say();
          continue;
        }
        const seen = there.map((p) => isSeen(view, line, p, place));
        if (what === 'visible') w.say(...seen);
        else for (const s of seen) w.say(-s);
        if (what === 'hidden') w.say(...there.map((p) => isEdge(p.piece)));
      }
  });
  return { count: w.count(), clauses: w.clauses, ...(without && { without }) };
};
