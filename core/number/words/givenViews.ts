import type { Value, WordsByCode } from './words.ts';

/** What is wrong with given views, as typed walks, as pictorials, and as those of a solid. */
export const GIVEN_VIEW_WORDS = {
  'walk.no-figure': (v: { word: Value }) => ({
    what: `How far "${v.word}" goes is not said.`,
    remedy: `Write a figure behind it: ${v.word} 3.`,
  }),
  'walk.no-point': (v: { word: Value }) => ({
    what: `Where "${v.word}" leads is not said.`,
    remedy: `Write two figures behind it, across and up: ${v.word} 2 5.`,
  }),
  'walk.no-diameter': () => ({
    what: 'The diameter of the circle is not said.',
    remedy: 'Write it, and its centre across and up: circle 2 at 4 3.',
  }),
  'walk.no-centre': () => ({
    what: 'Where the centre of the circle is, is not said.',
    remedy: 'Write it across and up: circle 2 at 4 3.',
  }),
  'walk.unknown': (v: { ways: Value }) => ({
    what: 'This is no step of a walk.',
    remedy: `Use ${v.ways}, from, to, move, close, circle, hidden or visible.`,
  }),
  'walk.no-circles': () => ({
    what: 'Circles are not drawn on isometric paper here.',
    remedy: 'Draw straight edges; add holes to the drawing when the solid is opened.',
  }),
  'walk.nothing': () => ({
    what: 'The walk draws no line.',
    remedy: 'Write its steps: right 6, up 5, left 6, close.',
  }),
  'pictorial.open': () => ({
    what: 'It bounds no face: it ends in nothing, or stands alone.',
    remedy: 'Draw the visible edges only, each from corner to corner, or take it out.',
  }),
  'pictorial.depths': () => ({
    what: 'It has two depths: followed one way round and the other, the lines do not come to one place in space.',
    remedy:
      'Count the squares round it. Where two corners fall on one place, show the part from its other side.',
  }),
  'pictorial.none': () => ({
    what: 'No solid with flat faces, in one piece, was found that looks exactly like this.',
    remedy: 'Look for an edge that is missing or too much; hidden edges are not drawn here.',
  }),
  'pictorial.ended': () => ({
    what: 'No solid was found among those that were tried.',
    remedy: 'Draw the part in simpler pieces, or give its views.',
  }),
  'solids.curved': () => ({
    what: 'Of curved lines only whole circles are read here.',
    remedy: 'Give views of straight lines and whole circles.',
  }),
  'solids.empty-view': () => ({
    what: 'No line is drawn in this view.',
    remedy: 'Draw it, or leave the view out.',
  }),
  'solids.axis-missing': (v: { axis: Value }) => ({
    what: `No view shows the ${v.axis}.`,
    remedy: 'Give two views that look along different axes.',
  }),
  'solids.sizes-differ': (v: { axis: Value; here: Value; other: Value; there: Value }) => ({
    what: `The ${v.axis} is ${v.here} here and ${v.there} in the ${v.other} view.`,
    remedy: 'Give both views one size along it.',
  }),
  'solids.no-partner': (v: { from: Value; to: Value }) => ({
    what: `The line from ${v.from} to ${v.to} has no partner in the other views: no edge can make it.`,
    remedy: 'Take it out, or draw what belongs to it in the other views.',
  }),
  'solids.none': () => ({
    what: 'No solid with flat faces has exactly these views.',
    remedy: 'Look for a line that is missing, too much, or hidden where it should be visible.',
  }),
  'solids.ended': () => ({
    what: 'The search was ended before a solid was found.',
    remedy: 'Give it more time, or a third view.',
  }),
  'solids.none-round': () => ({
    what: 'No solid was found that has flat faces, and whole holes and bosses for its circles.',
    remedy:
      'Look for a line that is missing or too much beside a circle; each circle needs its two side lines in the other views.',
  }),
  'solids.line-missing': (v: { class: Value; from: Value; to: Value }) => ({
    what: `A ${v.class} line from ${v.from} to ${v.to} is missing.`,
    remedy: 'Draw it: with it there is a solid.',
  }),
  'solids.line-extra': (v: { from: Value; to: Value }) => ({
    what: `The line from ${v.from} to ${v.to} is too much.`,
    remedy: 'Take it out: without it there is a solid.',
  }),
  'solids.line-class': (v: { from: Value; to: Value; is: Value; should: Value }) => ({
    what: `The line from ${v.from} to ${v.to} is drawn ${v.is}.`,
    remedy: `Draw it ${v.should}: then there is a solid.`,
  }),
  'solids.not-stated': (v: { count: Value }) => ({
    what: `${v.count} more solids fit, but their slopes cannot be stated by blocks, profiles and flat cuts.`,
    remedy: 'Draw them as parts by hand.',
  }),
} as const satisfies WordsByCode;
