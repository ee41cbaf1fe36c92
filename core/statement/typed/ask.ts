/** A question that one more word or figure answers. */
export class Ask extends Error {
  readonly offers: readonly string[];
  constructor(question: string, offers: readonly string[]) {
    super(question);
    this.offers = offers;
  }
}
