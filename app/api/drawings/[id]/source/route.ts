import * as z from 'zod';
import { keepSource, readSource } from '../../../../../server/store.ts';
import { Refused, readBytes, replyOn } from '../../../reply.ts';

export const dynamic = 'force-dynamic';
type Context = { params: Promise<{ id: string }> };

const kind = z.enum(['image/png', 'image/jpeg', 'image/svg+xml']);

/** The picture beneath the drawing. An SVG is only ever shown as a picture: nothing in it runs. */
export const GET = (request: Request, { params }: Context) =>
  replyOn(request, params, 'read', async (id, { db }) => {
    const { mime, picture } = await readSource(db, id);
    return new Response(Buffer.from(picture, 'base64'), {
      headers: {
        'content-type': mime,
        'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'; sandbox",
        'x-content-type-options': 'nosniff',
        'cache-control': 'no-store',
      },
    });
  });

/** Keeps a picture (PNG, JPEG or SVG), in place of the one before. */
export const PUT = (request: Request, { params }: Context) =>
  replyOn(request, params, 'change', async (id, { db }) => {
    const mime = kind.safeParse(request.headers.get('content-type'));
    if (!mime.success) throw new Refused(415, 'Only PNG, JPEG and SVG pictures can lie beneath a drawing.');
    const bytes = await readBytes(request);
    if (!bytes.length) throw new Refused(400, 'The picture is empty.');
    await keepSource(db, id, {
      mime: mime.data,
      picture: bytes.toString('base64'),
    });
  });
