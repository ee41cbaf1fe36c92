import type { KeptDimension, Tied } from '../dimension/kept.ts';
import { keyWriter } from '../dimension/surfacesByKey.ts';
import type { Drawing } from '../drawing/drawing.ts';
import { faceKey, facesOfMeeting, featureKey, meetingKey, nameTrouble, readFaceKey } from '../naming/keys.ts';
import { Refusal } from '../number/fault.ts';
import { says } from '../number/faultWords.ts';
import { bodyAndFace, facesOf, type RelationFile } from '../part/placeSchema.ts';
import type { BodyFile, PartFile } from '../part/schema.ts';
import { readStatement } from '../statement/read.ts';
import { statementText } from '../statement/sentence.ts';
import type { Edited } from './command.ts';
import { findLine, gone, type LinePlace } from './place.ts';

/** What is called otherwise: a body, and features of it. */
type NewNames = {
  readonly body: string;
  readonly called: string;
  /** by the names of features as they were */
  readonly features: ReadonlyMap<string, string>;
};

const newBody = (n: NewNames, body: string): string => (body === n.body ? n.called : body);
const newFeature = (n: NewNames, body: string, feature: string): string =>
  body === n.body ? (n.features.get(feature) ?? feature) : feature;

/** A key of a face, an edge or a point with each of its features called by a new name. */
const withFeatures = (key: string, newName: (feature: string) => string): string =>
  meetingKey(
    facesOfMeeting(key).map((face) => {
      const { feature, role, copy } = readFaceKey(face);
      return feature ? faceKey(newName(feature), role, copy) : face;
    }),
  );

/** A face of a body whose name is known besides. */
const newFace = (n: NewNames, body: string, face: string): string =>
  withFeatures(face, (f) => newFeature(n, body, f));

const newRelation = (
  n: NewNames,
  own: BodyFile,
  r: RelationFile,
  bodies: readonly BodyFile[],
): RelationFile => {
  const [face, other] = facesOf(r);
  const found = bodyAndFace(other, bodies);
  const on = found ? `${newBody(n, found[0].name)}.${newFace(n, found[0].name, found[1])}` : other;
  const from = newFace(n, own.name, face);
  if ('axis' in r) return { ...r, axis: from, on };
  return 'against' in r ? { ...r, face: from, against: on } : { ...r, face: from, along: on };
};

const newPart = (n: NewNames, part: PartFile): PartFile => ({
  ...part,
  bodies: part.bodies.map((b) => ({
    ...b,
    name: newBody(n, b.name),
    ...(b.place && { place: b.place.map((r) => newRelation(n, b, r, part.bodies)) }),
    features: b.features.map((f) => ({ ...f, id: newFeature(n, b.name, f.id) })),
  })),
});

/** How keys of dimensions are called anew: the name of a body stands in them where two bodies have features of one name. */
const writtenAnew = (n: NewNames, before: PartFile, after: PartFile): ((key: string) => string) => {
  const [was, is] = [keyWriter(before), keyWriter(after)];
  const anew = new Map(
    before.bodies.flatMap((b) =>
      b.features.map(({ id }): [string, string] => {
        const now = newFeature(n, b.name, id);
        return [was(b.name, id, id), is(newBody(n, b.name), now, now)];
      }),
    ),
  );
  return (key) => withFeatures(key, (feature) => anew.get(feature) ?? feature);
};

const newTied = (t: Tied, anew: (key: string) => string): Tied =>
  t.kind === 'linear'
    ? { ...t, from: anew(t.from), to: anew(t.to) }
    : ({ ...t, size: { ...t.size, of: t.size.of.map(anew) } } as Tied);

const newDimension = (d: KeptDimension, anew: (key: string) => string): KeptDimension => ({
  ...d,
  tied: newTied(d.tied, anew),
  ...(d.joined && { joined: d.joined.map((t) => newTied(t, anew)) }),
  ...(d.alike && {
    alike: d.alike.map((a) => ({
      tied: newTied(a.tied, anew),
      ...(a.joined && { joined: a.joined.map((t) => newTied(t, anew)) }),
    })),
  }),
  ...(d.leader !== undefined && { leader: anew(d.leader) }),
});

/** A point by its key: a corner "body: face | face | face", or one of a round, "round body O1". */
const newPoint = (n: NewNames, key: string, bodies: readonly BodyFile[]): string => {
  const longestFirst = bodies.map((b) => b.name).sort((a, b) => b.length - a.length);
  const body = longestFirst.find((name) => key.startsWith(`${name}: `));
  if (body !== undefined) return `${newBody(n, body)}: ${newFace(n, body, key.slice(body.length + 2))}`;
  const round = longestFirst.find((name) => key.startsWith(`round ${name} `));
  return round === undefined ? key : `round ${newBody(n, round)}${key.slice(`round ${round}`.length)}`;
};

/** The name of a fit, "rod end.turned/side 1 in socket.bore/wall". */
const newFit = (n: NewNames, name: string, bodies: readonly BodyFile[]): string => {
  for (let i = name.indexOf(' in '); i >= 0; i = name.indexOf(' in ', i + 1)) {
    const pair = [name.slice(0, i), name.slice(i + 4)].map((text) => bodyAndFace(text, bodies));
    const [shaft, hole] = pair;
    if (shaft && hole)
      return [shaft, hole]
        .map(([b, face]) => `${newBody(n, b.name)}.${newFace(n, b.name, face)}`)
        .join(' in ');
  }
  return name;
};

const mapKeys = <T>(
  box: Readonly<Record<string, T>> | undefined,
  newKey: (key: string) => string,
): Record<string, T> | undefined =>
  box && Object.fromEntries(Object.entries(box).map(([key, value]) => [newKey(key), value]));

/** The drawing with the new names everywhere: in the part, and in all that is tied to it by them. */
const renamed = (d: Drawing, n: NewNames): Drawing => {
  const { bodies } = d.part;
  const part = newPart(n, d.part);
  const anew = writtenAnew(n, d.part, part);
  const point = (key: string): string => newPoint(n, key, bodies);
  /** a body, or a feature of one, as a cut spares it */
  const spared = (name: string): string => {
    const home = bodies.find((b) => b.features.some((f) => featureKey(b.name, f.id) === name));
    if (!home) return newBody(n, name);
    return featureKey(newBody(n, home.name), newFeature(n, home.name, name.slice(home.name.length + 1)));
  };
  /** a feature by its name alone, which one of another body may have as well */
  const alone = (feature: string): string => {
    const homes = bodies.filter((b) => b.features.some((f) => f.id === feature));
    return homes.length === 1 ? newFeature(n, (homes[0] as BodyFile).name, feature) : feature;
  };
  const { setup } = d;
  const { rules } = setup;
  const faces = <T extends { readonly body: string; readonly face: string }>(list: readonly T[]): T[] =>
    list.map((x) => ({ ...x, body: newBody(n, x.body), face: newFace(n, x.body, x.face) }));
  return {
    ...d,
    part,
    setup: {
      ...setup,
      ...(setup.leaders && { leaders: setup.leaders.map((l) => ({ ...l, face: anew(l.face) })) }),
      ...(setup.auxiliary && { auxiliary: faces(setup.auxiliary) }),
      ...(setup.brokenEnds && { brokenEnds: faces(setup.brokenEnds) }),
      ...(setup.fits && { fits: mapKeys(setup.fits, (name) => newFit(n, name, bodies)) }),
      rules: {
        ...rules,
        ...(rules.namesOf !== undefined && { namesOf: alone(rules.namesOf) }),
        ...(rules.projectorsFeature !== undefined && { projectorsFeature: alone(rules.projectorsFeature) }),
      },
    },
    cuts: d.cuts.map((c) => ({
      ...c,
      trace: {
        ...c.trace,
        ...(c.trace.whole && { whole: c.trace.whole.map(spared) }),
        ...(c.trace.cut && { cut: c.trace.cut.map(spared) }),
      },
    })),
    ...(d.names && { names: mapKeys(d.names, point) }),
    ...(d.labels && {
      labels: mapKeys(d.labels, (key) => {
        const [view = '', ...rest] = key.split('\n');
        return [view, point(rest.join('\n'))].join('\n');
      }),
    }),
    ...(d.standings && {
      standings: mapKeys(d.standings, (key) => {
        const home = bodies.find((b) => b.features.some((f) => key.startsWith(`${b.name}/${f.id}/`)));
        const own = home?.features.find((f) => key.startsWith(`${home.name}/${f.id}/`));
        if (home && own) {
          const rest = key.slice(`${home.name}/${own.id}`.length);
          return `${newBody(n, home.name)}/${newFeature(n, home.name, own.id)}${rest}`;
        }
        const body = bodies.find((b) => key.startsWith(`${b.name}//`));
        return body ? `${newBody(n, body.name)}${key.slice(body.name.length)}` : key;
      }),
    }),
    ...(d.groups && {
      groups: d.groups.map((g) => ({
        ...g,
        body: newBody(n, g.body),
        lines: g.lines.map((line) => newFeature(n, g.body, line)),
      })),
    }),
    ...(d.dimensions && {
      dimensions: {
        ...d.dimensions,
        ...(d.dimensions.bases && {
          bases: Object.fromEntries(
            Object.entries(d.dimensions.bases).map(([axis, key]) => [axis, key && anew(key)]),
          ),
        }),
        list: d.dimensions.list.map((k) => newDimension(k, anew)),
      },
    }),
  };
};

/** Refuses a name that cannot be one. */
const checkName = (name: string, taken: readonly string[], what: 'line' | 'body'): void => {
  const refuse = (why: string): never => {
    throw new Refusal({ path: [], where: `"${name}"`, ...says('edit.name', { why }) });
  };
  if (!name) refuse('It needs a name.');
  if (name.length > LONGEST_NAME) refuse(`A name has ${LONGEST_NAME} characters at most.`);
  const trouble = nameTrouble(name);
  if (trouble) refuse(trouble);
  if (taken.includes(name)) refuse(`Another ${what} is called so.`);
};
const LONGEST_NAME = 60;

/** The renamed drawing, where its statement still reads as itself when it is written as text. */
const checkedText = (d: Drawing, name: string): Drawing => {
  const { brought: _, solids: __, ...own } = d.part;
  const read = readStatement(statementText(d.part));
  const isSame = read.ok && JSON.stringify(read.value.bodies) === JSON.stringify(own.bodies);
  if (isSame) return d;
  throw new Refusal({
    path: [],
    where: `"${name}"`,
    ...says('edit.name', { why: 'The statement as text could not be read with it.' }),
  });
};

/** A line of the statement called otherwise; what is tied to it stays tied. @throws Refusal */
export const renameLine = (d: Drawing, place: LinePlace, name: string): Edited => {
  const { features, own } = findLine(d, place);
  const called = name.trim();
  if (called === own.id) return { drawing: d, label: `${own.id}: its name kept` };
  checkName(
    called,
    features.map((f) => f.id),
    'line',
  );
  const n = { body: place.body, called: place.body, features: new Map([[own.id, called]]) };
  return { drawing: checkedText(renamed(d, n), called), label: `${own.id} renamed ${called}` };
};

/** A body called otherwise; what is tied to it stays tied. @throws Refusal */
export const renameBody = (d: Drawing, body: string, name: string): Edited => {
  if (!d.part.bodies.some((b) => b.name === body)) gone(`The body "${body}"`);
  const called = name.trim();
  if (called === body) return { drawing: d, label: `Body ${body}: its name kept` };
  checkName(
    called,
    d.part.bodies.map((b) => b.name),
    'body',
  );
  const n = { body, called, features: new Map<string, string>() };
  return { drawing: checkedText(renamed(d, n), called), label: `Body ${body} renamed ${called}` };
};
