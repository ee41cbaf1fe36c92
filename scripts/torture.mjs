// Kills the server at random moments and looks for what was lost: npm run torture [-- --kills 1000 --seed 1 --restart | --short]
// Every change that the server acknowledged must be there after it starts again, with its undo history; one that was under way is there or not,
// and sent again it is made once. Goes on where it was stopped; its figures stand in build/torture.json. With DATABASE_URL the drawings are in
// that PostgreSQL database (an empty one) and the server in front of it is killed.
import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { build, packages, say } from './steps.mjs';

const { values } = parseArgs({
  options: {
    kills: { type: 'string' },
    seed: { type: 'string' },
    short: { type: 'boolean' },
    restart: { type: 'boolean' },
  },
});
const LOG = 'build/torture.json';
const seed = Number(values.seed ?? 1);
const wanted = values.short ? 12 : Number(values.kills ?? 1000);
const fresh = {
  seed,
  kills: 0,
  acknowledged: 0,
  underWay: 0,
  made: 0,
  undone: 0,
  created: 0,
  issued: 0,
  firstStarts: 0,
  lost: [],
};
const before =
  !values.short && !values.restart && existsSync(LOG) ? JSON.parse(readFileSync(LOG, 'utf8')) : undefined;
const figures = before?.seed === seed ? before : fresh;

/** Equally spread figures in [0, 1) from a seed (mulberry32). */
const randomFrom = (start) => {
  let a = start >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), a | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
};

await packages();
await build();
const drawing = JSON.parse(readFileSync('demo/02-louvre-bracket.drawing.json', 'utf8'));
const titled = (title, number) => ({ ...drawing, title, number });

const freePort = async () => {
  const probe = createServer();
  probe.listen(0, '127.0.0.1');
  await once(probe, 'listening');
  const { port } = probe.address();
  probe.close();
  await once(probe, 'close');
  return port;
};
const start = async (data) => {
  const port = await freePort();
  const child = spawn(
    process.execPath,
    ['node_modules/next/dist/bin/next', 'start', '-p', String(port), '-H', '127.0.0.1'],
    {
      stdio: 'ignore',
      env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', BLUE_LEDGER_DATA: data, BLUE_LEDGER_DEMO: '0' },
    },
  );
  const gone = once(child, 'exit');
  return {
    address: `http://127.0.0.1:${port}`,
    kill: async () => {
      child.kill('SIGKILL');
      await gone;
    },
  };
};
const PATIENCE = 60_000;
const ready = async ({ address }) => {
  const began = Date.now();
  for (;;) {
    let answer;
    try {
      answer = await fetch(`${address}/api/health`);
    } catch {
      answer = undefined;
    }
    if (answer?.ok) return;
    if (answer) throw new Error(`The server does not open its drawings: ${(await answer.json()).error}`);
    if (Date.now() - began > PATIENCE) throw new Error('The server does not start.');
    await new Promise((done) => setTimeout(done, 40));
  }
};

/** What the server answers, or undefined where it was gone before it did. */
const ask = async (address, path, method, data) => {
  try {
    const answer = await fetch(`${address}${path}`, {
      method,
      ...(data && { body: JSON.stringify(data), headers: { 'content-type': 'application/json' } }),
    });
    return { status: answer.status, body: await answer.json() };
  } catch {
    return undefined;
  }
};

/**
 * What is known of each drawing: the titles that the server acknowledged, oldest first, the revision that the last one led to, and the change that
 * was under way when it was killed.
 */
const books = new Map();
const lose = (what) => {
  figures.lost.push(what);
  console.error(`LOST: ${what}`);
};

/** One drafter: changes, undoes, begins and issues drawings, one thing after another, until the server is gone. */
const draft = async (address, random, own) => {
  for (;;) {
    const what = random();
    const known = own.filter((id) => books.get(id).isThere);
    if (what < 0.12 || !known.length) {
      const id = randomUUID();
      const title = `${id.slice(0, 8)} begun`;
      own.push(id);
      const number = id.slice(0, 8);
      books.set(id, {
        titles: [title],
        revision: 1,
        isThere: false,
        number,
        pending: { kind: 'create', title },
      });
      const answer = await ask(address, '/api/drawings', 'POST', {
        id,
        file: titled(title, number),
        name: 'torture',
      });
      if (!answer) return;
      if (answer.status !== 200) throw new Error(`POST: ${answer.status} ${answer.body.error}`);
      Object.assign(books.get(id), { isThere: true, pending: undefined });
      figures.created++;
      continue;
    }
    const id = known[Math.floor(random() * known.length)];
    const book = books.get(id);
    if (what < 0.2 && book.titles.length > 1) {
      book.pending = { kind: 'undo', change: randomUUID(), title: book.titles.at(-2) };
      const answer = await ask(address, `/api/drawings/${id}/history`, 'POST', {
        change: book.pending.change,
        revision: book.revision,
        direction: -1,
      });
      if (!answer) return;
      if (answer.status !== 200) throw new Error(`undo: ${answer.status} ${answer.body.error}`);
      book.titles.pop();
      book.revision = answer.body.revision;
      figures.undone++;
    } else if (what < 0.23) {
      const letter = String.fromCharCode(65 + (book.issues?.length ?? 0));
      if (letter > 'Z') continue;
      book.pending = { kind: 'issue', letter, title: book.titles.at(-1) };
      const answer = await ask(address, `/api/drawings/${id}/issues`, 'POST', {
        letter,
        reason: 'torture',
        by: 'nobody',
        revision: book.revision,
      });
      if (!answer) return;
      if (answer.status !== 200) throw new Error(`issue: ${answer.status} ${answer.body.error}`);
      book.issues = [...(book.issues ?? []), letter];
      figures.issued++;
    } else {
      const title = `${id.slice(0, 8)} ${book.titles.length} ${Math.floor(random() * 1e6)}`;
      book.pending = { kind: 'change', change: randomUUID(), title };
      const answer = await ask(address, `/api/drawings/${id}`, 'PUT', {
        change: book.pending.change,
        revision: book.revision,
        drawing: titled(title, book.number),
        label: title,
      });
      if (!answer) return;
      if (answer.status !== 200) throw new Error(`PUT: ${answer.status} ${answer.body.error}`);
      book.titles.push(title);
      book.revision = answer.body.revision;
      figures.acknowledged++;
    }
    book.pending = undefined;
  }
};

/** Looks at a drawing after the server has started again, and sends what was under way once more. */
const look = async (address, id) => {
  const book = books.get(id);
  const { pending } = book;
  const there = await ask(address, `/api/drawings/${id}`, 'GET');
  if (there?.status === 404) {
    if (book.isThere) lose(`the drawing ${id} (${book.titles.at(-1)})`);
    books.delete(id);
    return;
  }
  if (there?.status !== 200) {
    lose(`the drawing ${id} cannot be read: ${there?.status} ${there?.body?.error}`);
    return;
  }
  book.isThere = true;
  const { title } = there.body.drawing;
  const last = book.titles.at(-1);
  if (title !== last && title !== pending?.title)
    lose(`${id}: "${title}" stands where "${last}" was acknowledged`);
  if (pending) {
    figures.underWay++;
    const wasMade =
      pending.kind !== 'issue' && there.body.revision === book.revision + (pending.kind === 'create' ? 0 : 1);
    if (wasMade) figures.made++;
    if (pending.kind === 'change' || pending.kind === 'undo') {
      const [path, method, data] =
        pending.kind === 'change'
          ? [
              `/api/drawings/${id}`,
              'PUT',
              { drawing: titled(pending.title, book.number), label: pending.title },
            ]
          : [`/api/drawings/${id}/history`, 'POST', { direction: -1 }];
      const again = await ask(address, path, method, {
        change: pending.change,
        revision: book.revision,
        ...data,
      });
      const now = await ask(address, `/api/drawings/${id}`, 'GET');
      if (again?.status !== 200)
        lose(`${id}: sent again, the ${pending.kind} is answered ${again?.status} ${again?.body?.error}`);
      else if (now?.body.drawing.title !== pending.title || now.body.revision !== book.revision + 1)
        lose(`${id}: sent again, "${pending.title}" was made ${now?.body.revision - book.revision} times`);
      if (pending.kind === 'change') book.titles.push(pending.title);
      else book.titles.pop();
      book.revision = now?.body.revision ?? book.revision;
    }
  }
  if (there.body.revision < book.revision - 1)
    lose(`${id}: revision ${there.body.revision} after ${book.revision}`);
  const issues = await ask(address, `/api/drawings/${id}/issues`, 'GET');
  const letters = (issues?.body ?? []).map((i) => i.letter).sort();
  for (const letter of book.issues ?? []) if (!letters.includes(letter)) lose(`${id}: issue ${letter}`);
  book.issues = letters;
  book.pending = undefined;
  // the steps back are those that were acknowledged
  if (book.titles.length > 2 && book.titles.length % 5 === 0) {
    const history = await ask(address, `/api/drawings/${id}/history`, 'GET');
    const current = history?.body.lines.findIndex((l) => l.current);
    const labels = history?.body.lines.slice(current, current + book.titles.length).map((l) => l.label) ?? [];
    const expected = book.titles.slice(1).reverse().slice(0, labels.length);
    if (expected.some((t, i) => labels[i] !== t))
      lose(`${id}: the history reads ${labels.slice(0, 3)} for ${expected.slice(0, 3)}`);
  }
};

const report = () => {
  mkdirSync('build', { recursive: true });
  writeFileSync(LOG, `${JSON.stringify(figures, null, 2)}\n`);
};

let data = mkdtempSync(join(tmpdir(), 'blue-ledger-torture-'));
const DRAFTERS = 4;
/** Drawings of one register, before another one is begun: so that first starts and migrations are killed too. */
const ROUNDS_A_REGISTER = 12;
/** Mostly while work is done, every fourth time while the server is starting, ms after its start or its first answer. */
const WORK = 1800;
const STARTING = 700;

say(`Killing the server ${wanted - figures.kills} times (seed ${seed}) ...`);
const began = Date.now();
/** So many kills of first starts in a row; a slow machine would be killed there again and again and do no work. */
const FIRST_STARTS = 2;
let firstInRow = 0;
while (figures.kills < wanted) {
  const random = randomFrom(seed * 1_000_003 + figures.kills);
  if (!process.env.DATABASE_URL && figures.kills % ROUNDS_A_REGISTER === 0 && books.size) {
    rmSync(data, { recursive: true, force: true });
    data = mkdtempSync(join(tmpdir(), 'blue-ledger-torture-'));
    books.clear();
  }
  const server = await start(data);
  const isFirst = !process.env.DATABASE_URL && !readdirSync(data).length;
  firstInRow = isFirst ? firstInRow + 1 : 0;
  if (random() < 0.25 || (isFirst && firstInRow <= FIRST_STARTS)) {
    // killed as it starts, the first time on an empty folder: while the database is made and its tables are
    if (isFirst) figures.firstStarts++;
    await new Promise((done) => setTimeout(done, 200 + random() * STARTING));
    fetch(`${server.address}/api/health`).catch(() => undefined);
    await new Promise((done) => setTimeout(done, random() * STARTING));
  } else {
    await ready(server);
    for (const id of [...books.keys()]) await look(server.address, id);
    const owned = [...books.keys()];
    const drafters = Array.from({ length: DRAFTERS }, (_, i) =>
      draft(
        server.address,
        randomFrom(seed * 7919 + figures.kills * 31 + i),
        owned.filter((_id, k) => k % DRAFTERS === i),
      ),
    );
    await new Promise((done) => setTimeout(done, random() * WORK));
    await server.kill();
    await Promise.all(drafters);
  }
  await server.kill();
  figures.kills++;
  if (!values.short) report();
  if (figures.kills % 50 === 0)
    say(
      `${figures.kills} kills: ${figures.acknowledged} changes acknowledged, ${figures.lost.length} lost (${((Date.now() - began) / 1000).toFixed(0)} s)`,
    );
}
const last = await start(data);
await ready(last);
for (const id of [...books.keys()]) await look(last.address, id);
await last.kill();
rmSync(data, { recursive: true, force: true });
if (!values.short) report();
say(
  `${figures.kills} kills, ${figures.firstStarts} of them at a first start: ${figures.acknowledged} changes, ${figures.undone} steps back, ${figures.created} new drawings and ${figures.issued} issues acknowledged, ${figures.lost.length} lost. ${figures.underWay} were under way, ${figures.made} of them made; all were sent again and made once.`,
);
// a campaign in which nothing was stored has shown nothing
if (!figures.acknowledged) console.error('No change was acknowledged between the kills: nothing was tried.');
process.exitCode = figures.lost.length || !figures.acknowledged ? 1 : 0;
