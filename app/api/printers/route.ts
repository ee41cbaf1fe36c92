import { barsPrinted, printerBy, TEST_BARS } from '../../../core/print/printer.ts';
import { printerName, printerRequest } from '../../../exchange/print.ts';
import { forgetPrinter, keepPrinter, listPrinters } from '../../../server/printers.ts';
import type { Database } from '../../../server/queries.ts';
import { Refused, readBody, reply } from '../reply.ts';

export const dynamic = 'force-dynamic';

const listed = async (db: Database) => (await listPrinters(db)).map((p) => ({ ...p, bars: barsPrinted(p) }));

/** The printers that were measured, with what their test pages show. */
export const GET = (request: Request) => reply(request, 'signed in', ({ db }) => listed(db));

/** Remembers a printer by what its test page measures. */
export const PUT = (request: Request) =>
  reply(request, 'keep rules', async ({ db }) => {
    const { name, ...measured } = await readBody(request, printerRequest);
    const printer = printerBy(name, measured);
    if (!printer)
      throw new Refused(
        422,
        `The bars are ${TEST_BARS.across} and ${TEST_BARS.along} mm. ${measured.across} and ${measured.along} mm are too far off to be corrected: the page was printed to fit the paper, or a bar was read wrongly. Print at 100 % and measure again.`,
      );
    await keepPrinter(db, printer);
    return listed(db);
  });

/** Forgets a printer. */
export const DELETE = (request: Request) =>
  reply(request, 'keep rules', async ({ db }) => {
    await forgetPrinter(db, (await readBody(request, printerName)).name);
    return listed(db);
  });
