import { expect, test } from '@jest/globals';
import { isSoonGuessed } from '../../../server/accounts/guessed.ts';
import { mustBeSound } from '../../../server/accounts/password.ts';

test.each([
  'passwordpassword',
  '123456789012',
  '98765432109876',
  'qwertyuiop12',
  'aaaaaaaaaaaa',
  'abcdefghijkl',
  'Password12345',
  'P4ssw0rd2026',
  'iloveyou1234',
  'letmeinletmein',
  'drowssapdrowssap',
  'a'.repeat(200),
])('"%s" is soon guessed', async (password) => expect(await isSoonGuessed(password, [])).toBe(true));

test.each([
  'seven stairs of kelp',
  'correct horse battery staple',
  'lantern moth gravel tide',
  'vQ7#tz!m0Lp2',
])('"%s" is not', async (password) => expect(await isSoonGuessed(password, [])).toBe(false));

test('words that are known of a person are no secret', async () => {
  expect(await isSoonGuessed('skerrowpoint', ['skerrow', 'point'])).toBe(true);
  await expect(mustBeSound('harrowharrow', 'owner', 'Ines Harrow')).rejects.toThrow(/soon: .*four words/);
  await expect(mustBeSound('the harbour wall 9', 'harbour', 'X')).rejects.toThrow(
    /must not contain the name/,
  );
  await expect(mustBeSound('seven stairs of kelp', 'ines', 'Ines Harrow')).resolves.toBeUndefined();
});

test('an answer is soon there, whatever is given', async () => {
  await isSoonGuessed('once, to read the lists', []);
  for (const password of [
    '1qaz2wsx'.repeat(25),
    'a1'.repeat(100),
    '20261202'.repeat(25),
    '@4$5'.repeat(50),
    'é'.repeat(200),
  ]) {
    const began = Date.now();
    await isSoonGuessed(password, []);
    // a second on any machine; here it is some hundredths
    expect(Date.now() - began).toBeLessThan(1500);
  }
});
