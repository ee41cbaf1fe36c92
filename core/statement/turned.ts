import type { Quantity } from '../part/quantity.ts';
import type { FeatureFile } from '../part/schema.ts';
import { typedQuantity } from '../part/schema.ts';

/**
 * A turned part as a table: from a named end, the diameters and lengths along its axis. In the part file it is a turned profile whose corners
 * are written so that the table can be read back: halves of diameters, and sums of lengths.
 */
export type TurnedRow = {
  /** where the length begins */
  readonly diameter: string;
  /** where it ends, of a taper */
  readonly end?: string | undefined;
  readonly length: string;
};
export type TurnedTable = {
  readonly rows: readonly TurnedRow[];
  /** stated overall: the last length is then worked out from it */
  readonly overall?: string;
};

const plain = (text: string): boolean => /^[\w.]+$/.test(text);
const grouped = (text: string): string => (plain(text) ? text : `(${text})`);
const half = (diameter: string): Quantity => `${grouped(diameter)}/2`;
const sum = (lengths: readonly string[]): Quantity =>
  lengths.length === 1 ? typedQuantity(lengths[0] as string) : lengths.map(grouped).join(' + ');

type Corner = [Quantity, Quantity];

/** The corners of the half outline, from the axis at the named end to the axis at the other. */
export const turnedCorners = ({ rows, overall }: TurnedTable): Corner[] => {
  const out: Corner[] = [[0, 0]];
  rows.forEach((r, i) => {
    const last = i === rows.length - 1;
    const before: Quantity = i === 0 ? 0 : sum(rows.slice(0, i).map((x) => x.length));
    const after: Quantity =
      last && overall !== undefined ? typedQuantity(overall) : sum(rows.slice(0, i + 1).map((x) => x.length));
    out.push([half(r.diameter), before], [half(r.end ?? r.diameter), after]);
  });
  out.push([0, (out.at(-1) as Corner)[1]]);
  return out;
};

const bare = (text: string): string => (/^\([^()]*\)$/.test(text) ? text.slice(1, -1) : text);
const diameterOf = (q: Quantity): string | undefined => {
  const m = typeof q === 'string' ? /^(.+)\/2$/.exec(q) : null;
  return m ? bare(m[1] as string) : undefined;
};
/** "10 + (a - b) + 5" as its terms; brackets keep what is inside them together. */
const termsOf = (q: Quantity): string[] =>
  String(q)
    .split(/ \+ (?![^(]*\))/)
    .map(bare);

/** Reads the table back from a feature; undefined where its profile is no such outline. */
export const turnedTable = (f: FeatureFile): TurnedTable | undefined => {
  if (f.shape.kind !== 'revolve' || f.shape.angle !== undefined || !('polygon' in f.shape.profile))
    return undefined;
  const corners = f.shape.profile.polygon as readonly Corner[];
  const inner = corners.slice(1, -1);
  if (inner.length < 2 || inner.length % 2 || f.shape.profile.round !== undefined) return undefined;
  const rows: TurnedRow[] = [];
  let overall: string | undefined;
  let known: string[] = [];
  for (let i = 0; i < inner.length; i += 2) {
    const [a, b] = [inner[i] as Corner, inner[i + 1] as Corner];
    const [from, to] = [diameterOf(a[0]), diameterOf(b[0])];
    if (from === undefined || to === undefined) return undefined;
    const terms = termsOf(b[1]);
    const goesOn = known.every((t, k) => t === terms[k]) && terms.length === known.length + 1;
    const last = i + 2 === inner.length;
    if (!goesOn && !(last && known.length)) return undefined;
    if (!goesOn) overall = String(b[1]);
    const length = goesOn
      ? (terms.at(-1) as string)
      : `${overall} - ${known.length > 1 ? `(${known.map(grouped).join(' + ')})` : grouped(known[0] as string)}`;
    rows.push({ diameter: from, ...(to !== from && { end: to }), length });
    known = [...known, length];
  }
  const table = { rows, ...(overall !== undefined && { overall }) };
  // only what is written the same way again is a table
  return JSON.stringify(turnedCorners(table)) === JSON.stringify(corners) ? table : undefined;
};

/** The feature with another table; all else of it stays. */
export const withTable = (f: FeatureFile, table: TurnedTable): FeatureFile => ({
  ...f,
  shape: { kind: 'revolve', profile: { polygon: turnedCorners(table) } },
});
