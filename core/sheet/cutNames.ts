import type { NumberedPoint } from '../ledger/numbering.ts';
import type { CutPoint } from '../section/cutPoints.ts';
import type { BodySection, Section } from '../section/section.ts';
import type { SheetSetup } from './setup.ts';

/** The small letters without l and o, which are taken for 1 and 0. */
const LETTERS = 'abcdefghijkmnpqrstuvwxyz';
const letterOf = (n: number): string => {
  const round = Math.floor(n / LETTERS.length);
  return `${LETTERS[n % LETTERS.length]}${round || ''}`;
};

/** The number that names an edge: that of its corners, where both have one, or where one is the apex. */
const numbersOfEdges = (points: readonly NumberedPoint[]): Map<string, string> => {
  const ends = new Map<string, Set<string>>();
  for (const p of points)
    if (!/^O\d*$/.test(p.label))
      for (const e of p.edges) ends.set(e, (ends.get(e) ?? new Set()).add(p.label));
  const apexes = new Set(points.filter((p) => /^O\d*$/.test(p.label)).flatMap((p) => p.edges));
  const out = new Map<string, string>();
  for (const [edge, labels] of ends) {
    const [only, other] = labels;
    const corners = points.filter((p) => p.edges.includes(edge)).length;
    if (only !== undefined && other === undefined && (corners > 1 || apexes.has(edge))) out.set(edge, only);
  }
  return out;
};

/**
 * The sections of a sheet with their cut points named so that no name means two things there: numbers go on after the corners that are
 * drawn and from cut to cut, letters stand beside numbered corners, or a point takes the number of the edge it lies on.
 * @param points the numbered corners
 */
export const namedForSheet = (
  sections: readonly Section[],
  { corners, points: shown, cutNames }: SheetSetup['rules'],
  points: readonly NumberedPoint[],
): readonly Section[] => {
  if (shown === 'off' && !cutNames) return sections;
  const byLetters = cutNames === 'letters' && corners !== 'letters';
  const edges = cutNames === 'edges' ? numbersOfEdges(points) : undefined;
  const figures = corners === 'numbers' || edges ? points.map((p) => Number(p.label)) : [];
  let next = Math.max(0, ...figures.filter((x) => Number.isInteger(x))) + 1;
  let letter = 0;
  return sections.map((section) => {
    const used = new Set<string>();
    const nameOf = (p: CutPoint): string => {
      if (byLetters) return letterOf(letter++);
      const own = edges?.get(p.edge);
      if (own === undefined || used.has(own)) return String(next++);
      used.add(own);
      return own;
    };
    const bodies = section.bodies.map((b): BodySection => {
      const cutPoints = b.cutPoints.map((p): CutPoint => {
        const label = nameOf(p);
        return label === p.label ? p : { ...p, label };
      });
      return cutPoints.every((p, i) => p === b.cutPoints[i]) ? b : { ...b, cutPoints };
    });
    return bodies.every((b, i) => b === section.bodies[i]) ? section : { ...section, bodies };
  });
};
