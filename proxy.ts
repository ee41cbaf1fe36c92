import { type NextRequest, NextResponse } from 'next/server';
import { needsAccounts } from './server/accounts/needed.ts';
import { SIGNED_OUT } from './server/accounts/refusal.ts';
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

/** What is open to those who are not signed in: the way in, and whether the server is up. */
const OPEN = /^\/(sign-in|invitation\/[\w-]+|icon\.svg|lettering\/[\w.-]+|api\/(sign-in|join|health))$/;

const isApi = (request: NextRequest): boolean => request.nextUrl.pathname.startsWith('/api/');

/** Sends whoever is not signed in to the way in. Each page and route asks again for itself what the person may do. */
const turnedAway = (request: NextRequest): NextResponse => {
  if (isApi(request)) return NextResponse.json({ error: SIGNED_OUT }, { status: 401 });
  const { pathname, search } = request.nextUrl;
  // the name that was asked for, not the one that the server gives itself
  const address = new URL('/sign-in', `${request.nextUrl.protocol}//${request.headers.get('host')}`);
  if (pathname !== '/') address.searchParams.set('to', `${pathname}${search}`);
  return NextResponse.redirect(address);
};

/** How a request goes on on a server with accounts: turned away, or with the cookie of a session whose secret was changed. */
const throughTheDoor = async (
  request: NextRequest,
): Promise<{ readonly away?: NextResponse; readonly cookie?: string }> => {
  if (!needsAccounts(process.env) || OPEN.test(request.nextUrl.pathname)) return {};
  const { askerOf, renewed } = await import('./server/accounts/asker.ts');
  let asker: Awaited<ReturnType<typeof askerOf>>;
  try {
    asker = await askerOf(request.headers);
  } catch (error) {
    console.error(error);
    return {
      away: NextResponse.json(
        { error: 'The drawings cannot be opened. Look at what the server prints.' },
        { status: 503 },
      ),
    };
  }
  if (!asker) return { away: turnedAway(request) };
  const isPage = request.headers.get('sec-fetch-dest') === 'document';
  const cookie = isPage ? await renewed(asker, request.headers) : undefined;
  return cookie === undefined ? {} : { cookie };
};

/** Runs before every page and route: refuses what does not come from this program's own pages, and sets the headers of safety. */
export const proxy = async (request: NextRequest): Promise<NextResponse> => {
  if (!isReadable(request.nextUrl.pathname))
    return NextResponse.json({ error: 'This address cannot be read.' }, { status: 400 });
  const refusal = refusalOf(request, hosts);
  if (refusal) return NextResponse.json({ error: refusal.error }, { status: refusal.status });
  const { away, cookie } = await throughTheDoor(request);
  if (away) return away;
  const nonce = btoa(crypto.randomUUID());
  const policy = contentPolicy(nonce, process.env.NODE_ENV === 'development');
  const headers = new Headers(request.headers);
  // Next.js reads the policy from the request and marks its scripts with the nonce
  headers.set('content-security-policy', policy);
  const response = NextResponse.next({ request: { headers } });
  if (cookie) response.headers.append('set-cookie', cookie);
  // files and answers of routes say for themselves what they may do
  if (!isApi(request)) response.headers.set('content-security-policy', policy);
  response.headers.set('x-content-type-options', 'nosniff');
  response.headers.set('x-frame-options', 'DENY');
  response.headers.set('referrer-policy', 'same-origin');
  response.headers.set('cross-origin-opener-policy', 'same-origin');
  return response;
};

// what passes here is held in memory: a backup, which may be large, goes past it to a route that asks the same questions
export const config = { matcher: ['/((?!_next/static|api/backup$).*)'] };
