import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { type Drawing, drawingOfPart, readDrawing } from '../core/drawing/drawing.ts';
import { readPartFile } from '../core/part/model.ts';
import type { PartFile } from '../core/part/schema.ts';
import { readTraces } from '../core/section/trace.ts';

/** The drawings and parts that many tests look at. Tests run at the project's root. */
const DEMO = 'demo';
/** The conformance cases stand beside the checkout. */
const CASES = join(process.env.SHARED ?? '../shared', 'conformance/cases');

const json = (path: string): unknown => JSON.parse(readFileSync(path, 'utf8'));

/** A demo drawing by its file's name. */
export const demoDrawing = (name: string): Drawing => {
  const read = readDrawing(json(join(DEMO, name)));
  if (!read.ok) throw new Error(name);
  return read.value;
};

/** An assembly with each standard part once: a second one tests nothing new, and what compares line with line takes four times as long. */
const eachOnce = (d: Drawing): Drawing => ({
  ...d,
  part: { ...d.part, bodies: d.part.bodies.filter((b) => !(b.standard && / \d+$/.test(b.name))) },
});

/** All demo drawings, each with its file's name. */
export const demoDrawings = (): [string, Drawing][] =>
  readdirSync(DEMO)
    .filter((f) => f.endsWith('.drawing.json'))
    .map((f) => [f, eachOnce(demoDrawing(f))]);

const caseNames = (): string[] => (existsSync(CASES) ? readdirSync(CASES) : []);
const casePart = (name: string): PartFile => {
  const read = readPartFile(json(join(CASES, name, 'part.json')));
  if (!read.ok) throw new Error(name);
  return read.value;
};

/** The conformance parts as drawings with the usual choices. */
export const caseDrawings = (): [string, Drawing][] =>
  caseNames().map((name) => [name, drawingOfPart(casePart(name))]);

/** Each conformance part with each of its cuts: the part's name, the cut's file and the drawing. */
export const cutCaseDrawings = (): [string, string, Drawing][] =>
  caseNames().flatMap((name) =>
    readdirSync(join(CASES, name))
      .filter((x) => x.endsWith('.section.json'))
      .map((x): [string, string, Drawing] => {
        const traces = readTraces(json(join(CASES, name, x)));
        if (!traces.ok) throw new Error(`${name} ${x}`);
        const cuts = traces.value.map((trace) => ({ trace, on: true }));
        return [name, x, { ...drawingOfPart(casePart(name)), cuts }];
      }),
  );
