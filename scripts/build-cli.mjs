// Bundles the command line into one file, so that it starts fast.
import { build } from 'esbuild';

await build({
  entryPoints: ['cli/main.ts'],
  outdir: 'build/cli',
  outExtension: { '.js': '.mjs' },
  splitting: true,
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  minify: true,
  logLevel: 'warning',
  // pdf libraries still call require for node's own modules
  banner: {
    js: "import { createRequire as r } from 'node:module'; const require = r(import.meta.url);",
  },
});
