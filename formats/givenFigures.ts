import DxfParser, {
  type IDimensionEntity,
  type IEntity,
  type IMtextEntity,
  type ITextEntity,
} from 'dxf-parser';
import { along2, dot2, sub2, type Vec2 } from '../core/geometry/vec.ts';
import { type GivenFigure, isInchThread } from '../core/mark/givenFigure.ts';
import { type GivenLetters, tabledHoles } from '../core/mark/tabledHoles.ts';

/** The figures of a file, and how many dimensions there are of kinds that are not read: ordinates. */
export type GivenFigures = { readonly figures: readonly GivenFigure[]; readonly unread: number };

/** Letters as they are meant: DXF writes signs by codes, and runs of MTEXT between braces. */
const lettersOf = (text: string): string =>
  text
    .replace(/\\U\+([0-9A-Fa-f]{4})/g, (_, code: string) => String.fromCodePoint(Number.parseInt(code, 16)))
    .replace(/%%c/gi, '⌀')
    .replace(/%%d/gi, '°')
    .replace(/%%p/gi, '±')
    .replace(/\\[A-Za-z][^;\\]*;/g, '')
    .replace(/[{}]/g, '')
    .replace(/\\P/g, ' ')
    .trim();

const flat = (p: { readonly x: number; readonly y: number }): Vec2 => [p.x, p.y];
/** Letters that hold a size of a round or an angle. */
const SIZED =
  /[⌀∅Øø⌒]\s*\d|^\s*(\d+\s*[x×]\s*)?M\s?\d|(^|\s)S?R\s*\d|\d\s*°|[\d\]]\s*DIA\b|(^|\s)t\s*=\s*\d|↧\s*\d|\d\s*THICK\b/iu;
/** An inch thread with the letters of its series. */
const UNIFIED = /^\s*(\d+\s*[x×]\s+)?[#\d][\d\s./"″]*-\s*\d+\s*UN/i;
/** The names of layers and groups that hold dimensions. */
export const OF_DIMENSIONS = /dim|size|mass/i;
/** Letters that are a figure alone: the size of an edge that runs aslant. */
const BARE = /^\(?(\d+\s*x\s+)?\d[\d./ ]*\)?$/;
/** Degrees from level or upright within which a dimension is so. */
const SQUARE = 0.01;

/** A dimension along a line at an angle, degrees: between the feet of its extension lines, which may reach differently far. */
export const measuredFigure = (text: string, from: Vec2, to: Vec2, angle: number, at: Vec2): GivenFigure => {
  const turn = ((angle % 180) + 180) % 180;
  const along = turn < SQUARE || turn > 180 - SQUARE ? 0 : Math.abs(turn - 90) < SQUARE ? 1 : undefined;
  if (along !== undefined) return { kind: 'distance', text, from, to, along, at };
  const d: Vec2 = [Math.cos((angle * Math.PI) / 180), Math.sin((angle * Math.PI) / 180)];
  const far = dot2(sub2(to, from), d);
  return { kind: 'aslant', text, from, to: along2(from, d, far), at };
};

/** Letters that stand for a size: of a round or an angle, or a bare figure among dimensions. */
const figureOfLetters = ({ text, at, isOfDimensions }: LettersThere): GivenFigure | undefined =>
  SIZED.test(text) || UNIFIED.test(text) || (isOfDimensions && (BARE.test(text) || isInchThread(text)))
    ? { kind: 'note', text, at }
    : undefined;

/** Letters of a file: their place, y up, and whether they stand in a layer or group of dimensions. */
export type LettersThere = GivenLetters & { readonly isOfDimensions: boolean };

/** The figures that letters by themselves are: rows of tables of holes, and sizes of rounds, angles and threads. */
export const figuresOfLetters = (letters: readonly LettersThere[]): GivenFigure[] => {
  const { holes, taken } = tabledHoles(letters);
  return [...holes, ...letters.flatMap((l) => (taken.has(l) ? [] : (figureOfLetters(l) ?? [])))];
};

const distance = (d: IDimensionEntity): GivenFigure | undefined => {
  const [p, q, at] = [d.linearOrAngularPoint1, d.linearOrAngularPoint2, d.middleOfText ?? d.anchorPoint];
  if (!p || !q || !at) return undefined;
  const isAligned = (d.dimensionType & 7) === 1;
  const angle = isAligned ? (Math.atan2(q.y - p.y, q.x - p.x) * 180) / Math.PI : (d.angle ?? 0);
  return measuredFigure(lettersOf(d.text ?? '') || '<>', flat(p), flat(q), angle, flat(at));
};

/** Types of dimension entities. Source: the DXF reference, group 70 of DIMENSION. */
const ROTATED = 0;
const ALIGNED = 1;
const ANGULAR = [2, 5];
const DIAMETER = 3;
const RADIUS = 4;

const figureOf = (e: IEntity): GivenFigure | LettersThere | 'unread' | undefined => {
  if (e.type === 'TEXT' || e.type === 'MTEXT') {
    const text = lettersOf((e as ITextEntity | IMtextEntity).text ?? '');
    const at = (e as ITextEntity).startPoint ?? (e as IMtextEntity).position;
    return at && { text, at: flat(at), isOfDimensions: OF_DIMENSIONS.test(e.layer ?? '') };
  }
  if (e.type !== 'DIMENSION') return undefined;
  const d = e as IDimensionEntity;
  const type = d.dimensionType & 7;
  if (type === ROTATED || type === ALIGNED) return distance(d) ?? 'unread';
  const at = d.middleOfText ?? d.anchorPoint;
  const signs: Readonly<Record<number, readonly [before: string, after: string]>> = {
    [DIAMETER]: ['⌀', ''],
    [RADIUS]: ['R', ''],
  };
  const sign = ANGULAR.includes(type) ? (['', '°'] as const) : signs[type];
  if (!sign || !at) return 'unread';
  const measured = ANGULAR.includes(type)
    ? ((d.actualMeasurement ?? 0) * 180) / Math.PI
    : (d.actualMeasurement ?? 0);
  const figure = `${sign[0]}${Number(measured.toFixed(3))}${sign[1]}`;
  const written = lettersOf(d.text ?? '');
  return { kind: 'note', text: written ? written.replace('<>', figure) : figure, at: flat(at) };
};

/** The figures of a DXF file: its dimensions, and letters with sizes of rounds and angles. None where it cannot be read. */
export const givenFigures = (text: string): GivenFigures => {
  let entities: readonly IEntity[] = [];
  try {
    entities = new DxfParser().parseSync(text)?.entities ?? [];
  } catch {
    // what keeps the file from being read is said where its views are
  }
  const all = entities.map(figureOf);
  const read = all.filter((f) => f !== undefined && f !== 'unread');
  return {
    figures: [
      ...read.filter((f) => 'kind' in f),
      ...figuresOfLetters(read.filter((f): f is LettersThere => !('kind' in f))),
    ],
    unread: all.filter((f) => f === 'unread').length,
  };
};
