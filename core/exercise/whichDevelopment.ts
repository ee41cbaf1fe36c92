import { develop } from '../develop/develop.ts';
import { pointOn2 } from '../geometry/curve2.ts';
import type { Vec2 } from '../geometry/vec.ts';
import type { PartFile } from '../part/schema.ts';
import { solidsBehind } from '../section/section.ts';
import type { BuiltPart } from '../solid/build.ts';
import { madePart } from '../solids/madePart.ts';
import type { Chance } from './chance.ts';
import { type ExerciseCut, sectionBy } from './cutOf.ts';
import { countedOf, levelOf } from './difficulty.ts';
import type { Common, Exercise, Option } from './exercise.ts';
import { type FaceDrawing, facesDiffer, outlineOf } from './faceDrawing.ts';
import { GIVEN, mixed, OPTIONS } from './options.ts';
import type { Tried } from './triedPart.ts';

/** The side of a prism laid flat: how wide each face is, and how high it stands at each edge, from the opening on and back to it. mm. */
type Net = { readonly widths: readonly number[]; readonly heights: readonly number[] };

/** How many sides such a prism may have. */
const SIDES = [3, 4, 5, 6, 8] as const;
/** Sizes of these parts are whole fives, mm. */
const FIVE = 5;
/** The plane rises by at least this share of the prism's height: else all heights look alike. */
const LEAST_RISE = 0.3;
/** Two lengths on a net are one where they differ by no more, mm. */
const SAME = 1e-6;
/** How many prisms are tried. */
const TRIES = 24;

/** How such a prism may stand: with a side level at the front, or turned so that no view shows a side true, degrees. */
const TURNS = [0, 10] as const;
/** Its number of sides, and how far it is turned. */
type Base = readonly [sides: number, turn: number];

const prism = ([sides, turn]: Base, side: number, height: number): PartFile => ({
  format: 'blue-ledger/part@1',
  name: 'Exercise',
  units: 'mm',
  bodies: [
    {
      name: 'part',
      features: [
        {
          id: 'prism',
          op: 'add',
          shape: { kind: 'prism', sides, side, height },
          ...(turn && { turn: [{ axis: 'z' as const, angle: turn }] }),
        },
      ],
    },
  ],
});

/** Those prisms that are as hard to read as a level says, or nearly. */
const basesOfLevel = (level: number): readonly Base[] => {
  const levels = TURNS.flatMap((turn) => SIDES.map((sides): Base => [sides, turn])).map((base) => {
    const built = madePart(prism(base, 30, 60));
    return { base, off: built ? Math.abs(levelOf(countedOf(built)) - level) : Number.POSITIVE_INFINITY };
  });
  const least = Math.min(...levels.map((x) => x.off));
  return levels.filter((x) => x.off === least).map((x) => x.base);
};

/** The net of a prism's side below its cut; nothing where it is not one piece with one top line. */
const netOf = (file: PartFile, built: BuiltPart, cut: ExerciseCut): Net | undefined => {
  const section = sectionBy(cut, file, built);
  const [flat, ...others] = section ? develop(file, solidsBehind(built, [section.plane]), 'prism') : [];
  if (!flat || others.length) return undefined;
  // where three heights lie in line the outline has no corner at the bend
  const points = [
    ...flat.outline.map((p): Vec2 => pointOn2(p.curve, p.from)),
    ...flat.bends.flatMap((b) => [b.from, b.to]),
  ];
  const top = points
    .filter((p) => p[1] > SAME)
    .sort((a, b) => a[0] - b[0])
    .filter((p, i, all) => i === 0 || p[0] - (all[i - 1] as Vec2)[0] > SAME);
  return {
    widths: top.slice(1).map((p, i) => p[0] - (top[i] as Vec2)[0]),
    heights: top.map((p) => p[1]),
  };
};

/** Where the edges of a net stand along its foot. */
const edgesOf = ({ widths }: Net): number[] => {
  const at = [0];
  for (const w of widths) at.push((at.at(-1) as number) + w);
  return at;
};

/** A net as it is drawn: its outline, and its bends. */
const drawnNet = (net: Net): FaceDrawing => {
  const at = edgesOf(net);
  const wide = at.at(-1) as number;
  const top = at.map((x, i): Vec2 => [x, net.heights[i] as number]);
  const faces = [[[0, 0] as Vec2, [wide, 0] as Vec2, ...top.toReversed()]];
  const bends = at.slice(1, -1).map((x, i) => ({
    kind: 'straight' as const,
    seen: true,
    a: [x, 0] as Vec2,
    b: [x, net.heights[i + 1] as number] as Vec2,
  }));
  return { faces, lines: [...outlineOf(faces), ...bends] };
};

/** A net opened at another edge, counted from nought. */
const openedAt = ({ widths, heights }: Net, k: number): Net => {
  const round = heights.slice(0, -1);
  const turned = [...round.slice(k), ...round.slice(0, k)];
  return {
    widths: [...widths.slice(k), ...widths.slice(0, k)],
    heights: [...turned, turned[0] as number],
  };
};
const reversed = ({ widths, heights }: Net): Net => ({
  widths: widths.toReversed(),
  heights: heights.toReversed(),
});
const areAlike = (a: readonly number[], b: readonly number[]): boolean =>
  a.length === b.length && a.every((x, i) => Math.abs(x - (b[i] as number)) <= SAME);

/** Whether two nets fold to one side: opened at whichever edge, seen from outside or from inside. */
const isSameSide = (a: Net, b: Net): boolean =>
  a.widths
    .map((_, k) => openedAt(a, k))
    .some((net) =>
      [net, reversed(net)].some((x) => areAlike(x.widths, b.widths) && areAlike(x.heights, b.heights)),
    );

/** What is often drawn in place of the right net. */
const mistaken = (c: Chance, right: Net, height: number, cut: ExerciseCut): (Option<Net> | undefined)[] => {
  const { widths, heights } = right;
  const [low, high] = [Math.min(...heights), Math.max(...heights)];
  const [run, rise] = [cut.to[0] - cut.from[0], cut.to[1] - cut.from[1]];
  const longer = Math.hypot(run, rise) / Math.abs(rise);
  // the edges by where they stand in the front view, which the trace tells from their heights
  const inFront = heights.map((h) => cut.from[0] + ((h - cut.from[1]) / rise) * run);
  const seen = widths.map((_, i) => Math.abs((inFront[i + 1] as number) - (inFront[i] as number)));
  const k = c.whole(1, heights.length - 3);
  const swapped = heights.map((h, i) =>
    i === k ? (heights[k + 1] as number) : i === k + 1 ? (heights[k] as number) : h,
  );
  const out = c.whole(0, widths.length - 1);
  const without = openedAt(right, out);
  return [
    // a face seen edge-on has no width there at all
    seen.every((w) => w > SAME)
      ? {
          shows: { widths: seen, heights },
          differs: 'its faces are as wide as in the front view, where they are foreshortened',
          mistake: 'foreshortened',
        }
      : undefined,
    {
      shows: { widths, heights: swapped },
      differs: 'the heights of two neighbouring edges are exchanged',
      mistake: 'cut point on the wrong edge',
    },
    {
      shows: { widths, heights: heights.map((h) => height - h) },
      differs: 'it is the side of what is taken away, above the plane',
      mistake: 'the front not taken away',
    },
    {
      shows: { widths: without.widths.slice(1), heights: without.heights.slice(1) },
      differs: 'one face is missing',
      mistake: 'something missing',
    },
    {
      shows: { widths, heights: heights.map((h) => low + (h - low) * longer) },
      differs: 'the heights are set off along the trace, not upright',
      mistake: 'lengthened',
    },
    {
      shows: { widths, heights: heights.map(() => high) },
      differs: 'nothing is cut off',
      mistake: 'the front not taken away',
    },
  ];
};

/** Which of four nets is the development of a prism's side below a slanting cut. Its part is a prism of its own, as hard as the level says. */
export const whichDevelopment = (c: Chance, own: Tried, common: Common): Exercise | undefined => {
  const bases = basesOfLevel(levelOf(countedOf(own.built)));
  for (let i = 0; i < TRIES; i++) {
    const height = FIVE * c.whole(12, 18);
    const file = prism(c.pick(bases), FIVE * c.whole(4, 7), height);
    const built = madePart(file);
    if (!built) continue;
    const [x0, , , x1] = built.box;
    const [a, b] = [1, 2].map(() => FIVE * c.whole(3, height / FIVE - 1)) as [number, number];
    if (Math.abs(a - b) < LEAST_RISE * height) continue;
    const cut: ExerciseCut = { seenIn: 'front', from: [x0, a], to: [x1, b], look: 'down' };
    const net = netOf(file, built, cut);
    if (!net) continue;
    const right = drawnNet(net);
    const wrong: Option<FaceDrawing>[] = [];
    for (const o of c.shuffled(mistaken(c, net, height, cut))) {
      if (wrong.length === OPTIONS - 1) break;
      if (!o || isSameSide(net, o.shows)) continue;
      const shows = drawnNet(o.shows);
      if ([right, ...wrong.map((w) => w.shows)].every((d) => facesDiffer(d, shows, true)))
        wrong.push({ ...o, shows });
    }
    if (wrong.length < OPTIONS - 1) continue;
    const level = levelOf(countedOf(built));
    const { recipe: _, ...rest } = common;
    return { ...rest, level, part: file, kind: 'development', given: GIVEN, cut, ...mixed(c, right, wrong) };
  }
  return undefined;
};
