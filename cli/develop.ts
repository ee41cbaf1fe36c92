import { develop as layFlat } from '../core/develop/develop.ts';
import { attempt } from '../core/number/fault.ts';
import { solidsBehind } from '../core/section/section.ts';
import { developmentJson } from '../formats/developmentJson.ts';
import { type Options, only } from './commands.ts';
import { loadPart, loadPlanes, refuse } from './input.ts';
import { Misuse } from './usage.ts';

/** The side of one feature laid flat, as it stands in the finished body or in what the cuts leave of it. */
export const develop = (positionals: readonly string[], options: Options): string => {
  const [file] = only(positionals, ['PART']) as [string];
  if (!options.feature) throw new Misuse('Give the feature with --feature ID.');
  const from = options.from === undefined ? undefined : Number(options.from);
  if (from !== undefined && !Number.isFinite(from))
    throw new Misuse('--from is an angle in degrees, from the front and counter-clockwise from above.');
  const { file: source, part } = loadPart(file);
  const planes = (options.section ?? []).flatMap((s) => loadPlanes(s, source));
  const made = attempt(() => layFlat(source, solidsBehind(part, planes), options.feature as string, from));
  if (!made.ok) return refuse(file, made.faults);
  return `${JSON.stringify(developmentJson(made.value, source.units))}\n`;
};
