import { along, dot, scale, sub, type Vec3 } from '../../../geometry/vec.ts';
import { tidyFigure } from '../../../number/tidyFigure.ts';
import type { RelationFile } from '../../../part/placeSchema.ts';
import { type BodyFile, type PartFile, typedQuantity } from '../../../part/schema.ts';
import { SCREW_SIZES, type ScrewSize } from '../../../part/standard/sizes.ts';
import { inUnitsOf } from '../../../part/standard/thread.ts';
import { toleranceFor } from '../../../solid/body.ts';
import type { BodyModel } from '../../../solid/partModel.ts';
import { Ask } from '../ask.ts';
import type { Fastened } from '../placing.ts';
import type { FastenerLine } from './fastenerLine.ts';
import {
  ALONG,
  isMeant,
  isStandard,
  modelsOf,
  NEAR,
  nameFor,
  say,
  shanksOf,
  sizeOf,
  standardOf,
} from './fastenerParts.ts';
import { type Side, TOWARD, USUAL } from './lineWords.ts';
import { onScrews } from './onScrews.ts';
import { faceAt, type Hole, type HoleLine, holeLines, materialBeside, standingOf } from './stack.ts';

/** A hole so much wider than its screw, as a share of the diameter, is not meant for it. */
const WIDEST_FIT = 1.4;

/** Lengths that screws are made in, mm and inches (ISO 888). */
const LENGTHS = {
  mm: [
    6, 8, 10, 12, 16, 20, 25, 30, 35, 40, 45, 50, 55, 60, 65, 70, 80, 90, 100, 110, 120, 130, 140, 150, 160,
    180, 200, 220, 240, 260, 280, 300,
  ],
  in: [
    0.5, 0.75, 1, 1.25, 1.5, 1.75, 2, 2.25, 2.5, 2.75, 3, 3.25, 3.5, 3.75, 4, 4.5, 5, 5.5, 6, 7, 8, 9, 10, 12,
  ],
} as const;

/** The widest screw that passes a hole freely, by the table of clearance holes, or fits it snugly. */
const sizeFor = (part: PartFile, holes: readonly Hole[]): ScrewSize | undefined => {
  const tapped = holes.find((h) => h.thread);
  const across =
    2 *
    Math.min(
      ...holes.filter((h) => !h.thread).map((h) => h.radius),
      ...(tapped ? [tapped.thread?.other ?? 0] : []),
    );
  return SCREW_SIZES.filter(
    (s) =>
      s.unit === part.units &&
      s.clearance !== undefined &&
      (tapped
        ? Math.abs(inUnitsOf(part, s, s.d) - across) < 1e-6
        : inUnitsOf(part, s, s.clearance) <= across + 1e-9),
  ).at(-1);
};

/** Whether a screw goes through a line of holes: tapped for it, or wide enough and not much wider. */
const fits = (line: HoleLine, d: number): boolean => {
  const through = line.holes.filter((h) => !h.thread);
  const tapped = line.holes.filter((h) => h.thread);
  return (
    tapped.every((h) => Math.abs(2 * (h.thread?.other ?? 0) - d) <= 1e-6 * d) &&
    through.every((h) => 2 * h.radius >= d * (1 - 1e-9) && 2 * h.radius <= d * WIDEST_FIT)
  );
};

const without = (part: PartFile, models: readonly BodyModel[]): BodyModel[] =>
  models.filter((m) => !isStandard(part, m.name));

/** Which way a head looks along a line of holes. */
const headAlong = (line: HoleLine, side: Side | undefined, tappedAt: number | undefined): Vec3 => {
  if (side) {
    const cos = dot(TOWARD[side], line.axis);
    if (Math.abs(cos) < ALONG)
      throw new Ask(`The hole does not run towards the ${side}. On which side is the head?`, [
        'head on top',
        'head at the front',
        'head on the left',
      ]);
    return scale(line.axis, Math.sign(cos));
  }
  if (tappedAt !== undefined) return scale(line.axis, tappedAt);
  const usual = USUAL.find((s) => Math.abs(dot(TOWARD[s], line.axis)) > ALONG);
  return usual
    ? scale(line.axis, Math.sign(dot(TOWARD[usual], line.axis)))
    : line.axis[2] < 0
      ? scale(line.axis, -1)
      : line.axis;
};

/** As far as a screw goes into a tapped hole at least, in diameters: usual drafting practice in steel, no figure of strength. */
const LEAST_ENGAGED = 1;

/** So many turns of the thread stand out of a nut. */
const TURNS_OVER = 2;

/** Puts one screw into a line of holes. */
const screwInto = (
  part: PartFile,
  line: FastenerLine,
  given: ScrewSize | undefined,
  holes: HoleLine,
): Fastened => {
  const models = modelsOf(part);
  const tol = toleranceFor(models).linear * NEAR;
  const size = given ?? sizeFor(part, holes.holes);
  if (!size) throw new Ask('Which size?', ['M6', 'M8', 'M10', 'M12']);
  const of = (x: number): number => inUnitsOf(part, size, x);
  const d = of(size.d);
  const assumed = given ? [] : [`${size.name}, which passes the hole`];
  const own = models.filter((m) => holes.holes.some((h) => h.body === m.name));
  const standing = standingOf(own);
  const tapped = holes.holes.find((h) => h.thread);
  const beside = line.kind === 'countersunkScrew' ? d : d / 2;
  const stretches = materialBeside(
    standing,
    holes.point,
    holes.axis,
    Math.max(beside, ...holes.holes.map((h) => h.radius)),
  );
  if (!stretches.length) throw new Ask('There is nothing for the head to bear on beside that hole.', []);
  const middleOf = (body: string): number => {
    const s = stretches.filter((x) => x.body.name === body);
    return s.reduce((sum, x) => sum + x.from + x.to, 0) / (2 * (s.length || 1));
  };
  const others = holes.holes.filter((h) => !h.thread);
  const tappedAt =
    tapped && others.length
      ? Math.sign(middleOf((others[0] as Hole).body) - middleOf(tapped.body)) || 1
      : undefined;
  const head = headAlong(holes, line.head, tappedAt);
  if (!line.head && !tapped) assumed.push(`head ${onWhichSide(head)}`);
  const sense = Math.sign(dot(head, holes.axis));
  const ends = stretches.map((s) => ({
    ...s,
    top: Math.max(s.from * sense, s.to * sense),
    low: Math.min(s.from * sense, s.to * sense),
  }));
  const bearing = ends.reduce((a, b) => (b.top > a.top ? b : a));
  const far = ends.reduce((a, b) => (b.low < a.low ? b : a));
  const at = along(holes.point, head, bearing.top);
  const mouth =
    tapped &&
    ends
      .filter((e) => e.body.name === tapped.body)
      .reduce((m, e) => Math.max(m, e.top), Number.NEGATIVE_INFINITY);
  const grip = bearing.top - (mouth ?? far.low);
  const face = faceAt(bearing.body, at, head, tol);
  const hole = holes.holes.find((h) => h.body === bearing.body.name) ?? (holes.holes[0] as Hole);
  const length = line.length ?? screwLength(part, line, size, grip, tapped, assumed);
  const name = nameFor(part, line);
  const isCountersunk = line.kind === 'countersunkScrew';
  const place: RelationFile[] = [
    {
      axis: 'shank/side',
      on: `${hole.body}.${hole.face}`,
      sense: dot(hole.z, head) > 0 ? 'same' : 'opposite',
    },
  ];
  if (face && isCountersunk) place.push({ face: 'head/top', along: `${bearing.body.name}.${face}` });
  else if (face && line.kind === 'stud' && tapped) {
    const own = ends.find((e) => e.body.name === tapped.body);
    const into = own && faceAt(own.body, along(holes.point, head, own.top), head, tol);
    if (into) place.push({ face: 'shank/bottom', against: `${tapped.body}.${into}` });
  } else if (face) place.push({ face: 'head/bottom', against: `${bearing.body.name}.${face}` });
  else assumed.push('it bears on no flat face, so it may still slide');
  const body: BodyFile = {
    name,
    standard: standardOf(line, size, typedQuantity(String(length))),
    place,
    features: [],
  };
  const next = { ...part, bodies: [...part.bodies, body] };
  const engaged =
    tapped && typeof length !== 'string' ? Number(length) - grip : tapped && Number(length) - grip;
  if (
    engaged !== undefined &&
    Number.isFinite(engaged) &&
    !isCountersunk &&
    engaged < LEAST_ENGAGED * d - 1e-9
  )
    assumed.push(
      `only ${say(engaged)} of it is in the thread; ${say(LEAST_ENGAGED * d)} is usual in steel (drafting practice, not a figure of strength)`,
    );
  return { part: next, added: [name], assumed };
};

const onWhichSide = (d: Vec3): string => {
  const side = USUAL.find((s) => dot(TOWARD[s], d) > ALONG);
  return side === 'top' ? 'on top' : side ? `at the ${side}` : 'on the upper side';
};

/** The shortest standard length that will do. */
const screwLength = (
  part: PartFile,
  line: FastenerLine,
  size: ScrewSize,
  grip: number,
  tapped: Hole | undefined,
  assumed: string[],
): number => {
  const of = (x: number): number => inUnitsOf(part, size, x);
  const washers = line.alsoWashers ? of(size.washer?.[2] ?? 0) : 0;
  const need = tapped
    ? grip + LEAST_ENGAGED * of(size.d)
    : grip + washers + of(size.nutHeight) + TURNS_OVER * of(size.pitch);
  const length = LENGTHS[size.unit].map(of).find((x) => x >= need - 1e-9);
  if (length === undefined)
    throw new Ask(`No standard length reaches ${say(need)}. How long is it?`, ['x 320']);
  assumed.push(
    tapped
      ? `${say(length)} long: through ${say(grip)} and ${say(length - grip)} into the thread (at least one diameter is usual in steel; drafting practice, not a figure of strength)`
      : `${say(length)} long: through ${say(grip)}${washers ? ` and a washer of ${say(washers)}` : ''}, a nut of ${say(of(size.nutHeight))} and at least two turns over`,
  );
  return tidyFigure(length);
};

/**
 * A part with screws put into its holes.
 * @throws Ask where the line leaves open which size, which hole or how long
 */
export const screwsInHoles = (part: PartFile, line: FastenerLine): Fastened => {
  const size = sizeOf(line);
  const models = modelsOf(part);
  const lines = holeLines(without(part, models));
  if (!lines.length) {
    if (line.into !== undefined) throw new Ask('There is no round hole yet. Where is it?', []);
    if (!size) throw new Ask('Which size?', ['M6', 'M8', 'M10', 'M12']);
    if (line.length === undefined) throw new Ask('How long is it?', ['x 40', 'x 60']);
    const name = nameFor(part, line);
    const body: BodyFile = {
      name,
      standard: standardOf(line, size, typedQuantity(line.length)),
      features: [],
    };
    return { part: { ...part, bodies: [...part.bodies, body] }, added: [name], assumed: ['at the origin'] };
  }
  const tol = toleranceFor(models).linear * NEAR;
  const shanks = shanksOf(part, models);
  const isFree = (l: HoleLine): boolean =>
    !shanks.some((s) => {
      const off = sub(s.at, l.point);
      const along1 = dot(off, l.axis);
      return Math.abs(dot(s.head, l.axis)) > ALONG && Math.hypot(...sub(off, scale(l.axis, along1))) <= tol;
    });
  const named = lines.filter((l) =>
    isMeant(
      line.into ?? '',
      l.holes.flatMap((h) => [h.body, h.feature]),
    ),
  );
  const offers = [...new Set(lines.flatMap((l) => l.holes.map((h) => `through ${h.feature}`)))].slice(0, 4);
  if (!named.length) throw new Ask(`I know no hole "${line.into}".`, offers);
  const fitting = named.filter((l) =>
    size ? fits(l, inUnitsOf(part, size, size.d)) : sizeFor(part, l.holes),
  );
  if (!fitting.length)
    throw new Ask(
      `${size?.name ?? 'No size of the tables'} does not fit ${named.length > 1 ? 'any of those holes' : 'that hole'}, which ${named.length > 1 ? 'are' : 'is'} ${[...new Set(named.flatMap((l) => l.holes.map((h) => say(2 * h.radius))))].join(', ')} across.`,
      [],
    );
  const free = fitting.filter(isFree);
  if (!free.length) throw new Ask('All those holes have their screws already.', []);
  const many = line.count === 'all' ? free.length : line.count;
  if (many > free.length)
    throw new Ask(`There are ${free.length} free holes for ${many}.`, ['through all holes']);
  let out: Fastened = { part, added: [], assumed: [] };
  for (const l of free.slice(0, many)) {
    const one = screwInto(out.part, line, size, l);
    const first = out.added.length === 0;
    const where = `through ${l.holes.map((h) => `${h.body}.${h.feature}`).join(' and ')}`;
    out = {
      part: one.part,
      added: [...out.added, ...one.added],
      assumed: first
        ? [...(free.length > many || line.into === undefined ? [where] : []), ...one.assumed]
        : out.assumed,
    };
    for (const [kind, wanted] of [
      ['hexagonNut', line.alsoNuts],
      ['washer', line.alsoWashers],
    ] as const) {
      if (!wanted) continue;
      const more = onScrews(out.part, {
        kind,
        thin: false,
        count: 1,
        alsoWashers: false,
        alsoNuts: false,
        ...(line.by && { by: line.by }),
        into: one.added[0] as string,
      });
      out = { part: more.part, added: [...out.added, ...more.added], assumed: out.assumed };
    }
  }
  return out;
};
