import type { Stage } from '../deskView.ts';

/** A key, or several that do one thing, and what it does. */
export type KeyLine = { readonly keys: readonly string[]; readonly does: string };

/** Keys that work everywhere at the desk. */
export const DESK_KEYS: readonly KeyLine[] = [
  { keys: ['1 … 8'], does: 'Go to a stage' },
  { keys: ['Ctrl Z'], does: 'Undo' },
  { keys: ['Ctrl Shift Z'], does: 'Redo' },
  { keys: ['Ctrl K'], does: 'Find an action or a setting' },
  { keys: ['?'], does: 'These keys' },
  { keys: ['+', '-'], does: 'Sheet larger, smaller' },
  { keys: ['0'], does: 'Whole sheet' },
  { keys: ['Tab', 'Shift Tab'], does: 'Next, previous control; handles on the sheet too' },
];

/** A field with a figure, wherever it stands. */
export const FIGURE_KEYS: readonly KeyLine[] = [
  { keys: ['Enter'], does: 'Take the figure' },
  { keys: ['Esc'], does: 'As it was' },
  { keys: ['↑', '↓'], does: 'A step more, less' },
];

/** What is particular to each stage. */
export const STAGE_KEYS: Readonly<Record<Stage, readonly KeyLine[]>> = {
  Measure: [
    { keys: ['Enter'], does: 'Take the line that was typed' },
    { keys: ['Tab'], does: 'Complete the word' },
    { keys: ['Ctrl Z'], does: 'In the empty field: take the line just added back' },
    { keys: ['← → ↑ ↓'], does: 'Turn the pictorial, when it has the keyboard' },
  ],
  'Set out': [{ keys: ['← → ↑ ↓'], does: 'Move the views, when their handle has the keyboard' }],
  Project: [],
  Transfer: [
    { keys: ['← → ↑ ↓'], does: 'In practice: the cursor, crossing by crossing' },
    { keys: ['Enter', 'Space'], does: 'In practice: mark the point, or end the line' },
    { keys: ['Esc'], does: 'In practice: leave the line that is begun' },
  ],
  Cut: [{ keys: ['← → ↑ ↓'], does: 'Move an end of the trace, or X1Y1, when its handle has the keyboard' }],
  Dimension: [{ keys: ['Enter'], does: 'Take the dimension in hand that has the keyboard' }],
  Check: [],
  Issue: [],
};
