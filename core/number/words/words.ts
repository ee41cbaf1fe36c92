/** A figure or a name in a sentence. */
export type Value = string | number;
/** What is wrong, and what to do. */
export type Words = { readonly what: string; readonly remedy: string };
/** Words by the code of a fault, made from the values that it carries. */
export type WordsByCode = Readonly<Record<string, (values: never) => Words>>;
