import { NextResponse } from 'next/server';
import type { z } from 'zod';
import { type Fault, sentence } from '../../core/number/fault.ts';
import { LARGEST_REQUEST } from '../../server/exchange.ts';
import { DataInUse } from '../../server/lock.ts';
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

/** Reads and checks a JSON body. */
export const readBody = async <T>(request: Request, schema: z.ZodType<T>): Promise<T> => {
  const text = await request.text();
  if (text.length > LARGEST_REQUEST)
    throw new Refused(
      413,
      `The file is ${(text.length / 1048576).toFixed(1)} MB; the most that is read is ${LARGEST_REQUEST / 1048576} MB. Split the part.`,
    );
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch (error) {
    throw new Refused(400, `This is not JSON: ${(error as Error).message}.`);
  }
  const read = schema.safeParse(data);
  if (!read.success) {
    const issue = read.error.issues[0];
    throw new Refused(400, `${issue?.path.join('.') || 'request'}: ${issue?.message ?? 'cannot be read'}.`);
  }
  return read.data;
};

/** Runs a route's work and turns what goes wrong into a plain sentence. */
export const reply = async (work: () => Promise<unknown>): Promise<Response> => {
  try {
    const value = await work();
    return value instanceof Response ? value : NextResponse.json(value ?? { done: true });
  } catch (error) {
    if (error instanceof Refused)
      return NextResponse.json({ error: error.message }, { status: error.status });
    if (error instanceof NotThere) return NextResponse.json({ error: error.message }, { status: 404 });
    if (error instanceof Stale) return NextResponse.json({ error: error.message }, { status: 409 });
    if (error instanceof DataInUse) return NextResponse.json({ error: error.message }, { status: 503 });
    console.error(error);
    return NextResponse.json(
      { error: 'The server could not do this. Nothing stored was changed.' },
      { status: 500 },
    );
  }
};
