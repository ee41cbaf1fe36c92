import type { ViewName } from '../core/geometry/viewFrames.ts';

/** What a layer or group is for, by the words of its name: which view, and whether its lines are hidden ones. */
export type LayerMeaning = {
  readonly view: ViewName | undefined;
  readonly hidden: boolean;
  readonly aside: boolean;
};

/** The names that schools give the views; the first that a name holds counts. */
const WORDS: readonly (readonly [RegExp, ViewName])[] = [
  [/\b(?:back|rear)\b/, 'back'],
  [/\b(?:bottom|below|underneath)\b/, 'bottom'],
  [/\bleft\b/, 'left'],
  [/\bright\b/, 'right'],
  [/\b(?:top|plan)\b/, 'top'],
  [/\b(?:front|elevation)\b/, 'front'],
  [/\b(?:side|end|profile)\b/, 'left'],
];
/** Lines that are no edges of the part. */
const ASIDE =
  /\b(?:cent(?:re|er)|axis|dim(?:ension)?s?|hatch(?:ing)?|text|labels?|numbers?|frame|title|border|projectors?|trace|cutting|reference|mitre|construction|breaks?)\b/;
const HIDDEN = /\b(?:hidden|dashed|invisible)\b/;

export const meaningOf = (name: string): LayerMeaning => {
  const text = name
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase()
    .replace(/[^a-z]+/g, ' ');
  return {
    view: WORDS.find(([word]) => word.test(text))?.[1],
    hidden: HIDDEN.test(text),
    aside: ASIDE.test(text),
  };
};
