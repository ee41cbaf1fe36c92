import { balance } from '../core/balance/balance.ts';
import { booksOf } from '../core/balance/books.ts';
import { type GivenLine, isWhole } from '../core/balance/given.ts';
import { balanceTogether } from '../core/balance/together.ts';
import type { DimensionBooks } from '../core/dimension/books.ts';
import type { Worked } from '../core/drawing/desk.ts';
import type { Drawing } from '../core/drawing/drawing.ts';
import type { Vec2 } from '../core/geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../core/geometry/viewFrames.ts';
import { wrongFigures } from '../core/mark/dimensionMarks.ts';
import { TAU, wrapAngle } from '../core/number/angle.ts';
import { sentence } from '../core/number/fault.ts';
import type { Sheet } from '../core/sheet/drawnSheet.ts';
import { onPaper } from '../core/sheet/layout/similarity.ts';
import { drawsHidden } from '../core/sheet/views/drawnLines.ts';
import { placeAsDrawn } from '../core/solid/interruption.ts';
import { figuresOfSvg } from '../formats/figuresOfSvg.ts';
import { givenDxf } from '../formats/givenDxf.ts';
import { givenFigures } from '../formats/givenFigures.ts';
import { givenSvg } from '../formats/givenSvg.ts';

/** What views are held against: the part, or only one another. */
export type Against = 'part' | 'one another';

/** What came of balancing a file: its differences, by view, what was found right and what stays open; or why it cannot be read. */
export type BalanceAnswer =
  | {
      readonly ok: true;
      /** what was held and found right, where nothing differs */
      readonly right: string;
      /** what could not be told */
      readonly open: readonly string[];
      readonly found: readonly {
        readonly view: string;
        readonly sentence: string;
        /** the place on the paper, mm with y down; none where the view as a whole is meant */
        readonly at?: Vec2;
      }[];
      /** the opened lines as they fall on the sheet's own views, a path in paper mm with y down */
      readonly laid: string;
    }
  | { readonly ok: false; readonly faults: readonly string[] };

/** How a place of a view is laid on the sheet: paper mm with y down. */
export const layingOn = (shown: Sheet) => (view: ViewName) => {
  const toPaper = shown.views.find((v) => v.name === view)?.toPaper;
  return (p: Vec2): Vec2 => {
    const drawn = placeAsDrawn(shown.interruptions, VIEW_FRAMES[view], p);
    const [x, y] = toPaper ? onPaper(toPaper, drawn) : p;
    return [x, shown.paper.height - y];
  };
};

/** The way along a line on the paper, in steps of a curve where it is none that a path knows. */
export const pathOfGiven = (l: GivenLine, at: (p: Vec2) => Vec2): string => {
  const say = (p: Vec2): string =>
    at(p)
      .map((x) => String(Math.round(x * 1e3) / 1e3))
      .join(' ');
  if (l.kind === 'straight') return `M${say(l.a)}L${say(l.b)}`;
  if (l.kind === 'curve') return `M${l.points.map(say).join('L')}`;
  const [from, to] = [l.a, l.b].map((p) => Math.atan2(p[1] - l.centre[1], p[0] - l.centre[0])) as [
    number,
    number,
  ];
  const sweep = isWhole(l) ? TAU : wrapAngle(to - from);
  const steps = Math.max(2, Math.ceil((sweep / TAU) * CHORDS));
  const points = Array.from({ length: steps + 1 }, (_, i): Vec2 => {
    const t = from + (sweep * i) / steps;
    return [l.centre[0] + l.radius * Math.cos(t), l.centre[1] + l.radius * Math.sin(t)];
  });
  return `M${points.map(say).join('L')}`;
};
/** A whole circle is laid over the sheet in so many chords. */
const CHORDS = 72;

/**
 * Balances the views of a file, by its name an SVG or a DXF.
 * @param shown the sheet as it is on the screen, over which the file is laid
 * @param dimensioned the part's dimensions, against which the figures of the file are held
 */
export const balanceText = (
  { sheet }: Extract<Worked, { ok: true }>,
  shown: Sheet,
  { part: file, setup: { rules } }: Drawing,
  name: string,
  text: string,
  against: Against,
  dimensioned: DimensionBooks | undefined,
): BalanceAnswer => {
  const isDxf = /\.dxf$/i.test(name);
  const read = isDxf ? givenDxf(text) : givenSvg(text);
  if (!read.ok) return { ok: false, faults: read.faults.map(sentence) };
  const lines = [...read.value.values()].reduce((n, l) => n + l.length, 0);
  if (against === 'part') {
    const { found, laid, lay } = balance(read.value, booksOf(sheet, file, rules, read.value));
    const onSheet = layingOn(shown);
    const { figures, unread } = isDxf ? givenFigures(text) : figuresOfSvg(text);
    const views = sheet.views.map((v) => ({ name: v.name, box: v.view.box }));
    const inFigures = dimensioned ? wrongFigures(figures, lay, views, dimensioned) : [];
    return {
      ok: true,
      found: [
        ...found.map(({ view, sentence, at }) => ({
          view,
          sentence,
          ...(at && { at: onSheet(view)(at) }),
        })),
        ...inFigures.map(({ view, sentence, figure }) => {
          const l =
            view && figure && lay.get(view)?.({ seen: true, kind: 'straight', a: figure.at, b: figure.at });
          return {
            view: view ?? '',
            sentence,
            ...(view && l?.kind === 'straight' && { at: onSheet(view)(l.a) }),
          };
        }),
      ],
      right: `All ${lines} lines of ${name} are where the part has them${
        figures.length ? `, and what its ${figures.length} figures state is what the part has` : ''
      }.`,
      open: [
        ...(figures.length
          ? []
          : ['No figures were read: a plain picture does not say between which places a figure measures.']),
        ...(unread ? [`${unread} ordinate dimensions.`] : []),
      ],
      laid: [...laid]
        .filter(([view]) => shown.views.some((v) => v.name === view))
        .flatMap(([view, own]) => own.map((l) => pathOfGiven(l, onSheet(view))))
        .join(''),
    };
  }
  const together = balanceTogether(
    read.value,
    sheet.angle,
    sheet.views.map((v) => v.name),
    new Set(sheet.views.filter((v) => v.cut || !drawsHidden(v, rules)).map((v) => v.name)),
  );
  return {
    ok: true,
    found: together.found.map((d) => ({ view: d.views[0] ?? '', sentence: d.sentence })),
    right: `Each of the ${together.matched} corners, lines and limits of rounds in ${name} has its partner in the other views.`,
    open: together.open,
    laid: '',
  };
};
