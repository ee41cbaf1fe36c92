import { along, cross, dot, scale, sub, type Vec3 } from '../../../geometry/vec.ts';
import type { RelationFile } from '../../../part/placeSchema.ts';
import { type NamedFace, namedFaces } from '../../../part/placing.ts';
import type { BodyFile, PartFile } from '../../../part/schema.ts';
import { boxOfAdditions } from '../../../solid/body.ts';
import type { BodyModel } from '../../../solid/partModel.ts';
import { Ask } from '../ask.ts';
import { ALONG, isMeant, modelsOf } from './fastenerParts.ts';
import { type Side, TOWARD, USUAL } from './lineWords.ts';

/** A size of a key and of its seat are one within this share. */
export const SAME_SIZE = 1e-6;

type NamedFlat = NamedFace & { readonly name: string };

/** Two walls of a cut that look at one another: along which direction, the middle between them, how far apart. */
export type Walls = { readonly d: Vec3; readonly middle: Vec3; readonly size: number };

/** What a key lies in: a cut of a body, with its own z and the pairs of its walls. */
export type Seat = {
  readonly body: BodyModel;
  readonly feature: string;
  readonly z: Vec3;
  readonly flats: readonly NamedFlat[];
  readonly walls: readonly Walls[];
  /** the middle between the axes of its round ends, where it has two */
  readonly ends?: { readonly d: Vec3; readonly middle: Vec3 };
};

const wallsOf = (flats: readonly NamedFlat[]): Walls[] =>
  flats.flatMap((a, i) =>
    flats.slice(i + 1).flatMap((b) => {
      if (dot(a.direction, b.direction) > -ALONG) return [];
      const size = dot(sub(b.point, a.point), a.direction);
      return size > 0 ? [{ d: a.direction, middle: along(a.point, a.direction, size / 2), size }] : [];
    }),
  );

export const seatsOf = (body: BodyModel): Seat[] =>
  body.operations.flatMap((o): Seat[] => {
    const [first] = o.cells;
    if (o.op !== 'cut' || !first) return [];
    const isOwn = (f: { readonly name: string }): boolean => f.name.startsWith(`${o.feature}/`);
    const flats = namedFaces(body, 'flat').filter(isOwn);
    const [e1, e2] = namedFaces(body, 'round').filter((f) => isOwn(f) && /\/end/.test(f.name));
    const across = e1 && e2 && sub(e2.point, e1.point);
    return [
      {
        body,
        feature: o.feature,
        z: first.cell.place.z,
        flats,
        walls: wallsOf(flats),
        ...(e1 &&
          across && {
            ends: { d: scale(across, 1 / Math.hypot(...across)), middle: along(e1.point, across, 0.5) },
          }),
      },
    ];
  });

/** How far a body reaches along a direction, low and high, by its boxes. */
export const reach = (body: BodyModel, d: Vec3): readonly [number, number] => {
  const b = boxOfAdditions([body]);
  const corners = [0, 3].flatMap((x) =>
    [1, 4].flatMap((y) => [2, 5].map((z) => dot([b[x], b[y], b[z]] as Vec3, d))),
  );
  return [Math.min(...corners), Math.max(...corners)];
};

/** Whether a cut is open along the direction between two of its walls: one of them lies where its body ends. */
export const isMouth = (body: BodyModel, { d, middle, size }: Walls): boolean => {
  const [low, high] = reach(body, d);
  const [from, to] = [dot(middle, d) - size / 2, dot(middle, d) + size / 2];
  const near = SAME_SIZE * (high - low);
  return from <= low + near || to >= high - near;
};

export const towardSide = (d: Vec3, side: Side | undefined, what: string): Vec3 => {
  const wanted = side ?? USUAL.find((s) => Math.abs(dot(TOWARD[s], d)) > ALONG);
  const cos = wanted ? dot(TOWARD[wanted], d) : 1;
  if (Math.abs(cos) < ALONG)
    throw new Ask(`The ${what} does not run towards the ${side}. Where is that end?`, []);
  return scale(d, Math.sign(cos));
};

export const sideWords = (d: Vec3): string => {
  const side = USUAL.find((s) => dot(TOWARD[s], d) > ALONG);
  return side === 'top' || side === 'bottom' ? `at the ${side}` : `to the ${side ?? 'side'}`;
};

/** Faces of two bodies that lie on one another as they stand, as relations: one to a direction, and the axes of round ends. */
export const whatMeets = (own: BodyModel, seat: Seat, tol: number): RelationFile[] => {
  const out: { readonly d: Vec3; readonly relation: RelationFile }[] = [];
  for (const face of namedFaces(own, 'flat'))
    for (const wall of seat.flats) {
      if (dot(face.direction, wall.direction) > -ALONG) continue;
      if (Math.abs(dot(sub(face.point, wall.point), wall.direction)) > tol) continue;
      if (out.some((o) => Math.abs(dot(o.d, wall.direction)) > ALONG)) continue;
      out.push({
        d: wall.direction,
        relation: { face: face.name, against: `${seat.body.name}.${wall.name}` },
      });
    }
  const rounds = namedFaces(seat.body, 'round').filter((f) => f.name.startsWith(`${seat.feature}/`));
  const axes = namedFaces(own, 'round').flatMap((a) =>
    rounds.flatMap((b): RelationFile[] => {
      const off = cross(sub(a.point, b.point), b.direction);
      const isOne = Math.abs(dot(a.direction, b.direction)) > ALONG && Math.hypot(...off) <= tol;
      return isOne
        ? [
            {
              axis: a.name,
              on: `${seat.body.name}.${b.name}`,
              sense: dot(a.direction, b.direction) < 0 ? 'opposite' : 'same',
            },
          ]
        : [];
    }),
  );
  return [...axes.slice(0, 1), ...out.map((o) => o.relation)];
};

export const withBody = (part: PartFile, body: BodyFile): PartFile => ({
  ...part,
  bodies: [...part.bodies, body],
});

/** The sizes of a key across its seat: as they are worked out. */
export const boxOf = (part: PartFile, { standard, ...body }: BodyFile): readonly [number, number, number] => {
  // rounded ends bulge beyond the length
  const plain = standard && 'ends' in standard ? { ...standard, ends: 'square' as const } : standard;
  const own = { ...body, ...(plain && { standard: plain }) } as BodyFile;
  const b = boxOfAdditions(modelsOf(withBody({ ...part, bodies: [] }, own)));
  return [b[3] - b[0], b[4] - b[1], b[5] - b[2]];
};

/** The seat that the words of a line mean; the only one where the line has none. @throws Ask */
export const seatMeant = <S extends { readonly body: string; readonly feature: string }>(
  all: readonly S[],
  words: string | undefined,
  what: string,
): S => {
  const found = words === undefined ? all : all.filter((s) => isMeant(words, [s.body, s.feature]));
  const [first, second] = found;
  if (first && !second) return first;
  const offers = (second ? found : all).slice(0, 4).map((s) => `in the ${s.feature} of ${s.body}`);
  throw new Ask(
    first ? `Which ${what} does it go into?` : `There is no such ${what}. Which one does it go into?`,
    offers,
  );
};
