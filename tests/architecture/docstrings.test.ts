import { dirname, join, normalize } from 'node:path';
import { expect, test } from '@jest/globals';
import { sourceFiles } from './sourceFiles.ts';

/** The rooms of a file: "core/solid", "formats". */
const roomOf = (file: string): string =>
  file
    .split('/')
    .slice(0, file.startsWith('core/') ? 2 : 1)
    .join('/');

const EXPORTED = /^export (?:const|function\*?|async function|class) (\w+)/;
const IMPORTED = /import (?:type )?\{([^}]*)\} from '(\.[^']+)'/g;

test('what other rooms use of core says what it is: meaning, units, frame', () => {
  const files = sourceFiles(['core', 'formats', 'cli', 'workers', 'exchange', 'server', 'app']);
  const used = new Set<string>();
  for (const { file, text } of files)
    for (const [, names = '', path = ''] of text.matchAll(IMPORTED)) {
      const from = normalize(join(dirname(file), path));
      if (roomOf(from) === roomOf(file)) continue;
      for (const name of names.split(',')) used.add(`${from} ${name.trim().replace(/^type /, '')}`);
    }
  const silent: string[] = [];
  let looked = 0;
  for (const { file, text } of files.filter((f) => f.file.startsWith('core/'))) {
    const lines = text.split('\n');
    lines.forEach((line, i) => {
      const name = EXPORTED.exec(line)?.[1];
      if (name === undefined || !used.has(`${file} ${name}`)) return;
      looked++;
      if (!lines[i - 1]?.trimEnd().endsWith('*/')) silent.push(`${file} ${name}`);
    });
  }
  expect(looked).toBeGreaterThan(300);
  expect(silent).toEqual([]);
});
