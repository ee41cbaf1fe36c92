import { type Box3, EMPTY_BOX, joinBoxes } from '../../geometry/box.ts';
import { partModel } from '../../part/model.ts';
import type { FeatureFile, PartFile } from '../../part/schema.ts';
import { boxOfAdditions } from '../../solid/body.ts';
import { namesTaken } from '../freeName.ts';
import { referenceOf } from '../reference.ts';
import { bodySentence, featureSentence } from '../sentence.ts';
import { workedBody, workedIndex } from '../workedBody.ts';
import { bodyIsCut, levelAt } from './levels.ts';
import type { AssemblyReaders, CutBody, RoundShape, TypedContext } from './placing.ts';
import { steppedRods } from './steppedRods.ts';
import type { TypedReading } from './typedLine.ts';
import { worthIn } from './worth.ts';

/**
 * What a line typed for a part is read against.
 * @param box the part's box, in its own unit; undefined while nothing is stated
 * @param assembly reads lines about whole bodies; none are known without
 */
export const typedContext = (
  part: PartFile,
  box: Box3 | undefined,
  assembly?: AssemblyReaders,
): TypedContext => {
  const worth = worthIn(part);
  const ofBodies = assembly && { assembly: (line: string) => assembly(part, line) };
  const alone = workedAlone(part);
  if (alone) {
    // the features of a body that others place are counted in its own place
    const own = typedContext(alone, ownBox(alone));
    return { ...own, ...ofBodies };
  }
  return {
    units: part.units,
    names: new Set(Object.keys(part.dims ?? {})),
    box: part.bodies.length ? box : undefined,
    shapes: box ? shapesIn(part) : [],
    rounds: box ? roundsIn(part, worth) : [],
    ...(box && {
      levelAt: (face, at) => levelAt(part, face, at),
      meets: (cut) => {
        const isCut = bodyIsCut(part, cut);
        return part.bodies.some((_, i) => isCut(i));
      },
      otherBody: (cut) => otherBodyCut(part, cut),
      ...(part.bodies.length > 1 && { cutBodies: (cut) => bodiesCut(part, cut) }),
    }),
    used: namesTaken(workedBody(part)?.features ?? []),
    ...ofBodies,
    worth,
  };
};

/** Whether a body stands in its own place, so that a cut of the part's own coordinates is at the same place in it. */
const isFree = (b: PartFile['bodies'][number]): boolean =>
  !b.place?.length && !b.turn?.length && !b.at && b.features.length > 0;

/** The bodies that stand in their own places and that a cut meets. */
const bodiesCut = (part: PartFile, cut: FeatureFile): CutBody[] => {
  const isCut = bodyIsCut(part, cut);
  return part.bodies.flatMap((b, i) =>
    isFree(b) && isCut(i)
      ? [{ name: b.name, used: namesTaken(b.features), isWorked: i === workedIndex(part) }]
      : [],
  );
};

/** The body that a cut belongs in because it misses the one that lines go to: the first that it meets and that stands in its own place. */
const otherBodyCut = (
  part: PartFile,
  cut: FeatureFile,
): { name: string; used: readonly string[] } | undefined => {
  const isCut = bodyIsCut(part, cut);
  if (part.bodies.length < 2 || isCut(workedIndex(part))) return undefined;
  const body = part.bodies.find((b, i) => isFree(b) && isCut(i));
  return body && { name: body.name, used: namesTaken(body.features) };
};

const knownAlone = new WeakMap<PartFile, PartFile>();
/** A part of nothing but the body that lines go to, in its own place; undefined where that body is not placed by others. */
const workedAlone = (part: PartFile): PartFile | undefined => {
  const body = workedBody(part);
  if (!body?.place?.length) return undefined;
  const before = knownAlone.get(part);
  if (before) return before;
  const { place: _, ...free } = body;
  const alone = { ...part, bodies: [free] };
  knownAlone.set(part, alone);
  return alone;
};
const ownBox = (alone: PartFile): Box3 | undefined => {
  const model = partModel(alone);
  return model.ok ? boxOfAdditions(model.value.bodies) : undefined;
};

/** The boxes of what the last body adds, by feature; the worked out ones of a part are kept as long as it is. */
const knownShapes = new WeakMap<PartFile, NonNullable<TypedContext['shapes']>>();
const shapesIn = (part: PartFile): NonNullable<TypedContext['shapes']> => {
  const known = knownShapes.get(part);
  if (known) return known;
  const model = partModel(part);
  const body = model.ok ? model.value.bodies[workedIndex(part)] : undefined;
  const shapes = (body?.operations ?? [])
    .filter((o) => o.op !== 'keep')
    .map((o) => ({
      name: o.feature,
      box: o.cells.reduce((b, x) => joinBoxes(b, x.cell.box), EMPTY_BOX),
      adds: o.op === 'add',
    }));
  knownShapes.set(part, shapes);
  return shapes;
};

/** The rods and holes of the last body whose rims can be broken. */
const roundsIn = (part: PartFile, worth: TypedContext['worth']): RoundShape[] =>
  (workedBody(part)?.features ?? []).flatMap((f): RoundShape[] => {
    const { at, repeat, mirror, shape } = f;
    if (f.off || f.turn?.length) return [];
    const own = {
      name: f.id,
      plane: f.plane ?? ('top' as const),
      ...(at && { at }),
      ...(repeat && { repeat }),
      ...(mirror && { mirror }),
    };
    if (shape.kind === 'revolve' && f.op === 'add') return steppedRods(f, own, worth);
    if (shape.kind === 'cylinder' && f.op === 'add')
      return [{ ...own, op: 'add', diameter: shape.diameter, height: shape.height }];
    return shape.kind === 'hole' &&
      shape.diameter !== undefined &&
      f.op === 'cut' &&
      !shape.counterbore &&
      !shape.countersink
      ? [{ ...own, op: 'cut', diameter: shape.diameter, height: 0 }]
      : [];
  });

type Entered = Exclude<TypedReading, { kind: 'asks' }>;

/** The number of the body that the features of a line go to. */
const targetOf = (part: PartFile, read: Extract<Entered, { kind: 'understood' }>): number =>
  read.into === undefined ? workedIndex(part) : part.bodies.findIndex((b) => b.name === read.into);

/** The part with what a line said. The first body of an empty statement is named after the part. */
export const enterReading = (part: PartFile, read: Entered): PartFile => {
  if (read.kind === 'size') return { ...part, dims: { ...part.dims, [read.name]: read.value } };
  if (read.kind === 'fastened') return { ...part, bodies: [...read.bodies] };
  const features = [...read.features];
  const { bodies } = part;
  const worked = targetOf(part, read);
  if (read.body !== undefined || worked < 0)
    return { ...part, bodies: [...bodies, { name: read.body ?? 'part', features }] };
  const also = new Set(read.alsoInto);
  return {
    ...part,
    bodies: bodies.map((b, i) =>
      i === worked || also.has(b.name) ? { ...b, features: [...b.features, ...features] } : b,
    ),
  };
};

/** The sentences that a line adds to the statement, as they will stand there. */
export const enteredSentences = (part: PartFile, read: Entered): string[] => {
  if (read.kind === 'size') return [`Let ${read.name} = ${read.value}`];
  const after = enterReading(part, read);
  if (read.kind === 'fastened')
    return after.bodies
      .filter((b) => read.added.includes(b.name))
      .map((b) =>
        bodySentence(b, [])
          .map((t) => t.text)
          .join(''),
      );
  const body = after.bodies[read.body === undefined ? targetOf(after, read) : workedIndex(after)];
  const also = after.bodies.filter((b) => read.alsoInto?.includes(b.name));
  return [body, ...also].flatMap((own) => {
    const from = referenceOf(after, own?.features ?? [], own);
    return read.features.map((f) =>
      featureSentence(f, [], from)
        .map((t) => t.text)
        .join(''),
    );
  });
};

/** What the Daybook says of an entered line. @param part as it stood before */
export const entryLabel = (part: PartFile, read: Entered): string =>
  read.kind === 'size'
    ? `${read.name} = ${read.value}`
    : read.kind === 'fastened'
      ? `${read.added.join(' and ')}: ${read.added.some((n) => !part.bodies.some((b) => b.name === n)) ? 'added' : 'placed'}`
      : `${read.features.map((f) => f.id).join(' and ')}: added`;
