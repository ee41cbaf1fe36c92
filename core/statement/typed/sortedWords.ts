import type { Meaning } from './lexicon.ts';
import type { Word } from './words.ts';

export type FaceName = 'top' | 'bottom' | 'front' | 'back' | 'left' | 'right';
export const FACES: readonly FaceName[] = ['top', 'bottom', 'front', 'back', 'left', 'right'];

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
  'tubeSize',
  'overall',
] as const;
export type Label = (typeof LABELS)[number];

/** What a typed line says, whatever its order: sizes by name, figures without one, places, counts. */
export type Gathered = {
  readonly means: ReadonlySet<Meaning>;
  readonly sizes: Readonly<Partial<Record<Label, string>>>;
  /** figures without a name, in order */
  readonly plain: readonly string[];
  readonly face: FaceName | undefined;
  /** further faces: "top right" is flush with the right */
  readonly flush: readonly FaceName[];
  /** distances from faces, as they were stated */
  readonly from: Readonly<Partial<Record<FaceName, string>>>;
  /** two or three figures after "at" */
  readonly at: readonly string[];
  readonly top: string | undefined;
  readonly count: string | undefined;
  readonly angle: string | undefined;
  readonly counterbore: readonly string[];
  readonly countersink: readonly string[];
  readonly unknown: readonly string[];
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
  'af',
  'flats',
  'ac',
  'centres',
  'centers',
]);
/** Words that rather take the figure after them where a shape has the one before: "hole 5 pcd 30". */
const LATE: readonly Label[] = ['pcd', 'pitch'];
/** Words whose figures only come after them. */
const BEFORE: readonly Label[] = ['metric', 'corners', 'tubeSize', 'overall'];

const isFace = (m: Meaning): m is FaceName => (FACES as readonly string[]).includes(m);
const isLabel = (m: Meaning): m is Label => (LABELS as readonly string[]).includes(m);

/** Gathers what a line says. */
export const sortWords = (words: readonly Word[]): Gathered => {
  const used = words.map(() => false);
  const wordAt = (i: number): Meaning | undefined => {
    const w = words[i];
    return w?.kind === 'word' && !used[i] ? w.means : undefined;
  };
  const figureAt = (i: number): string | undefined => {
    const w = words[i];
    return w?.kind === 'figure' && !used[i] ? w.text : undefined;
  };
  const take = (...at: number[]): void => {
    for (const i of at) used[i] = true;
  };
  const sizes: Partial<Record<Label, string>> = {};
  const from: Partial<Record<FaceName, string>> = {};
  const all = new Set<Meaning>(words.flatMap((w) => (w.kind === 'word' ? [w.means] : [])));

  /** Figures that follow a word, with the names and the "x" between them passed over. */
  const following = (i: number, most: number): string[] => {
    const out: string[] = [];
    let j = i + 1;
    for (; j < words.length && out.length < most; j++) {
      const w = words[j] as Word;
      if (w.kind === 'figure' && !used[j]) {
        out.push(w.text);
        take(j);
      } else if (w.kind === 'by' || (w.kind === 'word' && ['diameter', 'depth', 'at'].includes(w.means)))
        take(j);
      else break;
    }
    const last = words[j];
    if (out.length && last?.kind === 'word' && ['depth', 'diameter', 'degrees'].includes(last.means)) take(j);
    return out;
  };

  /** Whether the figure at k has another name behind it: "20 high", but not "20 height 30". */
  const claimed = (k: number): boolean => {
    const w = words[k + 1];
    if (w?.kind !== 'word' || w.parted || !isLabelWord(w)) return false;
    return AFTER.has(w.raw.toLowerCase()) || figureAt(k + 2) === undefined;
  };
  const ends = words.flatMap((w, i) =>
    w.kind === 'word' && (w.means === 'top' || w.means === 'bottom' || w.raw === 'base') ? [i] : [],
  );
  // "40 base 20 top" or "base 40 top 20": the first of the two words decides
  const trailing = ends.length > 1 && figureAt((ends[0] as number) - 1) !== undefined;
  /** The figure that goes with "top" or "base"; "dia" between them is passed over. */
  const beside = (i: number): string | undefined => {
    const skip = (step: 1 | -1): number => (wordAt(i + step) === 'diameter' ? i + 2 * step : i + step);
    const [after, before] = [skip(1), skip(-1)];
    const order =
      trailing || (figureAt(before) !== undefined && claimed(after)) ? [before, after] : [after, before];
    const k = order.find((x) => figureAt(x) !== undefined);
    const size = k === undefined ? undefined : figureAt(k);
    if (k === undefined || size === undefined) return undefined;
    take(i, k);
    if (Math.abs(k - i) === 2) take((i + k) / 2);
    if (k > i && wordAt(k + 1) === 'diameter') take(k + 1);
    return size;
  };

  let counterbore: string[] = [];
  let countersink: string[] = [];
  let at: string[] = [];
  let top: string | undefined;
  let count: string | undefined;
  const turned = all.has('cone') || all.has('pyramid');

  words.forEach((w, i) => {
    if (w.kind !== 'word' || used[i]) return;
    if (w.means === 'counterbore') {
      counterbore = following(i, 2);
      take(i);
    } else if (w.means === 'countersink') {
      countersink = following(i, 2);
      take(i);
    } else if (w.means === 'from') {
      // "45 from left" or "from left 45"
      const [figure, beyond] = [figureAt(i + 1), wordAt(i + 2)];
      if (figure !== undefined && beyond && isFace(beyond)) {
        from[beyond] = figure;
        take(i, i + 1, i + 2);
        return;
      }
      const face = wordAt(i + 1);
      if (!face || !isFace(face)) return;
      const [before, after] = [figureAt(i - 1), figureAt(i + 2)];
      if (before !== undefined) {
        from[face] = before;
        take(i - 1, i, i + 1);
      } else if (after !== undefined && !isLabelWord(words[i + 3])) {
        from[face] = after;
        take(i, i + 1, i + 2);
      } else take(i);
    }
  });
  words.forEach((w, i) => {
    if (w.kind !== 'word' || used[i]) return;
    const m = w.means;
    if (m === 'at' && !at.length) {
      const found: number[] = [];
      let j = i + 1;
      for (; j < words.length && found.length < 3; j++) {
        if (figureAt(j) !== undefined && !claimed(j)) found.push(j);
        else if (words[j]?.kind !== 'by') break;
      }
      if (found.length >= 2) {
        at = found.map((k) => (words[k] as Extract<Word, { kind: 'figure' }>).text);
        take(i, ...found);
      }
    } else if (m === 'top' && turned && top === undefined) top = beside(i);
    else if ((m === 'bottom' || w.raw === 'base') && turned && sizes.diameter === undefined) {
      const size = beside(i);
      if (size !== undefined) sizes.diameter = size;
    } else if (m === 'off' || m === 'row') {
      const near = m === 'off' ? [i - 1, i + 1] : [i + 1, i - 1];
      const k = near.find((x) => figureAt(x) !== undefined);
      if (k !== undefined) {
        count ??= figureAt(k) as string;
        take(i, k);
        if (words[k - 1]?.kind === 'by' && m === 'off') take(k - 1);
      }
    } else if (m === 'up' || m === 'over') {
      const k = [i - 1, i + 1].find((x) => figureAt(x) !== undefined);
      if (k !== undefined) {
        from[m === 'up' ? 'bottom' : 'left'] = figureAt(k) as string;
        take(i, k);
      }
    }
  });

  // a whole number before the shape: "4 holes", "4x hole", "2 bosses"
  words.forEach((w, i) => {
    if (w.kind !== 'figure' || used[i] || count !== undefined || !/^\d+$/.test(w.text) || Number(w.text) < 2)
      return;
    let j = i + 1;
    if (words[j]?.kind === 'by') j++;
    const times = j > i + 1;
    // "4 x 7 dia holes": a plural further on makes the first of two a count
    const plural = (x: Word | undefined): boolean =>
      x?.kind === 'word' && /[^s]s$/.test(x.raw) && PLURALS.has(x.means);
    const next = words[j];
    const direct = next?.kind === 'word' && PLURALS.has(next.means) && (times || plural(next) || w.spelled);
    const spread =
      times && next?.kind === 'figure' && words.slice(j).some(plural) && i === firstFigure(words);
    const late = !times && words.slice(i).some(plural) && i === firstFigure(words) && isPolygonOrRound(next);
    if (!direct && !spread && !late) return;
    count = w.text;
    take(i);
    if (times) take(i + 1);
  });

  // which side of their figures nouns stand on, where both would do
  const firstLabel = words.findIndex((w, i) => !used[i] && isLabelWord(w));
  const firstFree = words.findIndex((w, i) => !used[i] && w.kind === 'figure');
  let leading = firstLabel >= 0 && firstLabel < firstFree;
  words.forEach((w, i) => {
    if (w.kind !== 'word' || used[i] || !isLabel(w.means)) return;
    const name = w.means;
    // of a turned part diameters and lengths come in turn, whether or not they are called so
    if (all.has('turned') && (name === 'diameter' || name === 'length')) {
      take(i);
      return;
    }
    // a comma parts a name from a figure where there is one on its other side
    const cutOff = w.parted && figureAt(i + 1) !== undefined;
    const before = cutOff ? undefined : figureAt(i - 1);
    const behind = words[i + 1];
    const after =
      behind?.kind === 'figure' && behind.parted && before !== undefined ? undefined : figureAt(i + 1);
    const onlyAfter = AFTER.has(w.raw.toLowerCase());
    const onlyBefore = BEFORE.includes(name);
    const first = words[i - 1];
    const k =
      before !== undefined &&
      !onlyBefore &&
      (onlyAfter || after === undefined || !(leading || (LATE.includes(name) && isShape(words[i - 2]))))
        ? i - 1
        : after !== undefined && !onlyAfter
          ? i + 1
          : before !== undefined && (name === 'corners' || name === 'overall')
            ? i - 1
            : undefined;
    if (name === 'degrees' && first?.kind === 'figure') return;
    if (k === undefined) return;
    if (k === i + 1) leading = true;
    if (sizes[name] === undefined) sizes[name] = figureAt(k) as string;
    take(i, k);
  });

  const degrees = words.findIndex((w, i) => w.kind === 'figure' && w.degrees && !used[i]);
  const angle = degrees >= 0 ? figureAt(degrees) : sizes.degrees;
  if (degrees >= 0) take(degrees);
  const faces = words.flatMap((w, i) => (w.kind === 'word' && !used[i] && isFace(w.means) ? [w.means] : []));
  return {
    means: all,
    sizes,
    plain: words.flatMap((w, i) => (w.kind === 'figure' && !used[i] ? [w.text] : [])),
    face: faces[0],
    flush: faces.slice(1),
    from,
    at,
    top,
    count,
    angle,
    counterbore,
    countersink,
    unknown: words.flatMap((w) => (w.kind === 'unknown' ? [w.raw] : [])),
  };
};

/** Shapes that come in numbers. */
const PLURALS = new Set<Meaning>(['hole', 'slot', 'cylinder', 'block', 'notch', 'pocket', 'groove']);

const isLabelWord = (w: Word | undefined): boolean =>
  w?.kind === 'word' && isLabel(w.means) && w.means !== 'corners';
const isPolygonOrRound = (w: Word | undefined): boolean =>
  w?.kind === 'word' &&
  ['counterbore', 'countersink', 'metric', 'through', 'clearance', 'diameter'].includes(w.means);
const isShape = (w: Word | undefined): boolean => w?.kind === 'word' && PLURALS.has(w.means);
const firstFigure = (words: readonly Word[]): number => words.findIndex((w) => w.kind === 'figure');
