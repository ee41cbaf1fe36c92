/** Writes the exchange structure of ISO 10303-21. */

/** A number as the standard writes a real: always with a point. */
export const real = (x: number): string => {
  if (Object.is(x, -0)) return '0.';
  const text = String(x);
  const [mantissa, exponent] = text.split('e') as [string, string | undefined];
  const pointed = mantissa.includes('.') ? mantissa : `${mantissa}.`;
  return exponent === undefined ? pointed : `${pointed}E${exponent.replace('+', '')}`;
};

/** A text in quotes, letters beyond ASCII by their codes. */
export const quoted = (text: string): string =>
  `'${text
    .replaceAll('\\', '\\\\')
    .replaceAll("'", "''")
    .replace(
      /[^\x20-\x7e]+/g,
      (run) =>
        `\\X2\\${[...Array(run.length).keys()].map((i) => run.charCodeAt(i).toString(16).toUpperCase().padStart(4, '0')).join('')}\\X0\\`,
    )}'`;

/** Collects entities: each is written once, by the number it gets. */
export type EntityWriter = {
  /** writes an entity and returns the reference to it: "#12" */
  readonly add: (text: string) => string;
  /** the same, but an entity that was written before with the same text is referred to again */
  readonly once: (text: string) => string;
  readonly lines: readonly string[];
};

export const entityWriter = (): EntityWriter => {
  const lines: string[] = [];
  const known = new Map<string, string>();
  const add = (text: string): string => {
    const ref = `#${lines.length + 1}`;
    lines.push(`${ref}=${text};`);
    return ref;
  };
  return {
    add,
    once: (text) => {
      const before = known.get(text);
      if (before) return before;
      const ref = add(text);
      known.set(text, ref);
      return ref;
    },
    lines,
  };
};

export const listOf = (items: readonly string[]): string => `(${items.join(',')})`;
