// Prints the engine's times, growth, memory and size: npm run bench
import { build } from 'esbuild';
import { packages, run } from './steps.mjs';

await packages();
const shared = { bundle: true, platform: 'node', format: 'esm', target: 'node20', logLevel: 'warning' };
await build({ ...shared, entryPoints: ['tests/bench/bench.ts'], outfile: 'build/bench.mjs' });
// the engine itself: solids, views, sections, findings and ledger, without the schema and fraction libraries
await build({
  ...shared,
  entryPoints: ['tests/bench/engine.ts'],
  outfile: 'build/engine.mjs',
  minify: true,
  external: ['zod', 'fraction.js'],
});
process.exitCode = await run(process.execPath, ['--expose-gc', 'build/bench.mjs']);
