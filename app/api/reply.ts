import { NextResponse } from 'next/server';
import type { z } from 'zod';
import { type Fault, sentence } from '../../core/number/fault.ts';
import { dataFault } from '../../core/part/plainData.ts';
import { placeOf } from '../../core/part/schema.ts';
import { idParameter, LARGEST_REQUEST } from '../../exchange/requests.ts';
import { mayEverywhere, type Right } from '../../exchange/roles.ts';
import { needAccess } from '../../server/accounts/access.ts';
import { type Asker, askerOf } from '../../server/accounts/asker.ts';
import { TooManyAttempts } from '../../server/accounts/attempts.ts';
import { AccountRefused, SIGNED_OUT } from '../../server/accounts/refusal.ts';
import { CannotOpen, isDiskFull } from '../../server/cannotOpen.ts';
import { OverBudget } from '../../server/compute.ts';
import { database } from '../../server/context.ts';
import { NotIssued } from '../../server/issues.ts';
import type { Database } from '../../server/queries.ts';
import { NotThere, Stale } from '../../server/store.ts';

/** A refusal that becomes an answer with a sentence in it. */
export class Refused extends Error {
  readonly status: number;
  constructor(status: number, text: string) {
    super(text);
    this.status = status;
  }
}

export const refusedFaults = (faults: readonly Fault[]): Refused =>
  new Refused(422, faults.map(sentence).join(' '));

const megabytes = (bytes: number): string => (bytes / 1048576).toFixed(1);

/** The bytes of a request, up to the largest that is read; no more than that is taken in. */
export const readBytes = async (request: Request): Promise<Buffer> => {
  const tooLarge = (bytes: number): Refused =>
    new Refused(
      413,
      `This is ${megabytes(bytes)} MB; the most that is read is ${LARGEST_REQUEST / 1048576} MB. Split the part, or make the picture smaller.`,
    );
  const stated = Number(request.headers.get('content-length') ?? 0);
  if (stated > LARGEST_REQUEST) throw tooLarge(stated);
  const parts: Uint8Array[] = [];
  let size = 0;
  if (request.body)
    for await (const part of request.body as unknown as AsyncIterable<Uint8Array>) {
      size += part.length;
      if (size > LARGEST_REQUEST) throw tooLarge(size);
      parts.push(part);
    }
  return Buffer.concat(parts);
};

/** Reads and checks a JSON body. */
export const readBody = async <T>(request: Request, schema: z.ZodType<T>): Promise<T> => {
  const type = request.headers.get('content-type') ?? '';
  if (!/^application\/json\s*(;|$)/i.test(type)) throw new Refused(415, 'Send this as application/json.');
  const bytes = await readBytes(request);
  let data: unknown;
  try {
    data = JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes));
  } catch (error) {
    throw new Refused(400, `This is not JSON: ${(error as Error).message}.`);
  }
  const unreadable = dataFault(data);
  if (unreadable) {
    const root = (data as { drawing?: unknown } | null)?.drawing;
    const [head, ...rest] = unreadable.path;
    const place = head === 'drawing' ? placeOf(root, rest) : unreadable.path.join('.');
    throw new Refused(400, `${place || 'request'}: ${unreadable.what} ${unreadable.remedy}`);
  }
  const read = schema.safeParse(data);
  if (!read.success) {
    const issue = read.error.issues[0];
    throw new Refused(400, `${issue?.path.join('.') || 'request'}: ${issue?.message ?? 'cannot be read'}.`);
  }
  return read.data;
};

/** The drawing's id in the address; one that no drawing can have is answered as not there. */
const readId = async (params: Promise<{ id: string }>): Promise<string> => {
  const id = idParameter.safeParse((await params).id);
  if (!id.success) throw new Refused(404, 'There is no drawing at this address.');
  return id.data;
};

const answer = (status: number, error: string, more: object = {}): Response =>
  NextResponse.json({ error, ...more }, { status });

/** What a route's work is done with. */
export type Asked = Asker & { readonly db: Database };

/** Runs a route's work for anybody, signed in or not, and turns what goes wrong into a plain sentence. */
export const replyToAnybody = async (work: () => Promise<unknown>): Promise<Response> => {
  try {
    const value = await work();
    return value instanceof Response ? value : NextResponse.json(value ?? { done: true });
  } catch (error) {
    if (error instanceof Refused) return answer(error.status, error.message);
    if (error instanceof NotThere) return answer(404, error.message);
    if (error instanceof Stale) return answer(409, error.message, { current: error.current });
    if (error instanceof AccountRefused) return answer(error.status, error.message);
    if (error instanceof TooManyAttempts) {
      const waiting = answer(429, error.message);
      waiting.headers.set('retry-after', String(error.wait));
      return waiting;
    }
    if (error instanceof NotIssued) return answer(422, error.message);
    if (error instanceof OverBudget) return answer(422, error.message);
    if (error instanceof CannotOpen) return answer(503, error.message);
    if (isDiskFull(error))
      return answer(
        507,
        'The disk that holds the drawings is full. Make room on it; nothing stored was changed.',
      );
    console.error(error);
    return answer(500, 'The server could not do this. Nothing stored was changed.');
  }
};

/**
 * Runs a route's work for whoever is signed in and has a right.
 * @param right what is needed of the role; 'signed in' where that is enough
 */
export const reply = (
  request: Request,
  right: Right | 'signed in',
  work: (asked: Asked) => Promise<unknown>,
): Promise<Response> =>
  replyToAnybody(async () => {
    const asker = await askerOf(request.headers);
    if (!asker) throw new Refused(401, SIGNED_OUT);
    if (right !== 'signed in' && !mayEverywhere(asker.person.role, right))
      throw new Refused(403, `As a ${asker.person.role} you may not do this. Ask an owner.`);
    return work({ ...asker, db: await database() });
  });

/** Runs a route's work on the drawing in its address, for whoever may read or change that one. */
export const replyOn = (
  request: Request,
  params: Promise<{ id: string }>,
  wanted: 'read' | 'change',
  work: (id: string, asked: Asked) => Promise<unknown>,
): Promise<Response> =>
  reply(request, 'signed in', async (asked) => {
    const id = await readId(params);
    await needAccess(asked.db, asked.person, id, wanted);
    return work(id, asked);
  });
