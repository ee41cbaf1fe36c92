import type { Drawing } from '../../drawing/drawing.ts';
import type { SheetSetup } from '../../sheet/setup.ts';
import { type DrawingMethod, degrees, type Figures, length } from '../method.ts';
import { smallDrawing } from './smallDrawing.ts';
import { USUAL } from './transferring.ts';

const CUT_HEIGHT = length('k', 'Cut, at the axis', 30, [2, 120]);
const CUT_ANGLE = degrees('a', 'Cut to the base', 30, [0, 75]);

/** How far the trace rises from the axis to the side. */
const rise = (half: number, a: number): number => half * Math.tan((a * Math.PI) / 180);

/** The trace keeps within the height of a body on both sides of its axis. */
const keepsWithin =
  (half: (f: Figures) => number) =>
  (f: Figures): string | undefined => {
    const { H = 0, k = 0, a = 0 } = f;
    const up = rise(half(f), a);
    return k - up > 0 && k + up < H
      ? undefined
      : 'The cut leaves through the top or the base: give it a height nearer to the middle, or a smaller angle.';
  };

const TRACE = { name: 'A', seenIn: 'front', at: [0, 'k'], angle: 'a', look: 'down' } as const;
const cutAcross = { ...TRACE, at: [0, 'k'] as [number, string] };
const SECTION = { kind: 'drawing', group: 'Sections', choice: USUAL } as const;
const VIEWS: ('front' | 'top')[] = ['front', 'top'];

/** Cut points alone: the true shape is a method of its own. */
const WITHOUT_SHAPE: SheetSetup['shapes'] = { A: { out: true } };

const hexagonalPrism = (title: string, f: Figures, shapes: SheetSetup['shapes']): Drawing =>
  smallDrawing(
    title,
    f,
    [{ id: 'prism', op: 'add', shape: { kind: 'prism', sides: 6, side: 's', height: 'H' } }],
    { views: VIEWS, cut: cutAcross, shapes },
  );

/** Cut points on edges. */
export const cutPointsOnEdges: DrawingMethod = {
  ...SECTION,
  slug: 'cut-points-on-edges',
  title: 'Cut points on edges',
  use: 'A prism cut aslant: where its trace meets each edge is a point of the section, and projectors carry it to its edge in the top view.',
  figures: [
    length('s', 'Hexagon, side', 26, [8, 50]),
    length('H', 'Height', 60, [10, 120]),
    CUT_HEIGHT,
    CUT_ANGLE,
  ],
  refuses: keepsWithin(({ s = 0 }) => s),
  drawing: (f) => hexagonalPrism('Cut points on edges', f, WITHOUT_SHAPE),
};

/** Cut points on generators. */
export const cutPointsOnGenerators: DrawingMethod = {
  ...SECTION,
  slug: 'cut-points-on-generators',
  title: 'Cut points on generators',
  use: 'A cylinder has no edges to cut: generators take their place. More of them give more points of the curve.',
  figures: [
    length('d', 'Diameter', 50, [10, 90]),
    length('H', 'Height', 60, [10, 120]),
    CUT_HEIGHT,
    CUT_ANGLE,
  ],
  refuses: keepsWithin(({ d = 0 }) => d / 2),
  drawing: (f) =>
    smallDrawing(
      'Cut points on generators',
      f,
      [{ id: 'round', op: 'add', shape: { kind: 'cylinder', diameter: 'd', height: 'H' } }],
      { views: VIEWS, cut: cutAcross, shapes: WITHOUT_SHAPE, generators: 12 },
    ),
};

/** Cut points of a cone. */
export const cutPointsOfCone: DrawingMethod = {
  ...SECTION,
  slug: 'cut-points-of-a-cone',
  title: 'Cut points of a cone',
  use: 'The generators of a cone run to its apex in both views: each cut point is found on the trace and brought to its generator.',
  figures: [
    length('d', 'Base ⌀', 60, [10, 90]),
    length('H', 'Apex, high', 70, [10, 120]),
    CUT_HEIGHT,
    degrees('a', 'Cut to the base', 20, [0, 60]),
  ],
  refuses: ({ d = 0, H = 0, k = 0, a = 0 }) => {
    const [r, t] = [d / 2, Math.tan((a * Math.PI) / 180)];
    if (k >= H) return 'The cut passes above the apex: give it less height on the axis.';
    if (t * r >= H) return 'The cut is as steep as the side: give it a smaller angle.';
    return (H * (k - t * r)) / (H - t * r) > 0
      ? undefined
      : 'The cut runs out through the base: give it more height, or a smaller angle.';
  },
  drawing: (f) =>
    smallDrawing(
      'Cut points of a cone',
      f,
      [{ id: 'cone', op: 'add', shape: { kind: 'cone', diameter: 'd', height: 'H' } }],
      { views: VIEWS, cut: cutAcross, shapes: WITHOUT_SHAPE, generators: 12 },
    ),
};

/** Cut points of a ball by level circles. */
export const cutPointsOfBall: DrawingMethod = {
  ...SECTION,
  slug: 'cut-points-of-a-ball',
  title: 'Cut points by level circles',
  use: 'A ball has neither edges nor generators: a level plane through each cut point cuts it in a circle, which is true in the top view.',
  figures: [
    length('d', 'Diameter', 60, [10, 90]),
    length('k', 'Cut above centre', 8, [-40, 40]),
    degrees('a', 'Cut to the level', 35, [0, 80]),
  ],
  refuses: ({ d = 0, k = 0, a = 0 }) =>
    Math.abs(k) * Math.cos((a * Math.PI) / 180) < (d / 2) * 0.95
      ? undefined
      : 'The cut hardly touches the ball: bring it nearer to the middle.',
  drawing: (f) =>
    smallDrawing(
      'Cut points by level circles',
      f,
      [{ id: 'ball', op: 'add', shape: { kind: 'sphere', diameter: 'd' } }],
      { views: VIEWS, cut: cutAcross, shapes: WITHOUT_SHAPE },
    ),
};

/** The true shape of a cut face. */
export const trueShapeOnX1Y1: DrawingMethod = {
  ...SECTION,
  slug: 'true-shape',
  title: 'True shape on X1Y1',
  use: 'The size of a face that a slanting plane lays open: spacings along the trace, distances from XY out of the top view.',
  figures: cutPointsOnEdges.figures,
  refuses: keepsWithin(({ s = 0 }) => s),
  drawing: (f) => hexagonalPrism('True shape', f, {}),
};
