import { type Fault, Refusal } from '../../core/number/fault.ts';
import type { Said } from '../../core/number/faultWords.ts';
import { LARGEST_SOLID_FILE } from '../solidFormats.ts';
import { stepSays } from './stepWords.ts';

/**
 * The exchange structure of ISO 10303-21: numbered entities, each with a name and arguments. Only its text is read here, not what it means.
 */
export type Value =
  | { readonly is: 'number'; readonly value: number }
  | { readonly is: 'text'; readonly value: string }
  /** .T. is "T" */
  | { readonly is: 'word'; readonly value: string }
  | { readonly is: 'entity'; readonly id: number }
  | { readonly is: 'list'; readonly items: readonly Value[] }
  /** a value with the name of its type: LENGTH_MEASURE(1.) */
  | { readonly is: 'typed'; readonly name: string; readonly items: readonly Value[] }
  /** $ or * */
  | { readonly is: 'nothing' };

/** One record of an entity: its name and arguments. An entity of several types has a record for each. */
export type Record21 = { readonly name: string; readonly items: readonly Value[] };
export type Entities = ReadonlyMap<number, readonly Record21[]>;

/** The deepest brackets that are read. */
const DEEPEST = 24;

/** Refuses an entity of the file by its number. */
export const refuseEntity = (id: number, said: Said): never => {
  const fault: Fault = { path: [`#${id}`], where: `entity #${id}`, ...said };
  throw new Refusal(fault);
};

/** Refuses the file as a whole. */
export const refuseFile = (said: Said): never => {
  throw new Refusal({ path: [], where: 'file', ...said });
};

const BLANK = /(?:\s+|\/\*[\s\S]*?\*\/)*/y;
const NUMBER = /[+-]?\d+(?:\.\d*)?(?:[eE][+-]?\d+)?/y;
const NAME = /[A-Za-z_!][A-Za-z0-9_]*/y;
const TEXT = /'((?:[^']|'')*)'/y;
const WORD = /\.([A-Za-z0-9_]+)\./y;
const ENTITY = /#(\d+)/y;
const BINARY = /"[0-9A-Fa-f]*"/y;

/** Letters beyond ASCII as the standard writes them: \X2\00D8\X0\ and \X\D8. */
const plainText = (text: string): string =>
  text
    .replace(/''/g, "'")
    .replace(/\\X2\\((?:[0-9A-Fa-f]{4})*)\\X0\\/g, (_, hex: string) =>
      (hex.match(/.{4}/g) ?? []).map((h) => String.fromCharCode(Number.parseInt(h, 16))).join(''),
    )
    .replace(/\\X\\([0-9A-Fa-f]{2})/g, (_, h: string) => String.fromCharCode(Number.parseInt(h, 16)))
    .replace(/\\\\/g, '\\');

/**
 * Reads the entities of a file.
 * @param text the whole file
 * @throws Refusal naming the last entity that could be read, where the text is damaged or cut off
 */
export const readEntities = (text: string): Entities => {
  if (text.length > LARGEST_SOLID_FILE) refuseFile(stepSays('large'));
  if (!/^\uFEFF?\s*(?:\/\*[\s\S]*?\*\/\s*)*ISO-10303-21\s*;/.test(text.slice(0, 5000)))
    refuseFile(stepSays('not-step'));
  const start = /\bDATA\s*(?:\([^;]*\))?\s*;/.exec(text);
  if (!start) refuseFile(stepSays('no-data'));
  let at = (start as RegExpExecArray).index + (start as RegExpExecArray)[0].length;
  let last = 0;

  const damaged = (): never =>
    last ? refuseEntity(last, stepSays('damaged')) : refuseFile(stepSays('damaged'));
  const take = (pattern: RegExp): RegExpExecArray | undefined => {
    BLANK.lastIndex = at;
    BLANK.exec(text);
    at = BLANK.lastIndex;
    pattern.lastIndex = at;
    const found = pattern.exec(text);
    if (!found) return undefined;
    at = pattern.lastIndex;
    return found;
  };
  const skipTo = (sign: string): boolean => {
    take(BLANK);
    if (text[at] !== sign) return false;
    at++;
    return true;
  };
  const list = (deep: number): Value[] => {
    if (deep > DEEPEST) refuseEntity(last, stepSays('deep'));
    const items: Value[] = [];
    if (skipTo(')')) return items;
    do items.push(value(deep));
    while (skipTo(','));
    if (!skipTo(')')) damaged();
    return items;
  };
  const value = (deep: number): Value => {
    if (skipTo('(')) return { is: 'list', items: list(deep + 1) };
    if (skipTo('$') || skipTo('*')) return { is: 'nothing' };
    const entity = take(ENTITY);
    if (entity) return { is: 'entity', id: Number(entity[1]) };
    const number = take(NUMBER);
    if (number) return { is: 'number', value: Number(number[0]) };
    const quoted = take(TEXT);
    if (quoted) return { is: 'text', value: plainText(quoted[1] as string) };
    const word = take(WORD);
    if (word) return { is: 'word', value: (word[1] as string).toUpperCase() };
    if (take(BINARY)) return { is: 'nothing' };
    const name = take(NAME);
    if (name && skipTo('(')) return { is: 'typed', name: name[0].toUpperCase(), items: list(deep + 1) };
    return damaged();
  };
  const record = (): Record21 => {
    const name = take(NAME);
    if (!name || !skipTo('(')) return damaged();
    return { name: name[0].toUpperCase(), items: list(0) };
  };

  const entities = new Map<number, readonly Record21[]>();
  const ENDS = /ENDSEC\s*;/y;
  while (!take(ENDS)) {
    const head = take(ENTITY);
    if (!head) return damaged();
    const id = Number(head[1]);
    if (entities.has(id)) refuseEntity(id, stepSays('twice'));
    last = id;
    if (!skipTo('=')) damaged();
    const records: Record21[] = [];
    if (skipTo('(')) {
      do records.push(record());
      while (!skipTo(')'));
    } else records.push(record());
    if (!skipTo(';')) damaged();
    entities.set(id, records);
  }
  return entities;
};
