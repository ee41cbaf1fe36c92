import type { Value, WordsByCode } from './words.ts';

/** What is wrong with figures, sums and names that were typed. */
export const FIGURE_WORDS = {
  'figure.unreadable': (v: { sign: Value }) => ({
    what: `"${v.sign}" cannot be read here.`,
    remedy: 'Use figures, names, + - * / and brackets.',
  }),
  'division.by-zero': () => ({
    what: 'This divides by zero.',
    remedy: 'Give a divisor that is not zero.',
  }),
  'root.of-negative': (v: { value: Value }) => ({
    what: `The square root of ${v.value} does not exist.`,
    remedy: 'Give zero or more.',
  }),
  'tangent.endless': (v: { value: Value }) => ({
    what: `tan ${v.value} has no end.`,
    remedy: 'Give an angle other than 90.',
  }),
  'expression.long': (v: { length: Value; most: Value }) => ({
    what: `The expression has ${v.length} characters; at most ${v.most} are read.`,
    remedy: 'Give parts of it names of their own.',
  }),
  'bracket.open': (v: { at: Value }) => ({
    what: `The bracket at ${v.at} is not closed.`,
    remedy: 'Add ")".',
  }),
  'brackets.deep': (v: { most: Value }) => ({
    what: `More than ${v.most} brackets stand inside one another.`,
    remedy: 'Give parts of the expression names of their own.',
  }),
  'expression.unfinished': () => ({
    what: 'The expression breaks off here.',
    remedy: 'Finish it with a figure or a name.',
  }),
  'fraction.over-zero': () => ({
    what: 'A fraction over zero has no value.',
    remedy: 'Give a denominator that is not zero.',
  }),
  'function.without-brackets': (v: { name: Value }) => ({
    what: `"${v.name}" needs its figure in brackets.`,
    remedy: `Write ${v.name}( ... ).`,
  }),
  'figure.misplaced': (v: { text: Value }) => ({
    what: `"${v.text}" cannot stand here.`,
    remedy: 'Put a figure or a name before it.',
  }),
  'figure.empty': () => ({
    what: 'Nothing is given.',
    remedy: 'Type a figure such as 40 or 2 3/16.',
  }),
  'value.endless': () => ({
    what: 'The value is endless.',
    remedy: 'Give figures of an ordinary size.',
  }),
  'square.unknown': () => ({
    what: 'A square has no worth yet.',
    remedy: 'State it first: Let sq = 1/4 in.',
  }),
  'names.circle': (v: { ring: Value }) => ({
    what: `These names go round in a circle: ${v.ring}.`,
    remedy: 'Give one of them a figure of its own.',
  }),
  'figure.endless': () => ({
    what: 'The figure is endless.',
    remedy: 'Give an ordinary figure.',
  }),
  'length.beyond': (v: { value: Value; unit: Value; most: Value }) => ({
    what: `${v.value} ${v.unit} is beyond what is drawn.`,
    remedy: `Give at most ${v.most} ${v.unit}.`,
  }),
  'name.unusable': (v: { name: Value }) => ({
    what: `"${v.name}" cannot be a name.`,
    remedy: 'Use letters and figures, beginning with a letter, and no word with a meaning of its own.',
  }),
  'size.zero': () => ({
    what: 'The size is zero.',
    remedy: 'Give a size above zero.',
  }),
  'size.negative': (v: { value: Value }) => ({
    what: `The size is negative (${v.value}).`,
    remedy: 'Give a size above zero; place the shape with "at" or "turn".',
  }),
  'size.below': (v: { value: Value; unit: Value; least: Value }) => ({
    what: `${v.value} ${v.unit} is smaller than what is drawn.`,
    remedy: `Give at least ${v.least} ${v.unit}.`,
  }),
  'angle.with-unit': () => ({
    what: 'An angle takes no unit of length.',
    remedy: 'Give the angle in degrees.',
  }),
  'angle.turns': (v: { value: Value }) => ({
    what: `An angle of ${v.value} degrees is many turns.`,
    remedy: 'Give it within a full turn.',
  }),
  'count.below': (v: { value: Value; least: Value }) => ({
    what: `${v.value} is not a whole number from ${v.least} up.`,
    remedy: `Give a whole number, at least ${v.least}.`,
  }),
  'count.above': (v: { value: Value; most: Value }) => ({
    what: `${v.value} is more than is drawn of one kind.`,
    remedy: `Give at most ${v.most}.`,
  }),
  'figure.no-sign': (v: { text: Value; isFigure: boolean }) => ({
    what: `"${v.text}" could not be read.`,
    remedy: v.isFigure ? 'Put a sign between the two figures.' : 'Put a sign before it or take it away.',
  }),
  'name.unknown': (v: { name: Value; known: Value }) => ({
    what: `The name "${v.name}" is not known.`,
    remedy: v.known ? `Use one of ${v.known}, or add it to dims.` : 'Add it to dims.',
  }),
} as const satisfies WordsByCode;
