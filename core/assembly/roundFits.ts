import { EDGE_ON } from '../geometry/nearness.ts';
import type { Cylinder } from '../geometry/surface.ts';
import { along, cross, dot, length, scale, sub } from '../geometry/vec.ts';
import { insideSolid, type Solid } from '../solid/body.ts';
import type { BuiltBody, BuiltPart } from '../solid/build.ts';
import { edgeExtent } from '../solid/extent.ts';

/** A round face on its body: of a shaft, where the material is inside, or of a hole. */
type RoundFace = {
  readonly body: string;
  readonly face: string;
  readonly isHole: boolean;
  readonly surface: Cylinder;
  /** how far it reaches along its axis */
  readonly low: number;
  readonly high: number;
};

/** A round of one body in a round hole of another, on one axis. Part units. */
export type RoundFit = {
  readonly hole: { readonly body: string; readonly face: string; readonly diameter: number };
  readonly shaft: { readonly body: string; readonly face: string; readonly diameter: number };
  /** hole less shaft: nought where they are of one size, less where the shaft is larger */
  readonly play: number;
  /** over which length the one stands in the other */
  readonly over: number;
};

/** Places round a face at which it is asked on which side the material is; the whole need not be there. */
const ROUND = 12;

/** Whether the material is outside a cylinder of a body; undefined where its face is nowhere found. */
const isHoleIn = (s: Solid, c: Cylinder, low: number, high: number): boolean | undefined => {
  const off = s.tol.size * 1e-5;
  for (const share of [0.5, 0.13, 0.87])
    for (let i = 0; i < ROUND; i++) {
      const q = ((i + 0.31) * 2 * Math.PI) / ROUND;
      const out = along(scale(c.e1, Math.cos(q)), c.e2, Math.sin(q));
      const level = low + share * (high - low);
      const on = along(along(c.o, c.a, level - dot(c.o, c.a)), out, c.r);
      const [inner, outer] = [insideSolid(s, along(on, out, -off)), insideSolid(s, along(on, out, off))];
      if (inner !== outer) return outer;
    }
  return undefined;
};

const roundFaces = ({ solid, edges }: BuiltBody): RoundFace[] =>
  // a face may lie on several pieces of its feature
  [...new Map(solid.faces.map((f) => [f.key, f])).values()].flatMap((f): RoundFace[] => {
    const surface = solid.surfaces[f.surface];
    const own = edges.filter((e) => e.on.includes(f.key));
    if (surface?.kind !== 'cylinder' || !own.length) return [];
    const reach = own.map((e) => edgeExtent(e, surface.a));
    const [low, high] = [Math.min(...reach.map((r) => r[0])), Math.max(...reach.map((r) => r[1]))];
    const isHole = high - low > solid.tol.linear ? isHoleIn(solid, surface, low, high) : undefined;
    return isHole === undefined ? [] : [{ body: solid.name, face: f.key, isHole, surface, low, high }];
  });

/** How far along each other's axis two rounds of one axis stand together; nought where they are of two axes. */
const together = (a: RoundFace, b: RoundFace, tol: number): number => {
  const [c, k] = [a.surface, b.surface];
  if (length(cross(c.a, k.a)) > EDGE_ON * 10) return 0;
  const off = sub(k.o, c.o);
  if (length(along(off, c.a, -dot(off, c.a))) > tol) return 0;
  const turn = Math.sign(dot(c.a, k.a));
  const [lo, hi] = turn > 0 ? [b.low, b.high] : [-b.high, -b.low];
  return Math.min(a.high, hi) - Math.max(a.low, lo);
};

/** A shaft larger than its hole by more than this share is no press fit: its thread, or something else, is meant. */
const LARGEST_PRESS = 0.05;

/** Round faces with a thread of one kind, by body and face. */
const threaded = (part: BuiltPart, isInside: boolean): ReadonlySet<string> =>
  new Set(
    part.bodies.flatMap(({ solid }) =>
      solid.model.operations.flatMap((o) =>
        (o.threads ?? []).filter((t) => t.isInside === isInside).map((t) => `${solid.name} ${t.face}`),
      ),
    ),
  );

/**
 * Rounds of one body that stand in round holes of another, on one axis: of several holes about one stretch of a shaft the narrowest. Threads that hold one
 * another are left out, and so is a thread in a hole of its own diameter, which is that of a nut.
 */
export const roundFits = (part: BuiltPart): readonly RoundFit[] => {
  const near = part.tol.linear * 40;
  const faces = part.bodies.flatMap(roundFaces);
  const [tapped, screwed] = [threaded(part, true), threaded(part, false)];
  const holes = faces.filter((f) => f.isHole && !tapped.has(`${f.body} ${f.face}`));
  return faces
    .filter((f) => !f.isHole)
    .flatMap((shaft): RoundFit[] => {
      const about = holes.filter(
        (h) =>
          h.body !== shaft.body &&
          h.surface.r > shaft.surface.r * (1 - LARGEST_PRESS) &&
          together(shaft, h, near) > near,
      );
      const isThread = (h: RoundFace): boolean =>
        screwed.has(`${shaft.body} ${shaft.face}`) && Math.abs(h.surface.r - shaft.surface.r) < near;
      return about
        .filter(
          (h) =>
            !isThread(h) &&
            !about.some((x) => x.surface.r < h.surface.r - near && together(h, x, near) > near),
        )
        .map((h) => ({
          hole: { body: h.body, face: h.face, diameter: 2 * h.surface.r },
          shaft: { body: shaft.body, face: shaft.face, diameter: 2 * shaft.surface.r },
          play: 2 * (h.surface.r - shaft.surface.r),
          over: together(shaft, h, near),
        }));
    });
};

/** The name by which a drawing keeps the class of a fit: "rod end.turned/side 1 in socket.bore/wall". */
export const fitName = ({ hole, shaft }: RoundFit): string =>
  `${shaft.body}.${shaft.face} in ${hole.body}.${hole.face}`;
