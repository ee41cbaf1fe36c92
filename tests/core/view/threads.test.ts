import { describe, expect, test } from '@jest/globals';
import { VIEW_FRAMES, type ViewName } from '../../../core/geometry/viewFrames.ts';
import { sectionOf } from '../../../core/section/section.ts';
import { cuttingPlane } from '../../../core/section/trace.ts';
import type { BuiltPart } from '../../../core/solid/build.ts';
import { lineLength, type View, viewOf } from '../../../core/view/view.ts';
import { builtBodies as built, cutFront as cutAlong } from './builtBodies.ts';

/** Thread lines held against lengths that follow from the rules alone: written out here for each arrangement. */

const lengths = (v: View): Record<string, number> => {
  const out: Record<string, number> = {};
  for (const l of v.threads) {
    const key = `${l.class} ${l.kind}`;
    out[key] = (out[key] ?? 0) + lineLength(l);
  }
  return out;
};
const expectLengths = (v: View, want: Record<string, number>): void =>
  expect(lengths(v)).toEqual(
    Object.fromEntries(Object.entries(want).map(([k, x]) => [k, expect.closeTo(x, 5)])),
  );
const seen = (part: BuiltPart, view: ViewName): View => viewOf(part.bodies, VIEW_FRAMES[view], part.tol);
/** Of M12: its root, and three quarters of it. */
const ROOT = 12 - 1.0825 * 1.75;
const ROUND = (d: number): number => 0.75 * Math.PI * d;

const bolt = (more: object = {}) => ({
  name: 'bolt',
  standard: { kind: 'hexagonBolt', size: 'M12', length: 60, thread: 30, ...more },
});
const block = (name: string, height: number, features: readonly object[], more: object = {}) => ({
  name,
  features: [{ id: 'plate', op: 'add', shape: { kind: 'block', width: 60, depth: 40, height } }, ...features],
  ...more,
});
const hole = (id: string, height: number, shape: object) => ({
  id,
  op: 'cut',
  at: [30, 20, height],
  shape: { kind: 'hole', ...shape },
});
const onTop = { place: [{ face: 'plate/bottom', against: 'lower.plate/top' }] };

describe('a bolt by itself', () => {
  test.each(['front', 'left', 'back', 'right'] as const)(
    '%s: two root lines as long as the thread, and its end across',
    (view) => {
      expectLengths(seen(built([bolt()]).part, view), { 'thread thread': 60, 'visible threadEnd': 12 });
    },
  );
  test('along its axis three quarters of the root: seen from its end, hidden from its head', () => {
    const { part } = built([bolt()]);
    expectLengths(seen(part, 'bottom'), { 'thread thread': ROUND(ROOT) });
    // the end of full thread is a circle that lies on that of the shank, which is drawn already
    expectLengths(seen(part, 'top'), { 'hidden thread': ROUND(ROOT) });
  });
  test('the quarter that is open is the upper right one', () => {
    const arcs = seen(built([bolt()]).part, 'bottom').threads.filter((l) => l.kind === 'thread');
    for (const { curve, from, to } of arcs) {
      if (curve.type !== 'conic') throw new Error('no arc');
      const a = (t: number): number =>
        Math.atan2(
          Math.sin(t) * curve.minor[1] + Math.cos(t) * curve.major[1],
          Math.sin(t) * curve.minor[0] + Math.cos(t) * curve.major[0],
        );
      for (let k = 0.05; k < 1; k += 0.1) {
        const t = a(from + k * (to - from));
        expect(t < 0 || t > Math.PI / 2).toBe(true);
      }
    }
  });
  test('by proportions the root is 0.8 d', () => {
    expectLengths(seen(built([bolt({ by: 'proportions' })]).part, 'bottom'), { 'thread thread': ROUND(9.6) });
  });
  test('a groove through the thread takes its lines with it', () => {
    const { part } = built([
      {
        name: 'rod',
        features: [
          {
            id: 'shank',
            op: 'add',
            shape: { kind: 'cylinder', diameter: 12, height: 60, thread: { size: 'M12', length: 30 } },
          },
          // a ring cut all round, from 40 to 46, down to 8
          {
            id: 'groove',
            op: 'cut',
            at: [0, 0, 40],
            shape: {
              kind: 'revolve',
              profile: {
                polygon: [
                  [4, 0],
                  [10, 0],
                  [10, 6],
                  [4, 6],
                ],
              },
            },
          },
        ],
      },
    ]);
    expectLengths(seen(part, 'front'), { 'thread thread': 2 * 24, 'visible threadEnd': 12 });
  });
  test('a nut over it hides what it covers; its own thread shows nothing', () => {
    const { part } = built([
      bolt(),
      {
        name: 'nut',
        standard: { kind: 'hexagonNut', size: 'M12' },
        place: [
          { axis: 'bore/wall', on: 'bolt.shank/side', sense: 'opposite' },
          { face: 'nut/bottom', against: 'bolt.shank/bottom', gap: -20 },
        ],
      },
    ]);
    // the nut reaches from 20 above the end down to 20 - 10.8
    expectLengths(seen(part, 'front'), {
      'thread thread': 2 * (30 - 10.8),
      'hidden thread': 2 * 10.8,
      'visible threadEnd': 12,
    });
  });
});

describe('a bolt through plates', () => {
  const plates = () => [
    block('lower', 18, [hole('bore', 18, { diameter: 13.5, depth: 'through' })]),
    block('upper', 12, [hole('bore', 12, { diameter: 13.5, depth: 'through' })], onTop),
    {
      ...bolt(),
      place: [
        { axis: 'shank/side', on: 'upper.bore/wall' },
        { face: 'head/bottom', against: 'upper.plate/top' },
      ],
    },
  ];
  test('whole: what is in the hole is hidden, what stands out below is seen', () => {
    // 30 of plates from under the head; the thread begins 32 below it
    const long = plates();
    long[2] = { ...bolt({ length: 62 }), place: (long[2] as { place: object[] }).place } as (typeof long)[2];
    expectLengths(seen(built(long).part, 'front'), { 'thread thread': 60, 'visible threadEnd': 12 });
    const short = plates();
    short[2] = {
      ...bolt({ thread: 42 }),
      place: (short[2] as { place: object[] }).place,
    } as (typeof short)[2];
    expectLengths(seen(built(short).part, 'front'), {
      'thread thread': 60,
      'hidden thread': 24,
      'hidden threadEnd': 12,
    });
  });
  test('in section the part of its thread inside the clearance hole is seen', () => {
    const deep = plates();
    deep[2] = { ...bolt({ thread: 42 }), place: (deep[2] as { place: object[] }).place } as (typeof deep)[2];
    expectLengths(cutAlong(built(deep), 20), { 'thread thread': 84, 'visible threadEnd': 12 });
  });
});

describe('a tapped hole', () => {
  const tapped = (length = 16) =>
    block('lower', 30, [hole('tap', 30, { depth: 22, tip: 118, thread: { size: 'M12', length } })]);
  test('its core is the nominal diameter less the pitch', () => {
    const { part } = built([tapped()]);
    const wall = part.bodies[0]?.solid.surfaces.find((s) => s.kind === 'cylinder');
    expect(wall?.kind === 'cylinder' && wall.r * 2).toBeCloseTo(12 - 1.75, 9);
  });
  test('whole: hidden lines at the nominal diameter, hidden end of full thread; at the mouth three quarters seen', () => {
    const { part } = built([tapped()]);
    expectLengths(seen(part, 'front'), { 'hidden thread': 32, 'hidden threadEnd': 12 });
    expectLengths(seen(part, 'top'), { 'thread thread': ROUND(12) });
    expectLengths(seen(part, 'bottom'), { 'hidden thread': ROUND(12) });
  });
  test('in section narrow lines, and the end of full thread wide', () => {
    expectLengths(cutAlong(built([tapped()]), 20), { 'thread thread': 32, 'visible threadEnd': 12 });
  });
  test('cut in front of its axis nothing of it is laid open', () => {
    expectLengths(cutAlong(built([tapped()]), 10), { 'hidden thread': 32, 'hidden threadEnd': 12 });
  });
  test('with a screw in it the thread of the screw counts as far as it reaches', () => {
    const both = built([
      tapped(),
      {
        name: 'screw',
        standard: { kind: 'hexagonScrew', size: 'M12', length: 12 },
        place: [
          { axis: 'shank/side', on: 'lower.tap/wall' },
          { face: 'head/bottom', against: 'lower.plate/top' },
        ],
      },
    ]);
    // 12 of the screw's thread, and 4 of the hole's below it
    expectLengths(cutAlong(both, 20), { 'thread thread': 2 * 12 + 2 * 4, 'visible threadEnd': 12 });
    // from above the head covers all; the mouth is filled, so no circle of the hole
    expectLengths(seen(both.part, 'top'), { 'hidden thread': ROUND(ROOT) });
  });
  test('tapped right through it shows at both ends, and has no end of full thread', () => {
    const { part } = built([
      block('lower', 30, [hole('tap', 30, { depth: 'through', thread: { size: 'M12' } })]),
    ]);
    expectLengths(seen(part, 'front'), { 'hidden thread': 60 });
    expectLengths(seen(part, 'top'), { 'thread thread': ROUND(12) });
    expectLengths(seen(part, 'bottom'), { 'thread thread': ROUND(12) });
  });
});

test('a stud that is cut across: three quarters of its root on the cut face', () => {
  const made = built([
    {
      name: 'stud',
      standard: { kind: 'stud', size: 'M12', length: 60, thread: 25, threadBelow: 15 },
      sectioned: true,
    },
  ]);
  const plane = cuttingPlane(
    {
      name: 'A',
      seenIn: 'front',
      through: [
        [-50, -10],
        [50, -10],
      ],
      look: 'down',
    },
    made.file,
  );
  if (!plane.ok) throw new Error('no plane');
  const view = viewOf(sectionOf(made.part, plane.value).remains, VIEW_FRAMES.top, made.part.tol);
  // that of the upper end, cut, is seen, and that of the lower end lies under it on the same arc
  expectLengths(view, { 'thread thread': ROUND(ROOT) });
  expectLengths(seen(made.part, 'front'), { 'thread thread': 80, 'visible threadEnd': 24 });
});
