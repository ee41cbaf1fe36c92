/** A name not yet used: "hole", "hole 2", "hole 3" ... */
export const freeName = (base: string, used: readonly string[]): string => {
  if (!used.includes(base)) return base;
  let n = 2;
  while (used.includes(`${base} ${n}`)) n++;
  return `${base} ${n}`;
};
