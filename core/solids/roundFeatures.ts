import type { FeatureFile } from '../part/schema.ts';
import type { LaidViews } from './aligned.ts';
import type { Round } from './rounds.ts';
import { ACROSS, figure } from './solidFeatures.ts';

const OPPOSITE = { right: 'left', front: 'back', top: 'bottom' } as const;

/** A boss as a cylinder, a hole from the side on which it opens. @param laid the box in which a hole may run right through */
const featureOf = (r: Round, laid: LaidViews, id: string): FeatureFile => {
  const { plane, u, v, sign } = ACROSS[r.axis];
  const at: [number, number, number] = [0, 0, 0];
  at[u] = figure(r.centre[0]);
  at[v] = figure(r.centre[1]);
  const diameter = figure(2 * r.radius);
  const height = figure(r.hi - r.lo);
  if (r.op === 'add') {
    at[r.axis] = figure(sign > 0 ? r.lo : r.hi);
    return { id, op: 'add', plane, at, shape: { kind: 'cylinder', diameter, height } };
  }
  const [opensLow, opensHigh] = [
    r.lo <= laid.min[r.axis] + laid.tol * 4,
    r.hi >= laid.max[r.axis] - laid.tol * 4,
  ];
  // drilled from the side of its plane where it opens there, else from the other one
  const fromHigh = opensHigh || !opensLow;
  at[r.axis] = figure(fromHigh ? r.hi : r.lo);
  const from = fromHigh === sign > 0 ? plane : OPPOSITE[plane];
  const depth = opensLow && opensHigh ? ('through' as const) : height;
  return { id, op: 'cut', plane: from, at, shape: { kind: 'hole', diameter, depth } };
};

/** Rounds as features of a part: bosses first, then holes. */
export const roundFeatures = (rounds: readonly Round[], laid: LaidViews): FeatureFile[] => {
  const bosses = rounds.filter((r) => r.op === 'add');
  const holes = rounds.filter((r) => r.op === 'cut');
  const named = (all: readonly Round[], word: string): FeatureFile[] =>
    all.map((r, i) => featureOf(r, laid, all.length === 1 ? word : `${word} ${i + 1}`));
  return [...named(bosses, 'boss'), ...named(holes, 'hole')];
};
