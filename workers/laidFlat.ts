import { type Development, develop } from '../core/develop/develop.ts';
import { openDesk } from '../core/drawing/desk.ts';
import type { Drawing } from '../core/drawing/drawing.ts';
import { laidByHand, WHY_SO } from '../core/method/laidFlat/laidByHand.ts';
import { attempt, type Result } from '../core/number/fault.ts';
import { says } from '../core/number/faultWords.ts';
import { solidsBehind } from '../core/section/section.ts';
import { type CuttingPlane, cuttingPlane } from '../core/section/trace.ts';
import { actingWith } from '../core/sheet/views/actTogether.ts';
import { boardPicture, type MethodPicture } from './methodPicture.ts';

/** Which side of a part is laid flat, what of it a cut leaves, and where it is opened, degrees from the front. */
export type FlatAsked = {
  readonly drawing: Drawing;
  readonly feature: string;
  readonly cut: string | undefined;
  readonly from: number | undefined;
};

/** The cuts behind which a side is laid flat: the one that is named, and those that act together with it. */
const planesOf = ({ drawing, cut }: FlatAsked): Result<readonly CuttingPlane[]> => {
  const read = drawing.cuts
    .filter((c) => c.on || c.trace.name === cut)
    .map((c) => cuttingPlane(c.trace, drawing.part));
  const bad = read.find((r) => !r.ok);
  if (bad && !bad.ok) return bad;
  const planes = read.flatMap((r) => (r.ok ? [r.value] : []));
  const own = planes.find((p) => p.name === cut);
  return { ok: true, value: own ? [own, ...actingWith(own.name, planes, drawing.setup)] : [] };
};

/**
 * The side of a feature laid flat, with the cut points by which it ends, where the sheet numbers them.
 * @returns its pieces, and the names of the cuts that leave it; or why it cannot be laid flat
 */
export const laidFlat = (
  asked: FlatAsked,
): Result<{ readonly pieces: readonly Development[]; readonly cuts: readonly string[] }> => {
  const { drawing, feature, from } = asked;
  const desk = openDesk();
  const known = desk.part(drawing);
  if (!known)
    return { ok: false, faults: [{ path: [], where: 'the part', ...says('develop.nothing', { feature }) }] };
  const planes = planesOf(asked);
  if (!planes.ok) return planes;
  const cuts = planes.value.map((p) => p.name);
  // the cut points have the numbers of the sheet, where it has them
  const worked = cuts.length && drawing.setup.rules.points === 'numbers' ? desk.work(drawing) : undefined;
  const sections = worked?.ok ? worked.sections.filter((s) => cuts.includes(s.plane.name)) : [];
  const points = sections.flatMap((s) => s.bodies.flatMap((b) => b.cutPoints));
  return attempt(() => ({
    pieces: develop(drawing.part, solidsBehind(known.part, planes.value), feature, from, points),
    cuts,
  }));
};

/** A piece of a side as it is laid flat by hand, step by step. */
export type FlatByHand = {
  readonly area: number;
  /** nothing where none of the three methods can plot it */
  readonly construction:
    | { readonly method: string; readonly why: string; readonly picture: MethodPicture }
    | undefined;
};

/** The pieces of a side, each with its construction. */
export const flatByHand = (asked: FlatAsked): Result<readonly FlatByHand[]> => {
  const made = laidFlat(asked);
  if (!made.ok) return made;
  const value = made.value.pieces.map((d): FlatByHand => {
    const byHand = laidByHand(d, asked.drawing.part.units);
    return {
      area: d.area,
      construction: byHand && {
        method: byHand.method,
        why: WHY_SO[byHand.method],
        picture: boardPicture(byHand.steps),
      },
    };
  });
  return { ok: true, value };
};
