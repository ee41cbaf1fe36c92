import { expect, test } from '@jest/globals';
import { newId } from '../../app/newId.ts';
import { idParameter } from '../../exchange/requests.ts';

test('ids are made on pages that came unencrypted from another machine too, where the browser makes none itself', () => {
  const own = crypto.randomUUID;
  Object.defineProperty(crypto, 'randomUUID', { value: undefined, configurable: true });
  try {
    const ids = Array.from({ length: 500 }, newId);
    expect(new Set(ids).size).toBe(500);
    for (const id of ids) expect(idParameter.safeParse(id).success).toBe(true);
  } finally {
    Object.defineProperty(crypto, 'randomUUID', { value: own, configurable: true });
  }
  expect(newId()).toMatch(/^[0-9a-f-]{36}$/);
});
