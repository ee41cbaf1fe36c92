import type { ProjectionAngle, ViewName } from '../../geometry/viewFrames.ts';
import type { Gaps } from './gaps.ts';
import { columnAndRow } from './layout.ts';

/** What a view's dimensions take beyond its box, mm of paper. */
export type Margins = {
  readonly left: number;
  readonly below: number;
  readonly right: number;
  readonly above: number;
};
export type MarginsOf = ReadonlyMap<ViewName, Margins>;
export const NO_MARGINS: Margins = { left: 0, below: 0, right: 0, above: 0 };

/** Between dimensions and whatever comes next, mm. */
const CLEAR = 3;

const OPPOSITE = { left: 'right', right: 'left', above: 'below', below: 'above' } as const;

/** The side of the front view on which a neighbour stands. */
const sideTowards = (view: ViewName, angle: ProjectionAngle): keyof Margins => {
  const [column, row] = columnAndRow(view, angle);
  return column > 0 ? 'right' : column < 0 ? 'left' : row > 0 ? 'above' : 'below';
};

/** How far a view needs to stand from a line on one of its sides, so that its dimensions end before it. */
const need = (margins: MarginsOf, view: ViewName, side: keyof Margins, titleRoom: number): number => {
  const own = margins.get(view)?.[side] ?? 0;
  return own > 0 ? own + CLEAR + (side === 'below' ? titleRoom : 0) : 0;
};

/**
 * How far dimensions may go beyond each view before they come to the next one, mm: as far as the line between them.
 * @param areLinesDrawn the lines between the views run on past all of them
 * @param titleRoom below each box for its name, mm
 */
export const roomBeyond = (
  gaps: Gaps,
  views: readonly ViewName[],
  angle: ProjectionAngle,
  areLinesDrawn: boolean,
  titleRoom: number,
): MarginsOf => {
  const out = new Map<ViewName, Margins>(
    views.map((v) => [v, { left: FAR, below: FAR, right: FAR, above: FAR }]),
  );
  const limit = (view: ViewName, side: keyof Margins, gap: number): void => {
    const own = out.get(view) ?? { left: FAR, below: FAR, right: FAR, above: FAR };
    // a title stands below its view
    const free = side === 'below' ? gap - titleRoom : gap;
    out.set(view, { ...own, [side]: Math.max(0, free - 1) });
  };
  for (const v of views) {
    if (v === 'front' || !views.includes('front')) continue;
    if (v === 'back') {
      const beside = angle === 'first' ? 'left' : 'right';
      limit(views.includes(beside) ? beside : 'front', 'right', gaps.others);
      limit('back', 'left', gaps.others);
      continue;
    }
    const side = sideTowards(v, angle);
    limit('front', side, v === 'top' || v === 'bottom' ? gaps.level : gaps.upright);
    limit(v, OPPOSITE[side], gaps.others);
  }
  if (areLinesDrawn) {
    const levels = (['top', 'bottom'] as const).filter((v) => views.includes(v));
    const sides = (['left', 'right'] as const).filter((v) => views.includes(v));
    for (const l of levels)
      for (const s of sides) {
        limit(l, sideTowards(s, angle), gaps.upright);
        limit(s, sideTowards(l, angle), gaps.level);
      }
  }
  return out;
};
const FAR = 1e4;

/** The gaps opened as far as dimensions between the views ask for. All views but the front keep one distance, so that depths still agree. */
export const roomyGaps = (
  gaps: Gaps,
  margins: MarginsOf,
  views: readonly ViewName[],
  angle: ProjectionAngle,
  titleRoom: number,
): Gaps => {
  const on = (...names: ViewName[]): ViewName[] => names.filter((v) => views.includes(v));
  const front = (names: readonly ViewName[]): number[] =>
    names.map((v) => need(margins, 'front', sideTowards(v, angle), titleRoom));
  const neighbours = on('top', 'bottom', 'left', 'right').map((v) =>
    need(margins, v, OPPOSITE[sideTowards(v, angle)], titleRoom),
  );
  // the back view stands next to a side view, two gaps from it
  const back = on('back').map(
    () =>
      (need(margins, angle === 'first' ? 'left' : 'right', 'right', titleRoom) +
        need(margins, 'back', 'left', titleRoom)) /
      2,
  );
  return {
    level: Math.max(gaps.level, ...front(on('top', 'bottom'))),
    upright: Math.max(gaps.upright, ...front(on('left', 'right'))),
    others: Math.max(gaps.others, ...neighbours, ...back),
  };
};
