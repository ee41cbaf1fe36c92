import { describe, expect, test } from '@jest/globals';
import { openDesk } from '../../../core/drawing/desk.ts';
import { drawingOfPart } from '../../../core/drawing/drawing.ts';
import type { Vec2 } from '../../../core/geometry/vec.ts';
import type { ViewName } from '../../../core/geometry/viewFrames.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { outlineOf } from '../../../core/replay/outlineWalk.ts';
import { feature, partOf } from '../balance/given.ts';

const block = (width: number, depth: number, height: number) =>
  ({ kind: 'block', width, depth, height }) as const;

/** The outline of a view at full size, its corners from the lower left corner of the view's box, mm. */
const walk = (file: PartFile, name: ViewName): { corners: Vec2[]; passed: number } | undefined => {
  const d = drawingOfPart(file);
  const worked = openDesk().work({ ...d, setup: { ...d.setup, paper: 'A2', scale: 1 } });
  if (!worked.ok) throw new Error('not drawn');
  const v = worked.sheet.views.find((x) => x.name === name);
  const outline = v && outlineOf(v);
  if (!v || !outline) return undefined;
  const here = (p: Vec2): Vec2 => [
    Number((p[0] - v.box.x).toFixed(6)) + 0,
    Number((p[1] - v.box.y).toFixed(6)) + 0,
  ];
  return {
    corners: [outline.start, ...outline.sides.filter((s) => s.corner).map((s) => s.to)].map(here),
    passed: outline.sides.filter((s) => !s.corner).length,
  };
};

describe('an outline is walked counter-clockwise from its lowest corner', () => {
  test('a stepped block: right, up, left, up, left and down', () => {
    const steps = partOf(
      feature('add', block(60, 30, 10)),
      feature('add', block(25, 30, 14), { at: [0, 0, 10], id: 'step' }),
    );
    expect(walk(steps, 'front')?.corners).toEqual([
      [0, 0],
      [60, 0],
      [60, 10],
      [25, 10],
      [25, 24],
      [0, 24],
      [0, 0],
    ]);
    // from above the step's edge ends on both long sides, which are no corners
    const top = walk(steps, 'top');
    expect(top?.corners).toEqual([
      [0, 0],
      [60, 0],
      [60, 30],
      [0, 30],
      [0, 0],
    ]);
    expect(top?.passed).toBe(2);
  });
  test('a line that runs on inside is left where the outline turns', () => {
    // the low block stands further forward, so that the tall one's foot is seen on over its top
    const two = partOf(
      feature('add', block(40, 30, 10)),
      feature('add', block(20, 20, 25), { at: [30, 10, 0], id: 'tall' }),
    );
    expect(walk(two, 'front')?.corners).toEqual([
      [0, 0],
      [50, 0],
      [50, 25],
      [30, 25],
      [30, 10],
      [0, 10],
      [0, 0],
    ]);
  });
  test('slanted sides and rounded corners are followed; of an arc its ends count', () => {
    const roof = partOf(
      feature(
        'add',
        {
          kind: 'extrude',
          height: 20,
          profile: {
            polygon: [
              [0, 0],
              [50, 0],
              [50, 12],
              [25, 30],
              [0, 12],
            ],
          },
        },
        { plane: 'front', at: [0, 20, 0] },
      ),
    );
    expect(walk(roof, 'front')?.corners).toEqual([
      [0, 0],
      [50, 0],
      [50, 12],
      [25, 30],
      [0, 12],
      [0, 0],
    ]);
    const rounded = partOf(
      feature('add', { kind: 'extrude', height: 8, profile: { rectangle: [40, 30], round: 5 } }),
    );
    // tangent sides run straight on into their arcs: nothing turns at once
    expect(walk(rounded, 'top')?.corners.length).toBeLessThanOrEqual(2);
  });
  test('a circle has no corner to begin from', () => {
    expect(
      walk(partOf(feature('add', { kind: 'cylinder', diameter: 30, height: 10 })), 'top'),
    ).toBeUndefined();
    expect(
      walk(partOf(feature('add', { kind: 'cylinder', diameter: 30, height: 10 })), 'front')?.corners,
    ).toHaveLength(5);
  });
});
