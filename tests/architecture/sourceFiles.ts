import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';

const filesIn = (folder: string): string[] =>
  readdirSync(folder).flatMap((name) => {
    const path = join(folder, name);
    return statSync(path).isDirectory() ? filesIn(path) : /\.tsx?$/.test(name) ? [path] : [];
  });

/** All source files of some folders, with their text. */
export const sourceFiles = (folders: readonly string[]): { readonly file: string; readonly text: string }[] =>
  folders.flatMap(filesIn).map((file) => ({ file, text: readFileSync(file, 'utf8') }));
