import { type Axis, compose, IDENTITY, type Rigid, turned, turnVector } from '../../../geometry/rigid.ts';
import { along, cross, dot, scale, sub, type Vec3 } from '../../../geometry/vec.ts';
import { tidyFigure } from '../../../number/tidyFigure.ts';
import type { Quantity } from '../../../part/quantity.ts';
import type { BodyFile, PartFile } from '../../../part/schema.ts';
import { toleranceFor } from '../../../solid/body.ts';
import type { BodyModel } from '../../../solid/partModel.ts';
import { freeName } from '../../freeName.ts';
import { Ask } from '../ask.ts';
import type { Fastened } from '../placing.ts';
import { ALONG, isStandard, modelsOf, NEAR } from './fastenerParts.ts';
import type { KeyLine } from './keyLine.ts';
import { pinInHole } from './pinInHole.ts';
import {
  boxOf,
  isMouth,
  reach,
  SAME_SIZE,
  seatMeant,
  seatsOf,
  sideWords,
  towardSide,
  type Walls,
  whatMeets,
  withBody,
} from './seat.ts';

const QUARTER_TURNS = [0, 90, 180, 270] as const;
const AXIS_NAMES: readonly Axis[] = ['x', 'y', 'z'];

/** Quarter turns about the axes that bring a body's own x and z to two directions; undefined where these are aslant. */
const turnsTo = (x: Vec3, z: Vec3): BodyFile['turn'] | undefined => {
  for (const a of AXIS_NAMES)
    for (const first of QUARTER_TURNS)
      for (const b of AXIS_NAMES)
        for (const second of QUARTER_TURNS) {
          const m: Rigid = compose(turned(b, second), compose(turned(a, first), IDENTITY));
          if (dot(turnVector(m, [1, 0, 0]), x) < ALONG || dot(turnVector(m, [0, 0, 1]), z) < ALONG) continue;
          return [
            { axis: a, angle: first },
            { axis: b, angle: second },
          ].filter((t) => t.angle !== 0);
        }
  return undefined;
};

const figures = (p: Vec3): [Quantity, Quantity, Quantity] => [
  tidyFigure(p[0]),
  tidyFigure(p[1]),
  tidyFigure(p[2]),
];

/** A key or cotter in its seat: across between the walls that hold it, bottom on the floor, in the middle of its length. */
const keyInSeat = (part: PartFile, line: KeyLine, models: readonly BodyModel[]): Fastened => {
  const all = models.flatMap(seatsOf).filter((s) => s.walls.length > 0);
  const seats = all.map((s) => ({ body: s.body.name, feature: s.feature, seat: s }));
  const { seat } = seatMeant(seats, line.into, 'slot');
  const { standard } = line;
  const isParallel = standard.kind === 'parallelKey';
  const name = freeName(
    line.name,
    part.bodies.map((b) => b.name),
  );
  const bare: BodyFile = { name, standard, features: [] };
  const [wx, wy, wz] = boxOf(part, bare);
  const assumed: string[] = [];
  // what lies between two walls: the width of a parallel key and the thickness of a tapered one, both along its own y
  const holding = seat.walls
    .filter((w) => !isMouth(seat.body, w))
    .reduce<Walls | undefined>((a, b) => (!a || b.size < a.size ? b : a), undefined);
  if (!holding) throw new Ask(`The ${seat.feature} has no two walls that hold it.`, []);
  if (holding.size < wy * (1 - SAME_SIZE))
    throw new Ask(
      `The ${seat.feature} is ${tidyFigure(holding.size)} across, less than ${tidyFigure(wy)}. How ${isParallel ? 'wide' : 'thick'} is it?`,
      [],
    );
  if (holding.size > wy * (1 + SAME_SIZE))
    assumed.push(`in the middle of the ${tidyFigure(holding.size)} between the walls of ${seat.feature}`);
  const y = holding.d;
  const isAcross = (d: Vec3): boolean => Math.abs(dot(d, y)) < 1 - ALONG;
  const other = seat.walls.filter((w) => isAcross(w.d)).sort((a, b) => b.size - a.size)[0];
  const run = seat.ends?.d ?? (isAcross(seat.z) ? seat.z : other?.d);
  if (!run) throw new Ask(`The ${seat.feature} has no walls along which it could lie.`, []);
  let x: Vec3;
  let z: Vec3;
  let at: Vec3;
  if (isParallel) {
    // it lies along the seat with its bottom on the floor, its top looks out at the mouth
    z = isAcross(seat.z) ? seat.z : (other?.d as Vec3);
    if (seat.ends === undefined && other && Math.abs(dot(other.d, z)) > ALONG) x = cross(y, z);
    else x = seat.ends?.d ?? cross(y, z);
    const floor = seat.flats.find((f) => dot(f.direction, z) > ALONG);
    const length = seat.walls.find((w) => Math.abs(dot(w.d, x)) > ALONG);
    const middle = seat.ends?.middle ?? length?.middle ?? holding.middle;
    at = along(middle, z, (floor ? dot(floor.point, z) : dot(holding.middle, z)) - dot(middle, z));
    at = along(at, y, dot(sub(holding.middle, at), y));
  } else {
    // it goes through: its large end looks out at one side
    const toward = towardSide(isAcross(seat.z) ? seat.z : run, line.end, seat.feature);
    if (line.end === undefined) assumed.push(`large end ${sideWords(toward)}`);
    z = scale(toward, -1);
    const across = seat.walls.find((w) => isAcross(w.d) && Math.abs(dot(w.d, z)) < 1 - ALONG);
    x = cross(y, z);
    const isOneSided = standard.kind !== 'dowel' && 'sides' in standard && standard.sides === 1;
    if (line.straight || isOneSided) {
      const straight = towardSide(x, line.straight, seat.feature);
      if (line.straight === undefined) assumed.push(`straight side ${sideWords(straight)}`);
      x = scale(straight, -1);
    }
    const middle = across?.middle ?? seat.ends?.middle ?? holding.middle;
    const [low, high] = reach(seat.body, z);
    at = along(middle, z, (low + high) / 2 - dot(middle, z) - wz / 2);
    at = along(at, y, dot(sub(holding.middle, at), y));
    if (isOneSided && across) at = along(at, x, -across.size / 2);
    assumed.push('in the middle of its length');
  }
  const turn = turnsTo(x, z);
  if (!turn)
    throw new Ask(`The ${seat.feature} runs aslant. Put the ${line.name} in its place with Place.`, []);
  const own: BodyFile = { ...bare, ...(turn.length && { turn }), at: figures(at) };
  const stood = modelsOf(withBody(part, own)).at(-1) as BodyModel;
  const place = whatMeets(stood, seat, toleranceFor([seat.body, stood]).linear * NEAR);
  const body = { ...own, ...(place.length && { place }) };
  const next = withBody(part, body);
  modelsOf(next);
  const tooWide =
    !isParallel && seat.walls.some((w) => Math.abs(dot(w.d, x)) > ALONG && w.size < wx * (1 - SAME_SIZE));
  if (tooWide) assumed.push(`its large end is wider than the ${seat.feature}`);
  return { part: next, added: [name], assumed };
};

/**
 * A part with the key, cotter or pin of a typed line put in.
 * @throws Ask where the line leaves open what it goes into, or it does not fit there
 */
export const enterKey = (part: PartFile, line: KeyLine): Fastened => {
  const models = modelsOf(part).filter((m) => !isStandard(part, m.name));
  if (!models.length) {
    // the first body of a drawing stands by itself
    const body: BodyFile = {
      name: freeName(
        line.name,
        part.bodies.map((b) => b.name),
      ),
      standard: line.standard,
      features: [],
    };
    const next = withBody(part, body);
    modelsOf(next);
    return { part: next, added: [body.name], assumed: ['at the origin'] };
  }
  return ['dowel', 'splitPin', 'rivet'].includes(line.standard.kind)
    ? pinInHole(part, line, models)
    : keyInSeat(part, line, models);
};
