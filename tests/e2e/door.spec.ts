import { request } from 'node:http';
import { expect, test } from '@playwright/test';
import { listen, openDrawing, saved, stand, type } from './desk.ts';
import { plate } from './plate.ts';
import { onServer, serverFor, startServer } from './server.ts';

const server = serverFor(test);

type Answer = { readonly status: number; readonly text: string };

/** A request with headers that a browser would not let a page set. */
const ask = (
  path: string,
  {
    method = 'GET',
    headers = {},
    body = '',
  }: { method?: string; headers?: Record<string, string>; body?: string } = {},
): Promise<Answer> =>
  new Promise((done, fail) => {
    const asked = request(`${server.address}${path}`, { method, headers }, (response) => {
      let text = '';
      response.on('data', (part: Buffer) => {
        text += part;
      });
      response.on('end', () => done({ status: response.statusCode ?? 0, text }));
    });
    asked.on('error', fail);
    asked.end(body);
  });
const json = { 'content-type': 'application/json' };
const open = (id: string, file: unknown): Promise<Answer> =>
  ask('/api/drawings', {
    method: 'POST',
    headers: json,
    body: JSON.stringify({ id, file, name: 'plate.json' }),
  });

test('a character that cannot be stored is refused by its place, and the register goes on', async () => {
  const refused = await open('nul', { ...plate, name: 'a\u0000b' });
  expect(refused.status).toBe(400);
  expect(refused.text).toContain('The character U+0000 cannot be stored');
  expect((await ask('/api/drawings')).status).toBe(200);
  expect((await ask('/')).status).toBe(200);
});

test('pages of another origin change nothing, and a name made to point here reads nothing', async () => {
  const body = JSON.stringify({ id: 'planted', file: plate, name: 'x' });
  const planted = (headers: Record<string, string>): Promise<Answer> =>
    ask('/api/drawings', { method: 'POST', headers, body });
  expect((await planted({ 'content-type': 'text/plain' })).status).toBe(415);
  expect((await planted({ ...json, origin: 'http://elsewhere.example' })).status).toBe(403);
  expect((await planted({ ...json, 'sec-fetch-site': 'cross-site' })).status).toBe(403);
  expect((await planted({ ...json, host: 'rebound.example' })).status).toBe(421);
  expect((await ask('/api/drawings', { headers: { host: 'rebound.example' } })).status).toBe(421);
  expect((await ask('/api/drawings')).text).not.toContain('planted');
  expect((await planted({ ...json, origin: server.address, 'sec-fetch-site': 'same-origin' })).status).toBe(
    200,
  );
});

test('every page says what it may do, and does it without complaint', async ({ page }) => {
  const troubles = listen(page);
  const response = await page.goto(server.address);
  const headers = response?.headers() ?? {};
  expect(headers['content-security-policy']).toMatch(/frame-ancestors 'none'/);
  expect(headers['content-security-policy']).not.toMatch(/script-src[^;]*'unsafe-/);
  expect(headers['x-content-type-options']).toBe('nosniff');
  await openDrawing(page, server.address, 'Lantern cap, eight-sided');
  for (const stage of ['Set out', 'Project', 'Transfer', 'Cut']) await stand(page, stage);
  await page.goto(`${page.url()}/setting-out`);
  await expect(page.getByRole('heading', { name: /Setting-out list/ })).toBeVisible();
  await page.goto(`${server.address}/nowhere`);
  await expect(page.getByRole('link', { name: 'To the register' })).toBeVisible();
  expect(troubles).toEqual([]);
});

test('a picture with a script is sent so that nothing in it runs', async ({ page }) => {
  expect((await open('pictured', plate)).status).toBe(200);
  const address = `${server.address}/api/drawings/pictured/source`;
  const body =
    '<svg xmlns="http://www.w3.org/2000/svg" onload="document.title=\'ran\'"><script>document.title="ran"</script><rect width="9" height="9"/></svg>';
  const put = (type: string): Promise<Response> =>
    fetch(address, { method: 'PUT', headers: { 'content-type': type }, body });
  expect((await put('image/svg+xml')).ok).toBe(true);
  const { headers } = await fetch(address);
  expect(headers.get('content-security-policy')).toMatch(/default-src 'none'.*sandbox/);
  expect(headers.get('x-content-type-options')).toBe('nosniff');
  await page.goto(address);
  await expect(page.locator('rect')).toHaveCount(1);
  expect(await page.title()).not.toBe('ran');
  // what is no picture is not taken for one
  expect((await put('text/html')).status).toBe(415);
});

test('malformed ids and requests are answered, never with 500', async () => {
  const ids = [
    '..',
    '%00',
    '%ff',
    'a b',
    'a'.repeat(300),
    "'; drop table drawing; --",
    '%F0%9F%98%80',
    '{}',
    '0',
  ];
  const statuses = new Map<string, number>();
  for (const id of ids)
    for (const [method, tail] of [
      ['GET', ''],
      ['PUT', ''],
      ['PATCH', ''],
      ['GET', '/history'],
      ['POST', '/history'],
      ['GET', '/sheet?as=svg'],
      ['GET', '/source'],
      ['PUT', '/source'],
    ] as const)
      for (const body of ['', '{}', '[', '{"archived":true}', 'null']) {
        if (method === 'GET' && body) continue;
        const path = `/api/drawings/${id.includes('%') ? id : encodeURIComponent(id)}${tail}`;
        const { status } = await ask(path, {
          method,
          headers: { ...json, 'content-length': String(body.length) },
          body,
        });
        statuses.set(`${method} ${path} ${body}`, status);
      }
  const wrong = [...statuses].filter(([, s]) => s >= 500 || s < 300);
  expect(wrong).toEqual([]);
  expect(
    (await ask('/api/drawings', { method: 'POST', headers: json, body: '{"id":"x","copyOf":"\\u0000"}' }))
      .status,
  ).toBe(400);
  expect((await ask('/drawings/%00')).status).toBeLessThan(500);
});

test('a figure that is hard to work out does not hold the server', async ({ page }) => {
  await openDrawing(page, server.address, 'Louvre bracket');
  const field = page.getByLabel(/^Size H,/);
  for (const [typed, shown] of [
    ['sqrt(35.35533905932738*61.23724356957945)', '46.53'],
    ['40 + sqrt(999999937*999999929)/1e0'.replace('/1e0', '/20000000'), '90'],
  ] as const) {
    const start = Date.now();
    await type(field, typed);
    await expect(page.getByTestId('overall H')).toContainText(shown);
    await saved(page);
    expect(Date.now() - start).toBeLessThan(6000);
  }
});

test('a folder that cannot be written is named, with the remedy', async () => {
  test.skip(onServer, 'a database server has no folder of its own');
  const other = await startServer('/proc/blue-ledger', false);
  await expect(async () => {
    const answer = await fetch(`${other.address}/api/health`);
    expect(answer.status).toBe(503);
    expect(await answer.text()).toMatch(/\/proc\/blue-ledger.*BLUE_LEDGER_DATA/);
  }).toPass({ timeout: 20_000 });
  await other.kill('SIGTERM');
});
