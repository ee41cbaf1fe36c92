// Bundles the command line into files that start fast.
import { spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { build } from 'esbuild';

const shared = {
  bundle: true,
  platform: 'node',
  target: 'node20',
  minify: true,
  logLevel: 'warning',
};
/** The writer of PDF, with its fonts the larger part of all, is read only when it is needed. */
const pdfApart = {
  name: 'pdf-apart',
  setup: ({ onResolve }) =>
    onResolve({ filter: /\/sheetPdf\.ts$/ }, ({ kind }) =>
      kind === 'dynamic-import' ? { path: './sheetPdf.cjs', external: true } : undefined,
    ),
};
// before the new bundle stands: code compiled for another of the same length would be taken for its own
rmSync('build/cli', { recursive: true, force: true });
await build({
  ...shared,
  entryPoints: { main: 'cli/main.ts', sheetPdf: 'formats/sheetPdf.ts' },
  outdir: 'build/cli',
  outExtension: { '.js': '.cjs' },
  format: 'cjs',
  plugins: [pdfApart],
  supported: { 'dynamic-import': false },
  define: { 'import.meta.url': 'bundleUrl' },
  banner: { js: "const bundleUrl = require('node:url').pathToFileURL(__filename).href;" },
});
const sample = ['sheet', 'demo/02-louvre-bracket.drawing.json', '--dimension', '--format', 'svg'];
const warm = spawnSync(
  process.execPath,
  ['scripts/compiled.cjs', '--keep', 'build/cli/main.cjs', ...sample],
  {
    stdio: ['ignore', 'ignore', 'inherit'],
  },
);
if (warm.status !== 0) process.exit(1);
// the databases are packages with files of their own beside their scripts
await build({
  ...shared,
  entryPoints: ['server/command/main.ts'],
  outdir: 'build/command',
  outExtension: { '.js': '.mjs' },
  splitting: true,
  format: 'esm',
  // some libraries still call require for node's own modules
  banner: {
    js: "import { createRequire as r } from 'node:module'; const require = r(import.meta.url);",
  },
  external: ['@electric-sql/pglite', 'pg'],
});
