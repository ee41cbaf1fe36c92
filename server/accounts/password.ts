import { randomBytes, type ScryptOptions, scrypt, timingSafeEqual } from 'node:crypto';
import { isSoonGuessed } from './guessed.ts';
import { AccountRefused } from './refusal.ts';

/**
 * Passwords are kept as scrypt hashes (RFC 7914), each with a salt of its own. The cost is the one that the OWASP password storage cheat
 * sheet asks for: N = 2^17, r = 8, p = 1, which takes 128 MB.
 */
const COST = { N: 2 ** 17, r: 8, p: 1 } as const;
const BYTES = 32;
/** Room for the work, a quarter more than scrypt needs. */
const memoryFor = (N: number, r: number): number => 160 * N * r;

/** So many hashes are worked out at one time: each takes 128 MB, and a crowd that signs in must not take all memory. */
const AT_ONCE = 2;
let running = 0;
const waiting: (() => void)[] = [];
const inTurn = async <T>(work: () => Promise<T>): Promise<T> => {
  while (running >= AT_ONCE) await new Promise<void>((go) => waiting.push(go));
  running++;
  try {
    return await work();
  } finally {
    running--;
    waiting.shift()?.();
  }
};

const derive = (password: string, salt: Buffer, options: ScryptOptions): Promise<Buffer> =>
  inTurn(
    () =>
      new Promise((done, fail) =>
        // one letter can be written in two ways; both are the same password
        scrypt(password.normalize('NFKC'), salt, BYTES, options, (error, key) =>
          error ? fail(error) : done(key),
        ),
      ),
  );

/** The hash of a password, with its cost and salt: "scrypt$N$r$p$salt$hash", the last two in base64. */
export const hashPassword = async (password: string): Promise<string> => {
  const salt = randomBytes(16);
  const { N, r, p } = COST;
  const key = await derive(password, salt, { N, r, p, maxmem: memoryFor(N, r) });
  return ['scrypt', N, r, p, salt.toString('base64'), key.toString('base64')].join('$');
};

/** Whether a password is the one that was kept. */
export const isPassword = async (password: string, kept: string): Promise<boolean> => {
  const [kind, N, r, p, salt, hash] = kept.split('$');
  if (kind !== 'scrypt' || !salt || !hash) return false;
  const [cost, block, parallel] = [Number(N), Number(r), Number(p)];
  const key = await derive(password, Buffer.from(salt, 'base64'), {
    N: cost,
    r: block,
    p: parallel,
    maxmem: memoryFor(cost, block),
  });
  return timingSafeEqual(key, Buffer.from(hash, 'base64'));
};

/**
 * Refuses a password that holds the name that its person signs in with, or is soon guessed.
 * @param name what the person is called
 * @throws AccountRefused
 */
export const mustBeSound = async (password: string, login: string, name: string): Promise<void> => {
  if (login.length > 3 && password.toLowerCase().includes(login))
    throw new AccountRefused(422, 'The password must not contain the name that you sign in with.');
  if (await isSoonGuessed(password, [login, ...name.split(/\s+/), 'blue', 'ledger']))
    throw new AccountRefused(
      422,
      'Those who guess passwords find this one soon: it is a known one, or runs along the keyboard, the alphabet or a date. Take four words that do not belong together.',
    );
};

/** A hash that no password has: where there is no such person the answer takes as long as where there is. */
export const NO_PASSWORD = [
  'scrypt',
  COST.N,
  COST.r,
  COST.p,
  'AAAAAAAAAAAAAAAAAAAAAA==',
  `${'A'.repeat(43)}=`,
].join('$');
