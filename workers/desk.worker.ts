import { expose } from 'comlink';
import type { Remark } from '../core/check/remark.ts';
import type { Tied } from '../core/dimension/kept.ts';
import type { Scheme } from '../core/dimension/propose.ts';
import { openDesk, type SheetPlan, type Worked } from '../core/drawing/desk.ts';
import type { DimensionBook } from '../core/drawing/dimensionBook.ts';
import { type Drawing, readDrawing } from '../core/drawing/drawing.ts';
import { drawnWhole } from '../core/drawing/interruptedPart.ts';
import type { Vec2, Vec3 } from '../core/geometry/vec.ts';
import type { ViewName } from '../core/geometry/viewFrames.ts';
import type { TraceFile } from '../core/part/schema.ts';
import type { ReplayChoice } from '../core/replay/deed.ts';
import type { CutMark } from '../core/section/cutMarks.ts';
import type { ProposedCut } from '../core/section/proposedCuts.ts';
import type { Interruption } from '../core/solid/interruption.ts';
import type { PartsMeasured } from '../formats/partsListCsv.ts';
import type { Against, BalanceAnswer } from './balancing.ts';
import type { MetInCut } from './cutPicture.ts';
import type { CutStudy, MoveOfCut } from './cutting.ts';
import { type DeskNote, type DeskPicture, type DeskPoint, deskPicture } from './deskPicture.ts';
import type { DimensionProposal, PickedOnSheet } from './dimensionPicture.ts';
import { fetchedPart } from './fetchedPart.ts';
import type { MarkAnswer } from './marking.ts';
import type { OfferedPlace, PartsBook, ShownClearance, ShownLength } from './partsBook.ts';
import { type PickedFace, type Pictorial, pickIn, pictorialOf, type Tints, tintsOf } from './pictorial.ts';
import type { PointedAt } from './pointing.ts';
import type { Exercise } from './practice.ts';
import type { ShownRecognised } from './recognising.ts';
import type { ReplayShown } from './replayPicture.ts';

/** The desk's engine, away from the thread that types and drags. */
const desk = openDesk();

/**
 * Without a picture for so long, ms, a preview under way is finished though newer input waits: about two frames. Where a picture takes longer
 * than that, leaving it for newer input would only mean to see none.
 */
const PATIENCE = 30;

let newest = 0;
let lastPicture = 0;
/** What is under way; the next begins when it is done or left. */
let underWay: Promise<unknown> = Promise.resolve();

/** Lets messages that have come in meanwhile be taken up. */
const channel = new MessageChannel();
const waitingToResume: (() => void)[] = [];
channel.port1.onmessage = () => waitingToResume.shift()?.();
const yieldToMessages = (): Promise<void> =>
  new Promise((done) => {
    waitingToResume.push(done);
    channel.port2.postMessage(undefined);
  });

const draw = async (
  data: Drawing,
  mayBeLeft: () => boolean,
  added: readonly string[],
): Promise<DeskPicture | undefined> => {
  const read = readDrawing(data);
  if (!read.ok) return { ok: false, faults: read.faults };
  const start = performance.now();
  const run = desk.steps(read.value);
  for (;;) {
    const step = run.next();
    if (step.done) {
      lastPicture = performance.now();
      return deskPicture(read.value, step.value, lastPicture - start, added);
    }
    await yieldToMessages();
    if (mayBeLeft() && performance.now() - lastPicture < PATIENCE) return undefined;
  }
};

const partOf = (data: Drawing): ReturnType<typeof desk.part> => {
  const read = readDrawing(data);
  return read.ok ? desk.part(read.value) : undefined;
};
const workedOf = (data: Drawing): Extract<Worked, { ok: true }> | undefined => {
  const read = readDrawing(data);
  const worked = read.ok ? desk.work(read.value) : undefined;
  return worked?.ok ? worked : undefined;
};
/** What a pictorial shows: the part as it is, or its bodies apart, where no corners are told. */
const shownIn = (data: Drawing, isApart: boolean): Parameters<typeof pictorialOf>[0] | undefined => {
  const read = isApart ? readDrawing(data) : undefined;
  const exploded = read?.ok ? desk.exploded(read.value) : undefined;
  return exploded ? { part: exploded.part, points: [], exploded } : partOf(data);
};
let lastTints = 0;

const api = {
  /**
   * @param passing a preview, which newer input may interrupt
   * @param added features whose lines are given by themselves too
   * @returns the picture, or undefined where newer input has taken a preview's place
   */
  work: async (
    data: Drawing,
    passing: boolean,
    added: readonly string[] = [],
  ): Promise<DeskPicture | undefined> => {
    newest++;
    const mine = newest;
    const overtaken = (): boolean => passing && mine !== newest;
    const before = underWay;
    const own = before.then(() => (overtaken() ? undefined : draw(data, overtaken, added)));
    underWay = own.catch(() => undefined);
    return own;
  },
  /** The part seen along a direction, its bodies together or drawn apart; undefined where it cannot be built. */
  pictorial: async (
    data: Drawing,
    toward: Vec3,
    added: readonly string[] = [],
    isApart = false,
  ): Promise<Pictorial | undefined> => {
    await underWay;
    const known = shownIn(data, isApart);
    return known && pictorialOf(known, toward, added);
  },
  /** How the faces of a pictorial look, to tint them; given up when anything newer is asked. */
  tints: async (data: Drawing, toward: Vec3, width: number, isApart = false): Promise<Tints | undefined> => {
    const asked = ++lastTints;
    const newestThen = newest;
    await underWay;
    const known = shownIn(data, isApart);
    if (!known) return undefined;
    const run = tintsOf(known.part, pictorialOf(known, toward), width);
    for (;;) {
      const step = run.next();
      if (step.done) return step.value;
      await yieldToMessages();
      if (asked !== lastTints || newestThen !== newest) return undefined;
    }
  },
  /** The setting out with what would better it, when nothing else is asked for. */
  plan: async (data: Drawing): Promise<SheetPlan | undefined> => {
    const asked = newest;
    await underWay;
    const read = readDrawing(data);
    return read.ok && asked === newest ? desk.plan(read.value) : undefined;
  },
  /** Holds the views of a file against the part's own; the readers of files are fetched when they are needed. */
  balance: async (data: Drawing, name: string, text: string, against: Against): Promise<BalanceAnswer> => {
    await underWay;
    // views may be brought as the sheet cuts them, or whole
    const all = drawnWhole(data);
    const [shown, cut] = [workedOf(data), workedOf(all)];
    const whole = data.cuts.length ? workedOf({ ...all, cuts: [] }) : undefined;
    if (!cut || !shown)
      return { ok: false, faults: ['The drawing cannot be drawn, so there is nothing to balance against.'] };
    const { balanceText } = await fetchedPart(() => import('./balancing.ts'));
    const books = desk.books(data);
    const answers = [cut, ...(whole ? [whole] : [])].map((w) =>
      balanceText(w, shown.sheet, data, name, text, against, books),
    );
    const off = (a: BalanceAnswer): number => (a.ok ? a.found.length : 0);
    return answers.reduce((a, b) => (off(b) < off(a) ? b : a));
  },
  /** Marks a drawing made elsewhere against this one. */
  mark: async (data: Drawing, name: string, text: string): Promise<MarkAnswer> => {
    await underWay;
    const read = readDrawing(data);
    const { markText } = await fetchedPart(() => import('./marking.ts'));
    return read.ok
      ? markText(desk, drawnWhole(read.value), name, text)
      : { ok: false, faults: ['The model cannot be read.'] };
  },
  /** A view to be drawn from the others; nothing where there are no two others. */
  practice: async (data: Drawing, view: ViewName): Promise<Exercise | undefined> => {
    await underWay;
    const worked = workedOf(drawnWhole(data));
    const { exerciseOf } = await fetchedPart(() => import('./practice.ts'));
    return worked && exerciseOf(worked, view, data);
  },
  /** What stands at a place of the sheet (paper mm, y up). */
  pointed: async (data: Drawing, at: Vec2, reach: number): Promise<PointedAt | undefined> => {
    await underWay;
    const worked = workedOf(data);
    const { pointedAt } = await fetchedPart(() => import('./pointing.ts'));
    const whole = data.setup.interruptions ? workedOf(drawnWhole(data)) : worked;
    return worked && whole && pointedAt(worked, whole, at, reach);
  },
  /** What a cut meets where a sectional view was pressed (paper mm, y up). */
  met: async (data: Drawing, at: Vec2): Promise<MetInCut | undefined> => {
    await underWay;
    const worked = workedOf(data);
    const read = readDrawing(data);
    const { metInCut } = await fetchedPart(() => import('./cutPicture.ts'));
    const whole = data.setup.interruptions ? workedOf(drawnWhole(data)) : worked;
    return worked && whole && read.ok ? metInCut(worked, whole, read.value, at) : undefined;
  },
  /** The books of the dimensions; nothing where the drawing cannot be drawn. */
  dimensions: async (data: Drawing): Promise<DimensionBook | undefined> => {
    await underWay;
    const read = readDrawing(data);
    const { dimensionPicture } = await fetchedPart(() => import('./dimensionPicture.ts'));
    return read.ok ? dimensionPicture(desk, read.value) : undefined;
  },
  /** The dimensions that a scheme proposes, or what it adds to those that stand. */
  propose: async (data: Drawing, scheme: Scheme, rest: boolean): Promise<DimensionProposal | undefined> => {
    await underWay;
    const read = readDrawing(data);
    const { dimensionProposal } = await fetchedPart(() => import('./dimensionPicture.ts'));
    return read.ok ? dimensionProposal(desk, read.value, scheme, rest) : undefined;
  },
  /** What a place of the sheet stands for when it is dimensioned (paper mm, y up). */
  pickStation: async (data: Drawing, at: Vec2, reach: number): Promise<PickedOnSheet | undefined> => {
    await underWay;
    const read = readDrawing(data);
    const { pickOnSheet } = await fetchedPart(() => import('./dimensionPicture.ts'));
    return read.ok ? pickOnSheet(desk, read.value, at, reach) : undefined;
  },
  /** What the distance between two stations adds up to at worst, in words. */
  worst: async (data: Drawing, tied: Tied): Promise<string | undefined> => {
    await underWay;
    const read = readDrawing(data);
    const { worstPicture } = await fetchedPart(() => import('./dimensionPicture.ts'));
    return read.ok ? worstPicture(desk, read.value, tied) : undefined;
  },
  /** What a reviewer would write beside the drawing; nothing where it cannot be drawn. */
  check: async (data: Drawing): Promise<readonly Remark[] | undefined> => {
    await underWay;
    const read = readDrawing(data);
    const { checkDrawing } = await fetchedPart(() => import('./checking.ts'));
    return read.ok ? checkDrawing(desk, read.value) : undefined;
  },
  /** Cuts that suit the part. */
  proposeCuts: async (data: Drawing): Promise<readonly ProposedCut[]> => {
    await underWay;
    const worked = workedOf(data);
    const { cutProposals } = await fetchedPart(() => import('./cutting.ts'));
    return worked ? cutProposals(worked, data.part) : [];
  },
  /** What a cut that is typed leaves whole by rule. */
  leftWhole: async (data: Drawing, trace: TraceFile): Promise<readonly string[]> => {
    await underWay;
    const worked = workedOf(data);
    const { leftWhole } = await fetchedPart(() => import('./cutting.ts'));
    return worked ? leftWhole(worked, data.part, trace) : [];
  },
  /** The stretch that the views of a long part would best leave out; nothing where there is none. */
  proposedInterruption: async (data: Drawing): Promise<Interruption | undefined> => {
    await underWay;
    const read = readDrawing(data);
    return read.ok ? desk.proposedInterruption(read.value) : undefined;
  },
  /** The parts list with the volume and mass of each item; nothing where the drawing cannot be drawn. */
  partsMeasured: async (data: Drawing): Promise<readonly PartsMeasured[]> => {
    await underWay;
    const worked = workedOf(data);
    const { partsMeasured } = await fetchedPart(() => import('./partsMeasured.ts'));
    return worked ? partsMeasured(data, worked) : [];
  },
  /** The lines by which the solid of a line can be stated, or that none are found; undefined where the drawing cannot be read. */
  recognise: async (
    data: Drawing,
    body: string,
    line: string,
  ): Promise<ShownRecognised | 'nothing' | undefined> => {
    await underWay;
    const read = readDrawing(data);
    const { shownRecognised } = await fetchedPart(() => import('./recognising.ts'));
    return read.ok ? shownRecognised(read.value, body, line) : undefined;
  },
  /** What can be asked of several parts in one another; nothing where they cannot be built. */
  partsBook: async (data: Drawing): Promise<PartsBook | undefined> => {
    await underWay;
    const known = partOf(data);
    const { partsBook } = await fetchedPart(() => import('./partsBook.ts'));
    return known && partsBook(data, known);
  },
  /** A length between two places of an assembly, with its working. */
  lengthBetween: async (
    data: Drawing,
    axis: 0 | 1 | 2,
    from: OfferedPlace,
    to: OfferedPlace,
  ): Promise<ShownLength | undefined> => {
    await underWay;
    const known = partOf(data);
    const { lengthBetween } = await fetchedPart(() => import('./partsBook.ts'));
    return known && lengthBetween(data, known, axis, from, to);
  },
  /** How two bodies stand to one another along an axis. */
  clearanceBetween: async (
    data: Drawing,
    axis: 0 | 1 | 2,
    own: string,
    other: string,
  ): Promise<ShownClearance | undefined> => {
    await underWay;
    const known = partOf(data);
    const { clearanceBetween } = await fetchedPart(() => import('./partsBook.ts'));
    return known && clearanceBetween(known, axis, own, other);
  },
  /** The features that a typed cut can name. */
  cutMarks: async (data: Drawing): Promise<readonly CutMark[]> => {
    await underWay;
    const worked = workedOf(data);
    const { marksForCuts } = await fetchedPart(() => import('./cutting.ts'));
    return worked ? marksForCuts(worked) : [];
  },
  /** What a cut lays open; nothing where it is not drawn. */
  study: async (data: Drawing, cut: string): Promise<CutStudy | undefined> => {
    const asked = newest;
    await underWay;
    const worked = asked === newest ? workedOf(data) : undefined;
    const { cutStudy } = await fetchedPart(() => import('./cutting.ts'));
    return worked && cutStudy(worked, cut);
  },
  /** How far to move a cut so that a share of the volume stays behind it. */
  shareOfCut: async (data: Drawing, cut: string, share: number): Promise<MoveOfCut | undefined> => {
    await underWay;
    const worked = workedOf(data);
    const { shareOfCut } = await fetchedPart(() => import('./cutting.ts'));
    return worked && shareOfCut(worked, cut, share);
  },
  /** The views in words. */
  reading: async (data: Drawing): Promise<string[]> => {
    await underWay;
    const worked = workedOf(drawnWhole(data));
    const { sheetReading } = await fetchedPart(() => import('./pointing.ts'));
    return worked ? sheetReading(worked) : [];
  },
  /** The points of the round features; none where the drawing cannot be drawn. */
  rounds: async (data: Drawing): Promise<readonly DeskPoint[]> => {
    await underWay;
    const worked = workedOf(data);
    const { roundPicture } = await fetchedPart(() => import('./roundPicture.ts'));
    return worked ? roundPicture(data, worked) : [];
  },
  /** The construction of the sheet, step by step; nothing where the drawing cannot be drawn. */
  replay: async (data: Drawing, choice: ReplayChoice): Promise<ReplayShown | undefined> => {
    await underWay;
    const worked = workedOf(drawnWhole(data));
    if (!worked) return undefined;
    const { sheet, part, rows } = worked;
    const { part: file, setup } = data;
    // the first picture needs none of it
    const { replayShown } = await fetchedPart(() => import('./replayPicture.ts'));
    return replayShown(sheet, file, part, rows, choice, setup.rules);
  },
  /** The face at a place of a pictorial. */
  pick: async (data: Drawing, toward: Vec3, at: Vec2, isApart = false): Promise<PickedFace | undefined> => {
    await underWay;
    const known = shownIn(data, isApart);
    return known && pickIn(known.part, toward, at, known.exploded?.moves);
  },
  /** What is doubtful about a drawing that can be drawn, when nothing else is asked for. */
  look: async (data: Drawing): Promise<DeskNote[]> => {
    const asked = newest;
    await underWay;
    const read = readDrawing(data);
    if (!read.ok || asked !== newest) return [];
    const dimensions = read.value.dimensions?.list.length
      ? await fetchedPart(() => import('./dimensionPicture.ts')).then((m) =>
          m.notesOnDimensions(desk, read.value),
        )
      : [];
    const found = desk.look(read.value).map((f) => ({
      path: [f.kind.startsWith('plane') ? 'cuts' : 'part'],
      where: f.where,
      text: `${f.where}: ${f.what} ${f.remedy}`,
      severity: f.severity,
    }));
    return [...found, ...dimensions];
  },
};
export type DeskWorker = typeof api;

expose(api);
