import { openBooks } from '../core/dimension/books.ts';
import { evaluateGiven } from '../core/dimension/given.ts';
import { propose, type Scheme } from '../core/dimension/propose.ts';
import { VIEW_FRAMES, type ViewName } from '../core/geometry/viewFrames.ts';
import { readBySchema } from '../core/part/schema.ts';
import { sectionOf } from '../core/section/section.ts';
import type { Views } from '../core/sheet/dimensions/laid.ts';
import { layOut } from '../core/sheet/dimensions/layOut.ts';
import { cutShownIn } from '../core/sheet/views/cutShownIn.ts';
import { viewOf } from '../core/view/view.ts';
import {
  dimensionsJson,
  evaluatedJson,
  givenDimensions,
  givenDimensionsSchema,
} from '../formats/dimensionJson.ts';
import { type Options, only, viewNames } from './commands.ts';
import { loadJson, loadPart, loadPlanes, refuse } from './input.ts';
import { Misuse } from './usage.ts';

const SCHEMES: readonly Scheme[] = ['base', 'chain', 'symmetry'];
const MM = { mm: 1, in: 25.4 } as const;

/** "1:2" as paper mm to a part unit. */
const scaleOf = (text: string, units: 'mm' | 'in'): number => {
  const [, a, b] = /^(\d+(?:\.\d+)?)\s*:\s*(\d+(?:\.\d+)?)$/.exec(text) ?? [];
  if (!a || !b || !(Number(a) > 0) || !(Number(b) > 0))
    throw new Misuse('--scale is two figures such as 1:2.');
  return (Number(a) / Number(b)) * MM[units];
};

/** Proposes the dimensions of a part with their audit; with --given holds a given set against the part instead. */
export const dimension = (positionals: readonly string[], options: Options): string => {
  const [file] = only(positionals, ['PART']) as [string];
  const { file: source, part } = loadPart(file);
  const scheme = SCHEMES.find((s) => s === (options.scheme ?? 'base'));
  if (!scheme) throw new Misuse(`--scheme is one of ${SCHEMES.join(', ')}.`);
  const books = openBooks(source);
  if (!books) throw new Misuse(`${file} cannot be built.`);
  if (options.given) {
    const read = readBySchema(givenDimensionsSchema, loadJson(options.given));
    if (!read.ok) return refuse(options.given, read.faults);
    const given = givenDimensions(read.value, books);
    const evaluated = evaluateGiven(
      books,
      given.dimensions,
      given.relations.map((r) => r.relation),
    );
    return `${JSON.stringify(evaluatedJson(books, evaluated, given.relations))}\n`;
  }
  const names = viewNames(options.views ?? 'front,top,left') as ViewName[];
  const sections = (options.section ?? []).flatMap((s) =>
    loadPlanes(s, source).map((plane) => sectionOf(part, plane)),
  );
  const views: Views = new Map(
    names.map((n) => [
      n,
      viewOf(cutShownIn(n, sections, {})?.remains ?? part.bodies, VIEW_FRAMES[n], part.tol),
    ]),
  );
  const scale = scaleOf(options.scale ?? '1:1', part.units);
  const proposal = propose(books, scheme);
  const laidOut = layOut(
    books,
    proposal.ties.map((tie, i) => ({ id: `d${i + 1}`, tie })),
    views,
    scale,
  );
  return `${JSON.stringify(dimensionsJson(books, proposal, laidOut, scale))}\n`;
};
