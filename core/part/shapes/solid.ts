import * as z from 'zod';
import { clause, designation, maybe } from '../clauses.ts';
import { defineShape, whole } from './definition.ts';

/** A solid of a file that was read in, in its own place; its sizes are the file's and are not stated here. */
export const solid = defineShape({
  kind: 'solid',
  keys: {
    /** the name of the file */
    file: z.string({ error: 'needs the name of a file' }).min(1).max(200),
    /** which solid of it, where it has several */
    solid: z.string().min(1).max(200).optional(),
  },
  name: 'solid',
  clauses: [clause('from the file ', designation('file')), maybe('the one named ', designation('solid'))],
  isCentred: false,
  under: 'Solids',
  // it comes with its file, not by typing
  examples: [],
  solids: (shape, read, path) => whole(read.solidOf(shape.file, shape.solid, path)),
});
