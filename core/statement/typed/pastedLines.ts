const NAME = String.raw`[\p{L}_][\p{L}\p{N}_]*`;
const TABLE_ROW = new RegExp(
  String.raw`^"?(${NAME})"?\s*(?:\t|;|,|:)\s*"?(-?[\d.][^;\t]*?)"?\s*(?:[;,\t]\s*"?(mm|in)"?)?\s*$`,
  'u',
);

/**
 * A pasted list or small table as lines to be typed one by one: a row of a name and a figure ("L, 90", "t;3/8;in", with tabs too) is a named
 * size, any other line is taken as it is; numbers and dashes at its head go, and so does a heading without a figure.
 */
export const pastedLines = (text: string): string[] =>
  text
    .split(/\r?\n/)
    .map((l) => l.replace(/^\s*(?:\d{1,2}[.)]\s+|[-*•]\s+)/, '').trim())
    .filter((l) => /\d/.test(l) || /^\S+( \S+){2,}$/.test(l))
    .map((l) => {
      const row = TABLE_ROW.exec(l);
      return row ? `${row[1]} = ${row[2]}${row[3] ? ` ${row[3]}` : ''}` : l;
    });
