import { describe, expect, test } from '@jest/globals';
import { openDesk } from '../../../core/drawing/desk.ts';
import { type Drawing, drawingOfPart } from '../../../core/drawing/drawing.ts';
import { sizeKey, standingSizes, toFind } from '../../../core/statement/standings.ts';
import { fulfilment } from '../../../core/task/fulfilment.ts';
import { taskLines } from '../../../core/task/task.ts';
import { type Feature, feature, partOf } from '../balance/given.ts';

const block = (w: number, d: number, h: number) =>
  ({ kind: 'block', width: w, depth: d, height: h }) as const;

const standing = (text: string, change: Partial<Drawing> = {}, ...f: Feature[]) => {
  const part = partOf(...(f.length ? f : [feature('add', block(60, 40, 30))]));
  const base = drawingOfPart(part);
  const worked = openDesk().work({
    ...base,
    ...change,
    setup: { ...base.setup, scale: 1, ...change.setup },
    task: [{ text }],
  });
  if (!worked.ok) throw new Error(JSON.stringify(worked.faults));
  return worked.task[0];
};
const cut: Partial<Drawing> = {
  cuts: [{ on: true, trace: { name: 'A', seenIn: 'front', at: [30, 15], angle: 20, look: 'down' } }],
};

describe('the task', () => {
  test('a pasted request becomes lines', () => {
    expect(
      taskLines(
        '1. Front, top and left views.\n2) Scale 1:2\n- Section A-A; Show the true shape. Use A3 paper.',
      ).map((l) => l.text),
    ).toEqual([
      'Front, top and left views',
      'Scale 1:2',
      'Section A-A',
      'Show the true shape',
      'Use A3 paper',
    ]);
  });

  test.each([
    ['Front, top and left views', true],
    ['Elevation, plan and end elevation', true],
    ['Front view and view from the right', false],
    ['First angle projection', true],
    ['3rd angle', false],
    ['Scale 1:1', true],
    ['half size', false],
    ['On an A3 sheet', true],
    ['On A2', false],
    ['Dimensions in millimetres', true],
    ['Section A-A', false],
    ['The solid rests on its base on the HP', true],
    ['One edge of the base parallel to the VP', true],
    ['One side of the base perpendicular to VP', true],
    ['It stands on one edge', false],
  ])('%s: %p', (text, fulfilled) => {
    expect(standing(text)).toMatchObject({ by: 'the drawing', fulfilled });
  });

  test('with a cut, sections and true shape tick themselves', () => {
    expect(standing('Sectional top view, section A-A, and the true shape', cut)).toMatchObject({
      fulfilled: true,
    });
    expect(standing('Section B', cut)).toMatchObject({
      fulfilled: false,
      reason: 'Cut B is not there, or misses the part.',
    });
  });

  test('a hexagon with two edges along the width has none square to the VP, until it is turned', () => {
    const hex = (angle: number) =>
      feature(
        'add',
        { kind: 'prism', sides: 6, side: 20, height: 40 },
        angle ? { turn: [{ axis: 'z', angle }] } : {},
      );
    const asked = 'An edge of the base perpendicular to the VP';
    expect(standing(asked, {}, hex(0))).toMatchObject({ fulfilled: false });
    expect(standing(asked, {}, hex(30))).toMatchObject({ fulfilled: true });
  });

  test('a prism on its edge, a pyramid on its apex', () => {
    const onEdge = feature('add', block(40, 40, 40), { turn: [{ axis: 'x', angle: 45 }] });
    expect(standing('resting on one edge on the HP', {}, onEdge)).toMatchObject({ fulfilled: true });
    const onApex = feature(
      'add',
      { kind: 'pyramid', sides: 4, side: 30, height: 40 },
      { turn: [{ axis: 'x', angle: 180 }] },
    );
    expect(standing('stands on its apex', {}, onApex)).toMatchObject({ fulfilled: true });
  });

  test('what the drawing cannot answer is ticked by hand', () => {
    expect(fulfilment([{ text: 'Print your name in capitals' }], undefined)).toMatchObject([
      { by: 'hand', fulfilled: false },
    ]);
    expect(fulfilment([{ text: 'Print your name in capitals', done: true }], undefined)).toMatchObject([
      { fulfilled: true },
    ]);
  });
});

describe('standing of sizes', () => {
  const part = {
    ...partOf(
      feature('add', block(60, 40, 30), { id: 'base' }),
      feature('cut', { kind: 'hole', diameter: 'L/4', depth: 'through' }, { id: 'bore', at: [20, 20, 30] }),
    ),
    dims: { L: 48 },
  };
  const diameter = sizeKey(part, ['bodies', 0, 'features', 1, 'shape', 'diameter']);
  test('what nobody marked is given, or worked out from others', () => {
    const sizes = standingSizes(part, undefined);
    expect(sizes.find((s) => s.key === diameter)).toMatchObject({ line: 'bore', standing: 'derived' });
    expect(sizes.find((s) => s.key === 'dims.L')).toMatchObject({ standing: 'given' });
    expect(toFind(sizes)).toEqual([]);
  });
  test('missing ones come first on the list of what to find, with where from', () => {
    const marked = {
      'dims.L': { standing: 'assumed' as const },
      [diameter]: { standing: 'missing' as const, from: 'the pin' },
    };
    expect(toFind(standingSizes(part, marked)).map((s) => [s.line, s.standing, s.from])).toEqual([
      ['bore', 'missing', 'the pin'],
      ['L', 'assumed', undefined],
    ]);
  });
  test('a mark stays with its size when lines are moved', () => {
    const moved = {
      ...part,
      bodies: part.bodies.map((b) => ({ ...b, features: [...b.features].reverse() })),
    };
    expect(sizeKey(moved, ['bodies', 0, 'features', 0, 'shape', 'diameter'])).toBe(diameter);
  });
});
