import { type SurfacesByKey, surfacesOfModel } from '../dimension/surfacesByKey.ts';
import { EDGE_ON } from '../geometry/nearness.ts';
import { AXIS_LETTERS, axisDirection } from '../geometry/rigid.ts';
import { dot, type Vec3 } from '../geometry/vec.ts';
import type { Fault, Result } from '../number/fault.ts';
import { says } from '../number/faultWords.ts';
import { decimal } from '../number/format.ts';
import type { PartFile } from '../part/schema.ts';
import { type BuiltPart, buildPart } from '../solid/build.ts';
import { edgeExtent } from '../solid/extent.ts';
import { interruptedModel } from '../solid/interruptedModel.ts';
import { type Gap, gapsFor, type Interruption } from '../solid/interruption.ts';
import type { PartModel } from '../solid/partModel.ts';
import type { Drawing } from './drawing.ts';

/** A part as its interrupted views draw it: shorter, with every face by its own key. */
export type InterruptedPart = {
  readonly part: BuiltPart;
  readonly gaps: readonly Gap[];
  readonly surfaces: SurfacesByKey;
};

const WHERE = { path: ['setup', 'interruptions'], where: 'the interrupted view' } as const;

/** A stretch that does not lie between the ends of the part, or over another. */
const misplaced = (gaps: readonly Gap[], { box }: BuiltPart): Fault | undefined => {
  for (const [i, g] of gaps.entries()) {
    const along = AXIS_LETTERS[g.axis].toUpperCase();
    if (g.from <= box[g.axis] || g.to >= (box[g.axis + 3] as number) || g.to <= g.from)
      return {
        ...WHERE,
        ...says('interruption.beyond', { along, from: decimal(g.from), to: decimal(g.to) }),
      };
    const next = gaps[i + 1];
    if (next?.axis === g.axis && next.from <= g.to)
      return { ...WHERE, ...says('interruption.overlap', { along }) };
  }
  return undefined;
};

/**
 * The part that interrupted views draw.
 * @param whole the part as it is
 * @returns the fault of a stretch that cannot be left out
 */
export const interruptedPart = (
  file: PartFile,
  model: PartModel,
  whole: BuiltPart,
  interruptions: readonly Interruption[],
): Result<InterruptedPart> => {
  const { box, tol } = whole;
  const extents: Vec3 = [box[3] - box[0], box[4] - box[1], box[5] - box[2]];
  const gaps = gapsFor(interruptions, extents);
  const fault = misplaced(gaps, whole);
  if (fault) return { ok: false, faults: [fault] };
  const shorter = interruptedModel(model, gaps, tol.size);
  if (!shorter.ok) return shorter;
  const built = buildPart(shorter.value);
  if (!built.ok) return built;
  return { ok: true, value: { part: built.value, gaps, surfaces: surfacesOfModel(file, shorter.value) } };
};

/** The drawing with its part drawn whole: for all that constructs views by hand, or holds others against them. */
export const drawnWhole = (d: Drawing): Drawing =>
  d.setup.interruptions ? { ...d, setup: { ...d.setup, interruptions: undefined } } : d;

/** So much of a plain stretch stays at either end: a share of it, and of what the part measures across. */
const KEPT = 0.1;
const KEPT_ACROSS = 0.4;
/** A stretch is proposed where it is at least this share of the part's length. */
const WORTH = 0.35;
/** A part is long where it measures so many times as much along as across. */
const LONG = 3;
/** So many plain stretches are tried along an axis, the longest first. */
const MOST_TRIED = 4;

/** The stretches along an axis in which no edge begins, ends or turns: those that run on there run along the axis. Longest first. */
const plainStretches = (part: BuiltPart, axis: 0 | 1 | 2): (readonly [number, number])[] => {
  const along = axisDirection(axis);
  const busy = part.bodies
    .flatMap((b) => b.edges)
    .flatMap((e): [number, number][] => {
      const [low, high] = edgeExtent(e, along);
      const isAlong = e.curve.type === 'line' && Math.abs(Math.abs(dot(e.curve.d, along)) - 1) <= EDGE_ON;
      return isAlong
        ? [
            [low, low],
            [high, high],
          ]
        : [[low, high]];
    })
    .sort((a, b) => a[0] - b[0]);
  const out: [number, number][] = [];
  let reached = busy[0]?.[1] ?? 0;
  for (const [low, high] of busy) {
    if (low > reached) out.push([reached, low]);
    reached = Math.max(reached, high);
  }
  return out.sort((a, b) => b[1] - b[0] - (a[1] - a[0]));
};

/** The stretch that the views of a long part would best leave out, in whole units; nothing where the part has none that is worth it. */
export const proposedInterruption = (
  file: PartFile,
  model: PartModel,
  whole: BuiltPart,
): Interruption | undefined => {
  const { box } = whole;
  const extents: Vec3 = [box[3] - box[0], box[4] - box[1], box[5] - box[2]];
  const axis = ([0, 1, 2] as const).toSorted((a, b) => extents[b] - extents[a])[0] as 0 | 1 | 2;
  const across = Math.max(...extents.filter((_, k) => k !== axis));
  if (extents[axis] < LONG * across) return undefined;
  for (const [low, high] of plainStretches(whole, axis).slice(0, MOST_TRIED)) {
    const kept = Math.max(KEPT * (high - low), Math.min(KEPT_ACROSS * across, (high - low) / 4));
    const [from, to] = [Math.ceil(low + kept), Math.floor(high - kept)];
    if (to - from < WORTH * extents[axis]) continue;
    const one: Interruption = { along: AXIS_LETTERS[axis], from, to };
    if (interruptedPart(file, model, whole, [one]).ok) return one;
  }
  return undefined;
};
