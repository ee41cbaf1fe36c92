import { nextNumber } from '../../../core/drawing/nextNumber.ts';
import { createRequest } from '../../../exchange/requests.ts';
import { compute } from '../../../server/compute.ts';
import { database } from '../../../server/context.ts';
import { addDrawing, copySource, listDrawings, readKept } from '../../../server/store.ts';
import { readBody, refusedFaults, reply } from '../reply.ts';

export const dynamic = 'force-dynamic';

export const GET = () => reply(async () => listDrawings(await database()));

/** Opens a file into the register, or copies a drawing. */
export const POST = (request: Request) =>
  reply(async () => {
    const body = await readBody(request, createRequest);
    const db = await database();
    if ('copyOf' in body) {
      const { drawing } = await readKept(db, body.copyOf);
      const title = `${drawing.title} (copy)`.slice(-120);
      const number = nextNumber(
        drawing.number,
        (await listDrawings(db)).map((r) => r.number),
      );
      const copy = await addDrawing(db, body.id, { ...drawing, number, title }, 'Copied');
      await copySource(db, body.copyOf, body.id);
      return copy;
    }
    const read = await compute({ kind: 'open', data: body.file, name: body.name });
    if (!read.ok) throw refusedFaults(read.faults);
    return addDrawing(db, body.id, read.value, `Opened ${body.name}`);
  });
