import type { Drawing } from '../drawing/drawing.ts';
import { type TaskLine, taskLines } from '../task/task.ts';
import type { Edited, TaskCommand } from './command.ts';
import { gone, withChange } from './place.ts';

const withTask = (d: Drawing, task: TaskLine[], label: string): Edited => ({
  drawing: withChange(d, { task: task.length ? task : null }),
  label,
});

/**
 * Changes what was asked for, and the given picture.
 * @throws Refusal where the picture is gone
 */
export const applyTaskCommand = (d: Drawing, c: TaskCommand): Edited => {
  const task = d.task ?? [];
  switch (c.type) {
    case 'addTask':
      return withTask(d, [...task, ...taskLines(c.text)], 'Task added to');
    case 'tickTask':
      return withTask(
        d,
        task.map((t) => (t.text === c.line ? { ...t, done: c.done } : t)),
        `Task: ${c.line.slice(0, 60)}`,
      );
    case 'removeTask':
      return withTask(
        d,
        task.filter((t) => t.text !== c.line),
        'Task line taken out',
      );
    case 'setGivenSizes': {
      // sizes kept with the picture by an earlier version are in the one list from now on
      const source = d.source && { ...d.source, sizes: [] };
      const given = c.sizes.length ? [...c.sizes] : null;
      return { drawing: withChange(source ? { ...d, source } : d, { given }), label: c.label };
    }
    case 'addPicture':
      return {
        drawing: { ...d, source: c.source },
        label: `Picture ${c.source.name.slice(0, 60)} laid beneath`,
      };
    case 'changePicture': {
      const source = d.source ?? gone('The picture');
      return { drawing: { ...d, source: { ...source, ...c.change } }, label: c.label };
    }
  }
};
