import type { FeatureFile, PartFile } from '../part/schema.ts';
import { solidFilesOf } from '../part/solidPart.ts';
import { freeName } from '../statement/freeName.ts';
import { type Recognised, recognised } from './recognise.ts';

/** Features under names that none of some others has. */
const freelyNamed = (features: readonly FeatureFile[], others: readonly FeatureFile[]): FeatureFile[] => {
  const taken = others.map((f) => f.id);
  return features.map((f) => {
    const id = freeName(f.id, taken);
    taken.push(id);
    return { ...f, id };
  });
};

/** A part with the lines that a solid was recognised as in place of its own line. Files of solids that nothing names any more go. */
export const statedBy = (
  part: PartFile,
  body: string,
  line: string,
  { features, rest }: Recognised,
): PartFile => {
  const { solids: held, ...stated } = {
    ...part,
    bodies: part.bodies.map((b) => {
      if (b.name !== body) return b;
      const others = b.features.filter((f) => f.id !== line);
      const own = freelyNamed(features, others);
      return { ...b, features: b.features.flatMap((f) => (f.id === line ? own : [f])) };
    }),
  };
  const parts = [stated, ...Object.values(part.brought ?? {}).map((b) => b.part)];
  const used = new Set(parts.flatMap(solidFilesOf));
  const all = { ...held, ...(rest && { [rest.file]: rest.held }) } as NonNullable<PartFile['solids']>;
  const solids = Object.fromEntries(Object.entries(all).filter(([name]) => used.has(name)));
  return { ...stated, ...(Object.keys(solids).length && { solids }) };
};

/** A part with all of its solids stated by lines where they are recognised and the lines are the same body exactly. */
export const statedByLines = (part: PartFile): PartFile =>
  part.bodies
    .flatMap((b) => b.features.map((f) => [b.name, f.id] as const))
    .reduce((now, [body, line]) => {
      const found = recognised(now, body, line);
      return found && found.deviation === undefined ? statedBy(now, body, line, found) : now;
    }, part);
