import { type DimensionBooks, openBooks } from '../dimension/books.ts';
import { countedSizes } from '../dimension/countedSizes.ts';
import type { KeptDimension } from '../dimension/kept.ts';
import { audit, knownBy, type Tie } from '../dimension/propose.ts';
import type { Station } from '../dimension/stations.ts';
import { tiedBy, tieNow } from '../dimension/tieNow.ts';
import { openDesk } from '../drawing/desk.ts';
import { type Drawing, drawingOfPart } from '../drawing/drawing.ts';
import { proposedDimensions } from '../drawing/proposedDimensions.ts';
import type { PartFile } from '../part/schema.ts';
import type { Sheet } from '../sheet/drawnSheet.ts';
import type { Chance } from './chance.ts';
import type { Common, Exercise, Option } from './exercise.ts';
import { mixed, OPTIONS, THREE } from './options.ts';
import type { Tried } from './triedPart.ts';

/** Shorter distances have no room for their letter, mm. */
const SHORTEST = 8;
/** How many choices of sizes are drawn before a part is given up. */
const TRIES = 4;

/** The sheet on which the sizes stand: three views at full size, with nothing beside them. */
const drawingOf = (part: PartFile, list: readonly KeptDimension[]): Drawing => {
  const bare = drawingOfPart(part);
  return {
    ...bare,
    setup: { ...bare.setup, paper: 'A2', scale: 1, views: [...THREE], gap: 12 },
    dimensions: { scheme: 'base', list: [...list] },
  };
};

/** The sheet of a drawing with these sizes; nothing where one of them stands nowhere. */
const sheetWith = (part: PartFile, list: readonly KeptDimension[]): Sheet | undefined => {
  const drawn = openDesk().work(drawingOf(part, list));
  if (!drawn.ok) return undefined;
  const { sheet } = drawn;
  const laid = new Set(sheet.dimensions.laid.map((l) => l.wanted.id));
  return list.every((d) => laid.has(d.id)) ? sheet : undefined;
};

/** The sheet of an exercise: the sizes that are given, and the lettered ones. */
export const sheetOfMissingSize = (e: Extract<Exercise, { kind: 'missing size' }>): Sheet => {
  const sheet = sheetWith(e.part, [...e.given, ...e.options.map((o) => o.shows)]);
  if (!sheet) throw new Error(`the sheet of exercise ${e.seed} cannot be drawn`);
  return sheet;
};

/** All distances between two stations of one axis that are long enough to be drawn. */
const distancesOf = (books: DimensionBooks): Tie[] => {
  const faces = books.stations.filter((s) => s.kind !== 'corner');
  return faces.flatMap((from, i) =>
    faces
      .slice(i + 1)
      .filter((to: Station) => to.axis === from.axis && Math.abs(to.at - from.at) >= SHORTEST)
      .map((to): Tie => ({ kind: 'linear', from, to })),
  );
};

const isSame = (a: Tie, b: Tie): boolean =>
  a.kind === 'linear' &&
  b.kind === 'linear' &&
  a.from.axis === b.from.axis &&
  [a.from.at, a.to.at].every((x) => [b.from.at, b.to.at].some((y) => Math.abs(x - y) < 1e-6));

/** A sheet that lacks one size: of four that are lettered one completes it, and what the others say follows from those that stand there. */
export const missingSize = (c: Chance, own: Tried, common: Common): Exercise | undefined => {
  const books = openBooks(own.file, own.built);
  if (!books) return undefined;
  const list = proposedDimensions(books, 'base', []);
  const tiesOf = (all: readonly KeptDimension[]): Tie[] => countedSizes(books, all).map((x) => x.tie);
  if (!audit(books, tiesOf(list)).complete) return undefined;
  const distances = distancesOf(books);
  const plain = list.filter(
    (d) => d.tied.kind === 'linear' && !d.joined && !d.alike && !d.spaces && d.leader === undefined,
  );
  for (const left of c.shuffled(plain).slice(0, TRIES)) {
    const given = list.filter((d) => d !== left);
    const ties = tiesOf(given);
    const known = knownBy(books, ties, []);
    const tie = tieNow(books, left.tied);
    if (!tie || known.holds(tie)) continue;
    const completes = (t: Tie): boolean => !known.holds(t) && audit(books, [...ties, t]).complete;
    const right = c.shuffled(distances.filter(completes))[0];
    // one that stands there already is seen at once
    const twice = c
      .shuffled(distances.filter((t) => known.holds(t) && !ties.some((x) => isSame(x, t))))
      .filter((t, i, all) => all.findIndex((x) => isSame(x, t)) === i);
    if (!right || twice.length < OPTIONS - 1) continue;
    const lettered = (t: Tie, i: number): KeptDimension => ({ id: `lettered ${i + 1}`, tied: tiedBy(t) });
    const wrong = twice.slice(0, OPTIONS - 1).map(
      (t, i): Option<KeptDimension> => ({
        shows: lettered(t, i + 1),
        differs: 'what it says follows from the others',
        mistake: 'a size given twice',
      }),
    );
    const answers = mixed(c, lettered(right, 0), wrong);
    if (!sheetWith(own.file, [...given, ...answers.options.map((o) => o.shows)])) continue;
    return { ...common, kind: 'missing size', given, ...answers };
  }
  return undefined;
};
