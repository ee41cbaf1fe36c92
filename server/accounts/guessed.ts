/** What a password must withstand: of the five grades of the estimate the fourth, more than a hundred million guesses. */
const LEAST_GRADE = 3;
/** Beyond so many characters nothing is gained by looking on. */
const LOOKED_AT = 80;

type Estimate = (password: string, own: readonly string[]) => number;
let estimate: Promise<Estimate> | undefined;

/** The lists are large: they are read when the first password is set. */
const estimator = async (): Promise<Estimate> => {
  const [{ ZxcvbnFactory }, { adjacencyGraphs, dictionary }] = await Promise.all([
    import('@zxcvbn-ts/core'),
    import('@zxcvbn-ts/language-common'),
  ]);
  const checker = new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs });
  return (password, own) => checker.check(password, [...own]).score;
};

/**
 * Whether those who guess find a password soon: it is one of the 49 000 most used, or is made of them, of runs along the keyboard or the alphabet, of
 * years and dates, or of its person's own names. Source: D. L. Wheeler, zxcvbn: low-budget password strength estimation, USENIX Security 2016.
 * @param own the words that are known of its person
 */
export const isSoonGuessed = async (password: string, own: readonly string[]): Promise<boolean> => {
  estimate ??= estimator();
  return (await estimate)(password.slice(0, LOOKED_AT), own) < LEAST_GRADE;
};
