import type { PartFile } from '../../../part/schema.ts';
import type { Fastened } from '../placing.ts';
import type { FastenerLine } from './fastenerLine.ts';
import { onScrews } from './onScrews.ts';
import { screwsInHoles } from './screwsInHoles.ts';

/**
 * A part with the standard parts of a typed line put on.
 * @throws Ask where the line leaves open which size, which hole or how long
 */
export const enterFastener = (part: PartFile, line: FastenerLine): Fastened =>
  line.kind === 'hexagonNut' || line.kind === 'washer' ? onScrews(part, line) : screwsInHoles(part, line);
