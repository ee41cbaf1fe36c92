// Prints the engine's times for plates of n x n holes and the six demo parts: npm run bench
import { build } from 'esbuild';
import { packages, run } from './steps.mjs';

await packages();
await build({
  entryPoints: ['tests/bench/bench.ts'],
  outfile: 'build/bench.mjs',
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  logLevel: 'warning',
});
process.exitCode = await run(process.execPath, ['build/bench.mjs']);
