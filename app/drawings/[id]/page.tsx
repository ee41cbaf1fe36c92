import { notFound } from 'next/navigation';
import type { Kept } from '../../../exchange/kept.ts';
import { idParameter } from '../../../exchange/requests.ts';
import { accessTo } from '../../../server/accounts/access.ts';
import { CannotOpen } from '../../../server/cannotOpen.ts';
import { database } from '../../../server/context.ts';
import { NotThere, readKept } from '../../../server/store.ts';
import { Desk } from '../../desk/Desk.tsx';
import { Plain } from '../../Plain.tsx';
import { pageAsker } from '../../pageAsker.ts';

export const dynamic = 'force-dynamic';

export default async function DrawingPage({ params }: { params: Promise<{ id: string }> }) {
  const id = idParameter.safeParse((await params).id);
  if (!id.success) notFound();
  let kept: Kept;
  try {
    const { person } = await pageAsker();
    const db = await database();
    const access = await accessTo(db, person, id.data);
    if (access === 'none') notFound();
    kept = { ...(await readKept(db, id.data)), isReadOnly: access === 'read' };
  } catch (error) {
    if (error instanceof NotThere) notFound();
    if (error instanceof CannotOpen)
      return <Plain title="The drawings cannot be opened" text={error.message} />;
    throw error;
  }
  return <Desk kept={kept} />;
}
