import { expect, test } from '@jest/globals';
import { remarksOn } from '../../../core/check/remarks.ts';
import { openDesk } from '../../../core/drawing/desk.ts';
import { type Drawing, drawingOfPart } from '../../../core/drawing/drawing.ts';
import { distance2 } from '../../../core/geometry/vec.ts';
import type { PartFile } from '../../../core/part/schema.ts';

const PART: PartFile = {
  format: 'blue-ledger/part@1',
  name: 'Pad',
  units: 'mm',
  bodies: [
    {
      name: 'pad',
      features: [
        { id: 'plate', op: 'add', shape: { kind: 'block', width: 90, depth: 50, height: 12 } },
        { id: 'bore', op: 'cut', at: [30, 25, 12], shape: { kind: 'hole', diameter: 16, depth: 'through' } },
      ],
    },
  ],
};

const drawn = (leaders: Drawing['setup']['leaders']) => {
  const bare = drawingOfPart(PART);
  const d: Drawing = { ...bare, setup: { ...bare.setup, ...(leaders && { leaders }) } };
  const desk = openDesk();
  const worked = desk.work(d);
  if (!worked.ok) throw new Error('not drawn');
  return { worked, told: remarksOn(d, worked, [], undefined).map((r) => r.what) };
};
const ROUND = { face: 'bore/wall', view: 'top', text: 'REAM 16 WITH ITS PIN' } as const;
const FLAT = { face: 'plate/top', view: 'front', text: 'GROUND' } as const;

test('a note ends with an arrow at its face: at the circle of a bore, on the edge that a flat face is', () => {
  const { worked, told } = drawn([ROUND, FLAT]);
  const laid = worked.sheet.dimensions.laid;
  expect(laid.map((l) => [l.view, l.text])).toEqual([
    ['front', 'GROUND'],
    ['top', 'REAM 16 WITH ITS PIN'],
  ]);
  const k = worked.sheet.scale;
  const tipOf = (view: string) => laid.find((l) => l.view === view)?.drawn.arrows[0]?.tip ?? [NaN, NaN];
  expect(distance2(tipOf('top') as [number, number], [30 * k, 25 * k])).toBeCloseTo(8 * k, 9);
  expect(tipOf('front')[1]).toBeCloseTo(12 * k, 9);
  // its letters are on the sheet, and the sheet says nothing of a size
  expect(worked.sheet.ink.some((i) => i.kind === 'text' && i.text === ROUND.text)).toBe(true);
  expect(told.filter((t) => t.startsWith('The note'))).toEqual([]);
});

test('a note whose face is gone is told, and stays in the drawing', () => {
  const { worked, told } = drawn([{ ...ROUND, face: 'old bore/wall' }]);
  expect(worked.sheet.dimensions.laid).toEqual([]);
  expect(told).toContain(
    'The note "REAM 16 WITH ITS PIN" to the wall of old bore is not on the sheet: its face is gone, or no view shows it.',
  );
});

test('without notes there is no layout of dimensions at all', () => {
  expect(drawn(undefined).worked.sheet.dimensions.laid).toEqual([]);
});
