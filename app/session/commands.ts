import type { applyCommand } from '../../core/edit/applyCommand.ts';
import { fetched } from '../fetched.ts';

/** What makes a change of a drawing from a command. Its script, which reads typed lines, is no part of the first load. */
type Apply = typeof applyCommand;
let apply: Apply | undefined;

/** As far as it has come. */
export const commandsNow = (): Apply | undefined => apply;

/** Fetches it, once. */
export const fetchCommands = async (): Promise<Apply> => {
  apply ??= (await fetched(() => import('../../core/edit/applyCommand.ts'))).applyCommand;
  return apply;
};
