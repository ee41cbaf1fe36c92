/** A text as the source of a pattern that matches it and nothing else. */
export const literalPattern = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
