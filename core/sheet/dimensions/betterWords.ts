import type { ViewName } from '../../geometry/viewFrames.ts';

/** A view in which a dimension would be read more easily than in the one where it stands. */
export type BetterHome = {
  readonly view: ViewName;
  /** what is wrong with where it stands */
  readonly fault: 'no circle' | 'hidden line' | 'not true';
};

/** What is wrong with where a dimension stands, in a sentence. @param text its figure @param at the view it stands in */
export const betterWords = (text: string, at: ViewName | undefined, { view, fault }: BetterHome): string => {
  const stands = `${text} stands in the ${at ?? 'chosen'} view`;
  switch (fault) {
    case 'no circle':
      return `${stands}, where its round is no circle. The ${view} view shows it as one.`;
    case 'hidden line':
      return `${stands} at a hidden line. The ${view} view shows both of its ends as visible edges.`;
    case 'not true':
      return `${stands}, which does not show it true. The ${view} view does.`;
  }
};
