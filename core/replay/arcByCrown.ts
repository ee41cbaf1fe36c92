import { type Conic2, pointOn2 } from '../geometry/curve2.ts';
import { distance2, length2, type Vec2 } from '../geometry/vec.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import type { Stretch } from '../sheet/ink/ink.ts';
import { pointAt } from './coordinates.ts';
import type { Deed } from './deed.ts';
import { radiusOrigin } from './origin.ts';
import { freshName, type Plan, pointThere, take } from './plan.ts';

/** The deeds that bisect the line between two points: equal arcs about both cross on either side of it. The bisector runs from the right of the line to its left. */
const bisected = (
  p: Plan,
  a: string,
  b: string,
): { readonly line: string; readonly deeds: readonly Deed[] } => {
  const [about, other] = [freshName(p, 'c'), freshName(p, 'c')];
  const [left, right, line] = [freshName(p, 'p'), freshName(p, 'p'), freshName(p, 'l')];
  return {
    line,
    deeds: [
      { do: 'circle', circle: about, centre: a, through: b },
      { do: 'circle', circle: other, centre: b, through: a },
      { do: 'pair', point: left, a: about, b: other, side: 1 },
      { do: 'pair', point: right, a: about, b: other, side: -1 },
      { do: 'join', line, a: right, b: left },
    ],
  };
};

/** Whether an arc is one that is stated by its ends and how far it bulges: no size gives its radius or its centre, and it is less than half a circle. */
export const isStatedByCrown = (p: Plan, view: ViewName, s: Stretch): boolean => {
  const k = s.curve as Conic2;
  return (
    s.to - s.from < Math.PI - 1e-9 &&
    pointThere(p, k.c) === undefined &&
    radiusOrigin(p, view, k.c, length2(k.major)).source === 'calculated'
  );
};

/**
 * Finds the light circle of an arc from three of its points: its ends and its crown, which stands its bulge off the middle of the chord. The centre lies where
 * two bisectors cross. Source: Euclid, Elements III.25, as drafters do it with the compass.
 */
export const circleByCrown = (p: Plan, view: ViewName, s: Stretch): void => {
  const k = s.curve as Conic2;
  const r = length2(k.major);
  const at = (t: number): Vec2 => pointOn2(k, t);
  const [a, b] = [s.from, s.to].map((t) => pointAt(p, view, at(t), 'construction')) as [string, string];
  const [chord, middle, crown, centre, circle] = [
    freshName(p, 'l'),
    freshName(p, 'p'),
    freshName(p, 'p'),
    freshName(p, 'p'),
    freshName(p, 'c'),
  ];
  const across = bisected(p, a, b);
  const crownAt = at((s.from + s.to) / 2);
  const step = { view, stage: 'construction', tool: 'compass' } as const;
  take(p, { ...step, instruction: { kind: 'bisectChord', crown: crownAt } }, [
    { do: 'join', line: chord, a, b },
    ...across.deeds,
    { do: 'cross', point: middle, a: across.line, b: chord },
  ]);
  const bulge = r - Math.sqrt(r * r - (distance2(at(s.from), at(s.to)) / 2) ** 2);
  const origin = { source: 'calculated' } as const;
  take(
    p,
    {
      ...step,
      tool: 'rule',
      ...origin,
      instruction: { kind: 'setOffCrown', figure: { length: bulge, origin }, crown: crownAt },
    },
    [
      // counter-clockwise from end to end the centre is to the left, the crown to the right
      { do: 'setOff', point: crown, along: across.line, from: middle, distance: bulge, way: -1 },
    ],
  );
  const half = bisected(p, a, crown);
  take(p, { ...step, instruction: { kind: 'centreByCrown', crown: crownAt } }, [
    ...half.deeds,
    { do: 'cross', point: centre, a: across.line, b: half.line },
    { do: 'circle', circle, centre, through: a },
  ]);
  p.rims.push({ view, circle, centre: k.c, r });
};
