import { type Said, says } from '../number/faultWords.ts';

/**
 * What plain data may hold before any schema looks at it. A character that no database stores, or a nesting that no program of this kind
 * writes, is refused here by its place.
 */
type Path = readonly (string | number)[];

/** What is wrong with data, and where. */
export type DataFault = Said & { readonly path: Path };

const LONGEST_TEXT = 10_000;
const DEEPEST = 60;
const MOST_VALUES = 400_000;

/** The first character of a text that cannot be stored: a NUL or other control character, or half of a surrogate pair. */
const unstorable = (text: string): string | undefined => {
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i);
    const control = code < 32 && code !== 9 && code !== 10 && code !== 13;
    const pair = code >= 0xd800 && code <= 0xdbff && /[\udc00-\udfff]/.test(text[i + 1] ?? '');
    if (pair) i++;
    else if (control || code === 127 || (code >= 0xd800 && code <= 0xdfff))
      return `U+${code.toString(16).toUpperCase().padStart(4, '0')}`;
  }
  return undefined;
};

/**
 * Looks plain data through.
 * @param data what JSON gave
 * @returns the first fault with its path, or undefined where every text, key and list can be read and stored
 */
export const dataFault = (data: unknown): DataFault | undefined => {
  let values = 0;
  const textFault = (text: string, path: Path): DataFault | undefined => {
    if (text.length > LONGEST_TEXT)
      return { path, ...says('text.long', { length: text.length, most: LONGEST_TEXT }) };
    const bad = unstorable(text);
    return bad === undefined ? undefined : { path, ...says('text.character', { character: bad }) };
  };
  const look = (value: unknown, path: Path): DataFault | undefined => {
    if (++values > MOST_VALUES) return { path, ...says('file.large') };
    if (path.length > DEEPEST) return { path: path.slice(0, 3), ...says('file.deep', { most: DEEPEST }) };
    if (typeof value === 'string') return textFault(value, path);
    if (typeof value !== 'object' || value === null) return undefined;
    if (Array.isArray(value)) {
      for (let i = 0; i < value.length; i++) {
        const found = look(value[i], [...path, i]);
        if (found) return found;
      }
      return undefined;
    }
    for (const [key, inner] of Object.entries(value)) {
      const found = textFault(key, path) ?? look(inner, [...path, key]);
      if (found) return found;
    }
    return undefined;
  };
  return look(data, []);
};

/** A text as it can be stored: what cannot becomes the replacement character. */
export const storableText = (text: string): string =>
  [...text].map((c) => (unstorable(c) === undefined ? c : '\ufffd')).join('');
