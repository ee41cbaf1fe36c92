import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { sentence } from '../../core/number/fault.ts';
import { changeRequest, createRequest, idParameter } from '../../exchange/requests.ts';
import { readOpened } from '../../workers/opened.ts';

const drawing = JSON.parse(readFileSync('demo/03-vane-hub.drawing.json', 'utf8'));

const partOf = (shape: object) => ({
  format: 'blue-ledger/part@1',
  name: 'p',
  units: 'mm',
  bodies: [{ name: 'b', features: [{ id: 'f', op: 'add', shape }] }],
});

describe('what crosses between desk and server', () => {
  test('a drawing file and a bare part are both opened', () => {
    expect(readOpened(drawing, 'hub.json')).toEqual({ ok: true, value: drawing });
    const part = readOpened(drawing.part, 'hub.part.json');
    expect(part.ok && [part.value.title, part.value.part, part.value.cuts]).toEqual([
      drawing.part.name,
      drawing.part,
      [],
    ]);
  });
  test.each([
    [{ ...drawing, setup: { ...drawing.setup, angle: 'second' } }, /f\.json, setup\.angle/],
    [{ ...drawing, extra: 1 }, /f\.json, extra: "extra" is not known here/],
    [
      { ...drawing, part: { ...drawing.part, dims: { ...drawing.part.dims, H: 'H2' } } },
      /f\.json, dims\.H: "H2": The name "H2" is not known/,
    ],
    [
      {
        ...drawing,
        cuts: [
          {
            on: true,
            trace: {
              name: 'A',
              seenIn: 'front',
              through: [
                [0, 0],
                [0, 9],
              ],
              look: 'up',
            },
          },
        ],
      },
      /f\.json, cut "A", look/,
    ],
    [{ format: 'blue-ledger/part@1' }, /f\.json, /],
    [null, /f\.json/],
    ['text', /f\.json/],
  ])('an unsound file is refused with its name and place (%#)', (data, words) => {
    const read = readOpened(data, 'f.json');
    expect(read.ok ? 'opened' : sentence(read.faults[0]!)).toMatch(words);
  });
  test('requests are read strictly', () => {
    const good = { change: 'c-1', revision: 1, drawing, label: 'x' };
    expect(changeRequest.safeParse(good).success).toBe(true);
    for (const bad of [
      { ...good, revision: 0 },
      { ...good, change: '../x' },
      { ...good, drawing: {} },
      { ...good, label: '' },
      { ...good, more: 1 },
    ])
      expect(changeRequest.safeParse(bad).success).toBe(false);
    expect(createRequest.safeParse({ id: 'b', copyOf: 'a' }).success).toBe(true);
    expect(createRequest.safeParse({ id: 'b', copyOf: 7 }).success).toBe(false);
    expect(['a-1_b', '../x', ''].map((id) => idParameter.safeParse(id).success)).toEqual([
      true,
      false,
      false,
    ]);
  });
  test.each([
    ['a NUL', { title: 'a\u0000b' }, /f\.json, title: The character U\+0000 cannot be stored/],
    ['half of a surrogate pair', { owner: 'x\ud800' }, /owner: The character U\+D800/],
    ['a text without end', { material: 'x'.repeat(20_000) }, /material: This text has 20000 characters/],
    ['a place beyond any paper', { setup: { ...drawing.setup, place: [1e300, 0] } }, /setup\.place/],
    [
      'a width of 1e9',
      { part: partOf({ kind: 'block', width: 1e9, depth: 1, height: 1 }) },
      /beyond what is drawn/,
    ],
    [
      'a size of 1e-9',
      { part: partOf({ kind: 'block', width: 1e-9, depth: 1, height: 1 }) },
      /smaller than what/,
    ],
    [
      'sizes out of all proportion',
      { part: partOf({ kind: 'block', width: 1e6, depth: 0.5, height: 1 }) },
      /less than a millionth/,
    ],
    [
      'a prism of 10 000 sides',
      { part: partOf({ kind: 'prism', sides: 10_000, side: 1, height: 5 }) },
      /10000 is more than is drawn of one kind\. Give at most 360/,
    ],
    [
      'brackets without end',
      {
        part: partOf({ kind: 'block', width: `${'('.repeat(200)}1${')'.repeat(200)}`, depth: 1, height: 1 }),
      },
      /More than 40 brackets/,
    ],
  ])('%s is refused at its place', (_, change, words) => {
    const read = readOpened({ ...drawing, cuts: [], ...change }, 'f.json');
    expect(read.ok ? 'opened' : sentence(read.faults[0]!)).toMatch(words);
  });
  test('JSON nested without end is refused', () => {
    let nested: unknown = 1;
    for (let i = 0; i < 10_000; i++) nested = [nested];
    const read = readOpened({ ...drawing, part: nested }, 'f.json');
    expect(read.ok ? 'opened' : sentence(read.faults[0]!)).toMatch(/nested more than 60 deep/);
  });
});
