// Looks at many random parts, seeded and resumable: npm run fuzz [-- --parts 20000 --from 1 --restart]
// or at random drawings, with all that the desk asks about each: npm run fuzz -- --drawings 500 [--from 1]
import { build } from 'esbuild';
import { packages, run } from './steps.mjs';

await packages();
const name = process.argv.includes('--drawings') ? 'drawings' : 'fuzz';
await build({
  entryPoints: [`tests/fuzz/${name}.ts`],
  outfile: `build/${name}.mjs`,
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  logLevel: 'warning',
});
process.exitCode = await run(process.execPath, [`build/${name}.mjs`, ...process.argv.slice(2)]);
