import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { TOTP } from 'otpauth';
import { registerQuery } from '../../../exchange/register.ts';
import type { Person, Role } from '../../../exchange/roles.ts';
import { accessTo, needAccess, share, sharesOf } from '../../../server/accounts/access.ts';
import { noteAccess, readAccessLog } from '../../../server/accounts/accessLog.ts';
import { TooManyAttempts, waitAfter } from '../../../server/accounts/attempts.ts';
import * as invitations from '../../../server/accounts/invitations.ts';
import * as people from '../../../server/accounts/people.ts';
import * as sessions from '../../../server/accounts/sessions.ts';
import { signIn } from '../../../server/accounts/signIn.ts';
import type { Database } from '../../../server/queries.ts';
import { readRegister } from '../../../server/register.ts';
import { addDrawing, listDrawings, NotThere } from '../../../server/store.ts';
import { demoDrawing } from '../../samples.ts';
import { openRegister } from '../openRegister.ts';

const FROM = { browser: 'a test', address: '192.0.2.7' };
const PASSWORD = 'seven stairs of kelp';
let folder: string;
let db: Database;
let owner: Person;

/** Whose session a secret opens. */
const personOf = async (secret: string): Promise<Person> => {
  const session = await sessions.sessionOf(db, secret);
  if (!session) throw new Error('no session');
  return session.person;
};
let made = 0;
const joined = async (role: Role, name: string): Promise<Person & { login: string; secret: string }> => {
  const login = `p${++made}`;
  const token = await invitations.invitePerson(db, owner, { name, role }, FROM.address);
  const secret = await invitations.join(db, { token, login, name, password: PASSWORD }, FROM);
  return { ...(await personOf(secret)), login, secret };
};
const refused = async (work: Promise<unknown>): Promise<[number | undefined, string]> => {
  const error = await work.then(
    () => new Error('was not refused'),
    (e: Error) => e,
  );
  return [(error as { status?: number }).status, error.message];
};

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'blue-ledger-accounts-'));
  db = await openRegister(join(folder, 'data'));
  const token = await invitations.inviteFirstOwner(db);
  const secret = await invitations.join(
    db,
    { token: token as string, login: 'ines', name: 'Ines Harrow', password: PASSWORD },
    FROM,
  );
  owner = await personOf(secret);
});
afterAll(async () => {
  await db.close();
  rmSync(folder, { recursive: true, force: true });
});

describe('an account', () => {
  test('the first owner is made once, and by the newest address only', async () => {
    expect(owner.role).toBe('owner');
    expect(await invitations.inviteFirstOwner(db)).toBeUndefined();
    const other = await openRegister(join(folder, 'other'));
    const old = (await invitations.inviteFirstOwner(other)) as string;
    const fresh = (await invitations.inviteFirstOwner(other)) as string;
    const as = (token: string, login: string) =>
      invitations.join(other, { token, login, name: login, password: PASSWORD }, FROM);
    expect((await refused(as(old, 'early')))[0]).toBe(410);
    await as(fresh, 'owner');
    expect((await refused(as(fresh, 'again')))[0]).toBe(410);
    expect((await people.listPeople(other)).map((p) => [p.login, p.role])).toEqual([['owner', 'owner']]);
    await other.close();
  });

  test('nothing in the database opens it: passwords, sessions and invitations are kept as hashes', async () => {
    const token = await invitations.invitePerson(db, owner, { name: 'Nobody', role: 'reader' }, FROM.address);
    const secret = await signIn(db, { login: 'ines', password: PASSWORD }, FROM);
    const tables = ['person', 'session', 'invitation', 'attempt', 'access_log'];
    const rows = await Promise.all(tables.map((t) => db.query(`select * from ${t}`)));
    const all = JSON.stringify(rows);
    for (const held of [PASSWORD, token, secret as string]) expect(all).not.toContain(held);
    const [row] = await db.query<{ password: string }>(`select password from person where login = 'ines'`);
    // the cost that the OWASP cheat sheet asks for
    expect(row?.password).toMatch(/^scrypt\$131072\$8\$1\$/);
  });

  test('a wrong name and a wrong password are answered alike, and cost the same', async () => {
    const timed = async (login: string): Promise<[string, number]> => {
      const start = performance.now();
      const [status, text] = await refused(signIn(db, { login, password: 'not the password' }, FROM));
      return [`${status} ${text}`, performance.now() - start];
    };
    const [known, knownTime] = await timed('ines');
    const [unknown, unknownTime] = await timed('nobody-at-all');
    expect(unknown).toBe(known);
    expect(known).toMatch(/^401 The name or the password is wrong/);
    // both worked a hash out, which takes far more than all the rest
    expect(unknownTime).toBeGreaterThan(knownTime / 4);
    expect(await signIn(db, { login: 'ines', password: PASSWORD }, FROM)).toBeDefined();
  });

  test('wrong passwords are slowed: five are free, then the wait doubles up to a quarter of an hour', async () => {
    expect([0, 4, 5, 6, 7, 20].map((n) => waitAfter(n, 5))).toEqual([0, 0, 2, 4, 8, 900]);
    const { login } = await joined('reader', 'Slow');
    const from = { ...FROM, address: '192.0.2.55' };
    const wrong = () => signIn(db, { login, password: 'wrong' }, from);
    for (let i = 0; i < 5; i++) await expect(wrong()).rejects.toThrow('wrong');
    // on a machine that others use a hash may take longer than the first wait
    await db.query('update attempt set last_at = now() where about = $1', [`account ${login}`]);
    await expect(wrong()).rejects.toThrow(TooManyAttempts);
    // the right one has to wait too, or the wait would tell which one is right
    await expect(signIn(db, { login, password: PASSWORD }, from)).rejects.toThrow(/Try again in [12] second/);
    // the wait is over: the right password forgets the wrong ones
    await db.query(`update attempt set last_at = now() - interval '1 minute' where about = $1`, [
      `account ${login}`,
    ]);
    expect(await signIn(db, { login, password: PASSWORD }, from)).toBeDefined();
    await expect(wrong()).rejects.toThrow('The name or the password is wrong');
  }, 60_000);

  test('guesses made at one time all count', async () => {
    const { login } = await joined('reader', 'Crowd');
    const from = { ...FROM, address: '192.0.2.77' };
    const all = await Promise.all(
      Array.from({ length: 12 }, () => refused(signIn(db, { login, password: 'guess' }, from))),
    );
    expect(all.filter(([, text]) => text.startsWith('Too many')).length).toBe(7);
  }, 60_000);

  test('an address that guesses at many names is slowed as well', async () => {
    const from = { ...FROM, address: '198.51.100.9' };
    const guess = async (n: number): Promise<string> =>
      (await refused(signIn(db, { login: `made.up.${n}`, password: 'x' }, from)))[1];
    await guess(0);
    // as if 28 more had been made
    await db.query('update attempt set failed = 29 where about = $1', [`address ${from.address}`]);
    expect(await guess(1)).toMatch('The name or the password is wrong');
    expect(await guess(2)).toMatch('Too many');
    // others are not
    expect(await signIn(db, { login: 'ines', password: PASSWORD }, FROM)).toBeDefined();
  }, 90_000);

  test('a code is asked for once it is switched on, each is good once, and a wrong one does not pass', async () => {
    const p = await joined('drafter', 'Coded');
    const { key } = await people.offerCode(db, p, PASSWORD, FROM);
    const codes = new TOTP({ secret: key });
    const at = (s: number): [string, number] => {
      const now = Date.UTC(2026, 2, 14) + s * 1000;
      return [codes.generate({ timestamp: now }), now];
    };
    const [first, now] = at(0);
    // offered is not asked for
    expect(await signIn(db, { login: p.login, password: PASSWORD }, FROM)).toBeDefined();
    expect(
      (await refused(people.confirmCode(db, p, first === '000000' ? '000001' : '000000', FROM, now)))[0],
    ).toBe(422);
    await people.confirmCode(db, p, first, FROM, now);
    const asked = { login: p.login, password: PASSWORD };
    expect(await signIn(db, asked, FROM, now)).toBeUndefined();
    // the code that confirmed the key was seen: it is not good again
    expect((await refused(signIn(db, { ...asked, code: first }, FROM, now)))[0]).toBe(401);
    const [second, later] = at(30);
    expect(await signIn(db, { ...asked, code: second }, FROM, later)).toBeDefined();
    expect((await refused(signIn(db, { ...asked, code: second }, FROM, later)))[0]).toBe(401);
    // one that is older than a clock may be slow
    const [old] = at(60);
    const [, muchLater] = at(180);
    expect((await refused(signIn(db, { ...asked, code: old }, FROM, muchLater)))[0]).toBe(401);
    expect((await refused(people.endCode(db, p, 'not it', FROM)))[0]).toBe(403);
    await people.endCode(db, p, PASSWORD, FROM);
    expect(await signIn(db, asked, FROM)).toBeDefined();
  }, 60_000);

  test('a recovery code lets its own person in once, with the password; new ones end the old', async () => {
    const [p, other] = [await joined('drafter', 'Lost Phone'), await joined('drafter', 'Neighbour')];
    const codedOf = async (person: typeof p): Promise<readonly string[]> => {
      const { key } = await people.offerCode(db, person, PASSWORD, FROM);
      return (await people.confirmCode(db, person, new TOTP({ secret: key }).generate(), FROM)).recoveryCodes;
    };
    expect((await refused(people.renewRecoveryCodes(db, p, PASSWORD, FROM)))[0]).toBe(422);
    const [codes, foreign] = [await codedOf(p), await codedOf(other)];
    expect(new Set([...codes, ...foreign]).size).toBe(16);
    for (const code of codes) expect(code).toMatch(/^[A-Z2-7]{16}$/);
    // nothing that lets anybody in is kept
    const kept = JSON.stringify(await db.query('select * from recovery_code'));
    for (const code of codes) expect(kept).not.toContain(code);
    const [first = '', second = '', third = ''] = codes;
    const asked = { login: p.login, password: PASSWORD };
    expect((await refused(signIn(db, { ...asked, code: foreign[0] }, FROM)))[0]).toBe(401);
    expect((await refused(signIn(db, { ...asked, password: 'not it', code: first }, FROM)))[0]).toBe(401);
    // of two requests with one code only one is let in
    const both = await Promise.allSettled([1, 2].map(() => signIn(db, { ...asked, code: first }, FROM)));
    expect(both.map((b) => b.status).sort()).toEqual(['fulfilled', 'rejected']);
    expect((await refused(signIn(db, { ...asked, code: first }, FROM)))[1]).toMatch('used already');
    expect(await signIn(db, { ...asked, code: second }, FROM)).toBeDefined();
    expect((await people.accountOf(db, p, p.secret)).recoveryCodes).toBe(6);
    expect((await refused(people.renewRecoveryCodes(db, p, 'not it', FROM)))[0]).toBe(403);
    const { recoveryCodes } = await people.renewRecoveryCodes(db, p, PASSWORD, FROM);
    expect((await refused(signIn(db, { ...asked, code: third }, FROM)))[0]).toBe(401);
    expect(await signIn(db, { ...asked, code: recoveryCodes[0] }, FROM)).toBeDefined();
    await people.endCode(db, p, PASSWORD, FROM);
    expect((await people.accountOf(db, p, p.secret)).recoveryCodes).toBe(0);
    expect((await people.accountOf(db, other, other.secret)).recoveryCodes).toBe(8);
  }, 90_000);

  test('a new password ends all sessions; the password must not hold the name', async () => {
    const p = await joined('drafter', 'Changer');
    const second = (await signIn(db, { login: p.login, password: PASSWORD }, FROM)) as string;
    const next = await people.changePassword(
      db,
      p,
      { password: PASSWORD, next: 'four gulls on a slip' },
      FROM,
    );
    expect(await sessions.sessionOf(db, p.secret)).toBeUndefined();
    expect(await sessions.sessionOf(db, second)).toBeUndefined();
    expect((await sessions.sessionOf(db, next))?.person.name).toBe('Changer');
    expect((await refused(signIn(db, { login: p.login, password: PASSWORD }, FROM)))[0]).toBe(401);
    const token = await invitations.invitePerson(db, owner, { name: 'X', role: 'reader' }, FROM.address);
    const named = { token, login: 'harbour', name: 'X', password: 'the Harbour wall 9' };
    expect((await refused(invitations.join(db, named, FROM)))[1]).toMatch('must not contain');
  }, 60_000);

  test('a forgotten password is set anew by an address that is good once, and the code is not asked for', async () => {
    const p = await joined('checker', 'Forgetful');
    const token = await invitations.inviteToNewPassword(db, owner, p.id, FROM.address);
    expect(await invitations.invitationOf(db, token)).toMatchObject({ login: p.login });
    const secret = await invitations.join(db, { token, password: 'quite another word' }, FROM);
    expect((await personOf(secret)).id).toBe(p.id);
    expect(await sessions.sessionOf(db, p.secret)).toBeUndefined();
    expect((await refused(invitations.join(db, { token, password: 'quite another word' }, FROM)))[0]).toBe(
      410,
    );
    expect(await signIn(db, { login: p.login, password: 'quite another word' }, FROM)).toBeDefined();
  }, 60_000);
});

describe('a session', () => {
  test('ends when it is not used, when it is old, and when its account is switched off', async () => {
    const p = await joined('reader', 'Idle');
    const good = async (): Promise<boolean> => (await sessions.sessionOf(db, p.secret)) !== undefined;
    expect(await good()).toBe(true);
    await db.query(`update session set used_at = now() - interval '8 days' where person_id = $1`, [p.id]);
    expect(await good()).toBe(false);
    await db.query('update session set used_at = now(), ends_at = now() where person_id = $1', [p.id]);
    expect(await good()).toBe(false);
    const again = (await signIn(db, { login: p.login, password: PASSWORD }, FROM)) as string;
    await people.setOff(db, owner, { id: p.id, isOff: true }, FROM.address);
    expect(await sessions.sessionOf(db, again)).toBeUndefined();
    expect((await refused(signIn(db, { login: p.login, password: PASSWORD }, FROM)))[0]).toBe(401);
  });

  test('its secret is changed after half a day; the old one is good for a minute more', async () => {
    const p = await joined('reader', 'Renewed');
    expect(await sessions.renewSession(db, p.secret)).toBeUndefined();
    await db.query(`update session set renewed_at = now() - interval '13 hours' where person_id = $1`, [
      p.id,
    ]);
    expect((await sessions.sessionOf(db, p.secret))?.isToBeRenewed).toBe(true);
    const next = (await sessions.renewSession(db, p.secret)) as string;
    expect((await personOf(next)).id).toBe(p.id);
    expect(await sessions.sessionOf(db, p.secret)).toMatchObject({ isToBeRenewed: false });
    expect(await sessions.listSessions(db, p.id, next)).toHaveLength(1);
    await db.query(`update session set ends_at = ends_at - interval '2 minutes' where person_id = $1`, [
      p.id,
    ]);
    expect(await sessions.sessionOf(db, p.secret)).toBeUndefined();
    expect(await sessions.sessionOf(db, next)).toBeDefined();
  });

  test('one owner stays', async () => {
    for (const work of [
      people.setRole(db, owner, { id: owner.id, role: 'reader' }, FROM.address),
      people.setOff(db, owner, { id: owner.id, isOff: true }, FROM.address),
    ])
      expect((await refused(work))[1]).toMatch('One owner must stay');
    expect((await people.listPeople(db)).find((p) => p.id === owner.id)).toMatchObject({
      role: 'owner',
      isOff: false,
    });
  });
});

describe('what a person may do with a drawing', () => {
  test('by role, as its maker, and by sharing; one that may not be read is not there', async () => {
    const drafter = await joined('drafter', 'Dora');
    const checker = await joined('checker', 'Chet');
    const reader = await joined('reader', 'Rea');
    const student = await joined('student', 'Stu');
    const other = await joined('student', 'Oth');
    const drawing = demoDrawing('02-louvre-bracket.drawing.json');
    await addDrawing(db, 'of-student', drawing, 'Opened', student);
    await addDrawing(db, 'of-drafter', drawing, 'Opened', drafter);
    const may = async (id: string): Promise<string[]> =>
      Promise.all([owner, drafter, checker, reader, student, other].map((p) => accessTo(db, p, id)));
    expect(await may('of-student')).toEqual(['change', 'change', 'change', 'read', 'change', 'none']);
    expect(await may('of-drafter')).toEqual(['change', 'change', 'change', 'read', 'none', 'none']);
    await expect(needAccess(db, other, 'of-student', 'read')).rejects.toThrow(NotThere);
    expect((await refused(needAccess(db, reader, 'of-student', 'change')))[0]).toBe(403);
    const seen = async (p: Person): Promise<string[]> => {
      const page = await readRegister(db, registerQuery.parse({}), p);
      expect(page.total).toBe(page.rows.length);
      return page.rows.map((r) => r.id).sort();
    };
    expect(await seen(reader)).toEqual(['of-drafter', 'of-student']);
    expect(await seen(student)).toEqual(['of-student']);
    expect(await seen(other)).toEqual([]);
    expect((await readRegister(db, registerQuery.parse({}), other)).isEmpty).toBe(true);
    await share(db, drafter, 'of-drafter', { person: other.id, may: 'read' }, FROM.address);
    await share(db, drafter, 'of-drafter', { person: reader.id, may: 'change' }, FROM.address);
    expect(await may('of-drafter')).toEqual(['change', 'change', 'change', 'change', 'none', 'read']);
    expect(await seen(other)).toEqual(['of-drafter']);
    expect((await listDrawings(db)).length).toBe(2);
    const { madeBy, people: who } = await sharesOf(db, 'of-drafter');
    expect(madeBy).toBe(drafter.name);
    expect(who.find((p) => p.id === other.id)).toMatchObject({ own: null, shared: 'read' });
    await share(db, drafter, 'of-drafter', { person: other.id, may: null }, FROM.address);
    expect(await seen(other)).toEqual([]);
    // the id of somebody else's drawing is no way to read it
    await expect(addDrawing(db, 'of-drafter', drawing, 'Opened', other)).rejects.toThrow(NotThere);
    // one's own, sent twice, is answered as it stands
    expect((await addDrawing(db, 'of-student', drawing, 'Opened', student)).revision).toBe(1);
  }, 60_000);

  test('the access log says who did what, the newest first, and forgets after its time', async () => {
    await db.query(
      `insert into access_log (at, who, address, what) values (now() - interval '500 days', 'old', '', 'x')`,
    );
    await noteAccess(db, { who: 'Ines Harrow', address: '192.0.2.7', what: 'looked' });
    const log = await readAccessLog(db);
    expect(log[0]).toMatchObject({ who: 'Ines Harrow', what: 'looked' });
    expect(log.some((l) => l.who === 'old')).toBe(false);
    expect(log.some((l) => l.what === 'joined as student')).toBe(true);
  });
});
