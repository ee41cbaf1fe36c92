import { type Axis, compose, IDENTITY, type Rigid, turned, turnVector } from '../../../geometry/rigid.ts';
import { along, cross, dot, scale, type Vec3 } from '../../../geometry/vec.ts';
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
  type Seat,
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

/** How a key lies in its seat: its own x and z, and its origin. */
type Lies = { readonly x: Vec3; readonly z: Vec3; readonly at: Vec3 };

/** A seat with the two walls between which a key is held, along its own y, and the sizes of the key. */
type Held = {
  readonly seat: Seat;
  readonly holding: Walls;
  /** whether a direction runs across y */
  readonly isAcross: (d: Vec3) => boolean;
  /** out of the seat, where it is open */
  readonly mouth: Vec3;
  readonly sizes: readonly [x: number, y: number, z: number];
};

const moved = (at: Vec3, d: Vec3, to: number): Vec3 => along(at, d, to - dot(at, d));

/** The level of a seat's floor along its mouth; the middle between its walls where it has none. */
const floorOf = ({ seat, holding, mouth }: Held): number => {
  const floor = seat.flats.find((f) => dot(f.direction, mouth) > ALONG);
  return floor ? dot(floor.point, mouth) : dot(holding.middle, mouth);
};

/** Along which direction a seat is long, and the middle of that. */
const lengthOf = ({ seat, holding, mouth }: Held): { readonly d: Vec3; readonly middle: number } => {
  const d = seat.ends?.d ?? cross(holding.d, mouth);
  const walls = seat.walls.find((w) => Math.abs(dot(w.d, d)) > ALONG);
  return { d, middle: dot(seat.ends?.middle ?? walls?.middle ?? holding.middle, d) };
};

/** A parallel key lies along its seat with its bottom on the floor, in the middle of its length. */
const parallelIn = (held: Held): Lies => {
  const { mouth, holding } = held;
  const { d, middle } = lengthOf(held);
  return { x: d, z: mouth, at: moved(moved(holding.middle, mouth, floorOf(held)), d, middle) };
};

/** A taper key lies along its seat with its straight side on the floor. */
const taperIn = (held: Held, line: KeyLine, assumed: string[]): Lies => {
  const { mouth, holding, seat, sizes } = held;
  const { d, middle } = lengthOf(held);
  const z = scale(largeEnd(d, line, seat, assumed), -1);
  const at = moved(moved(holding.middle, mouth, floorOf(held)), d, middle);
  return { x: mouth, z, at: along(at, z, -sizes[2] / 2) };
};

const largeEnd = (d: Vec3, line: KeyLine, seat: Seat, assumed: string[]): Vec3 => {
  const toward = towardSide(d, line.end, seat.feature);
  if (line.end === undefined) assumed.push(`large end ${sideWords(toward)}`);
  return toward;
};

/** A cotter goes through: across its body, in the middle of its length; its straight side, where it has one, against a wall. */
const cotterThrough = (held: Held, line: KeyLine, isOneSided: boolean, assumed: string[]): Lies => {
  const { seat, holding, mouth, isAcross, sizes } = held;
  const z = scale(largeEnd(mouth, line, seat, assumed), -1);
  const across = seat.walls.find((w) => isAcross(w.d) && Math.abs(dot(w.d, z)) < 1 - ALONG);
  let x = cross(holding.d, z);
  if (isOneSided) {
    const straight = towardSide(x, line.straight, seat.feature);
    if (line.straight === undefined) assumed.push(`straight side ${sideWords(straight)}`);
    x = scale(straight, -1);
  }
  const middle = across?.middle ?? seat.ends?.middle ?? holding.middle;
  const [low, high] = reach(seat.body, z);
  const centred = moved(
    moved(middle, z, (low + high - sizes[2]) / 2),
    holding.d,
    dot(holding.middle, holding.d),
  );
  assumed.push('in the middle of its length');
  if (across && across.size < sizes[0] * (1 - SAME_SIZE))
    assumed.push(`its large end is wider than the ${seat.feature}`);
  return { x, z, at: isOneSided && across ? along(centred, x, -across.size / 2) : centred };
};

/** A key or cotter in its seat, held between two walls, with relations to all of the seat that it lies on. */
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
  const sizes = boxOf(part, bare);
  const assumed: string[] = [];
  // what lies between two walls: the width of a parallel key and the thickness of a tapered one
  const holding = seat.walls
    .filter((w) => !isMouth(seat.body, w))
    .reduce<Walls | undefined>((a, b) => (!a || b.size < a.size ? b : a), undefined);
  if (!holding) throw new Ask(`The ${seat.feature} has no two walls that hold it.`, []);
  if (holding.size < sizes[1] * (1 - SAME_SIZE))
    throw new Ask(
      `The ${seat.feature} is ${tidyFigure(holding.size)} across, less than ${tidyFigure(sizes[1])}. How ${isParallel ? 'wide' : 'thick'} is it?`,
      [],
    );
  if (holding.size > sizes[1] * (1 + SAME_SIZE))
    assumed.push(`in the middle of the ${tidyFigure(holding.size)} between the walls of ${seat.feature}`);
  const isAcross = (d: Vec3): boolean => Math.abs(dot(d, holding.d)) < 1 - ALONG;
  const widest = seat.walls.filter((w) => isAcross(w.d)).sort((a, b) => b.size - a.size)[0];
  const mouth = isAcross(seat.z) ? seat.z : widest?.d;
  if (!mouth) throw new Ask(`The ${seat.feature} has no walls along which it could lie.`, []);
  const held: Held = { seat, holding, isAcross, mouth, sizes };
  const { x, z, at } = isParallel
    ? parallelIn(held)
    : standard.kind === 'taperKey'
      ? taperIn(held, line, assumed)
      : cotterThrough(held, line, 'sides' in standard && standard.sides === 1, assumed);
  const turn = turnsTo(x, z);
  if (!turn)
    throw new Ask(`The ${seat.feature} runs aslant. Put the ${line.name} in its place with Place.`, []);
  const own: BodyFile = { ...bare, ...(turn.length && { turn }), at: figures(at) };
  const stood = modelsOf(withBody(part, own)).at(-1) as BodyModel;
  const place = whatMeets(stood, seat, toleranceFor([seat.body, stood]).linear * NEAR);
  const next = withBody(part, { ...own, ...(place.length && { place }) });
  modelsOf(next);
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
