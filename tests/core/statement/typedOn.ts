import { partModel } from '../../../core/part/model.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { boxOfAdditions } from '../../../core/solid/body.ts';
import { enterReading, typedContext } from '../../../core/statement/typed/enter.ts';
import { assemblyReaders } from '../../../core/statement/typed/fasteners/assemblyReaders.ts';
import { readTypedLine, type TypedReading } from '../../../core/statement/typed/typedLine.ts';

const EMPTY: PartFile = { format: 'blue-ledger/part@1', name: 'p', units: 'mm', bodies: [] };
const readOn = (part: PartFile, line: string): TypedReading => {
  const model = part.bodies.length ? partModel(part) : undefined;
  return readTypedLine(
    line,
    typedContext(part, model?.ok ? boxOfAdditions(model.value.bodies) : undefined, assemblyReaders),
  );
};
/** A part from typed lines. */
export const typed = (lines: readonly string[], start = EMPTY): PartFile =>
  lines.reduce((part, line) => {
    const read = readOn(part, line);
    if (read.kind === 'asks') throw new Error(`${line}: ${read.question}`);
    return enterReading(part, read);
  }, start);
/** The question that a line is answered with on a part. */
export const asked = (part: PartFile, line: string): string => {
  const read = readOn(part, line);
  return read.kind === 'asks' ? read.question : `understood: ${JSON.stringify(read)}`;
};
/** What a line takes for granted on a part. */
export const assumed = (part: PartFile, line: string): string => {
  const read = readOn(part, line);
  return read.kind === 'fastened' || read.kind === 'understood' ? read.assumed.join('; ') : 'not read so';
};
