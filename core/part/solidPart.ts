import type { SolidsFile } from '../trimmed/solidsFile.ts';
import type { PartFile } from './schema.ts';

/** What a file of solids is called without its folder and ending: "plates/bracket.step" is "bracket". */
const plainName = (file: string): string =>
  (file.split(/[/\\]/).at(-1) as string).replace(/\.[^.]+$/, '') || 'part';

/** The name by which a part's shapes know a file: without the signs that part the words of a statement. */
export const shapeName = (file: string): string => file.replace(/[,;:|[\]="]+/g, '_').slice(0, 200);

/** A part whose bodies are the solids of one file, each where the file has it. @param file the file's name, without its folder */
export const partOfSolids = (file: string, held: SolidsFile): PartFile => {
  const name = shapeName(file);
  const bodies = new Map<string, string[]>();
  for (const s of held.solids) {
    const body = s.body ?? s.name;
    bodies.set(body, [...(bodies.get(body) ?? []), s.name]);
  }
  return {
    format: 'blue-ledger/part@1',
    name: plainName(file),
    units: held.units,
    bodies: [...bodies].map(([body, solids]) => ({
      name: body,
      features: solids.map((solid, i) => ({
        id: i === 0 ? 'solid' : `solid ${i + 1}`,
        op: 'add' as const,
        shape: { kind: 'solid' as const, file: name, ...(held.solids.length > 1 && { solid }) },
      })),
    })),
    // the schema's lists may be changed, those of a file that was read are not
    solids: { [name]: held as NonNullable<PartFile['solids']>[string] },
  };
};

/** The file whose solid a line of a body adds, in the place the file gives it; undefined for another line. @param id the line's name */
export const solidOfLine = (part: PartFile, body: string, id: string): string | undefined => {
  const line = part.bodies.find((b) => b.name === body)?.features.find((f) => f.id === id);
  if (line?.shape.kind !== 'solid' || line.op !== 'add' || line.off) return undefined;
  return line.turn || line.at || line.repeat || line.mirror ? undefined : line.shape.file;
};

/** The names of the files of solids that a part's shapes give, each once. */
export const solidFilesOf = (part: Pick<PartFile, 'bodies'>): string[] => [
  ...new Set(
    part.bodies.flatMap((b) => b.features.flatMap((f) => (f.shape.kind === 'solid' ? [f.shape.file] : []))),
  ),
];
