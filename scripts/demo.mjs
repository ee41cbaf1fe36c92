// Installs, builds and starts the application with demo data: npm run demo
import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { hostname, networkInterfaces } from 'node:os';
import { build, packages, say } from './steps.mjs';

const host = process.env.HOST ?? '127.0.0.1';
const wanted = Number(process.env.PORT ?? 4170);

const isFree = (port) =>
  new Promise((done) => {
    const probe = createServer();
    probe.once('error', () => done(false));
    probe.listen(port, host, () => probe.close(() => done(true)));
  });

await packages();
await build();
let port = wanted;
while (!(await isFree(port)) && port < wanted + 20) port++;
if (port !== wanted) say(`Port ${wanted} is taken; using ${port}.`);

// the names that requests may be addressed to, besides this machine's own
const isLocal = ['127.0.0.1', 'localhost', '::1'].includes(host);
const interfaces = Object.values(networkInterfaces()).flatMap((list) => list?.map((i) => i.address) ?? []);
const names = isLocal ? [] : host === '0.0.0.0' || host === '::' ? [hostname(), ...interfaces] : [host];
if (!isLocal)
  console.log(
    `\n  Blue Ledger has no accounts: whoever reaches ${host}:${port} can read and change every drawing.\n  Listen beyond this machine only in a network whose users you all trust.`,
  );

const address = `http://${host}:${port}`;
const data = process.env.BLUE_LEDGER_DATA ?? '.data/demo';
say(`Starting with the drawings in ${process.env.DATABASE_URL ? 'the PostgreSQL database' : data} ...`);
const server = spawn(
  process.execPath,
  ['node_modules/next/dist/bin/next', 'start', '-p', String(port), '-H', host],
  {
    stdio: ['ignore', 'pipe', 'inherit'],
    env: {
      ...process.env,
      NEXT_TELEMETRY_DISABLED: '1',
      BLUE_LEDGER_DEMO: '1',
      BLUE_LEDGER_DATA: data,
      // the command line asks this server where it has the drawings open
      BLUE_LEDGER_ADDRESS: address,
      BLUE_LEDGER_HOSTS: [process.env.BLUE_LEDGER_HOSTS, ...names].filter(Boolean).join(','),
    },
  },
);
/** A server that is just starting may miss the signal; then it is ended all the same, ms. */
const PATIENCE = 5000;
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, () => {
    server.kill(signal);
    setTimeout(() => server.kill('SIGKILL'), PATIENCE).unref();
  });
server.on('close', (code) => process.exit(code ?? 0));

for (;;) {
  await new Promise((done) => setTimeout(done, 150));
  try {
    const answer = await fetch(`${address}/api/health`);
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
if (!process.exitCode) console.log(`\n  Blue Ledger is at ${address}   (stop with Ctrl C)\n`);
