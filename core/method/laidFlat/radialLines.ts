import type { Development } from '../../develop/develop.ts';
import { endOfPiece, startOfPiece } from '../../develop/lay.ts';
import type { FlatPiece } from '../../develop/slit.ts';
import { cross2, distance2, dot2, sub2, type Vec2 } from '../../geometry/vec.ts';
import { TAU } from '../../number/angle.ts';
import { decimal, sizeText } from '../../number/format.ts';
import type { Deed } from '../../replay/deed.ts';
import type { BoardStep } from '../method.ts';
import {
  isStraight,
  letterOf,
  MM_OF,
  markAt,
  nearOf,
  outlineDeeds,
  PARTS,
  placeOnPiece,
  pointBook,
  shareWhere,
  sizesListed,
  sortedOnce,
} from './flatOutline.ts';
import { type LaidOutline, type PlotWay, plotTurning } from './openings.ts';

const DEGREES = 180 / Math.PI;
/** A curve is looked at in so many steps. */
const STEPS = 64;

/** The angle from one direction to another, radians, between minus and plus half a turn. */
const turnFrom = (a: Vec2, b: Vec2): number => Math.atan2(cross2(a, b), dot2(a, b));

const offLine = (p: Vec2, a: Vec2, b: Vec2): number => {
  const d = sub2(b, a);
  return Math.abs(cross2(d, sub2(p, a))) / Math.hypot(...d);
};

/** The point in which all bends and both ends of the opening meet, if they do. */
const apexOf = (d: Development, near: number): Vec2 | undefined => {
  const lines = [
    ...d.bends.map((b) => [b.from, b.to] as const),
    ...d.outline
      .filter((p) => p.opening && isStraight(p))
      .map((p) => [startOfPiece(p), endOfPiece(p)] as const),
  ];
  const round = d.outline.find((p) => p.curve.type === 'conic' && p.curve.round);
  const [first] = lines;
  const other =
    first &&
    lines.find(([a, b]) => Math.abs(turnFrom(sub2(first[1], first[0]), sub2(b, a)) % Math.PI) > 1e-6);
  const meeting = (): Vec2 | undefined => {
    if (!first || !other) return undefined;
    const [u, v] = [sub2(first[1], first[0]), sub2(other[1], other[0])];
    const k = cross2(sub2(other[0], first[0]), v) / cross2(u, v);
    return [first[0][0] + k * u[0], first[0][1] + k * u[1]];
  };
  const apex = meeting() ?? (round?.curve.type === 'conic' ? round.curve.c : undefined);
  if (!apex || !lines.length) return undefined;
  return lines.every(([a, b]) => offLine(apex, a, b) <= near * 400) ? apex : undefined;
};

/** Angles along the outline about the apex, unwound: of each piece the angle at its start, and how it turns on from there. */
type Turned = {
  readonly piece: FlatPiece;
  readonly from: number;
  readonly turn: (share: number) => number;
  /** whether it turns one way only */
  readonly isSteady: boolean;
};

const turnedPieces = (outline: readonly FlatPiece[], apex: Vec2, near: number): Turned[] => {
  const atApex = (p: Vec2): boolean => distance2(p, apex) <= near * 400;
  // the walk begins behind the apex, where the angle jumps
  const begin = Math.max(
    0,
    outline.findIndex((p) => atApex(startOfPiece(p))),
  );
  const walk = outline.map((_, i) => outline[(begin + i) % outline.length] as FlatPiece);
  const start = walk.map((p) => (atApex(startOfPiece(p)) ? endOfPiece(p) : startOfPiece(p)))[0] as Vec2;
  const out: Turned[] = [];
  let angle = Math.atan2(start[1] - apex[1], start[0] - apex[0]);
  for (const piece of walk) {
    const runsThrough = atApex(startOfPiece(piece)) || atApex(endOfPiece(piece));
    const sums = [0];
    if (!runsThrough)
      for (let i = 1; i <= STEPS; i++)
        sums.push(
          (sums[i - 1] as number) +
            turnFrom(
              sub2(placeOnPiece(piece, (i - 1) / STEPS), apex),
              sub2(placeOnPiece(piece, i / STEPS), apex),
            ),
        );
    const turn = (share: number): number => {
      if (runsThrough) return 0;
      const i = Math.min(STEPS - 1, Math.floor(share * STEPS));
      return (
        (sums[i] as number) +
        turnFrom(sub2(placeOnPiece(piece, i / STEPS), apex), sub2(placeOnPiece(piece, share), apex))
      );
    };
    const steps = sums.slice(1).map((s, i) => s - (sums[i] as number));
    const isSteady = isStraight(piece) || steps.every((s) => s > 0) || steps.every((s) => s < 0);
    out.push({ piece, from: angle, turn, isSteady });
    angle += runsThrough ? 0 : (sums.at(-1) as number);
  }
  return out;
};

/**
 * A flat piece whose bends meet in one point, as of pyramids and cones: an arc of the true length of the edge is drawn about it, the base is stepped
 * off round the arc, and true lengths are set off from the apex along each edge or generator.
 * @returns undefined where it is not such a piece
 */
export const byRadialLines = (d: Development, units: 'mm' | 'in'): LaidOutline | undefined => {
  const near = nearOf(d);
  const apex = apexOf(d, near);
  if (!apex) return undefined;
  const turned = turnedPieces(d.outline, apex, near);
  const turning = turned.filter((t) => !t.isSteady).map((t) => t.piece);
  const radiusOf = (p: Vec2): number => distance2(p, apex);
  const isApex = (p: Vec2): boolean => radiusOf(p) <= near * 400;
  const isRoundAbout = ({ curve }: FlatPiece): boolean =>
    curve.type === 'conic' && curve.round && distance2(curve.c, apex) <= near * 400;
  const angleAt = (p: Vec2): number | undefined => {
    for (const t of turned)
      for (const share of [0, 1])
        if (!isApex(p) && distance2(placeOnPiece(t.piece, share), p) <= near * 40)
          return t.from + t.turn(share);
    return undefined;
  };
  const onOutline = turned.flatMap((t) => [t.from, t.from + t.turn(1)]);
  const [low, high] = [Math.min(...onOutline), Math.max(...onOutline)];
  const plotted = turned.filter((t) => t.isSteady && !isStraight(t.piece) && !isRoundAbout(t.piece));
  const divisions = plotted.length
    ? Array.from({ length: PARTS - 1 }, (_, i) => low + ((high - low) * (i + 1)) / PARTS)
    : [];
  const bent = d.bends.flatMap((b) => angleAt(b.from) ?? angleAt(b.to) ?? []);
  const stations = sortedOnce([...onOutline, ...bent, ...divisions], 1e-7);
  if (stations.length < 2) return undefined;

  const mm = MM_OF[units];
  const book = pointBook(near);
  const rays: { readonly angle: number; readonly places: Vec2[] }[] = stations.map((angle) => ({
    angle,
    places: [],
  }));
  for (const [i, angle] of stations.entries()) {
    const places = turned.flatMap((t): Vec2[] => {
      const [a, b] = [t.from, t.from + t.turn(1)];
      if (angle < Math.min(a, b) - 1e-7 || angle > Math.max(a, b) + 1e-7) return [];
      if (Math.abs(a - b) <= 1e-9) return [startOfPiece(t.piece), endOfPiece(t.piece)];
      if (Math.abs(angle - a) <= 1e-7) return [startOfPiece(t.piece)];
      if (Math.abs(angle - b) <= 1e-7) return [endOfPiece(t.piece)];
      if (!t.isSteady) return [];
      return [
        placeOnPiece(
          t.piece,
          shareWhere((s) => t.from + t.turn(s), angle),
        ),
      ];
    });
    for (const p of places)
      if (!isApex(p) && !rays[i]?.places.some((q) => distance2(p, q) <= near * 40)) rays[i]?.places.push(p);
  }
  const far = rays.map(({ places }) => Math.max(0, ...places.map(radiusOf)));
  const slant = Math.max(...far);
  const isRegular = far.every((r) => Math.abs(r - slant) <= near * 400);

  const place = (i: number): readonly [number, number] => [
    Math.cos(stations[i] as number) * slant,
    Math.sin(stations[i] as number) * slant,
  ];
  const names: Record<string, string> = { O: 'O' };
  const first: Deed[] = [
    { do: 'place', point: 'O', left: apex[0] * mm, bottom: apex[1] * mm },
    { do: 'circle', circle: 'arc', centre: 'O', radius: slant * mm },
    { do: 'protract', line: 'r0', through: 'O', angle: (stations[0] as number) * DEGREES },
    { do: 'meet', point: 'v0', line: 'r0', circle: 'arc', way: 1 },
  ];
  const chords = stations.slice(1).map((_, i) => distance2(place(i) as Vec2, place(i + 1) as Vec2));
  const sweep = (high - low) * DEGREES;
  // base edges are stepped round with the dividers; a round is divided by its angle
  const bySteps =
    isRegular && !turned.some((t) => isRoundAbout(t.piece)) && !plotted.length && !turning.length;
  const spread: Deed[] = stations.slice(1).flatMap((angle, k): Deed[] => {
    const i = k + 1;
    return bySteps
      ? [
          { do: 'circle', circle: `s${i}`, centre: `v${k}`, radius: (chords[k] as number) * mm },
          { do: 'pair', point: `v${i}`, a: 'arc', b: `s${i}`, side: 1 },
          { do: 'join', line: `r${i}`, a: 'O', b: `v${i}` },
        ]
      : [
          {
            do: 'protract',
            line: `r${i}`,
            through: 'O',
            angle: (angle - (stations[0] as number)) * DEGREES,
            from: 'r0',
          },
          { do: 'meet', point: `v${i}`, line: `r${i}`, circle: 'arc', way: 1 },
        ];
  });
  stations.forEach((_, i) => {
    names[`v${i}`] = letterOf(i);
  });
  const lengths: { readonly name: string; readonly size: number }[] = [];
  const setOff: Deed[] = [];
  const marked: Record<string, string> = {};
  rays.forEach(({ places }, i) => {
    for (const [k, p] of places.toSorted((a, b) => radiusOf(a) - radiusOf(b)).entries()) {
      if (Math.abs(radiusOf(p) - slant) <= near * 40) {
        book.add(`v${i}`, p);
        continue;
      }
      const name = `p${i}.${k}`;
      book.add(name, p);
      setOff.push({
        do: 'setOff',
        point: name,
        along: `r${i}`,
        from: 'O',
        distance: radiusOf(p) * mm,
        way: 1,
      });
      const mark = markAt(d, p, near);
      if (mark !== undefined) marked[name] = mark;
      lengths.push({
        name: mark === undefined ? letterOf(i) : `${letterOf(i)} (${mark})`,
        size: radiusOf(p),
      });
    }
  });
  book.add('O', apex);
  const way: PlotWay = {
    how: 'each by the angle of its line from Oa and its true length from O',
    why: 'Each lies on a line through the apex: where that meets the base, the view along the axis shows; its true length, the edge turned parallel to the front.',
    plot: (at, name) => {
      const own = Math.atan2(at[1] - apex[1], at[0] - apex[0]);
      // counted on from the first line, as the others are
      const angle = ((((own - (stations[0] as number)) % TAU) + TAU) % TAU) * DEGREES;
      const line = `${name} line`;
      return {
        deeds: [
          { do: 'protract', line, through: 'O', angle, from: 'r0' },
          { do: 'setOff', point: name, along: line, from: 'O', distance: radiusOf(at) * mm, way: 1 },
        ],
        words: `${decimal(angle, 2)}°, ${sizeText(radiusOf(at), units)}`,
      };
    },
  };
  const plottedAlone = plotTurning(turning, way, book, stations.length);
  const order = (p: FlatPiece, at: Vec2): number | undefined => {
    if (turning.includes(p)) return plottedAlone.shareOf(p, at);
    const t = turned.find((x) => x.piece === p);
    const i = rays.findIndex(({ places }) => places.some((q) => distance2(q, at) <= near * 40));
    if (!t || i < 0) return undefined;
    const [a, b] = [t.from, t.from + t.turn(1)];
    const angle = stations[i] as number;
    if (angle < Math.min(a, b) - 1e-7 || angle > Math.max(a, b) + 1e-7) return undefined;
    const there = placeOnPiece(
      p,
      shareWhere((s) => t.from + t.turn(s), angle),
    );
    return distance2(there, at) <= near * 400 ? Math.abs(angle - a) : undefined;
  };
  const rounds = d.outline.filter(isRoundAbout);
  const drawn = outlineDeeds(
    d.outline.filter((p) => !rounds.includes(p)),
    book,
    order,
  );
  if (!drawn) return undefined;
  const arcs = rounds.flatMap((p, k): Deed[] => {
    const [a, b] = [book.at(startOfPiece(p)), book.at(endOfPiece(p))];
    if (a === undefined || b === undefined) return [];
    const t = turned.find((x) => x.piece === p);
    const [from, to] = t && t.turn(1) < 0 ? [b, a] : [a, b];
    const circle = `round ${k}`;
    return [
      { do: 'circle', circle, centre: 'O', through: from },
      { do: 'arc', seen: true, circle, from, to },
    ];
  });
  if (arcs.length < rounds.length * 2) return undefined;
  const isCurved = plotted.length + turning.length > 0;
  const isOneLength = lengths.every((l) => Math.abs(l.size - (lengths[0]?.size ?? 0)) <= near * 40);
  const steps: BoardStep[] = [
    {
      text: `Mark the apex O and draw an arc of ${sizeText(slant, units)} about it, ${isRegular ? `the true length of ${d.bends.length ? 'an edge' : 'a generator'} from apex to base` : 'the longest true length from the apex'}.`,
      why: 'An edge that is foreshortened in both views is turned about the axis until it is parallel to the front: there its length is true.',
      tool: 'compass',
      deeds: first,
      names: { O: 'O', v0: 'a' },
    },
    {
      text: bySteps
        ? `Step the sides of the base round the arc: ${chords.map((c) => sizeText(c, units)).join(', ')}. Join each point to O.`
        : `Set out ${decimal(sweep, 2)}° from O, divided at ${
            stations
              .slice(1, -1)
              .map((s) => `${decimal((s - (stations[0] as number)) * DEGREES, 2)}°`)
              .join(', ') || 'its ends only'
          }.`,
      why: bySteps
        ? 'The sides of the base are true in the view that looks along the axis.'
        : isRegular && rounds.length
          ? 'The arc is as long as the base is round: the angle is 360 degrees times the radius of the base over the slant length.'
          : 'Between two edges of true length each side keeps its angle.',
      tool: bySteps ? 'compass' : 'protractor',
      deeds: spread,
      names,
    },
    ...(lengths.length
      ? [
          {
            text: isOneLength
              ? `Set off ${sizeText(lengths[0]?.size as number, units)} from O along all of them.`
              : `Set off from O the true length to each point: ${sizesListed(
                  lengths.map((l) => [l.name, l.size] as const),
                  units,
                )}.`,
            why: 'A point of an edge is carried level to the edge that shows its true length, and measured there from the apex.',
            tool: 'dividers' as const,
            deeds: setOff,
            names: marked,
          },
        ]
      : []),
    ...plottedAlone.steps,
    {
      text:
        isCurved || rounds.length
          ? 'Draw the outline: straight lines, arcs about O, and the curve through its points.'
          : 'Draw the outline from point to point.',
      why: d.bends.length
        ? 'The lines between its sides stay thin: there it is bent.'
        : 'The two ends are one generator: they meet when it is rolled up.',
      tool: isCurved ? 'curve template' : rounds.length ? 'compass' : 'straight edge',
      deeds: [...arcs, ...drawn],
    },
  ];
  return { ...way, steps, letters: stations.length + plottedAlone.letters };
};
