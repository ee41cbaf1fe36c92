import { type ExplodedPart, pathsSeen } from '../core/assembly/explodedPart.ts';
import { sub, type Vec2, type Vec3 } from '../core/geometry/vec.ts';
import { frameToward } from '../core/geometry/viewFrames.ts';
import type { NumberedPoint } from '../core/ledger/numbering.ts';
import { copyWords, readFaceKey } from '../core/naming/keys.ts';
import { straight } from '../core/sheet/ink/ink.ts';
import type { BuiltPart } from '../core/solid/build.ts';
import { firstMetIn } from '../core/view/firstMet.ts';
import { faceLooks, type Looks, looksOf } from '../core/view/looks.ts';
import { flatten } from '../core/view/project.ts';
import { type View, type ViewLine, viewOf } from '../core/view/view.ts';
import { svgPath } from '../formats/sheetSvg.ts';
import { ofFeatures } from './addedLines.ts';

/** A pictorial as the screen shows it: part units, v downwards as SVG has it. */
export type Pictorial = {
  readonly toward: Vec3;
  /** u, v, width, height */
  readonly box: readonly [number, number, number, number];
  readonly visible: string;
  readonly hidden: string;
  /** of these the lines of features that were asked for by themselves */
  readonly added: string;
  readonly corners: readonly { readonly key: string; readonly label: string; readonly at: Vec2 }[];
  /** unit steps along W, D and H as they are seen */
  readonly axes: { readonly W: Vec2; readonly D: Vec2; readonly H: Vec2 };
  /** the lines on which bodies were drawn apart; empty where they stand together */
  readonly paths: string;
};

/** A face that was pointed at. */
export type PickedFace = {
  readonly body: string;
  /** the face's key */
  readonly key: string;
  readonly feature: string;
  readonly face: string;
  readonly looks: Looks;
  readonly round: boolean;
  readonly at: Vec3;
};

const down = ([u, v]: Vec2): Vec2 => [u, -v];

/** The directions in which a corner sees more than one: never straight along an axis, so that all three inks show. */
export const pictorialOf = (
  {
    part,
    points,
    exploded,
  }: {
    readonly part: BuiltPart;
    readonly points: readonly NumberedPoint[];
    /** where the bodies of `part` are drawn apart */
    readonly exploded?: ExplodedPart | undefined;
  },
  toward: Vec3,
  added: readonly string[] = [],
): Pictorial => {
  const f = frameToward(toward);
  const view: View = viewOf(part.bodies, f, part.tol);
  const [u0, v0, u1, v1] = view.box;
  const path = (picked: (l: ViewLine) => boolean): string =>
    svgPath(
      [...view.lines, ...view.threads].filter(picked).map(({ curve, from, to }) => ({ curve, from, to })),
      0,
    );
  const isAdded = ofFeatures(added);
  const axis = (d: Vec3): Vec2 => down(flatten(f, d));
  return {
    toward,
    box: [u0, -v1, u1 - u0, v1 - v0],
    visible: path((l) => l.class !== 'hidden'),
    hidden: path((l) => l.class === 'hidden'),
    added: path((l) => l.class === 'visible' && l.sources.some(isAdded)),
    corners: points.map((p) => ({ key: p.key, label: p.label, at: down(flatten(f, p.at)) })),
    paths: svgPath(
      (exploded ? pathsSeen(exploded, f) : []).map((ends) => straight(...ends)),
      0,
    ),
    axes: { W: axis([1, 0, 0]), D: axis([0, 1, 0]), H: axis([0, 0, 1]) },
  };
};

/** What stands foremost at (u, v downwards) of a pictorial. @param moves the shift of each body, where they are drawn apart; the place is told as if they stood together */
export const pickIn = (
  part: BuiltPart,
  toward: Vec3,
  [u, v]: Vec2,
  moves?: readonly Vec3[],
): PickedFace | undefined => {
  const f = frameToward(toward);
  const met = firstMetIn(part.bodies, f, part.tol)(u, -v);
  if (!met) return undefined;
  const { solid } = part.bodies[met.body] as BuiltPart['bodies'][number];
  const face = solid.faces.find((x) => x.key === met.face);
  const { feature, role, copy } = readFaceKey(met.face);
  return {
    body: solid.name,
    key: met.face,
    feature: `${feature}${copyWords(copy)}`,
    face: role,
    looks: looksOf(met.normal),
    round: face !== undefined && solid.surfaces[face.surface]?.kind !== 'plane',
    at: sub(met.at, moves?.[met.body] ?? [0, 0, 0]),
  };
};

/** A pictorial's faces as a grid of small squares, row by row from the top: 0 beside the part, else 1 + the index of how it looks. */
export type Tints = { readonly width: number; readonly height: number; readonly looks: Uint8Array };
export const LOOKS: readonly Looks[] = ['front', 'back', 'top', 'bottom', 'left', 'right', 'aslant'];

/** Rows are worked out one at a time, so that newer questions need not wait. */
export function* tintsOf(part: BuiltPart, p: Pictorial, width: number): Generator<undefined, Tints> {
  const [u0, v0, w, h] = p.box;
  const step = w / width;
  const height = Math.max(1, Math.ceil(h / step));
  const looks = new Uint8Array(width * height);
  const meet = firstMetIn(part.bodies, frameToward(p.toward), part.tol);
  for (let j = 0; j < height; j++) {
    for (let i = 0; i < width; i++) {
      const met = meet(u0 + (i + 0.5) * step, -(v0 + (j + 0.5) * step));
      if (met) looks[j * width + i] = 1 + LOOKS.indexOf(faceLooks(part.bodies, met));
    }
    yield undefined;
  }
  return { width, height, looks };
}
