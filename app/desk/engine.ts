'use client';
import { type Remote, wrap } from 'comlink';
import type { SheetPlan } from '../../core/drawing/desk.ts';
import type { Drawing } from '../../core/drawing/drawing.ts';
import type { Vec2, Vec3 } from '../../core/geometry/vec.ts';
import type { ViewName } from '../../core/part/schema.ts';
import type { ReplayChoice } from '../../core/replay/deed.ts';
import type { Against, BalanceAnswer } from '../../workers/balancing.ts';
import type { DeskWorker } from '../../workers/desk.worker.ts';
import type { DeskNote, DeskPicture } from '../../workers/deskPicture.ts';
import type { PickedFace, Pictorial, Tints } from '../../workers/pictorial.ts';
import type { PointedAt } from '../../workers/pointing.ts';
import type { Exercise } from '../../workers/practice.ts';
import type { ReplayStep } from '../../workers/replayPicture.ts';

/** The way to the worker: every question goes there at once, and a newer one takes a preview's place between two stages. */
let remote: Remote<DeskWorker> | undefined;

const worker = (): Remote<DeskWorker> => {
  remote ??= wrap<DeskWorker>(
    new Worker(new URL('../../workers/desk.worker.ts', import.meta.url), { type: 'module' }),
  );
  return remote;
};

/**
 * Works a drawing's picture out in the worker.
 * @param passing a preview: newer questions may take its place, and it has no picture then
 */
export const workPicture = (drawing: Drawing, passing = false): Promise<DeskPicture | undefined> =>
  worker().work(drawing, passing);

/** Looks a drawing over for what is doubtful; nothing where a newer question has come in meanwhile. */
export const lookOver = (drawing: Drawing): Promise<readonly DeskNote[]> => worker().look(drawing);

/** The part seen along a direction to its observer. */
export const drawPictorial = (drawing: Drawing, toward: Vec3): Promise<Pictorial | undefined> =>
  worker().pictorial(drawing, toward);
/** How its faces look, `width` squares across; nothing where a newer question came in. */
export const tintPictorial = (drawing: Drawing, toward: Vec3, width: number): Promise<Tints | undefined> =>
  worker().tints(drawing, toward, width);
export const pickFace = (drawing: Drawing, toward: Vec3, at: Vec2): Promise<PickedFace | undefined> =>
  worker().pick(drawing, toward, at);

/** How the sheet is set out, and what would better it. */
export const planSheet = (drawing: Drawing): Promise<SheetPlan | undefined> => worker().plan(drawing);

/** The construction of the sheet, step by step. */
export const planConstruction = (
  drawing: Drawing,
  choice: ReplayChoice,
): Promise<readonly ReplayStep[] | undefined> => worker().replay(drawing, choice);

/** What stands at a place of the sheet (paper mm, y up). */
export const askPointed = (drawing: Drawing, at: Vec2, reach: number): Promise<PointedAt | undefined> =>
  worker().pointed(drawing, at, reach);
/** The views in words. */
export const readViews = (drawing: Drawing): Promise<readonly string[]> => worker().reading(drawing);

/** Holds the views of an SVG or DXF file against the part's own, or against one another. */
export const balanceFile = (
  drawing: Drawing,
  name: string,
  text: string,
  against: Against,
): Promise<BalanceAnswer> => worker().balance(drawing, name, text, against);

/** A view to be drawn from the others. */
export const exerciseIn = (drawing: Drawing, view: ViewName): Promise<Exercise | undefined> =>
  worker().practice(drawing, view);
