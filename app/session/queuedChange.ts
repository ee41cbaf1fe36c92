import type { Drawing } from '../../core/drawing/drawing.ts';
import type { applyCommand } from '../../core/edit/applyCommand.ts';
import type { Command, EditContext } from '../../core/edit/command.ts';
import type { Result } from '../../core/number/fault.ts';

/** A change on its way to the server: what was done, and the drawing that it led to. */
export type QueuedChange = {
  /** made here, so that the server knows the change when it is sent again */
  readonly id: string;
  readonly label: string;
  readonly command: Command;
  readonly drawing: Drawing;
};

/** The queued changes made once more on another state; the fault of the first that cannot be made there. */
export const remade = (
  base: Drawing,
  queue: readonly QueuedChange[],
  context: EditContext,
  apply: typeof applyCommand,
): Result<readonly QueuedChange[]> => {
  const out: QueuedChange[] = [];
  for (const change of queue) {
    const made = apply(out.at(-1)?.drawing ?? base, change.command, context);
    if (!made.ok) return made;
    out.push({ ...change, ...made.value });
  }
  return { ok: true, value: out };
};
