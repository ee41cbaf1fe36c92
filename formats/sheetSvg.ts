import { pointOn2 } from '../core/geometry/curve2.ts';
import { length2, type Vec2 } from '../core/geometry/vec.ts';
import type { InkedPaper, Sheet } from '../core/sheet/drawnSheet.ts';
import {
  type Ink,
  type Pen,
  penWidth,
  type Stretch,
  type TextInk,
  type TintInk,
} from '../core/sheet/ink/ink.ts';
import { tintColour } from '../core/sheet/ink/tints.ts';
import { dimensionEntitiesOf } from './measuredDimensions.ts';
import { type PathCommand, pathCommands } from './sheetPath.ts';

/** Micrometres are enough on paper. Adding zero turns -0 into 0. */
const mm = (x: number): string => String(Math.round(x * 1000) / 1000 + 0);

/** Path data of stretches with y downwards (SVG), for a sheet of the given height. */
export const svgPath = (stretches: readonly Stretch[], height: number): string => {
  const at = (p: Vec2): string => `${mm(p[0])} ${mm(height - p[1])}`;
  const word = (c: PathCommand): string => {
    if (c.op === 'curve') return `C${at(c.c1)} ${at(c.c2)} ${at(c.to)}`;
    return `${c.op === 'move' ? 'M' : 'L'}${at(c.to)}`;
  };
  return stretches.flatMap((s) => pathCommands(s).map(word)).join('');
};

/** Light lines are grey on the print; everything else is black. */
export const penColour = (pen: Pen): string =>
  pen === 'projector' ? '#7A86A0' : pen === 'square' ? '#A9B7D1' : '#000000';

/** A text as it stands in XML. */
export const escapeText = (s: string): string =>
  s.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');

/** osifont's capitals are 1515 of 2048 units high. */
export const EM_OF_CAPITALS = 2048 / 1515;

/** A file is read by other programs: a hundredth of a micrometre. */
const exact = (x: number): string => String(Math.round(x * 1e7) / 1e7 + 0);

const LONGEST_ARC = (2 * Math.PI) / 3;

/** Path data for files: circles and ellipses as arcs, which they are exactly. */
const filePath = (stretches: readonly Stretch[], height: number): string => {
  const at = (p: Vec2): string => `${exact(p[0])} ${exact(height - p[1])}`;
  return stretches
    .map((s) => {
      const k = s.curve;
      if (k.type !== 'conic')
        return pathCommands(s)
          .map((c) =>
            c.op === 'curve'
              ? `C${at(c.c1)} ${at(c.c2)} ${at(c.to)}`
              : `${c.op === 'move' ? 'M' : 'L'}${at(c.to)}`,
          )
          .join('');
      const [rx, ry] = [length2(k.major), length2(k.minor)];
      // the paper's y runs up: a turn to the left is one to the right on the picture
      const tilt = (-Math.atan2(k.major[1], k.major[0]) * 180) / Math.PI;
      // arcs of at most a third of a turn: of longer ones a reader cannot tell the centre as well
      const n = Math.max(1, Math.ceil((s.to - s.from) / LONGEST_ARC - 1e-9));
      const arcs = Array.from(
        { length: n },
        (_, i) =>
          `A${exact(rx)} ${exact(ry)} ${exact(tilt)} 0 0 ${at(pointOn2(k, s.from + ((s.to - s.from) * (i + 1)) / n))}`,
      );
      return `M${at(pointOn2(k, s.from))}${arcs.join('')}`;
    })
    .join('');
};

/** Path data of closed polygons. */
export const areaPath = (areas: TintInk['areas'], height: number): string =>
  areas.map((points) => `M${points.map((p) => `${mm(p[0])} ${mm(height - p[1])}`).join('L')}Z`).join('');

/** An id may hold no spaces; the ledger's key with strokes in their place, with a number where one key has several lines. */
const idMaker = (): ((view: string, edges: readonly string[]) => string) => {
  const used = new Map<string, number>();
  return (view, edges) => {
    const base = `${view}:${edges[0]}`.replace(/\s+/g, '_');
    const n = (used.get(base) ?? 0) + 1;
    used.set(base, n);
    return n > 1 ? `${base}~${n}` : base;
  };
};

const turned = ({ angle, at }: TextInk, height: number): string =>
  angle ? ` transform="rotate(${exact(-angle)} ${exact(at[0])} ${exact(height - at[1])})"` : '';

const inkSvg = (ink: Ink, height: number, idOf: ReturnType<typeof idMaker>): string => {
  if (ink.kind === 'text')
    return `<text x="${exact(ink.at[0])}" y="${exact(height - ink.at[1])}"${turned(ink, height)} font-size="${exact(ink.height * EM_OF_CAPITALS)}" text-anchor="${ink.anchor}">${escapeText(ink.text)}</text>`;
  if (ink.kind === 'tint')
    return `<path d="${areaPath(ink.areas, height)}" fill="${tintColour(ink.looks)}"/>`;
  if (ink.kind === 'fill')
    return `<polygon points="${ink.points.map((p) => `${exact(p[0])},${exact(height - p[1])}`).join(' ')}"/>`;
  if (!ink.stretches.length) return '';
  const { view, edges } = ink;
  const id = view && edges?.length ? ` id="${escapeText(idOf(view, edges))}"` : '';
  // a dashed line also says how it runs as a whole, for programs that measure it
  const whole = ink.whole ? ` data-whole="${filePath([ink.whole], height)}"` : '';
  return `<path${id}${whole} d="${filePath(ink.stretches, height)}" stroke-width="${penWidth(ink.pen)}" stroke="${penColour(ink.pen)}"/>`;
};

/**
 * What the group of a dimension says of it, as attributes: what it ties, by keys, its value in part units or degrees, and along a line the feet of its
 * extension lines, on the picture.
 */
const dimensionFacts = (
  sheet: InkedPaper & Partial<Pick<Sheet, 'dimensions' | 'shapes'>>,
): ReadonlyMap<string, string> => {
  const { dimensions, shapes } = sheet;
  if (!dimensions || !shapes) return new Map();
  const entities = dimensionEntitiesOf(sheet as Sheet);
  const { height } = sheet.paper;
  const at = ([x, y]: Vec2): string => `${exact(x)} ${exact(height - y)}`;
  const feetOf = (id: string): string => {
    const m = entities.get(id)?.measured;
    return m?.kind === 'linear'
      ? ` data-from="${at(m.from)}" data-to="${at(m.to)}" data-angle="${exact(m.angle)}"`
      : '';
  };
  return new Map([
    ...dimensions.laid.map((d): readonly [string, string] => {
      const { tie, note, leader = '' } = d.wanted;
      if (note !== undefined) return [d.wanted.id, ` data-ties="${escapeText(leader)}" data-what="note"`];
      const ties =
        tie.kind === 'linear' ? [tie.from.of[0] as string, tie.to.of[0] as string] : [...tie.size.of];
      const what = tie.kind === 'linear' ? 'distance' : tie.size.what;
      return [
        d.wanted.id,
        ` data-ties="${escapeText(ties.join(' to '))}" data-what="${what}" data-value="${exact(d.value)}"${feetOf(d.wanted.id)}`,
      ];
    }),
    ...shapes.flatMap(({ cut, sizes }) =>
      sizes.list.map((d): readonly [string, string] => [
        d.id,
        ` data-ties="cut ${escapeText(cut)}" data-what="trueShape" data-value="${exact(d.value)}"${feetOf(d.id)}`,
      ]),
    ),
  ]);
};

/**
 * The sheet as an SVG file, measuring true: its size is given in mm and one unit is one mm.
 * @param lettering the lettering font as base64, to be carried in the file
 */
export const sheetSvg = (sheet: InkedPaper, title: string, lettering?: string): string => {
  const { width, height } = sheet.paper;
  // by view, and in a view by what the lines are for; what belongs to no view by its layer alone
  const groups = new Map<string, Map<string, string[]>>();
  const idOf = idMaker();
  const dimensions = new Map<string, string[]>();
  for (const ink of sheet.ink) {
    const text = inkSvg(ink, height, idOf);
    if (!text) continue;
    if (ink.dimension !== undefined) {
      dimensions.set(ink.dimension, [...(dimensions.get(ink.dimension) ?? []), text]);
      continue;
    }
    const view = (ink.kind === 'stroke' && ink.view) || '';
    const classes = groups.get(view) ?? new Map<string, string[]>();
    groups.set(view, classes);
    const list = classes.get(ink.layer);
    if (list) list.push(text);
    else classes.set(ink.layer, [text]);
  }
  const font = lettering
    ? `<style>@font-face{font-family:osifont;src:url(data:font/ttf;base64,${lettering})}</style>`
    : '';
  const classesOf = (view: string, classes: ReadonlyMap<string, readonly string[]>): string =>
    [...classes]
      .map(
        ([name, items]) =>
          `<g id="${view ? `${view.replace(/\s+/g, '_')}.${name}` : name}">\n${items.join('\n')}\n</g>`,
      )
      .join('\n');
  const drawn = [...groups]
    .map(([view, classes]) =>
      view
        ? `<g id="view.${view.replace(/\s+/g, '_')}">\n${classesOf(view, classes)}\n</g>`
        : classesOf(view, classes),
    )
    .join('\n');
  const facts = dimensionFacts(sheet);
  const dimensioned = [...dimensions].map(
    ([id, items]) => `<g id="dimension.${escapeText(id)}"${facts.get(id) ?? ''}>\n${items.join('\n')}\n</g>`,
  );
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="${mm(width)}mm" height="${mm(height)}mm" viewBox="0 0 ${mm(width)} ${mm(height)}">
<title>${escapeText(title)}</title>${font}
<rect width="100%" height="100%" fill="#fff"/>
<g fill="none" stroke-linecap="round" stroke-linejoin="round" style="font-family:osifont,'Atkinson Hyperlegible Next Variable',sans-serif">
<style>text,polygon{fill:#000;stroke:none}</style>
${drawn}${dimensioned.length ? `\n<g id="dimensions">\n${dimensioned.join('\n')}\n</g>` : ''}
</g>
</svg>
`;
};
