import type { Drawing } from '../core/drawing/drawing.ts';
import { type Recognised, recognised } from '../core/recognise/recognise.ts';
import { statementOf } from '../core/statement/sentence.ts';

/** What the solid of a line was recognised as, with the new lines in words. */
export type ShownRecognised = {
  readonly recognised: Recognised;
  readonly lines: readonly { readonly id: string; readonly words: string }[];
};

/** The lines by which the solid of a line can be stated, or that none are found. */
export const shownRecognised = (d: Drawing, body: string, line: string): ShownRecognised | 'nothing' => {
  const found = recognised(d.part, body, line);
  if (!found) return 'nothing';
  const own = { ...d.part, bodies: [{ name: body, features: [...found.features] }] };
  const lines = statementOf(own).flatMap((l) =>
    l.kind === 'feature' ? [{ id: l.id, words: l.tokens.map((t) => t.text).join('') }] : [],
  );
  return { recognised: found, lines };
};
