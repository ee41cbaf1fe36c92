import type { LiveEvent } from '../../../../../exchange/live.ts';
import { pointingRequest } from '../../../../../exchange/requests.ts';
import { accessTo } from '../../../../../server/accounts/access.ts';
import { askerOf } from '../../../../../server/accounts/asker.ts';
import type { Database } from '../../../../../server/queries.ts';
import { STILL_HERE, tellPointing, watchDrawing } from '../../../../../server/together.ts';
import { readBody, replyOn } from '../../../reply.ts';

export const dynamic = 'force-dynamic';

/** Whether the one who listens may still read the drawing: signed in, and not shut out meanwhile. */
const mayStillRead = async (request: Request, db: Database, id: string): Promise<boolean> => {
  const asker = await askerOf(request.headers);
  return asker !== undefined && (await accessTo(db, asker.person, id)) !== 'none';
};

/** Tells the others who look at a drawing where one points on its sheet. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  replyOn(request, params, 'read', async (id, { db, person }) => {
    const { at } = await readBody(request, pointingRequest);
    await tellPointing(db, id, person.name, at);
    return {};
  });

/** A drawing after each change, who looks at it, and where they point, as server-sent events (HTML standard, 9.2), for as long as the browser listens. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  replyOn(request, params, 'read', async (id, { db, person }) => {
    const text = new TextEncoder();
    let end = async (): Promise<void> => undefined;
    const stream = new ReadableStream<Uint8Array>({
      start: async (controller) => {
        const tell = (event: LiveEvent): void =>
          controller.enqueue(text.encode(`data: ${JSON.stringify(event)}\n\n`));
        const stop = await watchDrawing(db, id, person.name, tell);
        // a database that does not answer for a moment is no reason to end
        const look = setInterval(
          () =>
            void mayStillRead(request, db, id).then(
              async (may) => {
                if (!may) await end();
              },
              () => undefined,
            ),
          STILL_HERE,
        );
        let isEnded = false;
        end = async () => {
          if (isEnded) return;
          isEnded = true;
          clearInterval(look);
          await stop().catch(() => undefined);
          try {
            controller.close();
          } catch {
            // the browser has closed it already
          }
        };
        if (request.signal.aborted) void end();
        request.signal.addEventListener('abort', () => void end());
      },
      cancel: () => end(),
    });
    return new Response(stream, {
      headers: {
        'content-type': 'text/event-stream',
        // a proxy that packs or collects the answer would hold it back
        'cache-control': 'no-store, no-transform',
        'x-accel-buffering': 'no',
      },
    });
  });
