import type { Rigid } from '../geometry/rigid.ts';
import { homesOf } from '../part/homes.ts';
import { plainFigures } from '../part/plainFigures.ts';
import type { PartFile } from '../part/schema.ts';
import type { Path } from '../part/sizeReading.ts';
import { sizeReader } from '../part/sizes.ts';
import { statedHome } from '../part/statedHome.ts';
import { threadMeasures } from '../part/threads.ts';
import { holdsArcs, outlineMoves } from './outlineMoves.ts';

/**
 * The part with every expression worked out: each figure a plain number of its own. Bodies that come from elsewhere have their sizes there and
 * are left out; those that are placed by others stand where they are placed, which no figure of theirs says.
 * @throws Refusal where one cannot be worked out
 */
export const plainPart = (file: PartFile): PartFile => {
  const read = sizeReader(file);
  const { dims: _, ...rest } = file;
  const bodies = plainFigures(file.bodies, read, ['bodies']);
  const homes = homesOf(file);
  return {
    ...rest,
    bodies: bodies.flatMap((b, i) =>
      !b.features.length
        ? []
        : b.place?.length
          ? [{ ...b, ...statedHome(homes[i] as Rigid), place: [] }]
          : [b],
    ),
  };
};

/** Where the figures of a plain part stand, counts left out. */
const figuresOf = (part: PartFile): Path[] => {
  const out: Path[] = [];
  const visit = (node: unknown, path: Path): void => {
    if (typeof node === 'number') {
      if (!path.some((k) => k === 'count' || k === 'sides')) out.push(path);
    } else if (node && typeof node === 'object')
      // a placed body has no figures for where it stands
      for (const [k, v] of Object.entries(node))
        if (!('place' in node && (k === 'at' || k === 'turn' || k === 'place')))
          visit(v, [...path, Array.isArray(node) ? Number(k) : k]);
  };
  visit(part.bodies, ['bodies']);
  return out;
};

/** The part with what stands at a path changed. */
const changedAt = (part: PartFile, path: Path, change: (now: unknown) => unknown): PartFile => {
  const set = (node: unknown, rest: Path): unknown => {
    const [k, ...further] = rest;
    if (k === undefined) return change(node);
    if (Array.isArray(node)) return node.map((x, i) => (i === k ? set(x, further) : x));
    const own = node as Record<string, unknown>;
    return { ...own, [k]: set(own[k], further) };
  };
  return set(part, path) as PartFile;
};

/** A way in which a part may be other. */
export type PartMove = {
  /** the feature's place in the part: bodies, body, features, feature */
  readonly feature: Path;
  /** the one figure that is moved; nothing where several have to move together */
  readonly figure: Path | undefined;
  /** the part with it moved by so much, part units; of several ways the first one counts that leaves a part */
  readonly ways: readonly ((by: number) => PartFile)[];
};

/**
 * The size of each thread made larger, its pitch kept. A rod is as wide as its thread, so that both are moved together.
 * @returns each with the figures that it moves
 */
const threadMoves = (part: PartFile): (PartMove & { readonly held: readonly Path[] })[] =>
  part.bodies.flatMap((b, i) =>
    b.features.flatMap((f, j): (PartMove & { readonly held: readonly Path[] })[] => {
      const { shape } = f;
      if ((shape.kind !== 'cylinder' && shape.kind !== 'hole') || !shape.thread) return [];
      const now = threadMeasures(shape.thread, Number(shape.diameter), part.units);
      if (!now) return [];
      const at: Path = ['bodies', i, 'features', j, 'shape'];
      const isRod = shape.kind === 'cylinder';
      const moved = (by: number): PartFile =>
        changedAt(part, at, () => ({
          ...shape,
          ...(isRod && { diameter: now.d + by }),
          thread: { ...shape.thread, size: now.d + by, pitch: now.pitch },
        }));
      return [
        {
          feature: at.slice(0, 4),
          figure: undefined,
          held: [[...at, 'thread', 'size'], ...(isRod ? [[...at, 'diameter']] : [])],
          ways: [moved],
        },
      ];
    }),
  );

/**
 * All ways in which a plain part may be other: each of its figures moved by itself, counts left out. The points of an outline with arcs cannot be
 * moved so, as both ends of an arc are as far from its centre: there each corner is moved with its arcs, and each arc by itself.
 */
export const partMoves = (part: PartFile): PartMove[] => {
  const outlines = part.bodies.flatMap((b, i) =>
    b.features.flatMap((f, j) => {
      const at: Path = ['bodies', i, 'features', j, 'shape', 'profile'];
      const { shape } = f;
      return (shape.kind === 'extrude' || shape.kind === 'revolve') && holdsArcs(shape.profile)
        ? [{ at, profile: shape.profile, isTurned: shape.kind === 'revolve' }]
        : [];
    }),
  );
  const isOfOutline = (path: Path): boolean =>
    outlines.some(
      ({ at }) => at.every((k, i) => path[i] === k) && ['start', 'path'].includes(String(path[at.length])),
    );
  const threads = threadMoves(part);
  const isOfThread = (path: Path): boolean =>
    threads.some((t) => t.held.some((own) => own.join() === path.join()));
  return [
    ...threads.map(({ held: _, ...move }) => move),
    ...figuresOf(part)
      .filter((path) => !isOfOutline(path) && !isOfThread(path))
      .map((path) => ({
        feature: path.slice(0, 4),
        figure: path,
        ways: [(by: number) => changedAt(part, path, (now) => Number(now) + by)],
      })),
    ...outlines.flatMap(({ at, profile, isTurned }) =>
      outlineMoves(profile, isTurned).map(({ figure, ways }) => ({
        feature: at.slice(0, 4),
        figure: figure && [...at, ...figure],
        ways: ways.map((way) => (by: number) => changedAt(part, at, () => way(by))),
      })),
    ),
  ];
};
