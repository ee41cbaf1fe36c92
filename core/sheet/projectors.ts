import type { Vec2, Vec3 } from '../geometry/vec.ts';
import type { MitreLine } from './layout.ts';
import { type PlacedView, placeOfPoint } from './placedView.ts';

/** The three accounts: which of the part's measures a projector carries. */
export type Account = 'W' | 'D' | 'H';
export type Projector = { readonly account: Account; readonly from: Vec2; readonly to: Vec2 };

/**
 * A point's run through the sheet: width from front to the view above or below, height to the view beside, depth round the
 * mitre line.
 */
export const projectorsOf = (
  p: Vec3,
  views: readonly PlacedView[],
  mitres: readonly MitreLine[],
): Projector[] => {
  const at = (name: string): Vec2 | undefined => {
    const v = views.find((x) => x.name === name);
    return v && placeOfPoint(v, p);
  };
  const out: Projector[] = [];
  const front = at('front');
  for (const level of ['top', 'bottom']) {
    const q = at(level);
    if (front && q) out.push({ account: 'W', from: front, to: q });
  }
  for (const side of ['left', 'right', 'back']) {
    const q = at(side);
    if (front && q && !(side === 'back' && (at('left') || at('right'))))
      out.push({ account: 'H', from: front, to: q });
  }
  for (const m of mitres) {
    const a = at(m.level);
    const b = at(m.side);
    if (!a || !b) continue;
    const turn: Vec2 = [b[0], a[1]];
    out.push({ account: 'D', from: a, to: turn }, { account: 'D', from: turn, to: b });
  }
  return out;
};
