import type { Value, WordsByCode } from './words.ts';

/** What is wrong with a sheet and with changes to a drawing. */
export const SHEET_WORDS = {
  'edit.stands-on': (v: { body: Value; others: Value }) => ({
    what: `${v.others} stand by "${v.body}".`,
    remedy: 'Take them out first, or all together.',
  }),
  'balloons.no-room': (v: { items: Value }) => ({
    what: `There is no room beside the views for the balloons of ${v.items}.`,
    remedy: 'Give the views more gap, a smaller scale or larger paper.',
  }),
  'balloons.not-seen': (v: { items: Value }) => ({
    what: `No view shows ${v.items}.`,
    remedy: 'Add a view or a section that does.',
  }),
  'dimension.twice': () => ({
    what: 'This size stands on the sheet already.',
    remedy: 'Make one of the two a reference, or leave it as it is.',
  }),
  'edit.name': (v: { why: Value }) => ({
    what: `${v.why}`,
    remedy: 'Nothing was changed; give another name.',
  }),
  'edit.gone': (v: { thing: Value }) => ({
    what: `${v.thing} is not there any more.`,
    remedy: 'Nothing was changed; look at the drawing as it stands now.',
  }),
  'session.halted': () => ({
    what: 'This drawing is not being stored at the moment.',
    remedy: 'Choose first what is to be kept.',
  }),
  'session.readOnly': () => ({
    what: 'You may read this drawing, not change it.',
    remedy: 'Ask its maker or an owner to share it with you for changing.',
  }),
  'title.longer': () => ({
    what: 'This is longer than the field takes.',
    remedy: 'Shorten it.',
  }),
  'title.too-long': (v: { text: Value; box: Value; height: Value }) => ({
    what: `"${v.text}" is too long for its box, ${v.box}: its letters would be ${v.height} mm high.`,
    remedy: 'Shorten it, or choose a form of title block with a wider box.',
  }),
  'title.open-number': (v: { number: Value }) => ({
    what: `The figures of the number ${v.number} are still open.`,
    remedy: 'Use the next free number that is offered at Issue, or type one.',
  }),
  'title.too-high': (v: { over: Value }) => ({
    what: `With the rows above it, of parts, holes or revisions, it is ${v.over} mm higher than the frame.`,
    remedy: 'Choose a larger paper, or leave a list out.',
  }),
  'title.no-box': (v: { what: Value }) => ({
    what: `${v.what} is filled in, but this form of title block has no box for it.`,
    remedy: 'Choose another form at Issue.',
  }),
  'sheet.no-fit': (v: { cut: Value; better: Value }) => ({
    what: v.cut
      ? `The true shape of cut ${v.cut} has no room of its own.`
      : 'The views do not fit on the sheet.',
    remedy: v.better
      ? `Choose ${v.better}, a larger paper, or fewer views.`
      : 'Choose a larger paper or fewer views.',
  }),
  'sheet.too-large': (v: { long: Value; better: Value }) => ({
    what: `The part would be ${v.long} m long on paper.`,
    remedy: `Choose ${v.better}, or the largest scale that fits.`,
  }),
  'sheet.no-room-pictorial': () => ({
    what: 'It has no free place on the sheet.',
    remedy: 'Choose a larger paper or a smaller scale, or do without the mitre line.',
  }),
  'auxiliary.no-face': () => ({
    what: 'There is no such flat face.',
    remedy: 'Point at a flat face of the part and ask for it again.',
  }),
  'auxiliary.no-edge': () => ({
    what: 'No view on the sheet shows the face as an edge.',
    remedy: 'Add a view that does; a face oblique to all of them would need a second auxiliary view.',
  }),
  'auxiliary.no-room': () => ({
    what: 'It has no room of its own along its projectors.',
    remedy: 'Choose a larger paper or a smaller scale, or move the group of views.',
  }),
} as const satisfies WordsByCode;
