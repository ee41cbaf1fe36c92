/** Why something about an account is refused: a status of the answer, and a sentence. */
export class AccountRefused extends Error {
  readonly status: number;
  constructor(status: number, text: string) {
    super(text);
    this.status = status;
  }
}
