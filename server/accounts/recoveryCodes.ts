import { Secret } from 'otpauth';
import type { Queries } from '../queries.ts';
import { markOf } from './secret.ts';

/**
 * Recovery codes let a person in once each, in place of the code that a lost telephone would show. They are told once; kept is only the
 * SHA-256 of each with the person's id, so that two people never have one mark.
 */
const HOW_MANY = 8;
/** 80 random bits each: sixteen letters and figures in base32. */
const BYTES = 10;

const markOfCode = (person: string, code: string): string => markOf(`${person} ${code}`);

/** Ends the recovery codes of a person. */
export const endRecoveryCodes = async (q: Queries, person: string): Promise<void> => {
  await q.query('delete from recovery_code where person_id = $1', [person]);
};

/** New recovery codes for a person, in place of those that were. @returns the codes, which are told this once */
export const newRecoveryCodes = async (q: Queries, person: string): Promise<readonly string[]> => {
  await endRecoveryCodes(q, person);
  const codes = Array.from({ length: HOW_MANY }, () => new Secret({ size: BYTES }).base32);
  for (const code of codes)
    await q.query('insert into recovery_code (person_id, mark) values ($1, $2)', [
      person,
      markOfCode(person, code),
    ]);
  return codes;
};

/** How many recovery codes of a person are not used yet. */
export const recoveryCodesLeft = async (q: Queries, person: string): Promise<number> => {
  const [row] = await q.query<{ n: string | number }>(
    'select count(*) as n from recovery_code where person_id = $1',
    [person],
  );
  return Number(row?.n ?? 0);
};

/** Uses a recovery code up. @returns whether it was one that is not used yet; of two requests with one code only the first finds it */
export const isRecoveryCode = async (q: Queries, person: string, code: string): Promise<boolean> => {
  const used = await q.query('delete from recovery_code where person_id = $1 and mark = $2 returning mark', [
    person,
    markOfCode(person, code),
  ]);
  return used.length > 0;
};
