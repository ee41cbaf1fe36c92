import type { GivenLine } from '../core/balance/given.ts';
import type { ViewName } from '../core/geometry/viewFrames.ts';
import { type Result, sentence } from '../core/number/fault.ts';
import { type GivenView, isWholeCircle } from '../core/solids/aligned.ts';
import type { EnteredView } from '../core/solids/typedWalk.ts';
import { givenDxf } from '../formats/givenDxf.ts';
import { givenJson } from '../formats/givenJson.ts';
import { givenSvg } from '../formats/givenSvg.ts';
import { enteredView } from './enteredView.ts';

/** The views that a file holds, counted in squares, or why they cannot be taken. */
export type GivenFile =
  | {
      readonly ok: true;
      readonly views: readonly {
        readonly name: ViewName;
        readonly hidden: GivenView['hidden'];
        readonly drawn: EnteredView;
      }[];
      /** what was left out, as sentences */
      readonly left: readonly string[];
    }
  | { readonly ok: false; readonly faults: readonly string[] };

const viewsIn = (name: string, text: string): Result<ReadonlyMap<ViewName, GivenView>> => {
  const full = (read: Result<ReadonlyMap<ViewName, readonly GivenLine[]>>): ReturnType<typeof viewsIn> =>
    read.ok
      ? {
          ok: true,
          value: new Map([...read.value].map(([n, lines]) => [n, { hidden: 'given', lines }] as const)),
        }
      : read;
  if (/\.svg$/i.test(name)) return full(givenSvg(text));
  if (/\.dxf$/i.test(name)) return full(givenDxf(text));
  const read = givenJson(JSON.parse(text));
  return read.ok ? { ok: true, value: read.value.views } : read;
};

/**
 * Reads the views of a file, each counted from its lower left corner.
 * @param square what a square is worth, in the file's unit
 * @param wanted the views that can be taken
 */
export const readGivenFile = (
  name: string,
  text: string,
  square: number,
  wanted: readonly ViewName[],
): GivenFile => {
  let read: ReturnType<typeof viewsIn>;
  try {
    read = viewsIn(name, text);
  } catch (error) {
    return {
      ok: false,
      faults: [`${name} cannot be read: ${(error as Error).message}. Nothing was changed.`],
    };
  }
  if (!read.ok) return { ok: false, faults: read.faults.map((f) => `${name}: ${sentence(f)}`) };
  const left: string[] = [];
  const views = [...read.value].flatMap(([view, { hidden, lines }]) => {
    if (!wanted.includes(view)) {
      left.push(`The ${view} view has no place here and was left out.`);
      return [];
    }
    const others = lines.filter((l) => l.kind !== 'straight' && !isWholeCircle(l)).length;
    if (others)
      left.push(
        `The ${view} view has ${others} curved ${others === 1 ? 'line' : 'lines'}; only straight lines and whole circles are read here, so it was left out.`,
      );
    if (others || !lines.length) return [];
    return [{ name: view, hidden, drawn: enteredView(lines, square) }];
  });
  if (!views.length)
    left.push(`${name} has no view that can be taken. Name its layers front, top, left or right.`);
  return { ok: true, views, left };
};
