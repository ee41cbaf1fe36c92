import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { openDesk } from '../../core/drawing/desk.ts';
import { type Drawing, drawingOfPart, readDrawing } from '../../core/drawing/drawing.ts';
import { type Conic2, pointOn2 } from '../../core/geometry/curve2.ts';
import { distance2, length2, type Vec2 } from '../../core/geometry/vec.ts';
import { readPartFile } from '../../core/part/model.ts';
import type { ReplayChoice, Step } from '../../core/replay/deed.ts';
import { transfersOf } from '../../core/replay/dividers.ts';
import { planReplay } from '../../core/replay/planReplay.ts';
import type { Sheet } from '../../core/sheet/sheet.ts';
import { stretchOnPaper } from '../../core/sheet/similarity.ts';
import { BoardHand, type Stroke } from './boardHand.ts';

const demo = new URL('../../demo/', import.meta.url);
const drawings: [string, Drawing][] = readdirSync(demo)
  .filter((f) => f.endsWith('.drawing.json'))
  .map((f) => {
    const read = readDrawing(JSON.parse(readFileSync(new URL(f, demo), 'utf8')));
    if (!read.ok) throw new Error(f);
    return [f, read.value];
  });
const cases = new URL('../../../shared/conformance/cases/', import.meta.url);
const conformance: [string, Drawing][] = readdirSync(cases).map((f) => {
  const read = readPartFile(JSON.parse(readFileSync(new URL(`${f}/part.json`, cases), 'utf8')));
  if (!read.ok) throw new Error(f);
  return [f, drawingOfPart(read.value)];
});

const replayOf = (d: Drawing, choice: ReplayChoice): { steps: Step[]; sheet: Sheet } => {
  const worked = openDesk().work(d);
  if (!worked.ok) throw new Error('not drawn');
  const { sheet, part, rows } = worked;
  return { steps: planReplay(sheet, d.part, part, rows, choice, d.setup.rules), sheet };
};

const near = (p: Vec2, q: { x: number; y: number } | undefined, tol = 1e-6): boolean =>
  q !== undefined && Math.hypot(p[0] - q.x, p[1] - q.y) < tol;

/** What the engine draws, each line looked for among the strokes of the hand. */
const compare = (sheet: Sheet, strokes: readonly Stroke[]): { missing: string[]; spare: number } => {
  const left = new Set(strokes);
  const missing: string[] = [];
  for (const v of sheet.views)
    for (const l of v.view.lines) {
      const s = stretchOnPaper(v.toPaper, l);
      const [a, b] = [pointOn2(s.curve, s.from), pointOn2(s.curve, s.to)];
      const full = s.curve.type === 'conic' && s.to - s.from > 2 * Math.PI - 1e-9;
      const found = [...left].find((k) => {
        if (k.seen !== (l.class === 'visible')) return false;
        const ends =
          (near(a, k.points[0]) && near(b, k.points.at(-1))) ||
          (near(b, k.points[0]) && near(a, k.points.at(-1)));
        if (s.curve.type === 'line') return k.how === 'straight' && ends;
        if (s.curve.type === 'conic' && s.curve.round) {
          if (k.how !== 'arc' || !k.circle) return false;
          const same = near(s.curve.c, k.circle.m) && Math.abs(length2(s.curve.major) - k.circle.r) < 1e-6;
          return same && (full ? k.points.length === 0 : near(a, k.points[0]) && near(b, k.points[1]));
        }
        if (k.how !== 'curve') return false;
        const scan = Array.from({ length: 4001 }, (_, i) =>
          pointOn2(s.curve, s.from + ((s.to - s.from) * i) / 4000),
        );
        const on = k.points.every((q) => {
          if (s.curve.type === 'conic') {
            const { c, major, minor } = s.curve as Conic2;
            const e: Vec2 = [q.x - c[0], q.y - c[1]];
            const x = (e[0] * major[0] + e[1] * major[1]) / length2(major) ** 2;
            const y = (e[0] * minor[0] + e[1] * minor[1]) / length2(minor) ** 2;
            return Math.abs(Math.hypot(x, y) - 1) * length2(minor) < 1e-6;
          }
          return Math.min(...scan.map((p) => distance2(p, [q.x, q.y]))) < 0.05;
        });
        return on && (k.closed || ends || full);
      });
      if (found) left.delete(found);
      else missing.push(`${v.name} ${l.class} ${s.curve.type} ${l.sources[0]}`);
    }
  for (const shape of sheet.shapes)
    for (const r of shape.rims.flatMap((x) => x.stretches)) {
      const [a, b] = [pointOn2(r.curve, r.from), pointOn2(r.curve, r.to)];
      const found = [...left].find((k) => {
        const ends =
          (near(a, k.points[0]) && near(b, k.points.at(-1))) ||
          (near(b, k.points[0]) && near(a, k.points.at(-1)));
        if (r.curve.type === 'line') return k.how === 'straight' && ends;
        if (k.how !== 'curve' || !(ends || k.closed)) return false;
        const scan = Array.from({ length: 4001 }, (_, i) =>
          pointOn2(r.curve, r.from + ((r.to - r.from) * i) / 4000),
        );
        return k.points.every((q) => Math.min(...scan.map((p) => distance2(p, [q.x, q.y]))) < 0.05);
      });
      if (found) left.delete(found);
      else missing.push(`shape ${shape.cut} ${r.curve.type}`);
    }
  return { missing, spare: left.size };
};

const withRules = (d: Drawing, more: Partial<Drawing['setup']['rules']>): Drawing => ({
  ...d,
  setup: { ...d.setup, rules: { ...d.setup.rules, ...more } },
});

const CHOICES: ReplayChoice[] = [
  { method: 'mitre', first: 'front', hidden: 'per view' },
  { method: 'arcs', first: 'top', hidden: 'last' },
  { method: 'distances', first: 'front', hidden: 'per view' },
];

describe('the replay, done by a hand that knows nothing but the steps', () => {
  const all = [...drawings, ...conformance].flatMap(([name, d]) =>
    (['first', 'third'] as const).flatMap((angle) =>
      CHOICES.map(
        (choice) =>
          [
            name,
            angle,
            choice.method,
            withRules({ ...d, setup: { ...d.setup, angle } }, { generators: 12 }),
            choice,
          ] as const,
      ),
    ),
  );
  test.each(all)(
    '%s in %s angle by %s: every line of the engine, and none besides',
    (_n, _a, _m, d, choice) => {
      const { steps, sheet } = replayOf(d, choice);
      const hand = new BoardHand();
      for (const s of steps) for (const deed of s.deeds) hand.does(deed);
      expect(compare(sheet, hand.strokes)).toEqual({ missing: [], spare: 0 });
    },
  );
});

describe('nothing appears from nowhere', () => {
  const all = [...drawings, ...conformance];
  const FIGURES = new Set(['place', 'setOff']);
  test.each(all)('%s: every figure says where it comes from, and is set off once', (_n, d) => {
    const { steps, sheet } = replayOf(d, CHOICES[0] as ReplayChoice);
    const measured = new Set<string>();
    for (const s of steps) {
      const figures = s.deeds.filter((x) => FIGURES.has(x.do) || (x.do === 'circle' && 'radius' in x));
      // what brings a figure with it says so
      if (figures.length) expect([s.text, s.source]).toEqual([s.text, expect.any(String)]);
      if (s.working) {
        // the working comes to the length that is set off or taken into the compass
        const worth = s.working.split(/ (?=[-+] )/).reduce((sum, t) => {
          const [, sign, a, b] = /^([-+] )?([\d.]+)(\/2)?$/.exec(t) ?? [];
          return sum + (sign?.startsWith('-') ? -1 : 1) * (Number(a) / (b ? 2 : 1));
        }, 0);
        const length =
          figures.map((f) => ('distance' in f ? f.distance : 'radius' in f ? f.radius : 0))[0] ?? 0;
        expect(worth * sheet.scale).toBeCloseTo(length, 3);
      }
      if (s.stage === 'setting out' || s.account === undefined || s.source === undefined) continue;
      const f = figures[0];
      if (f?.do !== 'setOff') continue;
      const once = `${s.account} ${s.view} ${f.distance.toFixed(5)}`;
      expect(measured.has(once)).toBe(false);
      measured.add(once);
    }
  });
  test.each(drawings)(
    '%s: what is calculated is told as such, and no more than a few coordinates are',
    (_n, d) => {
      const { steps } = replayOf(d, CHOICES[0] as ReplayChoice);
      const calculated = steps.filter((s) => s.source === 'calculated');
      for (const s of calculated) expect(s.text + s.why).toMatch(/calculated|compass|circle|dividers/i);
      expect(calculated.length).toBeLessThanOrEqual(8);
    },
  );
});

test('the dividers strip has every length once, with what its rounding does', () => {
  const { steps } = replayOf(drawings[0]?.[1] as Drawing, CHOICES[2] as ReplayChoice);
  const strip = transfersOf(steps, 0.5);
  expect(strip.length).toBeGreaterThan(10);
  const lengths = strip.map((t) => t.length.toFixed(3));
  expect(new Set(lengths).size).toBe(lengths.length);
  for (const t of strip) {
    expect(Math.abs(t.off)).toBeLessThanOrEqual(0.25 + 1e-9);
    expect(t.length + t.off).toBeCloseTo(t.rounded, 9);
    expect(t.rounded * 2).toBeCloseTo(Math.round(t.rounded * 2), 9);
  }
  const setOff = steps.flatMap((s) => s.deeds).filter((d) => d.do === 'setOff');
  for (const d of setOff) expect(strip.some((t) => Math.abs(t.length - d.distance) < 1e-3)).toBe(true);
});

test('what finishes the drawing comes last, and light lines go where the rules say so', () => {
  const [, d] = drawings[1] as [string, Drawing];
  const last = (projectors: 'kept' | 'off') =>
    replayOf(withRules(d, { projectors }), CHOICES[0] as ReplayChoice).steps.filter(
      (s) => s.stage === 'finishing',
    );
  expect(last('off').at(-1)?.clears).toBe(true);
  expect(last('kept').some((s) => s.clears)).toBe(false);
  expect(last('kept').flatMap((s) => s.shows ?? [])).toEqual(
    expect.arrayContaining(['centre', 'hatch', 'trace', 'labels']),
  );
});
