import { createHash, randomBytes } from 'node:crypto';

/** A secret that nobody guesses, for a cookie or an address: 32 random bytes in letters, figures, - and _. */
export const newSecret = (): string => randomBytes(32).toString('base64url');

/** What is kept of a secret: its SHA-256. Whoever reads the database cannot sign in with it. */
export const markOf = (secret: string): string => createHash('sha256').update(secret).digest('base64url');
