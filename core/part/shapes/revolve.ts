import type { Vec2 } from '../../geometry/vec.ts';
import { DEGREE, TAU } from '../../number/angle.ts';
import { says } from '../../number/faultWords.ts';
import { hullOf, type LoopSegment } from '../../solid/loop.ts';
import { angle, maybe } from '../clauses.ts';
import { profileLoop } from '../profile.ts';
import { profile } from '../profileSchema.ts';
import { quantity } from '../quantity.ts';
import type { Path, SizeReader } from '../sizeReading.ts';
import { defineShape, whole } from './definition.ts';
import { turned } from './sweeps.ts';

/** A profile as a turned one: it may touch the axis but not cross it. */
const halfProfile = (loop: LoopSegment[], read: SizeReader, path: Path): LoopSegment[] => {
  const points = loop.flatMap(hullOf);
  const spread = points.reduce((m, p) => Math.max(m, Math.abs(p[0]), Math.abs(p[1])), 0);
  const lowest = Math.min(...loop.flatMap((segment) => [segment.a[0], ...bulgeOf(segment)]));
  if (lowest < -1e-9 * spread)
    read.refuse(path, says('profile.over-axis', { beyond: Number((-lowest).toFixed(6)) }));
  const onto = (p: Vec2): Vec2 => (Math.abs(p[0]) <= 1e-9 * spread ? [0, p[1]] : p);
  return loop.map((segment) => ({ ...segment, a: onto(segment.a), b: onto(segment.b) }));
};

/** The least x of an arc where that lies between its ends. */
const bulgeOf = (segment: LoopSegment): number[] => {
  if (!segment.arc) return [];
  const { c, r, ccw } = segment.arc;
  const { a, b } = segment;
  const p: Vec2 = [c[0] - r, c[1]];
  const side = (b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0]);
  return side > 0 === !ccw && side !== 0 ? [p[0]] : [];
};

/** A profile in the x-z half-plane (x is the radius), turned about z from +x towards +y. */
export const revolve = defineShape({
  kind: 'revolve',
  keys: { profile, angle: quantity.optional() },
  name: 'turned profile',
  clauses: [maybe('through ', angle('angle'), ' degrees')],
  isCentred: false,
  under: 'Solids',
  examples: [{ name: 'Turned part', line: 'turned 20 x 15, 32 x 25, 16 x 40' }],
  solids: (shape, read, path) => {
    const at = [...path, 'profile'];
    const loop = halfProfile(profileLoop(shape.profile, read, at), read, at);
    const degrees = shape.angle === undefined ? 360 : read.angle(shape.angle, [...path, 'angle']);
    if (!(degrees > 0 && degrees <= 360))
      read.refuse([...path, 'angle'], says('turn.impossible', { degrees }));
    return whole(turned(loop, degrees === 360 ? TAU : degrees * DEGREE));
  },
});
