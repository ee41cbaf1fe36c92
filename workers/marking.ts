import { balance } from '../core/balance/balance.ts';
import { booksOf } from '../core/balance/books.ts';
import type { GivenLine } from '../core/balance/given.ts';
import type { Scheme } from '../core/dimension/propose.ts';
import type { Desk } from '../core/drawing/desk.ts';
import type { Drawing } from '../core/drawing/drawing.ts';
import { distance2, type Vec2 } from '../core/geometry/vec.ts';
import type { ViewName } from '../core/geometry/viewFrames.ts';
import { dimensionMarks } from '../core/mark/dimensionMarks.ts';
import { headingOf, type Marked } from '../core/mark/marks.ts';
import { sentence } from '../core/number/fault.ts';
import { sizeText } from '../core/number/format.ts';
import { figuresOfSvg } from '../formats/figuresOfSvg.ts';
import { givenDxf } from '../formats/givenDxf.ts';
import { givenFigures } from '../formats/givenFigures.ts';
import { givenSvg } from '../formats/givenSvg.ts';
import { layingOn, pathOfGiven } from './balancing.ts';

/** A mistake with its place on the model's sheet, mm with y down. */
export type PlacedMark = Marked & { readonly at?: Vec2 };

/** A figure on the model's sheet, with the lines of its dimension; mm with y down. */
export type PlacedFigure = {
  readonly text: string;
  readonly at: Vec2;
  readonly lines: readonly (readonly [Vec2, Vec2])[];
};

/** What came of marking a file. */
export type MarkAnswer =
  | {
      readonly ok: true;
      readonly mistakes: readonly PlacedMark[];
      /** the file's lines on the model's sheet, as paths in mm with y down */
      readonly visible: string;
      readonly hidden: string;
      /** the file's figures on the model's sheet */
      readonly figures: readonly PlacedFigure[];
      /** why dimensions were not marked, or which of them were not; empty where all were */
      readonly unmarked: string;
      readonly isDimensioned: boolean;
    }
  | { readonly ok: false; readonly faults: readonly string[] };

/** Part units to a unit of the file, as a view is laid. */
const partPerFile = (
  lay: ReadonlyMap<ViewName, (l: GivenLine) => GivenLine>,
  view: ViewName | undefined,
): number => {
  const l = view && lay.get(view)?.({ seen: true, kind: 'straight', a: [0, 0], b: [1, 0] });
  return l && l.kind === 'straight' ? distance2(l.a, l.b) : 1;
};

const LINES_ONLY =
  'Its dimensions are lines and letters, so they were not marked. Save a DXF whose dimensions measure.';

/**
 * Marks a drawing that was made elsewhere against a model drawing: its views line by line, its dimensions by what they tie. Where the model is
 * cut, it may be drawn cut or whole: the reading with fewer mistakes is taken.
 * @param name by which it is taken for an SVG or a DXF
 */
export const markText = (desk: Desk, model: Drawing, name: string, text: string): MarkAnswer => {
  const asItIs = markBy(desk, model, name, text);
  if (!asItIs.ok || !asItIs.mistakes.length || !model.cuts.some((c) => c.on)) return asItIs;
  const whole = markBy(desk, { ...model, cuts: model.cuts.map((c) => ({ ...c, on: false })) }, name, text);
  return whole.ok && whole.mistakes.length < asItIs.mistakes.length ? whole : asItIs;
};

const markBy = (desk: Desk, model: Drawing, name: string, text: string): MarkAnswer => {
  const worked = desk.work(model);
  const books = desk.books(model);
  if (!worked.ok || !books) return { ok: false, faults: ['The model cannot be drawn. Mend it first.'] };
  const isDxf = /\.dxf$/i.test(name);
  const read = isDxf ? givenDxf(text) : givenSvg(text);
  if (!read.ok) return { ok: false, faults: read.faults.map(sentence) };
  const { sheet } = worked;
  const { found, laid, lay } = balance(read.value, booksOf(sheet, model.part, model.setup.rules, read.value));
  const onSheet = layingOn(sheet);
  const { figures, unread } = isDxf ? givenFigures(text) : figuresOfSvg(text);
  const isDimensioned = figures.some((f) => f.kind !== 'note');
  const scheme: Scheme = model.dimensions?.scheme ?? 'base';
  const views = sheet.views.map((v) => ({ name: v.name, box: v.view.box }));
  const inDimensions = isDimensioned ? dimensionMarks(figures, lay, views, books, scheme) : [];
  /** A place of the file on the model's sheet, by the view that it is laid on. */
  const placed = (p: Vec2, view: ViewName | undefined): Vec2 | undefined => {
    const own = view ?? nearestView(p);
    const move = own && lay.get(own);
    const l = move?.({ seen: true, kind: 'straight', a: p, b: p });
    return own && l?.kind === 'straight' ? onSheet(own)(l.a) : undefined;
  };
  /** The view whose box a place is nearest to. */
  const nearestView = (p: Vec2): ViewName | undefined => {
    let best: { name: ViewName; away: number } | undefined;
    for (const { name: own, box } of views) {
      const l = lay.get(own)?.({ seen: true, kind: 'straight', a: p, b: p });
      if (l?.kind !== 'straight') continue;
      const [u, v] = l.a;
      const away = Math.max(0, box[0] - u, u - box[2]) + Math.max(0, box[1] - v, v - box[3]);
      if (!best || away < best.away) best = { name: own, away };
    }
    return best?.name;
  };
  const pathOf = (seen: boolean): string =>
    [...laid]
      .flatMap(([view, own]) => own.filter((l) => l.seen === seen).map((l) => pathOfGiven(l, onSheet(view))))
      .join('');
  const mistakes: PlacedMark[] = [
    ...found.map(({ view, kind, sentence: words, at }) => ({
      heading: headingOf(kind),
      kind,
      view,
      sentence: words,
      ...(at && { at: onSheet(view)(at) }),
    })),
    ...inDimensions.map(({ kind, view, sentence: words, figure }) => {
      const at = figure && placed(figure.at, view);
      return {
        heading: 'dimensions' as const,
        kind,
        view: view ?? '',
        sentence: words,
        ...(at && { at }),
      };
    }),
  ];
  return {
    ok: true,
    mistakes,
    visible: pathOf(true),
    hidden: pathOf(false),
    figures: figures.flatMap((f) => {
      if (f.kind === 'note' || f.kind === 'tabled hole') {
        const at = placed(f.at, undefined);
        return at ? [{ text: f.text, at, lines: [] }] : [];
      }
      const view = nearestView(f.from);
      const [at, from, to] = [f.at, f.from, f.to].map((p) => placed(p, view));
      if (!at || !from || !to) return [];
      const [a, b]: [Vec2, Vec2] =
        f.kind === 'aslant'
          ? [from, to]
          : f.along === 0
            ? [
                [from[0], at[1]],
                [to[0], at[1]],
              ]
            : [
                [at[0], from[1]],
                [at[0], to[1]],
              ];
      const far = f.kind === 'aslant' ? distance2(f.from, f.to) : Math.abs(f.to[f.along] - f.from[f.along]);
      const drawn = far * partPerFile(lay, view);
      return [
        {
          text: f.text.replace('<>', sizeText(drawn, model.part.units)),
          at,
          lines: [
            [a, b],
            [from, a],
            [to, b],
          ],
        },
      ];
    }),
    unmarked: !isDimensioned ? LINES_ONLY : unread ? `${unread} ordinate dimensions were not read.` : '',
    isDimensioned,
  };
};
