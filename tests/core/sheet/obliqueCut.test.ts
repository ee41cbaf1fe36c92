import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { openDesk } from '../../../core/drawing/desk.ts';
import { type Drawing, drawingOfPart } from '../../../core/drawing/drawing.ts';
import { shifted } from '../../../core/edit/traceStated.ts';
import { cross, dot, length, sub, type Vec2, type Vec3 } from '../../../core/geometry/vec.ts';
import type { ProjectionAngle } from '../../../core/geometry/viewFrames.ts';
import type { TraceFile } from '../../../core/part/schema.ts';
import { planeSlopes, planeTraces } from '../../../core/section/planeTraces.ts';
import { cuttingPlane } from '../../../core/section/trace.ts';
import { onPaper } from '../../../core/sheet/layout/similarity.ts';
import { placeOfPoint } from '../../../core/sheet/views/placedView.ts';
import { footOn, lineNumberOf, shapePlace } from '../../../core/sheet/views/trueShape.ts';
import { flatten } from '../../../core/view/project.ts';
import { partOf } from '../balance/given.ts';

const [W, D, H] = [60, 40, 50];
const block = partOf({ id: 'block', op: 'add', shape: { kind: 'block', width: W, depth: D, height: H } });

type Corners = NonNullable<TraceFile['corners']>;
const drawingWith = (
  corners: Corners,
  angle: ProjectionAngle = 'first',
  look: TraceFile['look'] = 'down',
): Drawing => {
  const bare = drawingOfPart(block);
  return {
    ...bare,
    setup: {
      ...bare.setup,
      paper: 'A0',
      scale: 1,
      angle,
      rules: { ...bare.setup.rules, referenceLines: true },
    },
    cuts: [{ on: true, trace: { name: 'A', seenIn: 'auxiliary', corners, look } }],
  };
};
const drawn = (...given: Parameters<typeof drawingWith>) => {
  const worked = openDesk().work(drawingWith(...given));
  if (!worked.ok) throw new Error(worked.faults[0]?.what);
  return worked;
};

/** Three points of the upright edges and sides of the block, so that the plane goes through it. */
const figure = (most: number) => fc.integer({ min: 1, max: most - 1 });
const planes = fc
  .tuple(figure(H), figure(H), figure(H))
  .filter(([a, b, c]) => a !== b && a !== c)
  .map(
    ([a, b, c]): Corners => [
      [0, 0, a],
      [W, 0, b],
      [0, D, c],
    ],
  );
const vec = (p: Corners[number]): Vec3 => p.map(Number) as unknown as Vec3;

/** Where a plane cuts the block, worked out by the edges of the block alone: its corners in order round their middle. */
const cutOutline = (corners: Corners): { readonly points: Vec3[]; readonly area: number } => {
  const [a, b, c] = corners.map(vec) as [Vec3, Vec3, Vec3];
  const n = cross(sub(b, a), sub(c, a));
  const at = (bits: number): Vec3 => [bits & 1 ? W : 0, bits & 2 ? D : 0, bits & 4 ? H : 0];
  const points: Vec3[] = [];
  for (let i = 0; i < 8; i++)
    for (const bit of [1, 2, 4]) {
      if (i & bit) continue;
      const [p, q] = [at(i), at(i | bit)];
      const [x, y] = [dot(n, sub(p, a)), dot(n, sub(q, a))];
      if (x * y >= 0) continue;
      const t = x / (x - y);
      points.push([p[0] + (q[0] - p[0]) * t, p[1] + (q[1] - p[1]) * t, p[2] + (q[2] - p[2]) * t]);
    }
  const middle = points.reduce<Vec3>((m, p) => [m[0] + p[0], m[1] + p[1], m[2] + p[2]], [0, 0, 0]);
  const m: Vec3 = [middle[0] / points.length, middle[1] / points.length, middle[2] / points.length];
  const first = sub(points[0] as Vec3, m);
  const second = cross(n, first);
  const turn = (p: Vec3): number =>
    Math.atan2(dot(sub(p, m), second) / length(second), dot(sub(p, m), first) / length(first));
  points.sort((p, q) => turn(p) - turn(q));
  const twice = points.reduce<Vec3>(
    (s, p, i) => {
      const x = cross(sub(p, m), sub(points[(i + 1) % points.length] as Vec3, m));
      return [s[0] + x[0], s[1] + x[1], s[2] + x[2]];
    },
    [0, 0, 0],
  );
  return { points, area: length(twice) / 2 };
};

const off = (p: Vec2, q: Vec2): number => Math.hypot(p[0] - q[0], p[1] - q[1]);
/** The distance of a place from a line by two points. */
const fromLine = (p: Vec2, { from, to }: { readonly from: Vec2; readonly to: Vec2 }): number =>
  Math.abs((to[0] - from[0]) * (p[1] - from[1]) - (to[1] - from[1]) * (p[0] - from[0])) / off(from, to);

describe('a plane that slopes in all views', () => {
  test.each(['first', 'third'] as const)('%s angle: edge view, true shape and their lines', (angle) => {
    fc.assert(
      fc.property(planes, (corners) => {
        const { sheet, sections } = drawn(corners, angle);
        const { points, area } = cutOutline(corners);
        const [body] = sections[0]?.bodies ?? [];
        expect(body?.face.area).toBeCloseTo(area, 8);
        const found = body?.cutPoints ?? [];
        expect(found).toHaveLength(points.length);
        for (const p of points)
          expect(Math.min(...found.map((c) => length(sub(c.at, p))))).toBeLessThan(1e-9);
        const [edge] = sheet.edgeViews;
        const [shape] = sheet.shapes;
        const [front, top] = ['front', 'top'].map((n) => sheet.views.find((v) => v.name === n));
        const xy = sheet.layout.referenceLines.find((r) => r.name === 'XY');
        if (!edge || !shape || !front || !top || !xy) throw new Error('a view is missing');
        expect([edge.fits, shape.fits, shape.apart]).toEqual([true, true, false]);
        const inEdge = found.map((c) => onPaper(edge.toPaper, flatten(edge.frame, c.at)));
        const [first, last] = [
          inEdge[0] as Vec2,
          inEdge.reduce((x, p) => (off(p, inEdge[0] as Vec2) > off(x, inEdge[0] as Vec2) ? p : x)),
        ];
        for (const [i, c] of found.entries()) {
          const [inTop, inFront] = [placeOfPoint(top, c.at), placeOfPoint(front, c.at)];
          const here = inEdge[i] as Vec2;
          // the plane is an edge: all its points lie in one line
          expect(fromLine(here, { from: first, to: last })).toBeLessThan(1e-8);
          // projectors from the top view meet X1Y1 square
          const along: Vec2 = [edge.line.to[0] - edge.line.from[0], edge.line.to[1] - edge.line.from[1]];
          expect(Math.abs((here[0] - inTop[0]) * along[0] + (here[1] - inTop[1]) * along[1])).toBeLessThan(
            1e-7,
          );
          // heights from X1Y1 are those from XY
          expect(fromLine(here, edge.line)).toBeCloseTo(fromLine(inFront, xy), 9);
          const flat = shapePlace(shape, c);
          // distances from X2Y2 are those of the top view from X1Y1
          expect(off(flat, footOn(shape, flat))).toBeCloseTo(fromLine(inTop, edge.line), 9);
          // and the shape stands on its own projectors from the edge
          const away: Vec2 = [last[0] - first[0], last[1] - first[1]];
          expect(Math.abs((flat[0] - here[0]) * away[0] + (flat[1] - here[1]) * away[1])).toBeLessThan(1e-6);
          for (const other of found)
            expect(off(flat, shapePlace(shape, other))).toBeCloseTo(length(sub(c.at, other.at)), 9);
        }
        // seen from the side that is taken away the shape is not mirrored
        const [p, q, r] = found.slice(0, 3).map((c) => ({ at: c.at, flat: shapePlace(shape, c) })) as {
          at: Vec3;
          flat: Vec2;
        }[];
        if (!p || !q || !r || !body) throw new Error('too few points');
        const inSpace = dot(cross(sub(q.at, p.at), sub(r.at, p.at)), sections[0]?.plane.kept.n as Vec3);
        const onSheet =
          (q.flat[0] - p.flat[0]) * (r.flat[1] - p.flat[1]) -
          (q.flat[1] - p.flat[1]) * (r.flat[0] - p.flat[0]);
        expect(Math.sign(onSheet)).toBe(-Math.sign(inSpace));
        expect(lineNumberOf(sheet, 'A')).toBe(2);
      }),
      { seed: 11, numRuns: 25 },
    );
  });

  test('its traces meet on XY, and hold the plane', () => {
    fc.assert(
      fc.property(
        planes,
        fc.integer({ min: -40, max: 0 }),
        fc.integer({ min: 40, max: 90 }),
        (corners, ground, wall) => {
          const plane = cuttingPlane({ name: 'A', seenIn: 'auxiliary', corners, look: 'up' }, block);
          if (!plane.ok) throw new Error(plane.faults[0]?.what);
          const traces = planeTraces(plane.value, ground, wall);
          if (!traces) throw new Error('no traces');
          const [a, b, c] = corners.map(vec) as [Vec3, Vec3, Vec3];
          const n = cross(sub(b, a), sub(c, a));
          const { ht, vt } = traces;
          for (const [line, axis, level] of [
            [ht, 2, ground],
            [vt, 1, wall],
          ] as const)
            for (const t of [-30, 0, 17]) {
              const p = line.p.map((x, i) => x + (line.d[i] as number) * t) as unknown as Vec3;
              expect(p[axis]).toBeCloseTo(level, 8);
              expect(dot(n, sub(p, a)) / length(n)).toBeCloseTo(0, 6);
            }
          expect(length(sub(ht.p, vt.p))).toBe(0);
          const { ht: angle } = planeSlopes(plane.value);
          expect(Math.abs(Math.tan((angle * Math.PI) / 180))).toBeCloseTo(
            Math.abs((ht.d[1] as number) / (ht.d[0] as number)),
            6,
          );
        },
      ),
      { seed: 12, numRuns: 100 },
    );
  });

  test('how it slopes: a plane at 45 degrees to both walls of a corner', () => {
    const plane = cuttingPlane(
      {
        name: 'A',
        seenIn: 'auxiliary',
        corners: [
          [30, 0, 0],
          [0, 30, 0],
          [0, 0, 30],
        ],
        look: 'down',
      },
      block,
    );
    if (!plane.ok) throw new Error(plane.faults[0]?.what);
    const { toGround, toWall, ht, vt } = planeSlopes(plane.value);
    const toBoth = (Math.acos(1 / Math.sqrt(3)) * 180) / Math.PI;
    for (const [is, was] of [
      [toGround, toBoth],
      [toWall, toBoth],
      [ht, 45],
      [vt, 45],
    ] as const)
      expect(is).toBeCloseTo(was, 10);
  });

  test.each([
    ['down', -1],
    ['up', 1],
  ] as const)('looking %s', (look, sense) => {
    const { sections } = drawn(
      [
        [0, 0, 30],
        [W, 0, 20],
        [0, D, 10],
      ],
      'first',
      look,
    );
    expect(Math.sign(sections[0]?.plane.kept.n[2] as number)).toBe(sense);
  });

  test('moved along its sight it keeps its slope, and its points go up or down', () => {
    const trace: TraceFile = {
      name: 'A',
      seenIn: 'auxiliary',
      corners: [
        [0, 0, 'h'],
        [W, 0, 20],
        [0, D, 10],
      ],
      look: 'up',
    };
    const file = { ...block, dims: { h: 30 } };
    const before = cuttingPlane(trace, file);
    if (!before.ok) throw new Error(before.faults[0]?.what);
    const { sight, kept } = before.value;
    const moved = shifted(trace, file, [sight[0] * 4, sight[1] * 4], [0, 0, 0, 0]);
    expect(moved?.corners?.map((p) => p.slice(0, 2))).toEqual([
      [0, 0],
      [W, 0],
      [0, D],
    ]);
    const after = cuttingPlane({ ...trace, ...moved }, file);
    if (!after.ok) throw new Error(after.faults[0]?.what);
    expect(length(sub(after.value.kept.n, kept.n))).toBeLessThan(1e-9);
    // figures that are stated have six places
    expect(Math.abs(after.value.kept.d - kept.d - 4)).toBeLessThan(1e-6);
  });

  test.each<[string, Partial<TraceFile>, string]>([
    ['no points', { corners: undefined }, 'three points of the plane are missing'],
    [
      'points in line',
      {
        corners: [
          [0, 0, 0],
          [1, 1, 1],
          [2, 2, 2],
        ],
      },
      'lie in one line',
    ],
    [
      'a level plane',
      {
        corners: [
          [0, 0, 5],
          [1, 0, 5],
          [0, 1, 5],
        ],
      },
      'is level',
    ],
    [
      'a trace besides',
      {
        through: [
          [0, 0],
          [1, 1],
        ],
      },
      'nothing else of a trace',
    ],
    ['points in a principal view', { seenIn: 'front' }, 'nothing else of a trace'],
    [
      'a figure that is none',
      {
        corners: [
          [0, 0, 'x y'],
          [1, 0, 5],
          [0, 1, 5],
        ],
      },
      'The name "x" is not known',
    ],
  ])('%s is refused', (_, change, what) => {
    const trace: TraceFile = {
      name: 'A',
      seenIn: 'auxiliary',
      corners: [
        [0, 0, 30],
        [W, 0, 20],
        [0, D, 10],
      ],
      look: 'down',
    };
    const plane = cuttingPlane({ ...trace, ...change }, block);
    expect(plane.ok).toBe(false);
    if (!plane.ok) expect(plane.faults[0]?.what).toContain(what);
  });

  test('without the top view it is told what is missing', () => {
    const d = drawingWith([
      [0, 0, 30],
      [W, 0, 20],
      [0, D, 10],
    ]);
    const worked = openDesk().work({ ...d, setup: { ...d.setup, views: ['front', 'left'] } });
    expect(worked.ok && worked.findings[0]?.what).toContain(
      'stands on the top view, which is not on the sheet',
    );
  });
});
