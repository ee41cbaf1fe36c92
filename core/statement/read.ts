import { VIEW_NAMES } from '../geometry/viewFrames.ts';
import type { Fault, Result } from '../number/fault.ts';
import { type Said, says } from '../number/faultWords.ts';
import type { Clause, Figure } from '../part/clauses.ts';
import type { Quantity } from '../part/quantity.ts';
import {
  type FeatureFile,
  featureSchema,
  type PartFile,
  partSchema,
  readBySchema,
  typedQuantity,
} from '../part/schema.ts';
import { AT_CLAUSE, OPENINGS, PLACE_CLAUSES, type ShapeKind, STEP_CLAUSE, shapeClauses } from './clauses.ts';
import { literalPattern } from './literalPattern.ts';
import { STANDARD_WORDS } from './standardClauses.ts';

/** Reads the statement's text back into a part file. Each fault names its line. */

type Json = Record<string, unknown>;

/** Stops the reading of a line. */
class LineFault extends Error {
  readonly said: Said;
  constructor(said: Said) {
    super(said.what);
    this.said = said;
  }
}

/** Splits at commas outside square brackets, each with its following words. */
const splitClauses = (text: string): string[] => {
  const out: string[] = [];
  let depth = 0;
  let start = 0;
  for (let i = 0; i < text.length; i++) {
    if (text[i] === '[') depth++;
    if (text[i] === ']') depth--;
    if (text[i] === ',' && depth === 0) {
      out.push(text.slice(start, i).trim());
      start = i + 1;
    }
  }
  out.push(text.slice(start).trim());
  return out.filter(Boolean);
};

const escapePattern = (s: string): string => literalPattern(s).replace(/ +/g, '\\s+');

const patternOf = (c: Clause): RegExp =>
  new RegExp(
    `^${c.parts.map((p) => (typeof p === 'string' ? escapePattern(p) : '\\s*([^,;\\[\\]]+?)\\s*')).join('')}$`,
    'u',
  );

const setAt = (root: Json, path: readonly (string | number)[], value: unknown): void => {
  let here: Json | unknown[] = root;
  path.forEach((k, i) => {
    const box = here as Record<string | number, unknown>;
    if (i === path.length - 1) box[k] = value;
    else {
      box[k] ??= typeof path[i + 1] === 'number' ? [] : {};
      here = box[k] as Json;
    }
  });
};

/** "top … across" must be tried before "… across", which it also looks like. */
const mostWordsFirst = (clauses: readonly Clause[]): Clause[] => {
  const words = (c: Clause): number =>
    c.parts.reduce((n, p) => n + (typeof p === 'string' ? p.length : 0), 0);
  return [...clauses].sort((a, b) => words(b) - words(a));
};

/** Reads one clause into the object; false where it does not fit. */
const readClause = (c: Clause, text: string, into: Json): boolean => {
  const m = patternOf(c).exec(text);
  if (!m) return false;
  if (c.fixed) {
    setAt(into, c.fixed.path, c.fixed.value);
    return true;
  }
  const figures = c.parts.filter((p): p is Figure => typeof p !== 'string');
  figures.forEach((f, i) => {
    setAt(into, f.path, typedQuantity(m[i + 1] as string));
  });
  return true;
};

const points = (text: string): Quantity[][] =>
  [...text.matchAll(/\[([^\]]*)\]/g)].map((m) => (m[1] as string).split(',').map(typedQuantity));

const readProfile = (text: string): Json => {
  const circle = /^circle (.+)$/.exec(text);
  if (circle) return { circle: typedQuantity(circle[1] as string) };
  const rectangle = /^rectangle (.+) by (.+)$/.exec(text);
  if (rectangle)
    return { rectangle: [typedQuantity(rectangle[1] as string), typedQuantity(rectangle[2] as string)] };
  if (text.startsWith('corners')) {
    const left = text
      .replace(/^corners/, '')
      .replace(/\[[^\]]*\]/g, '')
      .trim();
    if (left) throw new LineFault(says('line.profile', { text: left }));
    return { polygon: points(text) };
  }
  const run = /^from (\[[^\]]*\])(.*)$/.exec(text);
  if (!run) throw new LineFault(says('line.profile', { text }));
  const step = / to (\[[^\]]*\])(?: (ccw|cw) about (\[[^\]]*\]))?/g;
  const left = (run[2] as string).replace(step, '').trim();
  if (left) throw new LineFault(says('line.profile', { text: left }));
  const steps = [...(run[2] as string).matchAll(step)];
  return {
    start: points(run[1] as string)[0],
    path: steps.map((s) => ({
      to: points(s[1] as string)[0],
      ...(s[3] ? { centre: points(s[3])[0], turn: s[2] } : {}),
    })),
  };
};

const readFeature = (id: string, text: string): Json => {
  const [opening = '', ...clauses] = splitClauses(text.replace(/\.$/, ''));
  const m = /^(add|cut|keep)(?: only)? (?:an? )?(.+)$/.exec(opening);
  const kinds = Object.entries(OPENINGS) as [ShapeKind, string][];
  const kind = m && kinds.find(([k, name]) => name === m[2] || k === m[2])?.[0];
  if (!m || !kind)
    throw new LineFault(says('line.opening', { opening, shapes: kinds.map(([, n]) => n).join(', ') }));
  const shape: Json = { kind };
  const feature: Json = { id, op: m[1], shape };
  const turns: Json[] = [];
  for (let i = 0; i < clauses.length; i++) {
    const c = clauses[i] as string;
    if ((kind === 'extrude' || kind === 'revolve') && /^(circle |rectangle |corners ?\[|from \[)/.test(c)) {
      shape.profile = readProfile(c);
      continue;
    }
    const rounded = /^corners rounded (.+)$/.exec(c);
    if (rounded && shape.profile) {
      (shape.profile as Json).round = typedQuantity(rounded[1] as string);
      continue;
    }
    if (mostWordsFirst(shapeClauses(kind)).some((x) => readClause(x, c, shape))) continue;
    if (readClause(AT_CLAUSE, c, feature)) continue;
    // "4 times, stepping [..]" was split at its comma
    const next = clauses[i + 1];
    if (next && / times$/.test(c) && readClause(STEP_CLAUSE, `${c}, ${next}`, feature)) {
      i++;
      continue;
    }
    // before the places, for "drawn from the front" looks like one
    if (readPlacing(c, feature, turns)) continue;
    const place = placeIn(c, feature);
    if (place === 'twice') throw new LineFault(says('line.place-twice', { clause: c }));
    if (place === 'read') continue;
    throw new LineFault(says('line.clause', { clause: c, shape: OPENINGS[kind], clauses: clauseHelp(kind) }));
  }
  if (turns.length) feature.turn = turns;
  // what is said of the place is counted from the origin; what is not said is nought
  if (Array.isArray(feature.at)) feature.at = [0, 1, 2].map((i) => (feature.at as unknown[])[i] ?? 0);
  return feature;
};

/** Reads one coordinate of a place; each can be said once. */
const placeIn = (c: string, feature: Json): 'read' | 'twice' | undefined => {
  for (const clauses of Object.values(PLACE_CLAUSES))
    for (const [axis, clause] of clauses.entries()) {
      const said: Json = {};
      if (!readClause(clause, c, said)) continue;
      const at = (feature.at ?? []) as unknown[];
      if (at[axis] !== undefined) return 'twice';
      at[axis] = (said.at as unknown[])[axis];
      feature.at = at;
      return 'read';
    }
  return undefined;
};

/** The clauses that are worded the same for every shape. */
const readPlacing = (c: string, feature: Json, turns: Json[]): boolean => {
  const drawn = /^(?:drawn )?from the (\w+)$/.exec(c);
  if (drawn && (VIEW_NAMES as readonly string[]).includes(drawn[1] as string)) {
    feature.plane = drawn[1];
    return true;
  }
  const turned = /^turned (.+?)(?: ?degrees?| ?°)? about ([xyz])$/.exec(c);
  if (turned) {
    turns.push({ axis: turned[2], angle: typedQuantity(turned[1] as string) });
    return true;
  }
  const round = /^(.+) times about ([xyz])(?: through (\[[^\]]*\]))?(?: every (.+) degrees)?$/.exec(c);
  if (round) {
    feature.repeat = {
      count: typedQuantity(round[1] as string),
      about: { axis: round[2], ...(round[3] ? { through: points(round[3])[0] } : {}) },
      ...(round[4] ? { angle: typedQuantity(round[4]) } : {}),
    };
    return true;
  }
  const mirror = /^mirrored where ([xyz]) is (.+)$/.exec(c);
  if (mirror) {
    feature.mirror = { normal: mirror[1], at: typedQuantity(mirror[2] as string) };
    return true;
  }
  if (c === 'left whole' || c === 'sectioned') {
    feature.sectioned = c === 'sectioned';
    return true;
  }
  if (c === 'switched off') {
    feature.off = true;
    return true;
  }
  return false;
};

const clauseHelp = (kind: ShapeKind): string =>
  [...shapeClauses(kind), ...PLACE_CLAUSES.corner, AT_CLAUSE]
    .map((c) => c.parts.map((p) => (typeof p === 'string' ? p : '…')).join(''))
    .join(', ');

/** Reads what a body is, or a relation that places it; see `sentence.ts` for how they are written. */
const readSource = (c: string, body: Json): boolean => {
  const standard = /^an? (.+)$/.exec(c);
  if (standard) {
    const [name = '', ...clauses] = splitClauses(standard[1] as string);
    const known = Object.entries(STANDARD_WORDS).find(([, w]) => w.name === name);
    if (!known) return false;
    const made: Json = { kind: known[0] };
    for (const x of clauses)
      if (!mostWordsFirst(known[1].clauses).some((clause) => readClause(clause, x, made)))
        throw new LineFault(says('line.body-clause', { clause: x }));
    body.standard = made;
    return true;
  }
  const from = /^from ([^,]+?)(?:, body (.+))?$/.exec(c);
  if (from) {
    body.from = from[1];
    if (from[2] !== undefined) body.body = from[2];
    return true;
  }
  const size = /^with (\S+) = (.+)$/.exec(c);
  if (size) {
    body.with = { ...(body.with as Json), [size[1] as string]: typedQuantity(size[2] as string) };
    return true;
  }
  const relation = readRelation(c);
  if (relation) body.place = [...((body.place as Json[]) ?? []), relation];
  return relation !== undefined;
};

const readRelation = (c: string): Json | undefined => {
  const axis = /^axis (.+?) on (.+?)(?:, (same|opposite) sense)?$/.exec(c);
  if (axis) return { axis: axis[1], on: axis[2], ...(axis[3] && { sense: axis[3] }) };
  const face = /^face (.+?) (against|along) (.+?)(?:, (gap|offset) (.+))?$/.exec(c);
  if (!face || (face[4] && (face[4] === 'gap') !== (face[2] === 'against'))) return undefined;
  return {
    face: face[1],
    [face[2] as string]: face[3],
    ...(face[4] && { [face[4]]: typedQuantity(face[5] as string) }),
  };
};

const readBody = (text: string): Json => {
  const [name = '', ...rest] = text
    .replace(/\.$/, '')
    .split(';')
    .map((s) => s.trim());
  const body: Json = { name, features: [] };
  const turns: Json[] = [];
  for (const c of rest) {
    const at = /^at (\[[^\]]*\])$/.exec(c);
    if (readSource(c, body)) continue;
    if (at) body.at = points(at[1] as string)[0];
    else if (!readPlacing(c, body, turns)) throw new LineFault(says('line.body-clause', { clause: c }));
  }
  if (turns.length) body.turn = turns;
  return body;
};

/** "name: add a block, ..." as one line; the sentence alone gets the name proposed. */
const FEATURE_LINE = /^([^:]+):\s*(.+)$/;

/** Reads one typed line as a feature; without a name it takes `name`. */
export const readFeatureLine = (line: string, name: string): Result<FeatureFile> => {
  const named = FEATURE_LINE.exec(line.trim());
  try {
    const feature = named
      ? readFeature((named[1] as string).trim(), named[2] as string)
      : readFeature(name, line.trim());
    const read = readBySchema(featureSchema, feature);
    return read.ok
      ? read
      : { ok: false, faults: read.faults.map((f) => ({ ...f, where: `new line, ${f.where}` })) };
  } catch (error) {
    if (!(error instanceof LineFault)) throw error;
    return {
      ok: false,
      faults: [{ path: [], where: 'new line', ...error.said }],
    };
  }
};

/** Reads a whole statement. Blank lines are passed over. */
export const readStatement = (text: string): Result<PartFile> => {
  const part: Json = { format: 'blue-ledger/part@1', name: '', units: 'mm', bodies: [] };
  const bodies = part.bodies as Json[];
  const faults: Fault[] = [];
  text.split('\n').forEach((raw, i) => {
    const line = raw.trim();
    if (!line) return;
    try {
      const head = /^Part (.*); sizes in (mm|in)\.?$/.exec(line);
      const size = /^Let (\S+) = (.+?)\.?$/.exec(line);
      const feature = FEATURE_LINE.exec(line);
      if (head) {
        part.name = head[1];
        part.units = head[2];
      } else if (size) {
        part.dims ??= {};
        if (Object.hasOwn(part.dims as Json, size[1] as string))
          throw new LineFault(says('line.size-twice', { name: size[1] as string }));
        (part.dims as Json)[size[1] as string] = typedQuantity(size[2] as string);
      } else if (line.startsWith('Body ')) bodies.push(readBody(line.slice(5)));
      else if (feature) {
        const home = bodies.at(-1);
        if (!home) throw new LineFault(says('line.before-body'));
        (home.features as Json[]).push(readFeature((feature[1] as string).trim(), feature[2] as string));
      } else throw new LineFault(says('line.unknown'));
    } catch (error) {
      if (!(error instanceof LineFault)) throw error;
      faults.push({
        path: ['line', i + 1],
        where: `line ${i + 1}`,
        ...error.said,
      });
    }
  });
  if (faults.length) return { ok: false, faults };
  return readBySchema(partSchema, part);
};
