import { openDesk } from '../../core/drawing/desk.ts';
import { type Drawing, readDrawing } from '../../core/drawing/drawing.ts';
import { drawnWhole } from '../../core/drawing/interruptedPart.ts';
import type { Vec2, Vec3 } from '../../core/geometry/vec.ts';
import type { ReplayChoice } from '../../core/replay/deed.ts';
import { shopSlip } from '../../core/slip/shopSlip.ts';
import { sheetDxf } from '../../formats/sheetDxf.ts';
import { sheetSvg } from '../../formats/sheetSvg.ts';
import { balanceText } from '../../workers/balancing.ts';
import { checkDrawing } from '../../workers/checking.ts';
import { metInCut } from '../../workers/cutPicture.ts';
import { cutProposals, cutStudy, leftWhole, marksForCuts, shareOfCut } from '../../workers/cutting.ts';
import { deskPicture } from '../../workers/deskPicture.ts';
import {
  dimensionPicture,
  dimensionProposal,
  notesOnDimensions,
  pickOnSheet,
} from '../../workers/dimensionPicture.ts';
import { flatByHand } from '../../workers/laidFlat.ts';
import { markText } from '../../workers/marking.ts';
import { pickIn, pictorialOf } from '../../workers/pictorial.ts';
import { pointedAt, sheetReading } from '../../workers/pointing.ts';
import { exerciseOf } from '../../workers/practice.ts';
import { replayShown } from '../../workers/replayPicture.ts';
import { roundPicture } from '../../workers/roundPicture.ts';
import { hasNearStations } from '../nearStations.ts';
import { randomFrom } from './randomPart.ts';

/** Where an answer holds a number that is none; nothing where it does not. */
const notANumber = (value: unknown, path: string, seen = new Set<unknown>()): string | undefined => {
  if (typeof value === 'number') return Number.isNaN(value) ? path : undefined;
  if (!value || typeof value !== 'object' || seen.has(value)) return undefined;
  seen.add(value);
  const entries = value instanceof Map ? [...value] : Object.entries(value);
  for (const [k, v] of entries) {
    const found = notANumber(v, `${path}.${String(k)}`, seen);
    if (found) return found;
  }
  return undefined;
};

/** A sight of the pictorial. */
const ASLANT: Vec3 = [1, -1, 1];

const METHODS = ['mitre', 'arcs', 'distances'] as const;
const ORDERS = ['boxes', 'outline', 'uncut'] as const;

/** What is wrong with an answer: it broke, it holds a number that is none, or it calls right what is not, or wrong what is right. */
export type Faulty = { readonly question: string; readonly what: string };

/** All that the desk asks its engine about a drawing, and the drawing's own files held against it: what is wrong with the answers. */
export const faultsOfDrawing = (d: Drawing, seed: number): Faulty[] => {
  const next = randomFrom(seed);
  const desk = openDesk();
  const out: Faulty[] = [];
  const ask = <T>(question: string, work: () => T): T | undefined => {
    try {
      const answer = work();
      const bad = notANumber(answer, question);
      if (bad) out.push({ question, what: `not a number: ${bad}` });
      return answer;
    } catch (e) {
      const stack = e instanceof Error ? (e.stack ?? '').split('\n').slice(0, 14).join(' ') : String(e);
      out.push({ question, what: stack });
      return undefined;
    }
  };
  const read = readDrawing(d);
  if (!read.ok) {
    out.push({ question: 'read', what: JSON.stringify(read.faults[0]) });
    return out;
  }
  const worked = ask('work', () => desk.work(d));
  if (!worked?.ok) return out;
  ask('picture', () => deskPicture(d, worked, 1, []));
  ask('look', () => desk.look(d));
  ask('plan', () => desk.plan(d));
  ask('check', () => checkDrawing(desk, d));
  ask('reading', () => sheetReading(worked));
  ask('rounds', () => roundPicture(d, worked));
  ask('books', () => dimensionPicture(desk, d));
  ask('propose', () => dimensionProposal(desk, d, 'chain', true));
  ask('notes', () => notesOnDimensions(desk, d));
  ask('gaps', () => desk.openGaps(d));
  ask('interruption', () => desk.proposedInterruption(d));
  ask('cuts', () => cutProposals(worked, d.part));
  ask('marks', () => marksForCuts(worked));
  const known = desk.part(d);
  if (known) {
    ask('pictorial', () => pictorialOf(known, ASLANT, []));
    ask('pick', () => pickIn(known.part, ASLANT, [0, 0]));
  }
  for (const { trace } of d.cuts) {
    const { name } = trace;
    ask('study', () => cutStudy(worked, name));
    ask('share', () => shareOfCut(worked, name, 0.3));
    ask('whole', () => leftWhole(worked, d.part, trace));
  }
  const { width: w, height: h } = worked.sheet.paper;
  for (let i = 0; i < 6; i++) {
    const at: Vec2 = [next() * w, next() * h];
    ask('pointed', () => pointedAt(worked, worked, at, 3));
    ask('station', () => pickOnSheet(desk, d, at, 3));
    ask('met', () => metInCut(worked, worked, d, at));
  }
  const books = desk.books(d);
  if (books) ask('slip', () => shopSlip(books, 2));
  for (const f of d.part.bodies.flatMap((b) => b.features))
    ask(`development of ${f.id}`, () => {
      const asked = { drawing: d, feature: f.id, cut: d.cuts[0]?.trace.name, from: undefined };
      return flatByHand(asked);
    });
  const files = [
    ['sheet.svg', ask('svg', () => sheetSvg(worked.sheet, d.title))],
    ['sheet.dxf', ask('dxf', () => sheetDxf(worked.sheet, 'true', 'entities'))],
    ['paper.dxf', ask('paper dxf', () => sheetDxf(worked.sheet, 'paper'))],
  ] as const;
  for (const [name, text] of files) {
    if (text === undefined) continue;
    if (/NaN|undefined|Infinity/.test(text)) out.push({ question: name, what: 'no number in it' });
    const balance = ask(`balance of ${name}`, () =>
      balanceText(worked, worked.sheet, d, name, text, 'part', books),
    );
    if (balance && !balance.ok) out.push({ question: `balance of ${name}`, what: balance.faults.join(' ') });
    if (balance?.ok && balance.found.length)
      out.push({
        question: `balance of ${name}`,
        what: `false: ${balance.found.map((f) => `${f.view}: ${f.sentence}`).join(' | ')}`,
      });
    if (!books || hasNearStations(books)) continue;
    const marks = ask(`marking of ${name}`, () => markText(desk, d, name, text));
    if (marks && !marks.ok) out.push({ question: `marking of ${name}`, what: marks.faults.join(' ') });
    if (marks?.ok && marks.mistakes.length)
      out.push({
        question: `marking of ${name}`,
        what: `false: ${JSON.stringify(marks.mistakes.slice(0, 3))}`,
      });
  }
  const whole = desk.work(drawnWhole(d));
  if (whole.ok) {
    const { sheet, part, rows } = whole;
    const choice: ReplayChoice = {
      method: METHODS[Math.floor(next() * 3)] ?? 'mitre',
      first: 'front',
      hidden: 'per view',
      darken: 'last',
      order: ORDERS[Math.floor(next() * 3)] ?? 'boxes',
    };
    ask('replay', () => replayShown(sheet, d.part, part, rows, choice, d.setup.rules));
    for (const v of d.setup.views.slice(-1)) ask('practice', () => exerciseOf(whole, v, d));
  }
  return out;
};
