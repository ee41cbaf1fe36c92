import { describe, expect, test } from '@jest/globals';
import { type GivenLine, ownLine } from '../../../core/balance/given.ts';
import { openDesk } from '../../../core/drawing/desk.ts';
import type { Drawing } from '../../../core/drawing/drawing.ts';
import type { ViewName } from '../../../core/geometry/viewFrames.ts';
import { misplaced, movedPlace, placingFaults } from '../../../core/practice/placing.ts';
import {
  crossingNear,
  hintFor,
  meetingsOf,
  stillMissing,
  verdictOn,
} from '../../../core/practice/thirdView.ts';
import type { Rect } from '../../../core/sheet/layout/paper.ts';
import { exerciseOf } from '../../../workers/practice.ts';
import { demoDrawings } from '../../samples.ts';
import { built, feature, partOf, seen } from '../balance/given.ts';

const VIEWS: ViewName[] = ['front', 'top', 'left'];
/** The demo drawings whole and, where they have cuts, as they are cut. */
const drawings = demoDrawings().flatMap(([f, whole]): [string, Drawing][] => {
  const d = { ...whole, setup: { ...whole.setup, views: VIEWS } };
  return [
    [`${f} whole`, { ...d, cuts: [] }],
    ...(d.cuts.length ? [[`${f} cut`, d] as [string, Drawing]] : []),
  ];
});

describe('the third view from two', () => {
  // the ends of a cotter bulge about centres that no projector gives, and where its slanting side is hidden only that side itself tells
  const isGiven = (name: string, v: ViewName): boolean => !(name.startsWith('07-stay-rod') && v === 'front');
  const asked = drawings.flatMap(([name, d]) => VIEWS.map((v) => [name, v, d] as const));
  test.each(asked.filter(([name, v]) => isGiven(name, v)))(
    '%s, the %s view: every line that is asked for begins and ends where projectors cross',
    (_name, missing, d) => {
      const worked = openDesk().work(d);
      const exercise = worked.ok ? exerciseOf(worked, missing, d) : undefined;
      if (!exercise) throw new Error('no exercise');
      const { crossings, own, tol } = exercise;
      const entries: GivenLine[] = [];
      const open = new Set(own);
      // what begins and ends at crossings first; then what ends where it meets lines that are drawn
      for (let before = -1; before !== entries.length; ) {
        before = entries.length;
        const meetings = meetingsOf(entries);
        for (const o of [...open]) {
          const ends =
            o.line.kind === 'straight'
              ? [o.line.a, o.line.b]
              : o.line.kind === 'round'
                ? [o.line.centre]
                : [];
          const fixed = ends.every(
            (p) =>
              crossingNear(crossings, p, tol * 10) ??
              meetings.find((m) => Math.hypot(m[0] - p[0], m[1] - p[1]) < tol * 100),
          );
          if (!fixed) continue;
          open.delete(o);
          entries.push(o.line);
        }
      }
      expect([...open].map((o) => [o.of, o.line])).toEqual([]);
      // drawn line by line all of it is right, and nothing is missing then
      for (const e of entries)
        expect(verdictOn(e, own, tol)).toMatchObject({ right: true, reason: 'There is a line.' });
      expect(stillMissing(entries, own, tol)).toEqual([]);
      expect(stillMissing([], own, tol).length).toBe(own.length);
    },
  );
  const step = built(
    partOf(
      feature('add', { kind: 'block', width: 60, depth: 40, height: 10 }, { id: 'base' }),
      feature('add', { kind: 'block', width: 20, depth: 25, height: 18 }, { id: 'top', at: [30, 8, 10] }),
    ),
  );
  const own = seen(step, 'left').lines.map((l) => ownLine(l, 1));
  const tol = 1e-6;
  const line = (a: [number, number], b: [number, number], solid = true): GivenLine => ({
    seen: solid,
    kind: 'straight',
    a,
    b,
  });
  test('reasons for what is wrong', () => {
    // seen from the left, depth runs the other way
    expect(verdictOn(line([-33, 10], [-33, 28]), own, tol).right).toBe(true);
    expect(verdictOn(line([-33, 10], [-33, 28], false), own, tol).reason).toBe(
      'Nothing stands before the line of top here: it is solid.',
    );
    expect(verdictOn(line([-33, 10], [-33, 40]), own, tol).reason).toContain(
      'It runs on past the end of a line of top',
    );
    expect(verdictOn(line([-33, 0], [-8, 28]), own, tol).reason).toContain(
      'No edge of the part is seen here',
    );
  });
  test('a line drawn in pieces is whole when they meet', () => {
    const long = own.filter(
      (o) => o.line.kind === 'straight' && Math.abs(o.line.a[1]) < 1e-9 && Math.abs(o.line.b[1]) < 1e-9,
    );
    expect(long.length).toBe(1);
    const some = [line([0, 0], [-20, 0]), line([-25, 0], [-40, 0])];
    expect(stillMissing(some, long, tol).length).toBe(1);
    expect(stillMissing([...some, line([-18, 0], [-26, 0])], long, tol)).toEqual([]);
  });
  test('three depths of a hint', () => {
    const o = own.find((x) => x.of.some((k) => k.startsWith('top/'))) as (typeof own)[number];
    expect(hintFor(o, 1, String)).toMatchObject({
      text: expect.stringMatching(/A solid line of \w+ is still missing\./),
      points: [],
    });
    expect(hintFor(o, 2, String).points.length).toBe(2);
    expect(hintFor(o, 3, String).line).toBe(o.line);
  });
});

describe('a whole view placed by hand', () => {
  // first angle: the left view at the right of the front, the top view below it
  const boxes = new Map<ViewName, Rect>([
    ['front', { x: 100, y: 150, w: 60, h: 40 }],
    ['top', { x: 100, y: 100, w: 60, h: 30 }],
    ['left', { x: 180, y: 150, w: 30, h: 40 }],
  ]);
  const faults = (view: ViewName, by: [number, number], quarter: 0 | 1 | 2 | 3 = 0): string[] =>
    placingFaults(view, { by, quarter }, boxes, 'first');
  test('nothing where it belongs, nor further off along its projectors', () => {
    expect(faults('left', [0, 0])).toEqual([]);
    expect(faults('left', [25, 0.3])).toEqual([]);
    expect(faults('top', [0, -40])).toEqual([]);
    expect(faults('front', [0, 0])).toEqual([]);
  });
  test('shifted, turned, on the wrong side, upon another', () => {
    expect(faults('left', [0, 6])).toEqual([
      'It is shifted by 6 mm up: its heights do not stand in line with those of the front view.',
    ]);
    expect(faults('top', [-4.5, 0])[0]).toContain('4.5 mm to the left: its widths');
    expect(faults('left', [0, 0], 1)).toEqual(['It is turned by 90 degrees to the left.']);
    expect(faults('left', [0, 0], 3)).toEqual(['It is turned by 90 degrees to the right.']);
    expect(faults('left', [0, 0], 2)).toEqual(['It stands upside down.']);
    expect(faults('left', [-150, 0])).toEqual([
      'It stands to the left of the front view; in first angle the left view belongs to the right of it.',
    ]);
    expect(faults('top', [0, 110])[0]).toContain(
      'stands above the front view; in first angle the top view belongs below it.',
    );
    expect(faults('left', [-60, -80])[0]).toContain('stands below the front view');
    expect(faults('left', [-40, 0])).toEqual(['It stands upon the front view.']);
  });
  test('it begins misplaced, inside the frame, and places go there and back', () => {
    const frame: Rect = { x: 20, y: 10, w: 380, h: 270 };
    for (const view of ['left', 'top', 'front'] as const) {
      const placing = misplaced(view, boxes, frame);
      expect(placingFaults(view, placing, boxes, 'first').length).toBeGreaterThan(0);
      const home = boxes.get(view) as Rect;
      for (const p of [
        [home.x, home.y],
        [home.x + home.w, home.y + home.h],
      ] as const) {
        const there = movedPlace(p, home, placing, true);
        expect(there[0]).toBeGreaterThanOrEqual(frame.x);
        expect(there[0]).toBeLessThanOrEqual(frame.x + frame.w);
        expect(there[1]).toBeGreaterThanOrEqual(frame.y);
        expect(there[1]).toBeLessThanOrEqual(frame.y + frame.h);
        const back = movedPlace(there, home, placing, false);
        expect(back[0]).toBeCloseTo(p[0], 9);
        expect(back[1]).toBeCloseTo(p[1], 9);
      }
    }
  });
});
