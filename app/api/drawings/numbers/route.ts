import * as z from 'zod';
import { proposedNumber } from '../../../../core/drawing/proposedNumber.ts';
import type { NumberProposal } from '../../../../exchange/kept.ts';
import { idParameter } from '../../../../exchange/requests.ts';
import { database } from '../../../../server/context.ts';
import { listDrawings } from '../../../../server/store.ts';
import { Refused, reply } from '../../reply.ts';

export const dynamic = 'force-dynamic';

const asked = z.strictObject({ of: idParameter, own: z.string().max(60) });

/** A free number for a drawing, and the title of another one that has its own: ?of=...&own=SK-### */
export const GET = (request: Request) =>
  reply(async (): Promise<NumberProposal> => {
    const query = asked.safeParse(Object.fromEntries(new URL(request.url).searchParams));
    if (!query.success) throw new Refused(400, 'Name the drawing and its number: ?of=...&own=...');
    const { of, own } = query.data;
    const others = (await listDrawings(await database())).filter((r) => r.id !== of);
    const same = own.trim() ? others.find((r) => r.number === own.trim()) : undefined;
    return { free: proposedNumber(own, others) ?? null, takenBy: same?.title ?? null };
  });
