import { cross, length, sub } from '../geometry/vec.ts';
import { facesOfMeeting, featureOfFace } from '../naming/keys.ts';
import type { PartFile } from '../part/schema.ts';
import type { DimensionBooks } from './books.ts';
import type { Tie } from './propose.ts';
import { AXES, type Station } from './stations.ts';
import { keyWriter } from './surfacesByKey.ts';
import { tieSize } from './tieNow.ts';

/** Nearer than this, as a share of the part's size, two faces or two radii are one. */
const SAME = 1e-6;

/** The body of a feature by its written key, and whether it is cut out there. */
const homes = (file: PartFile): ReadonlyMap<string, { readonly body: string; readonly isCut: boolean }> => {
  const written = keyWriter(file);
  return new Map(
    file.bodies.flatMap((b) =>
      b.features.map((f) => [written(b.name, f.id, f.id), { body: b.name, isCut: f.op === 'cut' }] as const),
    ),
  );
};

/** Pairs of bodies that have a flat face each at a station, the one against the other. */
const pairsAt = (
  books: DimensionBooks,
  s: Station,
  bodyOf: (key: string) => string | undefined,
): ReadonlySet<string> => {
  const faces = s.of.flatMap((key) => {
    const [surface, body] = [books.surfaces.get(key), bodyOf(key)];
    return surface?.kind === 'plane' && body !== undefined ? [body] : [];
  });
  const bodies = [...new Set(faces)].sort();
  return new Set(bodies.flatMap((a, i) => bodies.slice(i + 1).map((b) => `${a} | ${b}`)));
};

/**
 * The sizes that matter on the drawing of an assembly, where its parts have drawings of their own: how large the whole is, where two of its parts meet, and the
 * diameters and widths in which one fits the other.
 * @param books of the part with all its bodies written out
 * @param left bodies that are bought and not measured here: bolts, nuts, washers and the like
 */
export const assemblySizes = (books: DimensionBooks, left: ReadonlySet<string>): readonly Tie[] => {
  const near = SAME * books.part.tol.size;
  const known = homes(books.plain);
  const homeOf = (key: string) => {
    const home = known.get(featureOfFace(key));
    return home && !left.has(home.body) ? home : undefined;
  };
  const out: Tie[] = [];
  const add = (tie: Tie): void => {
    const size = tieSize(books, tie) ?? 0;
    const isThere = out.some((o) => {
      if (o.kind !== tie.kind || Math.abs((tieSize(books, o) ?? 0) - size) > near) return false;
      return o.kind !== 'linear' || tie.kind !== 'linear' || o.from.axis === tie.from.axis;
    });
    if (size > near && !isThere) out.push(tie);
  };
  for (const axis of AXES) {
    const own = books.stations.filter(
      (s) =>
        s.axis === axis && s.kind === 'face' && s.of.flatMap(facesOfMeeting).some((face) => homeOf(face)),
    );
    const [first, last] = [own[0], own.at(-1)];
    if (!first || !last) continue;
    const meeting = own.flatMap((s) => {
      const pairs = pairsAt(books, s, (key) => homeOf(key)?.body);
      return pairs.size ? [{ s, pairs }] : [];
    });
    const fitted = new Set<Station>();
    meeting.forEach(({ s, pairs }, i) => {
      // two faces of one part against two of another: the width in which it fits
      const next = meeting.slice(i + 1).find((m) => [...m.pairs].some((p) => pairs.has(p)));
      if (!next) return;
      add({ kind: 'linear', from: s, to: next.s });
      fitted.add(s).add(next.s);
    });
    for (const { s } of meeting)
      if (!fitted.has(s) && s !== first) add({ kind: 'linear', from: first, to: s });
    if (first !== last) add({ kind: 'linear', from: first, to: last });
  }
  // a round is stated by its diameter, that of a turned profile by a rim
  const rounds = books.sizes.flatMap((size) => {
    if (size.what !== 'diameter' && size.what !== 'rim') return [];
    return size.of.flatMap((face) => {
      const [surface, home] = [books.surfaces.get(face), homeOf(face)];
      return surface?.kind === 'cylinder' && home ? [{ size, surface, ...home }] : [];
    });
  });
  /** A hole and what stands in it. */
  const isFitted = (a: (typeof rounds)[number], b: (typeof rounds)[number]): boolean =>
    a.body !== b.body &&
    a.isCut !== b.isCut &&
    Math.abs(a.surface.r - b.surface.r) <= near &&
    length(cross(a.surface.a, b.surface.a)) <= SAME &&
    length(cross(sub(a.surface.o, b.surface.o), a.surface.a)) <= near;
  for (const a of rounds)
    if (a.isCut && rounds.some((b) => isFitted(a, b))) add({ kind: 'size', size: a.size });
  // of something round the largest diameter says how large the whole is
  const solid = rounds.filter((r) => !r.isCut);
  const widest = Math.max(...solid.map((r) => r.surface.r));
  const largest = solid.find((r) => r.surface.r === widest);
  const [x0, y0, z0, x1, y1, z1] = books.part.box;
  if (largest && [x1 - x0, y1 - y0, z1 - z0].some((reach) => Math.abs(reach - 2 * widest) <= near))
    add({ kind: 'size', size: largest.size });
  return out;
};
