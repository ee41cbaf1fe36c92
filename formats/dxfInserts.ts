import type { IEntity } from 'dxf-parser';
import type { GivenLine } from '../core/balance/given.ts';
import type { Vec2 } from '../core/geometry/vec.ts';

/** A block reference as the reader of DXF files has it. Source: the DXF reference, INSERT. */
type Insert = IEntity & {
  readonly name: string;
  readonly position?: { readonly x: number; readonly y: number };
  readonly xScale?: number;
  readonly yScale?: number;
  /** degrees */
  readonly rotation?: number;
  readonly columnCount?: number;
  readonly rowCount?: number;
  readonly columnSpacing?: number;
  readonly rowSpacing?: number;
};
type Block = {
  readonly position?: { readonly x: number; readonly y: number };
  readonly entities?: readonly IEntity[];
};
export type Blocks = Readonly<Record<string, Block | undefined>>;

/** p -> M p + t */
type Affine = { readonly m: readonly [number, number, number, number]; readonly t: Vec2 };
const AS_IT_IS: Affine = { m: [1, 0, 0, 1], t: [0, 0] };

const apply = ({ m, t }: Affine, [x, y]: Vec2): Vec2 => [
  m[0] * x + m[1] * y + t[0],
  m[2] * x + m[3] * y + t[1],
];
const chained = (a: Affine, b: Affine): Affine => ({
  m: [
    a.m[0] * b.m[0] + a.m[1] * b.m[2],
    a.m[0] * b.m[1] + a.m[1] * b.m[3],
    a.m[2] * b.m[0] + a.m[3] * b.m[2],
    a.m[2] * b.m[1] + a.m[3] * b.m[3],
  ],
  t: apply(a, b.t),
});

/** An entity of the drawing itself or of a block, with the reference that it came by. */
export type PlacedEntity = {
  readonly entity: IEntity;
  readonly by: Affine;
  /** layer and line type of the reference, which entities on layer 0 and of type "by block" take */
  readonly parent: Pick<IEntity, 'layer' | 'lineType'> | undefined;
};

/** Blocks within blocks deeper than this hold one another in a ring. */
const DEEPEST = 12;

/** All entities with those of the blocks that are referred to, each with the map to its place. */
export const withBlocks = (
  entities: readonly IEntity[],
  blocks: Blocks,
  by: Affine = AS_IT_IS,
  parent: PlacedEntity['parent'] = undefined,
  depth = 0,
): PlacedEntity[] =>
  entities.flatMap((entity): PlacedEntity[] => {
    if (entity.type !== 'INSERT') return [{ entity, by, parent }];
    const i = entity as Insert;
    const block = blocks[i.name];
    if (!block?.entities || depth >= DEEPEST) return [];
    const [sx, sy] = [i.xScale ?? 1, i.yScale ?? 1];
    const q = ((i.rotation ?? 0) * Math.PI) / 180;
    const [c, s] = [Math.cos(q), Math.sin(q)];
    const m = [c * sx, -s * sy, s * sx, c * sy] as const;
    const [bx, by0] = [block.position?.x ?? 0, block.position?.y ?? 0];
    // a reference on layer 0 within a block is itself on the layer of that block's reference
    const layer = parent && (entity.layer ?? '0') === '0' ? parent.layer : entity.layer;
    const own = { layer, lineType: entity.lineType };
    const columns = Array.from(
      { length: Math.max(1, i.columnCount ?? 1) },
      (_, k) => k * (i.columnSpacing ?? 0),
    );
    const rows = Array.from({ length: Math.max(1, i.rowCount ?? 1) }, (_, k) => k * (i.rowSpacing ?? 0));
    return columns.flatMap((dx) =>
      rows.flatMap((dy) => {
        const [x, y] = [(i.position?.x ?? 0) + c * dx - s * dy, (i.position?.y ?? 0) + s * dx + c * dy];
        const there: Affine = { m, t: [x - m[0] * bx - m[1] * by0, y - m[2] * bx - m[3] * by0] };
        return withBlocks(block.entities ?? [], blocks, chained(by, there), own, depth + 1);
      }),
    );
  });

const CHORDS = 48;
const SAME_SHARE = 1e-9;

/** A line of a block in its place: a circle stays one where the map stretches all ways alike. */
export const placedLine = (line: GivenLine, by: Affine): GivenLine => {
  if (by === AS_IT_IS) return line;
  const map = (p: Vec2): Vec2 => apply(by, p);
  const { seen } = line;
  if (line.kind === 'straight') return { seen, kind: 'straight', a: map(line.a), b: map(line.b) };
  if (line.kind === 'curve') return { seen, kind: 'curve', points: line.points.map(map) };
  const [a, b, c, d] = by.m;
  const k = Math.hypot(a, c);
  const isRound =
    Math.abs(Math.hypot(b, d) - k) <= SAME_SHARE * k && Math.abs(a * b + c * d) <= SAME_SHARE * k * k;
  const ends = [map(line.a), map(line.b)] as const;
  if (isRound) {
    // a mirror image runs the other way round
    const [from, to] = a * d - b * c < 0 ? [ends[1], ends[0]] : ends;
    return { seen, kind: 'round', centre: map(line.centre), radius: line.radius * k, a: from, b: to };
  }
  const angle = (p: Vec2): number => Math.atan2(p[1] - line.centre[1], p[0] - line.centre[0]);
  const from = angle(line.a);
  const sweep = (angle(line.b) - from + 2 * Math.PI) % (2 * Math.PI) || 2 * Math.PI;
  return {
    seen,
    kind: 'curve',
    points: Array.from({ length: CHORDS + 1 }, (_, i) => {
      const q = from + (sweep * i) / CHORDS;
      return map([line.centre[0] + line.radius * Math.cos(q), line.centre[1] + line.radius * Math.sin(q)]);
    }),
  };
};
