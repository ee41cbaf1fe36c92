import { type Box3, boxCorners, boxesMeet, boxOf } from '../geometry/box.ts';
import { boxOf2, type Curve2, lengthBetween } from '../geometry/curve2.ts';
import type { Vec3 } from '../geometry/vec.ts';
import type { ViewFrame } from '../geometry/viewFrames.ts';
import type { Tolerance } from '../solid/body.ts';
import type { Change } from '../solid/change.ts';
import { type Cover, coverOf, crossCarriers } from './crossing.ts';
import { type FlatCarrier, type Member, reread } from './flatCarrier.ts';
import { flatten } from './project.ts';
import { membersIn, type Run, runsOf, twinsOver } from './runs.ts';
import { hidingIn, type SceneBody } from './scene.ts';
import { type CastMemory, carriersOfScene, changesIn, type SceneChange } from './sceneCarriers.ts';
import { findTwins } from './twins.ts';

/** [u0, v0, u1, v1] */
export type Box2 = readonly [number, number, number, number];

/** A line of a view: a stretch [from, to] of a flat curve, each piece of the picture once. */
export type ViewLine = {
  /** narrow lines of threads that are seen have a class of their own */
  readonly class: 'visible' | 'hidden' | 'thread';
  /** tangent joins are there only where they are asked for */
  readonly kind: 'edge' | 'outline' | 'tangent' | 'thread' | 'threadEnd';
  readonly curve: Curve2;
  readonly from: number;
  readonly to: number;
  /** keys of the faces that meet there (one for an outline) */
  readonly of: readonly string[];
  /** keys of the edges that fall on it */
  readonly sources: readonly string[];
};
export type View = {
  readonly frame: ViewFrame;
  /** of all lines */
  readonly box: Box2;
  readonly lines: readonly ViewLine[];
  /** those of threads, which are a way of showing and no edges of the part */
  readonly threads: readonly ViewLine[];
};

/** Whether a line is there only to show a thread. */
const isOfThread = (l: ViewLine): boolean => l.kind === 'thread' || l.kind === 'threadEnd';

/** The names that members go by, each once, sorted; those of one member are sorted already. */
const namesOf = (here: readonly Member[], of: (m: Member) => readonly string[]): readonly string[] => {
  if (here.length === 1) return of(here[0] as Member);
  const names = new Set<string>();
  for (const m of here) for (const name of of(m)) names.add(name);
  return [...names].sort();
};

/** A run with the names of all that falls on it. */
const lineOf = (c: FlatCarrier, { from, to, class: seen }: Run, tol: Tolerance): ViewLine => {
  const over = c.twins.length ? twinsOver(c, from, to, tol).map((twin) => twin.members[0] as Member) : [];
  const here = [...membersIn(c, from, to), ...over];
  const kind =
    (['edge', 'outline', 'threadEnd', 'thread'] as const).find((k) => here.some((m) => m.kind === k)) ??
    'tangent';
  return {
    class: kind === 'thread' && seen === 'visible' ? 'thread' : seen,
    kind,
    curve: c.curve,
    from,
    to,
    of: namesOf(here, (m) => m.of),
    sources: namesOf(here, (m) => [m.source]),
  };
};

/** A view with what its next state may take over. */
export type SeenView = { readonly view: View; readonly memory: ViewMemory };
/** A carrier as it was drawn. */
type Drawn = {
  readonly casts: readonly Member[];
  readonly members: readonly Member[];
  readonly cover: Cover;
  readonly lines: readonly ViewLine[];
  readonly box: Box2;
};
export type ViewMemory = CastMemory & {
  /** by the first of what was cast on each carrier */
  readonly drawn: ReadonlyMap<Member, Drawn>;
};

/** The places in a view where something may look otherwise than before; undefined where all may. */
const touched = (changes: SceneChange, f: ViewFrame): Box3[] | undefined =>
  changes.some((c) => c === undefined)
    ? undefined
    : changes.flatMap((c) =>
        (c as Change).boxes.map((box): Box3 => {
          const corners = boxCorners(box).map((p): Vec3 => [...flatten(f, p), 0]);
          return boxOf(corners);
        }),
      );

/**
 * The lines of a view with visible and hidden parts.
 *
 * Curves are projected and merged by the flat curve they fall on (so coincident lines are there once), parted where they cross
 * one another, and each stretch is decided by two rays infinitesimally to either side: hidden only if both are blocked.
 *
 * @param tangents draws tangent joins too, as lines of a kind of their own; without `before`
 * @param before what was kept of the view of the scene's last state: where nothing changed since, its lines are taken over
 */
export const seeScene = (
  scene: readonly SceneBody[],
  frame: ViewFrame,
  tol: Tolerance,
  before?: ViewMemory,
  tangents = false,
): SeenView => {
  const changes = changesIn(scene, before);
  const { carriers, memory } = carriersOfScene(scene, frame, tol.linear, changes, before, tangents);
  const places = before && touched(changes, frame);
  const known = carriers.map((c) => {
    // free curves hang on one another
    const last = c.curve.type === 'free' ? undefined : before?.drawn.get(c.casts[0] as Member);
    const same = last?.casts.length === c.casts.length && last.casts.every((m, k) => m === c.casts[k]);
    c.members = same ? last.members : c.casts.map((m) => reread(m, c.curve, tol.linear));
    return same ? last : undefined;
  });
  const covers = carriers.map((c, i) => known[i]?.cover ?? coverOf(c, tol.linear));
  const stays = covers.map(
    ({ boxes }, i) =>
      places !== undefined &&
      known[i] !== undefined &&
      !boxes.some((b) => places.some((x) => boxesMeet(b, x, tol.linear * 4))),
  );
  crossCarriers(
    carriers,
    covers,
    stays.map((x) => !x),
    tol.linear,
  );
  findTwins(carriers, tol.linear);
  const ranks = new Map(carriers.map((c, i) => [c, i]));
  const order = (c: FlatCarrier): number => ranks.get(c) as number;
  const hides = hidingIn(scene, frame, tol);
  const drawn = carriers.map((c, i): Drawn => {
    if (stays[i]) return known[i] as Drawn;
    const lines = runsOf(c, frame, tol, hides, order).map((r) => lineOf(c, r, tol));
    const box = boxOfLines(lines);
    return { casts: c.casts, members: c.members, cover: covers[i] as Cover, lines, box };
  });
  const filled = drawn.filter((d) => d.lines.length);
  const box = filled.length ? boxOfAll(filled.map((d) => d.box)) : ([0, 0, 0, 0] as const);
  return {
    view: {
      frame,
      box,
      lines: drawn.flatMap((d) => d.lines.filter((l) => !isOfThread(l))),
      threads: drawn.flatMap((d) => d.lines.filter(isOfThread)),
    },
    memory: { ...memory, drawn: new Map(drawn.map((d) => [d.casts[0] as Member, d])) },
  };
};

/** The box of some lines of a view; nothing but zeros where there are none. */
export const boxOfLines = (lines: readonly ViewLine[]): Box2 =>
  lines.length ? boxOfAll(lines.map((l) => boxOf2(l.curve, l.from, l.to))) : [0, 0, 0, 0];

const boxOfAll = (boxes: readonly Box2[]): Box2 => {
  let [u0, v0, u1, v1] = [
    Number.POSITIVE_INFINITY,
    Number.POSITIVE_INFINITY,
    -Number.POSITIVE_INFINITY,
    -Number.POSITIVE_INFINITY,
  ];
  for (const b of boxes) {
    u0 = Math.min(u0, b[0]);
    v0 = Math.min(v0, b[1]);
    u1 = Math.max(u1, b[2]);
    v1 = Math.max(v1, b[3]);
  }
  return [u0, v0, u1, v1];
};

/** The lines of a view of a scene by itself; see `seeScene`. */
export const viewOf = (
  scene: readonly SceneBody[],
  frame: ViewFrame,
  tol: Tolerance,
  tangents = false,
): View => seeScene(scene, frame, tol, undefined, tangents).view;

/** The drawn length of a line. */
export const lineLength = (l: ViewLine): number => lengthBetween(l.curve, l.from, l.to);
