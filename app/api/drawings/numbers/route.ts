import * as z from 'zod';
import { proposedNumber } from '../../../../core/drawing/proposedNumber.ts';
import type { NumberProposal } from '../../../../exchange/kept.ts';
import { idParameter } from '../../../../exchange/requests.ts';
import { accessTo } from '../../../../server/accounts/access.ts';
import { listDrawings } from '../../../../server/store.ts';
import { Refused, reply } from '../../reply.ts';

export const dynamic = 'force-dynamic';

const asked = z.strictObject({ of: idParameter, own: z.string().max(60) });

/** A free number for a drawing, and the title of another one that has its own: ?of=...&own=SK-### */
export const GET = (request: Request) =>
  reply(request, 'signed in', async ({ db, person }): Promise<NumberProposal> => {
    const query = asked.safeParse(Object.fromEntries(new URL(request.url).searchParams));
    if (!query.success) throw new Refused(400, 'Name the drawing and its number: ?of=...&own=...');
    const { of, own } = query.data;
    const others = (await listDrawings(db)).filter((r) => r.id !== of);
    const same = own.trim() ? others.find((r) => r.number === own.trim()) : undefined;
    // numbers are unique among all drawings, also those that one may not see
    const title = same && (await accessTo(db, person, same.id)) === 'none' ? 'another drawing' : same?.title;
    return { free: proposedNumber(own, others) ?? null, takenBy: title ?? null };
  });
