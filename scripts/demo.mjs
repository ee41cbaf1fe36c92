// Installs, builds and starts the application with demo data: npm run demo
import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { certificateOf, namesOf, openFront } from './front.mjs';
import { build, packages, say } from './steps.mjs';

const HERE = '127.0.0.1';
const host = process.env.HOST ?? HERE;
const wanted = Number(process.env.PORT ?? 4170);
/** Whether others reach the server: then they sign in, and a server in front of the program listens to them. */
const isForOthers = ![HERE, 'localhost', '::1'].includes(host);

const isFree = (port, on) =>
  new Promise((done) => {
    const probe = createServer();
    probe.once('error', () => done(false));
    probe.listen(port, on, () => probe.close(() => done(true)));
  });
const freePort = () =>
  new Promise((done) => {
    const probe = createServer();
    probe.listen(0, HERE, () => {
      const { port } = probe.address();
      probe.close(() => done(port));
    });
  });

let tls;
try {
  tls = isForOthers ? certificateOf(process.env) : undefined;
} catch (error) {
  console.error(error.message);
  process.exit(1);
}

await packages();
await build();
let port = wanted;
while (!(await isFree(port, host)) && port < wanted + 20) port++;
if (port !== wanted) say(`Port ${wanted} is taken; using ${port}.`);

const names = isForOthers ? namesOf(host) : [];
const address = `${tls ? 'https' : 'http'}://${names[0] ?? host}:${port}`;
// the program itself listens to this machine alone
const innerPort = isForOthers ? await freePort() : port;
const inner = `http://${isForOthers ? HERE : host}:${innerPort}`;
const data = process.env.BLUE_LEDGER_DATA ?? '.data/demo';
say(`Starting with the drawings in ${process.env.DATABASE_URL ? 'the PostgreSQL database' : data} ...`);
const server = spawn(
  process.execPath,
  ['node_modules/next/dist/bin/next', 'start', '-p', String(innerPort), '-H', isForOthers ? HERE : host],
  {
    stdio: ['ignore', 'pipe', 'inherit'],
    env: {
      ...process.env,
      NEXT_TELEMETRY_DISABLED: '1',
      BLUE_LEDGER_DEMO: '1',
      BLUE_LEDGER_DATA: data,
      // the command line asks this server where it has the drawings open
      BLUE_LEDGER_ADDRESS: inner,
      BLUE_LEDGER_PUBLIC: process.env.BLUE_LEDGER_PUBLIC ?? address,
      ...(isForOthers && {
        BLUE_LEDGER_ACCOUNTS: '1',
        BLUE_LEDGER_HOSTS: [...names, process.env.BLUE_LEDGER_HOSTS].filter(Boolean).join(','),
      }),
    },
  },
);
server.stdout.resume();
/** A server that is just starting may miss the signal; then it is ended all the same, ms. */
const PATIENCE = 5000;
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, () => {
    server.kill(signal);
    setTimeout(() => server.kill('SIGKILL'), PATIENCE).unref();
  });
server.on('close', (code) => process.exit(code ?? process.exitCode ?? 0));

for (;;) {
  await new Promise((done) => setTimeout(done, 150));
  try {
    const answer = await fetch(`${inner}/api/health`);
    if (answer.ok) break;
    const { error } = await answer.json();
    console.error(error);
    server.kill('SIGTERM');
    process.exitCode = 1;
    break;
  } catch {
    // not listening yet
  }
}
if (!process.exitCode && isForOthers) {
  await openFront(port, host, innerPort, tls);
  if (!tls)
    say(
      'Others reach this server without encryption: whoever is on the network can read passwords. Name a certificate in BLUE_LEDGER_CERT and its key in BLUE_LEDGER_KEY, or put a proxy with one in front.',
    );
}
if (!process.exitCode) console.log(`\n  Blue Ledger is at ${address}   (stop with Ctrl C)\n`);
