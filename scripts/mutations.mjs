// Shows that the tests can fail: each mutation of the engine below is made in a copy and must turn its test red, which is green
// without it.   npm run mutations [-- --only 3]
import { spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildSync } from 'esbuild';

const FUZZ = 'random parts';
const COPIED = ['core', 'formats', 'tests', 'demo', 'cli', 'server', 'jest.config.mjs', 'tsconfig.json'];
const MUTATIONS = [
  {
    kind: 'random parts',
    file: 'core/solid/cell.ts',
    from: 'q2 <= s.z0 || q2 >= s.z1',
    to: 'q2 <= s.z0 || q2 >= s.z1 * 1.01',
    test: FUZZ,
  },
  {
    kind: 'ring of samples',
    file: 'core/solid/coedges.ts',
    from: 'if (before === after) return;',
    to: 'if (before === after && through.length > 2) return;',
    test: FUZZ,
  },
  {
    kind: 'closure',
    file: 'core/solid/carriers.ts',
    from: 'tol * 4)) cuts.push(c);',
    to: 'tol * 4) && c.t > 0) cuts.push(c);',
    test: 'tests/core/solid/solid',
  },
  {
    kind: 'closed forms',
    file: 'core/section/cutFace.ts',
    from: 'Math.abs(x.w) * Math.hypot(...x.v)',
    to: 'Math.abs(x.w) * Math.hypot(x.v[0], x.v[1])',
    test: 'tests/core/section/(section|settled).test',
  },
  {
    kind: 'visibility by rays',
    file: 'core/view/scene.ts',
    from: 'if (far - near > tol.linear) return true;',
    to: 'if (far - near > tol.size / 8) return true;',
    test: 'tests/core/view/',
  },
  {
    kind: 'offset ladders',
    file: 'core/solid/body.ts',
    from: 'const LINEAR_SHARE = 1e-8;',
    to: 'const LINEAR_SHARE = 1e-5;',
    test: 'tests/core/solid/ladders',
  },
  {
    kind: 'invariance',
    file: 'core/solid/boundary.ts',
    from: 'return parallel && a.side',
    to: 'return !parallel && a.side',
    test: 'tests/core/solid/solid',
  },
  {
    kind: 'exact lines',
    file: 'core/view/runs.ts',
    from: 'last.class === r.class && last.to === r.from',
    to: 'last.to === r.from && last.to < r.from',
    test: 'tests/core/view/',
  },
  {
    kind: 'names hold',
    file: 'core/solid/boundary.ts',
    from: "const name = e.on.join(' | ');",
    to: "const name = e.on.join(' | ') + Math.round(e.to);",
    test: 'tests/core/solid/identity',
  },
  {
    kind: 'touches',
    file: 'core/solid/touch.ts',
    from: 'return settled.length ?',
    to: 'return settled.length > 9 ?',
    test: 'tests/core/solid/touches',
  },
  {
    kind: 'lines that graze',
    file: 'core/geometry/freeMeeting.ts',
    from: 'last > 1 && i <= last',
    to: 'last > 99 && i <= last',
    test: 'tests/core/geometry/freeMeeting',
  },
];

/** Runs one test in a copy of the engine, changed or not. */
const passes = (test, change) => {
  const copy = mkdtempSync(join(tmpdir(), 'mutation-'));
  for (const name of COPIED) cpSync(name, join(copy, name), { recursive: true });
  symlinkSync(join(process.cwd(), 'node_modules'), join(copy, 'node_modules'));
  if (change) {
    const path = join(copy, change.file);
    const source = readFileSync(path, 'utf8');
    if (source.split(change.from).length !== 2)
      throw new Error(`"${change.from}" is not there once in ${change.file}`);
    writeFileSync(path, source.replace(change.from, change.to));
  }
  writeFileSync(join(copy, 'package.json'), '{ "type": "module" }');
  if (test === FUZZ)
    buildSync({
      entryPoints: [join(copy, 'tests/fuzz/fuzz.ts')],
      outfile: join(copy, 'fuzz.mjs'),
      bundle: true,
      platform: 'node',
      format: 'esm',
      logLevel: 'error',
    });
  const jest = ['--experimental-vm-modules', '--no-warnings', 'node_modules/jest/bin/jest.js', '--ci'];
  const args = test === FUZZ ? ['fuzz.mjs', '--short'] : [...jest, test];
  const { status } = spawnSync(process.execPath, args, { cwd: copy, encoding: 'utf8', timeout: 400_000 });
  rmSync(copy, { recursive: true, force: true });
  return status === 0;
};

const at = process.argv.indexOf('--only');
const only = at < 0 ? undefined : Number(process.argv[at + 1]);
const sound = new Map();
let wrong = 0;
MUTATIONS.forEach((m, i) => {
  if (only !== undefined && only !== i + 1) return;
  if (!sound.has(m.test)) sound.set(m.test, passes(m.test));
  const outcome = !sound.get(m.test) ? 'RED WITHOUT IT' : passes(m.test, m) ? 'SURVIVED' : 'caught';
  if (outcome !== 'caught') wrong++;
  console.log(`${i + 1} ${m.kind}: ${m.file}, ${JSON.stringify(m.to)} - ${outcome}`);
});
process.exitCode = wrong ? 1 : 0;
