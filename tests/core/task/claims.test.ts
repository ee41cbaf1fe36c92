import { describe, expect, test } from '@jest/globals';
import { openDesk } from '../../../core/drawing/desk.ts';
import { type Drawing, drawingOfPart } from '../../../core/drawing/drawing.ts';
import { feature, partOf } from '../balance/given.ts';

/** A cup with four pegs and two holes, named sizes, three views in first angle at 1:1 on A3. */
const part = {
  ...partOf(
    feature('add', { kind: 'block', width: 'W', depth: 40, height: 30 }, { id: 'base' }),
    feature('cut', { kind: 'hole', diameter: 67 / 4, depth: 'through' }, { id: 'bore', at: [30, 20, 30] }),
    feature(
      'add',
      { kind: 'cylinder', diameter: 6, height: 10 },
      { id: 'peg', at: [5, 5, 30], repeat: { count: 2, step: [50, 0, 0] }, mirror: { normal: 'y', at: 20 } },
    ),
  ),
  dims: { W: 60 },
};
const base = drawingOfPart(part);
const standing = (text: string, change: Partial<Drawing> = {}) => {
  const worked = openDesk().work({
    ...base,
    ...change,
    setup: { ...base.setup, scale: 1, views: ['front', 'top', 'left'], ...change.setup },
    task: [{ text }],
  });
  if (!worked.ok) throw new Error(JSON.stringify(worked.faults));
  return worked.task[0];
};

describe('a line is ticked by the drawing only where every word of it is proved', () => {
  test.each([
    // these contain "view", and ask for something else
    'Dimension the front view',
    'Number the points 1 to 6 in all views',
    'Axes 10 mm away from the views',
    'Dimensions, title box and view labels',
    'Front view in colour',
    'Top view with centre lines',
    'Hatch the section at 45 degrees',
    'Scale drawing of the cup by eye',
    'Print your name on the A3 sheet',
    'Inner diameter 16.75, wall 3',
    'The front view must be above the top view',
    'True shape with its X1Y1 line labelled',
  ])('%s: the tick is the user’s own', (text) => {
    expect(standing(text)).toMatchObject({ by: 'hand', fulfilled: false });
  });

  test.each([
    ['Do not draw the left view', false, 'On the sheet: left view.'],
    ['Do not draw the right view', true, 'Not on the sheet: right view.'],
    ['Without a section', true, 'No cut goes through the part yet.'],
    ['Three views', true, '3 views are on the sheet.'],
    ['Two views', false, '3 views are on the sheet, not 2.'],
    ['Draw the front, top and left views in first angle to a scale of 1:1', true, undefined],
    ['Front view, plan and end elevation, third angle', false, undefined],
    ['Hidden lines in the front view', true, undefined],
    ['No hidden lines in the top view', false, 'Hidden lines are not left out in the top view.'],
    ['A3 landscape', true, undefined],
    ['A3 portrait', false, undefined],
    ['four pegs', true, 'The statement has 4 pegs.'],
    ['3 pegs', false, 'The statement has 4 pegs, not 3.'],
    ['one holes', true, undefined],
    ['2 holes', false, 'The statement has 1 hole, not 2.'],
    ['four pegs ⌀6', true, undefined],
    ['four pegs ⌀8', false, undefined],
    ['Inner diameter 16.75', true, 'A round of ⌀16.75 is cut.'],
    ['Inner diameter 67', false, 'No round of ⌀67 is cut.'],
    ['W = 60', true, 'W is 60.'],
    ['W = 62', false, 'W is 60, not 62.'],
    ['H = 30', false, 'No size is called H in the statement.'],
  ])('%s: %p', (text, fulfilled, reason) => {
    expect(standing(text)).toMatchObject({ by: 'the drawing', fulfilled, ...(reason && { reason }) });
  });

  test('what could be checked of a line is said, though the tick is the user’s', () => {
    expect(standing('Front view with all dimensions')?.reason).toBe(
      'Yours to tick. Checked of it: On the sheet: front view.',
    );
    expect(standing('Right view with all dimensions')?.reason).toBe(
      'Yours to tick. Checked of it: Not on the sheet: right view.',
    );
  });
});
