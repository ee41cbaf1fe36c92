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
  const [first, last] = [k.points[0], k.points.at(-1)];
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
  test('a curved side that turns back is not plotted', () => {
    const round = { type: 'conic', c: [15, 0], major: [15, 0], minor: [0, 15], round: true } as const;
    const arched: FlatPiece = { curve: round, from: -1, to: 1, edge: undefined, isDown: false };
    expect(laidByHand({ ...flat, outline: [arched, ...outline.slice(1)] }, 'mm')).toBeUndefined();
  });
});
