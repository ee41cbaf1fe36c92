import type { RegisterPage as Page } from '../exchange/kept.ts';
import { registerQuery } from '../exchange/register.ts';
import { copiesFolder } from '../server/backup/dailyCopies.ts';
import { CannotOpen } from '../server/cannotOpen.ts';
import { database } from '../server/context.ts';
import { dataDirectory } from '../server/database.ts';
import { readRegister } from '../server/register.ts';
import { Plain } from './Plain.tsx';
import { pageAsker } from './pageAsker.ts';
import { Register } from './register/Register.tsx';

export const dynamic = 'force-dynamic';

type Props = { searchParams: Promise<Record<string, string | string[] | undefined>> };

export default async function RegisterPage({ searchParams }: Props) {
  const asked = registerQuery.parse(await searchParams);
  let page: Page;
  try {
    const { person } = await pageAsker();
    page = await readRegister(await database(), asked, person);
  } catch (error) {
    if (error instanceof CannotOpen)
      return <Plain title="The drawings cannot be opened" text={error.message} />;
    throw error;
  }
  return (
    <Register page={page} asked={asked} copies={copiesFolder(process.env, dataDirectory(process.env))} />
  );
}
