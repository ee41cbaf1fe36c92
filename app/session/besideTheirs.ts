import type { Drawing } from '../../core/drawing/drawing.ts';
import type { applyCommand } from '../../core/edit/applyCommand.ts';
import { changedPlaces, doMeet } from '../../core/edit/changedPlaces.ts';
import type { EditContext } from '../../core/edit/command.ts';
import { type QueuedChange, remade } from './queuedChange.ts';

/**
 * The changes that wait here, made on what somebody else has stored meanwhile: where both touched different places, neither has to choose.
 * @param base the state that both began from
 * @param theirs how the drawing stands in the store
 * @returns the changes as they follow theirs; undefined where both changed the same place, where one cannot be made any more, or where
 * making it again would take something of theirs back
 */
export const besideTheirs = (
  base: Drawing,
  theirs: Drawing,
  queue: readonly QueuedChange[],
  context: EditContext,
  apply: typeof applyCommand,
): readonly QueuedChange[] | undefined => {
  const mine = queue.at(-1)?.drawing;
  if (!mine) return undefined;
  const fromThem = changedPlaces(base, theirs);
  if (doMeet(changedPlaces(base, mine), fromThem)) return undefined;
  const again = remade(theirs, queue, context, apply);
  const both = again.ok ? again.value.at(-1)?.drawing : undefined;
  if (!again.ok || !both || doMeet(changedPlaces(theirs, both), fromThem)) return undefined;
  return again.value;
};
