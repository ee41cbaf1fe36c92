import { describe, expect, test } from '@jest/globals';
import { numberPoints } from '../../core/ledger/numbering.ts';
import { postingsIn } from '../../core/ledger/postings.ts';
import { built, feature, partOf, seen } from './given.ts';

const block = (w: number, d: number, h: number) =>
  ({ kind: 'block', width: w, depth: d, height: h }) as const;
const step = (w = 60) =>
  partOf(
    feature('add', block(w, 40, 10), { id: 'base' }),
    feature('add', block(20, 40, 15), { id: 'top', at: [0, 0, 10] }),
  );

describe('numbers of points', () => {
  test('ring by ring from the top, clockwise from the left back', () => {
    const points = numberPoints(built(step()));
    expect(points.map((p) => [p.label, ...p.at])).toEqual([
      ['1', 0, 40, 25],
      ['2', 20, 40, 25],
      ['3', 20, 0, 25],
      ['4', 0, 0, 25],
      ['5', 20, 40, 10],
      ['6', 60, 40, 10],
      ['7', 60, 0, 10],
      ['8', 20, 0, 10],
      ['9', 0, 40, 0],
      ['10', 60, 40, 0],
      ['11', 60, 0, 0],
      ['12', 0, 0, 0],
    ]);
  });
  test('are kept against keys that hold when sizes change', () => {
    const keys = (w: number) => numberPoints(built(step(w))).map((p) => `${p.label} ${p.key}`);
    expect(keys(60)).toEqual(keys(83.5));
  });
});

describe('postings', () => {
  test('a corner behind another is hidden in that view, seen in the next', () => {
    const part = built(step());
    const points = numberPoints(part);
    const posted = (view: 'front' | 'top' | 'left', label: string) =>
      postingsIn(seen(part, view), points, part.bodies[0]!.edges, part.tol.linear).get(
        points.find((p) => p.label === label)!.key,
      );
    expect(['1', '4', '12'].map((l) => posted('top', l))).toEqual(['seen', 'seen', 'hidden']);
    expect(['1', '4', '12'].map((l) => posted('front', l))).toEqual(['hidden', 'seen', 'seen']);
    // from the left the inner corner of the step lies behind the wall
    expect(['8', '12'].map((l) => posted('left', l))).toEqual(['hidden', 'seen']);
  });
});
