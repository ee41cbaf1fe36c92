import type { SolidsFile } from '../trimmed/solidsFile.ts';
import type { PartFile } from './schema.ts';

/** What a file of solids is called without its folder and ending: "plates/bracket.step" is "bracket". */
const plainName = (file: string): string =>
  (file.split(/[/\\]/).at(-1) as string).replace(/\.[^.]+$/, '') || 'part';

/** A part whose bodies are the solids of one file, each where the file has it. @param file the name that its shapes give */
export const partOfSolids = (file: string, held: SolidsFile): PartFile => ({
  format: 'blue-ledger/part@1',
  name: plainName(file),
  units: held.units,
  bodies: held.solids.map(({ name }) => ({
    name,
    features: [
      {
        id: 'solid',
        op: 'add',
        shape: { kind: 'solid', file, ...(held.solids.length > 1 && { solid: name }) },
      },
    ],
  })),
  // the schema's lists may be changed, those of a file that was read are not
  solids: { [file]: held as NonNullable<PartFile['solids']>[string] },
});

/** The names of the files of solids that a part's shapes give, each once. */
export const solidFilesOf = (part: PartFile): string[] => [
  ...new Set(
    part.bodies.flatMap((b) => b.features.flatMap((f) => (f.shape.kind === 'solid' ? [f.shape.file] : []))),
  ),
];
