import { nextNumber } from '../../../core/drawing/nextNumber.ts';
import { createRequest } from '../../../exchange/requests.ts';
import { needAccess, readable } from '../../../server/accounts/access.ts';
import { compute } from '../../../server/compute.ts';
import { addDrawing, copySource, listDrawings, readKept } from '../../../server/store.ts';
import { readBody, refusedFaults, reply } from '../reply.ts';

export const dynamic = 'force-dynamic';

export const GET = (request: Request) =>
  reply(request, 'signed in', ({ db, person }) => listDrawings(db, person.id, readable(person)));

/** Opens a file into the register, or copies a drawing. */
export const POST = (request: Request) =>
  reply(request, 'make', async ({ db, person }) => {
    const body = await readBody(request, createRequest);
    const maker = { id: person.id, name: person.name };
    if ('copyOf' in body) {
      await needAccess(db, person, body.copyOf, 'read');
      const { drawing } = await readKept(db, body.copyOf);
      const title = `${drawing.title} (copy)`.slice(-120);
      const number = nextNumber(
        drawing.number,
        (await listDrawings(db)).map((r) => r.number),
      );
      const copy = await addDrawing(db, body.id, { ...drawing, number, title }, 'Copied', maker);
      await copySource(db, body.copyOf, body.id);
      return copy;
    }
    const read = await compute({ kind: 'open', data: body.file, name: body.name });
    if (!read.ok) throw refusedFaults(read.faults);
    return addDrawing(db, body.id, read.value, `Opened ${body.name}`, maker);
  });
