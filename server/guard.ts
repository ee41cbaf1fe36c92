/**
 * Who may talk to this server, and what its pages may do: a page of another origin must not reach the drawings, neither by a form or a
 * request of its own nor by a name that was made to point here.
 */

type Asked = { readonly method: string; readonly headers: Headers };

/** Names under which this machine is reached by itself. */
export const OWN_NAMES: readonly string[] = ['localhost', '127.0.0.1', '[::1]'];

/** The names that requests may be addressed to, from BLUE_LEDGER_HOSTS (separated by commas) besides this machine's own. */
export const allowedHosts = (
  environment: Readonly<Record<string, string | undefined>>,
): readonly string[] => [
  ...OWN_NAMES,
  ...(environment.BLUE_LEDGER_HOSTS ?? '')
    .split(',')
    .map((h) => h.trim().toLowerCase())
    .filter(Boolean),
];

/** A host's name without its port. */
const nameOf = (host: string): string => host.toLowerCase().replace(/:\d+$/, '');

const READING = ['GET', 'HEAD', 'OPTIONS'];

/**
 * Why a request is refused, as a status and a sentence; undefined where it may pass.
 * @param hosts the names that requests may be addressed to
 */
export const refusalOf = (
  { method, headers }: Asked,
  hosts: readonly string[],
): { readonly status: number; readonly error: string } | undefined => {
  const host = headers.get('host') ?? '';
  if (!hosts.includes(nameOf(host)))
    return {
      status: 421,
      error: `This server does not answer to the name "${nameOf(host).slice(0, 100)}". Name it in BLUE_LEDGER_HOSTS where it should.`,
    };
  if (READING.includes(method)) return undefined;
  const origin = headers.get('origin');
  const site = headers.get('sec-fetch-site');
  const own = origin === null || origin === `http://${host}` || origin === `https://${host}`;
  if (!own || (site !== null && site !== 'same-origin' && site !== 'none'))
    return { status: 403, error: "Changes are taken from this program's own pages only." };
  return undefined;
};

/**
 * The content security policy of a page.
 * @param nonce marks the page's own scripts
 * @param developing the development server needs eval for its error pages
 */
export const contentPolicy = (nonce: string, developing: boolean): string =>
  [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${developing ? " 'unsafe-eval'" : ''}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self' data:",
    "worker-src 'self' blob:",
    `connect-src 'self'${developing ? ' ws:' : ''}`,
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
