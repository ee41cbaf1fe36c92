import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { dayOf } from '../core/drawing/day.ts';
import { type Desk, openDesk } from '../core/drawing/desk.ts';
import { type Drawing, drawingOfPart, readDrawing } from '../core/drawing/drawing.ts';
import { dimensionsFor } from '../core/drawing/proposedDimensions.ts';
import type { ViewName } from '../core/geometry/viewFrames.ts';
import { sentence } from '../core/number/fault.ts';
import type { TraceFile } from '../core/part/schema.ts';
import { statedByLines } from '../core/recognise/stated.ts';
import { PAPER_NAMES, PAPERS, type PaperName, readScale, scaleText } from '../core/sheet/layout/paper.ts';
import { paperPerUnit } from '../core/sheet/layout/placement.ts';
import { type SheetSetup, SOLIDS_RULES, setupSchema } from '../core/sheet/setup.ts';
import { csvLine } from '../formats/csv.ts';
import { EXPORT_FORMATS, exportNamed, SHEET_EXPORTS, type SheetExport } from '../formats/exports.ts';
import { LETTERING_FILES, type Lettering } from '../formats/lettering.ts';
import { isSolidFile } from '../formats/solidFormats.ts';
import { type NamedFile, type NamedFiles, type Options, only, viewNames } from './commands.ts';
import { loadJson, loadPart, loadTraces, partIn, RefusedInput, refuse } from './input.ts';
import { Misuse } from './usage.ts';

const paperOf = (text: string): PaperName => {
  if (!(text in PAPERS)) throw new Misuse(`"${text}" is not a paper; use ${PAPER_NAMES.join(', ')}.`);
  return text as PaperName;
};

const scaleOf = (text: string): SheetSetup['scale'] => {
  if (text === 'fit') return 'fit';
  const k = readScale(text);
  if (k === undefined) throw new Misuse(`"${text}" is not a scale; use 1:2, 2:1 or fit.`);
  return k;
};

/** The fonts stand beside the bundle, in the project's public folder. */
const lettering = (): Lettering => {
  const read = (name: string): Buffer => readFileSync(new URL(`../../public/${name}`, import.meta.url));
  return { usual: read(LETTERING_FILES.usual), wide: read(LETTERING_FILES.wide) };
};

/** The drawing in a file, whole or around a bare part. */
const drawingIn = (file: string): { readonly drawing: Drawing; readonly isPart: boolean } => {
  if (isSolidFile(file)) return { drawing: drawingOfPart(loadPart(file).file), isPart: true };
  const data = loadJson(file);
  const format = (data as { format?: unknown } | null)?.format;
  if (typeof format !== 'string' || !format.startsWith('blue-ledger/drawing@'))
    return { drawing: drawingOfPart(file === '-' ? partIn(file, data) : loadPart(file).file), isPart: true };
  const read = readDrawing(data);
  return { drawing: read.ok ? read.value : refuse(file, read.faults), isPart: false };
};

/** The choices of the sheet that were named with the command; of a drawing all others stay as they are. */
const setupWith = (setup: SheetSetup, options: Options): SheetSetup => ({
  ...setup,
  ...(options.paper && { paper: paperOf(options.paper), place: undefined }),
  ...(options.scale && { scale: scaleOf(options.scale) }),
  ...(options.angle && { angle: options.angle as SheetSetup['angle'] }),
  ...(options.views && { views: viewNames(options.views) as ViewName[] }),
});

/** What the command puts into the title block. */
const titleWith = (options: Options): Partial<Drawing> =>
  Object.fromEntries(
    (['title', 'number', 'owner', 'material', 'date'] as const)
      .map((k) => [k as string, options[k]] as const)
      .concat([['drawnBy', options['drawn-by']]])
      .filter(([, text]) => text !== undefined),
  );

/** The drawing with the dimensions that are proposed for it, and its views as far apart as they need. */
const dimensioned = (desk: Desk, drawing: Drawing): Drawing => {
  const books = desk.books(drawing);
  if (!books) return drawing;
  const scheme = drawing.dimensions?.scheme ?? 'base';
  const list = dimensionsFor(drawing, books, scheme, drawing.dimensions?.list ?? []);
  const whole = { ...drawing, dimensions: { ...drawing.dimensions, scheme, list } };
  return { ...whole, setup: { ...whole.setup, ...desk.openGaps(whole) } };
};

/** A finished sheet, with what an index says of it. */
type MadeSheet = {
  readonly content: string | Uint8Array;
  readonly title: string;
  readonly scale: string;
  readonly dimensions: number;
};

const madeSheet = async (file: string, wanted: SheetExport, options: Options): Promise<MadeSheet> => {
  const { drawing, isPart } = drawingIn(file);
  const traces = (options.section ?? []).flatMap((s): TraceFile[] => loadTraces(s));
  const setup = setupWith(drawing.setup, options);
  const whole = {
    ...drawing,
    ...titleWith(options),
    cuts: [...drawing.cuts, ...traces.map((trace) => ({ on: true, trace }))],
    setup: isPart && traces.length ? { ...setup, rules: SOLIDS_RULES } : setup,
  };
  const read = readDrawing({ ...whole, setup: setupSchema.parse(whole.setup) });
  const known = read.ok ? read.value : refuse(file, read.faults);
  // holes with their counterbores and alike ones together are dimensioned as a drafter would state them
  const sound =
    options.dimension && isPart && isSolidFile(file) ? { ...known, part: statedByLines(known.part) } : known;
  const desk = openDesk();
  const worked = desk.work(options.dimension ? dimensioned(desk, sound) : sound);
  if (!worked.ok) return refuse(file, worked.faults);
  for (const f of worked.findings) process.stderr.write(`blue-ledger: ${file}: ${sentence(f)}\n`);
  const { WRITERS } = await import('../formats/writers.ts');
  const content = await WRITERS[wanted.id]([worked.sheet], {
    title: sound.title,
    lettering: lettering(),
    date: dayOf(sound.date),
    author: sound.drawnBy,
  });
  const { sheet: drawn } = worked;
  return {
    content,
    title: sound.title,
    scale: scaleText(drawn.scale / paperPerUnit(1, drawn.units)),
    dimensions: drawn.dimensions.laid.length,
  };
};

const isFolder = (file: string): boolean =>
  file !== '-' && (statSync(file, { throwIfNoEntry: false })?.isDirectory() ?? false);

/** A sheet of every part and drawing in a folder, and an index of them; one that is refused stands there with the reason. */
const sheetsOfFolder = async (folder: string, wanted: SheetExport, options: Options): Promise<NamedFiles> => {
  if (options.out === undefined) throw new Misuse('Say with --out into which folder the sheets go.');
  const names = readdirSync(folder)
    .filter((name) => isSolidFile(name) || name.endsWith('.json'))
    .sort();
  const files: NamedFile[] = [];
  const rows: string[] = [csvLine(['file', 'sheet', 'title', 'scale', 'dimensions', 'refused'])];
  for (const name of names) {
    const sheetName = `${name}.${wanted.ending}`;
    try {
      const made = await madeSheet(join(folder, name), wanted, options);
      files.push({ name: sheetName, content: made.content });
      rows.push(csvLine([name, sheetName, made.title, made.scale, String(made.dimensions), '']));
    } catch (error) {
      if (!(error instanceof RefusedInput)) throw error;
      for (const line of error.lines) process.stderr.write(`blue-ledger: ${line}\n`);
      rows.push(csvLine([name, '', '', '', '', error.lines.join(' ')]));
    }
  }
  return { files: [...files, { name: 'index.csv', content: rows.join('') }] };
};

/** A finished sheet as SVG or DXF text or PDF bytes, of a part with some cuts or of a whole drawing; of a folder a sheet of each. */
export const sheet = async (
  positionals: readonly string[],
  options: Options,
): Promise<string | Uint8Array | NamedFiles> => {
  const [file] = only(positionals, ['PART']) as [string];
  if (!exportNamed(options.format, undefined))
    throw new Misuse(`Give --format ${EXPORT_FORMATS.slice(0, -1).join(', ')} or ${EXPORT_FORMATS.at(-1)}.`);
  const spaces: readonly (string | undefined)[] = SHEET_EXPORTS.map((e) => e.space);
  if (options.space && !spaces.includes(options.space))
    throw new Misuse(
      '--space is paper (millimetres on the sheet), true (true size, the sheet as a layout), dimensions (the same, with dimensions that measure) or blocks (the same, each view a block).',
    );
  const wanted = exportNamed(options.format, options.space);
  if (!wanted) throw new Misuse('--space goes with --format dxf.');
  if (options.angle && options.angle !== 'first' && options.angle !== 'third')
    throw new Misuse('--angle is first or third.');
  if (isFolder(file)) return sheetsOfFolder(file, wanted, options);
  return (await madeSheet(file, wanted, options)).content;
};
