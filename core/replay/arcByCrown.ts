import { type Conic2, pointOn2 } from '../geometry/curve2.ts';
import { distance2, length2, type Vec2 } from '../geometry/vec.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import type { Stretch } from '../sheet/ink/ink.ts';
import { pointAt } from './coordinates.ts';
import type { Deed } from './deed.ts';
import type { ArcByCrown } from './instruction.ts';
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

/** How the crown of an arc is marked on the line that bisects its chord: by how far the arc bulges, or where another light line crosses it. */
type CrownMark = { readonly bulge: number } | { readonly on: string };

/**
 * Finds the light circle through the two ends of an arc and its crown, which stands over the middle of the chord: its centre lies where two bisectors cross.
 * Source: Euclid, Elements III.25, as drafters do it with the compass.
 * @param ends counter-clockwise by way of the crown
 * @returns the light circle
 */
export const circleByPoints = (
  p: Plan,
  view: ViewName,
  ends: readonly [Vec2, Vec2],
  arc: ArcByCrown,
  mark: CrownMark,
): string => {
  const [a, b] = ends.map((q) => pointAt(p, view, q, 'construction')) as [string, string];
  const [chord, middle, centre, circle] = [
    freshName(p, 'l'),
    freshName(p, 'p'),
    freshName(p, 'p'),
    freshName(p, 'c'),
  ];
  const across = bisected(p, a, b);
  const step = { view, stage: 'construction', tool: 'compass' } as const;
  take(p, { ...step, instruction: { kind: 'bisectChord', arc } }, [
    { do: 'join', line: chord, a, b },
    ...across.deeds,
    { do: 'cross', point: middle, a: across.line, b: chord },
  ]);
  const known = pointThere(p, arc.crown);
  const crown = known ?? freshName(p, 'p');
  if (known === undefined && 'on' in mark)
    take(p, { ...step, tool: 'pencil', instruction: { kind: 'crownOnLine', arc } }, [
      { do: 'cross', point: crown, a: across.line, b: mark.on },
    ]);
  else if (known === undefined && 'bulge' in mark) {
    const origin = { source: 'calculated' } as const;
    take(
      p,
      {
        ...step,
        tool: 'rule',
        ...origin,
        instruction: { kind: 'setOffCrown', figure: { length: mark.bulge, origin }, arc },
      },
      [
        // counter-clockwise from end to end the centre is to the left, the crown to the right
        { do: 'setOff', point: crown, along: across.line, from: middle, distance: mark.bulge, way: -1 },
      ],
    );
  }
  const half = bisected(p, a, crown);
  take(p, { ...step, instruction: { kind: 'centreByCrown', arc } }, [
    ...half.deeds,
    { do: 'cross', point: centre, a: across.line, b: half.line },
    { do: 'circle', circle, centre, through: a },
  ]);
  return circle;
};

/** Finds the light circle of an arc that is stated by its ends and how far it bulges. */
export const circleByCrown = (p: Plan, view: ViewName, s: Stretch): void => {
  const k = s.curve as Conic2;
  const r = length2(k.major);
  const [a, b] = [pointOn2(k, s.from), pointOn2(k, s.to)];
  const bulge = r - Math.sqrt(r * r - (distance2(a, b) / 2) ** 2);
  const circle = circleByPoints(p, view, [a, b], { crown: pointOn2(k, (s.from + s.to) / 2) }, { bulge });
  p.rims.push({ view, circle, centre: k.c, r });
};
