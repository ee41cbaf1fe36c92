import { facesOfBody } from '../core/faces/facesOfBody.ts';
import { writeStep } from '../formats/step/writeStep.ts';
import type { Options } from './commands.ts';
import { only } from './commands.ts';
import { loadPart, RefusedInput } from './input.ts';
import { Misuse } from './usage.ts';

/** The part's bodies, or the one that --body names. */
export const solid = (positionals: readonly string[], options: Options): string => {
  const [file] = only(positionals, ['PART']) as [string];
  if (options.format !== 'step') throw new Misuse('--format is step.');
  const { part } = loadPart(file);
  const names = part.bodies.map((b) => b.solid.name);
  if (options.body !== undefined && !names.includes(options.body))
    throw new RefusedInput([`${file}: There is no body "${options.body}". It has: ${names.join(', ')}.`]);
  const bodies = part.bodies
    .filter((b) => options.body === undefined || b.solid.name === options.body)
    .map((b) => ({
      name: b.solid.name,
      faces: facesOfBody(b.solid, b.edges, { parted: ['sphere', 'torus'] }),
    }));
  return writeStep(
    { name: part.name, units: part.units, size: part.tol.size, bodies },
    new Date().toISOString().slice(0, 19),
  );
};
