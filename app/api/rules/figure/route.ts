import * as z from 'zod';
import { compute } from '../../../../server/compute.ts';
import { Refused, reply } from '../../reply.ts';

export const dynamic = 'force-dynamic';

const query = z.object({ rule: z.string().max(40), choice: z.coerce.number().int().min(0).max(9) });

/** A choice of a house rule as it looks on a sheet. */
export const GET = (request: Request) =>
  reply(request, 'signed in', async () => {
    const asked = query.safeParse(Object.fromEntries(new URL(request.url).searchParams));
    const svg = asked.success ? await compute({ kind: 'ruleFigure', ...asked.data }) : undefined;
    if (svg === undefined) throw new Refused(404, 'There is no such rule.');
    return new Response(svg, {
      headers: { 'content-type': 'image/svg+xml', 'cache-control': 'private, max-age=86400' },
    });
  });
