// The server that others reach: passes what it is asked to the program, which listens to this machine alone.
import { readFileSync } from 'node:fs';
import { createServer as httpServer, request as passOn } from 'node:http';
import { createServer as tlsServer } from 'node:https';
import { hostname, networkInterfaces } from 'node:os';

/** The names and addresses by which others reach this machine where it listens on all of them. */
const ownNames = () => [
  hostname().toLowerCase(),
  ...Object.values(networkInterfaces())
    .flat()
    .filter((i) => i && !i.internal)
    .map((i) => (i.family === 'IPv6' ? `[${i.address}]` : i.address)),
];
const isAll = (host) => ['0.0.0.0', '::', '[::]'].includes(host);

/** The names that requests may be addressed to on a server that listens on a host. */
export const namesOf = (host) => (isAll(host) ? ownNames() : [host.toLowerCase()]);

/** Certificate and key from the files that the environment names; undefined for plain HTTP. Throws where one is missing. */
export const certificateOf = ({ BLUE_LEDGER_CERT: cert, BLUE_LEDGER_KEY: key }) => {
  if (!cert && !key) return undefined;
  if (!cert || !key)
    throw new Error('Name both files: the certificate in BLUE_LEDGER_CERT, its key in BLUE_LEDGER_KEY.');
  const read = (path) => {
    try {
      return readFileSync(path);
    } catch (error) {
      throw new Error(`${path} cannot be read (${error.code ?? error.message}).`);
    }
  };
  return { cert: read(cert), key: read(key), minVersion: 'TLSv1.2' };
};

/** What tells who asks is written here and nowhere else: nobody outside can say that they are another address. */
const WRITTEN_HERE = [
  'forwarded',
  'x-forwarded-for',
  'x-forwarded-proto',
  'x-forwarded-host',
  'x-forwarded-port',
  'x-real-ip',
];
/** Headers of a connection, which each hop makes for itself. */
const OF_THE_HOP = ['connection', 'keep-alive', 'proxy-connection', 'upgrade', 'te'];

/** @param tls the certificate and key; undefined for plain HTTP */
export const openFront = (port, host, inner, tls) => {
  const pass = (incoming, answer) => {
    const headers = Object.fromEntries(
      Object.entries(incoming.headers).filter(
        ([name]) => !WRITTEN_HERE.includes(name) && !OF_THE_HOP.includes(name),
      ),
    );
    const asked = passOn(
      {
        host: '127.0.0.1',
        port: inner,
        method: incoming.method,
        path: incoming.url,
        headers: {
          ...headers,
          'x-forwarded-for': incoming.socket.remoteAddress ?? '',
          'x-forwarded-proto': tls ? 'https' : 'http',
        },
      },
      (answered) => {
        const own = tls ? { 'strict-transport-security': 'max-age=31536000' } : {};
        const of = Object.fromEntries(
          Object.entries(answered.headers).filter(([name]) => !OF_THE_HOP.includes(name)),
        );
        answer.writeHead(answered.statusCode ?? 502, { ...of, ...own });
        answered.pipe(answer);
        answered.on('error', () => answer.destroy());
      },
    );
    asked.on('error', () => {
      if (answer.headersSent) answer.destroy();
      else {
        answer.writeHead(502, { 'content-type': 'application/json' });
        answer.end(
          JSON.stringify({ error: 'The program behind this server does not answer. Try again in a moment.' }),
        );
      }
    });
    // whoever goes away while being answered ends the work
    answer.on('close', () => asked.destroy());
    incoming.pipe(asked);
  };
  const server = tls ? tlsServer(tls, pass) : httpServer(pass);
  // slow requests must not hold connections for ever
  server.requestTimeout = 10 * 60_000;
  server.headersTimeout = 30_000;
  return new Promise((done, fail) => {
    server.once('error', fail);
    server.listen(port, host, () => done(server));
  });
};
