import type { ReplayMethod } from '../../core/replay/deed.ts';
import type { Step } from '../../core/replay/step.ts';

/** Where a group of methods stands on the shelf's page. */
export const groupAnchor = (group: string): string => group.toLowerCase();

const DEPTHS: Record<ReplayMethod, string> = {
  mitre: 'mitre-line',
  arcs: 'arcs',
  distances: 'dividers',
};

/** Steps of which a construction on the shelf tells more than their stage does. */
const OF_ASKED: Partial<Record<Step['asks'], string>> = {
  chamferCircle: 'bolt-head',
  chamferEnd: 'bolt-head',
  chamferArc: 'bolt-head',
  bisectChord: 'arc-through-three-points',
  crownOnLine: 'arc-through-three-points',
  setOffCrown: 'arc-through-three-points',
  centreByCrown: 'arc-through-three-points',
  taperByRatio: 'taper-by-ratio',
};

/** Where the shelf shows how a step of a construction is done by hand; before the first step it is the setting out. */
export const methodOfStep = (
  step: Pick<Step, 'stage' | 'work' | 'asks'> | undefined,
  depths: ReplayMethod,
): string => {
  const stage = step?.stage ?? 'setting out';
  const own = step && OF_ASKED[step.asks];
  if (own) return `/method/${own}`;
  if (step?.work.on.kind === 'edgeView') return '/method/plane-of-three-points';
  if (stage === 'setting out') return '/method/setting-out';
  if (stage === 'cut') return `/method#${groupAnchor('Sections')}`;
  return stage === 'true shape' ? '/method/true-shape' : `/method/${DEPTHS[depths]}`;
};
