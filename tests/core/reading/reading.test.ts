import { describe, expect, test } from '@jest/globals';
import type { ViewName } from '../../../core/geometry/viewFrames.ts';
import { VIEW_FRAMES } from '../../../core/geometry/viewFrames.ts';
import { faceStory, type SeenScene } from '../../../core/reading/faceBook.ts';
import { lineStory, nearestLine } from '../../../core/reading/lineStory.ts';
import { viewReading } from '../../../core/reading/viewReading.ts';
import { lineWords, postingWords } from '../../../core/reading/words.ts';
import type { BuiltPart } from '../../../core/solid/build.ts';
import { viewOf as viewOfScene } from '../../../core/view/view.ts';
import { built, cutBy, feature, partOf, seen } from '../balance/given.ts';

const block = (w: number, d: number, h: number) =>
  ({ kind: 'block', width: w, depth: d, height: h }) as const;
/** An L of two blocks with a hole right through its foot and a slope on its back. */
const part = built(
  partOf(
    feature('add', block(90, 40, 10), { id: 'plate' }),
    feature('add', block(10, 40, 42), { id: 'wall', at: [0, 0, 10] }),
    feature('cut', { kind: 'hole', diameter: 10, depth: 'through' }, { id: 'bore', at: [60, 20, 10] }),
    feature(
      'cut',
      { kind: 'slot', length: 20, width: 8, depth: 4 },
      { id: 'groove', plane: 'bottom', at: [40, 20, 0] },
    ),
    feature(
      'add',
      {
        kind: 'extrude',
        height: 6,
        profile: {
          polygon: [
            [0, 0],
            [30, 0],
            [0, 20],
          ],
        },
      },
      { id: 'rib', plane: 'front', at: [10, 23, 10] },
    ),
  ),
);
const views: SeenScene[] = (['front', 'top', 'left', 'bottom'] as const).map((name) => ({
  name,
  view: seen(part, name),
  scene: part.bodies,
}));
const edgesOf = (p: BuiltPart) => new Map(p.bodies.flatMap((b) => b.edges.map((e) => [e.key, e] as const)));
const viewOf = (name: ViewName) => views.find((v) => v.name === name)!.view;
const words = (name: ViewName, at: [number, number]): string => {
  const near = nearestLine(viewOf(name), at);
  if (!near) throw new Error('no line');
  return lineWords(
    lineStory(near.line, near.at, viewOf(name), part.bodies, edgesOf(part), part.tol),
    name,
    'mm',
  ).join(' ');
};

describe('the face book', () => {
  const story = (name: ViewName, at: [number, number]) => faceStory(views, name, at, part.tol);
  test('a face is an area where one looks at it, an edge where one looks along it', () => {
    const s = story('top', [80, 30]);
    expect(s).toMatchObject({
      kind: 'face',
      face: 'plate/top',
      postings: {
        top: { as: 'area', true: true },
        front: { as: 'edge', seen: true },
        left: { as: 'edge', seen: false },
      },
    });
  });
  test('a slope is foreshortened in two views and an edge in the third', () => {
    const s = story('top', [20, 20]);
    if (s.kind !== 'face') throw new Error('no face');
    expect(s.face).toMatch(/^rib/);
    expect(s.postings.front).toEqual({ as: 'edge', seen: true });
    // 20 up over 30 along: seen from above it is 30 of its 36.06
    expect(s.postings.top).toMatchObject({ as: 'area', true: false });
    expect((s.postings.top as { share: number }).share).toBeCloseTo(30 / Math.hypot(30, 20), 9);
    expect(postingWords(s.postings.top!)).toBe('an area, foreshortened to 0.832');
    expect(s.postings.bottom).toEqual({ as: 'away' });
  });
  test('what looks at the observer but stands behind something is covered', () => {
    const behind = built(
      partOf(
        feature('add', block(40, 40, 5), { id: 'base' }),
        feature('add', block(40, 5, 30), { id: 'screen', at: [0, 0, 5] }),
        feature('add', { kind: 'pyramid', sides: 4, side: 20, height: 15 }, { id: 'spire', at: [20, 25, 5] }),
      ),
    );
    const both = (['top', 'front'] as const).map((name) => ({
      name,
      view: seen(behind, name),
      scene: behind.bodies,
    }));
    const s = faceStory(both, 'top', [20, 18], behind.tol);
    expect(s).toMatchObject({
      face: 'spire/side 1',
      postings: { top: { as: 'area', true: false }, front: { as: 'covered' } },
    });
  });
  test('blank places: right through, or beside', () => {
    expect(story('top', [60, 20])).toEqual({ kind: 'opening' });
    expect(story('top', [95, 20])).toEqual({ kind: 'beside' });
    expect(story('front', [60, 30])).toEqual({ kind: 'beside' });
  });
  test('a round face is an area, round', () => {
    const pin = built(partOf(feature('add', { kind: 'cylinder', diameter: 20, height: 30 }, { id: 'pin' })));
    const seenPin = (['front', 'top'] as const).map((name) => ({
      name,
      view: seen(pin, name),
      scene: pin.bodies,
    }));
    expect(faceStory(seenPin, 'front', [3, 10], pin.tol)).toMatchObject({
      face: 'pin/side',
      postings: { front: { as: 'area', round: true } },
    });
  });
});

test('in a sectional view the cut face is told as such, and what was taken away is not met', () => {
  const file = partOf(
    feature('add', block(60, 40, 20), { id: 'plate' }),
    feature('cut', { kind: 'hole', diameter: 10, depth: 'through' }, { id: 'bore', at: [30, 20, 20] }),
  );
  const section = cutBy(file, {
    name: 'A',
    seenIn: 'top',
    through: [
      [0, 20],
      [60, 20],
    ],
    look: 'up',
  });
  const whole = built(file);
  const cut = {
    name: 'front' as const,
    view: viewOfScene(section.remains, VIEW_FRAMES.front, whole.tol),
    scene: section.remains,
  };
  expect(faceStory([cut], 'front', [10, 10], whole.tol)).toMatchObject({
    face: 'cut/face',
    postings: { front: { as: 'area', true: true } },
  });
  expect(faceStory([cut], 'front', [30, 10], whole.tol)).toMatchObject({ face: 'bore/wall' });
  expect(viewReading('Section', cut.view, cut.scene, whole.tol, 'mm')).toContain('the cut face');
});

describe('which line is that', () => {
  test('an edge between two levels', () => {
    const text = words('top', [10, 35]);
    expect(text).toContain('visible edge');
    expect(text).toContain('Nothing stands before it.');
    expect(text).toContain('It parts the top of wall from the top of plate, which lies 42 further back (H).');
  });
  test('a hidden line names what stands before it', () => {
    const text = words('front', [65, 5]);
    expect(text).toContain('A hidden outline: the wall of bore turns away from the observer here.');
    expect(text).toContain('The front of plate stands before it, so it is dashed.');
  });
  test('a slant edge is longer than it looks', () => {
    const text = words('top', [25, 23]);
    expect(text).toContain('It is 30 mm long in this view; its true length is 36.056 mm.');
  });
  test('a rim is as long as its circle', () => {
    expect(words('top', [65, 20])).toContain('It is 31.416 mm long, its true length.');
  });
});

describe('a view in words', () => {
  test('areas, openings and what is hidden', () => {
    const text = viewReading('Top view', viewOf('top'), part.bodies, part.tol, 'mm');
    expect(text).toContain('Top view: 90 mm across and 40 up.');
    expect(text).toContain('a rectangle at the left, 10 by 40: the top of wall');
    expect(text).toContain('One opening goes right through.');
    expect(text).toMatch(/Hidden lines: \d+ of groove/);
  });
  test('two rectangles, one above the other', () => {
    const text = viewReading('Left view', viewOf('left'), part.bodies, part.tol, 'mm');
    expect(text).toContain('a rectangle');
    expect(text).toContain('40 by');
  });
  test('a disc and a square', () => {
    const pin = built(
      partOf(
        feature('add', block(40, 40, 5), { id: 'base' }),
        feature('add', { kind: 'cylinder', diameter: 24, height: 30 }, { id: 'pin', at: [20, 20, 5] }),
      ),
    );
    const text = viewReading('Top view', seen(pin, 'top'), pin.bodies, pin.tol, 'mm');
    expect(text).toContain('a circle in the middle, 24 by 24: the top of pin');
    expect(text).toContain('No hidden lines.');
  });
});

/** The sides of what a reading calls an area, as one would draw it from the words alone. */
describe('what an area is called can be drawn', () => {
  const readingOf = (file: ReturnType<typeof feature>[], name: ViewName): string => {
    const p = built(partOf(...file));
    return viewReading('View', seen(p, name), p.bodies, p.tol, 'mm');
  };
  test('a hexagon has six straight sides and is no circle', () => {
    const text = readingOf(
      [feature('add', { kind: 'prism', sides: 6, acrossFlats: 30, height: 20 }, { id: 'hex' })],
      'top',
    );
    expect(text).toContain('an area with six straight sides');
    expect(text).not.toContain('circle');
  });
  test('a circle seen aslant is an ellipse with its axes', () => {
    const text = readingOf(
      [
        feature(
          'add',
          { kind: 'cylinder', diameter: 40, height: 8 },
          { id: 'disc', turn: [{ axis: 'x', angle: 60 }] },
        ),
      ],
      'top',
    );
    expect(text).toMatch(/an ellipse with axes of (40 and 20|20 and 40)/);
  });
  test('flush parts are one area', () => {
    const text = readingOf(
      [
        feature('add', block(40, 30, 10), { id: 'left' }),
        feature('add', block(20, 30, 10), { id: 'right', at: [40, 0, 0] }),
      ],
      'top',
    );
    expect(text).toContain(
      'One area, from above: a rectangle in the middle, 60 by 30: the top of left, flush with the top of right',
    );
  });
  test('an outline with curves is no rectangle, and one with a step has six sides', () => {
    const slot = readingOf(
      [
        feature('add', block(60, 30, 10), { id: 'plate' }),
        feature('cut', { kind: 'slot', length: 30, width: 10, depth: 4 }, { id: 'slot', at: [30, 15, 10] }),
      ],
      'top',
    );
    expect(slot).toContain(
      'an area with straight and curved sides in the middle, 40 by 10: the floor of slot',
    );
    expect(slot).toContain('a rectangle round what stands in it');
    const step = readingOf(
      [
        feature('add', block(60, 30, 10), { id: 'base' }),
        feature('add', block(20, 30, 10), { id: 'top', at: [0, 0, 10] }),
      ],
      'front',
    );
    expect(step).toContain('an area with six straight sides');
  });
});

test('which line is that: the nearer face is named first, and an arc has its length', () => {
  expect(words('top', [10, 5])).toMatch(
    /edge of the right of wall and the top of plate|edge of the top of wall/,
  );
  const half = built(
    partOf(
      feature('add', { kind: 'cylinder', diameter: 20, height: 10 }, { id: 'half' }),
      feature('cut', block(20, 40, 30), { id: 'flat', at: [0, -20, -5] }),
    ),
  );
  const view = seen(half, 'top');
  const near = nearestLine(view, [-10, 0]);
  if (!near) throw new Error('no line');
  const text = lineWords(
    lineStory(near.line, near.at, view, half.bodies, edgesOf(half), half.tol),
    'top',
    'mm',
  ).join(' ');
  expect(text).toContain('31.416 mm long, its true length');
});

test('an inch drawing reads its sizes as fractions', () => {
  const shoe = built({
    ...partOf(feature('add', { kind: 'block', width: '4 1/8', depth: '2 1/4', height: 2 })),
    units: 'in',
  });
  const view = seen(shoe, 'front');
  expect(viewReading('Front view', view, shoe.bodies, shoe.tol, 'in')).toContain(
    'Front view: 4 1/8 in across and 2 up.',
  );
});
