import { plane, type Surface } from '../geometry/surface.ts';
import { dot } from '../geometry/vec.ts';
import { faceKey } from '../naming/keys.ts';
import type { PartFile } from '../part/schema.ts';
import type { PartModel } from '../solid/partModel.ts';
import { threadEndOf, threadFaceOf, threadStartOf } from './threadKeys.ts';

/**
 * The surface of each face of each feature, by the key it is written with; faces that are cut away are there too. The other line of a thread and the
 * end of full thread are no faces, and are there by names of their own.
 */
export type SurfacesByKey = ReadonlyMap<string, Surface>;

/** Features of one name in several bodies: their faces are written with the name of the body before. */
const twiceNamed = (file: PartFile): ReadonlySet<string> => {
  const ids = file.bodies.flatMap((b) => [...new Set(b.features.map((f) => f.id))]);
  return new Set(ids.filter((id, i) => ids.indexOf(id) !== i));
};

/** How a face of a body is written: by its key, with the body's name before it where several bodies have such a feature. */
export const keyWriter = (file: PartFile): ((body: string, key: string, feature: string) => string) => {
  const twice = twiceNamed(file);
  return (body, key, feature) => (twice.has(feature) ? `${body}/${key}` : key);
};

/** The surfaces of a part that is worked out, by the names of its file. */
export const surfacesOfModel = (file: PartFile, model: PartModel): SurfacesByKey => {
  const written = keyWriter(file);
  const out = new Map<string, Surface>();
  for (const b of model.bodies)
    for (const o of b.operations) {
      for (const { cell, copy } of o.cells)
        for (const f of cell.faces)
          out.set(written(b.name, faceKey(o.feature, f.role, copy), o.feature), f.surface);
      for (const t of o.threads ?? []) {
        const carrier = written(b.name, t.face, o.feature);
        const s = out.get(carrier);
        if (s?.kind === 'cylinder') out.set(threadFaceOf(carrier), { ...s, r: t.other });
        if (t.end === undefined) continue;
        const at = dot(t.axis, t.origin);
        out.set(threadEndOf(carrier), plane(t.axis, at + t.end));
        out.set(threadStartOf(carrier), plane(t.axis, at + (t.end === t.low ? t.high : t.low)));
      }
    }
  return out;
};
