import type { CuttingPlane } from '../section/trace.ts';
import type { BuiltPart } from '../solid/build.ts';
import { withoutThickness } from './contacts.ts';
import { withoutEffect } from './effect.ts';
import type { Finding } from './finding.ts';
import { openBoundaries } from './openBoundary.ts';
import { overlaps } from './overlap.ts';
import { inPieces } from './pieces.ts';
import { closeCalls } from './planes.ts';
import { thinWalls } from './walls.ts';

/**
 * All that is doubtful about a part and its cuts though it can be drawn.
 * @param limit walls thinner than this are reported, part units; none are without it
 */
export const findingsOf = (part: BuiltPart, cuts: readonly CuttingPlane[], limit?: number): Finding[] => [
  ...openBoundaries(part),
  ...overlaps(part),
  ...inPieces(part),
  ...withoutThickness(part),
  ...withoutEffect(part),
  ...(limit === undefined ? [] : thinWalls(part, limit)),
  ...cuts.flatMap((c) => closeCalls(part, c)),
];
