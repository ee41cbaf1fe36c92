import type { RegisterRow } from '../exchange/kept.ts';
import { CannotOpen } from '../server/cannotOpen.ts';
import { database } from '../server/context.ts';
import { listDrawings } from '../server/store.ts';
import { Plain } from './Plain.tsx';
import { Register } from './register/Register.tsx';

export const dynamic = 'force-dynamic';

export default async function RegisterPage() {
  let rows: RegisterRow[];
  try {
    rows = await listDrawings(await database());
  } catch (error) {
    if (error instanceof CannotOpen)
      return <Plain title="The drawings cannot be opened" text={error.message} />;
    throw error;
  }
  return <Register rows={rows} />;
}
