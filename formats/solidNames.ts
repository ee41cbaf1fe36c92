import type { NamedSolid } from '../core/trimmed/solidsFile.ts';

/** Each solid by a name of its own: its own, that of its product, or "solid", numbered where it comes again. */
export const withNames = (solids: readonly NamedSolid[]): NamedSolid[] => {
  const taken = new Set<string>();
  return solids.map((s) => {
    const plain = plainWords(s.name) || 'solid';
    let own = plain;
    for (let n = 2; taken.has(own); n++) own = `${plain} ${n}`;
    taken.add(own);
    return { ...s, name: own, ...(s.body !== undefined && { body: plainWords(s.body) }) };
  });
};

/** A name without the signs that part the words of a statement. */
const plainWords = (name: string): string =>
  name
    .replace(/[,;:|[\]="]+/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()
    .slice(0, 100);
