import type { Box3 } from '../geometry/box.ts';
import type { Curve3 } from '../geometry/curve3.ts';
import { marchedCurves } from '../geometry/march.ts';
import type { Plane, Round, Surface } from '../geometry/surface.ts';
import { planeCone, planeCylinder, planeSphere, planes, planeTorus } from './planeMeeting.ts';
import { ringTouches } from './ringTouch.ts';
import { roundMeeting } from './roundMeeting.ts';

const planeRound = (s: Plane, t: Round, box: Box3, tol: number): Curve3[] | undefined => {
  switch (t.kind) {
    case 'cylinder':
      return planeCylinder(s, t, tol);
    case 'cone':
      return planeCone(s, t, box, tol);
    case 'sphere':
      return planeSphere(s, t, tol);
    case 'torus':
      return planeTorus(s, t, tol);
  }
};

/**
 * The curves in which two surfaces meet, where they have a closed form; undefined where they have none. A touch within `tol` counts as
 * one (double) curve, a touch in a point as none.
 * @param box endless curves are given a little beyond it
 */
export const closedMeeting = (s: Surface, t: Surface, box: Box3, tol: number): Curve3[] | undefined => {
  if (s.kind === 'plane') return t.kind === 'plane' ? planes(s, t) : planeRound(s, t, box, tol);
  return t.kind === 'plane' ? planeRound(t, s, box, tol) : roundMeeting(s, t, box, tol);
};

/**
 * The curves in which two surfaces meet: in closed form, or else marched.
 * @param box where the curves are wanted: those without a closed form are looked for in it
 */
export const surfaceMeeting = (s: Surface, t: Surface, box: Box3, tol: number): Curve3[] =>
  closedMeeting(s, t, box, tol) ?? marchedCurves(s, t, box, tol, ringTouches(s, t, tol));
