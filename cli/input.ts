import { readFileSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { begunPartSchema } from '../core/drawing/drawing.ts';
import { type Fault, sentence } from '../core/number/fault.ts';
import { leadsElsewhere, withBroughtParts } from '../core/part/broughtParts.ts';
import { partModel, readPartFile } from '../core/part/model.ts';
import { type PartFile, readBySchema, type TraceFile } from '../core/part/schema.ts';
import { partOfSolids, solidFilesOf } from '../core/part/solidPart.ts';
import { type CuttingPlane, cuttingPlane, readTraces } from '../core/section/trace.ts';
import { type BuiltPart, buildPart } from '../core/solid/build.ts';
import type { SolidsFile } from '../core/trimmed/solidsFile.ts';
import { readSolids } from '../formats/readSolids.ts';
import { isSolidFile, LARGEST_SOLID_FILE } from '../formats/solidFormats.ts';

/** Input that is refused: each line says what is wrong and what to do; exit 1. */
export class RefusedInput extends Error {
  readonly lines: readonly string[];
  constructor(lines: readonly string[]) {
    super(lines[0]);
    this.lines = lines;
  }
}

export const refuse = (file: string, faults: readonly Fault[]): never => {
  throw new RefusedInput(faults.map((f) => `${file}: ${sentence(f)}`));
};

/** The largest file that is read; a part of thousands of features stays well below it. */
const LARGEST = 8 * 1024 * 1024;

const readBytes = (file: string, most = LARGEST_SOLID_FILE): Buffer => {
  try {
    const bytes = readFileSync(file === '-' ? 0 : file);
    if (bytes.length > most)
      throw new RefusedInput([
        `${file}: file: It is larger than ${most / 1024 / 1024} MB. Split the part into smaller files.`,
      ]);
    return bytes;
  } catch (error) {
    if (error instanceof RefusedInput) throw error;
    throw new RefusedInput([
      `${file}: file: It cannot be read (${(error as { code?: string }).code ?? 'unknown'}). Check the name and the rights.`,
    ]);
  }
};

export const readText = (file: string): string => readBytes(file, LARGEST).toString('utf8');

export const loadJson = (file: string): unknown => {
  const text = readText(file);
  try {
    return JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (error) {
    throw new RefusedInput([
      `${file}: file: It is not JSON (${(error as Error).message}). Correct it there.`,
    ]);
  }
};

/** What states the part: of a drawing file its part, else the file itself. */
const statementIn = (data: unknown): unknown => {
  const { format, part } = (data ?? {}) as { format?: unknown; part?: unknown };
  return format === 'blue-ledger/drawing@1' ? part : data;
};

/** A part file as it is written; it may have no bodies yet. */
export const loadBegunPart = (file: string): PartFile => {
  const read = readBySchema(begunPartSchema, statementIn(loadJson(file)));
  return read.ok ? read.value : refuse(file, read.faults);
};

/** The part that a file states. @param file its name, for the words of a fault */
export const built = (file: string, source: PartFile): BuiltPart => {
  const model = partModel(source);
  if (!model.ok) return refuse(file, model.faults);
  const part = buildPart(model.value);
  return part.ok ? part.value : refuse(file, part.faults);
};

/** A part file's data read as such. @param file its name, for the words of a fault */
export const partIn = (file: string, data: unknown): PartFile => {
  const read = readPartFile(statementIn(data));
  return read.ok ? read.value : refuse(file, read.faults);
};

/** The solids of a file in an open format. */
const loadSolids = (file: string): SolidsFile => {
  const read = readSolids(file, readBytes(file));
  return read.ok ? read.value : refuse(file, read.faults);
};

/** A part file, or a file of solids as a part, with the solids that its shapes name; `folder` is where they stand. */
const partFrom = (file: string, folder: string): PartFile => {
  const path = join(folder, file);
  if (isSolidFile(file)) return partOfSolids(basename(file), loadSolids(path));
  const part = partIn(path, loadJson(path));
  const names = solidFilesOf(part).filter((name) => !part.solids || !Object.hasOwn(part.solids, name));
  const outside = names.find((name) => leadsElsewhere(name));
  if (outside !== undefined)
    throw new RefusedInput([
      `${path}: file "${outside}": Only files beside the part are read. Put it there.`,
    ]);
  return names.length
    ? {
        ...part,
        solids: {
          ...part.solids,
          ...Object.fromEntries(names.map((name) => [name, loadSolids(join(dirname(path), name))])),
        } as PartFile['solids'],
      }
    : part;
};

export const loadPart = (file: string): { file: PartFile; part: BuiltPart } => {
  const read = withBroughtParts(file === '-' ? partIn(file, loadJson(file)) : partFrom(file, ''), (from) =>
    partFrom(from, dirname(file)),
  );
  const source = read.ok ? read.value : refuse(file, read.faults);
  return { file: source, part: built(file, source) };
};

export const loadTraces = (file: string): TraceFile[] => {
  const traces = readTraces(loadJson(file));
  return traces.ok ? traces.value : refuse(file, traces.faults);
};

export const loadPlanes = (file: string, part: PartFile): CuttingPlane[] =>
  loadTraces(file).map((t) => {
    const plane = cuttingPlane(t, part);
    return plane.ok ? plane.value : refuse(file, plane.faults);
  });
