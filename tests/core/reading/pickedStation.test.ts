import { describe, expect, test } from '@jest/globals';
import { openDesk } from '../../../core/drawing/desk.ts';
import type { Vec2 } from '../../../core/geometry/vec.ts';
import type { ViewName } from '../../../core/geometry/viewFrames.ts';
import { pairOf } from '../../../core/reading/pickedPair.ts';
import { pickedStation } from '../../../core/reading/pickedStation.ts';
import { onPaper } from '../../../core/sheet/layout/similarity.ts';
import { demoDrawing } from '../../samples.ts';

const desk = openDesk();
const drawing = demoDrawing('02-louvre-bracket.drawing.json');
const uncut = { ...drawing, cuts: [] };
const worked = desk.work(uncut);
const books = desk.books(uncut);
if (!worked.ok || !books) throw new Error('not drawn');
const { sheet } = worked;
/** What is taken at a place of a view, part units across and up. */
const take = (view: ViewName, at: Vec2) => {
  const home = sheet.views.find((v) => v.name === view);
  if (!home) throw new Error('no such view');
  return pickedStation(sheet, books, onPaper(home.toPaper, at), 1);
};
const stationsOf = (view: ViewName, at: Vec2) => take(view, at)?.stations ?? [];
const distance = (a: ReturnType<typeof stationsOf>, b: ReturnType<typeof stationsOf>) => {
  const pair = pairOf(a, b);
  return pair && [pair[0].axis, Math.abs(pair[1].at - pair[0].at)];
};

describe('a line taken on the sheet', () => {
  test('an upright one stands for a place across, a level one for a height', () => {
    expect(distance(stationsOf('front', [0, 30]), stationsOf('front', [90, 5]))).toEqual([0, 90]);
    expect(distance(stationsOf('front', [40, 0]), stationsOf('front', [5, 52]))).toEqual([2, 52]);
    // of two views that share the direction
    expect(distance(stationsOf('front', [0, 30]), stationsOf('top', [90, 2]))).toEqual([0, 90]);
  });
  test('lines of two directions have nothing between them', () => {
    expect(distance(stationsOf('front', [0, 30]), stationsOf('front', [40, 0]))).toBeUndefined();
  });
  test('a circle stands for its centre both ways, and for its own size', () => {
    const bore = take('top', [70 + 6, 20]);
    expect(bore?.round).toMatchObject({ text: '⌀12', words: 'the diameter of bore' });
    expect(distance(bore?.stations ?? [], stationsOf('top', [0, 2]))).toEqual([0, 70]);
    expect(distance(bore?.stations ?? [], stationsOf('top', [40, 0]))).toEqual([1, 20]);
  });
  test('of two rounds the direction in which they are apart', () => {
    const [a, b] = [stationsOf('left', [-10 + 3.5, 40]), stationsOf('left', [-30 + 3.5, 40])];
    expect(a.length + b.length).toBe(4);
    expect(distance(a, b)).toEqual([1, 20]);
  });
  test('an aslant line stands for no place, and bare paper for nothing', () => {
    expect(take('front', [25, 23])?.stations).toEqual([]);
    expect(take('front', [60, 45])).toBeUndefined();
  });
});
