import type { LiveEvent } from '../../../../../exchange/live.ts';
import { watchDrawing } from '../../../../../server/together.ts';
import { replyOn } from '../../../reply.ts';

export const dynamic = 'force-dynamic';

/** After so long the browser asks anew, so that a right that was taken back counts, ms. */
const LONGEST = 10 * 60_000;

/** A drawing after each change, and who looks at it, as server-sent events (HTML standard, 9.2), for as long as the browser listens. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  replyOn(request, params, 'read', async (id, { db, person }) => {
    const text = new TextEncoder();
    let end = async (): Promise<void> => undefined;
    const stream = new ReadableStream<Uint8Array>({
      start: async (controller) => {
        const tell = (event: LiveEvent): void =>
          controller.enqueue(text.encode(`data: ${JSON.stringify(event)}\n\n`));
        const stop = await watchDrawing(db, id, person.name, tell);
        const limit = setTimeout(() => void end(), LONGEST);
        let isEnded = false;
        end = async () => {
          if (isEnded) return;
          isEnded = true;
          clearTimeout(limit);
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
