import { readFileSync } from 'node:fs';
import { dirname, join, normalize } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { sourceFiles } from './sourceFiles.ts';

/** The rooms of core, each of which may import only those before it. */
const CORE = [
  'number',
  'naming',
  'geometry',
  'meeting',
  'trimmed',
  'solid',
  'faces',
  'mesh',
  'part',
  'station',
  'view',
  'section',
  'finding',
  'ledger',
  'dimension',
  'assembly',
  'sheet',
  'develop',
  'print',
  'slip',
  'compare',
  'examine',
  'statement',
  'task',
  'drawing',
  'reading',
  'balance',
  'solids',
  'pictorial',
  'recognise',
  'exercise',
  'mark',
  'practice',
  'replay',
  'method',
  'edit',
  'check',
] as const;

/** What each folder beside core may import, besides itself. */
const MAY_IMPORT: Readonly<Record<string, readonly string[]>> = {
  core: [],
  formats: ['core'],
  cli: ['core', 'formats'],
  exchange: ['core'],
  workers: ['core', 'formats'],
  server: ['core', 'exchange', 'workers'],
  app: ['core', 'exchange', 'formats', 'workers', 'server'],
};
/** What of the app runs in the browser, where no server code belongs. */
const IN_BROWSER = [
  'app/desk/',
  'app/session/',
  'app/register/',
  'app/practice/',
  'app/rules/',
  'app/method/[slug]/MethodPlayer.tsx',
  'app/serverCalls.ts',
];

const IMPORT = /(?:^(?:import|export)\s[^;]*?from\s+|import\(|new URL\()'(\.[^']+)'/gms;
const imports = new Map(
  sourceFiles(Object.keys(MAY_IMPORT)).map(({ file, text }) => [
    file,
    [...text.matchAll(IMPORT)].map((m) => normalize(join(dirname(file), m[1] as string))),
  ]),
);
const folderOf = (file: string): string => file.split('/')[0] as string;

describe('imports run one way', () => {
  test('many are looked at', () => {
    expect([...imports.values()].flat().length).toBeGreaterThan(1000);
  });
  test('between folders', () => {
    const wrong = [...imports].flatMap(([file, to]) =>
      to
        .filter((t) => t in Object.fromEntries(imports))
        .filter((t) => folderOf(t) !== folderOf(file) && !MAY_IMPORT[folderOf(file)]?.includes(folderOf(t)))
        .map((t) => `${file} imports ${t}`),
    );
    expect(wrong).toEqual([]);
  });
  test('between the rooms of core', () => {
    const orderOf = (file: string): number => CORE.indexOf(file.split('/')[1] as (typeof CORE)[number]);
    const core = [...imports].filter(([file]) => file.startsWith('core/'));
    expect(core.filter(([file]) => orderOf(file) < 0).map(([file]) => file)).toEqual([]);
    const wrong = core.flatMap(([file, to]) =>
      to.filter((t) => orderOf(t) > orderOf(file)).map((t) => `${file} imports ${t}`),
    );
    expect(wrong).toEqual([]);
  });
  test('a replay is planned without words: they are made of the whole plan in one place', () => {
    const planning = [...imports.keys()].filter((file) => /^core\/replay\/[^/]+$/.test(file));
    const worded = planning.filter((file) =>
      imports.get(file)?.some((t) => t.startsWith('core/replay/words/')),
    );
    expect(worded).toEqual(['core/replay/planReplay.ts']);
    // a sentence begins with a capital and is of three words or more
    const sentence = /(['`"])[A-Z][a-z]+(?: [^'`"\n]+){2,}\1/g;
    const code = (file: string): string =>
      readFileSync(file, 'utf8').replace(/\/\*[\s\S]*?\*\/|\/\/[^\n]*/g, '');
    expect(planning.flatMap((file) => code(file).match(sentence) ?? [])).toEqual([]);
    expect(code('core/replay/words/cutSentences.ts').match(sentence)?.length).toBeGreaterThan(10);
  });
  test('nothing that runs in the browser imports the server', () => {
    const wrong = [...imports].flatMap(([file, to]) =>
      IN_BROWSER.some((b) => file.startsWith(b))
        ? to.filter((t) => t.startsWith('server/')).map((t) => `${file} imports ${t}`)
        : [],
    );
    expect(wrong).toEqual([]);
  });
  test('no file imports itself by way of others', () => {
    const done = new Set<string>();
    const circles: string[] = [];
    const walk = (file: string, path: readonly string[]): void => {
      if (path.includes(file)) {
        circles.push([...path.slice(path.indexOf(file)), file].join(' > '));
        return;
      }
      if (done.has(file)) return;
      for (const next of imports.get(file) ?? []) walk(next, [...path, file]);
      done.add(file);
    };
    for (const file of imports.keys()) walk(file, []);
    expect(circles).toEqual([]);
  });
});
