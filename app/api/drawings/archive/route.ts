import { dayOf } from '../../../../core/drawing/day.ts';
import type { Drawing } from '../../../../core/drawing/drawing.ts';
import { SHEET_EXPORTS } from '../../../../formats/exports.ts';
import { type JobSheet, jobArchive } from '../../../../formats/jobArchive.ts';
import { compute } from '../../../../server/compute.ts';
import { file, fileName, letteringFont, SHEET_LIST, sheetTitle } from '../../fileReply.ts';
import { namedDrawings } from '../../namedDrawings.ts';
import { Refused, refusedFaults, reply } from '../../reply.ts';

export const dynamic = 'force-dynamic';

/** Several stored drawings as a ZIP with all their files and an index: ?id=...&id=... */
export const GET = (request: Request) =>
  reply(request, 'signed in', async (asked) => {
    const drawings = await namedDrawings(request, asked);
    const lettering = await letteringFont();
    const made = async (as: JobFile, of: readonly Drawing[], list?: string) => {
      const titles = of.map(sheetTitle);
      const done = await compute({
        kind: 'file',
        as,
        drawings: of,
        title: titles.join(', '),
        lettering,
        list,
      });
      if (done.ok) return done;
      throw new Refused(
        422,
        `${titles[done.drawing] || 'A drawing without a title'}: ${refusedFaults(done.faults).message}`,
      );
    };
    const sheets: JobSheet[] = [];
    const json = (value: unknown): string => `${JSON.stringify(value, null, 2)}\n`;
    for (const drawing of drawings) {
      const files: { ending: string; content: string | Uint8Array }[] = [];
      let scale = '';
      for (const { id, ending, format } of SHEET_EXPORTS) {
        const done = await made(id, [drawing]);
        scale = done.scales[0] ?? '';
        files.push({
          ending: id === format ? ending : `${id.slice(format.length + 1)}.${ending}`,
          content: done.content,
        });
      }
      const solid = await compute({ kind: 'solid', drawing, as: 'step' });
      if (!solid.ok) throw refusedFaults(solid.faults);
      files.push(
        { ending: 'step', content: solid.value },
        { ending: 'drawing.json', content: json(drawing) },
        { ending: 'part.json', content: json(drawing.part) },
      );
      sheets.push({ drawing, scale, files });
    }
    const all = await made('pdf', drawings, SHEET_LIST);
    const date = new Date(Math.max(...drawings.map((d) => dayOf(d.date).getTime())));
    const zip = jobArchive(sheets, all.content as Uint8Array, date);
    const [first] = drawings.map(sheetTitle);
    const name = drawings.length === 1 ? first : `${first} and ${drawings.length - 1} more`;
    return file(zip, 'application/zip', fileName(name ?? '', 'zip'));
  });
type JobFile = (typeof SHEET_EXPORTS)[number]['id'];
