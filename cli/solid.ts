import { solidFile } from '../formats/solidFile.ts';
import { SOLID_FORMATS, usualDeviation } from '../formats/solidFormats.ts';
import type { Options } from './commands.ts';
import { only } from './commands.ts';
import { loadPart, RefusedInput, refuse } from './input.ts';
import { Misuse } from './usage.ts';

/** The part's bodies, or the one that --body names, in an open format. */
export const solid = (positionals: readonly string[], options: Options): string | Uint8Array => {
  const [file] = only(positionals, ['PART']) as [string];
  const format = SOLID_FORMATS.find((f) => f === options.format);
  if (!format) throw new Misuse(`--format is ${SOLID_FORMATS.join(', ')}.`);
  const deviation = options.deviation === undefined ? undefined : Number(options.deviation);
  if (deviation !== undefined && !(deviation > 0 && Number.isFinite(deviation)))
    throw new Misuse('--deviation is how far triangles may stray from the surfaces, above zero.');
  const { part } = loadPart(file);
  const names = part.bodies.map((b) => b.solid.name);
  if (options.body !== undefined && !names.includes(options.body))
    throw new RefusedInput([
      `${file}: body "${options.body}": There is none of this name. Use one of: ${names.join(', ')}.`,
    ]);
  const made = solidFile(part, {
    format,
    ...(options.body !== undefined && { bodies: [options.body] }),
    deviation: deviation ?? usualDeviation(part.units),
    text: options.text === true,
    date: new Date().toISOString().slice(0, 19),
  });
  return made.ok ? made.value : refuse(file, made.faults);
};
