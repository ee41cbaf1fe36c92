import { type DimensionBooks, openBooks } from '../../../core/dimension/books.ts';
import { type GivenDimension, givenNow } from '../../../core/dimension/given.ts';
import { propose, type Scheme, type Tie } from '../../../core/dimension/propose.ts';
import { type Relation, relationNow } from '../../../core/dimension/relations.ts';
import { surfacesOfModel } from '../../../core/dimension/surfacesByKey.ts';
import { type Curve2, pointOn2 } from '../../../core/geometry/curve2.ts';
import { length2 } from '../../../core/geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../../../core/geometry/viewFrames.ts';
import { partModel } from '../../../core/part/model.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import type { Laid } from '../../../core/sheet/dimensions/laid.ts';
import { layOut } from '../../../core/sheet/dimensions/layOut.ts';
import { buildPart } from '../../../core/solid/build.ts';
import { type View, viewOf } from '../../../core/view/view.ts';

/**
 * Judges proposed dimensions by moving the figures of the part, each a little, and looking at the views: it builds the part anew and shares nothing
 * with the proposal but the keys.
 */
const VIEWS: readonly ViewName[] = ['front', 'top', 'left'];

const viewsOf = (file: PartFile): ReadonlyMap<ViewName, View> | undefined => {
  const model = partModel(file);
  const built = model.ok ? buildPart(model.value) : undefined;
  if (!built?.ok) return undefined;
  return new Map(VIEWS.map((n) => [n, viewOf(built.value.bodies, VIEW_FRAMES[n], built.value.tol)]));
};

const figuresOfCurve = (c: Curve2, from: number, to: number): number[] => {
  if (c.type === 'conic')
    return [...pointOn2(c, from), ...pointOn2(c, to), ...c.c, length2(c.major), length2(c.minor)];
  const n = c.type === 'line' ? 1 : 12;
  return Array.from({ length: n + 1 }, (_, i) => pointOn2(c, from + ((to - from) * i) / n)).flat();
};

/** What the views show, wherever the part stands; with a key for what kind of lines there are. */
const lookOf = (
  file: PartFile,
): { readonly keys: string; readonly values: readonly number[] } | undefined => {
  const views = viewsOf(file);
  if (!views) return undefined;
  const keys: string[] = [];
  const values: number[] = [];
  for (const [name, view] of views) {
    const lines = view.lines
      .map((l) => {
        const raw = figuresOfCurve(l.curve, l.from, l.to);
        const sizes = l.curve.type === 'conic' ? 2 : 0;
        const placed = raw.map((x, i) => (i < raw.length - sizes ? x - (view.box[i % 2] as number) : x));
        return { key: `${name} ${l.class} ${l.kind} ${l.curve.type} ${l.of.join('+')}`, placed };
      })
      .sort((a, b) =>
        a.key < b.key
          ? -1
          : a.key > b.key
            ? 1
            : (a.placed[0] ?? 0) - (b.placed[0] ?? 0) || (a.placed[1] ?? 0) - (b.placed[1] ?? 0),
      );
    for (const l of lines) {
      keys.push(l.key);
      values.push(...l.placed);
    }
  }
  return { keys: keys.join('|'), values };
};

type Row = readonly number[];
/** Row echelon form with its pivots. */
const reduced = (
  rows: readonly Row[],
  tol: number,
): { readonly m: number[][]; readonly pivots: number[] } => {
  const m = rows.map((r) => [...r]);
  const pivots: number[] = [];
  let r = 0;
  for (let c = 0; c < (m[0]?.length ?? 0) && r < m.length; c++) {
    let best = r;
    for (let i = r; i < m.length; i++)
      if (Math.abs((m[i] as number[])[c] as number) > Math.abs((m[best] as number[])[c] as number)) best = i;
    const pivot = (m[best] as number[])[c] as number;
    if (Math.abs(pivot) < tol) continue;
    [m[r], m[best]] = [m[best] as number[], m[r] as number[]];
    m[r] = (m[r] as number[]).map((x) => x / pivot);
    for (let i = 0; i < m.length; i++) {
      const k = (m[i] as number[])[c] as number;
      if (i !== r && k) m[i] = (m[i] as number[]).map((x, j) => x - k * ((m[r] as number[])[j] as number));
    }
    pivots.push(c);
    r++;
  }
  return { m, pivots };
};
export const rankOf = (rows: readonly Row[]): number => reduced(rows, 1e-5).pivots.length;
const nullSpace = (rows: readonly Row[], columns: number): Row[] => {
  const { m, pivots } = reduced(rows, 1e-5);
  return Array.from({ length: columns }, (_, c) => c)
    .filter((c) => !pivots.includes(c))
    .map((free) => {
      const v = Array<number>(columns).fill(0);
      v[free] = 1;
      for (const [i, c] of pivots.entries()) v[c] = -((m[i] as number[])[free] as number);
      return v;
    });
};

type Path = readonly (string | number)[];
const numbersIn = (x: unknown, path: Path = []): Path[] => {
  if (typeof x === 'number') return path.includes('count') || path.includes('sides') ? [] : [path];
  return x && typeof x === 'object'
    ? Object.entries(x).flatMap(([k, v]) => numbersIn(v, [...path, Array.isArray(x) ? Number(k) : k]))
    : [];
};
const withMoved = (file: PartFile, paths: readonly Path[], by: Row): PartFile => {
  const copy = structuredClone(file) as { bodies: unknown };
  for (const [i, path] of paths.entries()) {
    let node = copy.bodies as Record<string | number, unknown>;
    for (const k of path.slice(0, -1)) node = node[k] as Record<string | number, unknown>;
    const last = path.at(-1) as string | number;
    node[last] = (node[last] as number) + (by[i] ?? 0);
  }
  return copy as PartFile;
};

const asGiven = (t: Tie, i: number): GivenDimension =>
  t.kind === 'linear'
    ? { id: `d${i}`, stated: undefined, kind: 'linear', axis: t.from.axis, from: t.from.of, to: t.to.of }
    : { id: `d${i}`, stated: undefined, kind: 'size', size: t.size, half: false };

export type Judged = {
  /** figures that may move together though no dimension changes, and the views do */
  readonly open: readonly string[];
  /** dimensions that follow from the others */
  readonly spare: readonly number[];
  readonly claims: boolean;
  readonly laid: readonly Laid[];
  readonly books: DimensionBooks;
  readonly relations: readonly Relation[];
};

/** Judges what is proposed for a part. @param file any part */
export const judge = (file: PartFile, scheme: Scheme): Judged => {
  const books = openBooks(file);
  if (!books) throw new Error('not built');
  const { plain } = books;
  const { ties, relations, audit } = propose(books, scheme);
  const given = ties.map(asGiven);
  const paths = numbersIn(plain.bodies);
  const size = books.part.tol.size;
  const step = 1e-4 * size;
  const valuesOf = (part: PartFile): { readonly v: number[]; readonly r: number[] } | undefined => {
    const model = partModel(part);
    if (!model.ok) return undefined;
    const now = surfacesOfModel(part, model.value);
    const v = given.map((d) => givenNow(d, now) ?? Number.NaN);
    return v.every(Number.isFinite) ? { v, r: relations.map((r) => relationNow(r, now) ?? 0) } : undefined;
  };
  const start = valuesOf(plain);
  if (!start) throw new Error('a dimension has no value');
  const columns = paths.map((_, i) => {
    for (const sign of [1, -1]) {
      const moved = valuesOf(
        withMoved(
          plain,
          paths,
          paths.map((_p, j) => (j === i ? sign * step : 0)),
        ),
      );
      if (moved)
        return {
          d: moved.v.map((x, k) => (sign * (x - (start.v[k] as number))) / step),
          r: moved.r.map((x, k) => (sign * (x - (start.r[k] as number))) / step),
        };
    }
    return undefined;
  });
  const used = columns.flatMap((c, i) => (c ? [i] : []));
  const column = (i: number) => columns[i] as NonNullable<(typeof columns)[number]>;
  const D = ties.map((_, k) => used.map((i) => column(i).d[k] as number));
  const R = relations.map((_, k) => used.map((i) => column(i).r[k] as number));
  const look = lookOf(plain);
  if (!look) throw new Error('no views');
  const open = nullSpace([...D, ...R], used.length).flatMap((v) => {
    const most = Math.max(...v.map(Math.abs));
    let moved = 0;
    for (const sign of [1, -1]) {
      const by = paths.map((_, i) =>
        used.includes(i) ? (sign * (v[used.indexOf(i)] as number) * step) / most : 0,
      );
      const now = lookOf(withMoved(plain, paths, by));
      // where faces meet or part by it the drawing itself shows what touches
      if (!now || now.keys !== look.keys) return [];
      moved = Math.max(moved, ...now.values.map((x, i) => Math.abs(x - (look.values[i] as number))));
    }
    return moved > 0.02 * step
      ? [
          used
            .filter((_, j) => Math.abs(v[j] as number) > 1e-3 * most)
            .map((i) => paths[i]?.join('.'))
            .join(' with '),
        ]
      : [];
  });
  const rank = rankOf([...D, ...R]);
  const spare = D.flatMap((row, k) =>
    row.some((x) => Math.abs(x) > 1e-5) && rankOf([...D.filter((_, j) => j !== k), ...R]) === rank ? [k] : [],
  );
  const views = viewsOf(plain) as ReadonlyMap<ViewName, View>;
  return {
    open,
    spare,
    claims: audit.complete,
    laid: layOut(
      books,
      ties.map((tie, i) => ({ id: `d${i}`, tie })),
      views,
      1,
    ).laid,
    books,
    relations,
  };
};
