import type { AssemblyReaders } from '../placing.ts';
import { enterFastener } from './enterFastener.ts';
import { enterKey } from './enterKey.ts';
import { isFastenerLine, readFastenerLine } from './fastenerLine.ts';
import { isKeyLine, readKeyLine } from './keyLine.ts';
import { enterPlace, isPlaceLine } from './placeLine.ts';
import { enterThread, isThreadLine } from './threadLine.ts';

/** Reads lines about whole bodies: standard parts that are put on, threads of what is there, bodies that are put beside one another. */
export const assemblyReaders: AssemblyReaders = (part, line) => {
  if (isThreadLine(part, line)) return () => enterThread(part, line);
  if (isFastenerLine(line)) return () => enterFastener(part, readFastenerLine(line));
  if (isKeyLine(line)) return () => enterKey(part, readKeyLine(line));
  if (!isPlaceLine(part, line)) return undefined;
  return () => {
    const { part: next, moved, assumed } = enterPlace(part, line);
    return { part: next, added: [moved], assumed };
  };
};
