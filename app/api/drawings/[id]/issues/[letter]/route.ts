import * as z from 'zod';
import { ISSUED_FILES } from '../../../../../../exchange/issue.ts';
import { readIssued } from '../../../../../../server/issues.ts';
import { file, fileName } from '../../../../fileReply.ts';
import { Refused, replyOn } from '../../../../reply.ts';

export const dynamic = 'force-dynamic';

const asParameter = z.enum(ISSUED_FILES);
const FILES = {
  pdf: { type: 'application/pdf', ending: 'pdf' },
  dxf: { type: 'image/vnd.dxf', ending: 'dxf' },
  drawing: { type: 'application/json', ending: 'drawing.json' },
} as const;

/** A file as it was issued: ?as=pdf, dxf or drawing. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string; letter: string }> }) =>
  replyOn(request, params, 'read', async (id, { db }) => {
    const { letter } = await params;
    const query = new URL(request.url).searchParams;
    const as = asParameter.safeParse(query.get('as'));
    if (!as.success) throw new Refused(400, `Ask for ?as= one of ${ISSUED_FILES.join(', ')}.`);
    const { content, number } = await readIssued(db, id, letter, as.data);
    const { type, ending } = FILES[as.data];
    const body = as.data === 'pdf' ? Buffer.from(content, 'base64') : content;
    return file(body, type, fileName(`${number} ${letter} as issued`, ending), query.has('inline'));
  });
