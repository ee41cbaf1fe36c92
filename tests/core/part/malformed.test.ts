import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { openDesk } from '../../../core/drawing/desk.ts';
import { drawingOfPart, readDrawing } from '../../../core/drawing/drawing.ts';
import { sentence } from '../../../core/number/fault.ts';
import { typedQuantity } from '../../../core/part/schema.ts';
import { statementOf } from '../../../core/statement/sentence.ts';
import { enterReading, typedContext } from '../../../core/statement/typed/enter.ts';
import { readTypedLine } from '../../../core/statement/typed/typedLine.ts';
import { built, feature, partOf } from '../balance/given.ts';

const part = {
  ...partOf(
    feature('add', { kind: 'block', width: 'L', depth: 40, height: 't' }, { id: 'plate' }),
    feature('cut', { kind: 'hole', diameter: 12, depth: 'through' }, { id: 'bore', at: [45, 20, 't'] }),
    feature('add', { kind: 'prism', sides: 6, side: 8, height: 14 }, { id: 'nut', at: [70, 20, 't'] }),
  ),
  dims: { L: 90, t: 10 },
};
const drawing = drawingOfPart(part);
const figures = statementOf(part).flatMap((l) =>
  l.tokens.flatMap((t) => (t.kind === 'figure' ? [t.path] : [])),
);

/** What slips into a figure: stray signs, unknown names, emptiness, zero, minus, the wrong unit, the absurd. */
const slip = fc.oneof(
  fc.constantFrom(
    '',
    ' ',
    '0',
    '-5',
    '1/0',
    '3..4',
    '12 furlongs',
    'L +',
    '(4',
    '4)',
    'L/',
    'Q',
    'sqrt(-1)',
    '1e999',
    '3/8"',
    '½',
    'NaN',
    '12,5',
    '4 4',
    '= 7',
    'L*0',
    '9999999999',
    'through',
    '📐',
  ),
  fc.string({ maxLength: 12 }),
  fc.integer({ min: -99999, max: 99999 }).map(String),
);

const replaced = (root: unknown, path: readonly (string | number)[], value: unknown): unknown => {
  const [key, ...rest] = path;
  if (key === undefined) return value;
  if (Array.isArray(root)) return root.map((x, i) => (i === key ? replaced(x, rest, value) : x));
  return {
    ...(root as object),
    [key]: replaced((root as Record<string, unknown>)[key as string], rest, value),
  };
};

describe('malformed entries', () => {
  test('two hundred slips in figures: each is drawn or answered with a place and a remedy, and the last good part is still there', () => {
    const desk = openDesk();
    const before = JSON.stringify(desk.work(drawing).ok);
    let refused = 0;
    fc.assert(
      fc.property(fc.constantFrom(...figures), slip, (path, text) => {
        const next = readDrawing({ ...drawing, part: replaced(part, path, typedQuantity(text)) });
        const worked = next.ok ? desk.work(next.value) : next;
        if (!worked.ok) {
          refused++;
          const [first] = worked.faults;
          expect(first?.what).toMatch(/\S{3}.*\.$/);
          expect(first?.remedy).toMatch(/\S{3}.*\.$/);
          expect(sentence(first as NonNullable<typeof first>)).not.toMatch(/undefined|\[object/);
        }
        // and the part as it was is drawn again
        const again = desk.work(drawing);
        expect(again.ok && again.part.bodies[0]?.solid.model.operations.map((o) => o.feature)).toEqual([
          'plate',
          'bore',
          'nut',
        ]);
      }),
      { numRuns: 200 },
    );
    expect(before).toBe('true');
    expect(refused).toBeGreaterThan(80);
  }, 60_000);

  const word = fc.constantFrom(
    'hole',
    'block',
    'step',
    'slot',
    'through',
    'top',
    'left',
    'from',
    '12',
    '40',
    'x',
    '3/8',
    '"',
    'dia',
    'at',
    ',',
    '-',
    '0',
    'deep',
    'wide',
    'hexagon',
    'side',
    'pcd',
    '4',
    'off',
    'turned',
    'L',
    'gizmo',
    '(',
    '=',
    ':',
    'R5',
    'M8',
  );
  test('lines of any words: understood so that they can be drawn, or asked about; never more and never less than one of the two', () => {
    const context = typedContext(part, built(part).box);
    fc.assert(
      fc.property(fc.array(word, { minLength: 1, maxLength: 9 }), (words) => {
        const read = readTypedLine(words.join(' '), context);
        if (read.kind === 'asks') {
          expect(read.question.length).toBeGreaterThan(8);
          return;
        }
        const next = readDrawing({ ...drawing, part: enterReading(part, read) });
        if (next.ok) {
          const worked = openDesk().work(next.value);
          if (!worked.ok) expect(worked.faults[0]?.remedy).toMatch(/\.$/);
        } else expect(next.faults[0]?.remedy).toMatch(/\.$/);
      }),
      { numRuns: 400 },
    );
  }, 60_000);
});
