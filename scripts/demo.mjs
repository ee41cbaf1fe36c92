// Installs, builds and starts the application with demo data: npm run demo
import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { build, packages, say } from './steps.mjs';

const host = process.env.HOST ?? '127.0.0.1';
const wanted = Number(process.env.PORT ?? 4170);

const isFree = (port) =>
  new Promise((done) => {
    const probe = createServer();
    probe.once('error', () => done(false));
    probe.listen(port, host, () => probe.close(() => done(true)));
  });

// without accounts everyone who reaches the server could read and change every drawing
if (!['127.0.0.1', 'localhost', '::1'].includes(host)) {
  console.error(
    `Blue Ledger has no accounts, so it does not listen on ${host}: whoever reached it could read and change every drawing.
Leave HOST out. To let others in, put a server that asks them for a password in front of it (a reverse proxy to 127.0.0.1:${wanted}),
and give the name by which they reach that one in BLUE_LEDGER_HOSTS.`,
  );
  process.exit(1);
}

await packages();
await build();
let port = wanted;
while (!(await isFree(port)) && port < wanted + 20) port++;
if (port !== wanted) say(`Port ${wanted} is taken; using ${port}.`);

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
