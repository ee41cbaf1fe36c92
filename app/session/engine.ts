import { type Remote, wrap } from 'comlink';
import type { Remark } from '../../core/check/remark.ts';
import type { Tied } from '../../core/dimension/kept.ts';
import type { Scheme } from '../../core/dimension/propose.ts';
import type { SheetPlan } from '../../core/drawing/desk.ts';
import type { DimensionBook } from '../../core/drawing/dimensionBook.ts';
import type { Drawing } from '../../core/drawing/drawing.ts';
import type { Vec2, Vec3 } from '../../core/geometry/vec.ts';
import type { ViewName } from '../../core/geometry/viewFrames.ts';
import type { TraceFile } from '../../core/part/schema.ts';
import type { ReplayChoice } from '../../core/replay/deed.ts';
import type { CutMark } from '../../core/section/cutMarks.ts';
import type { ProposedCut } from '../../core/section/proposedCuts.ts';
import type { Interruption } from '../../core/solid/interruption.ts';
import type { PartsMeasured } from '../../formats/partsListCsv.ts';
import type { Against, BalanceAnswer } from '../../workers/balancing.ts';
import type { MetInCut } from '../../workers/cutPicture.ts';
import type { CutStudy, MoveOfCut } from '../../workers/cutting.ts';
import type { DeskWorker } from '../../workers/desk.worker.ts';
import type { DeskNote, DeskPicture, DeskPoint } from '../../workers/deskPicture.ts';
import type { DimensionProposal, PickedOnSheet } from '../../workers/dimensionPicture.ts';
import type { MarkAnswer } from '../../workers/marking.ts';
import type { PickedFace, Pictorial, Tints } from '../../workers/pictorial.ts';
import type { PointedAt } from '../../workers/pointing.ts';
import type { Exercise } from '../../workers/practice.ts';
import type { ReplayShown } from '../../workers/replayPicture.ts';

/** The desk's engine in a worker of its own. Where it takes too long it is ended and begun anew; its questions then have no answer. */
export type Engine = {
  /**
   * Works a drawing's picture out.
   * @param passing a preview: newer questions may take its place, and it has no picture then
   * @param added features whose lines are given by themselves too
   */
  readonly draw: (
    drawing: Drawing,
    passing: boolean,
    added?: readonly string[],
  ) => Promise<DeskPicture | 'overran' | undefined>;
  /** Looks a drawing over for what is doubtful; nothing where a newer question has come in meanwhile. */
  readonly lookOver: (drawing: Drawing) => Promise<readonly DeskNote[]>;
  /** The part seen along a direction to its observer. */
  readonly pictorial: (
    drawing: Drawing,
    toward: Vec3,
    added?: readonly string[],
  ) => Promise<Pictorial | undefined>;
  /** How its faces look, `width` squares across; nothing where a newer question came in. */
  readonly tints: (drawing: Drawing, toward: Vec3, width: number) => Promise<Tints | undefined>;
  readonly pickFace: (drawing: Drawing, toward: Vec3, at: Vec2) => Promise<PickedFace | undefined>;
  /** How the sheet is set out, and what would better it. */
  readonly plan: (drawing: Drawing) => Promise<SheetPlan | undefined>;
  /** The construction of the sheet, step by step. */
  readonly construction: (drawing: Drawing, choice: ReplayChoice) => Promise<ReplayShown | undefined>;
  /** The points of the round features. */
  readonly rounds: (drawing: Drawing) => Promise<readonly DeskPoint[]>;
  /** What stands at a place of the sheet (paper mm, y up). */
  readonly pointed: (drawing: Drawing, at: Vec2, reach: number) => Promise<PointedAt | undefined>;
  /** The books of the dimensions. */
  readonly dimensions: (drawing: Drawing) => Promise<DimensionBook | undefined>;
  /** The dimensions that a scheme proposes, or with `rest` those that stand and what is open besides. */
  readonly propose: (
    drawing: Drawing,
    scheme: Scheme,
    rest: boolean,
  ) => Promise<DimensionProposal | undefined>;
  /** Cuts that suit the part. */
  readonly proposeCuts: (drawing: Drawing) => Promise<readonly ProposedCut[]>;
  /** What a cut that is typed leaves whole by rule. */
  readonly leftWhole: (drawing: Drawing, trace: TraceFile) => Promise<readonly string[]>;
  /** The stretch that the views of a long part would best leave out; nothing where there is none. */
  readonly proposedInterruption: (drawing: Drawing) => Promise<Interruption | undefined>;
  /** The parts list with the volume and mass of each item. */
  readonly partsMeasured: (drawing: Drawing) => Promise<readonly PartsMeasured[]>;
  /** The features that a typed cut can name. */
  readonly cutMarks: (drawing: Drawing) => Promise<readonly CutMark[]>;
  /** What a cut lays open; nothing where it is not drawn, or a newer picture was asked for meanwhile. */
  readonly study: (drawing: Drawing, cut: string) => Promise<CutStudy | undefined>;
  /** How far to move a cut so that a share of the volume stays behind it. */
  readonly shareOfCut: (drawing: Drawing, cut: string, share: number) => Promise<MoveOfCut | undefined>;
  /** What a place of the sheet stands for when it is dimensioned (paper mm, y up). */
  readonly met: (drawing: Drawing, at: Vec2) => Promise<MetInCut | undefined>;
  readonly pickStation: (drawing: Drawing, at: Vec2, reach: number) => Promise<PickedOnSheet | undefined>;
  /** What the distance between two stations adds up to at worst, in words. */
  readonly worst: (drawing: Drawing, tied: Tied) => Promise<string | undefined>;
  /** What a reviewer would write beside the drawing. */
  readonly check: (drawing: Drawing) => Promise<readonly Remark[] | undefined>;
  /** The views in words. */
  readonly reading: (drawing: Drawing) => Promise<readonly string[]>;
  /** Holds the views of an SVG or DXF file against the part's own, or against one another. */
  readonly balance: (
    drawing: Drawing,
    name: string,
    text: string,
    against: Against,
  ) => Promise<BalanceAnswer>;
  /** Marks a drawing made elsewhere against this one. */
  readonly mark: (drawing: Drawing, name: string, text: string) => Promise<MarkAnswer>;
  /** A view to be drawn from the others. */
  readonly exercise: (drawing: Drawing, view: ViewName) => Promise<Exercise | undefined>;
};

/** As long as one question may take before the worker is ended, ms. */
const LIMIT = 20_000;

type Running = {
  readonly worker: Worker;
  readonly remote: Remote<DeskWorker>;
  readonly ended: Promise<'overran'>;
  readonly end: () => void;
};

export const openEngine = (): Engine => {
  let running: Running | undefined;
  const start = (): Running => {
    const worker = new Worker(new URL('../../workers/desk.worker.ts', import.meta.url), { type: 'module' });
    let end: () => void = () => undefined;
    const ended = new Promise<'overran'>((done) => {
      end = () => {
        worker.terminate();
        done('overran');
      };
    });
    return { worker, remote: wrap<DeskWorker>(worker), ended, end };
  };
  /** Asks the worker; 'overran' where this very question took too long. One that was under way beside such a question is asked again. */
  const ask = async <T>(question: (remote: Remote<DeskWorker>) => Promise<T>): Promise<T | 'overran'> => {
    running ??= start();
    const own = running;
    let tooLong = false;
    const limit = setTimeout(() => {
      tooLong = true;
      if (running === own) running = undefined;
      own.end();
    }, LIMIT);
    const given = await Promise.race([question(own.remote), own.ended]).finally(() => clearTimeout(limit));
    return given === 'overran' && !tooLong ? ask(question) : given;
  };
  const answer = async <T>(question: (remote: Remote<DeskWorker>) => Promise<T>, without: T): Promise<T> => {
    const given = await ask(question);
    return given === 'overran' ? without : given;
  };
  return {
    draw: (drawing, passing, added) => ask(async (r) => r.work(drawing, passing, added)),
    lookOver: (drawing) => answer(async (r) => r.look(drawing), []),
    pictorial: (drawing, toward, added) =>
      answer(async (r) => r.pictorial(drawing, toward, added), undefined),
    tints: (drawing, toward, width) => answer(async (r) => r.tints(drawing, toward, width), undefined),
    pickFace: (drawing, toward, at) => answer(async (r) => r.pick(drawing, toward, at), undefined),
    plan: (drawing) => answer(async (r) => r.plan(drawing), undefined),
    rounds: (drawing) => answer(async (r) => r.rounds(drawing), []),
    construction: (drawing, choice) => answer(async (r) => r.replay(drawing, choice), undefined),
    pointed: (drawing, at, reach) => answer(async (r) => r.pointed(drawing, at, reach), undefined),
    dimensions: (drawing) => answer(async (r) => r.dimensions(drawing), undefined),
    propose: (drawing, scheme, rest) => answer(async (r) => r.propose(drawing, scheme, rest), undefined),
    proposeCuts: (drawing) => answer(async (r) => r.proposeCuts(drawing), []),
    leftWhole: (drawing, trace) => answer(async (r) => r.leftWhole(drawing, trace), []),
    proposedInterruption: (drawing) => answer(async (r) => r.proposedInterruption(drawing), undefined),
    partsMeasured: (drawing) => answer(async (r) => r.partsMeasured(drawing), []),
    cutMarks: (drawing) => answer(async (r) => r.cutMarks(drawing), []),
    study: (drawing, cut) => answer(async (r) => r.study(drawing, cut), undefined),
    shareOfCut: (drawing, cut, share) => answer(async (r) => r.shareOfCut(drawing, cut, share), undefined),
    met: (drawing, at) => answer(async (r) => r.met(drawing, at), undefined),
    pickStation: (drawing, at, reach) => answer(async (r) => r.pickStation(drawing, at, reach), undefined),
    worst: (drawing, tied) => answer(async (r) => r.worst(drawing, tied), undefined),
    check: (drawing) => answer(async (r) => r.check(drawing), undefined),
    reading: (drawing) => answer(async (r) => r.reading(drawing), []),
    balance: (drawing, name, text, against) =>
      answer(async (r) => r.balance(drawing, name, text, against), {
        ok: false,
        faults: ['This takes too long and was left. Bring fewer lines at a time.'],
      }),
    mark: (drawing, name, text) =>
      answer(async (r) => r.mark(drawing, name, text), {
        ok: false,
        faults: ['This takes too long and was left. Bring fewer lines at a time.'],
      }),
    exercise: (drawing, view) => answer(async (r) => r.practice(drawing, view), undefined),
  };
};
