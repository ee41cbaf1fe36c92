import type { Sentences } from './sentence.ts';

/** What makes a construction a drawing. */
export const FINISHING_SENTENCES: Sentences<
  'centreLines' | 'cuttingPlanes' | 'hatching' | 'lettering' | 'rubOut'
> = {
  centreLines: () => ({
    text: 'Draw the centre lines: a cross where a feature is a circle, its axis where it is a rectangle, a little past the outline',
    why: 'Every round feature has its centre; the workshop measures from it.',
  }),
  cuttingPlanes: (_, __, w) => ({
    text:
      w.plan.sheet.sections.length > 1
        ? 'Draw the cutting planes wide at their ends, each with arrows in the direction of sight and its letter'
        : 'Draw the cutting plane wide at its ends, with arrows in the direction of sight and its letter',
    why: 'One sees where the cut is and which way one looks.',
  }),
  hatching: () => ({
    text: 'Hatch the cut faces, one part in one sense and spacing everywhere',
    why: 'What the plane goes through is hatched; what stands behind it is not.',
  }),
  lettering: () => ({
    text: 'Letter the names of views, of the lines between them and of the points, between guide lines',
    why: 'A view without a name has to be guessed.',
  }),
  rubOut: () => ({
    text: 'Rub the light lines out',
    why: 'The house rules keep no projectors on the finished sheet.',
  }),
};
