import type { PartFile } from '../../part/schema.ts';
import { sizeReader } from '../../part/sizes.ts';
import { statementOf } from '../../statement/sentence.ts';

/** What each size of a statement is, by its path in the part file: "slot wide", "pin from the left". */
export const sizeNames = (file: PartFile): Map<string, string> =>
  new Map(
    statementOf(file).flatMap((line) =>
      line.tokens.flatMap((t): [string, string][] => {
        if (t.kind !== 'figure') return [];
        const key = t.path.join('/');
        if (line.kind === 'size') return [[key, line.name]];
        const owner = line.kind === 'feature' ? `${line.id} ` : '';
        return [[key, `${owner}${t.name ?? ''}`.trim() || 'as stated']];
      }),
    ),
  );

/** The worth of each named size of a part, part units. */
export const namedWorths = (file: PartFile): Map<string, number> => {
  const read = sizeReader(file);
  return new Map(Object.keys(file.dims ?? {}).map((name) => [name, read.length(name, ['dims', name])]));
};
