import { describe, expect, test } from '@jest/globals';
import { type Development, develop } from '../../../core/develop/develop.ts';
import { endOfPiece, startOfPiece } from '../../../core/develop/lay.ts';
import type { FlatPiece } from '../../../core/develop/slit.ts';
import { pointOn2 } from '../../../core/geometry/curve2.ts';
import type { Vec2 } from '../../../core/geometry/vec.ts';
import { type LayMethod, laidByHand } from '../../../core/method/laidFlat/laidByHand.ts';
import type { PartFile, TraceFile } from '../../../core/part/schema.ts';
import { solidsBehind } from '../../../core/section/section.ts';
import { cuttingPlane } from '../../../core/section/trace.ts';
import { built, type Feature, feature, partOf } from '../balance/given.ts';
import { BoardHand, type Stroke } from '../replay/boardHand.ts';

const flatOf = (
  shape: Feature['shape'],
  cut?: TraceFile,
  more: Partial<Feature> = {},
): readonly Development[] => {
  const part: PartFile = partOf(feature('add', shape, { id: 'body', ...more }));
  const plane = cut && cuttingPlane(cut, part);
  if (plane && !plane.ok) throw new Error(JSON.stringify(plane.faults));
  return develop(part, solidsBehind(built(part), plane ? [plane.value] : []), 'body');
};
const slanting: TraceFile = {
  name: 'A',
  seenIn: 'front',
  through: [
    [-30, 25],
    [30, 45],
  ],
  look: 'down',
};
const across: TraceFile = {
  name: 'A',
  seenIn: 'front',
  through: [
    [-30, 22],
    [30, 34],
  ],
  look: 'down',
};

const near = (a: Vec2, b: { x: number; y: number } | undefined): boolean =>
  b !== undefined && Math.hypot(a[0] - b.x, a[1] - b.y) < 1e-5;
const lies = (p: { x: number; y: number }, piece: FlatPiece): boolean =>
  Array.from({ length: 4001 }, (_, i) =>
    pointOn2(piece.curve, piece.from + ((piece.to - piece.from) * i) / 4000),
  ).some((q) => Math.hypot(q[0] - p.x, q[1] - p.y) < 0.03);
/** Whether a stroke of the hand is a piece of the outline that was laid flat by the engine. */
const isPiece = (k: Stroke, piece: FlatPiece): boolean => {
  const [a, b] = [startOfPiece(piece), endOfPiece(piece)];
  // a rim in one piece ends where it begins
  const [first, last] = [k.points[0], k.closed ? k.points[0] : k.points.at(-1)];
  if (!((near(a, first) && near(b, last)) || (near(b, first) && near(a, last)))) return false;
  if (piece.curve.type === 'line') return k.how === 'straight';
  if (k.how === 'arc') return piece.curve.type === 'conic' && near(piece.curve.c, k.circle?.m);
  return k.how === 'curve' && k.points.length > 3 && k.points.every((p) => lies(p, piece));
};

describe('developments by hand: a hand of its own draws the outline that the engine lays flat', () => {
  test.each<[string, LayMethod, Feature['shape'], TraceFile | undefined]>([
    ['a block', 'parallel lines', { kind: 'block', width: 40, depth: 30, height: 50 }, undefined],
    ['a prism', 'parallel lines', { kind: 'prism', sides: 6, side: 20, height: 60 }, undefined],
    ['a cut prism', 'parallel lines', { kind: 'prism', sides: 5, side: 25, height: 60 }, slanting],
    ['a cylinder', 'parallel lines', { kind: 'cylinder', diameter: 40, height: 60 }, undefined],
    ['a cut cylinder', 'parallel lines', { kind: 'cylinder', diameter: 40, height: 60 }, slanting],
    ['a pyramid', 'radial lines', { kind: 'pyramid', sides: 4, side: 40, height: 70 }, undefined],
    ['a cut pyramid', 'radial lines', { kind: 'pyramid', sides: 6, side: 30, height: 70 }, across],
    [
      'a frustum of a pyramid',
      'radial lines',
      { kind: 'pyramid', sides: 5, side: 30, topSide: 12, height: 40 },
      undefined,
    ],
    ['a cone', 'radial lines', { kind: 'cone', diameter: 60, height: 80 }, undefined],
    [
      'a frustum of a cone',
      'radial lines',
      { kind: 'cone', diameter: 60, topDiameter: 30, height: 50 },
      undefined,
    ],
    ['a cut cone', 'radial lines', { kind: 'cone', diameter: 60, height: 80 }, across],
  ])('%s: %s', (_, method, shape, cut) => {
    const [flat, ...others] = flatOf(shape, cut);
    if (!flat) throw new Error('nothing');
    expect(others).toHaveLength(0);
    const made = laidByHand(flat, 'mm');
    expect(made?.method).toBe(method);
    const hand = new BoardHand();
    for (const s of made?.steps ?? []) {
      expect(s.text).toMatch(/^[A-Z].*[.]$/);
      expect(s.text).not.toMatch(/NaN|undefined|Infinity/);
      for (const d of s.deeds) hand.does(d);
      for (const point of Object.keys(s.names ?? {})) expect(hand.points.has(point)).toBe(true);
    }
    const missing = flat.outline.filter((p) => !hand.strokes.some((k) => isPiece(k, p)));
    expect(missing.map((p) => [p.curve.type, startOfPiece(p), endOfPiece(p)])).toEqual([]);
    expect(hand.strokes).toHaveLength(flat.outline.length);
  });
});

describe('openings are plotted by points of their rims', () => {
  const bored = (
    shape: Feature['shape'],
    at: [number, number, number],
    more: Feature[] = [],
  ): Development => {
    const hole = feature(
      'cut',
      { kind: 'hole', diameter: 14, depth: 'through' },
      { id: 'bore', at, turn: [{ axis: 'x', angle: 90 }] },
    );
    const part = partOf(feature('add', shape, { id: 'body' }), hole, ...more);
    const [flat] = develop(part, solidsBehind(built(part), []), 'body');
    if (!flat) throw new Error('nothing');
    return flat;
  };
  const window = feature(
    'cut',
    { kind: 'block', width: 12, depth: 80, height: 15 },
    { id: 'window', at: [-6, -40, 20] },
  );
  test.each<[string, LayMethod, Development, number]>([
    [
      'a bored cylinder',
      'parallel lines',
      bored({ kind: 'cylinder', diameter: 40, height: 60 }, [0, -40, 30]),
      1,
    ],
    [
      'bored beside its axis',
      'parallel lines',
      bored({ kind: 'cylinder', diameter: 50, height: 60 }, [9, -40, 35]),
      1,
    ],
    [
      'a bored prism',
      'parallel lines',
      bored({ kind: 'prism', sides: 6, side: 20, height: 60 }, [0, -40, 30]),
      2,
    ],
    ['a bored cone', 'radial lines', bored({ kind: 'cone', diameter: 60, height: 80 }, [0, -40, 25]), 1],
    [
      'a bored pyramid',
      'radial lines',
      bored({ kind: 'pyramid', sides: 4, side: 50, height: 70 }, [0, -40, 25]),
      2,
    ],
    [
      'a cylinder with a window too',
      'parallel lines',
      bored({ kind: 'cylinder', diameter: 40, height: 60 }, [0, -40, 50], [window]),
      2,
    ],
  ])('%s: %s', (_, method, flat, holes) => {
    // a round is opened where its generator is shortest: through one of its openings
    expect(flat.holes).toHaveLength(holes);
    const made = laidByHand(flat, 'mm');
    expect(made?.method).toBe(method);
    const hand = new BoardHand();
    const letters = new Set<string>();
    for (const s of made?.steps ?? []) {
      expect(s.text).toMatch(/^[A-Z].*[.]$/);
      expect(s.text).not.toMatch(/NaN|undefined|Infinity/);
      for (const d of s.deeds) hand.does(d);
      for (const [point, letter] of Object.entries(s.names ?? {})) {
        expect(hand.points.has(point)).toBe(true);
        if (!point.startsWith('o')) continue;
        // each point of a rim has a letter of its own
        expect(letters.has(letter)).toBe(false);
        letters.add(letter);
      }
    }
    const pieces = [...flat.outline, ...flat.holes.flat()];
    const missing = pieces.filter((p) => !hand.strokes.some((k) => isPiece(k, p)));
    expect(missing.map((p) => [p.curve.type, startOfPiece(p), endOfPiece(p)])).toEqual([]);
    expect(hand.strokes).toHaveLength(pieces.length);
  });
});

test('a round that is opened through one of its openings is still stepped off round its base', () => {
  const part = partOf(
    feature('add', { kind: 'cylinder', diameter: 40, height: 60 }, { id: 'body' }),
    feature(
      'cut',
      { kind: 'hole', diameter: 14, depth: 'through' },
      { id: 'bore', at: [0, -40, 30], turn: [{ axis: 'x', angle: 90 }] },
    ),
  );
  const [flat] = develop(part, solidsBehind(built(part), []), 'body');
  const [first] = flat?.outline ?? [];
  expect(first && endOfPiece(first)).toEqual([expect.closeTo(40 * Math.PI, 9), expect.closeTo(0, 9)]);
  const made = flat && laidByHand(flat, 'mm');
  expect(made?.steps[0]?.text).toContain('the way round: 125.664 in all.');
  expect(made?.steps.map((s) => s.text).join(' ')).toContain(
    'where the outline turns back, each by its way along',
  );
});

describe('a transition piece, by triangles', () => {
  // three flat sides whose bends are neither parallel nor meet in one point
  const corners: Vec2[] = [
    [0, 0],
    [30, 0],
    [55, 12],
    [80, 35],
    [62, 60],
    [40, 44],
    [18, 38],
    [-4, 33],
  ];
  const outline = corners.map((a, i): FlatPiece => {
    const b = corners[(i + 1) % corners.length] as Vec2;
    return {
      curve: { type: 'line', p: a, d: [b[0] - a[0], b[1] - a[1]] },
      from: 0,
      to: 1,
      edge: undefined,
      isDown: false,
    };
  });
  const bend = (i: number, k: number) => ({ from: corners[i] as Vec2, to: corners[k] as Vec2 });
  const flat: Development = {
    of: [],
    area: 0,
    outline,
    bends: [bend(1, 6), bend(2, 5), bend(3, 5)],
    holes: [],
    marks: [],
  };
  test('every corner is found by two arcs from corners that are there', () => {
    const made = laidByHand(flat, 'in');
    expect(made?.method).toBe('triangles');
    const hand = new BoardHand();
    for (const d of made?.steps.flatMap((s) => s.deeds) ?? []) hand.does(d);
    corners.forEach(([x, y], i) => {
      const p = hand.points.get(`v${i}`);
      // the board is in mm
      expect([p?.x, p?.y]).toEqual([expect.closeTo(x * 25.4, 6), expect.closeTo(y * 25.4, 6)]);
    });
    expect(made?.steps[1]?.text).toMatch(/^On ab find g by arcs of .+ about a and .+ about b, h by arcs/);
  });
  test('an opening in one of its sides, by arcs about corners of that side', () => {
    const at = (x: number, y: number, r: number): FlatPiece[] => [
      {
        curve: { type: 'conic', c: [x, y], major: [r, 0], minor: [0, -r], round: true },
        from: 0,
        to: 2 * Math.PI,
        edge: undefined,
        isDown: false,
      },
    ];
    const holes = [at(12, 16, 5), at(62, 40, 3)];
    const made = laidByHand({ ...flat, holes }, 'mm');
    const hand = new BoardHand();
    for (const d of made?.steps.flatMap((s) => s.deeds) ?? []) hand.does(d);
    for (const piece of holes.flat())
      expect(hand.strokes.filter((k) => k.closed && k.points.every((p) => lies(p, piece)))).toHaveLength(1);
    const said = made?.steps.map((s) => s.text).join(' ') ?? '';
    expect(said).toContain('Plot 12 points of opening 1, each by two arcs: i by arcs of');
    expect(said).toContain('Draw opening 2 through its points.');
    // the first one lies in the side a, b, g, h
    expect(said).toMatch(/i by arcs of [\d.]+ about [abgh] and [\d.]+ about [abgh];/);
  });
  test('a curved side that turns back is not plotted', () => {
    const round = { type: 'conic', c: [15, 0], major: [15, 0], minor: [0, 15], round: true } as const;
    const arched: FlatPiece = { curve: round, from: -1, to: 1, edge: undefined, isDown: false };
    expect(laidByHand({ ...flat, outline: [arched, ...outline.slice(1)] }, 'mm')).toBeUndefined();
  });
});
