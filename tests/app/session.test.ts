import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import fc from 'fast-check';
import type { DrawingSession, SessionTools } from '../../app/session/sessionTypes.ts';
import type { Command } from '../../core/edit/command.ts';
import { setUp } from '../../core/edit/setupCommands.ts';
import { says } from '../../core/number/faultWords.ts';
import { betweenOf, withBetween } from '../../core/sheet/layout/gaps.ts';
import { campaign } from '../campaign.ts';
import { FakeStore, type Fate, moment, newStorage, openPage, sample } from './sessionWorld.ts';

const setH = (text: string): Command => ({ type: 'setFigure', place: { of: 'size', name: 'H' }, text });
const heightOf = (store: FakeStore, id: string): unknown => store.kept(id).drawing.part.dims?.H;
const settled = async (s: DrawingSession): Promise<void> => {
  for (let i = 0; i < 400 && s.state.getState().unsaved; i++) await moment(5);
};
const answered = (): Fate => 'answered';

const world = (...ids: string[]) => {
  const store = new FakeStore();
  for (const id of ids) store.add(id, { ...sample, title: id });
  return { store, storage: newStorage() };
};

describe('a session', () => {
  test('a change that waits is stored in its own drawing though another one was opened meanwhile', async () => {
    const { store, storage } = world('a', 'b');
    let fate: Fate = 'never arrives';
    const page = openPage(store, storage, () => fate);
    const a = await page.sessions.open(store.kept('a'));
    await a.edit(setH('61'));
    // between two tries it waits; a slow machine may be looked at while it tries
    for (let i = 0; i < 400 && a.state.getState().save !== 'waiting'; i++) await moment(5);
    expect(a.state.getState().save).toBe('waiting');
    page.sessions.leave(a);
    expect(page.sessions.unsaved.getState()).toMatchObject([{ id: 'a', changes: 1, save: 'waiting' }]);
    const b = await page.sessions.open(store.kept('b'));
    await b.edit(setH('62'));
    fate = 'answered';
    await settled(a);
    await settled(b);
    expect([heightOf(store, 'a'), heightOf(store, 'b')]).toEqual([61, 62]);
    expect([store.kept('a').drawing.title, store.kept('b').drawing.title]).toEqual(['a', 'b']);
    expect(page.sessions.unsaved.getState()).toEqual([]);
  });

  test('a change that is still being drawn when its page is left belongs to the same session', async () => {
    const { store, storage } = world('a');
    let fate: Fate = 'never arrives';
    const page = openPage(store, storage, () => fate);
    const a = await page.sessions.open(store.kept('a'));
    const edited = a.edit(setH('61'));
    page.sessions.leave(a);
    expect(await page.sessions.open(store.kept('a'))).toBe(a);
    await edited;
    page.sessions.leave(a);
    await moment(5);
    expect(page.sessions.unsaved.getState()).toMatchObject([{ id: 'a', changes: 1 }]);
    fate = 'answered';
    await settled(a);
    expect(heightOf(store, 'a')).toBe(61);
  });

  test('of two places typed quickly one after the other neither undoes the other', async () => {
    const { store, storage } = world('a');
    const page = openPage(store, storage, answered);
    const a = await page.sessions.open(store.kept('a'));
    const between = (axis: 0 | 1, mm: number) =>
      a.edit((now) => {
        const [l, s] = betweenOf(now.drawing.setup);
        return setUp(axis ? withBetween(l, mm) : withBetween(mm, s), 'distance');
      });
    // the second is entered before the first is drawn
    await Promise.all([between(0, 31), between(1, 47)]);
    await settled(a);
    expect(betweenOf(store.kept('a').drawing.setup)).toEqual([31, 47]);
    expect(store.labels.get('a')).toHaveLength(2);
  });

  test.each(['failed', 'overran'] as const)(
    'a change whose picture is not to be had (%s) is stored, and this is said',
    async (why) => {
      const { store, storage } = world('a');
      const page = openPage(store, storage, answered, async () => why);
      const a = await page.sessions.open(store.kept('a'));
      expect(await a.edit(setH('61'))).toEqual([]);
      await settled(a);
      expect(heightOf(store, 'a')).toBe(61);
      expect(a.state.getState().undrawn).toMatch(
        why === 'failed' ? /a fault in Blue Ledger/ : /takes too long/,
      );
    },
  );

  test('a change that changes nothing is no step of the history', async () => {
    const { store, storage } = world('a');
    const page = openPage(store, storage, answered);
    const a = await page.sessions.open(store.kept('a'));
    for (const h of ['61', '61', '61']) expect(await a.edit(setH(h))).toEqual([]);
    await settled(a);
    expect(store.labels.get('a')).toEqual(['Size H: 52 to 61']);
  });

  test('a lost answer is no conflict: the change is made once and the session goes on', async () => {
    const { store, storage } = world('a');
    const fates: Fate[] = ['answer lost', 'never arrives', 'answer lost'];
    const page = openPage(store, storage, () => fates.shift() ?? 'answered');
    const a = await page.sessions.open(store.kept('a'));
    await a.edit(setH('61'));
    await a.edit(setH('62'));
    await settled(a);
    expect(a.state.getState()).toMatchObject({ save: 'saved', revision: 3 });
    expect(store.labels.get('a')).toEqual(['Size H: 52 to 61', 'Size H: 61 to 62']);
  });

  test('what a page leaves unstored is stored by the next one, step by step', async () => {
    const { store, storage } = world('a');
    const page = openPage(store, storage, () => 'never arrives');
    const a = await page.sessions.open(store.kept('a'));
    for (const h of ['61', '62', '63']) await a.edit(setH(h));
    await moment(250);
    page.close();
    const next = openPage(store, storage, answered);
    await next.sessions.resume();
    expect(next.sessions.unsaved.getState()).toMatchObject([{ id: 'a', title: 'a', changes: 3 }]);
    const again = await next.sessions.open(store.kept('a'));
    expect(again.state.getState().drawing.part.dims?.H).toBe(63);
    await settled(again);
    expect(store.labels.get('a')).toEqual(['Size H: 52 to 61', 'Size H: 61 to 62', 'Size H: 62 to 63']);
    expect(storage.places.size).toBe(0);
  });

  test('undo on a state that another window has changed undoes nothing and shows how it stands', async () => {
    const { store, storage } = world('a');
    const [one, two] = [openPage(store, storage, answered), openPage(store, storage, answered)];
    const stale = await one.sessions.open(store.kept('a'));
    const other = await two.sessions.open(store.kept('a'));
    await other.edit(setH('61'));
    await settled(other);
    await stale.step(-1);
    expect(heightOf(store, 'a')).toBe(61);
    expect(stale.state.getState().drawing.part.dims?.H).toBe(61);
    expect(stale.state.getState().notice).toMatch(/changed in another window, so nothing was undone/);
  });

  test('an undo whose answer is lost, and what is typed after it, both hold', async () => {
    const { store, storage } = world('a');
    let fate: Fate = 'answered';
    const page = openPage(store, storage, () => fate);
    const a = await page.sessions.open(store.kept('a'));
    await a.edit(setH('61'));
    await settled(a);
    fate = 'answer lost';
    await a.step(-1);
    expect(a.state.getState().notice).toMatch(/Whether this was undone is shown when it is back/);
    fate = 'answered';
    // made here on 61, and in the store on what was undone
    await a.edit({ type: 'namePart', name: 'bracket two' });
    await settled(a);
    expect(a.state.getState().save).toBe('saved');
    expect(store.kept('a').drawing.part).toMatchObject({
      name: 'bracket two',
      dims: { H: sample.part.dims?.H },
    });
  });

  test('an undo while the server is away says so and loses nothing', async () => {
    const { store, storage } = world('a');
    let fate: Fate = 'answered';
    const page = openPage(store, storage, () => fate);
    const a = await page.sessions.open(store.kept('a'));
    fate = 'never arrives';
    await a.edit(setH('61'));
    await a.step(-1);
    expect(a.state.getState().notice).toMatch(/does not answer, so nothing was undone/);
    expect(a.state.getState().drawing.part.dims?.H).toBe(61);
    fate = 'answered';
    await settled(a);
    expect(heightOf(store, 'a')).toBe(61);
  });

  describe('two windows', () => {
    /** Two windows that changed one drawing; the second one's change is in conflict. */
    const inConflict = async () => {
      const { store, storage } = world('a');
      const [one, two] = [openPage(store, storage, answered), openPage(store, storage, answered)];
      const [first, second] = [
        await one.sessions.open(store.kept('a')),
        await two.sessions.open(store.kept('a')),
      ];
      await first.edit(setH('61'));
      await settled(first);
      await second.edit(setH('62'));
      await second.edit({ type: 'namePart', name: 'mine' });
      for (let i = 0; i < 100 && second.state.getState().save !== 'conflict'; i++) await moment(10);
      return { store, storage, first, second };
    };
    test('the losing one takes no more edits, and nothing is stored until one has chosen', async () => {
      const { store, second } = await inConflict();
      expect(second.state.getState().conflict).toMatchObject({
        current: { drawing: { part: { dims: { H: 61 } } } },
        mine: { part: { dims: { H: 62 }, name: 'mine' } },
      });
      expect((await second.edit(setH('70')))[0]?.remedy).toMatch(/Choose first/);
      expect(heightOf(store, 'a')).toBe(61);
    });
    test('mine is kept, over what the other stored', async () => {
      const { store, storage, second } = await inConflict();
      await second.settle('mine');
      await settled(second);
      expect(store.kept('a').drawing.part).toMatchObject({ dims: { H: 62 }, name: 'mine' });
      expect(second.state.getState()).toMatchObject({ save: 'saved', conflict: undefined });
      await second.step(-1);
      expect(heightOf(store, 'a')).toBe(61);
      expect(storage.places.size).toBe(0);
    });
    test('theirs is kept', async () => {
      const { store, storage, second } = await inConflict();
      await second.settle('theirs');
      expect(second.state.getState()).toMatchObject({ save: 'saved', unsaved: 0 });
      expect(second.state.getState().drawing.part.dims?.H).toBe(61);
      expect([heightOf(store, 'a'), storage.places.size]).toEqual([61, 0]);
    });
    test('both are kept: mine as a drawing of its own', async () => {
      const { store, second } = await inConflict();
      await second.settle('both');
      expect(heightOf(store, 'a')).toBe(61);
      const copy = [...store.rows.values()].find((r) => r.document.title === 'a (my version)');
      expect(copy?.document.part).toMatchObject({ dims: { H: 62 }, name: 'mine' });
    });
    /** Two windows of one drawing; the first has stored a change that the second does not know of. */
    const apart = async (draw?: SessionTools['draw']) => {
      const { store, storage } = world('a');
      const [one, two] = [openPage(store, storage, answered), openPage(store, storage, answered, draw)];
      const first = await one.sessions.open(store.kept('a'));
      const second = await two.sessions.open(store.kept('a'));
      await first.edit(setH('61'));
      await settled(first);
      return { store, first, second };
    };
    test('changes of different places are both stored, and nobody is asked', async () => {
      const { store, first, second } = await apart();
      await second.edit({ type: 'namePart', name: 'mine' });
      await second.edit({ type: 'setFigure', place: { of: 'size', name: 'D' }, text: '43' });
      await settled(second);
      expect(store.kept('a').drawing.part).toMatchObject({ dims: { H: 61, D: 43 }, name: 'mine' });
      expect(second.state.getState()).toMatchObject({ save: 'saved', conflict: undefined });
      expect(second.state.getState().drawing).toEqual(store.kept('a').drawing);
      expect(store.labels.get('a')).toEqual(['Size H: 52 to 61', 'Named mine', 'Size D: 40 to 43']);
      await first.follow();
      expect(first.state.getState().drawing).toEqual(store.kept('a').drawing);
      // undo takes back what was stored last
      await second.step(-1);
      expect(store.kept('a').drawing.part.dims).toMatchObject({ H: 61, D: 40 });
    });
    test('where both together cannot be drawn, one is asked', async () => {
      const draw: SessionTools['draw'] = async (d) =>
        d.part.dims?.H === 61 && d.part.dims?.D === 43
          ? { ok: false, faults: [{ path: [], where: '', ...says('session.halted') }] }
          : undefined;
      const { store, second } = await apart(draw);
      await second.edit({ type: 'setFigure', place: { of: 'size', name: 'D' }, text: '43' });
      for (let i = 0; i < 100 && second.state.getState().save !== 'conflict'; i++) await moment(10);
      expect(second.state.getState().conflict?.mine.part.dims).toMatchObject({ H: 52, D: 43 });
      expect(store.kept('a').drawing.part.dims).toMatchObject({ H: 61, D: 40 });
    });
    test('a command that would take back what the other stored is not made again', async () => {
      const { second, store } = await apart();
      const whole = { ...second.state.getState().drawing, title: 'from a file' };
      await second.edit({ type: 'replaceDrawing', drawing: whole, label: 'Opened' });
      for (let i = 0; i < 100 && second.state.getState().save !== 'conflict'; i++) await moment(10);
      expect(second.state.getState().save).toBe('conflict');
      expect(heightOf(store, 'a')).toBe(61);
    });
    test('an idle one follows', async () => {
      const { store, storage } = world('a');
      const [one, two] = [openPage(store, storage, answered), openPage(store, storage, answered)];
      const idle = await one.sessions.open(store.kept('a'));
      const busy = await two.sessions.open(store.kept('a'));
      await busy.edit(setH('61'));
      await settled(busy);
      await idle.follow();
      expect(idle.state.getState().drawing.part.dims?.H).toBe(61);
      await idle.edit(setH('62'));
      await settled(idle);
      expect(idle.state.getState().save).toBe('saved');
      expect(heightOf(store, 'a')).toBe(62);
    });
  });
});

const IDS = ['a', 'b', 'c'];
/** What may happen: an edit of a drawing, an undo, another page, a reload, and how the next requests fare. */
const event = fc.oneof(
  { weight: 6, arbitrary: fc.record({ kind: fc.constant('edit' as const), id: fc.constantFrom(...IDS) }) },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant('undo' as const), id: fc.constantFrom(...IDS) }) },
  { weight: 2, arbitrary: fc.record({ kind: fc.constant('leave' as const), id: fc.constantFrom(...IDS) }) },
  { weight: 2, arbitrary: fc.record({ kind: fc.constant('reload' as const) }) },
  {
    weight: 2,
    arbitrary: fc.record({ kind: fc.constant('wait' as const), ms: fc.integer({ min: 0, max: 240 }) }),
  },
  {
    weight: 4,
    arbitrary: fc.record({
      kind: fc.constant('fates' as const),
      fates: fc.array(fc.constantFrom<Fate>('answered', 'answer lost', 'never arrives'), { maxLength: 6 }),
    }),
  },
);

test('whatever edits, failures, retries, page changes and reloads come together, each drawing stores its own edits in order', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(event, { minLength: 4, maxLength: 30 }), async (events) => {
      const { store, storage } = world(...IDS);
      let fates: Fate[] = [];
      let page = openPage(store, storage, () => fates.shift() ?? 'answered');
      const open = new Map<string, DrawingSession>();
      const sessionOf = async (id: string): Promise<DrawingSession> => {
        const known = open.get(id) ?? (await page.sessions.open(store.kept(id)));
        open.set(id, known);
        return known;
      };
      const made = new Map<string, string[]>(IDS.map((id) => [id, []]));
      let count = 0;
      for (const e of events) {
        if (e.kind === 'edit') {
          const s = await sessionOf(e.id);
          // the number of the edit is in its label, and tells the order
          const name = `edit ${++count}`;
          if (!(await s.edit({ type: 'namePart', name })).length) made.get(e.id)?.push(`Named ${name}`);
        } else if (e.kind === 'undo') await (await sessionOf(e.id)).step(-1);
        else if (e.kind === 'leave') {
          const s = open.get(e.id);
          if (s) page.sessions.leave(s);
          open.delete(e.id);
        } else if (e.kind === 'wait') await moment(e.ms);
        else if (e.kind === 'fates') fates = [...e.fates];
        else {
          page.close();
          open.clear();
          page = openPage(store, storage, () => fates.shift() ?? 'answered');
          await page.sessions.resume();
        }
      }
      fates = [];
      for (let i = 0; i < 400 && page.sessions.unsaved.getState().length; i++) await moment(5);
      for (const id of IDS) {
        const stored = (store.labels.get(id) ?? []).filter((l) => l.startsWith('Named'));
        expect(stored).toEqual(made.get(id));
      }
      expect(storage.places.size).toBe(0);
    }),
    { numRuns: 60, seed: 20261127 },
  );
});

describe('several people at one drawing', () => {
  const PLACES = ['H', 'D', 'L', 'name'] as const;
  const act = fc.record({
    who: fc.nat({ max: 2 }),
    what: fc.constantFrom('edit', 'edit', 'edit', 'follow', 'wait'),
    place: fc.constantFrom(...PLACES),
    ms: fc.integer({ min: 0, max: 400 }),
    fate: fc.constantFrom<Fate>('answered', 'answered', 'answered', 'answer lost', 'never arrives'),
  });
  beforeEach(() => void jest.useFakeTimers());
  afterEach(() => void jest.useRealTimers());

  /** Which of the four places a stored change is of, by its label. */
  const placeIn = (label: string): string => (/^Size (\w+):/.exec(label) ?? [])[1] ?? 'name';

  /** What the stored changes, one after the other, make of the four places. */
  const told = (labels: readonly string[]): Record<string, string> => {
    const out: Record<string, string> = { H: '52', D: '40', L: '90', name: sample.part.name };
    for (const label of labels) {
      const [, size, from, to] = /^Size (\w+): (\S+) to (\S+)$/.exec(label) ?? [];
      if (size) {
        // what a label says was there before is what was there
        expect(out[size]).toBe(from);
        out[size] = to as string;
      } else out.name = (/^Named (.*)$/.exec(label) ?? [])[1] as string;
    }
    return out;
  };

  test('no change is lost or made twice, however their edits, answers and failures fall together', async () => {
    let asked = 0;
    await fc.assert(
      fc.asyncProperty(fc.array(act, { minLength: 4, maxLength: 24 }), async (acts) => {
        const { store } = world('a');
        const fates: Fate[] = [];
        const all = await Promise.all(
          [0, 1, 2].map(async () => {
            const page = openPage(store, newStorage(), () => fates.shift() ?? 'answered');
            return page.sessions.open(store.kept('a'));
          }),
        );
        let count = 100;
        /** who made a change, and where, by its value */
        const made = new Map<string, { readonly by: number; readonly place: string }>();
        const storedValues = (): string[] =>
          (store.labels.get('a') ?? []).map((l) => l.split(' ').at(-1) as string);
        const given = new Set<string>();
        const advance = (ms: number): Promise<void> => jest.advanceTimersByTimeAsync(ms);
        /** whoever is asked takes how it stands: those changes of theirs are given up by choice */
        const choose = async (): Promise<void> => {
          for (const [who, s] of all.entries()) {
            if (s.state.getState().save !== 'conflict') continue;
            asked++;
            const there = storedValues();
            const waiting = [...made].filter(([value, m]) => m.by === who && !there.includes(value));
            // nobody is asked but where another has changed the same place meanwhile
            const since = (store.labels.get('a') ?? []).slice(s.state.getState().revision - 1).map(placeIn);
            expect(waiting.some(([, m]) => since.includes(m.place))).toBe(true);
            for (const [value] of waiting) given.add(value);
            const done = s.settle('theirs');
            await advance(50);
            await done;
          }
        };
        for (const { who, what, place, ms, fate } of acts) {
          const s = all[who] as DrawingSession;
          if (what === 'wait') await advance(ms);
          else if (what === 'follow') {
            const done = s.follow();
            await advance(5);
            await done;
          } else {
            const value = String(++count);
            fates.push(fate);
            const done = s.edit(
              place === 'name'
                ? { type: 'namePart', name: value }
                : { type: 'setFigure', place: { of: 'size', name: place }, text: value },
            );
            await advance(1);
            if (!(await done).length) made.set(value, { by: who, place });
          }
          await choose();
        }
        // in the end all that is sent arrives
        fates.length = 0;
        for (let i = 0; i < 60 && all.some((s) => s.state.getState().unsaved); i++) {
          await advance(500);
          await choose();
        }
        const labels = store.labels.get('a') ?? [];
        const { dims, name } = store.kept('a').drawing.part;
        expect(told(labels)).toEqual({ H: `${dims?.H}`, D: `${dims?.D}`, L: `${dims?.L}`, name });
        const values = storedValues();
        // each once
        expect(new Set(values).size).toBe(values.length);
        // and all, but those that somebody chose to give up
        for (const v of made.keys()) if (!given.has(v)) expect(values).toContain(v);
        for (const s of all) {
          expect(s.state.getState()).toMatchObject({ save: 'saved', unsaved: 0 });
          const done = s.follow();
          await advance(5);
          await done;
          expect(s.state.getState().drawing).toEqual(store.kept('a').drawing);
        }
      }),
      { numRuns: campaign(50_000, 1500), seed: 20261201 },
    );
    expect(asked).toBeGreaterThan(10);
  }, 3_600_000);
});
