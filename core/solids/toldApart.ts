import { distance2, type Vec3 } from '../geometry/vec.ts';
import { VIEW_NAMES, type ViewName } from '../geometry/viewFrames.ts';
import { decimal } from '../number/format.ts';
import type { BuiltPart } from '../solid/build.ts';
import { AXIS_WORDS, type LaidViews, ownPlace } from './aligned.ts';
import type { Arrangement } from './arrangement.ts';
import { differencesOf, linesOfPart } from './compared.ts';
import { placeWords } from './repairs.ts';

/** A solid that was found, with the part that states it. */
export type Stated = { readonly isSolid: readonly boolean[]; readonly part: BuiltPart };

/** The box of some cells in words: "width 0 to 20, depth 20 to 40, height 0 to 10". */
const whereWords = (space: Arrangement, cells: readonly number[], min: Vec3): string => {
  const at = cells.flatMap((c) => (space.cells[c]?.corners ?? []).map((k) => space.corners[k] as Vec3));
  return AXIS_WORDS.map((word, k) => {
    const xs = at.map((p) => (p[k] as number) - (min[k] as number));
    return `${word} ${decimal(Math.min(...xs), 3)} to ${decimal(Math.max(...xs), 3)}`;
  }).join(', ');
};

const differs = (space: Arrangement, a: Stated, b: Stated, min: Vec3): string[] => {
  const cells = space.cells.map((_, i) => i);
  const more = cells.filter((i) => a.isSolid[i] && !b.isSolid[i]);
  const less = cells.filter((i) => !a.isSolid[i] && b.isSolid[i]);
  return [
    ...(more.length ? [`solid within ${whereWords(space, more, min)}`] : []),
    ...(less.length ? [`empty within ${whereWords(space, less, min)}`] : []),
  ];
};

/** A hidden line of a view where they are left out, or another view, that only one of the solids has. */
export const decidedBy = (
  laid: LaidViews,
  own: BuiltPart,
  others: readonly BuiltPart[],
): string | undefined => {
  const tol = laid.tol * 4;
  const apart = (view: ViewName, o: BuiltPart) =>
    differencesOf(view, linesOfPart(own, view), linesOfPart(o, view), true, tol);
  const lines = laid.views
    .filter((v) => !v.isFull)
    .flatMap((v) => {
      const [first, ...rest] = others.map((o) => apart(v.name, o));
      // a stretch that this one has and none of the others
      return (first ?? []).filter(
        (d) =>
          d.first === 'hidden' &&
          d.second === 'none' &&
          rest.every((all) =>
            all.some((x) => x.first === 'hidden' && x.second === 'none' && distance2(x.from, d.from) <= tol),
          ),
      );
    })
    .sort(
      (a, b) =>
        Math.hypot(a.to[0] - a.from[0], a.to[1] - a.from[1]) -
        Math.hypot(b.to[0] - b.from[0], b.to[1] - b.from[1]),
    );
  const [line] = lines;
  if (line)
    return `A hidden line in the ${line.view} view from ${placeWords(ownPlace(laid, line.view, line.from))} to ${placeWords(ownPlace(laid, line.view, line.to))} would decide for it.`;
  const views = VIEW_NAMES.filter((n) => !laid.views.some((v) => v.name === n));
  const view = views.find((n) => others.every((o) => apart(n, o).length));
  return view && `The ${view} view would decide.`;
};

/**
 * What is said of each of several solids that fit: how it differs from the first, and what would decide for it.
 * @param areAll whether there are no others
 */
export const toldApart = (
  laid: LaidViews,
  space: Arrangement,
  all: readonly Stated[],
  areAll: boolean,
): string[][] =>
  all.map((own, i) => {
    const others = all.filter((o) => o !== own);
    if (!others.length) return areAll ? ['It is the only one that fits.'] : [];
    const [first] = all;
    const how =
      i === 0 ? [] : differs(space, own, first as Stated, laid.min).map((d) => `Unlike solid 1 it is ${d}.`);
    const decided = decidedBy(
      laid,
      own.part,
      others.map((o) => o.part),
    );
    return [...how, ...(decided ? [decided] : [])];
  });
