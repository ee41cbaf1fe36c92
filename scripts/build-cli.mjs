// Bundles the command line into one file, so that it starts fast.
import { build } from 'esbuild';

const shared = {
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
};
await build({ ...shared, entryPoints: ['cli/main.ts'], outdir: 'build/cli' });
// the databases are packages with files of their own beside their scripts
await build({
  ...shared,
  entryPoints: ['server/command/main.ts'],
  outdir: 'build/command',
  external: ['@electric-sql/pglite', 'pg'],
});
