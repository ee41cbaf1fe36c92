import { type Asked, Refused, reply } from '../reply.ts';

/** Runs a route's work on the account of the person who asks. */
export const replyOnOwn = (
  request: Request,
  work: (asked: Asked & { readonly secret: string }) => Promise<unknown>,
): Promise<Response> =>
  reply(request, 'signed in', (asked) => {
    const { secret } = asked;
    if (secret === undefined) throw new Refused(404, 'This server has no accounts.');
    return work({ ...asked, secret });
  });
