import { strToU8, zipSync } from 'fflate';
import type { Drawing } from '../core/drawing/drawing.ts';
import { tameName } from '../core/naming/tameName.ts';
import { paperTitle } from '../core/sheet/layout/paper.ts';
import { csvLine } from './csv.ts';
import { escapeText } from './sheetSvg.ts';

/** A drawing of a job, with its scale as it is drawn and the files made of it. */
export type JobSheet = {
  readonly drawing: Drawing;
  readonly scale: string;
  readonly files: readonly { readonly ending: string; readonly content: string | Uint8Array }[];
};

/** The folders of the sheets, in their order; no two alike. */
const foldersOf = (sheets: readonly JobSheet[]): string[] => {
  const used = new Set<string>();
  return sheets.map(({ drawing }) => {
    const bare = tameName(`${drawing.number} ${drawing.title}`.trim());
    let name = bare;
    for (let n = 2; used.has(name.toLowerCase()); n++) name = `${bare} (${n})`;
    used.add(name.toLowerCase());
    return name;
  });
};

const HEAD = [
  'number',
  'title',
  'revision',
  'sheet',
  'paper',
  'scale',
  'material',
  'drawn by',
  'date',
  'folder',
];
const rowOf = ({ drawing: d, scale }: JobSheet, folder: string): string[] => [
  d.number,
  d.title,
  d.revision ?? '',
  d.sheet ?? '',
  paperTitle(d.setup),
  scale,
  d.material ?? '',
  d.drawnBy ?? '',
  d.date,
  folder,
];

/** The list of the sheets of a job as CSV: a heading line, then a row a sheet. */
export const sheetListCsv = (sheets: readonly JobSheet[]): string => {
  const folders = foldersOf(sheets);
  return [csvLine(HEAD), ...sheets.map((s, i) => csvLine(rowOf(s, folders[i] as string)))].join('');
};

const index = (sheets: readonly JobSheet[], folders: readonly string[]): string => {
  const rows = sheets.map((s, i) => {
    const folder = folders[i] as string;
    const links = s.files
      .map(({ ending }) => `<a href="${encodeURIComponent(folder)}/sheet.${ending}">${ending}</a>`)
      .join(' ');
    const cells = rowOf(s, folder)
      .slice(0, -1)
      .map((c) => `<td>${escapeText(c)}</td>`);
    return `<tr>${cells.join('')}<td>${links}</td></tr>`;
  });
  const head = [...HEAD.slice(0, -1), 'files'].map((h) => `<th>${h}</th>`).join('');
  return `<!doctype html><html lang="en"><meta charset="utf-8"><title>Sheets of this job</title>
<style>body{font:15px/1.4 sans-serif;margin:2em}td,th{text-align:left;padding:.2em .8em;border-bottom:1px solid #ccc}</style>
<h1>Sheets of this job</h1><table><tr>${head}</tr>${rows.join('\n')}</table>
<p>Print at 100 % and measure the check bar before anything is taken from a sheet. <a href="sheets.pdf">All sheets as one PDF</a>, <a href="sheets.csv">this list as CSV</a>.</p></html>
`;
};

/**
 * A job as a ZIP: an index, the list of sheets, all sheets as one PDF, and a folder to each sheet with its files.
 * @param date written beside every entry, so that one input gives one file
 */
export const jobArchive = (sheets: readonly JobSheet[], all: Uint8Array, date: Date): Uint8Array => {
  const folders = foldersOf(sheets);
  const bytes = (content: string | Uint8Array): Uint8Array =>
    typeof content === 'string' ? strToU8(content) : content;
  const entries: Record<string, Uint8Array> = {
    'index.html': strToU8(index(sheets, folders)),
    'sheets.csv': strToU8(sheetListCsv(sheets)),
    'sheets.pdf': all,
  };
  for (const [i, s] of sheets.entries())
    for (const { ending, content } of s.files) entries[`${folders[i]}/sheet.${ending}`] = bytes(content);
  // a ZIP knows no day before 1980
  const mtime = new Date(Math.max(date.getTime(), Date.UTC(1980, 0, 2)));
  return zipSync(entries, { mtime });
};
