import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { Drawing } from '../../core/drawing/drawing.ts';
import { openDatabase } from '../../server/database.ts';
import { addIssue, listIssues, NotIssued, readIssued, withdrawIssue } from '../../server/issues.ts';
import type { Database } from '../../server/queries.ts';
import { addDrawing, changeDrawing, listDrawings, NotThere, readKept, Stale } from '../../server/store.ts';
import { demoDrawing } from '../samples.ts';
import { openRegister } from './openRegister.ts';

const drawing = demoDrawing('02-louvre-bracket.drawing.json');
const directory = mkdtempSync(join(tmpdir(), 'blue-ledger-issues-'));
let db: Database;
beforeAll(async () => {
  const url = process.env.TEST_DATABASE_URL;
  db = await (url ? openDatabase({ DATABASE_URL: url }) : openRegister(directory));
});
afterAll(async () => {
  await db.close();
  rmSync(directory, { recursive: true, force: true });
});

const filesOf = (d: Drawing, pdf = 'JVBERg==') => ({ document: JSON.stringify(d), pdf, dxf: '0\nEOF\n' });
const numbered = (number: string): Drawing => ({ ...drawing, number });
const asked = async (id: string, letter: string) => ({
  letter,
  reason: `reason of ${letter}`,
  by: 'R. M.',
  revision: (await readKept(db, id)).revision,
});
const change = async (id: string, d: Drawing): Promise<void> => {
  const { revision } = await readKept(db, id);
  await changeDrawing(db, id, { change: `c${id}${revision}`, revision }, d, 'changed');
};

describe('issues', () => {
  test('are frozen: what is changed later leaves their files and their hash as they were', async () => {
    await addDrawing(db, 'i1', numbered('IS-1'));
    await addIssue(db, 'i1', await asked('i1', 'A'), filesOf(numbered('IS-1')));
    const [first] = await listIssues(db, 'i1');
    expect(first).toMatchObject({
      letter: 'A',
      by: 'R. M.',
      number: 'IS-1',
      isCurrent: true,
      withdrawnAt: null,
    });
    expect(first?.hash).toMatch(/^[0-9a-f]{64}$/);
    const row = async () => (await listDrawings(db)).find((r) => r.id === 'i1');
    expect(await row()).toMatchObject({ issued: 'A', isChangedSince: false });
    await change('i1', { ...numbered('IS-1'), material: 'Brass' });
    expect(await row()).toMatchObject({ issued: 'A', isChangedSince: true, state: '' });
    await change('i1', {
      ...numbered('IS-1'),
      material: 'Brass',
      state: { is: 'checked', by: 'R. M.', on: '2026-11-28' },
    });
    expect(await row()).toMatchObject({ state: 'checked' });
    await change('i1', { ...numbered('IS-1'), material: 'Brass' });
    const [later] = await listIssues(db, 'i1');
    expect(later).toMatchObject({ hash: first?.hash, isCurrent: false });
    expect((await readIssued(db, 'i1', 'A', 'drawing')).content).toBe(JSON.stringify(numbered('IS-1')));
    await addIssue(db, 'i1', await asked('i1', 'B'), filesOf({ ...numbered('IS-1'), material: 'Brass' }));
    const both = await listIssues(db, 'i1');
    expect(both.map((i) => i.letter)).toEqual(['B', 'A']);
    expect(both[0]?.hash).not.toBe(first?.hash);
  });
  test('a letter is issued once, a number belongs to one drawing, and none is issued without', async () => {
    await addDrawing(db, 'i2', numbered('IS-2'));
    await addIssue(db, 'i2', await asked('i2', 'A'), filesOf(numbered('IS-2')));
    await expect(addIssue(db, 'i2', await asked('i2', 'A'), filesOf(drawing))).rejects.toThrow(NotIssued);
    await addDrawing(db, 'i3', numbered('IS-2'));
    await expect(addIssue(db, 'i3', await asked('i3', 'A'), filesOf(drawing))).rejects.toThrow(/belongs to/);
    await addDrawing(db, 'i4', numbered(' '));
    await expect(addIssue(db, 'i4', await asked('i4', 'A'), filesOf(drawing))).rejects.toThrow(
      /without a number/,
    );
    expect(await listIssues(db, 'i3')).toEqual([]);
  });
  test('a drawing that has moved on since is not issued as something it is not', async () => {
    await addDrawing(db, 'i5', numbered('IS-5'));
    const old = await asked('i5', 'A');
    await change('i5', { ...numbered('IS-5'), material: 'Oak' });
    await expect(addIssue(db, 'i5', old, filesOf(drawing))).rejects.toThrow(Stale);
  });
  test('one that is withdrawn keeps its files, and is withdrawn once', async () => {
    await addDrawing(db, 'i6', numbered('IS-6'));
    await addIssue(db, 'i6', await asked('i6', 'A'), filesOf(numbered('IS-6')));
    await withdrawIssue(db, 'i6', 'A');
    expect((await listIssues(db, 'i6'))[0]?.withdrawnAt).not.toBeNull();
    expect((await listDrawings(db)).find((r) => r.id === 'i6')?.issued).toBeNull();
    expect((await readIssued(db, 'i6', 'A', 'pdf')).content).toBe('JVBERg==');
    await expect(withdrawIssue(db, 'i6', 'A')).rejects.toThrow(NotThere);
    await expect(readIssued(db, 'i6', 'Z', 'pdf')).rejects.toThrow(NotThere);
  });
});
