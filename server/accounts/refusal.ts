/** What is answered where one has to sign in first. */
export const SIGNED_OUT =
  'You are signed out. Sign in again in another window; changes that wait here are kept.';

/** Why something about an account is refused: a status of the answer, and a sentence. */
export class AccountRefused extends Error {
  readonly status: number;
  constructor(status: number, text: string) {
    super(text);
    this.status = status;
  }
}
