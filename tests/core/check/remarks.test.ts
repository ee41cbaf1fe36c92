import { describe, expect, test } from '@jest/globals';
import type { Remark } from '../../../core/check/remark.ts';
import { remarksOn } from '../../../core/check/remarks.ts';
import { openDesk } from '../../../core/drawing/desk.ts';
import { dimensionBook } from '../../../core/drawing/dimensionBook.ts';
import { type Drawing, drawingOfPart } from '../../../core/drawing/drawing.ts';
import { proposedDimensions } from '../../../core/drawing/proposedDimensions.ts';
import { applyCommand } from '../../../core/edit/applyCommand.ts';
import { caseDrawings, demoDrawings } from '../../samples.ts';
import { feature, partOf } from '../balance/given.ts';

const read = (d: Drawing): Remark[] => {
  const desk = openDesk();
  const [worked, books] = [desk.work(d), desk.books(d)];
  if (!worked.ok || !books) throw new Error('not drawn');
  const views = new Map(worked.sheet.views.map((v) => [v.name, v.view]));
  return remarksOn(d, worked, desk.look(d), dimensionBook(d, books, views, worked.sheet.dimensions.laid));
};
const said = (d: Drawing): string[] => read(d).map((r) => `${r.weight}: ${r.what}`);

const bracket = partOf(
  feature('add', { kind: 'block', width: 90, depth: 40, height: 10 }, { id: 'plate' }),
  feature('cut', { kind: 'hole', diameter: 12, depth: 'through' }, { id: 'bore', at: [60, 15, 10] }),
);
const whole = (): Drawing => {
  const d: Drawing = {
    ...drawingOfPart(bracket),
    number: 'SK-090',
    title: 'Plate',
    material: 'Brass',
    drawnBy: 'R. M.',
    date: '2026-11-28',
  };
  const books = openDesk().books(d);
  return { ...d, dimensions: { scheme: 'base', list: books ? proposedDimensions(books, 'base', []) : [] } };
};

test('a rib that is cut lengthwise is told, and one press leaves it whole', () => {
  const part = partOf(
    feature('add', { kind: 'block', width: 80, depth: 40, height: 10 }, { id: 'base' }),
    feature('add', { kind: 'block', width: 30, depth: 6, height: 30 }, { id: 'rib', at: [10, 17, 10] }),
  );
  const trace = { name: 'A', seenIn: 'top', at: [0, 20], angle: 0, look: 'up' } as const;
  const d: Drawing = { ...drawingOfPart(part), cuts: [{ trace: { ...trace, at: [0, 20] }, on: true }] };
  const isAboutRib = (r: Remark): boolean => r.what.includes('lengthwise through rib');
  const told = read(d).find(isAboutRib);
  expect(told?.weight).toBe('mend');
  if (!told?.mend) throw new Error('nothing mends it');
  const mended = applyCommand(d, told.mend.command, { box: undefined });
  if (!mended.ok) throw new Error('not mended');
  expect(read(mended.value.drawing).some(isAboutRib)).toBe(false);
});

describe('the check', () => {
  test('says nothing of a sheet on which all is right', () => {
    expect(said(whole())).toEqual([]);
  });
  test.each<[string, (d: Drawing) => Drawing, string[]]>([
    ['no dimensions', ({ dimensions: _, ...d }) => d, ['consider: The sheet has no dimensions.']],
    [
      'a size left out',
      (d) => ({
        ...d,
        dimensions: {
          scheme: 'base',
          list: (d.dimensions?.list ?? []).filter((k) => k.tied.kind !== 'size'),
        },
      }),
      ['mend: Nothing gives the diameter of bore.'],
    ],
    [
      'a size given twice',
      (d) => ({
        ...d,
        dimensions: {
          scheme: 'base',
          list: [
            ...(d.dimensions?.list ?? []),
            { id: 'x', tied: { kind: 'linear', axis: 0, from: 'bore/wall', to: 'plate/right' } },
          ],
        },
      }),
      ['mend: 90, 60 and 30 close a ring.'],
    ],
    [
      'a dimension whose face is gone',
      (d) => ({
        ...d,
        part: partOf(feature('add', { kind: 'block', width: 90, depth: 40, height: 10 }, { id: 'plate' })),
        dimensions: {
          scheme: 'base',
          list: (d.dimensions?.list ?? [])
            .filter((k) => k.tied.kind === 'linear' && !k.tied.to.startsWith('bore'))
            .concat({ id: 'x', tied: { kind: 'size', size: { what: 'diameter', of: ['bore/wall'] } } }),
        },
      }),
      ['mend: What a dimension tied is gone: a size of bore/wall.'],
    ],
    ['no number', (d) => ({ ...d, number: ' ' }), ['consider: No number is filled in.']],
    ['no material', (d) => ({ ...d, material: '' }), ['consider: No material is named.']],
    [
      'a title too long for its box',
      (d) => ({ ...d, title: 'Plate '.repeat(19).trim() }),
      [
        expect.stringMatching(
          /^mend: the title block: "PLATE .*" is too long for its box, Title/,
        ) as unknown as string,
      ],
    ],
    [
      'a finish without a box',
      (d) => ({ ...d, finish: 'oiled' }),
      [
        'mend: the title block: The finish is filled in, but this form of title block has no box for it. Choose another form at Issue.',
      ],
    ],
    [
      'what was asked for and not done',
      (d) => ({ ...d, task: [{ text: 'Scale 1:5' }] }),
      ['mend: Asked for and not done: Scale 1:5.'],
    ],
    [
      'a given size that is not used',
      (d) => ({ ...d, given: ['90', '33'] }),
      ['consider: The given size 33 is unused.'],
    ],
    [
      'a size that is missing',
      (d) => ({ ...d, standings: { 'body/bore/shape.diameter': { standing: 'missing' } } }),
      [expect.stringMatching(/^mend: bore, .* 12: missing\.$/) as unknown as string],
    ],
    [
      'a view that is wanted',
      (d) => ({ ...d, setup: { ...d.setup, views: ['front', 'left'] } }),
      ['consider: A top view is wanted.'],
    ],
  ])('%s', (_name, change, expected) => {
    expect(said(change(whole()))).toEqual(expected);
  });
  test('what mends a remark at a press mends it', () => {
    const d = whole();
    const list = (d.dimensions?.list ?? []).filter((k) => k.tied.kind !== 'size');
    const [found] = read({ ...d, dimensions: { scheme: 'base', list } });
    const mended =
      found?.mend &&
      applyCommand({ ...d, dimensions: { scheme: 'base', list } }, found.mend.command, { box: undefined });
    expect(mended?.ok && said(mended.value.drawing)).toEqual([]);
  });
  test('of all demo and case drawings only what is so: no lettering struck, no dimension missing', () => {
    for (const [name, d] of [...demoDrawings(), ...caseDrawings()]) {
      const struck = read(d).filter((r) => r.what.includes('lettering') || r.stage === 'Dimension');
      const bare = d.dimensions ? [] : ['The sheet has no dimensions.'];
      expect([name, ...struck.map((r) => r.what)]).toEqual([name, ...bare]);
    }
  });
});
