import type { GivenLine } from '../core/balance/given.ts';
import type { Vec2, Vec3 } from '../core/geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../core/geometry/viewFrames.ts';
import { sentence } from '../core/number/fault.ts';
import type { PartFile } from '../core/part/schema.ts';
import { type SideSeen, TOWARD } from '../core/pictorial/isometricPaper.ts';
import { solidsFromPictorial } from '../core/pictorial/solidsFromPictorial.ts';
import type { GivenView } from '../core/solids/aligned.ts';
import type { SolidFromViews } from '../core/solids/foundSolids.ts';
import { givenOfView } from '../core/solids/givenOfView.ts';
import { madePart } from '../core/solids/madePart.ts';
import { solidsFromViews } from '../core/solids/solidsFromViews.ts';
import type { EnteredView } from '../core/solids/typedWalk.ts';
import { viewOf } from '../core/view/view.ts';
import { enteredView } from './enteredView.ts';
import { type Pictorial, pictorialOf } from './pictorial.ts';

/** Views as they are entered: lines counted in squares from each view's lower left corner. */
export type EnteredViews = {
  readonly units: 'mm' | 'in';
  /** what a square is worth, in that unit */
  readonly square: number;
  readonly views: readonly {
    readonly name: ViewName;
    readonly hidden: GivenView['hidden'];
    readonly drawn: EnteredView;
  }[];
};

/** A solid that has the views, as the page shows it. */
export type SolidPicture = {
  readonly part: PartFile;
  readonly volume: number;
  readonly reasons: readonly string[];
  readonly pictorial: Pictorial;
  /** its lines in the views that were not given, in squares from the view's lower left corner */
  readonly views: readonly { readonly name: ViewName; readonly drawn: EnteredView }[];
};
export type SolidsPicture = {
  readonly complete: boolean;
  readonly solids: readonly SolidPicture[];
  /** what was not looked for */
  readonly leftAside: readonly string[];
  readonly faults: readonly string[];
  /** the stretches that the faults are about, in squares */
  readonly marks: readonly {
    readonly view: ViewName | 'pictorial';
    readonly from: Vec2;
    readonly to: Vec2;
  }[];
};

/** A pictorial as it is entered: lines on the places of isometric paper. */
export type EnteredPictorial = Pick<EnteredViews, 'units' | 'square'> & {
  readonly side: SideSeen;
  readonly pictorial: EnteredView;
};

/** Solids that look like a pictorial are searched for so long, ms. */
const LONGEST = 5000;
/** So many are shown side by side. */
const MOST = 16;
/** The views that a page may show. */
const SHOWN: readonly ViewName[] = ['front', 'top', 'left', 'right'];

/** Solids that were found as the page shows them. @param given the views that need not be shown */
const solidPictures = (
  solids: readonly SolidFromViews[],
  toward: Vec3,
  square: number,
  given: ReadonlySet<ViewName>,
): SolidPicture[] =>
  solids.flatMap(({ part, volume, reasons }): SolidPicture[] => {
    const built = madePart(part);
    if (!built) return [];
    const views = SHOWN.filter((n) => !given.has(n)).map((name) => ({
      name,
      drawn: enteredView(givenOfView(viewOf(built.bodies, VIEW_FRAMES[name], built.tol)), square),
    }));
    return [{ part, volume, reasons, views, pictorial: pictorialOf({ part: built, points: [] }, toward) }];
  });

/** Finds the solids that have the entered views. @param toward where their pictorials are seen from */
export const solidsPicture = (entered: EnteredViews, toward: Vec3): SolidsPicture => {
  const { square, units } = entered;
  const scaled = (p: Vec2): Vec2 => [p[0] * square, p[1] * square];
  const given = new Map(
    entered.views.map(({ name, hidden, drawn }): [ViewName, GivenView] => [
      name,
      {
        hidden,
        lines: [
          ...drawn.lines.map(
            (l): GivenLine => ({ seen: l.seen, kind: 'straight', a: scaled(l.from), b: scaled(l.to) }),
          ),
          ...drawn.circles.map(
            (c): GivenLine => ({
              seen: c.seen,
              kind: 'round',
              centre: scaled(c.centre),
              radius: c.radius * square,
              a: scaled([c.centre[0] + c.radius, c.centre[1]]),
              b: scaled([c.centre[0] + c.radius, c.centre[1]]),
            }),
          ),
        ],
      },
    ]),
  );
  const found = solidsFromViews(given, units, { most: MOST });
  const solids = solidPictures(found.solids, toward, square, new Set(given.keys()));
  const counts = (p: Vec2): Vec2 => [p[0] / square, p[1] / square];
  const marks = found.faults.flatMap(({ at }) =>
    at ? [{ view: at.view, from: counts(at.from), to: counts(at.to) }] : [],
  );
  return {
    complete: found.complete,
    solids,
    leftAside: found.leftAside,
    faults: found.faults.map(sentence),
    marks,
  };
};

/** Finds the solids that look like a pictorial, and draws each from the same side. Visible lines only are read. */
export const solidsOfPictorial = ({ pictorial, side, square, units }: EnteredPictorial): SolidsPicture => {
  const lines = pictorial.lines.filter((l) => l.seen);
  const until = performance.now() + LONGEST;
  const isOver = (): boolean => performance.now() > until;
  const found = solidsFromPictorial(lines, side, square, units, { most: MOST, isOver });
  return {
    complete: found.complete,
    solids: solidPictures(found.solids, TOWARD[side], square, new Set()),
    leftAside: found.leftAside,
    faults: found.faults.map(sentence),
    marks: found.faults.flatMap(({ at }) => (at ? [{ view: 'pictorial' as const, ...at }] : [])),
  };
};
