import { along, scale } from '../../../geometry/vec.ts';
import type { RelationFile } from '../../../part/placeSchema.ts';
import type { BodyFile, PartFile } from '../../../part/schema.ts';
import { type ScrewSize, screwSize } from '../../../part/standard/sizes.ts';
import { inUnitsOf } from '../../../part/standard/thread.ts';
import { toleranceFor } from '../../../solid/body.ts';
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
  type Shank,
  say,
  shanksOf,
  sizeOf,
  standardOf,
  wordsOf,
} from './fastenerParts.ts';
import { faceAt, materialBeside, standingOf } from './stack.ts';

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

/** A part with nuts or washers put on screws that are there. @throws Ask where there are none, or nothing to bear on */
export const onScrews = (part: PartFile, line: FastenerLine): Fastened => {
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
      const over = s.length + bearing.station - (isWasher ? 0 : inUnitsOf(part, own, own.nutHeight));
      if (!isWasher && over < 0 && !added.length)
        assumed.push(`"${s.name}" is ${say(-over)} too short to fill it`);
    }
    added.push(name);
  }
  return { part: next, added, assumed };
};
