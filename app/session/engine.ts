import type { Remote } from 'comlink';
import { createStore, type StoreApi } from 'zustand/vanilla';
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
import type { OfferedPlace, PartsBook, ShownClearance, ShownLength } from '../../workers/partsBook.ts';
import type { PickedFace, Pictorial, Tints } from '../../workers/pictorial.ts';
import type { PointedAt } from '../../workers/pointing.ts';
import type { Exercise } from '../../workers/practice.ts';
import type { ShownRecognised } from '../../workers/recognising.ts';
import type { ReplayShown } from '../../workers/replayPicture.ts';
import { keptWorker, Overran } from '../keptWorker.ts';
import { isUnanswered, LIMIT, UNFETCHED_WORDS, type Unanswered, unansweredWords } from './unanswered.ts';

/** The desk's engine in a worker of its own. Where it takes too long it is ended and begun anew; its questions then have no answer. */
export type Engine = {
  /** What could not be worked out last, in a sentence, until the same is asked again and answered. */
  readonly trouble: StoreApi<string | undefined>;
  /**
   * Works a drawing's picture out.
   * @param passing a preview: newer questions may take its place, and it has no picture then
   * @param added features whose lines are given by themselves too
   */
  readonly draw: (
    drawing: Drawing,
    passing: boolean,
    added?: readonly string[],
  ) => Promise<DeskPicture | Unanswered | undefined>;
  /** Looks a drawing over for what is doubtful; nothing where a newer question has come in meanwhile. */
  readonly lookOver: (drawing: Drawing) => Promise<readonly DeskNote[]>;
  /** The part seen along a direction to its observer; `isApart`: its bodies drawn apart. */
  readonly pictorial: (
    drawing: Drawing,
    toward: Vec3,
    added?: readonly string[],
    isApart?: boolean,
  ) => Promise<Pictorial | undefined>;
  /** How its faces look, `width` squares across; nothing where a newer question came in. */
  readonly tints: (
    drawing: Drawing,
    toward: Vec3,
    width: number,
    isApart?: boolean,
  ) => Promise<Tints | undefined>;
  readonly pickFace: (
    drawing: Drawing,
    toward: Vec3,
    at: Vec2,
    isApart?: boolean,
  ) => Promise<PickedFace | undefined>;
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
  /** The lines by which the solid of a line can be stated, or that none are found. */
  readonly recognise: (
    drawing: Drawing,
    body: string,
    line: string,
  ) => Promise<ShownRecognised | 'nothing' | undefined>;
  /** The parts list with the volume and mass of each item. */
  readonly partsMeasured: (drawing: Drawing) => Promise<readonly PartsMeasured[]>;
  /** What can be asked of several parts in one another; nothing where they cannot be built. */
  readonly partsBook: (drawing: Drawing) => Promise<PartsBook | undefined>;
  /** A length between two places of an assembly, with its working. */
  readonly lengthBetween: (
    drawing: Drawing,
    axis: 0 | 1 | 2,
    from: OfferedPlace,
    to: OfferedPlace,
  ) => Promise<ShownLength | undefined>;
  /** How two bodies stand to one another along an axis. */
  readonly clearanceBetween: (
    drawing: Drawing,
    axis: 0 | 1 | 2,
    own: string,
    other: string,
  ) => Promise<ShownClearance | undefined>;
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

/** In place of the answer about a file that was brought. */
const NOT_COMPARED =
  'The file could not be compared: the notice says why. Where it took too long, bring fewer lines at a time.';

export const openEngine = (): Engine => {
  const trouble = createStore<string | undefined>(() => undefined);
  /** The subject of the sentence in `trouble`. */
  let troubled: string | undefined;
  const worker = keptWorker<DeskWorker>(
    () => new Worker(new URL('../../workers/desk.worker.ts', import.meta.url), { type: 'module' }),
    {
      limit: LIMIT,
      tellWaiting: (isWaiting) => {
        if (isWaiting) trouble.setState(UNFETCHED_WORDS, true);
        else if (trouble.getState() === UNFETCHED_WORDS) trouble.setState(undefined, true);
      },
    },
  );
  const ask = async <T>(question: (remote: Remote<DeskWorker>) => Promise<T>): Promise<T | Unanswered> => {
    try {
      return await worker.ask(question);
    } catch (e) {
      if (e instanceof Overran) return 'overran';
      console.error(e);
      return 'failed';
    }
  };
  /** Asks for something that the desk does without where there is no answer, and says so. @param what begins a sentence */
  const answer = async <T>(
    what: string,
    question: (remote: Remote<DeskWorker>) => Promise<T>,
    without: T,
  ): Promise<T> => {
    const given = await ask(question);
    if (isUnanswered(given)) {
      troubled = what;
      trouble.setState(unansweredWords(what, given), true);
      return without;
    }
    if (troubled === what) trouble.setState(undefined, true);
    return given;
  };
  return {
    trouble,
    draw: (drawing, passing, added) => ask(async (r) => r.work(drawing, passing, added)),
    lookOver: (drawing) => answer('The look for what is doubtful', async (r) => r.look(drawing), []),
    pictorial: (drawing, toward, added, isApart) =>
      answer('The pictorial', async (r) => r.pictorial(drawing, toward, added, isApart), undefined),
    tints: (drawing, toward, width, isApart) =>
      answer(
        'The shading of the pictorial',
        async (r) => r.tints(drawing, toward, width, isApart),
        undefined,
      ),
    pickFace: (drawing, toward, at, isApart) =>
      answer(
        'What was pressed in the pictorial',
        async (r) => r.pick(drawing, toward, at, isApart),
        undefined,
      ),
    plan: (drawing) => answer('The setting out', async (r) => r.plan(drawing), undefined),
    rounds: (drawing) => answer('The points of rounds', async (r) => r.rounds(drawing), []),
    construction: (drawing, choice) =>
      answer('The construction', async (r) => r.replay(drawing, choice), undefined),
    pointed: (drawing, at, reach) =>
      answer('What stands at the pointer', async (r) => r.pointed(drawing, at, reach), undefined),
    dimensions: (drawing) =>
      answer('The books of the dimensions', async (r) => r.dimensions(drawing), undefined),
    propose: (drawing, scheme, rest) =>
      answer('The proposed dimensions', async (r) => r.propose(drawing, scheme, rest), undefined),
    proposeCuts: (drawing) => answer('The proposed cuts', async (r) => r.proposeCuts(drawing), []),
    leftWhole: (drawing, trace) =>
      answer('What the cut leaves whole', async (r) => r.leftWhole(drawing, trace), []),
    proposedInterruption: (drawing) =>
      answer('The stretch to leave out', async (r) => r.proposedInterruption(drawing), undefined),
    partsBook: (drawing) => answer('The book of the parts', async (r) => r.partsBook(drawing), undefined),
    lengthBetween: (drawing, axis, from, to) =>
      answer('The length', async (r) => r.lengthBetween(drawing, axis, from, to), undefined),
    clearanceBetween: (drawing, axis, own, other) =>
      answer('The clearance', async (r) => r.clearanceBetween(drawing, axis, own, other), undefined),
    recognise: (drawing, body, line) =>
      answer(`What ${line} can be stated by`, async (r) => r.recognise(drawing, body, line), undefined),
    partsMeasured: (drawing) => answer('The measured parts list', async (r) => r.partsMeasured(drawing), []),
    cutMarks: (drawing) => answer('The features that a cut can name', async (r) => r.cutMarks(drawing), []),
    study: (drawing, cut) => answer('What the cut lays open', async (r) => r.study(drawing, cut), undefined),
    shareOfCut: (drawing, cut, share) =>
      answer('The move of the cut', async (r) => r.shareOfCut(drawing, cut, share), undefined),
    met: (drawing, at) => answer('What was pressed in the cut', async (r) => r.met(drawing, at), undefined),
    pickStation: (drawing, at, reach) =>
      answer('What was pressed on the sheet', async (r) => r.pickStation(drawing, at, reach), undefined),
    worst: (drawing, tied) => answer('The worst case', async (r) => r.worst(drawing, tied), undefined),
    check: (drawing) => answer('The check', async (r) => r.check(drawing), undefined),
    reading: (drawing) => answer('The views in words', async (r) => r.reading(drawing), []),
    balance: (drawing, name, text, against) =>
      answer('The balance', async (r) => r.balance(drawing, name, text, against), {
        ok: false,
        faults: [NOT_COMPARED],
      }),
    mark: (drawing, name, text) =>
      answer('The marking', async (r) => r.mark(drawing, name, text), {
        ok: false,
        faults: [NOT_COMPARED],
      }),
    exercise: (drawing, view) =>
      answer('The practice of the third view', async (r) => r.practice(drawing, view), undefined),
  };
};
