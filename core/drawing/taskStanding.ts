import { fulfilment } from '../task/fulfilment.ts';
import type { TaskStanding } from '../task/task.ts';
import type { Worked } from './desk.ts';
import type { Drawing } from './drawing.ts';

/** How each line of a drawing's task stands, by what the sheet shows. */
export const taskStanding = (
  d: Drawing,
  { part, sheet }: Pick<Extract<Worked, { ok: true }>, 'part' | 'sheet'>,
): TaskStanding[] => fulfilment(d.task ?? [], { setup: d.setup, part, file: d.part, sheet });
