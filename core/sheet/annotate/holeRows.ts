import type { Vec3 } from '../../geometry/vec.ts';
import type { ViewName } from '../../geometry/viewFrames.ts';

/** A hole in the table: what it is called on the sheet, where it stands from the zero mark, and its size. */
export type HoleRow = {
  readonly tag: string;
  /** a point of its axis */
  readonly at: Vec3;
  /** of its wall, part units */
  readonly radius: number;
  readonly cells: readonly [x: string, y: string, size: string];
  /** the dimensions that its cells say, by their ids; none for a size that stands elsewhere */
  readonly of: readonly [x: string, y: string, size: string | undefined];
};

/** The holes of one view whose places and sizes stand in a table, in place of dimensions (ISO 129-1, coordinates). */
export type HoleTable = {
  readonly view: ViewName;
  /** the point from which places are counted */
  readonly zero: Vec3;
  readonly rows: readonly HoleRow[];
  /** the dimensions that the table says, by their ids */
  readonly says: ReadonlySet<string>;
};
