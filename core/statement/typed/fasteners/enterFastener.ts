import { along, dot, scale, sub, type Vec3 } from '../../../geometry/vec.ts';
import { tidyFigure } from '../../../number/tidyFigure.ts';
import { modelledPart } from '../../../part/model.ts';
import type { RelationFile } from '../../../part/placeSchema.ts';
import { type BodyFile, type PartFile, typedQuantity } from '../../../part/schema.ts';
import type { StandardFile } from '../../../part/standard/schema.ts';
import { SCREW_SIZES, type ScrewSize, screwSize } from '../../../part/standard/sizes.ts';
import { toleranceFor } from '../../../solid/body.ts';
import type { BodyModel } from '../../../solid/partModel.ts';
import { freeName } from '../../freeName.ts';
import { Ask } from '../ask.ts';
import type { Fastened } from '../placing.ts';
import type { FastenerLine, Side } from './fastenerLine.ts';
import { faceAt, type Hole, type HoleLine, holeLines, materialBeside, standingOf } from './stack.ts';

const TOWARD: Record<Side, Vec3> = {
  top: [0, 0, 1],
  bottom: [0, 0, -1],
  left: [-1, 0, 0],
  right: [1, 0, 0],
  front: [0, -1, 0],
  back: [0, 1, 0],
};
/** Where a head goes that nothing is said of. */
const USUAL: readonly Side[] = ['top', 'front', 'left', 'bottom', 'back', 'right'];
/** A direction within this of an axis (cosine) counts as along it. */
const ALONG = 0.999;
/** A hole so much wider than its screw, as a share of the diameter, is not meant for it. */
const WIDEST_FIT = 1.4;
/** Two points of a part nearer than so many tolerances are one. */
const NEAR = 1000;

const NAMES: Partial<Record<StandardFile['kind'], string>> = {
  hexagonBolt: 'bolt',
  hexagonScrew: 'screw',
  socketScrew: 'screw',
  countersunkScrew: 'screw',
  stud: 'stud',
  hexagonNut: 'nut',
  washer: 'washer',
};
const SCREWS: ReadonlySet<string> = new Set([
  'hexagonBolt',
  'hexagonScrew',
  'socketScrew',
  'countersunkScrew',
  'stud',
]);

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

const modelsOf = (part: PartFile): readonly BodyModel[] => {
  if (!part.bodies.length) return [];
  const made = modelledPart(part);
  if (!made.ok) throw new Ask(`The part cannot be worked out: ${made.faults[0]?.what ?? ''}`, []);
  return made.value.model.bodies;
};
const isStandard = (part: PartFile, name: string): boolean =>
  part.bodies.some((b) => b.name === name && b.standard);

/** Words of a target that say nothing of which one is meant. */
const EMPTY_WORDS = /\b(?:the|a|an|all|each|every|of|its|both|in|holes?|bores?|bolts?|line|\d+)\b/gi;
const wordsOf = (text: string): string[] =>
  text
    .toLowerCase()
    .replace(EMPTY_WORDS, ' ')
    .split(/[\s,]+/)
    .filter(Boolean);
/** Whether a name has all words that were typed for it. */
const isMeant = (text: string, names: readonly string[]): boolean => {
  const all = names.join(' ').toLowerCase();
  return wordsOf(text).every((w) => all.includes(w.replace(/s$/, '')));
};

const sizeOf = (line: FastenerLine): ScrewSize | undefined => {
  if (line.size === undefined) return undefined;
  const size = screwSize(line.size);
  if (!size)
    throw new Ask(
      `There is no size "${line.size}" in the tables.`,
      SCREW_SIZES.filter((s) => s.unit === 'mm')
        .map((s) => s.name)
        .slice(2, 8),
    );
  return size;
};
const MM_PER_INCH = 25.4;
const inPart = (part: PartFile, size: ScrewSize, x: number): number =>
  size.unit === part.units ? x : size.unit === 'in' ? x * MM_PER_INCH : x / MM_PER_INCH;

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
        ? Math.abs(inPart(part, s, s.d) - across) < 1e-6
        : inPart(part, s, s.clearance) <= across + 1e-9),
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

const say = (x: number): string => String(tidyFigure(Number(x.toPrecision(6))));

/** The standard part of a line, in the keys of the part file. */
const standardOf = (
  line: FastenerLine,
  size: ScrewSize,
  length: number | string | undefined,
): StandardFile => {
  const by = line.by && { by: line.by };
  const thread = line.thread !== undefined && { thread: typedQuantity(line.thread) };
  const at = { size: size.name, ...by };
  switch (line.kind) {
    case 'hexagonNut':
      return { kind: 'hexagonNut', ...at, ...(line.thin && { thin: true }) };
    case 'washer':
      return { kind: 'washer', ...at };
    case 'hexagonScrew':
    case 'countersunkScrew':
      return { kind: line.kind, ...at, length: length ?? 0 };
    case 'socketScrew':
    case 'stud':
    case 'hexagonBolt':
      return { kind: line.kind, ...at, length: length ?? 0, ...thread };
    default:
      throw new Ask('Give its sizes as in the list of standard parts.', []);
  }
};

const without = (part: PartFile, models: readonly BodyModel[]): BodyModel[] =>
  models.filter((m) => !isStandard(part, m.name));

/** The shank of a screw in its place: its axis towards the head, where it bears, how long it is. */
type Shank = {
  readonly name: string;
  readonly head: Vec3;
  readonly at: Vec3;
  readonly length: number;
  readonly radius: number;
  readonly size: string;
};
const shanksOf = (part: PartFile, models: readonly BodyModel[]): Shank[] =>
  part.bodies.flatMap((b, i) => {
    const s = b.standard;
    if (!s || !SCREWS.has(s.kind)) return [];
    const cells =
      models[i]?.operations.filter((o) => o.feature.startsWith('shank')).flatMap((o) => o.cells) ?? [];
    const first = cells[0]?.cell;
    const face = first?.faces.find((f) => f.surface.kind === 'cylinder');
    if (!first || face?.surface.kind !== 'cylinder' || !('size' in s)) return [];
    // the cell's own origin is at the end of the shank
    const heights = cells.map((c) => (c.cell.solid.kind === 'sweep' ? c.cell.solid.z1 : 0));
    const lowest = cells.at(-1)?.cell.place.origin ?? first.place.origin;
    const length = heights.reduce((a, x) => a + x, 0);
    return [
      {
        name: b.name,
        head: first.place.z,
        at: along(lowest, first.place.z, length),
        length,
        radius: face.surface.r,
        size: String(s.size),
      },
    ];
  });

const nameFor = (part: PartFile, line: FastenerLine): string =>
  freeName(
    line.name ?? NAMES[line.kind] ?? line.kind,
    part.bodies.map((b) => b.name),
  );

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
  const of = (x: number): number => inPart(part, size, x);
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
  if (!line.head && !tapped) assumed.push(`head ${sideOf(head)}`);
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

const sideOf = (d: Vec3): string => {
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
  const of = (x: number): number => inPart(part, size, x);
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

const screws = (part: PartFile, line: FastenerLine): Fastened => {
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
  const fitting = named.filter((l) => (size ? fits(l, inPart(part, size, size.d)) : sizeFor(part, l.holes)));
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

/** The face that a nut or washer goes against on a screw, away from its head. */
const bearingOn = (
  part: PartFile,
  s: Shank,
  meant: (body: string) => boolean,
): { on: string; station: number } | undefined => {
  const models = modelsOf(part);
  const tol = toleranceFor(models).linear * NEAR;
  const rest = standingOf(models.filter((m) => m.name !== s.name));
  // stations along the head's direction from under the head: nought there, the end of the shank at -length
  const ends = materialBeside(rest, s.at, s.head, s.radius * 1.3)
    .filter((x) => x.to <= tol && x.from > -s.length + tol && meant(x.body.name))
    .sort((a, b) => a.from - b.from);
  for (const e of ends) {
    const face = faceAt(e.body, along(s.at, s.head, e.from), scale(s.head, -1), tol);
    if (face) return { on: `${e.body.name}.${face}`, station: e.from };
  }
  return undefined;
};

const nutOn = (part: PartFile, screw: string): BodyFile | undefined =>
  part.bodies.find(
    (b) =>
      b.standard?.kind === 'hexagonNut' &&
      b.place?.some((r) => 'axis' in r && r.on === `${screw}.shank/side`),
  );

const againstOf = (b: BodyFile): number => (b.place ?? []).findIndex((r) => 'against' in r);
const insertBefore = (part: PartFile, name: string, body: BodyFile, changed: BodyFile): PartFile => ({
  ...part,
  bodies: part.bodies.flatMap((b) => (b.name === name ? [body, changed] : [b])),
});

/** Puts a washer between a head or nut and what it bears on. */
const washerUnder = (part: PartFile, holder: BodyFile, washer: Omit<BodyFile, 'place'>): PartFile => {
  const i = againstOf(holder);
  const relation = holder.place?.[i];
  const axis = holder.place?.find((r) => 'axis' in r);
  if (!relation || !('against' in relation) || !axis)
    throw new Ask(`"${holder.name}" bears on nothing yet.`, []);
  const body: BodyFile = {
    ...washer,
    place: [
      { ...axis, axis: 'bore/wall' },
      {
        face: 'washer/bottom',
        against: relation.against,
        ...(relation.gap !== undefined && { gap: relation.gap }),
      },
    ],
  };
  const { gap: _, ...bare } = relation;
  const place = (holder.place as RelationFile[]).map((r, k) =>
    k === i ? { ...bare, against: `${washer.name}.washer/top` } : r,
  );
  return insertBefore(part, holder.name, body, { ...holder, place });
};

/** Nuts and washers on screws that are there. */
const onScrews = (part: PartFile, line: FastenerLine): Fastened => {
  const size = sizeOf(line);
  const models = modelsOf(part);
  const isWasher = line.kind === 'washer';
  const all = shanksOf(part, models).filter((s) => !size || screwSize(s.size)?.d === size.d);
  const target = line.into ?? '';
  const named = all.filter(
    (s) => !wordsOf(target).length || s.name === (line.into ?? '').trim() || isMeant(target, [s.name]),
  );
  if (!named.length)
    throw new Ask(
      size ? `There is no screw ${size.name} yet for it to go on.` : 'There is no screw yet for it to go on.',
      [`bolt ${size?.name ?? 'M12'} through all holes`],
    );
  const isUnderHead = isWasher && /\bheads?\b/i.test(line.beside?.what ?? '');
  const hasWasher = (s: Shank): boolean => {
    const holder = isUnderHead ? part.bodies.find((b) => b.name === s.name) : nutOn(part, s.name);
    const relation = holder?.place?.[againstOf(holder)];
    return Boolean(relation && 'against' in relation && /\.washer\/top$/.test(relation.against));
  };
  const free = named.filter((s) => (isWasher ? !hasWasher(s) : !nutOn(part, s.name)));
  if (!free.length)
    throw new Ask(
      isWasher ? 'Those screws have their washers already.' : 'Those screws have their nuts already.',
      [],
    );
  const many = line.count === 'all' ? free.length : line.count;
  if (many > free.length) throw new Ask(`There are ${free.length} screws for ${many}.`, []);
  const meant = (body: string): boolean =>
    !line.beside ||
    /\b(?:head|nut)s?\b/i.test(line.beside.what) ||
    isMeant(line.beside.what, [body]) ||
    isStandard(part, body);
  let next = part;
  const added: string[] = [];
  const assumed: string[] = [];
  for (const s of free.slice(0, many)) {
    const own = size ?? (screwSize(s.size) as ScrewSize);
    const name = nameFor(next, line);
    const by =
      line.by ??
      (next.bodies.find((b) => b.name === s.name)?.standard as { by?: 'sizes' | 'proportions' } | undefined)
        ?.by;
    const standard = standardOf({ ...line, ...(by && { by }) }, own, undefined);
    const screw = next.bodies.find((b) => b.name === s.name) as BodyFile;
    const nut = nutOn(next, s.name);
    if (isUnderHead) next = washerUnder(next, screw, { name, standard, features: [] });
    else if (isWasher && nut) next = washerUnder(next, nut, { name, standard, features: [] });
    else {
      // a face under something looks down
      if (
        line.beside?.side === 'under' &&
        !/\b(?:head|nut)s?\b/i.test(line.beside.what) &&
        s.head[2] < -ALONG
      )
        throw new Ask(`The head of "${s.name}" is at the bottom, so its end is on top. Where does it go?`, [
          `on the ${line.beside.what}`,
        ]);
      const bearing = bearingOn(next, s, meant);
      if (!bearing) throw new Ask(`There is no flat face on "${s.name}" for it to go against.`, []);
      const face = isWasher ? 'washer/bottom' : 'nut/bottom';
      const place: RelationFile[] = [
        { axis: 'bore/wall', on: `${s.name}.shank/side`, sense: 'opposite' },
        { face, against: bearing.on },
      ];
      next = { ...next, bodies: [...next.bodies, { name, standard, place, features: [] }] };
      if (!added.length && (!line.beside || /nut|head/i.test(line.beside.what)))
        assumed.push(`against ${bearing.on}`);
      const over = s.length + bearing.station - (isWasher ? 0 : inPart(part, own, own.nutHeight));
      if (!isWasher && over < 0 && !added.length)
        assumed.push(`"${s.name}" is ${say(-over)} too short to fill it`);
    }
    added.push(name);
  }
  return { part: next, added, assumed };
};

/**
 * A part with the standard parts of a typed line put on.
 * @throws Ask where the line leaves open which size, which hole or how long
 */
export const enterFastener = (part: PartFile, line: FastenerLine): Fastened =>
  line.kind === 'hexagonNut' || line.kind === 'washer' ? onScrews(part, line) : screws(part, line);
