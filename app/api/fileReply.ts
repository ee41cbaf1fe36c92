import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Drawing } from '../../core/drawing/drawing.ts';
import { tameName } from '../../core/naming/tameName.ts';
import { LETTERING_FILES, type Lettering } from '../../formats/lettering.ts';

export const sheetTitle = (d: Drawing): string => `${d.number} ${d.title}`.trim();
export const fileName = (title: string, ending: string): string => `${tameName(title)}.${ending}`;

/** The fonts of a printed sheet. */
export const letteringFont = async (): Promise<Lettering> => {
  const [usual, wide] = await Promise.all(
    [LETTERING_FILES.usual, LETTERING_FILES.wide].map((name) =>
      readFile(join(process.cwd(), 'public', name)),
    ),
  );
  return { usual: usual as Buffer, wide: wide as Buffer };
};

/** An answer that is a file: shown in the browser where `inline`, else saved by its name. */
export const file = (body: string | Uint8Array, type: string, name: string, inline = false): Response =>
  new Response(typeof body === 'string' ? body : Buffer.from(body), {
    headers: {
      'content-type': type,
      'content-disposition': `${inline ? 'inline' : 'attachment'}; filename="${name.replace(/[^\x20-\x7e]/g, '_')}"; filename*=UTF-8''${encodeURIComponent(name)}`,
      'cache-control': 'no-store',
    },
  });

/** What stands above a list of sheets. */
export const SHEET_LIST = 'Sheet list';
