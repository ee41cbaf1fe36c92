/** Groups of things by their numbers, joined two at a time. */
export type JoinedGroups = {
  readonly join: (a: number, b: number) => void;
  /** the number that stands for the group of i */
  readonly groupOf: (i: number) => number;
};

/** Groups of so many things, each at first a group of its own. */
export const joinedGroups = (count: number): JoinedGroups => {
  const up = Array.from({ length: count }, (_, i) => i);
  const groupOf = (i: number): number => {
    let r = i;
    while (up[r] !== r) r = up[r] as number;
    // what was passed on the way leads there straight from now on
    for (let k = i; k !== r; ) {
      const next = up[k] as number;
      up[k] = r;
      k = next;
    }
    return r;
  };
  return {
    join: (a, b) => {
      up[groupOf(a)] = groupOf(b);
    },
    groupOf,
  };
};
