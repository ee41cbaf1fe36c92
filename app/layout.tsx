import type { Metadata } from 'next';
import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import './globals.css';
import { askerOf } from '../server/accounts/asker.ts';
import { SessionsProvider } from './session/SessionsProvider.tsx';

// each page has a title of its own: with one here as well, which of the two is shown hangs on which comes last
export const metadata: Metadata = {
  description: "Orthographic views, sections and true shapes from a part's dimensions.",
};

// each page is made for its request: the content policy marks its scripts anew each time
export const dynamic = 'force-dynamic';

/** The id of whoever is signed in; empty where nobody is, or the page itself will say that the drawings cannot be opened. */
const whoIsHere = async (): Promise<string> =>
  askerOf(await headers()).then(
    (asker) => asker?.person.id ?? '',
    () => '',
  );

export default async function Layout({ children }: { children: ReactNode }) {
  return (
    <html lang="en">
      <body>
        <SessionsProvider who={await whoIsHere()}>{children}</SessionsProvider>
      </body>
    </html>
  );
}
