import { describe, expect, test } from '@jest/globals';
import { drawingOfPart, readDrawing } from '../../../core/drawing/drawing.ts';
import type { Group } from '../../../core/drawing/groups.ts';
import {
  groupCopied,
  groupedWithAbove,
  groupMoved,
  groupOfLine,
  groupSwitched,
  groupTakenOut,
  ungrouped,
} from '../../../core/edit/groupChanges.ts';
import { feature, partOf } from '../balance/given.ts';

const hole = (id: string) =>
  feature('cut', { kind: 'hole', diameter: 5, depth: 'through' }, { id, at: [10, 10, 10] });
const start = drawingOfPart(
  partOf(
    feature('add', { kind: 'block', width: 60, depth: 40, height: 10 }, { id: 'plate' }),
    hole('hole'),
    hole('hole 2'),
    feature('add', { kind: 'cylinder', diameter: 9, height: 20 }, { id: 'boss' }),
  ),
);
const ids = (d: typeof start): string[] => d.part.bodies.flatMap((b) => b.features.map((f) => f.id));
const grouped = groupedWithAbove(start, 0, 2);
const group = grouped.groups?.[0] as Group;

describe('lines kept together', () => {
  test('two lines make a group; a third joins that of the line above', () => {
    expect(group).toEqual({ name: 'group', body: 'body', lines: ['hole', 'hole 2'] });
    expect(groupedWithAbove(grouped, 0, 3).groups?.[0]?.lines).toEqual(['hole', 'hole 2', 'boss']);
    expect(groupOfLine(grouped, 'body', 'plate')).toBeUndefined();
    expect(readDrawing(JSON.parse(JSON.stringify(grouped))).ok).toBe(true);
  });
  test('the first line has none above it', () => {
    expect(groupedWithAbove(start, 0, 0)).toBe(start);
  });
  test('a line that joins another group leaves its own', () => {
    const two = groupedWithAbove(grouped, 0, 1);
    expect(two.groups).toEqual([
      { name: 'group', body: 'body', lines: ['hole 2'] },
      { name: 'group 2', body: 'body', lines: ['plate', 'hole'] },
    ]);
  });
  test('moved, copied, switched off and taken out together', () => {
    expect(ids(groupMoved(grouped, group, 1))).toEqual(['plate', 'boss', 'hole', 'hole 2']);
    expect(ids(groupMoved(grouped, group, -1))).toEqual(['hole', 'hole 2', 'plate', 'boss']);
    const copied = groupCopied(grouped, group);
    expect(ids(copied)).toEqual(['plate', 'hole', 'hole 2', 'hole 3', 'hole 4', 'boss']);
    expect(copied.groups?.[1]).toEqual({ name: 'group 2', body: 'body', lines: ['hole 3', 'hole 4'] });
    const off = groupSwitched(grouped, group, true);
    expect(off.part.bodies[0]?.features.map((f) => Boolean(f.off))).toEqual([false, true, true, false]);
    const out = groupTakenOut(grouped, group);
    expect(ids(out)).toEqual(['plate', 'boss']);
    expect(out.groups).toBeUndefined();
    expect(ids(ungrouped(grouped, group))).toEqual(ids(start));
  });
});
