import * as z from 'zod';
import type { LocalSolid } from '../../solid/cell.ts';
import type { LocalThread } from '../../solid/thread.ts';
import type { Clause } from '../clauses.ts';
import type { Path, SizeReader } from '../sizeReading.ts';

/** A shape's solids in its local frame. Those that run "through" get their far end from the body. */
export type LocalShape = {
  readonly solids: readonly LocalSolid[];
  readonly through: boolean;
  readonly threads?: readonly LocalThread[];
};

/** The far end of a "through" sweep before it is known; a stand-in that the body's own reach replaces. */
export const THROUGH = Number.NEGATIVE_INFINITY;

/** A line to begin from, by the name that drafters know the shape by. */
export type Example = { readonly name: string; readonly line: string };

type Definition<K extends string, T extends z.ZodRawShape> = {
  readonly kind: K;
  /** its keys in the part file */
  readonly keys: T;
  /** what a sentence calls it */
  readonly name: string;
  /** its words and figures in a sentence, in the order they are written */
  readonly clauses: readonly Clause[];
  /** its place is its centre, which the ledger lists and projectors may lead from */
  readonly isCentred: boolean;
  /** in the menu of shapes: with the solids that are added, or with what is cut out */
  readonly under: 'Solids' | 'Cut out';
  readonly examples: readonly Example[];
  /**
   * Works the shape out to solids in its local frame (docs/part-format.md, "Shapes"); lengths in the part's unit.
   * @throws Refusal for sizes that make no such shape
   */
  readonly solids: (shape: z.infer<z.ZodObject<T>>, read: SizeReader, path: Path) => LocalShape;
};

/** Defines a shape: everything that the program needs to know of it, in one place. */
export const defineShape = <const K extends string, T extends z.ZodRawShape>(d: Definition<K, T>) => ({
  ...d,
  schema: z.strictObject({ kind: z.literal(d.kind), ...d.keys }),
});

export const whole = (...solids: LocalSolid[]): LocalShape => ({ solids, through: false });
