import type { Drawing } from '../../../../core/drawing/drawing.ts';
import type { Brought } from '../../../../core/part/schema.ts';
import type { Kept } from '../../../../exchange/kept.ts';

/** What a drawing is called where its part is brought in: its number, or its title. */
export const nameFrom = (d: Pick<Drawing, 'number' | 'title'>): string =>
  d.number.trim() || d.title.trim() || 'part';

/** A drawing of the register as a part that is brought in, as it stands now. */
export const broughtFrom = ({ id, revision, drawing }: Kept): Brought => ({
  part: drawing.part,
  drawing: id,
  revision,
  ...(drawing.title && { title: drawing.title }),
  ...(drawing.material && { material: drawing.material }),
});
