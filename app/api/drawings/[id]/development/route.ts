import * as z from 'zod';
import { developmentQuery } from '../../../../../exchange/development.ts';
import { compute } from '../../../../../server/compute.ts';
import { readKept } from '../../../../../server/store.ts';
import { file, fileName, letteringFont, sheetTitle } from '../../../fileReply.ts';
import { printHow } from '../../../printHow.ts';
import { Refused, refusedFaults, replyOn } from '../../../reply.ts';

export const dynamic = 'force-dynamic';

const TYPES = { svg: 'image/svg+xml', dxf: 'image/vnd.dxf', pdf: 'application/pdf' } as const;
const formatParameter = z.enum(['svg', 'dxf', 'pdf']);

/** The side of a feature laid flat, true size: ?feature=ID, ?cut=A, ?from=DEGREES, ?seam=WIDTH and ?as=svg, dxf or pdf. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  replyOn(request, params, 'read', async (id, { db }) => {
    const query = new URL(request.url).searchParams;
    const asked = developmentQuery.safeParse(Object.fromEntries(query));
    const format = formatParameter.safeParse(query.get('as'));
    if (!asked.success || !format.success || asked.data.feature === undefined)
      throw new Refused(
        400,
        'Ask for ?feature= a name, ?as= svg, dxf or pdf, and angles and widths as figures.',
      );
    const { drawing } = await readKept(db, id);
    const { feature, cut, from, seam } = asked.data;
    const made = await compute({
      kind: 'development',
      drawing,
      feature,
      cut,
      from,
      seam,
      as: format.data,
      lettering: await letteringFont(),
      how: format.data === 'pdf' ? await printHow(query) : undefined,
    });
    if (!made.ok) throw refusedFaults(made.faults);
    return file(
      made.content,
      TYPES[format.data],
      fileName(`${sheetTitle(drawing)} ${feature} flat`, format.data),
      query.has('inline'),
    );
  });
