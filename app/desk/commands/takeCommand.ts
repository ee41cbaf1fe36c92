import type { DeskCommand } from './commands.ts';
import { dialogGone, findControl, goTo } from './findControl.ts';

/**
 * Does what a command of the desk says, or goes to its control.
 * @param standAt opens a stage
 * @returns false where its control is not there now
 */
export const takeCommand = async (
  { stage, place }: DeskCommand,
  standAt: (stage: NonNullable<DeskCommand['stage']>) => void,
): Promise<boolean> => {
  if (stage) standAt(stage);
  if (place.kind === 'stage') return true;
  await dialogGone();
  if (place.kind === 'menu') {
    (await findControl(place.menu))?.click();
    const item = await findControl(place.item);
    item?.click();
    return item !== undefined;
  }
  const control = await findControl(place.name);
  if (!control) return false;
  goTo(control);
  if (place.press) control.click();
  return true;
};
