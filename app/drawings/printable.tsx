import { notFound } from 'next/navigation';
import type { ReactNode } from 'react';
import type { z } from 'zod';
import type { Drawing } from '../../core/drawing/drawing.ts';
import { idParameter } from '../../exchange/requests.ts';
import { needAccess } from '../../server/accounts/access.ts';
import { CannotOpen } from '../../server/cannotOpen.ts';
import { OverBudget } from '../../server/compute.ts';
import { database } from '../../server/context.ts';
import { NotThere, readKept } from '../../server/store.ts';
import { Plain } from '../Plain.tsx';
import { pageAsker } from '../pageAsker.ts';

export type PageProps = {
  params: Promise<{ id: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
};

/**
 * A page to be printed of one drawing.
 * @param query reads the address's choices
 * @param show draws the page from the stored drawing
 */
export const printable = async <T,>(
  { params, searchParams }: PageProps,
  query: z.ZodType<T>,
  show: (drawing: Drawing, asked: T, id: string) => Promise<ReactNode>,
): Promise<ReactNode> => {
  const id = idParameter.safeParse((await params).id);
  const asked = query.safeParse(await searchParams);
  if (!id.success || !asked.success) notFound();
  try {
    const { person } = await pageAsker();
    const db = await database();
    await needAccess(db, person, id.data, 'read');
    const { drawing } = await readKept(db, id.data);
    return await show(drawing, asked.data, id.data);
  } catch (error) {
    if (error instanceof NotThere) notFound();
    if (error instanceof CannotOpen)
      return <Plain title="The drawings cannot be opened" text={error.message} />;
    if (error instanceof OverBudget) return <Plain title="This takes too long" text={error.message} />;
    throw error;
  }
};
