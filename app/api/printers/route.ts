import { barsPrinted, printerBy, TEST_BARS } from '../../../core/print/printer.ts';
import { printerName, printerRequest } from '../../../exchange/print.ts';
import { database } from '../../../server/context.ts';
import { forgetPrinter, keepPrinter, listPrinters } from '../../../server/printers.ts';
import { Refused, readBody, reply } from '../reply.ts';

export const dynamic = 'force-dynamic';

const listed = async () =>
  (await listPrinters(await database())).map((p) => ({ ...p, bars: barsPrinted(p) }));

/** The printers that were measured, with what their test pages show. */
export const GET = () => reply(listed);

/** Remembers a printer by what its test page measures. */
export const PUT = (request: Request) =>
  reply(async () => {
    const { name, ...measured } = await readBody(request, printerRequest);
    const printer = printerBy(name, measured);
    if (!printer)
      throw new Refused(
        422,
        `The bars are ${TEST_BARS.across} and ${TEST_BARS.along} mm. ${measured.across} and ${measured.along} mm are too far off to be corrected: the page was printed to fit the paper, or a bar was read wrongly. Print at 100 % and measure again.`,
      );
    await keepPrinter(await database(), printer);
    return listed();
  });

/** Forgets a printer. */
export const DELETE = (request: Request) =>
  reply(async () => {
    await forgetPrinter(await database(), (await readBody(request, printerName)).name);
    return listed();
  });
