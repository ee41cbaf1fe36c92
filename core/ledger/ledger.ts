import type { Box3 } from '../geometry/box.ts';
import { mapPoint, type Rigid } from '../geometry/rigid.ts';
import type { Vec3 } from '../geometry/vec.ts';
import type { ProjectionAngle, ViewName } from '../geometry/viewFrames.ts';
import type { Account } from '../naming/accounts.ts';
import { copyOfFace, copyWords, facesOfMeeting } from '../naming/keys.ts';
import { homesOf } from '../part/homes.ts';
import { placementsOf } from '../part/placement.ts';
import type { PartFile } from '../part/schema.ts';
import { definitionOf, type ShapeFile } from '../part/shapes/shapes.ts';
import { sizeReader } from '../part/sizes.ts';
import type { View } from '../view/view.ts';
import type { Posting } from './postings.ts';

/**
 * How the three accounts are counted: from where along X, Y and Z, and which way. Part units.
 * W runs along X, D along Y, H along Z.
 */
export type LedgerScale = Readonly<Record<Account, { readonly sign: 1 | -1; readonly from: number }>>;

/** From the box: W from the left, H from the base, D from the back in first angle and from the front in third. */
export const scaleFromBox = (b: Box3, angle: ProjectionAngle): LedgerScale => ({
  W: { sign: 1, from: b[0] },
  D: angle === 'first' ? { sign: -1, from: b[4] } : { sign: 1, from: b[1] },
  H: { sign: 1, from: b[2] },
});

/**
 * From the XY lines: what is measured on the paper, in part units. The top view's far edge in first angle, its near edge in third, lies a gap
 * from XY, and so does the front view's base or top; W counts from the upright line, which stands beside the front view on the side of the
 * first end view.
 * @param gaps for each account, between the view and the line it is counted from, part units
 */
export const scaleFromXY = (
  b: Box3,
  angle: ProjectionAngle,
  gaps: Readonly<Record<Account, number>>,
  views: readonly ViewName[],
): LedgerScale => {
  const first = angle === 'first';
  const side = views.includes('left') ? 'left' : views.includes('right') ? 'right' : undefined;
  // in first angle the left view stands at the right
  const uprightAtRight = side !== undefined && (side === 'left') === first;
  return {
    W: uprightAtRight ? { sign: -1, from: b[3] + gaps.W } : { sign: 1, from: side ? b[0] - gaps.W : b[0] },
    D: first ? { sign: -1, from: b[4] + gaps.D } : { sign: 1, from: b[1] - gaps.D },
    H: first ? { sign: 1, from: b[2] - gaps.H } : { sign: -1, from: b[5] + gaps.H },
  };
};

/** The same way round, from a point of one's own choice. */
export const scaleFromPoint = (s: LedgerScale, at: Vec3): LedgerScale => ({
  W: { ...s.W, from: at[0] },
  D: { ...s.D, from: at[1] },
  H: { ...s.H, from: at[2] },
});

export type Measures3 = Readonly<Record<Account, number>>;
/** What the books say of a point. */
export const accountsOf = (p: Vec3, s: LedgerScale): Measures3 => {
  const count = ({ sign, from }: LedgerScale['W'], x: number): number => sign * (x - from) + 0;
  return { W: count(s.W, p[0]), D: count(s.D, p[1]), H: count(s.H, p[2]) };
};

/** A feature with a centre, posted by it: a hole by the middle of its mouth, a prism by the middle of its base. */
export type FeatureRow = {
  readonly label: string;
  readonly kind: string;
  readonly body: string;
  readonly at: Vec3;
  readonly postings: Partial<Record<ViewName, Posting>>;
};

/**
 * How each feature is seen in a view, by its own lines: those on which no other feature's edge falls, for a rim seen edge-on lies in the
 * outline of what it is cut from. Where it has none of its own, by those it shares.
 */
const classesIn = (view: View): ReadonlyMap<string, Posting> => {
  const own = new Map<string, Posting>();
  const shared = new Map<string, Posting>();
  for (const l of view.lines) {
    const posting = l.class === 'visible' ? 'seen' : 'hidden';
    const edges = l.sources.map((s) => new Set(facesOfMeeting(s).map(copyOfFace)));
    for (const feature of new Set(l.of.map(copyOfFace))) {
      const book = edges.every((e) => e.has(feature)) ? own : shared;
      if (book.get(feature) !== 'seen') book.set(feature, posting);
    }
  }
  return new Map([...shared, ...own]);
};

/** The centres of round features, each copy by itself. */
export type FeatureCentre = {
  readonly feature: string;
  readonly copy: string;
  readonly kind: ShapeFile['kind'];
  readonly body: string;
  readonly at: Vec3;
};
/** The centres of a part's round and other centred features, in the world. @param file a part that can be built */
export const featureCentres = (file: PartFile): FeatureCentre[] => {
  const read = sizeReader(file);
  return file.bodies.flatMap((body, i) => {
    const home = homesOf(file)[i] as Rigid;
    return body.features.flatMap((f, j): FeatureCentre[] => {
      if (f.off || !definitionOf(f.shape.kind).isCentred) return [];
      return placementsOf(f, read, ['bodies', i, 'features', j]).map(({ place, copy }) => ({
        feature: f.id,
        copy,
        kind: f.shape.kind,
        body: body.name,
        at: mapPoint(home, place.origin),
      }));
    });
  });
};

/**
 * The rows of features, each copy by itself. A feature is seen in a view where any of its own lines is, hidden where all are.
 * @param file a part that can be built
 */
export const featureRows = (
  file: PartFile,
  views: readonly { readonly name: ViewName; readonly view: View }[],
): FeatureRow[] => {
  const seenIn = views.map(({ name, view }) => ({ name, classes: classesIn(view) }));
  return featureCentres(file).map(({ feature, copy, kind, body, at }) => ({
    label: `${feature}${copyWords(copy)}`,
    kind,
    body,
    at,
    postings: Object.fromEntries(
      seenIn.map(({ name, classes }) => [name, classes.get(`${feature}${copy}`) ?? 'none']),
    ),
  }));
};
