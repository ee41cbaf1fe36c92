import { describe, expect, test } from '@jest/globals';
import { frameToward, VIEW_FRAMES } from '../../core/geometry/viewFrames.ts';
import { stepped } from '../../core/number/step.ts';
import { densityOf, massOf } from '../../core/part/material.ts';
import { withFront } from '../../core/part/turnPart.ts';
import { enterReading, entryLabel, typedContext } from '../../core/statement/typed/enter.ts';
import { pastedLines } from '../../core/statement/typed/pastedLines.ts';
import { readTypedLine } from '../../core/statement/typed/typedLine.ts';
import { firstMetIn } from '../../core/view/firstMet.ts';
import { bodiesOf, built, feature, lengths, partOf, seen } from '../core/balance/given.ts';

const block = (w: number, d: number, h: number) =>
  ({ kind: 'block', width: w, depth: d, height: h }) as const;

describe('what an observer meets first', () => {
  const part = built(
    partOf(
      feature('add', block(60, 40, 30), { id: 'base' }),
      feature('cut', { kind: 'hole', diameter: 20, depth: 12 }, { id: 'bore', at: [20, 20, 30] }),
      feature('add', { kind: 'cylinder', diameter: 10, height: 8 }, { id: 'boss', at: [48, 20, 30] }),
    ),
  );
  const top = firstMetIn(part.bodies, VIEW_FRAMES.top, part.tol);
  test.each([
    [5, 5, 'base/top', 30],
    [20, 20, 'bore/floor', 18],
    [48, 20, 'boss/top', 38],
  ])('at (%p, %p) from above it is %p, at height %p', (u, v, face, z) => {
    const met = top(u, v);
    expect(met?.face).toBe(face);
    expect(met?.at[2]).toBeCloseTo(z, 9);
    expect(met?.normal).toEqual([0, 0, 1]);
  });
  test('beside the part there is nothing', () => {
    expect(top(-1, 5)).toBeUndefined();
  });
  test('a wall seen aslant through the mouth of a bore', () => {
    const f = frameToward([0, -1, 1]);
    // the far wall of the bore: (20, 30, 25) on its axis' plane
    const p = [20, 30, 25] as const;
    const dot = (d: readonly number[]): number => p.reduce((s, x, i) => s + x * (d[i] as number), 0);
    const met = firstMetIn(part.bodies, f, part.tol)(dot(f.u), dot(f.v));
    expect(met?.face).toBe('bore/wall');
    expect(met?.at.map((x) => Number(x.toFixed(6)))).toEqual([20, 30, 25]);
    expect(met?.normal.map((x) => Math.round(x * 1e9) / 1e9 + 0)).toEqual([0, -1, 0]);
  });
});

test('where a cut took the corner of a block nothing is met, however the ray runs', () => {
  const part = partOf(
    feature('add', { kind: 'block', width: 60, depth: 40, height: 30 }),
    feature('cut', { kind: 'block', width: 20, depth: 40, height: 8 }, { at: [40, 0, 22] }),
  );
  const f = frameToward([1, -1, 1]);
  const meet = firstMetIn(built(part).bodies, f, built(part).tol);
  const bare = firstMetIn(
    built(
      partOf(
        feature('add', { kind: 'block', width: 60, depth: 40, height: 22 }),
        feature('add', { kind: 'block', width: 40, depth: 40, height: 8 }, { at: [0, 0, 22] }),
      ),
    ).bodies,
    f,
    built(part).tol,
  );
  for (let i = 0; i <= 60; i++)
    for (let j = 0; j <= 60; j++) {
      const [u, v] = [-10 + 1.37 * i, -50 + 1.61 * j];
      expect([u, v, Boolean(meet(u, v))]).toEqual([u, v, Boolean(bare(u, v))]);
    }
});

describe('another side made the front', () => {
  const part = bodiesOf({
    a: [feature('add', block(60, 40, 30)), feature('cut', block(20, 10, 8), { at: [40, 0, 22] })],
    b: [feature('add', block(10, 12, 14), { at: [60, 0, 0] })],
  });
  test.each(['left', 'right', 'back', 'top', 'bottom'] as const)('the %s', (side) => {
    const turned = withFront(
      { ...part, bodies: part.bodies.map((b, i) => (i ? { ...b, at: [3, '4', 5] } : b)) },
      side,
    );
    const given = {
      ...part,
      bodies: part.bodies.map((b, i) => (i ? { ...b, at: [3, '4', 5] as [number, string, number] } : b)),
    };
    const before = lengths(seen(built(given), side));
    const after = lengths(seen(built(turned), 'front'));
    expect(after.visible).toBeCloseTo(before.visible, 9);
    expect(after.hidden).toBeCloseTo(before.hidden, 9);
  });
});

describe('stepping figures', () => {
  test.each([
    ['40', 1, 'usual', 'mm', '41'],
    ['40', -1, 'coarse', 'mm', '30'],
    ['40.5', 1, 'fine', 'mm', '40.6'],
    ['2 3/16', 1, 'usual', 'in', '2 5/16'],
    ['2', 1, 'usual', 'in', '2 1/8'],
    ['1/2', -3, 'fine', 'in', '29/64'],
    ['3 sq', 1, 'usual', 'mm', '3 1/2 sq'],
    ['3/8 in', 1, 'usual', 'mm', '1/2 in'],
    ['-4', 1, 'usual', 'mm', '-3'],
  ] as const)('%p by %p %s steps in %s is %p', (text, n, size, units, wanted) => {
    expect(stepped(text, n, size, units)).toBe(wanted);
  });
  test('an expression follows from others and is not stepped', () => {
    expect(stepped('L - 2*t', 1, 'usual', 'mm')).toBeUndefined();
  });
});

test('a first mass: a litre of steel, a cubic inch of brass', () => {
  expect(massOf(1e6, densityOf('mild steel') as number, 'mm')).toBeCloseTo(7850, 9);
  expect(massOf(1, densityOf('Brass') as number, 'in')).toBeCloseTo((8.5 * 2.54 ** 3) / 453.59237, 9);
  expect(densityOf('moonstuff')).toBeUndefined();
});

describe('entering lines into a part', () => {
  const empty = { format: 'blue-ledger/part@1' as const, name: 'x', units: 'mm' as const, bodies: [] };
  const enter = (part: Parameters<typeof enterReading>[0], line: string) => {
    const box = part.bodies.length ? built(part).box : undefined;
    const read = readTypedLine(line, typedContext(part, box));
    if (read.kind === 'asks') throw new Error(read.question);
    return { part: enterReading(part, read), label: entryLabel(part, read) };
  };
  test('a whole part from an empty statement', () => {
    const lines = [
      'L = 90',
      'plate L x 40 x 10',
      'block 10 wide, 40 deep, 42 high on top left',
      'hole 12 through top at 70 20',
      'body pin: cylinder 12 dia 30 high at 70 20 0',
    ];
    const done = lines.reduce((p, line) => enter(p, line).part, empty as Parameters<typeof enterReading>[0]);
    expect(done.dims).toEqual({ L: 90 });
    expect(done.bodies.map((b) => [b.name, b.features.map((f) => f.id)])).toEqual([
      ['part', ['plate', 'block', 'hole']],
      ['pin', ['cylinder']],
    ]);
    expect(built(done).box).toEqual([0, 0, 0, 90, 40, 52]);
  });
  test('the Daybook says what was entered', () => {
    expect(enter(empty, 'tube 40 od 30 id 60 long').label).toBe('tube and bore: added');
    expect(enter(empty, 'let t = L/9').label).toBe('t = L/9');
  });
  test('a pasted list or table becomes lines', () => {
    expect(
      pastedLines('Name\tSize\nL\t90\nt;3/8;in\n"D", 40\n\n1. plate L x D x t\n- hole 12 through\nNotes'),
    ).toEqual(['L = 90', 't = 3/8 in', 'D = 40', 'plate L x D x t', 'hole 12 through']);
  });
});
