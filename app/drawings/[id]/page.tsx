import { notFound } from 'next/navigation';
import { database } from '../../../server/context.ts';
import { DataInUse } from '../../../server/lock.ts';
import { type Kept, NotThere, readKept } from '../../../server/store.ts';
import { Desk } from '../../desk/Desk.tsx';
import { Plain } from '../../Plain.tsx';

export const dynamic = 'force-dynamic';

export default async function DrawingPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  let kept: Kept;
  try {
    kept = await readKept(await database(), id);
  } catch (error) {
    if (error instanceof NotThere) notFound();
    if (error instanceof DataInUse)
      return <Plain title="These drawings are open elsewhere" text={error.message} />;
    throw error;
  }
  return <Desk kept={kept} />;
}
