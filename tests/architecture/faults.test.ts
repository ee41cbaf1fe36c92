import { expect, test } from '@jest/globals';
import { evaluateExpression } from '../../core/number/expression.ts';
import { partModel, readPartFile } from '../../core/part/model.ts';
import { sourceFiles } from './sourceFiles.ts';

const files = sourceFiles(['core', 'formats', 'app']);
const isOfWords = (file: string): boolean => file.startsWith('core/number/words/');
const codesIn = (text: string, pattern: RegExp): string[] =>
  [...text.matchAll(pattern)].map((m) => m[1] as string);

const known = files
  .filter((f) => isOfWords(f.file))
  .flatMap((f) => codesIn(f.text, /^ {2}'([a-z]+\.[a-z0-9-]+)':/gm));
const used = new Set(
  files.filter((f) => !isOfWords(f.file)).flatMap((f) => codesIn(f.text, /'([a-z]+\.[a-z0-9-]+)'/g)),
);

test('each fault has its words once, and each of them is used', () => {
  expect(known.length).toBeGreaterThan(70);
  expect(new Set(known).size).toBe(known.length);
  expect(known.filter((code) => !used.has(code))).toEqual([]);
});

test('a refusal of core carries no English of its own: its words are in one folder', () => {
  const literal = /\bremedy:\s*[`'"]/;
  const others = files.filter(
    (f) => f.file.startsWith('core/') && !isOfWords(f.file) && literal.test(f.text),
  );
  // findings are notes on a part that can be drawn, each kind in its own file; the practice room's are the exercise's
  expect(others.map((f) => f.file).filter((f) => !/^core\/(finding|practice)\//.test(f))).toEqual([]);
});

test('programs go by the code and the values', () => {
  const none = evaluateExpression('1/0', () => ({ value: 1 }));
  expect(none.ok ? '' : none.fault.code).toBe('division.by-zero');
  const thin = { kind: 'torus', diameter: 10, tube: 12 };
  const read = readPartFile({
    format: 'blue-ledger/part@1',
    name: 'p',
    units: 'mm',
    bodies: [{ name: 'b', features: [{ id: 'f', op: 'add', shape: thin }] }],
  });
  const model = read.ok ? partModel(read.value) : read;
  expect(model.ok ? [] : model.faults).toMatchObject([
    {
      code: 'ring.thick',
      values: { tube: 12, ring: 10 },
      path: ['bodies', 0, 'features', 0, 'shape', 'tube'],
      what: 'The tube (12) is as thick as its ring (10) or thicker.',
    },
  ]);
});
