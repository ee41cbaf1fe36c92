import type { GivenLine } from '../core/balance/given.ts';
import type { Vec2, Vec3 } from '../core/geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../core/geometry/viewFrames.ts';
import { sentence } from '../core/number/fault.ts';
import { partModel } from '../core/part/model.ts';
import type { PartFile } from '../core/part/schema.ts';
import { buildPart } from '../core/solid/build.ts';
import type { GivenView } from '../core/solids/aligned.ts';
import { givenOfView } from '../core/solids/givenOfView.ts';
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
  readonly marks: readonly { readonly view: ViewName; readonly from: Vec2; readonly to: Vec2 }[];
};

/** So many are shown side by side. */
const MOST = 16;
/** The views that a page may show. */
const SHOWN: readonly ViewName[] = ['front', 'top', 'left', 'right'];

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
  const solids = found.solids.flatMap(({ part, volume, reasons }): SolidPicture[] => {
    const model = partModel(part);
    const built = model.ok ? buildPart(model.value) : model;
    if (!built.ok) return [];
    const { bodies, tol } = built.value;
    const views = SHOWN.filter((n) => !given.has(n)).map((name) => ({
      name,
      drawn: enteredView(givenOfView(viewOf(bodies, VIEW_FRAMES[name], tol)), square),
    }));
    return [
      {
        part,
        volume,
        reasons,
        views,
        pictorial: pictorialOf({ part: built.value, points: [] }, toward),
      },
    ];
  });
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
