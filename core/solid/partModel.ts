import type { Freedom } from '../geometry/freedom.ts';
import type { Units } from '../number/expression.ts';
import type { Cell } from './cell.ts';
import type { PlacedThread } from './thread.ts';

/** A length of the statement, part units, with the path in the part file where it stands. */
export type PlacedLength = { readonly value: number; readonly path: readonly (string | number)[] };

/** The least size and the greatest length of something, as stated. */
export type Extremes = {
  readonly least: PlacedLength | undefined;
  readonly greatest: PlacedLength | undefined;
};

/** A feature worked out: its cells in the world, each with the mark of the copy it belongs to. */
export type Operation = {
  readonly feature: string;
  readonly op: 'add' | 'cut' | 'keep';
  /** false for a feature that sections leave whole: a rib, a web */
  readonly sectioned: boolean;
  readonly cells: readonly { readonly cell: Cell; readonly copy: string }[];
  /** threads on its round faces */
  readonly threads?: readonly PlacedThread[];
  /** its least size and greatest length, where it was stated and not made by a cut */
  readonly extremes?: Extremes;
};
export type BodyModel = {
  readonly name: string;
  readonly sectioned: boolean;
  /** what it may still do, where it was placed by relations */
  readonly freedom?: Freedom;
  readonly operations: readonly Operation[];
};
/** The part with every expression worked out and every feature in its place; lengths in `units`. */
export type PartModel = {
  readonly name: string;
  readonly units: Units;
  readonly bodies: readonly BodyModel[];
};
