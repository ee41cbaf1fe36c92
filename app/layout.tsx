import type { Metadata } from 'next';
import type { ReactNode } from 'react';
import './globals.css';
import { SessionsProvider } from './session/SessionsProvider.tsx';

export const metadata: Metadata = {
  title: 'Blue Ledger',
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
