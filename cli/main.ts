import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { check, ledger, measure, read, section, views } from './commands.ts';
import { develop } from './develop.ts';
import { dimension } from './dimension.ts';
import { RefusedInput } from './input.ts';
import { sheet } from './sheet.ts';
import { solid } from './solid.ts';
import { solids } from './solids.ts';
import { Misuse, USAGE } from './usage.ts';

const COMMANDS = {
  views,
  section,
  measure,
  sheet,
  ledger,
  check,
  read,
  dimension,
  develop,
  solid,
  solids,
} as const;

/** A value that begins with a minus and a figure is no option: "--toward -2,-3,2". */
const withValues = (args: readonly string[]): string[] =>
  args.reduce<string[]>((out, arg) => {
    const before = out.at(-1);
    if (/^-[\d.]/.test(arg) && before?.startsWith('--') && !before.includes('='))
      out[out.length - 1] = `${before}=${arg}`;
    else out.push(arg);
    return out;
  }, []);

const run = async (argv: readonly string[]): Promise<number> => {
  const [name, ...rest] = argv;
  if (!name || name === 'help' || name === '--help') {
    process.stdout.write(`${USAGE}\n`);
    return name ? 0 : 2;
  }
  if (!Object.hasOwn(COMMANDS, name)) throw new Misuse(`"${name}" is not a command.`);
  const { values, positionals } = parseArgs({
    args: withValues(rest),
    allowPositionals: true,
    options: {
      views: { type: 'string' },
      toward: { type: 'string' },
      section: { type: 'string', multiple: true },
      json: { type: 'boolean' },
      csv: { type: 'boolean' },
      out: { type: 'string' },
      angle: { type: 'string' },
      divisions: { type: 'string' },
      start: { type: 'string' },
      tangents: { type: 'boolean' },
      line: { type: 'string', multiple: true },
      limit: { type: 'string' },
      paper: { type: 'string' },
      scale: { type: 'string' },
      format: { type: 'string' },
      space: { type: 'string' },
      title: { type: 'string' },
      number: { type: 'string' },
      owner: { type: 'string' },
      material: { type: 'string' },
      'drawn-by': { type: 'string' },
      date: { type: 'string' },
      scheme: { type: 'string' },
      given: { type: 'string' },
      feature: { type: 'string' },
      from: { type: 'string' },
      max: { type: 'string' },
      within: { type: 'string' },
      body: { type: 'string' },
      deviation: { type: 'string' },
      text: { type: 'boolean' },
      dimension: { type: 'boolean' },
    },
  });
  const answer = await COMMANDS[name as keyof typeof COMMANDS](positionals, values);
  if (typeof answer === 'object' && 'files' in answer) {
    const folder = values.out as string;
    written(folder, () => {
      mkdirSync(folder, { recursive: true });
      for (const { name: file, content } of answer.files) writeFileSync(join(folder, file), content);
    });
    return 0;
  }
  const { out } = values;
  if (out) written(out, () => writeFileSync(out, answer));
  else await new Promise<void>((done) => process.stdout.write(answer, () => done()));
  // a check that finds something says so
  return name === 'check' && answer.length ? 1 : 0;
};

/** Why a file cannot be written, and what to do. */
const WRITE_TROUBLE: Readonly<Record<string, string>> = {
  EISDIR: 'it is a folder. Give the name of a file in it.',
  ENOENT: 'its folder does not exist. Make the folder first.',
  ENOTDIR: 'a part of the path is a file, not a folder. Choose another path.',
  EEXIST: 'there is a file of that name where a folder is needed. Choose another path.',
  EACCES: 'you may not write there. Choose another path.',
  EROFS: 'nothing can be written there. Choose another path.',
  ENOSPC: 'the disk is full. Make room and run it again.',
};
/** Writes to a path; what keeps it from being written is said in a sentence. */
const written = (path: string, write: () => void): void => {
  try {
    write();
  } catch (error) {
    const why = WRITE_TROUBLE[(error as { code?: string }).code ?? ''];
    if (why === undefined) throw error;
    throw new RefusedInput([`${path} cannot be written: ${why}`]);
  }
};

run(process.argv.slice(2)).then(
  (code) => {
    process.exitCode = code;
  },
  (error: unknown) => {
    if (error instanceof RefusedInput) {
      for (const line of error.lines) process.stderr.write(`blue-ledger: ${line}\n`);
      process.exitCode = 1;
    } else if (error instanceof Misuse || (error as { code?: string }).code?.startsWith('ERR_PARSE_ARGS')) {
      process.stderr.write(`blue-ledger: usage: ${(error as Error).message}\n${USAGE}\n`);
      process.exitCode = 2;
    } else throw error;
  },
);
