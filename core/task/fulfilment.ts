import { CLAIMS, type Given } from './claims.ts';
import type { TaskLine, TaskStanding } from './task.ts';

export type { Given } from './claims.ts';

/** Words that say nothing by themselves, or only that something is to be drawn. */
const GRAMMAR = new Set(
  `a an the and of in on with to be is are as it its at for by please draw drawn draws drawing show shown shows give given project
  projected projection projections construct constructed make made use using drawing's following part solid object all orthographic it's
  each view views sheet paper scale i we you your required want need`.split(/\s+/),
);
/** What turns the claim behind it into its opposite, as far as the next comma or the end of the sentence. */
const DENIAL =
  /\b(?:do(?:es)?\s+not\s+(?:draw|show|give|use)?|don't\s+(?:draw|show|give|use)?|not|no|without(?:\s+(?:a|the|any))?|omit|leave\s+out)\s*(?:any\s+|the\s+|a\s+)*$/i;

type Found = {
  readonly claim: (typeof CLAIMS)[number];
  readonly m: RegExpExecArray;
  readonly isDenied: boolean;
};

/** The claims that a line makes, and the words that belong to none. */
const readLine = (text: string): { found: readonly Found[]; left: readonly string[] } => {
  let rest = text;
  const found: Found[] = [];
  const blank = (from: number, to: number): void => {
    rest = `${rest.slice(0, from)}${' '.repeat(to - from)}${rest.slice(to)}`;
  };
  for (const claim of CLAIMS) {
    for (const hit of [...rest.matchAll(claim.says)]) {
      const m = hit as RegExpExecArray;
      if (!m[0].trim()) continue;
      const before = text.slice(0, m.index);
      const denial = DENIAL.exec(before);
      found.push({ claim, m, isDenied: denial !== null });
      if (denial) blank(denial.index, m.index);
      blank(m.index, m.index + m[0].length);
    }
  }
  const left = (rest.match(/[\p{L}\p{N}/.⌀°"'-]+/gu) ?? []).filter(
    (w) => /[\p{L}\p{N}]/u.test(w) && !GRAMMAR.has(w.toLowerCase().replace(/[.'"-]+$/, '')),
  );
  return { found, left };
};

/**
 * How every line of a task stands. A line is ticked by the drawing only where every word of it is part of a claim that the drawing proves.
 * Where words are left over, what could be checked is said, and the tick is the user's own.
 */
export const fulfilment = (task: readonly TaskLine[], given: Given | undefined): TaskStanding[] =>
  task.map((line): TaskStanding => {
    const { found, left } = readLine(line.text);
    const byHand = !found.length || left.length > 0;
    if (!given)
      return {
        ...line,
        by: byHand ? 'hand' : 'the drawing',
        fulfilled: byHand && line.done === true,
        reason: byHand ? (line.done ? 'Ticked by you.' : 'Yours to tick.') : 'Nothing is drawn yet.',
      };
    const answers = found.map(({ claim, m, isDenied }) => claim.answer(given, m, isDenied));
    const open = answers.filter((a) => !a.fulfilled);
    const seen = (open.length ? open : answers).map((a) => a.reason).join(' ');
    if (!byHand) return { ...line, by: 'the drawing', fulfilled: !open.length, reason: seen };
    const own = line.done ? 'Ticked by you.' : 'Yours to tick.';
    return {
      ...line,
      by: 'hand',
      fulfilled: line.done === true,
      reason: found.length ? `${own} Checked of it: ${seen}` : own,
    };
  });
