import type { Meaning } from '../lexicon.ts';
import type { Token } from '../tokens.ts';
import type { Claim, Claims } from './claims.ts';

/** Names that stand behind a figure of a counterbore or countersink. */
const OWN_NAMES: ReadonlySet<Meaning> = new Set(['width', 'diameter', 'depth', 'degrees']);
/** Claims the figures of a counterbore and of a countersink. */
export const recessesOf = ({
  words,
  isTaken,
  wordAt,
  figureAt,
  claim,
  seen,
  claimed,
}: Claims): { readonly counterbore: readonly Claim[]; readonly countersink: readonly Claim[] } => {
  /** Figures that follow a word, with the names and the "x" between them passed over. */
  const following = (i: number, most: number): Claim[] => {
    const out: Claim[] = [];
    let j = i + 1;
    let link: number[] = [];
    for (; j < words.length && out.length < most; j++) {
      const w = words[j] as Token;
      if (isTaken(j)) break;
      if (w.kind === 'figure') {
        const next = words[j + 1];
        const own = next?.kind === 'word' && OWN_NAMES.has(next.means);
        if (claimed(j) && !own) break;
        // what a comma parts from it is its own only where its name says so
        if (w.parted && !own && !w.degrees && !link.length) break;
        out.push(claim(w.text, ...link, j));
        link = [];
      } else if (w.kind === 'by' || (w.kind === 'word' && (w.means === 'at' || OWN_NAMES.has(w.means)))) {
        if (out.length) link.push(j);
        else link = [...link, j];
      } else break;
    }
    const tail = out.length === most ? words[j] : undefined;
    const ends = tail?.kind === 'word' && OWN_NAMES.has(tail.means) ? [j] : link;
    const last = out.at(-1);
    if (last) out[out.length - 1] = claim(last.text, ...last.tokens, ...ends);
    return out;
  };
  /**
   * "counterbored hole 6 through, 10 wide 4 deep": said of the hole before the hole's own size, its figures stand behind "through", the first one with its
   * name.
   */
  const behindThrough = (i: number, most: 1 | 2): Claim[] => {
    const through = words.findIndex((w, j) => j > i && w.kind === 'word' && w.means === 'through');
    const isOwn = words.slice(i + 2, through).some((w) => w.kind === 'figure');
    if (wordAt(i + 1) !== 'hole' || through < 0 || !isOwn) return [];
    const out: Claim[] = [];
    // "through the plate": the shape is known by one word
    for (let j = through + (wordAt(through + 1) === 'ofShape' ? 2 : 1); out.length < most; ) {
      const by = words[j]?.kind === 'by' ? [j++] : [];
      const size = figureAt(j);
      const name = wordAt(j + 1);
      const isNamed =
        out.length === 0 ? name === 'diameter' || name === 'width' : name === 'depth' || by.length > 0;
      if (size === undefined || (!isNamed && words[j + 1]?.kind !== 'by')) return [];
      const named = name !== undefined && OWN_NAMES.has(name) ? [j + 1] : [];
      out.push(claim(size, ...by, j, ...named));
      j += 1 + named.length;
      // "10 dia at 82 degrees" of a countersink
      const angle = words[j + 1];
      if (most === 1 && wordAt(j) === 'at' && angle?.kind === 'figure' && angle.degrees)
        out.push(claim(angle.text, j, j + 1));
    }
    return out;
  };
  /** "counterbore 20 x 6", or "20 dia counterbore 6 deep" where the hole has a figure of its own before. */
  const counterboreAt = (i: number): Claim[] => {
    const behind = behindThrough(i, 2);
    if (behind.length) return behind;
    const dia = wordAt(i - 1) === 'diameter' ? 1 : 0;
    const before = figureAt(i - 1 - dia);
    const isOwn = words.slice(0, i - 1 - dia).some((x, j) => x.kind === 'figure' && !isTaken(j));
    const place = words.findIndex((x, j) => j > i && x.kind === 'word' && x.means === 'at');
    const after = words.slice(i + 1, place < 0 ? undefined : place).filter((x) => x.kind === 'figure').length;
    if (before === undefined || !isOwn || after !== 1) return following(i, 2);
    return [claim(before, ...(dia ? [i - 1] : []), i - 1 - dia), ...following(i, 1)];
  };
  let counterbore: Claim[] = [];
  let countersink: Claim[] = [];
  words.forEach((w, i) => {
    if (w.kind !== 'word' || isTaken(i)) return;
    if (w.means === 'counterbore' && !counterbore.length) counterbore = counterboreAt(i);
    else if (w.means === 'countersink' && !countersink.length) {
      const behind = behindThrough(i, 1);
      countersink = behind.length ? behind : following(i, 2);
    }
  });
  // "countersunk hole 6 through, 12 at 90": the one figure after "at" is an angle
  if (seen('countersink') && !countersink.length)
    words.forEach((w, i) => {
      if (countersink.length || wordAt(i) !== 'at' || w.kind !== 'word') return;
      const [size, angle] = [figureAt(i - 1), figureAt(i + 1)];
      if (size === undefined || angle === undefined || figureAt(i + 2) !== undefined) return;
      const degrees = wordAt(i + 2) === 'degrees' ? [i + 2] : [];
      countersink = [claim(size, i - 1), claim(angle, i, i + 1, ...degrees)];
    });
  return { counterbore, countersink };
};
