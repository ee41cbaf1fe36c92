/** Keeps of a name what every file system takes. @returns "drawing" where nothing is left */
export const tameName = (name: string): string => name.replace(/[^\p{L}\p{N} _.-]/gu, '').trim() || 'drawing';
