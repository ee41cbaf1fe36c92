import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { sentence } from '../../core/number/fault.ts';
import { changeRequest, createRequest, idParameter, readOpened } from '../../server/exchange.ts';

const drawing = JSON.parse(readFileSync('demo/03-vane-hub.drawing.json', 'utf8'));

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
    expect(changeRequest.safeParse({ revision: 1, drawing, label: 'x' }).success).toBe(true);
    for (const bad of [
      { revision: 0, drawing, label: 'x' },
      { revision: 1, drawing: {}, label: 'x' },
      { revision: 1, drawing, label: '' },
      { revision: 1, drawing, label: 'x', more: 1 },
    ])
      expect(changeRequest.safeParse(bad).success).toBe(false);
    expect(createRequest.safeParse({ copyOf: 'a' }).success).toBe(true);
    expect(createRequest.safeParse({ copyOf: 7 }).success).toBe(false);
    expect(['a-1_b', '../x', ''].map((id) => idParameter.safeParse(id).success)).toEqual([
      true,
      false,
      false,
    ]);
  });
});
