import { compose, mirrored, moved, type Rigid, turned, turnedAbout } from '../geometry/rigid.ts';
import type { Vec3 } from '../geometry/vec.ts';
import { VIEW_FRAMES } from '../geometry/viewFrames.ts';
import type { Quantity } from './quantity.ts';
import type { FeatureFile, PartFile } from './schema.ts';
import { MOST_COPIES, type SizeReader } from './sizeReading.ts';

type Path = readonly (string | number)[];

/** A copy of a feature: where it stands and its mark in face keys ("" for the first). */
export type Placed = { readonly place: Rigid; readonly copy: string };

const pointOf = (
  read: SizeReader,
  p: readonly [Quantity, Quantity, Quantity] | undefined,
  path: Path,
): Vec3 =>
  p
    ? [read.length(p[0], [...path, 0]), read.length(p[1], [...path, 1]), read.length(p[2], [...path, 2])]
    : [0, 0, 0];

type Turn = NonNullable<FeatureFile['turn']>;

const turnsOf = (read: SizeReader, turn: Turn | undefined, path: Path, start: Rigid): Rigid =>
  (turn ?? []).reduce(
    (m, t, i) => compose(turned(t.axis, read.angle(t.angle, [...path, i, 'angle'])), m),
    start,
  );

/** Where a feature and its copies stand in their body's frame (part-format: "Placing a feature"). */
export const placementsOf = (feature: FeatureFile, read: SizeReader, path: Path): Placed[] => {
  const frame = VIEW_FRAMES[feature.plane ?? 'top'];
  const own: Rigid = { x: frame.u, y: frame.v, z: frame.toward, origin: [0, 0, 0] };
  const turnedOwn = turnsOf(read, feature.turn, [...path, 'turn'], own);
  const first = compose(moved(pointOf(read, feature.at, [...path, 'at'])), turnedOwn);
  const copies: Placed[] = [{ place: first, copy: '' }];
  const { repeat, mirror } = feature;
  if (repeat) {
    const at = [...path, 'repeat'];
    const count = read.count(repeat.count, [...at, 'count'], 1, MOST_COPIES);
    if ('step' in repeat) {
      const s = pointOf(read, repeat.step, [...at, 'step']);
      for (let i = 1; i < count; i++)
        copies.push({ place: compose(moved([s[0] * i, s[1] * i, s[2] * i]), first), copy: `@${i + 1}` });
    } else {
      const through = pointOf(read, repeat.about.through, [...at, 'about', 'through']);
      const angle = repeat.angle === undefined ? 360 / count : read.angle(repeat.angle, [...at, 'angle']);
      for (let i = 1; i < count; i++)
        copies.push({
          place: compose(turnedAbout(repeat.about.axis, angle * i, through), first),
          copy: `@${i + 1}`,
        });
    }
  }
  if (mirror) {
    const image = mirrored(mirror.normal, read.length(mirror.at, [...path, 'mirror', 'at']));
    for (const c of [...copies]) copies.push({ place: compose(image, c.place), copy: `${c.copy}@mirror` });
  }
  return copies;
};

/** The body's own placement, applied to the whole of it. */
export const bodyPlacement = (body: PartFile['bodies'][number], read: SizeReader, path: Path): Rigid =>
  compose(
    moved(pointOf(read, body.at, [...path, 'at'])),
    turnsOf(read, body.turn, [...path, 'turn'], moved([0, 0, 0])),
  );
