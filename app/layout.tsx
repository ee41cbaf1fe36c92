import type { Metadata } from 'next';
import type { ReactNode } from 'react';
import './globals.css';
import { SessionsProvider } from './session/SessionsProvider.tsx';

// each page has a title of its own: with one here as well, which of the two is shown hangs on which comes last
export const metadata: Metadata = {
  description: "Orthographic views, sections and true shapes from a part's dimensions.",
};

// each page is made for its request: the content policy marks its scripts anew each time
export const dynamic = 'force-dynamic';

export default function Layout({ children }: { children: ReactNode }) {
  return (
    <html lang="en">
      <body>
        <SessionsProvider>{children}</SessionsProvider>
      </body>
    </html>
  );
}
