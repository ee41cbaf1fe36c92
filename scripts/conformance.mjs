// Holds the command line against the conformance judges beside this checkout: node scripts/conformance.mjs FOLDER
// Each judge prints what is wrong and closes with "N passed, N failed"; none may fail.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';

const JUDGES = ['run', 'typed-lines', 'sheets'];

const [folder] = process.argv.slice(2);
let failed = 0;
for (const judge of JUDGES) {
  const started = Date.now();
  const { stdout, stderr, status } = spawnSync(join(folder, judge), [], {
    encoding: 'utf8',
    maxBuffer: 1 << 28,
  });
  process.stderr.write(stderr);
  const lines = stdout.trimEnd().split('\n');
  const total = /^(\d+) passed, (\d+) failed$/.exec(lines.at(-1) ?? '');
  const isGood = status === 0 && total !== null && total[1] !== '0' && total[2] === '0';
  if (!isGood) {
    failed++;
    console.log(lines.slice(0, -1).join('\n'));
  }
  const took = ((Date.now() - started) / 1000).toFixed(1);
  console.log(`${judge}: ${total ? total[0] : 'did not come to its end'} (${took} s)`);
}
process.exit(failed ? 1 : 0);
