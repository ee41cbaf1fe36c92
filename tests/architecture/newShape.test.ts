import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { expect, test } from '@jest/globals';
import { build, type Plugin } from 'esbuild';

/** The list of shapes as it would be with the sample in it: its import, and its name in the list. */
const withSample: Plugin = {
  name: 'a new shape',
  setup: ({ onLoad }) => {
    onLoad({ filter: /core\/part\/shapes\/shapes\.ts$/ }, ({ path }) => {
      const own = readFileSync(path, 'utf8');
      const listed = own.replace(
        /(export const SHAPES = \[[^\]]*?),?\s*\] as const/,
        '$1, capsule] as const',
      );
      if (listed === own) throw new Error('The list of shapes was not found.');
      const sample = resolve('tests/architecture/capsule.ts');
      return { contents: `import { capsule } from '${sample}';\n${listed}`, loader: 'ts' };
    });
  },
};

const SCRIPT = `
  import { readPartFile } from './core/part/model.ts';
  import { openDesk } from './core/drawing/desk.ts';
  import { drawingOfPart } from './core/drawing/drawing.ts';
  import { statementText } from './core/statement/sentence.ts';
  import { readStatement } from './core/statement/read.ts';
  import { standingSizes } from './core/statement/standings.ts';
  import { featureCentres } from './core/ledger/ledger.ts';
  import { SHAPES } from './core/part/shapes/shapes.ts';
  const part = (height) => ({ format: 'blue-ledger/part@1', name: 'float', units: 'mm', bodies: [{ name: 'float', features: [
    { id: 'float', op: 'add', shape: { kind: 'capsule', diameter: 10, height } } ] }] });
  const read = readPartFile(part(30));
  const worked = openDesk().work(drawingOfPart(read.value));
  const text = statementText(read.value);
  const again = readStatement(text);
  const short = openDesk().work(drawingOfPart(readPartFile(part(8)).value));
  const unknown = readPartFile({ ...part(30), bodies: [{ name: 'b', features: [{ id: 'x', op: 'add', shape: { kind: 'blob' } }] }] });
  export default {
    volume: worked.measures.volume, views: worked.sheet.views.map((v) => v.view.lines.length), text,
    same: JSON.stringify(again.value) === JSON.stringify(read.value),
    sizes: standingSizes(read.value, undefined).map((s) => s.words + ' ' + s.text),
    centres: featureCentres(read.value).map((c) => c.kind), short: short.faults?.[0]?.what,
    unknown: unknown.faults[0].what, menu: SHAPES.flatMap((s) => s.examples.map((e) => e.line)),
  };
`;

test('a new shape is one file and one line: it is read, drawn, measured, stated and listed', async () => {
  const made = await build({
    stdin: { contents: SCRIPT, resolveDir: process.cwd() },
    bundle: true,
    format: 'esm',
    platform: 'node',
    write: false,
    plugins: [withSample],
  });
  const url = `data:text/javascript;base64,${Buffer.from(made.outputFiles[0]!.contents).toString('base64')}`;
  const { default: got } = await import(url);
  const r = 5;
  expect(got.volume).toBeCloseTo(Math.PI * r * r * 20 + (4 / 3) * Math.PI * r ** 3, 6);
  // each side view has two straight outlines and two half circles; the top view has one circle
  expect(got.views).toEqual([4, 1, 4]);
  expect(got.text).toContain('float: add a capsule, 10 across, 30 high');
  expect(got.same).toBe(true);
  expect(got.sizes).toEqual(['across 10', 'high 30']);
  expect(got.centres).toEqual(['capsule']);
  expect(got.short).toBe('The size is zero.');
  expect(got.unknown).toMatch(/solid or capsule/);
  expect(got.menu).toContain('capsule 10 dia 30 high');
});
