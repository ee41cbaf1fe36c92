import { type GivenLine, givenFrom } from '../balance/given.ts';
import { VIEW_FRAMES } from '../geometry/viewFrames.ts';
import type { PartFile } from '../part/schema.ts';
import { madePart } from '../solids/madePart.ts';
import { flatten } from '../view/project.ts';
import { type ViewLine, viewOf } from '../view/view.ts';
import type { Chance } from './chance.ts';
import { sectionBy } from './cutOf.ts';
import type { Exercise, Option } from './exercise.ts';
import { type FaceDrawing, facesOf } from './faceDrawing.ts';
import { mixed, OPTIONS } from './options.ts';
import { type ThreadCase, threadedPart } from './threadedPart.ts';

/** A drawing with the ends of its threads apart, so that they can be left out. */
type Drawn = {
  readonly faces: FaceDrawing['faces'];
  readonly wide: GivenLine[];
  readonly narrow: GivenLine[];
  readonly ends: GivenLine[];
};

const given = (l: ViewLine): GivenLine => givenFrom(l.curve, l.from, l.to, true, (p) => p, 1);

/** The front view of a part, cut through its axis or not, or its top view. */
const drawnOf = (file: PartFile, how: 'cut' | 'front' | 'top'): Drawn | undefined => {
  const built = madePart(file);
  if (!built) return undefined;
  const far = built.tol.size;
  const section =
    how === 'cut'
      ? sectionBy({ seenIn: 'top', from: [-far, 0], to: [far, 0], look: 'up' }, file, built)
      : undefined;
  if (how === 'cut' && !section) return undefined;
  const frame = VIEW_FRAMES[how === 'top' ? 'top' : 'front'];
  const view = viewOf(section?.remains ?? built.bodies, frame, built.tol);
  const seen = [...view.lines, ...view.threads].filter((l) => l.class !== 'hidden' && l.kind !== 'tangent');
  return {
    faces: section ? facesOf(section, (p) => flatten(frame, p)) : [],
    wide: seen.filter((l) => l.class === 'visible' && l.kind !== 'threadEnd').map(given),
    narrow: seen.filter((l) => l.class === 'thread').map(given),
    ends: seen.filter((l) => l.kind === 'threadEnd').map(given),
  };
};

const asFace = ({ faces, wide, narrow, ends }: Drawn): FaceDrawing => ({
  faces,
  lines: [...wide, ...ends],
  narrow,
});

/** How far beside a narrow line of a thread its wide one may stand, in diameters. */
const BESIDE = 0.16;

/** Narrow and wide exchanged: along the thread its outline narrow, and its root wide. */
const exchanged = (r: Drawn, d: number): Drawn => {
  const [wide, thin]: [GivenLine[], GivenLine[]] = [[], []];
  for (const l of r.wide) {
    const beside = r.narrow.find((n) =>
      l.kind === 'straight' && n.kind === 'straight'
        ? Math.abs(l.a[0] - l.b[0]) < 1e-9 &&
          Math.abs(n.a[0] - n.b[0]) < 1e-9 &&
          Math.abs(l.a[0] - n.a[0]) < BESIDE * d &&
          Math.min(Math.max(l.a[1], l.b[1]), Math.max(n.a[1], n.b[1])) -
            Math.max(Math.min(l.a[1], l.b[1]), Math.min(n.a[1], n.b[1])) >
            1e-6
        : l.kind === 'round' && n.kind === 'round' && Math.abs(l.radius - n.radius) < BESIDE * d,
    );
    if (!beside) wide.push(l);
    else if (l.kind !== 'straight' || beside.kind !== 'straight') thin.push(l);
    else {
      const [lo, hi] = [Math.min(l.a[1], l.b[1]), Math.max(l.a[1], l.b[1])];
      const [from, to] = [
        Math.max(lo, Math.min(beside.a[1], beside.b[1])),
        Math.min(hi, Math.max(beside.a[1], beside.b[1])),
      ];
      const piece = (a: number, b: number): GivenLine => ({ ...l, a: [l.a[0], a], b: [l.a[0], b] });
      thin.push(piece(from, to));
      if (from - lo > 1e-6) wide.push(piece(lo, from));
      if (hi - to > 1e-6) wide.push(piece(to, hi));
    }
  }
  return { ...r, wide: [...wide, ...r.narrow], narrow: thin };
};

/** Each narrow arc made a whole circle. */
const closed = (r: Drawn): Drawn => ({
  ...r,
  narrow: r.narrow.map((l) => (l.kind === 'round' ? { ...l, b: l.a } : l)),
});

/** What is asked, in words, and how it is drawn. */
const WORDS: Record<ThreadCase['kind'], (c: ThreadCase) => string> = {
  bolt: (c) => `A bolt ${c.size} x ${c.length} with ${c.thread} of thread is seen from the side.`,
  'tapped hole': (c) => `A blind hole is tapped ${c.size}, ${c.thread} deep, and cut through its axis.`,
  'end view': (c) => `A blind hole is tapped ${c.size} and seen along its axis.`,
  'screw in a hole': (c) =>
    `A screw ${c.size} x ${c.length} stands in a blind hole tapped ${c.thread} deep; both are cut through the axis.`,
  'bolt and nut': (c) =>
    `A bolt ${c.size} x ${c.length} with ${c.thread} of thread holds a plate by a nut; all are cut through the axis.`,
};
const HOW: Record<ThreadCase['kind'], 'cut' | 'front' | 'top'> = {
  bolt: 'front',
  'tapped hole': 'cut',
  'end view': 'top',
  'screw in a hole': 'cut',
  'bolt and nut': 'cut',
};

/** The cases of a level: first one thread by itself, then two in one another. */
const casesOf = (level: number): readonly ThreadCase['kind'][] =>
  level <= 3
    ? ['bolt', 'end view']
    : level <= 6
      ? ['tapped hole', 'end view']
      : level <= 9
        ? ['screw in a hole', 'tapped hole']
        : ['bolt and nut', 'screw in a hole'];

const SIZES = [6, 8, 10, 12, 16, 20, 24] as const;

const caseOf = (c: Chance, level: number): ThreadCase => {
  const kind = c.pick(casesOf(level));
  const d = c.pick(SIZES);
  const size = `M${d}`;
  const length = 5 * (Math.ceil((2 * d) / 5) + c.whole(0, 8));
  // a bolt's thread reaches from within its nut to its end; a hole's thread is deeper than its screw
  const thread =
    kind === 'bolt'
      ? Math.round(length / 2) + c.whole(0, 3)
      : kind === 'bolt and nut'
        ? 2 * d + c.whole(2, 6)
        : length + c.whole(3, 8);
  return { kind, size, d, length: kind === 'bolt and nut' ? length + 2 * d : length, thread };
};

const wrongOnes = (k: ThreadCase, right: Drawn): Option<FaceDrawing>[] => {
  const out: Option<FaceDrawing>[] = [];
  const add = (
    drawn: Drawn | undefined,
    differs: string,
    mistake: NonNullable<Option<FaceDrawing>['mistake']>,
  ): void => {
    if (drawn) out.push({ shows: asFace(drawn), differs, mistake });
  };
  add({ ...right, narrow: [], ends: [] }, 'the thread is left out', 'something missing');
  if (k.kind !== 'bolt and nut' && k.kind !== 'screw in a hole')
    add(
      exchanged(right, k.d),
      'wide and narrow lines of the thread are exchanged',
      'wide and narrow exchanged',
    );
  if (k.kind === 'bolt' || k.kind === 'tapped hole')
    add({ ...right, ends: [] }, 'the line at the end of the full thread is missing', 'something missing');
  if (k.kind === 'end view')
    add(closed(right), 'the narrow circle is closed; a quarter of it stays open', 'something too much');
  if (k.kind === 'tapped hole') {
    const wider = drawnOf(threadedPart(k, false, false), 'cut');
    add(
      wider && { ...right, faces: wider.faces },
      'the hatching ends at the narrow line; it runs to the wide one',
      'hatched to the wrong line',
    );
  }
  if (k.kind === 'screw in a hole' || k.kind === 'bolt and nut') {
    const hatched = drawnOf(threadedPart(k, true), 'cut');
    add(
      hatched && { ...right, faces: hatched.faces },
      `the ${k.kind === 'bolt and nut' ? 'bolt' : 'screw'} is hatched; cut along its axis it is left whole`,
      'hatched though left whole',
    );
  }
  if (k.kind === 'screw in a hole') {
    const alone = drawnOf(threadedPart({ ...k, kind: 'tapped hole' }), 'cut');
    add(
      alone && { ...right, wide: [...right.wide, ...alone.wide], narrow: [...right.narrow, ...alone.narrow] },
      'the hole is drawn where the screw covers it',
      'drawn where it is covered',
    );
  }
  if (k.kind === 'bolt and nut') {
    const alone = threadedPart(k);
    const bolt = drawnOf({ ...alone, bodies: alone.bodies.filter((b) => b.name !== 'nut') }, 'cut');
    add(
      bolt && { ...right, narrow: [...right.narrow, ...bolt.narrow] },
      'the thread is drawn inside the nut, which covers it',
      'drawn where it is covered',
    );
  }
  return out;
};

/** Which of four drawings shows a thread by the rules (ISO 6410). */
export const whichThread = (c: Chance, level: number, seed: number): Exercise | undefined => {
  const k = caseOf(c, level);
  const part = threadedPart(k);
  const right = drawnOf(part, HOW[k.kind]);
  if (!right?.narrow.length) return undefined;
  const wrong = c.shuffled(wrongOnes(k, right)).slice(0, OPTIONS - 1);
  return wrong.length === OPTIONS - 1
    ? { level, seed, part, kind: 'threads', says: WORDS[k.kind](k), ...mixed(c, asFace(right), wrong) }
    : undefined;
};
