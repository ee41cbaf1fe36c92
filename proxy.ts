import { type NextRequest, NextResponse } from 'next/server';
import { allowedHosts, contentPolicy, refusalOf } from './server/guard.ts';

const hosts = allowedHosts(process.env);

/** True for an address whose escaped characters can be read. */
const isReadable = (path: string): boolean => {
  try {
    decodeURIComponent(path);
    return true;
  } catch {
    return false;
  }
};

/** Runs before every page and route: refuses what does not come from this program's own pages, and sets the headers of safety. */
export const proxy = (request: NextRequest): NextResponse => {
  if (!isReadable(request.nextUrl.pathname))
    return NextResponse.json({ error: 'This address cannot be read.' }, { status: 400 });
  const refusal = refusalOf(request, hosts);
  if (refusal) return NextResponse.json({ error: refusal.error }, { status: refusal.status });
  const nonce = btoa(crypto.randomUUID());
  const policy = contentPolicy(nonce, process.env.NODE_ENV === 'development');
  const headers = new Headers(request.headers);
  // Next.js reads the policy from the request and marks its scripts with the nonce
  headers.set('content-security-policy', policy);
  const response = NextResponse.next({ request: { headers } });
  // files and answers of routes say for themselves what they may do
  if (!request.nextUrl.pathname.startsWith('/api/')) response.headers.set('content-security-policy', policy);
  response.headers.set('x-content-type-options', 'nosniff');
  response.headers.set('x-frame-options', 'DENY');
  response.headers.set('referrer-policy', 'same-origin');
  response.headers.set('cross-origin-opener-policy', 'same-origin');
  return response;
};

// what passes here is held in memory: a backup, which may be large, goes past it to a route that asks the same questions
export const config = { matcher: ['/((?!_next/static|api/backup$).*)'] };
