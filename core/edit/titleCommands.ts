import { type Drawing, drawingSchema } from '../drawing/drawing.ts';
import { Refusal } from '../number/fault.ts';
import { says } from '../number/faultWords.ts';
import type { Edited, TitleCommand } from './command.ts';

/**
 * Fills a field of the title block.
 * @throws Refusal for a text that is longer than the field takes
 */
export const applyTitleCommand = (d: Drawing, { key, text, words }: TitleCommand): Edited => {
  const value = text.trim();
  const rule = drawingSchema.shape[key];
  if (!rule.safeParse(value).success)
    throw new Refusal({ path: [key], where: words, ...says('title.longer') });
  const { [key]: _, ...others } = d;
  const isWanted = value !== '' || !rule.safeParse(undefined).success;
  return {
    drawing: (isWanted ? { ...d, [key]: value } : others) as Drawing,
    label: `${words}: ${value || 'nothing'}`,
  };
};
