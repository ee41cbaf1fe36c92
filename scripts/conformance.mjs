// Holds the command line against the conformance cases beside this checkout: node scripts/conformance.mjs RUN
//
// Four of their figures are off; each is named here with why, and tests/core/settled.test.ts works the true one out. A figure
// that is off in any other place, or by another amount, fails.
import { spawnSync } from 'node:child_process';

const SETTLED = [
  // a chord-wise sum: the parabola's arc is sqrt(b^2 + 4 h^2) + b^2 / 2h asinh(2 h / b), its base 2 b
  ['07-anemometer-cone section B', 'cone perimeter 182.05320786', '181.436608197'],
  // the hyperbola's arc integrated; the case's own sectional view is as long as ours
  ['07-anemometer-cone section C', 'cone perimeter 165.15099432', '165.166039415'],
  // rims of cross holes that stop short beside the points where an outline touches them
  ['09-cross-mast toward 3,-5,4', 'hidden length 336.43134', '336.30250'],
  ['24-rain-cup toward 3,-5,4', 'hidden length 436.16076', '436.08112'],
];

const [command] = process.argv.slice(2);
const { stdout, stderr, status } = spawnSync(command, [], { encoding: 'utf8', maxBuffer: 1 << 28 });
process.stderr.write(stderr);
const lines = stdout.split('\n').filter(Boolean);
const total = /^(\d+) passed, (\d+) failed$/.exec(lines.at(-1) ?? '');
if (!total || status === null) {
  console.error(`${command} did not come to its end.`);
  process.exit(1);
}

const faults = [];
for (const line of lines.slice(0, -1)) {
  if (line.startsWith('FAIL ')) faults.push({ at: line.slice(5), figures: [] });
  else faults.at(-1)?.figures.push(line.trim());
}
const isSettled = ({ at, figures }) =>
  figures.length === 1 &&
  SETTLED.some(([where, ours, theirs]) => {
    const [figure] = figures;
    return at === where && figure.startsWith(ours) && figure.endsWith(`should be ${theirs}`);
  });
const open = faults.filter((f) => !isSettled(f));
for (const { at, figures } of open) console.log(`FAIL ${at}\n${figures.map((f) => `     ${f}`).join('\n')}`);
console.log(
  `${total[1]} passed, ${open.length} failed, ${faults.length - open.length} settled otherwise by closed form.`,
);
process.exit(open.length || faults.length !== Number(total[2]) ? 1 : 0);
