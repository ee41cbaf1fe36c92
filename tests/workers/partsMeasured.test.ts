import { expect, test } from '@jest/globals';
import { openDesk } from '../../core/drawing/desk.ts';
import { drawingOfPart } from '../../core/drawing/drawing.ts';
import { partsListCsv } from '../../formats/partsListCsv.ts';
import { partsMeasured } from '../../workers/partsMeasured.ts';
import { feature, partOf } from '../core/balance/given.ts';

const base = partOf(
  feature('add', { kind: 'block', width: 40, depth: 30, height: 20 } as const, { id: 'base' }),
);
const lid = partOf(
  feature('add', { kind: 'block', width: 40, depth: 30, height: 5 } as const, { id: 'lid', at: [0, 0, 20] }),
);
const [first, second] = [base.bodies[0], lid.bodies[0]];
if (!first || !second) throw new Error('no bodies');
const part = {
  ...base,
  bodies: [
    { ...first, name: 'base, turned' },
    { ...second, name: 'lid' },
  ],
};
const rowsOf = (material: string) => {
  const d = { ...drawingOfPart(part), material };
  const worked = openDesk().work(d);
  if (!worked.ok) throw new Error(JSON.stringify(worked.faults));
  return partsMeasured(d, worked);
};

test('each item has its volume, its mass, and the mass of all of them', () => {
  const rows = rowsOf('Brass');
  expect(rows.map((r) => [r.item, r.off, r.volume])).toEqual([
    [1, 1, expect.closeTo(24_000, 6)],
    [2, 1, expect.closeTo(6000, 6)],
  ]);
  // 8.5 g to the cubic centimetre
  expect(rows.map((r) => r.mass)).toEqual([expect.closeTo(204, 6), expect.closeTo(51, 6)]);
  const lines = partsListCsv(rows, 'mm').split('\r\n');
  expect(lines[0]).toBe(
    'item,name,off,material,drawing or standard,volume of one mm3,mass of one g,mass of all g',
  );
  expect(lines[1]).toBe('1,"Base, turned",1,Brass,,24000,204,204');
  expect(lines[3]).toBe(',all,,,,,,255');
});

test('what no density is known of has no mass, and then there is no sum', () => {
  const lines = partsListCsv(rowsOf('unobtainable stuff'), 'mm').split('\r\n');
  expect(lines[2]).toBe('2,Lid,1,unobtainable stuff,,6000,,');
  expect(lines.slice(3)).toEqual(['']);
});
