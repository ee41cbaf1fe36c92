/** As long as one question may take before the worker is ended, ms. */
export const LIMIT = 20_000;

/** Why a question has no answer: it took too long, or the engine met a fault of its own. */
export type Unanswered = 'overran' | 'failed';

export const isUnanswered = (given: unknown): given is Unanswered =>
  given === 'overran' || given === 'failed';

/** Why something beside the drawing is missing. @param what begins the sentence */
export const unansweredWords = (what: string, why: Unanswered): string =>
  why === 'overran'
    ? `${what} took longer than ${LIMIT / 1000} s and was left. The drawing stays as it is.`
    : `${what} could not be worked out: a fault in Blue Ledger, not in your drawing. The drawing stays as it is.`;

/** Why there is no picture. @param what a drawing or a change */
export const undrawnWords = (what: string, why: Unanswered): string =>
  why === 'overran'
    ? `The picture of ${what} takes too long and was left. The drawing is stored all the same; undo the change, or repeat things fewer times.`
    : `The picture of ${what} could not be worked out: a fault in Blue Ledger. The drawing is stored all the same; undo the change, or state it another way.`;

/** While what works a question out could not be fetched. */
export const UNFETCHED_WORDS =
  'A part of Blue Ledger could not be fetched: the server does not answer. It is asked for again until it comes; what you have changed stays.';
