import { sizeWithWorking } from './figures.ts';
import type { Sentences } from './sentence.ts';

/** The boxes of the views and the lines between them. */
export const BOX_SENTENCES: Sentences<
  | 'sheetCorner'
  | 'baseCentre'
  | 'boxThroughCorners'
  | 'lineBetweenViews'
  | 'mitreCorner'
  | 'nearSide'
  | 'farSide'
> = {
  sheetCorner: ({ left, bottom }, { view }, { written }) => {
    const place = `${written.paper(left)} from the left edge of the sheet and ${written.paper(bottom)} from the lower one`;
    return {
      text: `Mark the lower left corner of the ${view} view ${place}, with a light level and upright line through it`,
      why: 'Where the views go is settled before a line is drawn, so that all of them fit.',
      brief: ['mark its lower left corner', place],
    };
  },
  baseCentre: ({ feature, left, bottom }, { view }, { written }) => {
    const place = `${written.paper(left)} from the left edge of the sheet and ${written.paper(bottom)} from the lower one`;
    return {
      text: `Mark the middle of the base of ${feature} in the ${view} view ${place}, with a light level and upright line through it`,
      why: 'The base comes first: its true size gives the overall sizes, which no sum of sizes gives.',
      brief: ['mark the middle of its base', place],
    };
  },
  boxThroughCorners: ({ feature }, { view }) => ({
    text: `Draw the sides of the ${view} view's box through the outermost corners of the base of ${feature}`,
    why: 'The base is as wide and as deep as the part: nothing has to be calculated.',
    brief: ['draw', `its sides through the outermost corners of the base of ${feature}`],
  }),
  lineBetweenViews: ({ sense, name, away }, { view }, { written }) => {
    const line = sense === 'upright' ? 'upright line between the views' : `${name} line`;
    const what = `the ${line} ${written.paper(away)} from the ${view} view`;
    return {
      text: `Draw ${what}`,
      why: 'Here the planes of projection meet; distances are taken from it.',
      brief: ['draw', what],
    };
  },
  mitreCorner: ({ line }) => ({
    text: line
      ? 'Draw the mitre line at 45 degrees from the corner where the two lines between the views meet'
      : 'Mark the corner where the two lines between the views meet',
    why: 'Depths pass from one view to the other round this corner.',
    brief: line
      ? ['draw', 'the mitre line at 45 degrees from their corner']
      : ['mark', 'the corner where they meet'],
  }),
  nearSide: ({ of, side, away }, _s, { written }) => ({
    text: `Draw the ${side} side of the ${of} view's box ${written.paper(away)} away`,
    why: 'The gap leaves room for names and dimensions.',
    brief: ['draw', `its ${side} side ${written.paper(away)} away`],
  }),
  farSide: ({ account, figure }, { view }, w) => {
    const size = `${account} ${sizeWithWorking(w, figure)}`;
    return {
      text: `Set off ${size} for the box of the ${view} view`,
      why:
        figure.origin.source === 'planned'
          ? 'The overall size of the part in this direction: no sum of sizes gives it, it was calculated when the sheet was planned.'
          : 'The overall size of the part in this direction.',
      brief: ['set off', size],
    };
  },
};
