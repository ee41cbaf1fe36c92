import { findingsOf } from '../core/finding/findings.ts';
import { freedomsOf } from '../core/finding/freedoms.ts';
import type { Box3 } from '../core/geometry/box.ts';
import type { ViewName } from '../core/geometry/viewFrames.ts';
import { frameToward, VIEW_FRAMES, type ViewFrame } from '../core/geometry/viewFrames.ts';
import { featureRows, scaleFromBox } from '../core/ledger/ledger.ts';
import { numberPoints } from '../core/ledger/numbering.ts';
import { postingsIn } from '../core/ledger/postings.ts';
import { roundPoints, roundRows } from '../core/ledger/roundPoints.ts';
import { AUXILIARY, viewName } from '../core/part/schema.ts';
import type { Divisions } from '../core/section/cutPoints.ts';
import { remainsOf, sectionOf } from '../core/section/section.ts';
import type { CuttingPlane } from '../core/section/trace.ts';
import { type View, viewOf } from '../core/view/view.ts';
import { type Ledger, ledgerCsv, ledgerJson } from '../formats/ledgerText.ts';
import { measureJson, sectionFrame, sectionJson, viewsJson } from '../formats/resultJson.ts';
import { built, loadBegunPart, loadPart, loadPlanes } from './input.ts';
import { readLines } from './readLines.ts';
import { Misuse } from './usage.ts';

export type Options = {
  views?: string | undefined;
  toward?: string | undefined;
  section?: string[] | undefined;
  json?: boolean | undefined;
  csv?: boolean | undefined;
  angle?: string | undefined;
  paper?: string | undefined;
  scale?: string | undefined;
  format?: string | undefined;
  space?: string | undefined;
  limit?: string | undefined;
  divisions?: string | undefined;
  start?: string | undefined;
  tangents?: boolean | undefined;
  line?: string[] | undefined;
  title?: string | undefined;
  number?: string | undefined;
  owner?: string | undefined;
  material?: string | undefined;
  'drawn-by'?: string | undefined;
  date?: string | undefined;
  scheme?: string | undefined;
  given?: string | undefined;
  feature?: string | undefined;
  from?: string | undefined;
  max?: string | undefined;
  within?: string | undefined;
  out?: string | undefined;
  body?: string | undefined;
  deviation?: string | undefined;
  text?: boolean | undefined;
  dimension?: boolean | undefined;
};

/** What a command makes of a folder: files by their names, to be written into the folder that --out names. */
export type NamedFile = { readonly name: string; readonly content: string | Uint8Array };
export type NamedFiles = { readonly files: readonly NamedFile[] };

export const only = (positionals: readonly string[], names: readonly string[]): string[] => {
  if (positionals.length !== names.length) throw new Misuse(`Give ${names.join(' and ')}.`);
  return [...positionals];
};

export const viewNames = (list: string, extra: readonly string[] = []): string[] =>
  list.split(',').map((raw) => {
    const name = raw.trim();
    if (!extra.includes(name) && !viewName.safeParse(name).success)
      throw new Misuse(`"${name}" is not a view; use ${[...viewName.options, ...extra].join(', ')}.`);
    return name;
  });

const direction = (text: string): ViewFrame => {
  const v = text.split(',').map(Number);
  if (v.length !== 3 || !v.every(Number.isFinite) || v.every((x) => x === 0))
    throw new Misuse('--toward needs three figures x,y,z, not all zero.');
  return frameToward([v[0] as number, v[1] as number, v[2] as number]);
};

const json = (value: unknown): string => `${JSON.stringify(value)}\n`;

export const views = (positionals: readonly string[], options: Options): string => {
  const [file] = only(positionals, ['PART']) as [string];
  const { file: source, part } = loadPart(file);
  const frames = new Map<string, ViewFrame>(
    viewNames(options.views ?? 'front,top,left').map((n) => [n, VIEW_FRAMES[n as ViewName]]),
  );
  if (options.toward) frames.set('toward', direction(options.toward));
  const planes = (options.section ?? []).flatMap((s) => loadPlanes(s, source));
  const scene = remainsOf(part, planes);
  const seen = new Map<string, View>(
    [...frames].map(([n, f]) => [n, viewOf(scene, f, part.tol, options.tangents)]),
  );
  return json(viewsJson(part, seen));
};

/** Points on generators are asked for by --divisions, begun from --start; the outlines are those of the three first views. */
const divisionsOf = (options: Options, plane: CuttingPlane): Divisions | undefined => {
  if (options.divisions === undefined) {
    if (options.start !== undefined) throw new Misuse('--start goes with --divisions.');
    return undefined;
  }
  const count = ([8, 12, 24] as const).find((n) => String(n) === options.divisions);
  if (!count) throw new Misuse('--divisions is 8, 12 or 24.');
  const [start] = viewNames(options.start ?? 'left') as [ViewName];
  const home = plane.seenIn === AUXILIARY ? [] : [plane.seenIn];
  return { count, start, outlinesIn: [...new Set<ViewName>([...home, 'front', 'top', 'left'])] };
};

export const section = (positionals: readonly string[], options: Options): string => {
  const [file, cut] = only(positionals, ['PART', 'SECTION']) as [string, string];
  const { file: source, part } = loadPart(file);
  const planes = loadPlanes(cut, source);
  const names = options.views ? viewNames(options.views, ['section', 'developed']) : [];
  const answers = planes.map((plane) => {
    const s = sectionOf(part, plane, divisionsOf(options, plane));
    const frames = new Map<string, ViewFrame>(
      names
        .filter((n) => n !== 'developed')
        .map((n) => [n, n === 'section' ? sectionFrame(s) : VIEW_FRAMES[n as ViewName]]),
    );
    return sectionJson(part, s, frames, names.includes('developed'));
  });
  return json(answers.length === 1 ? answers[0] : answers);
};

export const measure = (positionals: readonly string[]): string => {
  const [file] = only(positionals, ['PART']) as [string];
  return json(measureJson(loadPart(file).part));
};

/** The part with typed lines added, each read as the desk reads it; a line that is open is answered with its question. */
export const read = (positionals: readonly string[], options: Options): string => {
  const [file] = only(positionals, ['PART']) as [string];
  if (!options.line?.length) throw new Misuse('Give at least one --line.');
  const answer = readLines(loadBegunPart(file), options.line, (part) => {
    if (!part.bodies.length) return undefined;
    const { min, max } = measureJson(built(file, part)).all.box;
    return [...min, ...max] as unknown as Box3;
  });
  if (options.json) return json({ format: 'blue-ledger/reading@1', ...answer });
  return answer.readings
    .map((r) =>
      r.question === null
        ? `${r.understood}${r.assumed.length ? ` (taken for granted: ${r.assumed.join('; ')})` : ''}\n`
        : `? ${r.line}: ${r.question}${r.offers.length ? ` For instance: ${r.offers.join(', ')}.` : ''}\n`,
    )
    .join('');
};

/** The findings, a line each; nothing where there are none. */
export const check = (positionals: readonly string[], options: Options): string => {
  const [file] = only(positionals, ['PART']) as [string];
  const { file: source, part } = loadPart(file);
  const limit = options.limit === undefined ? undefined : Number(options.limit);
  if (limit !== undefined && !(limit > 0))
    throw new Misuse('--limit is the least thickness of a wall, above zero.');
  const planes = (options.section ?? []).flatMap((s) => loadPlanes(s, source));
  return [...findingsOf(part, planes, limit), ...freedomsOf(part)]
    .map((f) => `${f.severity}: ${f.where}: ${f.what} ${f.remedy}\n`)
    .join('');
};

/** The numbered points and the features with a centre, with their postings in the views asked for. */
export const ledger = (positionals: readonly string[], options: Options): string => {
  const [file] = only(positionals, ['PART']) as [string];
  if (options.csv && options.json) throw new Misuse('Give --csv or --json, not both.');
  if (options.angle && options.angle !== 'first' && options.angle !== 'third')
    throw new Misuse('--angle is first or third.');
  const { file: source, part } = loadPart(file);
  const names = viewNames(options.views ?? 'front,top,left') as ViewName[];
  const views = names.map((name) => ({ name, view: viewOf(part.bodies, VIEW_FRAMES[name], part.tol) }));
  const points = numberPoints(part);
  const edges = part.bodies.flatMap((b) => b.edges);
  const postings = views.map((v) => [v.name, postingsIn(v.view, points, edges, part.tol.linear)] as const);
  const book: Ledger = {
    entries: [
      ...points.map((p) => ({
        label: p.label,
        kind: 'corner',
        body: p.body,
        at: p.at,
        postings: Object.fromEntries(postings.map(([v, posted]) => [v, posted.get(p.key) ?? 'none'])),
        on: p.on,
      })),
      ...featureRows(source, views).map((f) => ({ ...f, on: [] })),
      ...roundRows(
        part,
        roundPoints(
          part,
          points.map((p) => p.at),
        ),
        views,
      ).map(({ label, kind, body, at, postings, on }) => ({ label, kind, body, at, postings, on })),
    ],
    views: names,
    scale: scaleFromBox(part.box, (options.angle ?? 'first') as 'first' | 'third'),
    times: 1,
    unit: part.units,
  };
  return options.json ? json(ledgerJson(book)) : ledgerCsv(book);
};
