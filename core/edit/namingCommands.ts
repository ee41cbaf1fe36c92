import type { Drawing } from '../drawing/drawing.ts';
import type { Edited, NamingCommand } from './command.ts';
import { withChange, withEntry } from './place.ts';

/** Changes the names of points and where they stand on the sheet. */
export const applyNamingCommand = (d: Drawing, c: NamingCommand): Edited => {
  switch (c.type) {
    case 'nameCorner':
      return {
        drawing: withChange(d, { names: withEntry(d.names, c.corner, c.name || undefined) ?? null }),
        label: c.name ? `A corner named ${c.name}` : 'A corner numbered again',
      };
    case 'moveName': {
      const to: [number, number] | undefined = c.to ? [c.to[0], c.to[1]] : undefined;
      return {
        drawing: withChange(d, { labels: withEntry(d.labels, c.label, to) ?? null }),
        label: `Name ${c.name} ${to ? 'moved' : 'back in its place'}`,
      };
    }
  }
};
