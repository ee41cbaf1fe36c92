// Looks at many random parts, seeded and resumable: npm run fuzz [-- --parts 20000 --from 1 --restart]
import { build } from 'esbuild';
import { packages, run } from './steps.mjs';

await packages();
await build({
  entryPoints: ['tests/fuzz/fuzz.ts'],
  outfile: 'build/fuzz.mjs',
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  logLevel: 'warning',
});
process.exitCode = await run(process.execPath, ['build/fuzz.mjs', ...process.argv.slice(2)]);
