import { describe, expect, test } from '@jest/globals';
import type { GivenLine } from '../../../core/balance/given.ts';
import { openDesk } from '../../../core/drawing/desk.ts';
import { type Drawing, drawingOfPart } from '../../../core/drawing/drawing.ts';
import type { Vec2 } from '../../../core/geometry/vec.ts';
import type { ViewName } from '../../../core/geometry/viewFrames.ts';
import {
  crossingsDrawn,
  type LightLine,
  nextPlace,
  placesForLines,
  turningPlaces,
} from '../../../core/practice/lightLines.ts';
import { marksOf, timeWords } from '../../../core/practice/marks.ts';
import {
  crossingNear,
  madeBefore,
  meetingsOf,
  stillMissing,
  verdictOn,
} from '../../../core/practice/thirdView.ts';
import { type Exercise, exerciseOf } from '../../../workers/practice.ts';
import { demoDrawings } from '../../samples.ts';
import { feature, partOf } from '../balance/given.ts';

const VIEWS: ViewName[] = ['front', 'top', 'left'];
type Set = {
  readonly exercise: Exercise;
  readonly inView: (p: Vec2) => Vec2;
  readonly onPaper: (p: Vec2) => Vec2;
};
const setUp = (d: Drawing, missing: ViewName): Set => {
  const worked = openDesk().work(d);
  const exercise = worked.ok ? exerciseOf(worked, missing, d) : undefined;
  const v = worked.ok ? worked.sheet.views.find((x) => x.name === missing) : undefined;
  if (!exercise || !v) throw new Error('no exercise');
  const { k, to } = v.toPaper;
  return {
    exercise,
    inView: ([x, y]) => [(x - to[0]) / k, (y - to[1]) / k],
    onPaper: ([x, y]) => [x * k + to[0], y * k + to[1]],
  };
};
const level = (at: number): LightLine => ({ way: 'level', at });
const upright = (at: number): LightLine => ({ way: 'upright', at });

/** All light lines that a patient learner draws: through every point that is given, on from where depths turn, and where they meet lines. */
const patient = ({ exercise: { board } }: Set): LightLine[] => {
  const first = board.marks.flatMap((p) => [level(p[1]), upright(p[0])]);
  const turned = turningPlaces(board, first).flatMap((p) => [level(p[1]), upright(p[0])]);
  // an upright line meets an inclined one of the front view: from there on across
  const uprights = board.marks.map((p) => upright(p[0]));
  const met = placesForLines({ ...board, marks: [] }, uprights).map((p) => level(p[1]));
  return [...first, ...turned, ...met];
};

describe("a view can be drawn by projectors of one's own", () => {
  const all = demoDrawings().flatMap(([f, d], i) =>
    (['left', 'top'] as const).flatMap((missing) =>
      // where depths turn is all that the method changes
      (['mitre', 'arcs', 'distances'] as const).slice(0, i < 2 ? 3 : 1).map((transfer) => {
        const setup = { ...d.setup, views: VIEWS, rules: { ...d.setup.rules, transfer } };
        return [f, missing, transfer, { ...d, cuts: [], setup } as Drawing] as const;
      }),
    ),
  );
  test.each(all)(
    '%s, the %s view by %s: every straight or round line ends where they cross',
    (_f, missing, _t, d) => {
      const s = setUp(d, missing);
      const crossings = crossingsDrawn(patient(s), s.inView);
      const { own, tol } = s.exercise;
      const entries: GivenLine[] = [];
      const open = new Set(own);
      for (let before = -1; before !== entries.length; ) {
        before = entries.length;
        const meetings = meetingsOf(entries);
        for (const o of open) {
          if (o.line.kind === 'curve') continue;
          const ends = o.line.kind === 'straight' ? [o.line.a, o.line.b] : [o.line.centre];
          const found = ends.every(
            (p) =>
              crossingNear(crossings, p, tol * 10) ??
              meetings.find((m) => Math.hypot(m[0] - p[0], m[1] - p[1]) < tol * 100),
          );
          if (!found) continue;
          open.delete(o);
          entries.push(o.line);
        }
      }
      expect([...open].map((o) => o.of)).toEqual([]);
      expect(stillMissing(entries, own, tol)).toEqual([]);
    },
  );
  test('without a light line there is nowhere to draw', () => {
    const s = setUp({ ...(demoDrawings()[1] as [string, Drawing])[1], cuts: [] }, 'left');
    expect(crossingsDrawn([], s.inView)).toEqual({ across: [], up: [] });
  });
});

describe('a curve is plotted by points', () => {
  // an upright pin with a cross hole from front to back: in the left view the hole comes out in a curve
  const pin = drawingOfPart(
    partOf(
      feature('add', { kind: 'cylinder', diameter: 30, height: 60 }, { id: 'pin' }),
      feature(
        'cut',
        { kind: 'hole', diameter: 20, depth: 'through' },
        { id: 'hole', at: [0, -15, 30], turn: [{ axis: 'x', angle: 90 }] },
      ),
    ),
  );
  const s = setUp({ ...pin, setup: { ...pin.setup, views: VIEWS } }, 'left');
  const { board, curves, tol } = s.exercise;
  test('from a division of its circle, by the circle of the other view and the mitre line', () => {
    expect(curves.length).toBeGreaterThan(0);
    const r = (10 * Math.sqrt(3)) / 2;
    // the division at 30 degrees of the hole's circle in the front view
    const front = s.exercise.boxes.get('front');
    if (!front) throw new Error('no front view');
    const k = front.h / 60;
    const at: Vec2 = [front.x + front.w / 2 + k * r, front.y + k * 35];
    const mark = board.marks.find((p) => Math.hypot(p[0] - at[0], p[1] - at[1]) < 1e-6) as Vec2;
    const lights = [level(mark[1]), upright(mark[0])];
    // the upright line meets the pin's circle in the top view twice: the two sides of the pin
    const top = s.exercise.boxes.get('top');
    if (!top) throw new Error('no top view');
    const y = Math.sqrt(15 ** 2 - r ** 2);
    const wanted = [1, -1].map((k): Vec2 => [mark[0], top.y + top.h / 2 + (k * y * top.h) / 30]);
    for (const w of wanted) {
      const met = placesForLines(board, lights).find((p) => Math.hypot(p[0] - w[0], p[1] - w[1]) < 1e-6);
      expect([w, met !== undefined]).toEqual([w, true]);
      lights.push(level((met as Vec2)[1]));
    }
    const drawn = [...lights, ...turningPlaces(board, lights).map((p) => upright(p[0]))];
    const crossings = crossingsDrawn(drawn, s.inView);
    // on the curve of the left view, at the height of the division and at those depths
    const found = crossings.across.flatMap((u) =>
      crossings.up.filter((v) => Math.abs(v - 35) < 1e-6).map((v): Vec2 => [u, v]),
    );
    for (const k of [1, -1])
      expect(found.some((p) => Math.abs(Math.abs(p[0]) - y) < 1e-6 && Math.sign(p[0]) === k)).toBe(true);
  });
  test('points on it make the curve; too few, cut short, astray or wrongly dashed are told', () => {
    const curve = curves[0];
    if (curve?.line.kind !== 'curve') throw new Error('no curve');
    const { points, seen } = curve.line;
    const some = (n: number): GivenLine => ({
      seen,
      kind: 'curve',
      points: Array.from(
        { length: n + 1 },
        (_, i) => points[Math.round((i * (points.length - 1)) / n)] as Vec2,
      ),
    });
    expect(verdictOn(some(8), curves, tol)).toMatchObject({ right: true });
    expect(verdictOn(some(1), curves, tol).reason).toMatch(/too far apart/);
    expect(verdictOn({ ...some(8), seen: !seen }, curves, tol).right).toBe(false);
    const eight = some(8) as Extract<GivenLine, { kind: 'curve' }>;
    expect(verdictOn({ ...eight, points: eight.points.slice(2) }, curves, tol).reason).toMatch(
      /runs on to its ends/,
    );
    const astray = eight.points.map((p, i): Vec2 => (i === 3 ? [p[0] + 1, p[1]] : p));
    expect(verdictOn({ ...eight, points: astray }, curves, tol).right).toBe(false);
    expect(stillMissing([some(8)], [curve], tol)).toEqual([]);
    expect(stillMissing([some(1)], [curve], tol)).toEqual([curve]);
  });
});

test('an entry in the place of another is told', () => {
  const a: GivenLine = { seen: true, kind: 'straight', a: [0, 0], b: [10, 0] };
  expect(madeBefore([a, { ...a, a: [10, 0], b: [0, 0] }], 1, 1e-6)).toBe(0);
  expect(madeBefore([a, { ...a, a: [2, 0], b: [5, 0] }], 1, 1e-6)).toBe(0);
  expect(madeBefore([a, { ...a, b: [20, 0] }], 1, 1e-6)).toBeUndefined();
  expect(madeBefore([a], 0, 1e-6)).toBeUndefined();
});

test('the cursor steps to the nearest place on its way', () => {
  const places: Vec2[] = [
    [0, 0],
    [10, 0],
    [20, 0],
    [10, 12],
  ];
  expect(nextPlace(places, [0, 0], [1, 0])).toEqual([10, 0]);
  expect(nextPlace(places, [10, 0], [0, 1])).toEqual([10, 12]);
  expect(nextPlace(places, [20, 0], [1, 0])).toBeUndefined();
  expect(nextPlace(places, undefined, [1, 0])).toEqual([0, 0]);
});

test('marks by kind, what went wrong, and where to look again', () => {
  const own = [
    { line: { seen: true, kind: 'straight', a: [0, 0], b: [1, 0] }, of: ['plate/top', 'plate/left'] },
    { line: { seen: false, kind: 'straight', a: [0, 0], b: [0, 1] }, of: ['bore/wall'] },
    {
      line: { seen: true, kind: 'round', centre: [0, 0], radius: 1, a: [1, 0], b: [1, 0] },
      of: ['bore/wall'],
    },
  ] as const;
  const marks = marksOf(
    own,
    [own[1]],
    [
      { what: 'right', reason: '', feature: 'plate' },
      { what: 'wrong', reason: '', feature: 'bore' },
      { what: 'hint', feature: 'plate' },
    ],
  );
  expect(marks.kinds).toEqual([
    { name: 'visible lines', right: 1, of: 1 },
    { name: 'hidden lines', right: 0, of: 1 },
    { name: 'circles and arcs', right: 1, of: 1 },
  ]);
  expect([marks.wrong, marks.hints, marks.again]).toEqual([1, 1, ['bore', 'plate']]);
  expect(timeWords(250)).toBe('4 min 10 s');
});
