import type { Said } from './faultWords.ts';

/**
 * What is wrong, where, and the remedy: the one form in which every room of the core refuses input.
 * `path` leads to the place inside the file (keys and indices); `position` is a character offset inside a
 * string there, where that helps.
 */
export type Fault = Said & {
  readonly path: readonly (string | number)[];
  readonly where: string;
  readonly position?: number;
};

export type Result<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly faults: readonly Fault[] };

/** Carries a fault up to the nearest public door, which turns it into a Result. */
export class Refusal extends Error {
  readonly fault: Fault;
  constructor(fault: Fault) {
    super(`${fault.where}: ${fault.what}`);
    this.fault = fault;
  }
}

/** Runs work at a public door: a refusal inside it becomes a Result with its fault. */
export const attempt = <T>(work: () => T): Result<T> => {
  try {
    return { ok: true, value: work() };
  } catch (error) {
    if (error instanceof Refusal) return { ok: false, faults: [error.fault] };
    throw error;
  }
};

/** One clear sentence: where, what is wrong, and the remedy. */
export const sentence = (fault: Fault): string =>
  `${fault.where ? `${fault.where}: ` : ''}${fault.what} ${fault.remedy}`.trim();
