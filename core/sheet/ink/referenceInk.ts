import { distance2, type Vec2 } from '../../geometry/vec.ts';
import type { ViewName } from '../../geometry/viewFrames.ts';
import type { PlacedSheet } from '../drawnSheet.ts';
import type { MitreLine, ReferenceLine } from '../layout/layout.ts';
import type { Rect } from '../layout/paper.ts';
import type { SheetSetup } from '../setup.ts';
import { planeDashes } from './dash.ts';
import { type Ink, letters, straight, stroke } from './ink.ts';

/**
 * The planes that meet in a line between views: the vertical one in front, the horizontal one above or below, a profile plane beside;
 * numbered, the planes of the end views are vertical planes of their own, VP1 at the left of the sheet and VP2 at the right.
 */
const planeOf = (v: ViewName, ends: readonly ViewName[], isNumbered: boolean): string => {
  if (v === 'front' || v === 'back') return 'VP';
  if (v === 'top' || v === 'bottom') return 'HP';
  return isNumbered ? `VP${ends.indexOf(v) + 1}` : 'PP';
};

/** The names of the two planes, each on its own side of their line, near its beginning. */
const planeNames = (r: ReferenceLine, boxes: ReadonlyMap<ViewName, Rect>, isNumbered: boolean): Ink[] => {
  const level = r.from[1] === r.to[1];
  const ends = [...boxes]
    .filter(([v]) => v === 'left' || v === 'right')
    .sort(([, a], [, b]) => a.x - b.x)
    .map(([v]) => v);
  return r.between.flatMap((v) => {
    const box = boxes.get(v);
    if (!box) return [];
    const [x, y] = r.from[level ? 0 : 1] < r.to[level ? 0 : 1] ? r.from : r.to;
    const before = level ? box.y + box.h / 2 > y : box.x + box.w / 2 > x;
    // an upright line passes between the views, where their names do not reach
    const at: Vec2 = level
      ? [x + 4, before ? y + 1.4 : y - 3.6]
      : [before ? x + 4 : x - 4, box.y + box.h / 2 - 1];
    return [letters('reference', planeOf(v, ends, isNumbered), at, 2.2)];
  });
};

/** A line between planes that ends where a mitre line begins on it, on the side of that mitre line. */
const endedOnMitre = (r: ReferenceLine, mitres: readonly MitreLine[]): ReferenceLine => {
  const k = r.from[1] === r.to[1] ? 0 : 1;
  const own = r.between[1];
  let [low, high] = r.from[k] < r.to[k] ? [r.from, r.to] : [r.to, r.from];
  for (const m of mitres.filter((x) => x.level === own || x.side === own))
    if (m.to[k] > m.from[k]) high = m.from;
    else low = m.from;
  return { ...r, from: low, to: high };
};

/** The line of a reference line, in dashes where the house rules have them. */
export const planeLine = (
  layer: 'reference' | 'trueShape',
  from: Vec2,
  to: Vec2,
  rules: SheetSetup['rules'],
): Ink => {
  const whole = straight(from, to);
  return rules.referenceType
    ? stroke(layer, 'reference', planeDashes(whole, rules.referenceType), { whole })
    : stroke(layer, 'reference', [whole]);
};

/** A line beside XY with its letters: X1Y1, X2Y2 and so on. */
export const namedLine = (
  { from, to }: { readonly from: Vec2; readonly to: Vec2 },
  n: number,
  rules: SheetSetup['rules'],
): Ink[] => {
  const size = distance2(from, to);
  const past: Vec2 = [((to[0] - from[0]) / size) * 3, ((to[1] - from[1]) / size) * 3];
  return [
    planeLine('trueShape', from, to, rules),
    letters('trueShape', `X${n}`, [from[0] - past[0], from[1] - past[1] - 1], 2.5),
    letters('trueShape', `Y${n}`, [to[0] + past[0], to[1] + past[1] - 1], 2.5),
  ];
};

/** XY lines with their letters, and mitre lines. */
export const referenceInk = (sheet: PlacedSheet, setup: SheetSetup): Ink[] => {
  const out: Ink[] = [];
  if (setup.rules.referenceLines)
    for (const own of sheet.layout.referenceLines) {
      const r = setup.rules.referenceEnds ? endedOnMitre(own, sheet.layout.mitres) : own;
      out.push(planeLine('reference', r.from, r.to, setup.rules));
      if (setup.rules.planes)
        out.push(...planeNames(r, sheet.layout.boxes, setup.rules.planes === 'numbered'));
      if (r.name === 'upright') {
        if (setup.rules.uprightNamed)
          out.push(
            letters('reference', 'X1', [r.from[0] - 3.4, r.from[1] - 1], 2.5),
            letters('reference', 'Y1', [r.to[0] - 3.4, r.to[1] - 1], 2.5),
          );
        continue;
      }
      out.push(
        letters('reference', 'X', [r.from[0] - 3, r.from[1] - 1.2], 2.5),
        letters('reference', 'Y', [r.to[0] + 3, r.to[1] - 1.2], 2.5),
      );
    }
  if (setup.rules.mitre)
    for (const m of sheet.layout.mitres) out.push(stroke('mitre', 'projector', [straight(m.from, m.to)]));
  return out;
};

/** About how wide a capital of the lettering is, as a share of its height. */
const LETTER_WIDE = 0.75;

/** The guide lines between which the names of the views stand, where they are wanted. @param lettered the sheet with all its letters in their places */
export const titleGuideInk = ({ titles, views }: PlacedSheet, lettered: readonly Ink[]): Ink[] =>
  titles.areDrawn
    ? views.flatMap((v) => {
        const name = v.title.toUpperCase();
        const half = Math.max(v.box.w, name.length * titles.height * LETTER_WIDE + 4) / 2;
        return lettered.flatMap((i) => {
          if (i.kind !== 'text' || i.layer !== 'labels' || i.text !== name) return [];
          const [x, y] = i.at;
          const line = (at: number) => straight([x - half, at], [x + half, at]);
          return [stroke('labels', 'rule', [line(y), line(y + titles.height)])];
        });
      })
    : [];
