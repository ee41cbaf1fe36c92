// What the two commands share: say what is done, install what is missing, skip what is there.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';

export const root = new URL('..', import.meta.url).pathname;
process.chdir(root);

export const say = (text) => console.log(`· ${text}`);

/** Runs a command with its output shown; resolves to its exit code. */
export const run = (command, args, env = {}) =>
  new Promise((done) => {
    const child = spawn(command, args, {
      stdio: 'inherit',
      env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', ...env },
    });
    child.on('close', (code, signal) => done(signal ? 1 : (code ?? 1)));
  });

const must = async (what, command, args, env) => {
  const code = await run(command, args, env);
  if (code !== 0) {
    console.error(`${what} failed (exit ${code}).`);
    process.exit(code || 1);
  }
};

const newest = (dir, skip = /node_modules|\.next|\.git|\.data|build|test-results|docs/) => {
  let time = 0;
  for (const entry of readdirSync(dir, { withFileTypes: true })) {
    if (skip.test(entry.name)) continue;
    const path = join(dir, entry.name);
    time = Math.max(time, entry.isDirectory() ? newest(path, skip) : statSync(path).mtimeMs);
  }
  return time;
};

/** npm packages, when the lock file is newer than what is installed. */
export const packages = async () => {
  const mark = 'node_modules/.package-lock.json';
  if (existsSync(mark) && statSync(mark).mtimeMs >= statSync('package-lock.json').mtimeMs - 1000) return;
  say('Installing npm packages (once) ...');
  await must('npm ci', 'npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
};

export const CHROMIUM = '/usr/bin/chromium';

const debian = async (name, packages) => {
  say(`Installing ${name} through apt-get (once) ...`);
  const sudo = process.getuid?.() === 0 ? [] : ['sudo'];
  const apt = (...args) => {
    const [command, ...rest] = [...sudo, 'apt-get', ...args];
    return must(`apt-get ${args[0]}`, command, rest, { DEBIAN_FRONTEND: 'noninteractive' });
  };
  await apt('update', '-qq');
  await apt('install', '-y', '-qq', '--no-install-recommends', ...packages);
};

/** Debian's Chromium, for the tests of the interface. */
export const chromium = async () => {
  if (!existsSync(CHROMIUM)) await debian('Chromium', ['chromium']);
  if (!existsSync('/usr/bin/openssl')) await debian('a maker of certificates', ['openssl']);
};

/** Debian's reader of DXF files, which audits those that are written here. */
export const dxfReader = async () => {
  const there = spawnSync('/usr/bin/python3', ['-c', 'import ezdxf']).status === 0;
  if (!there) await debian('a reader of DXF files', ['python3', 'python3-ezdxf']);
};

const SOURCES = ['app', 'core', 'exchange', 'formats', 'workers', 'server', 'public', 'demo'];

/** The server's engine, which runs on threads of its own, as one file. */
export const serverWorker = async () => {
  const { build: bundle } = await import('esbuild');
  await bundle({
    entryPoints: ['workers/server.worker.ts'],
    outfile: 'build/server.worker.mjs',
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    logLevel: 'warning',
    // packages written for require() find it here
    banner: {
      js: "import { createRequire as r } from 'node:module'; const require = r(import.meta.url);",
    },
  });
};

/** The production build, when a source is newer than it. */
export const build = async () => {
  await serverWorker();
  const mark = '.next/BUILD_ID';
  const time = Math.max(
    ...SOURCES.filter(existsSync).map((d) => newest(d)),
    ...['package.json', 'package-lock.json', 'next.config.ts', 'postcss.config.mjs']
      .filter(existsSync)
      .map((f) => statSync(f).mtimeMs),
  );
  if (existsSync(mark) && statSync(mark).mtimeMs > time) return say('The build is up to date.');
  say('Building the application (about half a minute) ...');
  await must('The build', process.execPath, ['node_modules/next/dist/bin/next', 'build']);
};

/** The command line's bundle. */
export const commandLine = () => {
  const made = spawnSync('./blue-ledger', ['--help'], { encoding: 'utf8' });
  if (made.status !== 0) {
    console.error(made.stderr);
    process.exit(1);
  }
};
