import type { AssemblyReaders } from '../placing.ts';
import { enterFastener } from './enterFastener.ts';
import { isFastenerLine, readFastenerLine } from './fastenerLine.ts';
import { enterPlace, isPlaceLine } from './placeLine.ts';

/** Reads lines about whole bodies: standard parts that are put on, bodies that are put beside one another. */
export const assemblyReaders: AssemblyReaders = (part, line) => {
  if (isFastenerLine(line)) return () => enterFastener(part, readFastenerLine(line));
  if (!isPlaceLine(part, line)) return undefined;
  return () => {
    const { part: next, moved, assumed } = enterPlace(part, line);
    return { part: next, added: [moved], assumed };
  };
};
