import * as z from 'zod';
import type { Drawing } from '../../core/drawing/drawing.ts';
import { idParameter } from '../../exchange/requests.ts';
import { needAccess } from '../../server/accounts/access.ts';
import { readKept } from '../../server/store.ts';
import { type Asked, Refused } from './reply.ts';

/** As many sheets as one file takes. */
const MOST = 60;
const idsParameter = z.array(idParameter).min(1).max(MOST);

/**
 * The stored drawings that an address names, in its order: ?id=...&id=...
 * @throws Refused where none or too many are named; NotThere where one is not kept, or not for the one who asks
 */
export const namedDrawings = async (request: Request, { db, person }: Asked): Promise<Drawing[]> => {
  const ids = idsParameter.safeParse(new URL(request.url).searchParams.getAll('id'));
  if (!ids.success) throw new Refused(400, `Name between 1 and ${MOST} drawings: ?id=...&id=...`);
  const drawings: Drawing[] = [];
  for (const id of ids.data) {
    await needAccess(db, person, id, 'read');
    drawings.push((await readKept(db, id)).drawing);
  }
  return drawings;
};
