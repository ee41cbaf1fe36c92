/** The value at a path of plain data (keys and indices); undefined where it leads nowhere. */
export const valueAt = (root: unknown, path: readonly (string | number)[]): unknown =>
  path.reduce<unknown>((v, k) => (v as Record<string | number, unknown> | null | undefined)?.[k], root);
