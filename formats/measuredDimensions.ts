import { along2, distance2, type Vec2 } from '../core/geometry/vec.ts';
import { decimal, sizeText } from '../core/number/format.ts';
import { dimensionsToSheet } from '../core/sheet/dimensions/dimensionInk.ts';
import { isLevel, type Laid, type LaidSize } from '../core/sheet/dimensions/laid.ts';
import type { Sheet } from '../core/sheet/drawnSheet.ts';
import { onPaper, type Similarity } from '../core/sheet/layout/similarity.ts';
import { type Pair, plain, point } from './dxfPairs.ts';

/** What a dimension of each kind needs besides its letters; places on the paper in mm. */
type Measured =
  | {
      readonly kind: 'linear';
      /** where the extension lines begin */
      readonly from: Vec2;
      readonly to: Vec2;
      /** a place of the dimension line */
      readonly line: Vec2;
      /** how the dimension line runs, degrees against the clock from level */
      readonly angle: number;
      /** what lies between its arrows, mm */
      readonly measured: number;
    }
  /** of a round: its leader's tip, and its centre */
  | { readonly kind: 'diameter' | 'radius'; readonly tip: Vec2; readonly centre: Vec2 }
  | {
      readonly kind: 'angle';
      readonly apex: Vec2;
      /** the ends of its arc, and a place on it */
      readonly ends: readonly [Vec2, Vec2];
      readonly on: Vec2;
      /** radians */
      readonly measured: number;
    };

/** What a dimension is as one entity of a DXF file. */
export type DimensionEntity = {
  readonly id: string;
  /** the middle of its letters */
  readonly middle: Vec2;
  /** "<>" stands for the measured figure; the whole text where that is a fraction of an inch */
  readonly text: string;
  readonly measured: Measured;
};

/** The text with the measured figure as its placeholder, where it holds that figure once and as a decimal. */
const placeheld = (d: LaidSize, units: Sheet['units']): string => {
  // what measures a round or an angle writes its sign as well
  const figure = d.drawn.round
    ? `${d.isRadius ? 'R' : '⌀'}${sizeText(d.value, units)}`
    : d.drawn.arc
      ? `${decimal(d.value, 2)}°`
      : sizeText(d.value, units);
  // what is not to scale would be measured wrong
  const parts = d.isOffScale ? [] : d.text.split(figure);
  // a figure with more places than it needs, or in other words, stays as it is written
  const isWhole = parts.length === 2 && !/[\d.]$/.test(parts[0] ?? '') && !/^[\d.]/.test(parts[1] ?? '');
  return units === 'mm' && isWhole ? parts.join('<>') : d.text;
};

/** The other end of a diameter of which one end is drawn: so far from it along its line, which runs on past the axis. */
const across = (tip: Vec2, line: readonly [Vec2, Vec2], far: number): Vec2 => {
  const towards = distance2(tip, line[0]) > distance2(tip, line[1]) ? line[0] : line[1];
  const size = distance2(tip, towards);
  return along2(tip, [(towards[0] - tip[0]) / size, (towards[1] - tip[1]) / size], far);
};

/** A dimension along a line with extension lines. @param k paper mm to a part unit */
const linear = (d: LaidSize, toSheet: Similarity, k: number): Measured | undefined => {
  const place = (p: Vec2): Vec2 => onPaper(toSheet, p);
  const { line, extension, text } = d.drawn;
  if (!line || !extension.length) return undefined;
  const angle = d.side ? (isLevel(d.side) ? 0 : 90) : text.angle;
  // a dimension whose arrows point inwards has a line that runs on: what it measures lies between its arrows
  const tips = d.drawn.arrows.map((a) => a.tip);
  const [tip, another] = tips;
  // of a diameter in a half section one end is drawn: the other one is where it would be
  const isHalf = tip !== undefined && another === undefined && !d.drawn.zero;
  const counted = d.drawn.zero
    ? [d.drawn.zero.at, ...tips]
    : isHalf
      ? [tip, across(tip, line, d.value * k)]
      : tips;
  const [a, b] = counted.length === 2 ? (counted as [Vec2, Vec2]) : line;
  /** Where the extension line to an end begins; the end itself where it has none. */
  const foot = (end: Vec2): Vec2 => {
    const t = (angle * Math.PI) / 180;
    const along = ([x, y]: Vec2): number => x * Math.cos(t) + y * Math.sin(t);
    const own = extension.find(([p]) => Math.abs(along(p) - along(end)) < 1e-6);
    return own ? own[0] : end;
  };
  return {
    kind: 'linear',
    from: place(foot(a)),
    to: place(foot(b)),
    line: place(b),
    angle: angle + (Math.atan2(toSheet.s, toSheet.c) * 180) / Math.PI,
    measured: distance2(a, b),
  };
};

/** A size of a round by a leader that ends on its circle and points at its centre. */
const round = (d: Laid, place: (p: Vec2) => Vec2): Measured | undefined => {
  const { round: circle, arrows } = d.drawn;
  const [arrow] = arrows;
  if (!circle || !arrow) return undefined;
  return {
    kind: d.isRadius ? 'radius' : 'diameter',
    tip: place(arrow.tip),
    centre: place(circle),
  };
};

const angular = (d: Laid, place: (p: Vec2) => Vec2): Measured | undefined => {
  const { arc, arrows } = d.drawn;
  const [a, b] = arrows.map((x) => x.tip);
  // the length of an arc is no angle
  const { tie } = d.wanted;
  if (!arc || !a || !b || (tie.kind === 'size' && tie.size.what === 'arc')) return undefined;
  const middle = (arc.from + arc.to) / 2;
  return {
    kind: 'angle',
    apex: place(arc.centre),
    ends: [place(a), place(b)],
    on: place(along2(arc.centre, [Math.cos(middle), Math.sin(middle)], arc.radius)),
    measured: (d.value * Math.PI) / 180,
  };
};

/**
 * The dimensions of a sheet that a DXF file knows as entities: those along a line with extension lines, sizes of rounds that a leader points at, and
 * angles with an arc. Other notes stay lines and text.
 */
export const dimensionEntitiesOf = (sheet: Sheet): Map<string, DimensionEntity> => {
  const out = new Map<string, DimensionEntity>();
  const add = (
    id: string,
    d: LaidSize,
    text: string,
    toSheet: Similarity,
    measured: Measured | undefined,
  ) => {
    if (!measured) return;
    const [x0, y0, x1, y1] = d.drawn.text.box;
    out.set(id, { id, middle: onPaper(toSheet, [(x0 + x1) / 2, (y0 + y1) / 2]), text, measured });
  };
  for (const d of sheet.dimensions.laid) {
    const home = sheet.views.find((v) => v.name === d.view);
    if (!home) continue;
    const toSheet = dimensionsToSheet(home);
    const place = (p: Vec2): Vec2 => onPaper(toSheet, p);
    const measured = angular(d, place) ?? round(d, place) ?? linear(d, toSheet, home.toPaper.k);
    // equal steps are measured as the whole of them
    add(d.wanted.id, d, d.wanted.spaces ? d.text : placeheld(d, sheet.units), toSheet, measured);
  }
  for (const { sizes, sizesToSheet, toPaper } of sheet.shapes)
    for (const d of sizes.list)
      add(d.id, d, placeheld(d, sheet.units), sizesToSheet, linear(d, sizesToSheet, toPaper.k));
  return out;
};

/** Group 70 of a DIMENSION: its type, 32 for one that has a block of its own. Source: the DXF reference. */
const TYPE = { linear: 32, diameter: 35, radius: 36, angle: 37 } as const;

/** The measured value as the file has it, and what its kind adds. */
const kindPairs = (
  m: Measured,
  k: number,
): { readonly at: Vec2; readonly value: number; readonly own: Pair[] } => {
  if (m.kind === 'linear')
    return {
      at: m.line,
      value: m.measured * k,
      own: [
        [100, 'AcDbAlignedDimension'],
        ...point(13, m.from, k),
        ...point(14, m.to, k),
        [50, m.angle],
        [100, 'AcDbRotatedDimension'],
      ],
    };
  if (m.kind === 'angle')
    return {
      at: m.on,
      value: m.measured,
      own: [
        [100, 'AcDb3PointAngularDimension'],
        ...point(13, m.ends[0], k),
        ...point(14, m.ends[1], k),
        ...point(15, m.apex, k),
      ],
    };
  const radius = distance2(m.tip, m.centre);
  const isRadius = m.kind === 'radius';
  // a diameter is known by the place opposite the leader's tip, a radius by its centre
  const opposite: Vec2 = [2 * m.centre[0] - m.tip[0], 2 * m.centre[1] - m.tip[1]];
  return {
    at: isRadius ? m.centre : opposite,
    value: (isRadius ? radius : 2 * radius) * k,
    own: [
      [100, isRadius ? 'AcDbRadialDimension' : 'AcDbDiametricDimension'],
      ...point(15, m.tip, k),
      [40, 0],
    ],
  };
};

/** What follows the head of a DIMENSION entity. @param block the name of the block that shows it @param k file units to a mm of paper */
export const dimensionPairs = (d: DimensionEntity, block: string, k: number): Pair[] => {
  const { at, value, own } = kindPairs(d.measured, k);
  return [
    [2, block],
    ...point(10, at, k),
    ...point(11, d.middle, k),
    [70, TYPE[d.measured.kind]],
    [1, plain(d.text)],
    [71, 5],
    [42, value],
    [3, 'STANDARD'],
    ...own,
  ];
};
