import type { Vec3 } from '../geometry/vec.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import { featureOfFace, readFaceKey } from '../naming/keys.ts';
import type { BuiltPart } from '../solid/build.ts';
import { bodyVertices } from '../solid/vertices.ts';

/** A numbered corner of the part. The number is kept against `key`, never against coordinates. */
export type NumberedPoint = {
  readonly label: string;
  readonly key: string;
  readonly body: string;
  readonly at: Vec3;
  readonly edges: readonly string[];
  /** keys of the faces that meet there */
  readonly on: readonly string[];
};

/** Whether a face belongs to a feature or one of its copies. */
export const isOfFeature = (face: string, feature: string): boolean => featureOfFace(face) === feature;

/** The corners and sides from which each ring may be numbered: it begins with the first corner met from there. */
export const STARTS = [
  'left back',
  'back',
  'right back',
  'right',
  'right front',
  'front',
  'left front',
  'left',
] as const;
/** How corners are named: by which school, from which corner of each ring, and whether a corner and the one under it share a number. */
export type NumberingChoice = {
  readonly school: 'numbers' | 'letters';
  readonly start: (typeof STARTS)[number];
  readonly pairs: 'two' | 'one';
  /** which way round each ring, as seen from above */
  readonly sense: 'clockwise' | 'counter-clockwise';
};
/** How corners are named where nothing is said. */
export const USUAL_NUMBERING: NumberingChoice = {
  school: 'numbers',
  start: 'left back',
  pairs: 'two',
  sense: 'clockwise',
};

/** Where a ring begins, as signs of width and depth from its middle. */
const CORNER: Record<NumberingChoice['start'], readonly [number, number]> = {
  'left back': [-1, 1],
  back: [0, 1],
  'right back': [1, 1],
  right: [1, 0],
  'right front': [1, -1],
  front: [0, -1],
  'left front': [-1, -1],
  left: [-1, 0],
};

/** The small letters without o, which would be taken for the apex; then a1, b1 and on. */
const LETTERS = 'abcdefghijklmnpqrstuvwxyz';
const nameOf = (n: number, school: NumberingChoice['school']): string => {
  if (school === 'numbers') return String(n + 1);
  const round = Math.floor(n / LETTERS.length);
  return `${LETTERS[n % LETTERS.length]}${round || ''}`;
};

const PRIMES: Record<ViewName, string> = {
  top: '',
  bottom: '',
  front: "'",
  back: "'",
  left: '"',
  right: '"',
};
/** A point's name as it is written in one view: letters take a prime in the front view and two in a side view. */
export const labelIn = (view: ViewName, label: string, school: NumberingChoice['school']): string =>
  school === 'letters' && label !== '' ? `${label}${PRIMES[view]}` : label;

/** The sides of one pyramid run together in its apex. */
const APEX_SIDES = 3;
const isApex = (on: readonly string[]): boolean => {
  const sides = new Map<string, number>();
  for (const face of on) {
    const { feature, role, copy } = readFaceKey(face);
    const own = `${feature}${copy}`;
    if (/^side \d+$/.test(role)) sides.set(own, (sides.get(own) ?? 0) + 1);
  }
  return sides.size === 1 && [...sides.values()].every((n) => n >= APEX_SIDES && n === on.length);
};

/**
 * Numbers the corners ring by ring from the top, by the choice's sense as seen from above, from the named corner of each ring
 * (drafting practice: nearer ring first; an apex is O). Corners of several bodies are numbered through.
 * @param renamed names given by hand, by key; the others keep theirs
 */
export const numberPoints = (
  part: BuiltPart,
  choice: NumberingChoice = USUAL_NUMBERING,
  renamed: Readonly<Record<string, string>> = {},
): NumberedPoint[] => {
  const tol = part.tol.linear * 40;
  const all = part.bodies.flatMap(({ solid, edges }) =>
    bodyVertices(edges, part.tol.linear).map((v) => ({
      key: `${solid.name}: ${v.key}`,
      body: solid.name,
      at: v.at,
      edges: v.edges,
      on: v.on,
    })),
  );
  if (!all.length) return [];
  const rings: (typeof all)[] = [];
  for (const v of [...all].sort((a, b) => b.at[2] - a.at[2])) {
    const ring = rings.at(-1);
    if (ring && Math.abs((ring[0] as (typeof all)[number]).at[2] - v.at[2]) <= tol) ring.push(v);
    else rings.push([v]);
  }
  const sorted = rings.flatMap((ring) => {
    const reach = [0, 1].map((i) => ring.map((v) => v.at[i] as number));
    const span = (xs: readonly number[] = []): [number, number] => [Math.min(...xs), Math.max(...xs)];
    const [x0, x1] = span(reach[0]);
    const [y0, y1] = span(reach[1]);
    // from the direction of the ring's own corner, as seen from above
    const [side, end] = CORNER[choice.start];
    const start = Math.atan2((end * (y1 - y0)) / 2, (side * (x1 - x0)) / 2);
    const way = choice.sense === 'clockwise' ? 1 : -1;
    const turn = (p: Vec3): number =>
      (way * (start - Math.atan2(p[1] - (y0 + y1) / 2, p[0] - (x0 + x1) / 2)) + 4 * Math.PI + 1e-9) %
      (2 * Math.PI);
    return ring.sort((a, b) => {
      const gap = turn(a.at) - turn(b.at);
      return Math.abs(gap) > 1e-7 ? gap : a.key.localeCompare(b.key);
    });
  });
  let next = 0;
  let apexes = 0;
  /** by place seen from above, the name of the corner that stands highest there */
  const above: { readonly at: Vec3; readonly body: string; readonly label: string }[] = [];
  return sorted.map((v) => {
    const over =
      choice.pairs === 'one'
        ? above.find((o) => o.body === v.body && Math.hypot(o.at[0] - v.at[0], o.at[1] - v.at[1]) <= tol)
        : undefined;
    const own = (): string => {
      if (isApex(v.on)) return apexes++ ? `O${apexes}` : 'O';
      return nameOf(next++, choice.school);
    };
    const label = over?.label ?? own();
    if (!over) above.push({ at: v.at, body: v.body, label });
    return { ...v, label: renamed[v.key] ?? label };
  });
};
