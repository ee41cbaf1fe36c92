import { VIEW_FRAMES } from '../../../core/geometry/viewFrames.ts';
import { readPartFile } from '../../../core/part/model.ts';
import { sectionOf } from '../../../core/section/section.ts';
import { cuttingPlane } from '../../../core/section/trace.ts';
import { type View, viewOf } from '../../../core/view/view.ts';
import { assembled } from '../assembly/assembled.ts';

/** A part of bodies as a part file states them, read and built, with its file. */
export const builtBodies = (bodies: readonly object[]) => {
  const file = readPartFile({ format: 'blue-ledger/part@1', name: 'p', units: 'mm', bodies });
  if (!file.ok) throw new Error(file.faults.map((f) => f.what).join());
  return { part: assembled(file.value).part, file: file.value };
};

/** The front view of a part cut across its depth at y, seen from the front. */
export const cutFront = ({ part, file }: ReturnType<typeof builtBodies>, y: number): View => {
  const plane = cuttingPlane(
    {
      name: 'A',
      seenIn: 'top',
      through: [
        [-99, y],
        [199, y],
      ],
      look: 'up',
    },
    file,
  );
  if (!plane.ok) throw new Error(plane.faults[0]?.what);
  return viewOf(sectionOf(part, plane.value).remains, VIEW_FRAMES.front, part.tol);
};
