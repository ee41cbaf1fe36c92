// Runs a bundle by the code that was compiled when it was built, which halves the time a command takes to start:
// node scripts/compiled.cjs BUNDLE ARGS... With --keep before the bundle it writes that code beside it (BUNDLE.compiled).
const { readFileSync, renameSync, writeFileSync } = require('node:fs');
const { Module, createRequire } = require('node:module');
const { dirname, resolve } = require('node:path');
const { Script } = require('node:vm');

const keeps = process.argv[2] === '--keep';
const bundle = resolve(process.argv.splice(2, keeps ? 2 : 1).at(-1));
const compiled = `${bundle}.compiled`;

/** The code kept at the last build, if there is any. Another version of node refuses it and compiles anew. */
const kept = () => {
  try {
    return keeps ? undefined : readFileSync(compiled);
  } catch {
    return undefined;
  }
};

const script = new Script(Module.wrap(readFileSync(bundle, 'utf8')), {
  filename: bundle,
  cachedData: kept(),
});
const own = { exports: {} };
script.runInThisContext()(own.exports, createRequire(bundle), own, bundle, dirname(bundle));
// on leaving, so that what the command called on its way is in it too
if (keeps)
  process.on('exit', () => {
    // renamed into place: a command that starts meanwhile reads the whole of it, or none
    writeFileSync(`${compiled}.${process.pid}`, script.createCachedData());
    renameSync(`${compiled}.${process.pid}`, compiled);
  });
