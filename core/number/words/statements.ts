import type { Value, WordsByCode } from './words.ts';

/** What is wrong with the lines of a statement. */
export const STATEMENT_WORDS = {
  'line.place-twice': (v: { clause: Value }) => ({
    what: `The line says its place twice: "${v.clause}".`,
    remedy: 'Say each distance once.',
  }),
  'line.profile': (v: { text: Value }) => ({
    what: `The profile "${v.text}" cannot be read.`,
    remedy:
      'Write "circle 40", "rectangle 60 by 20", "corners [0, 0] [40, 0] [0, 30]" or "from [0, 0] to [40, 0] ...".',
  }),
  'line.opening': (v: { opening: Value; shapes: Value }) => ({
    what: `"${v.opening}" does not say what to do.`,
    remedy: `Begin with add, cut or keep only, and a shape: ${v.shapes}.`,
  }),
  'line.clause': (v: { clause: Value; shape: Value; clauses: Value }) => ({
    what: `"${v.clause}" is not understood in a ${v.shape}.`,
    remedy: `It can say: ${v.clauses}.`,
  }),
  'line.body-clause': (v: { clause: Value }) => ({
    what: `"${v.clause}" is not understood of a body.`,
    remedy: 'It can say: left whole, turned … about z, at […, …, …].',
  }),
  'line.size-twice': (v: { name: Value }) => ({
    what: `The size "${v.name}" is stated twice.`,
    remedy: 'Keep one of the two lines.',
  }),
  'line.before-body': () => ({
    what: 'This feature stands before any body.',
    remedy: 'Put a line such as "Body bracket" above it.',
  }),
  'line.unknown': () => ({
    what: 'This line is not understood.',
    remedy: 'Begin it with Part, Let, Body, or a name and a colon.',
  }),
  /** a typed line that is open; its question comes from the reader of typed lines */
  'typed.question': (v: { question: string }) => ({ what: v.question, remedy: '' }),
  'statement.empty': () => ({
    what: 'Nothing is stated yet.',
    remedy: 'Type a first line, such as "block 60 x 40 x 30".',
  }),
} as const satisfies WordsByCode;
