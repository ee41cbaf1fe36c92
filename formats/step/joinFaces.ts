import { type Surface, sameSurface } from '../../core/geometry/surface.ts';
import { namedFaces } from '../../core/trimmed/faceNames.ts';
import { edgeCurves, surfaceWithSense } from '../../core/trimmed/preparedSolid.ts';
import { sizeOfSolid } from '../../core/trimmed/solidSize.ts';
import type { FaceOf, TrimmedSolid } from '../../core/trimmed/trimmedSolid.ts';
import { refuseEntity } from './part21.ts';
import type { RawSolid } from './readFaces.ts';
import { stepSays } from './stepWords.ts';

/** Surfaces nearer than this share of the solid's size are one: files state figures to some ten digits. */
const SAME = 1e-8;

/**
 * A solid with faces as the engine has them: what a file parts within one surface, by seams or otherwise, is joined.
 * @throws Refusal naming an edge that is not shared by two faces in opposite senses (the shell is open), or along which they do not meet
 */
export const joinedSolid = (raw: RawSolid): TrimmedSolid => {
  const ids = [...raw.edges.keys()];
  const at = new Map(ids.map((id, i) => [id, i]));
  const users: { face: number; sense: 1 | -1 }[][] = ids.map(() => []);
  raw.faces.forEach((f, face) => {
    for (const u of f.uses) users[at.get(u.edge) as number]?.push({ face, sense: u.sense });
  });
  users.forEach((list, i) => {
    const balanced = list.length > 0 && list.reduce((sum, u) => sum + u.sense, 0) === 0;
    if (!balanced) refuseEntity(ids[i] as number, stepSays('edge-open', { faces: list.length }));
    if (list.length > 2) refuseEntity(ids[i] as number, stepSays('edge-many', { faces: list.length }));
  });
  const edges = [...raw.edges.values()];
  const size = sizeOfSolid({
    kind: 'trimmed',
    edges,
    faces: raw.faces.map((f) => ({ name: '', surface: f.surface, edges: [] })),
  });
  const surfaces = raw.faces.map((f) => surfaceWithSense(f.surface));
  const group = raw.faces.map((_, i) => i);
  const root = (i: number): number => {
    let r = i;
    while (group[r] !== r) r = group[r] as number;
    group[i] = r;
    return r;
  };
  const isOne = (a: number, b: number): boolean => {
    const [s, t] = [surfaces[a], surfaces[b]] as { surface: Surface; outward: number }[];
    return s!.outward === t!.outward && sameSurface(s!.surface, t!.surface, size * SAME);
  };
  const inner = users.map((list) => {
    const [a, b] = list as [(typeof list)[number], (typeof list)[number]];
    if (a.face !== b.face && !isOne(a.face, b.face)) return false;
    group[root(a.face)] = root(b.face);
    return true;
  });
  const kept = ids.map((_, i) => i).filter((i) => !inner[i]);
  const number = new Map(kept.map((i, n) => [i, n]));
  const joined = new Map<number, { surface: FaceOf['surface']; edges: (readonly [number, 1 | -1])[] }>();
  raw.faces.forEach((f, i) => {
    const r = root(i);
    const face = joined.get(r) ?? {
      surface: (raw.faces[r] as (typeof raw.faces)[number]).surface,
      edges: [],
    };
    joined.set(r, face);
    for (const u of f.uses) {
      const n = number.get(at.get(u.edge) as number);
      if (n !== undefined) face.edges.push([n, u.sense]);
    }
  });
  const solid: TrimmedSolid = namedFaces({
    kind: 'trimmed',
    edges: kept.map((i) => edges[i] as (typeof edges)[number]),
    faces: [...joined.values()].map((f) => ({ name: '', ...f })),
  });
  edgeCurves(solid).forEach((c, n) => {
    if (!c) refuseEntity(ids[kept[n] as number] as number, stepSays('edge-off'));
  });
  return solid;
};
