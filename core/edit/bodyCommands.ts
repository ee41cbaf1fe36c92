import type { Drawing } from '../drawing/drawing.ts';
import { Refusal } from '../number/fault.ts';
import { says } from '../number/faultWords.ts';
import { bodyAndFace, facesOf, type RelationFile } from '../part/placeSchema.ts';
import type { Quantity } from '../part/quantity.ts';
import type { BodyFile, PartFile } from '../part/schema.ts';
import { sizeReader } from '../part/sizes.ts';
import { freeName } from '../statement/freeName.ts';
import type { BodyCommand, Edited } from './command.ts';
import { gone } from './place.ts';
import { renameBody } from './renamed.ts';

/** Whether a body is placed by another one. */
const standsOn = (b: BodyFile, name: string): boolean =>
  (b.place ?? []).some((r) => facesOf(r)[1].startsWith(`${name}.`));

/** A body with all that is placed by it, and by those in turn. */
const withThoseOn = (part: PartFile, name: string): string[] => {
  const out = [name];
  for (const b of part.bodies) if (!out.includes(b.name) && out.some((n) => standsOn(b, n))) out.push(b.name);
  return out;
};

const removeBody = (d: Drawing, body: string, withOthers: boolean): Edited => {
  if (!d.part.bodies.some((b) => b.name === body)) gone(`The body "${body}"`);
  const all = withThoseOn(d.part, body);
  const others = all.slice(1);
  if (others.length && !withOthers)
    throw new Refusal({
      path: [],
      where: `body "${body}"`,
      ...says('edit.stands-on', { body, others: others.join(', ') }),
    });
  const bodies = d.part.bodies.filter((b) => !all.includes(b.name));
  const { brought, ...rest } = d.part;
  const kept = Object.entries(brought ?? {}).filter(
    ([from]) => bodies.some((b) => b.from === from) || isInner(brought, bodies, from),
  );
  return {
    drawing: { ...d, part: { ...rest, bodies, ...(kept.length && { brought: Object.fromEntries(kept) }) } },
    label: `${all.join(' and ')}: taken out`,
  };
};

/** Whether a brought part is used within another one that stays. */
const isInner = (brought: PartFile['brought'], bodies: readonly BodyFile[], from: string): boolean =>
  Object.entries(brought ?? {}).some(
    ([name, b]) => b.part.bodies.some((x) => x.from === from) && bodies.some((x) => x.from === name),
  );

const changed = (d: Drawing, body: string, change: (b: BodyFile) => BodyFile): Drawing => {
  if (!d.part.bodies.some((b) => b.name === body)) gone(`The body "${body}"`);
  const bodies = d.part.bodies.map((b) => (b.name === body ? change(b) : b));
  return { ...d, part: { ...d.part, bodies } };
};

const withPlace = (b: BodyFile, place: readonly RelationFile[]): BodyFile => {
  const { place: _, ...rest } = b;
  return place.length ? { ...rest, place: [...place] } : rest;
};

/** All bodies of another drawing, under free names; what places them by one another holds here too. */
const bringAll = (d: Drawing, from: string, brought: Brought): Edited => {
  const source = brought.part.bodies;
  const names = new Map<string, string>();
  for (const { name } of source)
    names.set(name, freeName(name, [...d.part.bodies.map((b) => b.name), ...names.values()]));
  const here = (face: string): string => {
    const met = bodyAndFace(face, source);
    return met ? `${names.get(met[0].name)}.${met[1]}` : face;
  };
  // a gap may be a size of that drawing, which is not known by its name here
  const read = sizeReader(brought.part, d.part.units);
  const figure = (q: Quantity | undefined, key: 'gap' | 'offset') =>
    q !== undefined && { [key]: read.length(q, ['place', key]) };
  const relation = (r: RelationFile): RelationFile =>
    'axis' in r
      ? { ...r, on: here(r.on) }
      : 'against' in r
        ? { ...r, against: here(r.against), ...figure(r.gap, 'gap') }
        : { ...r, along: here(r.along), ...figure(r.offset, 'offset') };
  const bodies = source.map(
    (b): BodyFile => ({
      name: names.get(b.name) as string,
      from,
      body: b.name,
      ...(b.place && { place: b.place.map(relation) }),
      features: [],
    }),
  );
  return {
    drawing: {
      ...d,
      part: { ...d.part, bodies: [...d.part.bodies, ...bodies], ...withBrought(d, from, brought) },
    },
    label: `${[...names.values()].join(', ')}: brought in from ${from}`,
  };
};

/**
 * Changes the bodies of an assembly.
 * @throws Refusal where what is to be changed is gone, or others stand on a body that is to go
 */
export const applyBodyCommand = (d: Drawing, c: BodyCommand): Edited => {
  switch (c.type) {
    case 'renameBody':
      return renameBody(d, c.body, c.name);
    case 'removeBody':
      return removeBody(d, c.body, c.withOthers);
    case 'addRelation':
      return {
        drawing: changed(d, c.body, (b) => withPlace(b, [...(b.place ?? []), c.relation])),
        label: `${c.body}: placed by ${facesOf(c.relation)[1]}`,
      };
    case 'removeRelation':
      return {
        drawing: changed(d, c.body, (b) =>
          withPlace(
            b,
            (b.place ?? []).filter((_, i) => i !== c.index),
          ),
        ),
        label: `${c.body}: a relation taken out`,
      };
    case 'bringPart': {
      const name = freeName(
        c.name,
        d.part.bodies.map((b) => b.name),
      );
      const body: BodyFile = {
        name,
        from: c.from,
        ...(c.body !== undefined && { body: c.body }),
        features: [],
      };
      return {
        drawing: {
          ...d,
          part: {
            ...d.part,
            bodies: [...d.part.bodies, body],
            ...withBrought(d, c.from, c.brought),
          },
        },
        label: `${name}: brought in from ${c.from}`,
      };
    }
    case 'bringAllParts':
      return bringAll(d, c.from, c.brought);
    case 'takeOverPart':
      return {
        drawing: {
          ...d,
          part: {
            ...d.part,
            ...withBrought(d, c.from, c.brought),
          },
        },
        label: `${c.from}: taken over as it is now`,
      };
  }
};

type Brought = NonNullable<PartFile['brought']>[string];
/** What a drawing holds with another's part brought in. That may have parts of its own brought in, and solids of files: they come along. */
const withBrought = (d: Drawing, from: string, b: Brought): Pick<PartFile, 'brought' | 'solids'> => {
  const { brought, solids, ...part } = b.part as PartFile;
  return {
    brought: { ...d.part.brought, ...brought, [from]: { ...b, part } },
    ...((solids || d.part.solids) && { solids: { ...d.part.solids, ...solids } }),
  };
};
