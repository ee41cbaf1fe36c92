// Holds the command line against the conformance judges beside this checkout: node scripts/conformance.mjs FOLDER
// Each judge prints what is wrong and closes with "N passed, N failed"; none may fail.
import { spawn } from 'node:child_process';
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { cpus, tmpdir } from 'node:os';
import { join } from 'node:path';

const [folder] = process.argv.slice(2);
const made = mkdtempSync(join(tmpdir(), 'conformance-'));

/** The parts of the shared cases, and those of the demo drawings as part files. */
const parts = () => [
  ...readdirSync(join(folder, 'cases')).map((d) => join(folder, 'cases', d, 'part.json')),
  ...readdirSync('demo').map((f) => {
    const file = join(made, f);
    const { part } = JSON.parse(readFileSync(join('demo', f), 'utf8'));
    // the sizes of a cotter are its designation in the parts list, and no dimensions of the sheet
    const bodies = part.bodies.filter((b) => b.standard?.kind !== 'cotter');
    writeFileSync(file, JSON.stringify({ ...part, bodies }));
    return file;
  }),
];

/** The shared cases with their parts replaced by the solids of another kernel's files: the answers must be the same. */
const solidCases = () => {
  const out = join(made, 'solid-cases');
  for (const file of readdirSync(join(folder, 'step'))) {
    const name = file.replace('.step', '');
    cpSync(join(folder, 'cases', name), join(out, name), { recursive: true });
    const text = readFileSync(join(folder, 'step', file), 'utf8');
    writeFileSync(join(out, name, 'solid.step'), text);
    const part = JSON.parse(readFileSync(join(folder, 'cases', name, 'part.json'), 'utf8'));
    // the files name every solid alike: the first is "reference", the others are numbered
    const solids = (text.match(/=\s*MANIFOLD_SOLID_BREP/g) ?? []).map((_, i) =>
      i === 0 ? 'reference' : `reference ${i + 1}`,
    );
    const bodies = part.bodies.map(({ name: body, sectioned }, i) => {
      const own = i === part.bodies.length - 1 ? solids.slice(i) : [solids[i]];
      const features = own.map((solid, k) => ({
        id: `solid ${k + 1}`,
        op: 'add',
        shape: { kind: 'solid', file: 'solid.step', ...(solids.length > 1 && { solid }) },
      }));
      return { name: body, ...(sectioned !== undefined && { sectioned }), features };
    });
    // inch figures stand in the files as millimetres
    writeFileSync(
      join(out, name, 'part.json'),
      JSON.stringify({ format: part.format, name: part.name, units: 'mm', bodies }),
    );
  }
  return out;
};

/** A judge that takes its parts by name runs in several shares. */
const JUDGES = [
  { name: 'run', shares: () => [[]] },
  { name: 'run', label: 'run, of solids in files', shares: () => [['--cases', solidCases()]] },
  { name: 'typed-lines', shares: () => [[]] },
  { name: 'sheets', shares: () => [[]] },
  { name: 'assemblies', shares: () => [[]] },
  { name: 'solids', shares: () => [[]] },
  {
    name: 'dimensions',
    shares: () => {
      const all = parts();
      const n = Math.min(4, cpus().length);
      return Array.from({ length: n }, (_, k) => all.filter((_part, i) => i % n === k));
    },
  },
];

const runOnce = (judge, args) =>
  new Promise((done) => {
    const run = spawn(join(folder, judge), args, { stdio: ['ignore', 'pipe', 'inherit'] });
    let out = '';
    run.stdout.setEncoding('utf8');
    run.stdout.on('data', (text) => {
      out += text;
    });
    run.on('close', (status) => {
      const lines = out.trimEnd().split('\n');
      const total = /^(\d+) passed, (\d+) failed$/.exec(lines.at(-1) ?? '');
      const [passed, failed] = total ? total.slice(1).map(Number) : [0, 0];
      const isGood = status === 0 && passed > 0 && failed === 0;
      done({ isGood, passed, failed, ended: total !== null, lines: lines.slice(0, -1) });
    });
  });

// as many at once as there are processors, each judge's answer told when its last share has come
const waiting = JUDGES.flatMap(({ name, label = name, shares }) =>
  shares().map((args, _i, all) => ({ name, label, args, of: all.length })),
);
const answers = new Map(JUDGES.map(({ name, label = name }) => [label, []]));
let failed = 0;
const tell = (name, own) => {
  for (const a of own.filter((x) => !x.isGood)) console.log(a.lines.join('\n'));
  if (!own.every((a) => a.isGood)) failed++;
  const sum = (of) => own.reduce((n, a) => n + of(a), 0);
  const total = own.every((a) => a.ended)
    ? `${sum((a) => a.passed)} passed, ${sum((a) => a.failed)} failed`
    : 'did not come to its end';
  console.log(`${name}: ${total}`);
};
const work = async () => {
  for (let next = waiting.shift(); next; next = waiting.shift()) {
    const own = answers.get(next.label);
    own.push(await runOnce(next.name, next.args));
    if (own.length === next.of) tell(next.label, own);
  }
};
await Promise.all(cpus().map(work));
rmSync(made, { recursive: true, force: true });
process.exit(failed ? 1 : 0);
