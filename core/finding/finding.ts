import type { Vec3 } from '../geometry/vec.ts';

/**
 * Something about a part or a cut that is sound enough to draw but that its maker will want to know.
 * fault: it cannot be made so; doubt: it is hardly meant so; note: good to know. None of them stops the engine.
 */
export type Finding = {
  readonly kind:
    | 'overlap'
    | 'no effect'
    | 'in pieces'
    | 'thin wall'
    | 'no thickness'
    | 'plane through corner'
    | 'plane along face'
    | 'free'
    | 'open boundary';
  readonly severity: 'fault' | 'doubt' | 'note';
  /** the body, with the feature where there is one: "plate" or "plate/bore" */
  readonly where: string;
  readonly at: Vec3;
  readonly what: string;
  readonly remedy: string;
};

/** A place as it is said in a sentence, part units. */
export const said = (p: Vec3): string => `(${p.map((x) => Number(x.toFixed(3)) + 0).join(', ')})`;

/** A length as it is said in a sentence. */
export const saidLength = (x: number): string => String(Number(x.toPrecision(4)));
