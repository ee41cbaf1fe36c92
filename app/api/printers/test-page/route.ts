import { testPagePdf } from '../../../../formats/sheetPdf.ts';
import { file, letteringFont } from '../../fileReply.ts';
import { reply } from '../../reply.ts';

export const dynamic = 'force-dynamic';

/** The printer's test page, a PDF of A4. */
export const GET = (request: Request) =>
  reply(request, 'signed in', async () => {
    const title = 'Printer test page';
    const made = await testPagePdf({ title, lettering: await letteringFont(), date: new Date(0) });
    return file(made, 'application/pdf', `${title}.pdf`, true);
  });
