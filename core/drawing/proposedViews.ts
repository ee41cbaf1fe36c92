import { EDGE_ON } from '../geometry/nearness.ts';
import { type Rigid, turnVector } from '../geometry/rigid.ts';
import type { ViewName } from '../geometry/viewFrames.ts';
import { VIEW_FRAMES } from '../geometry/viewFrames.ts';
import { sourceOf } from '../part/bodySource.ts';
import { homesOf } from '../part/homes.ts';
import type { FeatureFile, PartFile } from '../part/schema.ts';
import { sizeReader } from '../part/sizes.ts';
import type { BuiltPart } from '../solid/build.ts';
import { type View, viewOf } from '../view/view.ts';

/** The fewest views that state every size, and why each is there. */
export type ProposedViews = {
  readonly views: readonly ViewName[];
  /** one sentence a view, in the same order */
  readonly reasons: readonly string[];
};

type Axis = 0 | 1 | 2;
/** Of the two views along an axis the usual one first. */
const ALONG: readonly (readonly [ViewName, ViewName])[] = [
  ['left', 'right'],
  ['front', 'back'],
  ['top', 'bottom'],
];

/** The axis along which a feature's shape is seen as such; undefined where it, or its body, is turned out of all three. @param home where its body stands */
const shapeAxis = (f: FeatureFile, home: Rigid | undefined): Axis | undefined => {
  if (f.turn?.length) return undefined;
  const own = VIEW_FRAMES[f.plane ?? 'top'].toward;
  const seen = home ? turnVector(home, own) : own;
  return ([0, 1, 2] as const).find((k) => 1 - Math.abs(seen[k]) < EDGE_ON);
};

type Demand = { readonly axis: Axis; readonly feature: string };

/** Along which axes the features ask to be seen. */
const demandsOf = (part: PartFile, built: BuiltPart): Demand[] => {
  const homes = homesOf(part);
  const read = sizeReader(part);
  return part.bodies.flatMap((b, i) =>
    sourceOf(part, i, read).features.flatMap((own): Demand[] => {
      // of bolts, nuts and the like the body is what a drafter names
      const f = b.standard ? { ...own, id: b.name } : own;
      if (f.off) return [];
      const axis = shapeAxis(f, homes[i]);
      if (f.shape.kind === 'sphere') return [];
      if (f.shape.kind === 'block' && axis !== undefined)
        return blockDemand(f, built.bodies[i], built.tol.linear);
      if (axis === undefined) return ([0, 1, 2] as const).map((a) => ({ axis: a, feature: f.id }));
      return [{ axis, feature: f.id }];
    }),
  );
};

/** A block that runs right through the part one way only is a step or a notch: its shape is seen along that way. */
const blockDemand = (
  f: FeatureFile,
  body: BuiltPart['bodies'][number] | undefined,
  tol: number,
): Demand[] => {
  if (!body) return [];
  const { solid } = body;
  const cell = solid.cells.find((c) => solid.model.operations[c.op]?.feature === f.id)?.cell;
  if (!cell) return [];
  const near = tol * 10;
  const through = ([0, 1, 2] as const).filter(
    (a) =>
      (cell.box[a] as number) <= (solid.box[a] as number) + near &&
      (cell.box[a + 3] as number) >= (solid.box[a + 3] as number) - near,
  );
  return through.length === 1 ? [{ axis: through[0] as Axis, feature: f.id }] : [];
};

const hiddenIn = (v: View): number => v.lines.filter((l) => l.class === 'hidden').length;

const WORD: readonly string[] = ['width', 'depth', 'height'];

/**
 * Proposes views: the front always, one along each axis in which some feature shows its shape, and never fewer than the two that between
 * them give width, depth and height. Of two opposite views the one with fewer hidden lines; where they are alike, the usual one.
 */
export const proposeViews = (part: PartFile, built: BuiltPart): ProposedViews => {
  const demands = demandsOf(part, built);
  const seen = (name: ViewName): number => hiddenIn(viewOf(built.bodies, VIEW_FRAMES[name], built.tol));
  const better = (axis: Axis): { name: ViewName; fewer: boolean } => {
    const [usual, other] = ALONG[axis] as readonly [ViewName, ViewName];
    const fewer = seen(other) < seen(usual);
    return { name: fewer ? other : usual, fewer };
  };
  const asked = ([2, 0] as const).filter((a) => demands.some((d) => d.axis === a));
  // with the front alone the depth is nowhere
  const bare = asked.length === 0;
  const axes: readonly Axis[] = bare ? [seen('top') <= seen('left') ? 2 : 0] : asked;
  const why = (axis: Axis): string => {
    const own = demands.filter((d) => d.axis === axis);
    const names = [...new Set(own.map((d) => d.feature))];
    if (!names.length) return `gives the ${WORD[1]}`;
    const shown =
      names.length > 3 ? `${names.slice(0, 2).join(', ')} and ${names.length - 2} more` : names.join(' and ');
    return `shows the shape of ${shown}`;
  };
  const others = axes.map((axis) => ({ axis, ...better(axis) }));
  return {
    views: ['front', ...others.map((o) => o.name)],
    reasons: [
      demands.some((d) => d.axis === 1)
        ? `The front gives width and height and ${why(1)}.`
        : 'The front gives width and height.',
      ...others.map(
        (o) =>
          `The view from the ${o.name} ${why(o.axis)}${o.fewer ? ', with fewer hidden lines than from the other side' : ''}.`,
      ),
    ],
  };
};
