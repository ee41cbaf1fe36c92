// Installs what the tests need and runs them all: npm test
import { existsSync } from 'node:fs';
import { build, chromium, commandLine, dxfReader, packages, run, say } from './steps.mjs';

const started = Date.now();
await packages();
await dxfReader();
commandLine();

const node = process.execPath;
const failures = [];
const step = async (name, command, args, env) => {
  say(`${name} ...`);
  const t = Date.now();
  const code = await run(command, args, env);
  say(`${name}: ${code === 0 ? 'passed' : 'FAILED'} in ${((Date.now() - t) / 1000).toFixed(1)} s`);
  if (code !== 0) failures.push(name);
};

await step('Jest', node, [
  '--experimental-vm-modules',
  '--no-warnings',
  'node_modules/jest/bin/jest.js',
  '--ci',
]);
await build();
await chromium();
const browser = (...args) => ['node_modules/@playwright/test/cli.js', 'test', ...args];
await step('Playwright, what is measured', node, browser('--project', 'measured', '--workers', '1'));
await step('Playwright, the desk', node, browser('--project', 'desk'));
await step('Kills of the server', node, ['scripts/torture.mjs', '--short']);
// each of these keeps one processor busy: they run side by side
const types = async () => {
  await step('Types', node, ['node_modules/typescript/bin/tsc', '--noEmit']);
  await step('Lint and format', node, ['node_modules/@biomejs/biome/bin/biome', 'check', '.']);
};
const drawings = () => step('Random drawings', node, ['scripts/fuzz.mjs', '--drawings', '--short']);
await Promise.all([step('Random parts', node, ['scripts/fuzz.mjs', '--short']), types().then(drawings)]);
const cases = process.env.CONFORMANCE ?? '../shared/conformance';
if (existsSync(cases)) await step('Conformance', node, ['scripts/conformance.mjs', cases]);
else say(`Conformance cases are not beside this checkout (${cases}); set CONFORMANCE to run them.`);

say(`All in ${((Date.now() - started) / 1000).toFixed(0)} s.`);
if (failures.length) {
  console.error(`Failed: ${failures.join(', ')}`);
  process.exit(1);
}
