import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { failsOf, smallest } from './checks.ts';
import { randomPart } from './randomPart.ts';

/**
 * Looks at random parts: npm run fuzz [-- --parts 20000 --from 1 --restart]. It goes on where it was broken off, and tells every failing
 * part in its smallest form. With --short the parts are the first 300, none of which may fail; they are told as they are, and nothing is kept.
 */
const option = (name: string, otherwise: number): number => {
  const i = process.argv.indexOf(`--${name}`);
  return i < 0 ? otherwise : Number(process.argv[i + 1]);
};
const short = process.argv.includes('--short');
const first = option('from', 1);
const count = short ? 300 : option('parts', 20000);
const STATE = `build/fuzz-${first}.json`;

type State = { next: number; fails: { seed: number; check: string; what: string; features: unknown }[] };
const fresh: State = { next: first, fails: [] };
const state: State =
  !short && existsSync(STATE) && !process.argv.includes('--restart')
    ? (JSON.parse(readFileSync(STATE, 'utf8')) as State)
    : fresh;
const save = (): void => {
  if (short) return;
  mkdirSync('build', { recursive: true });
  writeFileSync(STATE, JSON.stringify(state, null, 1));
};
if (state.next > first)
  console.log(`Going on from seed ${state.next}, ${state.fails.length} failing parts so far.`);

const started = Date.now();
for (; state.next < first + count; state.next++) {
  const seed = state.next;
  const part = randomPart(seed);
  const [fail] = failsOf(part, seed);
  if (fail) {
    const { features } = (short ? part : smallest(part, seed, fail.check)).bodies[0] ?? { features: [] };
    state.fails.push({ seed, ...fail, features });
    console.log(`seed ${seed}, ${fail.check}: ${fail.what}\n  ${JSON.stringify(features)}`);
  }
  if (!short && seed % 200 === 0) {
    save();
    const done = seed - first + 1;
    console.log(`${done} parts, ${state.fails.length} fail, ${((Date.now() - started) / 1000).toFixed(0)} s`);
  }
}
save();
console.log(`${count} parts, ${state.fails.length} of them fail.`);
process.exitCode = state.fails.length ? 1 : 0;
