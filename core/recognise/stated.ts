import type { PartFile } from '../part/schema.ts';
import { solidFilesOf } from '../part/solidPart.ts';
import { type Recognised, recognised } from './recognise.ts';

/** A part with the lines that a body's solid was recognised as in place of it. Files of solids that nothing names any more go. */
export const statedBy = (part: PartFile, body: string, { features, rest }: Recognised): PartFile => {
  const { solids: held, ...stated } = {
    ...part,
    bodies: part.bodies.map((b) => (b.name === body ? { ...b, features: [...features] } : b)),
  };
  const parts = [stated, ...Object.values(part.brought ?? {}).map((b) => b.part)];
  const used = new Set(parts.flatMap(solidFilesOf));
  const all = { ...held, ...(rest && { [rest.file]: rest.held }) } as NonNullable<PartFile['solids']>;
  const solids = Object.fromEntries(Object.entries(all).filter(([name]) => used.has(name)));
  return { ...stated, ...(Object.keys(solids).length && { solids }) };
};

/** A part with all of its solids stated by lines where they are recognised and the lines are the same body exactly. */
export const statedByLines = (part: PartFile): PartFile =>
  part.bodies.reduce((now, { name }) => {
    const found = recognised(now, name);
    return found && found.deviation === undefined ? statedBy(now, name, found) : now;
  }, part);
