import { type Drawing, drawingOfPart, readDrawing } from '../core/drawing/drawing.ts';
import { attempt, type Fault, Refusal, type Result } from '../core/number/fault.ts';
import { partModel, readPartFile } from '../core/part/model.ts';
import { cuttingPlane } from '../core/section/trace.ts';
import { buildPart } from '../core/solid/build.ts';

/** True where every figure works out and the part can be built. */
export const soundness = (d: Drawing): Result<Drawing> => {
  // a new drawing's statement is empty
  if (!d.part.bodies.length) return { ok: true, value: d };
  const model = partModel(d.part);
  if (!model.ok) return model;
  const built = buildPart(model.value);
  if (!built.ok) return built;
  for (const cut of d.cuts) {
    const plane = cuttingPlane(cut.trace, d.part);
    if (!plane.ok) return plane;
  }
  return { ok: true, value: d };
};

const refuse = (fault: Fault): never => {
  throw new Refusal(fault);
};

/**
 * Reads an opened file: a whole drawing or a bare part, as its "format" says.
 * @param name the file's name, for the sentence
 */
export const readOpened = (data: unknown, name: string): Result<Drawing> => {
  const format = (data as { format?: unknown } | null)?.format;
  const started = attempt((): Drawing => {
    const read = format === 'blue-ledger/part@1' ? readPartFile(data) : readDrawing(data);
    if (!read.ok) return refuse(read.faults[0] as Fault);
    return 'bodies' in read.value ? drawingOfPart(read.value) : read.value;
  });
  const sound = started.ok ? soundness(started.value) : started;
  if (sound.ok) return sound;
  return {
    ok: false,
    faults: sound.faults.map((f) => ({ ...f, where: f.where ? `${name}, ${f.where}` : name })),
  };
};
