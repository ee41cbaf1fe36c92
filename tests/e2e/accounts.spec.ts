import { execFile, spawn } from 'node:child_process';
import { once } from 'node:events';
import { readdirSync, readFileSync, rmSync } from 'node:fs';
import { request } from 'node:http';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { type APIRequestContext, type Browser, expect, type Page, test } from '@playwright/test';
import { TOTP } from 'otpauth';
import type { Role } from '../../exchange/roles.ts';
import { listen, openDrawing, saved, stand, type } from './desk.ts';
import { plate } from './plate.ts';
import { freshData, onServer } from './server.ts';
import {
  joinBy,
  outerAddress,
  ownCertificate,
  PASSWORD,
  type SharedServer,
  startShared,
} from './sharedServer.ts';

test.describe.configure({ mode: 'serial' });
let server: SharedServer;
let owner: Page;
const pages = new Map<Role, Page>();

const invite = async (name: string, role: Role): Promise<string> => {
  const answer = await owner.request.post(`${server.address}/api/people/invitations`, {
    data: { name, role },
  });
  expect(answer.status()).toBe(200);
  return `${server.address}${((await answer.json()) as { path: string }).path}`;
};
const personIn = async (browser: Browser, role: Role, name: string): Promise<Page> => {
  const page = await joinBy(browser, await invite(name, role), role, name);
  pages.set(role, page);
  return page;
};
const of = (role: Role): APIRequestContext => {
  const page = pages.get(role);
  if (!page) throw new Error(`There is no ${role} yet.`);
  return page.request;
};

test.beforeAll(async ({ browser }) => {
  server = await startShared();
  owner = await joinBy(browser, server.invitation as string, 'ines', 'Ines Harrow');
  pages.set('owner', owner);
});
test.afterAll(async () => server?.end());

/** All addresses of the program, from the files that answer them. */
const addresses = (): {
  readonly path: string;
  readonly methods: readonly string[];
  readonly isPage: boolean;
}[] =>
  readdirSync('app', { recursive: true, encoding: 'utf8' })
    .filter((f) => /(^|\/)(page\.tsx|route\.ts)$/.test(f))
    .map((f) => {
      const isPage = f.endsWith('page.tsx');
      const found = [
        ...readFileSync(join('app', f), 'utf8').matchAll(/^export const (GET|POST|PUT|PATCH|DELETE)\b/gm),
      ];
      const path = `/${f.replace(/\/?(page\.tsx|route\.ts)$/, '')}`.replace(/\[\w+\]/g, 'x');
      return { path, isPage, methods: isPage ? ['GET'] : found.map((m) => m[1] as string) };
    });

test('whoever is not signed in reaches the way in and nothing else, at every address', async ({
  playwright,
}) => {
  const stranger = await playwright.request.newContext();
  const all = addresses();
  expect(all.length).toBeGreaterThan(30);
  const reached: string[] = [];
  for (const { path, methods, isPage } of all)
    for (const method of methods) {
      const answer = await stranger.fetch(`${server.address}${path}`, {
        method,
        maxRedirects: 0,
        ...(method !== 'GET' && { data: {} }),
      });
      const isKept = isPage ? answer.headers().location?.includes('/sign-in') : answer.status() === 401;
      if (!isKept) reached.push(`${method} ${path} ${answer.status()}`);
    }
  expect(reached.sort()).toEqual([
    'GET /api/health 200',
    'GET /invitation/x 200',
    'GET /sign-in 200',
    'POST /api/join 400',
    'POST /api/sign-in 400',
  ]);
  // a cookie that nobody was given, and a key of the command line that is a guess
  for (const headers of [{ cookie: 'blue_ledger_session=guess' }, { 'x-blue-ledger-key': 'guess' }])
    for (const path of ['/api/drawings', '/api/backup'])
      expect((await stranger.get(`${server.address}${path}`, { headers })).status()).toBe(401);
  await stranger.dispose();
});

test('an owner invites a person, who makes an account of their own', async ({ browser }) => {
  const troubles = listen(owner);
  await owner.getByRole('link', { name: 'People' }).click();
  await owner.getByLabel('Name of who is invited').fill('Tam Reed');
  await owner.getByLabel('Role of who is invited').selectOption('student');
  await owner.getByRole('button', { name: 'Invite' }).click();
  const address = await owner.getByLabel('Address for Tam Reed').inputValue();
  expect(address).toMatch(new RegExp(`^${server.address}/invitation/`));
  const tam = await joinBy(browser, address, 'student', 'Tam Reed');
  pages.set('student', tam);
  await expect(tam.getByText('No drawings yet')).toBeVisible();
  await expect(tam.getByRole('button', { name: 'Backup' })).toHaveCount(0);
  // the same address is not good again
  const again = await browser.newPage();
  await again.goto(address);
  await expect(again.getByRole('heading', { name: 'This invitation is not good' })).toBeVisible();
  await again.close();
  await owner.reload();
  await expect(owner.getByRole('row', { name: /Tam Reed.*student/ }).first()).toBeVisible();
  await expect(owner.getByText('joined as student')).toBeVisible();
  expect(troubles.filter((t) => !t.includes('Cross-Origin-Opener-Policy'))).toEqual([]);
  await personIn(browser, 'drafter', 'Dora Quay');
  await personIn(browser, 'checker', 'Chet Lowe');
  await personIn(browser, 'reader', 'Rea Strand');
});

test('each role may do what it is for, and no more', async () => {
  const rows = (await (await of('owner').get(`${server.address}/api/drawings`)).json()) as { id: string }[];
  const id = rows[0]?.id as string;
  const at = `${server.address}/api/drawings/${id}`;
  const kept = (await (await of('owner').get(at)).json()) as {
    drawing: Record<string, unknown>;
    revision: number;
  };
  let n = 0;
  const put = async (role: Role, drawing: unknown): Promise<number> => {
    const { revision } = (await (await of('owner').get(at)).json()) as { revision: number };
    const data = { change: `c${++n}`, revision, drawing, label: 'Tried' };
    return (await of(role).put(at, { data })).status();
  };
  const checked = (by: string) => ({ ...kept.drawing, state: { is: 'checked', by, on: '2026-03-14' } });
  const tries: Record<string, (role: Role) => Promise<number>> = {
    'read a drawing': async (role) => (await of(role).get(at)).status(),
    'read its sheet': async (role) => (await of(role).get(`${at}/sheet?as=svg`)).status(),
    'change a drawing': (role) => put(role, { ...kept.drawing, title: `By ${role}` }),
    'undo a change': async (role) => {
      const { revision } = (await (await of('owner').get(at)).json()) as { revision: number };
      const data = { change: `c${++n}`, revision, direction: 1 };
      return (await of(role).post(`${at}/history`, { data })).status();
    },
    'mark it as checked in another name': (role) => put(role, checked('Somebody')),
    'put it into a folder': async (role) =>
      (
        await of(role).patch(`${server.address}/api/drawings/many`, {
          data: { ids: [id], set: { folder: 'Shop' } },
        })
      ).status(),
    'make a drawing': async (role) =>
      (
        await of(role).post(`${server.address}/api/drawings`, {
          data: { id: `copy-${role}`, file: kept.drawing, name: 'a copy' },
        })
      ).status(),
    'copy a drawing': async (role) =>
      (
        await of(role).post(`${server.address}/api/drawings`, {
          data: { id: `second-${role}`, copyOf: id },
        })
      ).status(),
    'withdraw an issue that is not there': async (role) =>
      (await of(role).delete(`${at}/issues`, { data: { letter: 'Z' } })).status(),
    'keep a printer': async (role) =>
      (
        await of(role).put(`${server.address}/api/printers`, {
          data: { name: 'plotter', across: 100.1, along: 199.9 },
        })
      ).status(),
    'save a backup': async (role) => (await of(role).get(`${server.address}/api/backup`)).status(),
    'see all people': async (role) => (await of(role).get(`${server.address}/api/people`)).status(),
    'see with whom it is shared': async (role) => (await of(role).get(`${at}/shares`)).status(),
  };
  const seen: Record<string, string> = {};
  for (const [what, go] of Object.entries(tries)) {
    const all: string[] = [];
    for (const role of ['owner', 'drafter', 'checker', 'reader', 'student'] as const)
      all.push(`${await go(role)}`);
    seen[what] = all.join(' ');
  }
  expect(seen).toEqual({
    'read a drawing': '200 200 200 200 404',
    'read its sheet': '200 200 200 200 404',
    'change a drawing': '200 200 200 403 404',
    'undo a change': '200 200 200 403 404',
    'mark it as checked in another name': '403 403 403 403 404',
    'put it into a folder': '200 200 200 403 404',
    'make a drawing': '200 200 200 403 200',
    'copy a drawing': '200 200 200 403 404',
    'withdraw an issue that is not there': '404 403 404 403 404',
    'keep a printer': '422 422 422 403 403',
    'save a backup': '200 403 403 403 403',
    'see all people': '200 403 403 403 403',
    'see with whom it is shared': '200 200 200 403 404',
  });
  // in their own name a checker may, and what was checked stays so when another goes on from it
  expect(await put('drafter', checked('Chet Lowe'))).toBe(403);
  expect(await put('checker', checked('Chet Lowe'))).toBe(200);
  expect(await put('drafter', { ...checked('Chet Lowe'), number: 'SK-777' })).toBe(200);
  const { revision } = (await (await of('owner').get(at)).json()) as { revision: number };
  const issue = { letter: 'A', reason: 'first issue', by: 'Somebody else', revision };
  expect((await of('drafter').post(`${at}/issues`, { data: issue })).status()).toBe(403);
  const issued = await of('checker').post(`${at}/issues`, { data: issue });
  // whoever is signed in issues in their own name
  expect(((await issued.json()) as { by: string }[])[0]?.by).toBe('Chet Lowe');
  const daybook = (await (await of('reader').get(`${at}/history`)).json()) as { lines: { by: string }[] };
  expect(daybook.lines.map((l) => l.by).slice(0, 5)).toEqual([
    'Dora Quay',
    'Chet Lowe',
    'Chet Lowe',
    'Dora Quay',
    'Ines Harrow',
  ]);
});

test('a reader looks at the desk and changes nothing; shared with, they change that one', async () => {
  const reader = pages.get('reader') as Page;
  await reader.goto(server.address);
  await expect(reader.getByRole('link', { name: 'Sundial wedge' })).toBeVisible();
  // nothing is offered that would be refused
  await expect(
    reader.getByRole('button', { name: /^(Copy|Archive) |New drawing|Open files|Backup/ }),
  ).toHaveCount(0);
  await openDrawing(reader, server.address, 'Sundial wedge');
  await expect(reader.getByTestId('save')).toHaveText('Read only');
  const width = reader.getByLabel(/^Size W/).first();
  const before = await width.inputValue();
  await type(width, '77');
  await expect(reader.getByText('You may read this drawing, not change it.').first()).toBeVisible();
  await reader.reload();
  await expect(width).toHaveValue(before);
  const drafter = pages.get('drafter') as Page;
  await drafter.goto(server.address);
  const row = drafter.getByRole('row', { name: /Sundial wedge/ });
  await row.getByRole('checkbox').click();
  await drafter.getByRole('button', { name: 'Share' }).click();
  await drafter.getByLabel('What Rea Strand may do').selectOption('change');
  await drafter.getByLabel('What Tam Reed may do').selectOption('read');
  await expect(drafter.getByLabel('What Tam Reed may do')).toHaveValue('read');
  await reader.reload();
  await type(width, '77');
  await saved(reader);
  await reader.reload();
  await expect(width).toHaveValue('77');
  const student = pages.get('student') as Page;
  await student.goto(server.address);
  await expect(student.getByRole('link', { name: 'Sundial wedge' })).toBeVisible();
  await expect(student.getByRole('link', { name: 'Louvre bracket' })).toHaveCount(0);
});

test('a drafter hands a sheet over, and a checker checks and issues it in their own name', async () => {
  const drafter = pages.get('drafter') as Page;
  await openDrawing(drafter, server.address, 'Lantern cap, eight-sided');
  await stand(drafter, 'Issue');
  await expect(drafter.getByLabel('Issued by')).toHaveValue('Dora Quay');
  await expect(drafter.getByRole('button', { name: 'Issue A' })).toBeDisabled();
  await expect(drafter.getByText('Only a checker or an owner checks and issues.')).toBeVisible();
  await drafter.getByRole('button', { name: 'Hand over to be checked' }).click();
  await saved(drafter);
  await expect(drafter.getByRole('button', { name: 'I have checked it' })).toBeDisabled();
  const checker = pages.get('checker') as Page;
  await openDrawing(checker, server.address, 'Lantern cap, eight-sided');
  await stand(checker, 'Issue');
  await expect(checker.getByTestId('state')).toContainText('to be checked, Dora Quay');
  await checker.getByRole('button', { name: 'I have checked it' }).click();
  await expect(checker.getByTestId('state')).toContainText('checked, Chet Lowe');
  await saved(checker);
  await checker.getByRole('button', { name: 'Issue A' }).click();
  await expect(checker.getByRole('list', { name: 'Issued' })).toContainText('Chet Lowe');
  await owner.goto(`${server.address}/people`);
  await expect(owner.getByText(/^issued SK-021 A$/)).toBeVisible();
});

test('two people at one drawing see that the other is there, and each change as it is made', async () => {
  const [drafter, checker] = [pages.get('drafter') as Page, pages.get('checker') as Page];
  for (const page of [drafter, checker]) await openDrawing(page, server.address, 'Louvre bracket');
  await expect(drafter.getByTestId('others')).toHaveText('Chet Lowe is here');
  await expect(checker.getByTestId('others')).toHaveText('Dora Quay is here');
  // where the one points is marked with the name on the other's sheet, as long as it is the sheet
  const title = await drafter.getByTestId('sheet').getByText('TOP VIEW').boundingBox();
  if (!title) throw new Error('no sheet');
  await drafter.mouse.move(title.x + 4, title.y + 4);
  await drafter.mouse.move(title.x + 8, title.y + 8);
  const mark = checker.getByTestId('other points');
  await expect(mark).toContainText('Dora Quay');
  const there = await checker.getByTestId('sheet').getByText('TOP VIEW').boundingBox();
  const seen = await mark.locator('circle').boundingBox();
  if (!there || !seen) throw new Error('no mark');
  expect(Math.abs(seen.x + seen.width / 2 - there.x - 8)).toBeLessThan(4);
  expect(Math.abs(seen.y + seen.height / 2 - there.y - 8)).toBeLessThan(4);
  await drafter.mouse.move(200, 300);
  await expect(mark).toHaveCount(0);
  // what comes is told by the server, not asked for again and again
  const asked: string[] = [];
  checker.on('request', (r) => void (r.url().includes('?after=') && asked.push(r.url())));
  await type(drafter.getByLabel(/^Size H,/), '58');
  await expect(checker.getByTestId('overall H')).toHaveText('58');
  await type(drafter.getByLabel(/^Size H,/), '59');
  await expect(checker.getByTestId('overall H')).toHaveText('59');
  expect(asked.length).toBeLessThan(5);
  // both at one time, at different places
  await Promise.all([type(drafter.getByLabel(/^Size H,/), '60'), type(checker.getByLabel(/^Size D,/), '45')]);
  for (const page of [drafter, checker]) {
    await expect(page.getByTestId('overall H')).toHaveText('60');
    await expect(page.getByTestId('overall D')).toHaveText('45');
    await expect(page.getByRole('dialog')).toHaveCount(0);
  }
  await checker.goto(server.address);
  await expect(drafter.getByTestId('others')).toHaveCount(0);
});

test('signed out in the middle of an edit, nothing is lost: it is stored once one has signed in again', async () => {
  const drafter = pages.get('drafter') as Page;
  await openDrawing(drafter, server.address, 'Sensor shoe');
  const second = await drafter.context().newPage();
  await second.goto(`${server.address}/people`);
  await second.getByRole('button', { name: 'Sign out' }).click();
  await expect(second.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  const size = drafter.getByLabel(/^Size /).first();
  await type(size, '61');
  await expect(drafter.getByTestId('save')).toHaveText('Not saved yet');
  await expect(drafter.getByText(/You are signed out\. Sign in again/).first()).toBeVisible();
  await second.getByLabel('Name to sign in with').fill('DRAFTER');
  await second.getByLabel('Password').fill(PASSWORD);
  await second.getByRole('button', { name: 'Sign in' }).click();
  await second.getByRole('heading', { name: 'Register', exact: true }).waitFor();
  await saved(drafter);
  await drafter.reload();
  await expect(size).toHaveValue('61');
});

test('what one person left unstored in a browser is not sent in the name of the next', async ({
  browser,
}) => {
  const page = await joinBy(browser, await invite('Ann Tide', 'drafter'), 'ann', 'Ann Tide');
  await openDrawing(page, server.address, 'Sensor shoe');
  await page
    .context()
    .route('**/api/drawings/*', (route) =>
      route.request().method() === 'PUT' ? route.abort() : route.continue(),
    );
  const size = page.getByLabel(/^Size /).first();
  const before = await size.inputValue();
  await type(size, '123');
  await expect(page.getByTestId('save')).toHaveText('Not saved yet');
  await page.request.post(`${server.address}/api/sign-out`, { data: {} });
  await page.context().unrouteAll();
  const signIn = async (login: string): Promise<void> => {
    await page.goto(`${server.address}/sign-in`);
    await page.getByLabel('Name to sign in with').fill(login);
    await page.getByLabel('Password').fill(PASSWORD);
    await page.getByRole('button', { name: 'Sign in' }).click();
    await page.getByRole('heading', { name: 'Register', exact: true }).waitFor();
  };
  await signIn('checker');
  await openDrawing(page, server.address, 'Sensor shoe');
  await expect(size).toHaveValue(before);
  await page.request.post(`${server.address}/api/sign-out`, { data: {} });
  // its own maker finds it, and it is stored
  await signIn('ann');
  await openDrawing(page, server.address, 'Sensor shoe');
  await expect(size).toHaveValue('123');
  // the register sent it already, or the desk does: the server has it
  await expect(page.getByTestId('save')).toHaveText(/^(Saved|Changed in another window)/);
  await page.reload();
  await expect(size).toHaveValue('123');
  await page.context().close();
});

test('who asks for a code gets recovery codes, each of which lets them in once without the telephone', async ({
  browser,
}) => {
  const page = await joinBy(browser, await invite('Pat Ebb', 'drafter'), 'pat', 'Pat Ebb');
  const troubles = listen(page);
  await page.goto(`${server.address}/people`);
  await page.getByRole('button', { name: 'Ask for a code' }).click();
  await page.getByLabel('Your password').fill(PASSWORD);
  await page.getByRole('button', { name: 'Show the key' }).click();
  const key = ((await page.getByText(/^([A-Z2-7]{4} ){7}[A-Z2-7]{4}$/).textContent()) ?? '').replaceAll(
    ' ',
    '',
  );
  await page.getByLabel('Code that it shows').fill(new TOTP({ secret: key }).generate());
  await page.getByRole('button', { name: 'Ask for a code from now on' }).click();
  const codes = page.getByRole('region', { name: 'Recovery codes' });
  await expect(codes.getByRole('listitem')).toHaveCount(8);
  const [first = '', second = ''] = await codes.getByRole('listitem').allInnerTexts();
  const download = page.waitForEvent('download');
  await codes.getByRole('button', { name: 'Save as a file' }).click();
  const file = readFileSync(await (await download).path(), 'utf8');
  expect(file).toContain(first);
  await codes.getByRole('button', { name: 'I have kept them' }).click();
  await expect(page.getByText('Recovery codes that are not used yet: 8')).toBeVisible();
  // they are not shown again
  await page.reload();
  await expect(page.getByText('Recovery codes that are not used yet: 8')).toBeVisible();
  await expect(page.getByText(first)).toHaveCount(0);

  const comeIn = async (code: string): Promise<void> => {
    await page.request.post(`${server.address}/api/sign-out`, { data: {} });
    await page.goto(`${server.address}/sign-in`);
    await page.getByLabel('Name to sign in with').fill('pat');
    await page.getByLabel('Password').fill(PASSWORD);
    await page.getByRole('button', { name: 'Sign in' }).click();
    await page.getByLabel('Code').fill(code);
    await page.getByRole('button', { name: 'Sign in' }).click();
  };
  const register = page.getByRole('heading', { name: 'Register', exact: true });
  // in small letters and without its lines it is the same code
  await comeIn(first.toLowerCase().replaceAll('-', ' '));
  await register.waitFor();
  await comeIn(first);
  await expect(page.getByText('This recovery code is wrong, or was used already.')).toBeVisible();
  await page.getByLabel('Code').fill('12345');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByText('needs the six figures of the telephone, or a recovery code')).toBeVisible();
  await page.getByLabel('Code').fill(second);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await register.waitFor();
  await page.goto(`${server.address}/people`);
  await expect(page.getByText('Recovery codes that are not used yet: 6')).toBeVisible();
  await page.getByRole('button', { name: 'Make new recovery codes' }).click();
  await page.getByLabel('Your password').fill(PASSWORD);
  await page.getByRole('button', { name: 'Make new recovery codes' }).click();
  await expect(codes.getByRole('listitem')).toHaveCount(8);
  await expect(codes.getByText(second)).toHaveCount(0);
  if (process.env.LOOK) await page.screenshot({ path: '/tmp/exp/codes.png' });
  // two answers were refusals that the page shows
  expect(troubles.filter((x) => !/Cross-Origin-Opener-Policy|40[01]/.test(x))).toEqual([]);
  await page.context().close();
});

test('wrong passwords are slowed, and where they came from cannot be made up', async ({ playwright }) => {
  const stranger = await playwright.request.newContext();
  const guess = () =>
    stranger.post(`${server.address}/api/sign-in`, {
      data: { login: 'ines', password: 'a guess' },
      headers: {
        'x-forwarded-for': '203.0.113.99',
        'x-real-ip': '203.0.113.99',
        forwarded: 'for=203.0.113.99',
      },
    });
  for (let i = 0; i < 5; i++) expect((await guess()).status()).toBe(401);
  const slowed = await guess();
  expect(slowed.status()).toBe(429);
  expect(Number(slowed.headers()['retry-after'])).toBeGreaterThan(0);
  const { log } = (await (await of('owner').get(`${server.address}/api/people`)).json()) as {
    log: { who: string; what: string; address: string }[];
  };
  const noted = log.filter((l) => l.who === 'ines' && l.what.startsWith('could not sign in'));
  expect(noted).toHaveLength(5);
  expect(noted.every((l) => !l.address.includes('203.0.113'))).toBe(true);
  await stranger.dispose();
});

test('an owner takes a role back and switches an account off, at once', async ({ browser }) => {
  const page = await joinBy(browser, await invite('Bo Shoal', 'drafter'), 'bo', 'Bo Shoal');
  await owner.goto(`${server.address}/people`);
  await owner.getByLabel('Role of Bo Shoal').selectOption('student');
  await expect(owner.getByText('made Bo Shoal a student')).toBeVisible();
  await page.reload();
  await expect(page.getByText('No drawings yet')).toBeVisible();
  // what is told of a drawing as it happens ends with the right to read it
  const kept = await page.request.post(`${server.address}/api/drawings`, {
    data: { id: 'of-bo', file: { ...plate, name: 'of Bo' }, name: 'of Bo' },
  });
  expect(kept.status()).toBe(200);
  const ended = page.evaluate(async () => {
    const reader = (await fetch('/api/drawings/of-bo/live')).body?.getReader();
    let heard = 0;
    while (reader && !(await reader.read()).done) heard++;
    return heard;
  });
  await owner.getByRole('button', { name: 'Switch Bo Shoal off' }).click();
  await expect(owner.getByRole('button', { name: 'Switch Bo Shoal on' })).toBeVisible();
  expect(await ended).toBeGreaterThan(0);
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  // the last owner stays
  await owner.getByLabel('Role of Ines Harrow').selectOption('reader');
  await expect(owner.getByText('One owner must stay')).toBeVisible();
  await page.context().close();
});

test('the command line on this machine makes a backup of it', async () => {
  const file = join(server.data, 'shop.zip');
  const run = promisify(execFile);
  const made = await run('./blue-ledger', ['backup', file, '--data', server.data]);
  expect(made.stdout).toMatch(/read back and found whole/);
  rmSync(join(server.data, 'command.key'));
  await expect(
    run('./blue-ledger', ['backup', join(server.data, 'two.zip'), '--data', server.data]),
  ).rejects.toThrow(/signed out|Sign in/);
});

test('with a certificate of its own it speaks TLS, and its cookie is for TLS only', async ({ browser }) => {
  test.skip(onServer, 'one database is enough for this');
  const certificates = freshData();
  const secure = await startShared(ownCertificate(certificates));
  try {
    expect(secure.address).toMatch(/^https:/);
    const page = await joinBy(browser, secure.invitation as string, 'ines', 'Ines Harrow');
    const [cookie] = await page.context().cookies();
    expect(cookie).toMatchObject({ httpOnly: true, secure: true, sameSite: 'Lax', path: '/' });
    const head = await page.request.get(secure.address);
    expect(head.headers()['strict-transport-security']).toMatch(/max-age=\d{7,}/);
    await openDrawing(page, secure.address, 'Sundial wedge');
    await type(page.getByLabel(/^Size /).first(), '66');
    await saved(page);
  } finally {
    await secure.end();
    rmSync(certificates, { recursive: true, force: true });
  }
});

test('behind a proxy that names another host people sign in, and the program listens to this machine alone', async () => {
  const answered = (host: string, path: string): Promise<number | undefined> =>
    new Promise((done, fail) => {
      const { hostname, port } = new URL(server.address);
      request({ host: hostname, port, path, headers: { host } }, (r) => {
        r.resume();
        done(r.statusCode);
      })
        .on('error', fail)
        .end();
    });
  // a name that is not the server's own is refused before anything is asked
  expect(await answered('evil.example', '/api/drawings')).toBe(421);
  expect(await answered(outerAddress(), '/api/drawings')).toBe(401);
  // started without the server in front, on every address and without accounts, the program ends
  const child = spawn(process.execPath, ['node_modules/next/dist/bin/next', 'start', '-p', '4377'], {
    env: { ...process.env, BLUE_LEDGER_DATA: freshData(), BLUE_LEDGER_ACCOUNTS: '', BLUE_LEDGER_HOSTS: '' },
  });
  let said = '';
  child.stderr.on('data', (part: Buffer) => {
    said += part;
  });
  const [code] = (await once(child, 'exit')) as [number];
  expect(code).toBe(1);
  expect(said).toMatch(/does not listen to other machines without accounts/);
});
