import type { Drawing } from '../drawing/drawing.ts';
import type { Deed, ReplayChoice } from '../replay/deed.ts';
import type { Tool } from '../replay/step.ts';

/** A size of a method's figure that can be changed: mm, degrees, or a count. */
export type MethodFigure = {
  readonly key: string;
  readonly words: string;
  readonly unit: 'mm' | '°' | '';
  readonly value: number;
  readonly least: number;
  readonly most: number;
  /** counts are whole */
  readonly whole?: true;
};
export type Figures = Readonly<Record<string, number>>;

/** One step at the board. Points, lines and circles go by their names; those in `names` are lettered on the figure from here on. */
export type BoardStep = {
  readonly text: string;
  readonly why: string;
  readonly tool: Tool;
  readonly deeds: readonly Deed[];
  readonly names?: Readonly<Record<string, string>>;
};

/** What the constructions of the shelf are for, in the order in which they stand there. */
export const METHOD_GROUPS = [
  'Projection',
  'Sections',
  'Planes',
  'Developments',
  'Intersections',
  'Shapes',
  'Curves',
  'Fasteners',
] as const;

type Common = {
  /** its address on the shelf */
  readonly slug: string;
  readonly title: string;
  readonly group: (typeof METHOD_GROUPS)[number];
  /** when one needs it, in a sentence or two */
  readonly use: string;
  readonly figures: readonly MethodFigure[];
  /** why it cannot be done with these sizes, as a sentence with the remedy; undefined where it can */
  readonly refuses?: (f: Figures) => string | undefined;
};
/** A method shown by steps of its own, on paper in mm. */
export type BoardMethod = Common & {
  readonly kind: 'board';
  readonly steps: (f: Figures) => readonly BoardStep[];
};
/** A method shown by the construction of a small drawing. */
export type DrawingMethod = Common & {
  readonly kind: 'drawing';
  readonly drawing: (f: Figures) => Drawing;
  readonly choice: ReplayChoice;
};
/** A construction by hand on the method shelf: drawn by the engine for any sizes that are given to it. */
export type Method = BoardMethod | DrawingMethod;

/** A length in mm that can be changed. */
export const length = (
  key: string,
  words: string,
  value: number,
  [least, most]: readonly [number, number],
): MethodFigure => ({ key, words, unit: 'mm', value, least, most });
/** An angle in degrees that can be changed. */
export const degrees = (
  key: string,
  words: string,
  value: number,
  [least, most]: readonly [number, number],
): MethodFigure => ({ key, words, unit: '°', value, least, most });

/** The sizes that a method is shown with, and why some of those that were asked for could not be used. */
export type FiguresRead = { readonly figures: Figures; readonly refused: readonly string[] };

/**
 * Reads the sizes that were asked for, as text by their keys; a size that is not said has its usual value.
 * What cannot be used keeps its usual value and is told with its name and its limits.
 */
export const readFigures = (method: Method, asked: Readonly<Record<string, string>>): FiguresRead => {
  const refused: string[] = [];
  const entries = method.figures.map((f): readonly [string, number] => {
    const text = asked[f.key]?.trim().replace(',', '.');
    if (!text) return [f.key, f.value];
    const value = Number(text);
    if (
      Number.isFinite(value) &&
      value >= f.least &&
      value <= f.most &&
      (!f.whole || Number.isInteger(value))
    )
      return [f.key, value];
    refused.push(
      `${f.words}: "${asked[f.key]?.trim()}" cannot be used. Give a ${f.whole ? 'whole ' : ''}number from ${f.least} to ${f.most}.`,
    );
    return [f.key, f.value];
  });
  const figures = Object.fromEntries(entries);
  const why = method.refuses?.(figures);
  if (why === undefined) return { figures, refused };
  // sizes that do not go together: the usual ones always do
  return {
    figures: Object.fromEntries(method.figures.map((f) => [f.key, f.value])),
    refused: [...refused, why],
  };
};
