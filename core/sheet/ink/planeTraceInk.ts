import { distance2, type Vec2 } from '../../geometry/vec.ts';
import type { PlacedSheet } from '../drawnSheet.ts';
import { chainDashes } from './dash.ts';
import { type Ink, letters, straight, stroke } from './ink.ts';

/** The letters of HT and VT stand so far past their ends, mm. */
const LETTERS = 3;

/** HT and VT of the cuts that slope in all principal views, named at their ends away from XY. */
export const planeTraceInk = (sheet: PlacedSheet): Ink[] =>
  sheet.planeTraces.flatMap(({ name, view, from, to }) => {
    const whole = straight(from, to);
    const size = distance2(from, to);
    const past: Vec2 = [((to[0] - from[0]) / size) * LETTERS, ((to[1] - from[1]) / size) * LETTERS];
    return [
      stroke('trace', 'trace', chainDashes(whole), { whole, view }),
      letters('trace', name, [to[0] + past[0], to[1] + past[1] - 1.2], 2.5),
    ];
  });
