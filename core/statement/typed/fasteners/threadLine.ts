import { dot } from '../../../geometry/vec.ts';
import { decimal } from '../../../number/format.ts';
import { modelledPart } from '../../../part/model.ts';
import { type FeatureFile, type PartFile, typedQuantity } from '../../../part/schema.ts';
import { type ScrewSize, screwSize } from '../../../part/standard/sizes.ts';
import { inUnitsOf } from '../../../part/standard/thread.ts';
import type { ThreadFile } from '../../../part/threadSchema.ts';
import { literalPattern } from '../../literalPattern.ts';
import { Ask } from '../ask.ts';
import type { Fastened } from '../placing.ts';
import { modelsOf } from './fastenerParts.ts';
import { FIGURE, SIDE_WORDS, sideOf, TOWARD, taker } from './lineWords.ts';

const BEGINS = /^\s*(?:put\s+a\s+)?(?:thread|tap|screw-?cut)\s+(?:the\s+)?/i;

/** The shape that a line names, by the longest name that stands in it. */
const named = (
  part: PartFile,
  words: string,
): { readonly body: number; readonly feature: FeatureFile } | undefined =>
  part.bodies
    .flatMap((b, body) => b.features.map((feature) => ({ body, feature })))
    .filter(({ feature }) =>
      new RegExp(`(?<![\\p{L}\\p{N}])${literalPattern(feature.id)}(?![\\p{L}\\p{N}])`, 'iu').test(words),
    )
    .sort((a, b) => b.feature.id.length - a.feature.id.length)[0];

/** Whether a line puts a thread on a shape that is there: "thread shank M12 x 30", "tap hole M8". */
export const isThreadLine = (part: PartFile, line: string): boolean =>
  BEGINS.test(line) && named(part, line.replace(BEGINS, '')) !== undefined;

/** A hole that is drilled wider than its thread less the pitch, by no more than this share of the pitch, is kept as it is. */
const AS_DRILLED = 0.3;

/** A hole with the diameter that its thread is drilled with, where the one it has will not do. */
const tappedHole = (
  shape: Extract<FeatureFile['shape'], { kind: 'hole' }>,
  size: ScrewSize,
  worth: number | undefined,
  part: PartFile,
  thread: ThreadFile,
  assumed: string[],
): FeatureFile['shape'] => {
  const [least, pitch] = [inUnitsOf(part, size, size.d - size.pitch), inUnitsOf(part, size, size.pitch)];
  if (worth !== undefined && Math.abs(worth - least) <= AS_DRILLED * pitch) return { ...shape, thread };
  const { diameter: _, ...rest } = shape;
  assumed.push(
    `drilled ${decimal(least, 3)} for it${worth === undefined ? '' : `, not ${decimal(worth, 3)}`}`,
  );
  return { ...rest, thread };
};

/**
 * A part with the thread of a typed line put on a cylinder or a hole that is there.
 * @throws Ask where the size or the shape will not do
 */
export const enterThread = (part: PartFile, line: string): Fastened => {
  const found = named(part, line.replace(BEGINS, '')) as NonNullable<ReturnType<typeof named>>;
  const { feature, body } = found;
  const rest = taker(line.replace(BEGINS, ''));
  rest.take(new RegExp(`(?:\\bon\\s+)?(?:the\\s+)?${literalPattern(feature.id)}`, 'i'), 0);
  const name = rest.take(/\bm\s?\d+(?:\.\d+)?(?:\s*[x×]\s*[\d.]+(?=\s*[x×]\s*[\d.]))?/i, 0);
  const end = rest.take(new RegExp(String.raw`\b(?:from|at)\s+(?:the\s+)?(${SIDE_WORDS})(?:\s+end)?\b`, 'i'));
  const hand = rest.take(/\b(left|right)[\s-]hand(?:ed)?\b/i)?.toLowerCase();
  const length =
    rest.take(new RegExp(String.raw`^\s*[x×]\s*(${FIGURE})(?:\s*(?:mm|long|deep)\b)*`, 'i')) ??
    rest.take(new RegExp(String.raw`(${FIGURE})\s*(?:mm\s*)?(?:long|deep)\b`, 'i'));
  const left = rest.left();
  if (left) throw new Ask(`I could not use "${left}": what is it?`, ['30 long', 'from the right end']);
  if (name === undefined) throw new Ask(`Which thread does ${feature.id} get?`, ['M8', 'M10', 'M12']);
  const size = screwSize(name.replace(/\s+/g, ' ').replace(/^m\s?/i, 'M'));
  if (!size) throw new Ask(`There is no size "${name}" in the tables.`, ['M6', 'M8', 'M10', 'M12']);
  const { shape } = feature;
  if (shape.kind !== 'cylinder' && shape.kind !== 'hole')
    throw new Ask(
      `Only cylinders and holes carry a thread, and ${feature.id} is neither. State its threaded length as a cylinder of its own.`,
      [],
    );
  const model = modelsOf(part)[body];
  const operation = model?.operations.find((o) => o.feature === feature.id);
  const z = operation?.cells[0]?.cell.place.z;
  const round = operation?.cells[0]?.cell.faces.find((f) => f.surface.kind === 'cylinder')?.surface;
  const cos = end && z ? dot(TOWARD[sideOf(end)], z) : 1;
  if (Math.abs(cos) < 0.999) throw new Ask(`${feature.id} has no end at the ${end}. From which end?`, []);
  const thread: ThreadFile = {
    size: size.name,
    ...(length !== undefined && { length: typedQuantity(length) }),
    ...(length !== undefined && cos < 0 && { from: 'bottom' }),
    ...(hand === 'left' && { hand: 'left' }),
  };
  const assumed: string[] = [];
  const threaded: FeatureFile['shape'] =
    shape.kind === 'cylinder'
      ? { ...shape, thread }
      : tappedHole(shape, size, round?.kind === 'cylinder' ? 2 * round.r : undefined, part, thread, assumed);
  const next: PartFile = {
    ...part,
    bodies: part.bodies.map((b, i) =>
      i === body
        ? { ...b, features: b.features.map((f) => (f === feature ? { ...f, shape: threaded } : f)) }
        : b,
    ),
  };
  const made = modelledPart(next);
  if (!made.ok) throw new Ask(made.faults[0]?.what ?? '', []);
  return { part: next, added: [feature.id], assumed };
};
