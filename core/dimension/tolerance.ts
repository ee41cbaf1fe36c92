import { decimal } from '../number/format.ts';

/** The upper and the lower limit of a dimension, from its figure. */
export type Tolerance = readonly [upper: number, lower: number];

const signed = (x: number): string => `${x < 0 ? '-' : '+'}${decimal(Math.abs(x), 4)}`;

/** A tolerance as it is written after a figure: "±0.1", "+0.2/-0.1". */
export const toleranceText = ([upper, lower]: Tolerance): string =>
  upper === -lower ? `±${decimal(upper, 4)}` : `${signed(upper)}/${signed(lower)}`;

const BOTH_WAYS = /^±?\s*(\d*\.?\d+)$/;
const EACH_WAY = /^([+-]\s*\d*\.?\d+|0)\s*[/ ]\s*([+-]\s*\d*\.?\d+|0)$/;

/**
 * Reads a tolerance as it is typed: "0.1" or "±0.1" for both ways, "+0.2/-0.1" or "+0.2 0" for each. One figure with a sign says nothing of the
 * other way and is not guessed at.
 * @returns undefined where it cannot be read, or leaves no room
 */
export const readTolerance = (typed: string): [number, number] | undefined => {
  const text = typed.trim();
  const [, both] = BOTH_WAYS.exec(text) ?? [];
  if (both !== undefined) return Number(both) > 0 ? [Number(both), -Number(both)] : undefined;
  const [, a, b] = EACH_WAY.exec(text) ?? [];
  if (a === undefined || b === undefined) return undefined;
  const [p, q] = [a, b].map((x) => Number(x.replace(/\s/g, ''))) as [number, number];
  return p === q ? undefined : [Math.max(p, q), Math.min(p, q)];
};
