import { Secret, TOTP } from 'otpauth';

/** Codes of six figures that change every half minute (RFC 6238), by the key that a person's telephone holds. */
const STEP = 30;
const codesOf = (key: string, login = ''): TOTP =>
  new TOTP({ issuer: 'Blue Ledger', label: login, period: STEP, digits: 6, secret: Secret.fromBase32(key) });

/** A new key: 20 random bytes in base32. */
export const newCodeKey = (): string => new Secret({ size: 20 }).base32;

/** The address that a telephone reads a key from. */
export const codeAddress = (key: string, login: string): string => codesOf(key, login).toString();

/**
 * The step of time that a code belongs to; undefined where it is wrong, or one from this step on was used before.
 * @param now ms since 1970; a clock may be off by one step
 */
export const stepOfCode = (key: string, code: string, lastStep: number, now: number): number | undefined => {
  const off = codesOf(key).validate({ token: code, timestamp: now, window: 1 });
  if (off === null) return undefined;
  const step = Math.floor(now / 1000 / STEP) + off;
  return step > lastStep ? step : undefined;
};
