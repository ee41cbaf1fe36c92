import type { Drawing } from '../core/drawing/drawing.ts';
import { type Recognised, recognised } from '../core/recognise/recognise.ts';
import { statementOf } from '../core/statement/sentence.ts';

/** What a body's solid was recognised as, with its lines in words. */
export type ShownRecognised = {
  readonly recognised: Recognised;
  readonly lines: readonly { readonly id: string; readonly words: string }[];
};

/** The lines by which a body's solid can be stated, or that none are found. */
export const shownRecognised = (d: Drawing, body: string): ShownRecognised | 'nothing' => {
  const found = recognised(d.part, body);
  if (!found) return 'nothing';
  const own = { ...d.part, bodies: [{ name: body, features: [...found.features] }] };
  const lines = statementOf(own).flatMap((l) =>
    l.kind === 'feature' ? [{ id: l.id, words: l.tokens.map((t) => t.text).join('') }] : [],
  );
  return { recognised: found, lines };
};
