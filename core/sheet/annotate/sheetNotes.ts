import type { Ink } from '../ink/ink.ts';
import type { PaperFrame, Rect } from '../layout/paper.ts';
import { letterWidth } from './letterWidth.ts';
import { checkBar } from './titleBlock.ts';

/** Height of the letters of notes, from line to line, and room above and below them all, mm. */
const HEIGHT = 2.5;
const LINE = 4.4;
const ROOM = 3;

/** What stands in the lower left corner: the check bar, and above it the notes on the sheet; with the room that both take. */
export const footInk = (
  paper: PaperFrame,
  units: 'mm' | 'in',
  notes: readonly string[] = [],
): { readonly ink: Ink[]; readonly room: Rect } => {
  const bar = checkBar(paper, units);
  if (!notes.length) return bar;
  const lines = ['NOTES', ...notes.map((n, i) => `${i + 1}. ${n.toUpperCase()}`)];
  const { x, y, w, h } = bar.room;
  const foot = y + h + ROOM;
  const written = lines.map(
    (text, i): Ink => ({
      kind: 'text',
      layer: 'title',
      text,
      at: [x + 5, foot + (lines.length - 1 - i) * LINE],
      height: HEIGHT,
      anchor: 'start',
    }),
  );
  const wide = Math.max(...lines.map((l) => letterWidth(l, HEIGHT))) + 5 + ROOM;
  return {
    ink: [...bar.ink, ...written],
    room: { x, y, w: Math.max(w, wide), h: h + lines.length * LINE + 2 * ROOM },
  };
};
