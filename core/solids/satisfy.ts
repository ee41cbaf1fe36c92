/**
 * Choices under constraints: a set of clauses over yes-or-no variables, and every way to choose that meets them all. The search learns a
 * new clause from each dead end and goes back to where that clause would have decided (Marques-Silva and Sakallah 1996; watched literals
 * and the order of variables by recent use after Moskewicz et al. 2001). It is exhaustive: when it finds nothing more, there is nothing.
 */

/** A variable is a number from 1; a literal is a variable, or minus it for "not". A clause holds where one of its literals does. */
export type Literal = number;
export type Clause = readonly Literal[];

export type Chooser = {
  /** Adds a clause for good; after a choice was found too. */
  readonly add: (clause: Clause) => void;
  /**
   * The next choice that meets all clauses, as the value of each variable (index 0 is unused).
   * @param isOver asked now and then; true ends the search
   * @returns "none" where there is none, "over" where the search was ended
   */
  readonly next: (isOver?: () => boolean) => readonly boolean[] | 'none' | 'over';
};

const DECAY = 1 / 0.95;
const GREATEST = 1e100;
/** The search begins anew, with what it has learned, after so many dead ends; and after more each time. */
const FIRST_RUN = 100;
const LONGER = 1.3;
/** `isOver` is asked once in so many dead ends. */
const ASKED_EVERY = 64;

/** @param count how many variables there are */
export const chooser = (count: number): Chooser => {
  // 1 true, -1 false, 0 open
  const value = new Int8Array(count + 1);
  const level = new Int32Array(count + 1);
  const reason: (number[] | undefined)[] = new Array(count + 1).fill(undefined);
  const activity = new Float64Array(count + 1);
  // the last value, tried again first; false at first: as little material as can be
  const phase = new Int8Array(count + 1).fill(-1);
  const watches: number[][][] = Array.from({ length: 2 * count + 2 }, () => []);
  const trail: Literal[] = [];
  const levelStarts: number[] = [];
  let head = 0;
  let step = 1;
  let isDead = false;

  const slot = (l: Literal): number => (l > 0 ? 2 * l : -2 * l + 1);
  const holds = (l: Literal): number => (l > 0 ? value[l] : -(value[-l] as number)) as number;

  const enter = (l: Literal, why: number[] | undefined): void => {
    const v = Math.abs(l);
    value[v] = l > 0 ? 1 : -1;
    level[v] = levelStarts.length;
    reason[v] = why;
    trail.push(l);
  };

  const backTo = (depth: number): void => {
    if (levelStarts.length <= depth) return;
    const from = levelStarts[depth] as number;
    for (let i = trail.length - 1; i >= from; i--) {
      const v = Math.abs(trail[i] as number);
      phase[v] = value[v] as number;
      value[v] = 0;
      reason[v] = undefined;
    }
    trail.length = from;
    levelStarts.length = depth;
    head = from;
  };

  const watch = (c: number[]): void => {
    watches[slot(c[0] as number)]?.push(c);
    watches[slot(c[1] as number)]?.push(c);
  };

  /** Follows what is entered through all clauses. @returns a clause that cannot hold any more */
  const follow = (): number[] | undefined => {
    while (head < trail.length) {
      const gone = -(trail[head++] as number);
      const list = watches[slot(gone)] as number[][];
      let kept = 0;
      for (let i = 0; i < list.length; i++) {
        const c = list[i] as number[];
        if (c[0] === gone) {
          c[0] = c[1] as number;
          c[1] = gone;
        }
        const first = c[0] as number;
        if (holds(first) === 1) {
          list[kept++] = c;
          continue;
        }
        let moved = false;
        for (let k = 2; k < c.length; k++)
          if (holds(c[k] as number) !== -1) {
            c[1] = c[k] as number;
            c[k] = gone;
            watches[slot(c[1])]?.push(c);
            moved = true;
            break;
          }
        if (moved) continue;
        list[kept++] = c;
        if (holds(first) === -1) {
          for (let k = i + 1; k < list.length; k++) list[kept++] = list[k] as number[];
          list.length = kept;
          return c;
        }
        enter(first, c);
      }
      list.length = kept;
    }
    return undefined;
  };

  const raise = (v: number): void => {
    activity[v] = (activity[v] as number) + step;
    if ((activity[v] as number) > GREATEST) {
      for (let i = 1; i <= count; i++) activity[i] = (activity[i] as number) / GREATEST;
      step /= GREATEST;
    }
  };

  /** What a dead end teaches, the literal that it decides first, and the level at which it does. */
  const learn = (conflict: number[]): { clause: number[]; back: number } => {
    const seen = new Set<number>();
    const rest: number[] = [];
    let open = 0;
    let at = trail.length - 1;
    let why: number[] = conflict;
    let decided = 0;
    for (;;) {
      for (const l of why) {
        const v = Math.abs(l);
        if (v === Math.abs(decided) || seen.has(v) || level[v] === 0) continue;
        seen.add(v);
        raise(v);
        if (level[v] === levelStarts.length) open++;
        else rest.push(l);
      }
      while (!seen.has(Math.abs(trail[at] as number))) at--;
      decided = trail[at] as number;
      at--;
      open--;
      if (open === 0) break;
      why = reason[Math.abs(decided)] as number[];
    }
    rest.sort((a, b) => (level[Math.abs(b)] as number) - (level[Math.abs(a)] as number));
    return {
      clause: [-decided, ...rest],
      back: rest.length ? (level[Math.abs(rest[0] as number)] as number) : 0,
    };
  };

  const pick = (): number => {
    let best = 0;
    for (let v = 1; v <= count; v++)
      if (value[v] === 0 && (best === 0 || (activity[v] as number) > (activity[best] as number))) best = v;
    return best;
  };

  const add = (clause: Clause): void => {
    backTo(0);
    const own = [...new Set(clause)];
    if (own.some((l) => own.includes(-l) || holds(l) === 1)) return;
    const left = own.filter((l) => holds(l) !== -1);
    if (!left.length) isDead = true;
    else if (left.length === 1) {
      enter(left[0] as number, undefined);
      if (follow()) isDead = true;
    } else watch(left);
  };

  const next: Chooser['next'] = (isOver) => {
    backTo(0);
    if (isDead || follow()) {
      isDead = true;
      return 'none';
    }
    let ends = 0;
    let run = FIRST_RUN;
    let inRun = 0;
    for (;;) {
      const conflict = follow();
      if (conflict) {
        if (levelStarts.length === 0) {
          isDead = true;
          return 'none';
        }
        const { clause, back } = learn(conflict);
        backTo(back);
        if (clause.length > 1) watch(clause);
        enter(clause[0] as number, clause.length > 1 ? clause : undefined);
        step *= DECAY;
        inRun++;
        if (++ends % ASKED_EVERY === 0 && isOver?.()) return 'over';
      } else if (inRun >= run) {
        inRun = 0;
        run *= LONGER;
        backTo(0);
      } else {
        const v = pick();
        if (v === 0) return Array.from(value, (x) => x === 1);
        levelStarts.push(trail.length);
        enter((phase[v] as number) * v, undefined);
      }
    }
  };

  return { add, next };
};
