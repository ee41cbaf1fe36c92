import type { Queries } from '../queries.ts';

/** Too many wrong passwords. The message says how long to wait. */
export class TooManyAttempts extends Error {
  /** seconds */
  readonly wait: number;
  constructor(wait: number) {
    super(
      `Too many wrong passwords. Try again in ${wait < 60 ? `${wait} seconds` : `${Math.ceil(wait / 60)} minutes`}.`,
    );
    this.wait = wait;
  }
}

/** From so many wrong ones in a row one has to wait: for an account, and for an address that many people may sit behind. */
const FREE = { account: 5, address: 30 } as const;
/** The wait doubles with each further one up to this, s. */
const LONGEST_WAIT = 900;
/** After so long without a wrong one they are forgotten, s. */
const FORGOTTEN_AFTER = 3600;

/** How long to wait after so many wrong passwords, s. */
export const waitAfter = (failed: number, free: number): number =>
  failed < free ? 0 : Math.min(LONGEST_WAIT, 2 ** (failed - free + 1));

type Row = { failed: number; ago: string | number };

/** Counts an attempt before its password is looked at, so that many at one time count each; a right one takes its count back. */
const count = async (q: Queries, about: string, free: number): Promise<void> => {
  // there is a row to lock before it is read: of two that come first at one time, the second waits for the first
  await q.query(
    `insert into attempt (about, failed, last_at) values ($1, 0, 'epoch') on conflict (about) do nothing`,
    [about],
  );
  const [row] = await q.query<Row>(
    'select failed, extract(epoch from clock_timestamp() - last_at) as ago from attempt where about = $1 for update',
    [about],
  );
  const ago = Number(row?.ago ?? 0);
  const failed = row && ago < FORGOTTEN_AFTER ? row.failed : 0;
  const left = Math.ceil(waitAfter(failed, free) - ago);
  if (left > 0) throw new TooManyAttempts(left);
  await q.query('update attempt set failed = $2, last_at = clock_timestamp() where about = $1', [
    about,
    failed + 1,
  ]);
};

const aboutAccount = (login: string): string => `account ${login}`;
const aboutAddress = (address: string): string => `address ${address}`;

/**
 * Counts an attempt to sign in as wrong until it is found right.
 * @param q a transaction
 * @throws TooManyAttempts where one has to wait
 */
export const beginAttempt = async (q: Queries, login: string, address: string): Promise<void> => {
  // old ones go first: made-up names must not fill the table
  await q.query(`delete from attempt where last_at < now() - $1::integer * interval '1 second'`, [
    FORGOTTEN_AFTER,
  ]);
  await count(q, aboutAccount(login), FREE.account);
  await count(q, aboutAddress(address), FREE.address);
};

/** Forgets the wrong passwords of an account once the right one was given, and this attempt of its address. */
export const rightAttempt = async (q: Queries, login: string, address: string): Promise<void> => {
  await q.query('delete from attempt where about = $1', [aboutAccount(login)]);
  await q.query('update attempt set failed = greatest(failed - 1, 0) where about = $1', [
    aboutAddress(address),
  ]);
};
