import { describe, expect, test } from '@jest/globals';
import { COMMANDS, type DeskCommand } from '../../app/desk/commands/commands.ts';
import {
  commandId,
  commandOfKey,
  keyOf,
  type Press,
  pressName,
  readOwnKeys,
  refusedKey,
  withKey,
  withoutKeyOf,
} from '../../app/desk/commands/ownKeys.ts';

const press = (key: string, more: Partial<Press> = {}): Press => ({
  key,
  code: /^[a-z]$/i.test(key) ? `Key${key.toUpperCase()}` : '',
  ctrlKey: false,
  metaKey: false,
  altKey: false,
  shiftKey: false,
  ...more,
});
const [first, second] = COMMANDS.slice(8, 10) as [DeskCommand, DeskCommand];

describe('keys of one’s own', () => {
  test('a press has a name, whatever sign the keyboard makes of it', () => {
    expect(pressName(press('h'))).toBe('H');
    expect(pressName(press('H', { shiftKey: true }))).toBe('Shift H');
    expect(pressName(press('˙', { altKey: true, code: 'KeyH' }))).toBe('Alt H');
    expect(pressName(press('F4'))).toBe('F4');
    expect(pressName(press('z', { metaKey: true }))).toBe('Ctrl Z');
    for (const key of ['Shift', 'Control', 'Alt', 'AltGraph', 'Dead'])
      expect(pressName(press(key))).toBeUndefined();
  });
  test('what the desk or the browser needs is refused with the remedy', () => {
    for (const name of ['H', 'Shift H', 'Alt H', 'Alt Shift H', 'F2', 'F9'])
      expect(refusedKey(name)).toBeUndefined();
    for (const name of [
      '1',
      '0',
      '?',
      '+',
      'Ctrl Z',
      'Ctrl K',
      'Ctrl Alt H',
      'Enter',
      'Escape',
      'ArrowUp',
      ' ',
      'F1',
      'F5',
      'F11',
      'Alt F',
      'Alt ArrowLeft',
    ])
      expect([name, refusedKey(name)]).toEqual([
        name,
        expect.stringMatching(/Take a letter, Alt with a letter, or F2 to F9\.$/),
      ]);
  });
  test('a command has one key, and a key leads to one command', () => {
    const one = withKey({}, 'H', first);
    expect(commandOfKey(one, 'H')).toBe(first);
    expect(keyOf(withKey(one, 'F4', first), first)).toBe('F4');
    expect(commandOfKey(withKey(one, 'F4', first), 'H')).toBeUndefined();
    const taken = withKey(one, 'H', second);
    expect([commandOfKey(taken, 'H'), keyOf(taken, first)]).toEqual([second, undefined]);
    expect(withoutKeyOf(one, first)).toEqual({});
    expect(commandOfKey(one, undefined)).toBeUndefined();
  });
  test('what was kept is read; nonsense, and what is gone, is left out', () => {
    const kept = withKey(withKey({}, 'H', first), 'Alt J', second);
    expect(readOwnKeys(JSON.stringify(kept))).toEqual(kept);
    for (const text of [null, '', '{', '[]', '3', '"x"', 'null']) expect(readOwnKeys(text)).toEqual({});
    expect(readOwnKeys(JSON.stringify({ H: 'Measure Gone', 'Ctrl Z': commandId(first), J: 4 }))).toEqual({});
  });
  test('no two commands share the name they are kept under', () =>
    expect(new Set(COMMANDS.map(commandId)).size).toBe(COMMANDS.length));
});
