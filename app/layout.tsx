import type { Metadata } from 'next';
import { cookies, headers } from 'next/headers';
import type { ReactNode } from 'react';
import './globals.css';
import { ONE_PERSON, type Person } from '../exchange/roles.ts';
import { askerOf } from '../server/accounts/asker.ts';
import { LOOK_COOKIE, readLook } from './look.ts';
import { SessionsProvider } from './session/SessionsProvider.tsx';

// each page has a title of its own: with one here as well, which of the two is shown hangs on which comes last
export const metadata: Metadata = {
  description: "Orthographic views, sections and true shapes from a part's dimensions.",
};

// each page is made for its request: the content policy marks its scripts anew each time
export const dynamic = 'force-dynamic';

/** Who is signed in; where nobody is, or the drawings cannot be opened, the page itself says so. */
const whoIsHere = async (): Promise<Person> =>
  askerOf(await headers()).then(
    (asker) => asker?.person ?? ONE_PERSON,
    () => ONE_PERSON,
  );

export default async function Layout({ children }: { children: ReactNode }) {
  const look = readLook((await cookies()).get(LOOK_COOKIE)?.value);
  return (
    <html lang="en" data-look={look}>
      <body>
        <SessionsProvider person={await whoIsHere()}>{children}</SessionsProvider>
      </body>
    </html>
  );
}
