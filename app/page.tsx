import { database } from '../server/context.ts';
import { DataInUse } from '../server/lock.ts';
import { listDrawings, type RegisterRow } from '../server/store.ts';
import { Plain } from './Plain.tsx';
import { Register } from './register/Register.tsx';

export const dynamic = 'force-dynamic';

export default async function RegisterPage() {
  let rows: RegisterRow[];
  try {
    rows = await listDrawings(await database());
  } catch (error) {
    if (error instanceof DataInUse)
      return <Plain title="These drawings are open elsewhere" text={error.message} />;
    throw error;
  }
  return <Register rows={rows} />;
}
