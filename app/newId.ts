/** A new id of random figures. Browsers make one themselves only on pages that came over TLS or from this machine. */
export const newId = (): string =>
  crypto.randomUUID?.() ??
  [...crypto.getRandomValues(new Uint8Array(16))].map((b) => b.toString(16).padStart(2, '0')).join('');
