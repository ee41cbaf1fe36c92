import type { Database } from '../queries.ts';
import { noteAccess } from './accessLog.ts';
import { beginAttempt, rightAttempt } from './attempts.ts';
import { stepOfCode } from './oneTimeCode.ts';
import { isPassword, NO_PASSWORD } from './password.ts';
import { isRecoveryCode, recoveryCodesLeft } from './recoveryCodes.ts';
import { AccountRefused } from './refusal.ts';
import { beginSession, type From } from './sessions.ts';

type Row = {
  id: string;
  name: string;
  password: string;
  code_key: string | null;
  code_step: string | number;
  is_off: boolean;
};

/** One sentence for all that can be wrong, so that nobody learns which names there are. */
const WRONG = 'The name or the password is wrong.';
const WRONG_CODE = 'The code is wrong, or was used already. Wait for the next one.';
const WRONG_RECOVERY_CODE = 'This recovery code is wrong, or was used already. Each is good once.';
/** A code of a telephone; what is longer is a recovery code. */
const SHOWN_CODE = 6;

/**
 * Signs a person in.
 * @param asked what was typed; `code`, of a telephone or a recovery code, where the account asks for one
 * @returns the secret of the new session; undefined where the password is right and a code is still wanted
 * @throws AccountRefused where something is wrong, TooManyAttempts where it was too often
 */
export const signIn = async (
  db: Database,
  asked: { readonly login: string; readonly password: string; readonly code?: string | undefined },
  from: From,
  now = Date.now(),
): Promise<string | undefined> => {
  const { login, password, code } = asked;
  await db.transaction((q) => beginAttempt(q, login, from.address));
  const [row] = await db.query<Row>(
    'select id, name, password, code_key, code_step, is_off from person where login = $1',
    [login],
  );
  const isRight = await isPassword(password, row?.password ?? NO_PASSWORD);
  if (!row || !isRight || row.is_off) {
    await noteAccess(db, {
      who: login,
      address: from.address,
      what: 'could not sign in: wrong name or password',
    });
    throw new AccountRefused(401, WRONG);
  }
  if (row.code_key !== null && code === undefined) return undefined;
  return db.transaction(async (q) => {
    const isRecovery = row.code_key !== null && (code ?? '').length > SHOWN_CODE;
    if (isRecovery && !(await isRecoveryCode(q, row.id, code ?? '')))
      throw new AccountRefused(401, WRONG_RECOVERY_CODE);
    if (row.code_key !== null && !isRecovery) {
      const step = stepOfCode(row.code_key, code ?? '', Number(row.code_step), now);
      if (step === undefined) throw new AccountRefused(401, WRONG_CODE);
      // two requests with one code: only the first finds the step unused
      const used = await q.query(
        'update person set code_step = $2 where id = $1 and code_step < $2 returning id',
        [row.id, step],
      );
      if (!used.length) throw new AccountRefused(401, WRONG_CODE);
    }
    await rightAttempt(q, login, from.address);
    const what = isRecovery
      ? `signed in with a recovery code; ${await recoveryCodesLeft(q, row.id)} are left`
      : 'signed in';
    await noteAccess(q, { who: row.name, address: from.address, what });
    return beginSession(q, row.id, from);
  });
};
