/** Letters that are left out of revisions: they are easily read as figures. */
const LEFT_OUT = new Set(['I', 'O']);
const ALPHABET = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'].filter((c) => !LEFT_OUT.has(c));

/** The revision after another: A, B … H, J … Z, AA, AB …; of a figure the next figure. The first is A. */
export const nextRevision = (letter: string): string => {
  if (!letter) return 'A';
  if (/^\d+$/.test(letter)) return String(Number(letter) + 1).padStart(letter.length, '0');
  const at = ALPHABET.indexOf(letter.slice(-1));
  const head = letter.slice(0, -1);
  if (at < 0) return 'A';
  const next = ALPHABET[at + 1];
  return next === undefined ? `${head ? nextRevision(head) : 'A'}A` : `${head}${next}`;
};
