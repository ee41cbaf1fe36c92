import { Ask } from './ask.ts';
import { type FaceName, isFace } from './faces.ts';
import type { Meaning } from './lexicon.ts';
import { SIDES } from './lexicon.ts';
import type { Token } from './tokens.ts';

/** Sizes that a word beside a figure names. */
const LABELS = [
  'width',
  'depth',
  'height',
  'thickness',
  'length',
  'diameter',
  'radius',
  'af',
  'ac',
  'side',
  'sides',
  'od',
  'id',
  'pcd',
  'pitch',
  'centres',
  'corners',
  'degrees',
  'metric',
  'threadLength',
  'tubeSize',
  'overall',
  'base',
  'wall',
  'sunk',
] as const;
export type Label = (typeof LABELS)[number];

/** Figures of a line with what they belong to; `tokens` are the places of all words and figures that say so. */
export type Claim = { readonly text: string; readonly tokens: readonly number[] };

/** What the figures of a line belong to, whatever their order. Every token is in one role at most. */
export type Roles = {
  readonly sizes: readonly (Claim & { readonly label: Label })[];
  /** distances from faces */
  readonly from: readonly (Claim & { readonly face: FaceName })[];
  /** from whichever edges are nearest: "10 from the edges" */
  readonly inset: readonly Claim[];
  /** two or three figures after "at" */
  readonly at: readonly Claim[];
  /** the word "at", which goes with them */
  readonly atWord: number | undefined;
  /** the smaller end of a cone or pyramid */
  readonly top: Claim | undefined;
  readonly count: Claim | undefined;
  readonly angle: Claim | undefined;
  readonly counterbore: readonly Claim[];
  readonly countersink: readonly Claim[];
  /** three faces that meet in a corner, or those to which corners or edges of a polygon look */
  readonly corner:
    | {
        readonly faces: readonly FaceName[];
        readonly tokens: readonly number[];
        readonly of: 'corner' | 'edge';
      }
    | undefined;
  readonly faces: readonly (Claim & { readonly face: FaceName })[];
  /** figures without a name, in order; `crossed`: an "x" is before it; `parted`: a comma is */
  readonly plain: readonly (Claim & { readonly crossed: boolean; readonly parted: boolean })[];
};

/** Words that only come after their figure: "12 deep", but "depth 12" or "12 depth". */
const AFTER = new Set([
  'wide',
  'deep',
  'high',
  'tall',
  'thick',
  'thk',
  'long',
  'across',
  'apart',
  'spaced',
  'sided',
  'sides',
  'centres',
  'centers',
]);
/** Words that rather take the figure after them where a shape has the one before: "hole 5 pcd 30". */
const LATE: readonly Label[] = ['pcd', 'pitch'];
/** Words whose figures only come after them. */
const BEFORE: readonly Label[] = ['metric', 'threadLength', 'corners', 'tubeSize', 'overall', 'sunk'];
/** Shapes that come in numbers. */
const PLURALS = new Set<Meaning>([
  'hole',
  'slot',
  'openslot',
  'cylinder',
  'block',
  'notch',
  'pocket',
  'groove',
]);
/** Names that stand behind a figure of a counterbore or countersink. */
const OWN_NAMES: ReadonlySet<Meaning> = new Set(['width', 'diameter', 'depth', 'degrees']);
/** Words that may stand between a number and the things that are counted: "2 drilled holes", "4 through holes". */
const BETWEEN = new Set<Meaning>([
  'hole',
  'counterbore',
  'countersink',
  'through',
  'clearance',
  'blind',
  'tapped',
  'square',
  'hexagon',
]);

const isLabel = (m: Meaning): m is Label => (LABELS as readonly string[]).includes(m);
/** Whether a word names the figure beside it: "deep", "dia". */
export const isLabelWord = (w: Token | undefined): boolean =>
  w?.kind === 'word' && isLabel(w.means) && !['corners', 'base', 'wall'].includes(w.means);
const isPlural = (w: Token | undefined): boolean =>
  w?.kind === 'word' && PLURALS.has(w.means) && /[^s]s$/.test(w.raw) && w.raw.toLowerCase() !== 'boss';
const isCounted = (w: Token | undefined): boolean => w?.kind === 'word' && PLURALS.has(w.means);

/** Splits "2 5/8 holes" into two holes of 5/8: the only mixed figure before a plural, where nothing else counts them. */
export const countSplit = (words: readonly Token[]): Token[] => {
  const counted = words.some(
    (w, i) =>
      w.kind === 'word' && (w.means === 'off' || (w.means === 'row' && words[i + 1]?.kind === 'figure')),
  );
  const named = words.some((w) => w.kind === 'word' && ['diameter', 'radius', 'metric'].includes(w.means));
  return words.flatMap((w, i): Token[] => {
    const parts = w.kind === 'figure' && !named && !counted ? /^(\d+) (\d+\/\d+.*)$/.exec(w.text) : null;
    if (!parts || w.kind !== 'figure' || i > 0) return [w];
    let j = i + 1;
    for (; words[j]?.kind === 'word' && !isPlural(words[j]); j++) {
      const next = words[j];
      if (next?.kind !== 'word' || !BETWEEN.has(next.means)) return [w];
    }
    if (!isPlural(words[j])) return [w];
    const at = w.from + (parts[1] as string).length;
    return [
      { ...w, text: parts[1] as string, to: at },
      { ...w, text: parts[2] as string, from: at + 1, parted: false },
    ];
  });
};

/** Finds what each figure of a line belongs to. */
export const rolesOf = (words: readonly Token[]): Roles => {
  const taken = words.map(() => false);
  const free = (i: number): Token | undefined => (taken[i] ? undefined : words[i]);
  const wordAt = (i: number): Meaning | undefined => {
    const w = free(i);
    return w?.kind === 'word' ? w.means : undefined;
  };
  const figureAt = (i: number): string | undefined => {
    const w = free(i);
    return w?.kind === 'figure' ? w.text : undefined;
  };
  const claim = (text: string, ...tokens: number[]): Claim => {
    for (const i of tokens) taken[i] = true;
    return { text, tokens };
  };
  const all = new Set<Meaning>(words.flatMap((w) => (w.kind === 'word' ? [w.means] : [])));
  const seen = (...m: Meaning[]): boolean => m.some((x) => all.has(x));
  const regular = words.some((w) => w.kind === 'word' && SIDES[w.means] !== undefined);
  const tapers = seen('cone', 'pyramid', 'tapering');

  /** Whether the figure at k has another name behind it: "20 high", but not "20 height 30". */
  const claimed = (k: number): boolean => {
    const w = words[k + 1];
    if (w?.kind !== 'word' || w.parted) return false;
    if (w.means === 'from' || w.means === 'up' || w.means === 'down' || w.means === 'fromedges') return true;
    if (!isLabelWord(w)) return false;
    const next = words[k + 2];
    return (
      AFTER.has(w.raw.toLowerCase()) ||
      figureAt(k + 2) === undefined ||
      next?.parted === true ||
      claimed(k + 2)
    );
  };

  // three faces and "corner"; or "corner to the front", "corners front and back", "edge to the right"
  let corner: Roles['corner'];
  words.forEach((w, i) => {
    const meets =
      w.kind === 'word' &&
      (w.means === 'corner' ||
        w.means === 'corners' ||
        w.means === 'edge' ||
        (w.means === 'edgeline' && seen('chamfer', 'fillet')));
    if (corner || !meets) return;
    const before: number[] = [];
    for (let j = i - 1; isFace(wordAt(j)); j--) before.unshift(j);
    const after: number[] = [];
    let ahead = i + 1;
    if (wordAt(ahead) === 'toward') ahead++;
    for (let j = ahead; isFace(wordAt(j)); j++) after.push(j);
    const tokens =
      before.length >= 2
        ? before
        : regular || seen('pyramid', 'prism')
          ? after
          : before.length
            ? before
            : after;
    if (!tokens.length) return;
    const lead =
      tokens[0] === before[0] && wordAt((tokens[0] as number) - 1) === 'from'
        ? [(tokens[0] as number) - 1]
        : [];
    const link = tokens[0] === after[0] && ahead === i + 2 ? [i + 1] : [];
    corner = {
      faces: tokens.map((j) => wordAt(j) as FaceName),
      tokens: claim('', i, ...lead, ...link, ...tokens).tokens,
      of: w.kind === 'word' && w.means === 'edge' ? 'edge' : 'corner',
    };
  });

  /** Figures that follow a word, with the names and the "x" between them passed over. */
  const following = (i: number, most: number): Claim[] => {
    const out: Claim[] = [];
    let j = i + 1;
    let link: number[] = [];
    for (; j < words.length && out.length < most; j++) {
      const w = words[j] as Token;
      if (taken[j]) break;
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
    const isOwn = words.slice(0, i - 1 - dia).some((x, j) => x.kind === 'figure' && !taken[j]);
    const place = words.findIndex((x, j) => j > i && x.kind === 'word' && x.means === 'at');
    const after = words.slice(i + 1, place < 0 ? undefined : place).filter((x) => x.kind === 'figure').length;
    if (before === undefined || !isOwn || after !== 1) return following(i, 2);
    return [claim(before, ...(dia ? [i - 1] : []), i - 1 - dia), ...following(i, 1)];
  };
  let counterbore: Claim[] = [];
  let countersink: Claim[] = [];
  words.forEach((w, i) => {
    if (w.kind !== 'word' || taken[i]) return;
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

  const from: (Claim & { face: FaceName })[] = [];
  const inset: Claim[] = [];
  const round = seen('diameter', 'radius', 'metric');
  words.forEach((w, i) => {
    if (w.kind !== 'word' || taken[i]) return;
    /** a figure right behind its shape is the shape's own: "hole 12 from left 45" */
    const own = (k: number): boolean =>
      !round && isCounted(words[k - 1]) && words[k]?.kind === 'figure' && !words[k]?.parted;
    /** no figure is here, or one that belongs to what follows it */
    const stands = (k: number): boolean =>
      figureAt(k) === undefined || words[k]?.parted === true || claimed(k);
    if (w.means === 'fromedges') {
      const size = figureAt(i - 1);
      if (size !== undefined) inset.push(claim(size, i - 1, i));
    } else if (w.means === 'from') {
      const [figure, beyond] = [figureAt(i + 1), wordAt(i + 2)];
      if (figure !== undefined && isFace(beyond)) {
        from.push({ ...claim(figure, i, i + 1, i + 2), face: beyond });
        return;
      }
      const face = wordAt(i + 1);
      if (!isFace(face)) return;
      const [before, after] = [figureAt(i - 1), figureAt(i + 2)];
      const behind = words[i + 2];
      if (before !== undefined && !w.parted && !own(i - 1))
        from.push({ ...claim(before, i - 1, i, i + 1), face });
      else if (after !== undefined && behind && !behind.parted && !claimed(i + 2) && stands(i + 3))
        from.push({ ...claim(after, i, i + 1, i + 2), face });
    }
  });
  // "from the front" without a figure says in which face
  const faceLead = (i: number): number[] =>
    wordAt(i - 1) === 'from' || wordAt(i - 1) === 'at' ? [i - 1] : [];

  let at: Claim[] = [];
  let atWord: number | undefined;
  let top: Claim | undefined;
  let count: Claim | undefined;
  const sizes: (Claim & { label: Label })[] = [];
  const ends = words.flatMap((w, i) =>
    w.kind === 'word' && (w.means === 'top' || w.means === 'bottom' || w.means === 'base') ? [i] : [],
  );
  // "40 base 20 top" or "base 40 top 20": the first of the two words decides
  const trailing = ends.length > 1 && figureAt((ends[0] as number) - 1) !== undefined;
  /** The figure that goes with "top" or "base"; "dia" between them is passed over. */
  const beside = (i: number): Claim | undefined => {
    const skip = (step: 1 | -1): number => (wordAt(i + step) === 'diameter' ? i + 2 * step : i + step);
    const [after, before] = [skip(1), skip(-1)];
    // "60 dia top 30 dia": both figures have their own "dia", and the word stands before the one it is of
    const leads =
      !trailing &&
      figureAt(before) !== undefined &&
      figureAt(after) !== undefined &&
      wordAt(i - 1) === 'diameter' &&
      wordAt(after + 1) === 'diameter' &&
      !words[after]?.parted;
    const order =
      !leads &&
      (trailing || (figureAt(before) !== undefined && (figureAt(after) === undefined || claimed(after))))
        ? [before, after]
        : [after, before];
    const k = order.find((x) => figureAt(x) !== undefined && (x > i && !leads ? !claimed(x) : true));
    const size = k === undefined ? undefined : figureAt(k);
    if (k === undefined || size === undefined) return undefined;
    const between = Math.abs(k - i) === 2 ? [(k + i) / 2] : [];
    const late = k > i && wordAt(k + 1) === 'diameter' ? [k + 1] : [];
    return claim(size, i, k, ...between, ...late);
  };
  words.forEach((w, i) => {
    if (w.kind !== 'word' || taken[i]) return;
    const m = w.means;
    if (m === 'at' && !at.length) {
      const found: number[] = [];
      const links: number[] = [];
      let j = i + 1;
      for (; j < words.length && found.length < 3; j++) {
        if (figureAt(j) !== undefined && !claimed(j)) found.push(j);
        else if (free(j)?.kind === 'by') links.push(j);
        else break;
      }
      if (found.length >= 2) {
        atWord = i;
        taken[i] = true;
        for (const l of links) taken[l] = true;
        at = found.map((k) => claim((words[k] as Extract<Token, { kind: 'figure' }>).text, k));
        if (links.length) at[0] = { ...(at[0] as Claim), tokens: [...(at[0] as Claim).tokens, ...links] };
      }
    } else if (m === 'top' && tapers && top === undefined) {
      if (!faceLead(i).length) top = beside(i);
    } else if ((m === 'bottom' || m === 'base') && tapers && !sizes.some((s) => s.label === 'base')) {
      const size = faceLead(i).length ? undefined : beside(i);
      if (size !== undefined) sizes.push({ ...size, label: 'base' });
    } else if (m === 'off' || m === 'row') {
      const near = m === 'off' ? [i - 1, i + 1] : [i + 1, i - 1];
      const k = near.find((x) => figureAt(x) !== undefined);
      if (k !== undefined && count === undefined) {
        const cross = free(k - 1)?.kind === 'by' && m === 'off' ? [k - 1] : [];
        count = claim(figureAt(k) as string, i, k, ...cross);
      }
    } else if (m === 'up' || m === 'over' || m === 'down') {
      const k = [i - 1, i + 1].find((x) => figureAt(x) !== undefined);
      if (k !== undefined)
        from.push({
          ...claim(figureAt(k) as string, i, k),
          face: m === 'up' ? 'bottom' : m === 'down' ? 'top' : 'left',
        });
    }
  });

  // a whole number before the shape: "4 holes", "4x hole", "2 bosses"
  const firstFigure = words.findIndex((w) => w.kind === 'figure');
  words.forEach((w, i) => {
    if (w.kind !== 'figure' || taken[i] || count !== undefined || !/^\d+$/.test(w.text) || Number(w.text) < 2)
      return;
    let j = i + 1;
    if (words[j]?.kind === 'by') j++;
    const times = j > i + 1;
    const next = words[j];
    const direct = isCounted(next) && (times || isPlural(next) || w.spelled);
    // "4 x 7 dia holes", "2 drilled 5/8 holes": a plural further on makes the first figure a count
    const later = words.slice(j).some(isPlural) && i === firstFigure;
    const spread = later && next?.kind === 'figure' && (times || !next.parted);
    const worded =
      later &&
      next?.kind === 'word' &&
      ((!times && BETWEEN.has(next.means)) || ['metric', 'diameter'].includes(next.means));
    if (!direct && !spread && !worded) return;
    count = claim(w.text, i, ...(times ? [i + 1] : []));
  });

  // which side of their figures nouns stand on, where both would do
  const firstLabel = words.findIndex((w, i) => !taken[i] && isLabelWord(w));
  const firstFree = words.findIndex((w, i) => !taken[i] && w.kind === 'figure');
  let leading = firstLabel >= 0 && firstLabel < firstFree;
  const lathe = isLathe(words);
  words.forEach((w, i) => {
    if (w.kind !== 'word' || taken[i] || !isLabel(w.means) || w.means === 'base') return;
    // a wall is a block of its own, but for a tube, whose thickness it is
    const isBehind = isLabelWord(words[i - 2]) || words[i - 1]?.parted === true;
    const isOwn = isBehind && figureAt(i - 1) !== undefined;
    if (w.means === 'wall' && (!seen('tube') || (claimed(i + 1) && !isOwn))) return;
    const label = w.means;
    // of a turned part diameters and lengths come in turn, whether or not they are called so
    if (lathe && (label === 'diameter' || label === 'length')) return;
    // a comma parts a name from a figure where there is one on its other side
    const cutOff = w.parted && figureAt(i + 1) !== undefined;
    const before = cutOff ? undefined : figureAt(i - 1);
    const behind = words[i + 1];
    const after =
      behind?.kind === 'figure' && behind.parted && before !== undefined ? undefined : figureAt(i + 1);
    const onlyAfter =
      (AFTER.has(w.raw.toLowerCase()) && before !== undefined) ||
      ((label === 'af' || label === 'ac') && before !== undefined);
    const onlyBefore = BEFORE.includes(label);
    const k =
      before !== undefined &&
      !onlyBefore &&
      (onlyAfter || after === undefined || !(leading || (LATE.includes(label) && isCounted(words[i - 2]))))
        ? i - 1
        : after !== undefined && !onlyAfter
          ? i + 1
          : before !== undefined && (label === 'corners' || label === 'overall')
            ? i - 1
            : undefined;
    if (label === 'degrees' && words[i - 1]?.kind === 'figure' && taken[i - 1]) return;
    if (k === undefined) return;
    if (k === i + 1) leading = true;
    const text = figureAt(k) as string;
    sizes.push({ ...claim(text, i, k), label });
  });

  const degrees = words.findIndex((w, i) => w.kind === 'figure' && w.degrees && !taken[i]);
  const named = sizes.findIndex((s) => s.label === 'degrees');
  let angle: Claim | undefined;
  if (degrees >= 0) angle = claim(figureAt(degrees) as string, degrees);
  else if (named >= 0) angle = sizes.splice(named, 1)[0];
  // "turned 30": the figure behind it is an angle
  if (!angle && !lathe) {
    const i = words.findIndex((w) => w.kind === 'word' && (w.means === 'turned' || w.means === 'tilted'));
    const size = i < 0 ? undefined : figureAt(i + 1);
    if (size !== undefined && (regular || seen('prism', 'pyramid', 'block', 'plate', 'slot', 'tilted')))
      angle = claim(size, i + 1);
  }
  const faces = words.flatMap((w, i) =>
    w.kind === 'word' && !taken[i] && isFace(w.means)
      ? [{ face: w.means, ...claim('', i, ...faceLead(i)) }]
      : [],
  );
  const plain = words.flatMap((w, i) => {
    if (w.kind !== 'figure' || taken[i]) return [];
    const crossed = free(i - 1)?.kind === 'by';
    return [{ ...claim(w.text, i, ...(crossed ? [i - 1] : [])), crossed, parted: w.parted }];
  });
  return {
    sizes,
    from,
    inset,
    at,
    atWord,
    top,
    count,
    angle,
    counterbore,
    countersink,
    corner,
    faces,
    plain,
  };
};

/** "turned" says that a part is made on the lathe, where no other shape is named and nothing is turned by an angle. */
export const isLathe = (words: readonly Token[]): boolean =>
  words.some((w) => w.kind === 'word' && w.means === 'turned') &&
  !words.some(
    (w) =>
      (w.kind === 'figure' && w.degrees) ||
      (w.kind === 'word' &&
        (SIDES[w.means] !== undefined ||
          ['prism', 'pyramid', 'block', 'plate', 'degrees', 'slot', 'cone', 'wedge'].includes(w.means))),
  );

/** A word that stands twice in a row says the same twice, or one of them was meant otherwise. */
export const refuseDoubles = (words: readonly Token[]): void => {
  words.forEach((w, i) => {
    const next = words[i + 1];
    if (
      w.kind === 'word' &&
      next?.kind === 'word' &&
      w.raw.trim().toLowerCase() === next.raw.trim().toLowerCase()
    )
      throw new Ask(`"${w.raw.trim()}" stands twice. Is one of them another word?`, []);
  });
};
