import { expect, test } from '@jest/globals';
import type { Drawing } from '../../../core/drawing/drawing.ts';
import { applyCommand } from '../../../core/edit/applyCommand.ts';
import type { Command } from '../../../core/edit/command.ts';
import { demoDrawing } from '../../samples.ts';

const bracket = demoDrawing('02-louvre-bracket.drawing.json');
const made = (d: Drawing, c: Command) => {
  const done = applyCommand(d, c, { box: undefined });
  if (!done.ok) throw new Error('refused');
  return done.value;
};
const set = (state: 'in hand' | 'to be checked' | 'checked'): Command => ({
  type: 'setState',
  state,
  by: 'R. M.',
  on: '2026-11-28',
});

test('a sheet is handed over, and whoever checks it signs the title block where it has a box for that', () => {
  const bare = made(bracket, set('checked')).drawing;
  expect([bare.state?.by, bare.checkedBy]).toEqual(['R. M.', undefined]);
  const withBox = { ...bracket, setup: { ...bracket.setup, titleBlock: 'workshop' as const } };
  const over = made(withBox, set('to be checked')).drawing;
  expect(over.state).toEqual({ is: 'to be checked', by: 'R. M.', on: '2026-11-28' });
  expect(over.checkedBy).toBe(bracket.checkedBy);
  const checked = made(over, set('checked')).drawing;
  expect([checked.state?.is, checked.checkedBy, checked.checkedOn]).toEqual([
    'checked',
    'R. M.',
    '2026-11-28',
  ]);
  expect(made(checked, set('in hand')).drawing.state).toBeUndefined();
});

test('a change of what is drawn puts it in hand again, and says so', () => {
  const checked = made(bracket, set('checked')).drawing;
  const changed = made(checked, { type: 'namePart', name: 'Another bracket' });
  expect(changed.drawing.state).toBeUndefined();
  expect(changed.label).toMatch(/; in hand again$/);
});

test('remarks accepted, lines walked and the revision leave it as it is', () => {
  const checked = made(bracket, set('checked')).drawing;
  const revised = made(checked, {
    type: 'revise',
    letter: 'B',
    reason: 'Wider',
    by: 'R. M.',
    on: '2026-11-28',
    isFirst: false,
  });
  expect(revised.drawing.state?.is).toBe('checked');
  const walked = made(checked, { type: 'walkLine', line: 'fits', done: true, by: 'R. M.', on: '2026-11-28' });
  expect(walked.drawing.state?.is).toBe('checked');
});
