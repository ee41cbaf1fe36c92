import type { ReplayChoice } from '../../replay/deed.ts';
import { type DrawingMethod, type Figures, length } from '../method.ts';
import { smallDrawing } from './smallDrawing.ts';

/** The order of work that the shelf shows. */
export const USUAL: ReplayChoice = {
  method: 'mitre',
  first: 'front',
  hidden: 'per view',
  darken: 'per view',
  order: 'boxes',
};

const SIZES = [
  length('W', 'Width', 80, [20, 110]),
  length('D', 'Depth', 45, [15, 70]),
  length('H', 'Height', 50, [15, 80]),
  length('w', 'Step, wide', 30, [5, 100]),
  length('h', 'Step, deep', 22, [5, 75]),
];

const refuses = ({ W = 0, H = 0, w = 0, h = 0 }: Figures): string | undefined => {
  if (w >= W) return 'The step takes the whole width: give it less than the block is wide.';
  return h < H ? undefined : 'The step takes the whole height: give it less than the block is high.';
};

const steppedBlock =
  (title: string, views: readonly ('front' | 'top' | 'left')[]): DrawingMethod['drawing'] =>
  (f) =>
    smallDrawing(
      title,
      f,
      [
        { id: 'block', op: 'add', shape: { kind: 'block', width: 'W', depth: 'D', height: 'H' } },
        {
          id: 'step',
          op: 'cut',
          at: ['W - w', 0, 'H - h'],
          shape: { kind: 'block', width: 'w', depth: 'D', height: 'h' },
        },
      ],
      { views: [...views] },
    );

const BLOCK = { kind: 'drawing', group: 'Projection', figures: SIZES, refuses } as const;

/** Two views by projectors. */
export const settingOut: DrawingMethod = {
  ...BLOCK,
  slug: 'setting-out',
  title: 'Setting out two views',
  use: 'The sheet before the first line: where the views stand, boxes about them, and lines carried from one to the other.',
  drawing: steppedBlock('Setting out', ['front', 'top']),
  choice: USUAL,
};

/** The third view by a mitre line. */
export const mitreLine: DrawingMethod = {
  ...BLOCK,
  slug: 'mitre-line',
  title: 'Depths by a mitre line',
  use: 'The third view without measuring: a line at 45 degrees turns depths of the top view into depths of the side view.',
  drawing: steppedBlock('Mitre line', ['front', 'top', 'left']),
  choice: USUAL,
};

/** The third view by arcs. */
export const depthArcs: DrawingMethod = {
  ...BLOCK,
  slug: 'arcs',
  title: 'Depths by arcs',
  use: 'The third view by the compass: depths are swung about the corner where the lines between the views cross.',
  drawing: steppedBlock('Arcs', ['front', 'top', 'left']),
  choice: { ...USUAL, method: 'arcs' },
};

/** The third view by dividers. */
export const depthDividers: DrawingMethod = {
  ...BLOCK,
  slug: 'dividers',
  title: 'Depths by dividers',
  use: 'The third view where there is no room for a mitre line: each depth is taken with the dividers and set off from XY.',
  drawing: steppedBlock('Dividers', ['front', 'top', 'left']),
  choice: { ...USUAL, method: 'distances' },
};
