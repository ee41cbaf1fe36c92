import { randomUUID } from 'node:crypto';
import { database } from '../../../server/context.ts';
import { createRequest, readOpened } from '../../../server/exchange.ts';
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
      const id = randomUUID();
      const copy = await addDrawing(db, id, { ...drawing, title: `${drawing.title} (copy)` }, 'Copied');
      await copySource(db, body.copyOf, id);
      return copy;
    }
    const read = readOpened(body.file, body.name);
    if (!read.ok) throw refusedFaults(read.faults);
    return addDrawing(db, randomUUID(), read.value, `Opened ${body.name}`);
  });
