import type { Value, WordsByCode } from './words.ts';

/** What is wrong with files that are read. */
export const FILE_WORDS = {
  'net.none': () => ({
    what: 'No closed net of triangles was found within this deviation.',
    remedy: 'Try a larger or smaller one, or move faces that only touch one another a little apart.',
  }),
  'solidfile.absent': (v: { file: Value }) => ({
    what: `The file "${v.file}" is not with the part.`,
    remedy: 'Put it beside the part file, or open it in the drawing.',
  }),
  'solidfile.which': (v: { file: Value; known: Value }) => ({
    what: `"${v.file}" holds several solids.`,
    remedy: `Say which under "solid": ${v.known}.`,
  }),
  'solidfile.no-such': (v: { file: Value; solid: Value; known: Value }) => ({
    what: `"${v.file}" holds no solid named "${v.solid}".`,
    remedy: `It holds: ${v.known}.`,
  }),
  // a file of solids has many ways to be damaged: their words are beside its reader, which not every page needs
  'solidfile.unread': (v: { reason: Value; what: Value; remedy: Value }) => ({
    what: String(v.what),
    remedy: String(v.remedy),
  }),
  'text.long': (v: { length: Value; most: Value }) => ({
    what: `This text has ${v.length} characters; at most ${v.most} are read.`,
    remedy: 'Shorten it.',
  }),
  'text.character': (v: { character: Value }) => ({
    what: `The character ${v.character} cannot be stored.`,
    remedy: 'Take it out of the text.',
  }),
  'file.large': () => ({ what: 'There is more here than is read.', remedy: 'Split the part.' }),
  'file.deep': (v: { most: Value }) => ({
    what: `This is nested more than ${v.most} deep.`,
    remedy: 'Correct it as the part format describes.',
  }),
  'file.key-unknown': (v: { key: Value }) => ({
    what: `"${v.key}" is not known here.`,
    remedy: 'Take it away or correct its spelling.',
  }),
  'file.missing': (v: { needs: Value }) => ({
    what: 'This is missing.',
    remedy: v.needs ? `It ${v.needs}.` : 'Give it.',
  }),
  'file.wrong': (v: { needs: Value }) => ({
    what: v.needs ? `This ${v.needs}.` : 'This cannot be read.',
    remedy: 'Correct it as the part format describes.',
  }),
  'svg.malformed': (v: { reason: Value }) => ({
    what: `It is not well formed: ${v.reason}`,
    remedy: 'Save it anew from the program it comes from.',
  }),
  'svg.no-view': () => ({
    what: 'No group in it is named after a view.',
    remedy: 'Name its groups or layers front, top, left ..., those of hidden lines "front hidden".',
  }),
  'dxf.unreadable': (v: { reason?: Value }) => ({
    what: `It cannot be read${v.reason ? `: ${v.reason}` : '.'}`,
    remedy: 'Save it anew as DXF text.',
  }),
  'dxf.no-view': () => ({
    what: 'No layer in it is named after a view.',
    remedy: 'Name its layers front, top, left ..., those of hidden lines "front hidden".',
  }),
} as const satisfies WordsByCode;
