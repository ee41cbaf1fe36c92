import type { Drawing } from './drawing.ts';

/** One step of the tour: what to do, where it is done, and when it is done. */
export type TourStep = {
  readonly words: string;
  /** what came of it, once it is done */
  readonly shows: string;
  readonly stage: string;
  readonly isDone: (d: Drawing) => boolean;
};

/** The width with which the tour's block begins, and what it is changed to. */
const FIRST_WIDTH = 60;

const featuresOf = (d: Drawing) => d.part.bodies.flatMap((b) => b.features);
const blockOf = (d: Drawing) => featuresOf(d).find((f) => f.shape.kind === 'block');
const widthOf = (d: Drawing): number | undefined => {
  const shape = blockOf(d)?.shape;
  return shape?.kind === 'block' ? Number(shape.width) : undefined;
};

/** From the first line to a dimensioned sheet, in the order of work. */
export const TOUR: readonly TourStep[] = [
  {
    words: `Type "block ${FIRST_WIDTH} x 40 x 25" into the new line and press Enter.`,
    shows: 'A part is stated as one says it. Its views are drawn while you type.',
    stage: 'Measure',
    isDone: (d) => blockOf(d) !== undefined,
  },
  {
    words: 'Type "hole 12 through" as the next line. It asks where: press "in the middle", then Enter.',
    shows: 'What a line does not say is asked; nothing is guessed.',
    stage: 'Measure',
    isDone: (d) => featuresOf(d).some((f) => f.shape.kind === 'hole'),
  },
  {
    words: `Press the figure ${FIRST_WIDTH} in the first line and type 80 over it.`,
    shows: 'Every figure can be changed where it stands; all views follow.',
    stage: 'Measure',
    isDone: (d) => widthOf(d) !== undefined && widthOf(d) !== FIRST_WIDTH,
  },
  {
    words: 'Choose third angle, at the top or at Set out.',
    shows: 'The views change their places; House rules has the other schools.',
    stage: 'Set out',
    isDone: (d) => d.setup.angle === 'third',
  },
  {
    words: 'Go to Cut, press "Add a cut" and take the first one.',
    shows: 'The section is hatched; its plane can be pulled on the sheet.',
    stage: 'Cut',
    isDone: (d) => d.cuts.length > 0,
  },
  {
    words: 'Go to Dimension and press "Dimension the sheet".',
    shows: 'Each size is given once. What is missing or twice would be told here.',
    stage: 'Dimension',
    isDone: (d) => (d.dimensions?.list.length ?? 0) > 0,
  },
  {
    words: 'Go to Issue and type a number for the drawing.',
    shows: 'The title block is filled in place. Print / Save makes PDF, DXF and more.',
    stage: 'Issue',
    isDone: (d) => d.number !== '',
  },
];

/** How many steps of the tour are done, one after the other. */
export const tourDone = (d: Drawing): number => {
  const open = TOUR.findIndex((s) => !s.isDone(d));
  return open < 0 ? TOUR.length : open;
};
