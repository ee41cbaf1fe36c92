import { describe, expect, test } from '@jest/globals';
import { openDesk } from '../../../core/drawing/desk.ts';
import { drawingOfPart } from '../../../core/drawing/drawing.ts';
import { dot, type Vec3 } from '../../../core/geometry/vec.ts';
import type { ViewName } from '../../../core/geometry/viewFrames.ts';
import { VIEW_FRAMES } from '../../../core/geometry/viewFrames.ts';
import {
  accountsOf,
  featureRows,
  scaleFromBox,
  scaleFromPoint,
  scaleFromXY,
} from '../../../core/ledger/ledger.ts';
import { labelIn, type NumberingChoice, numberPoints, STARTS } from '../../../core/ledger/numbering.ts';
import { postingsIn } from '../../../core/ledger/postings.ts';
import { letterWidth } from '../../../core/sheet/annotate/letterWidth.ts';
import { labelKey } from '../../../core/sheet/annotate/pointLabels.ts';
import { rectsMeet } from '../../../core/sheet/layout/paper.ts';
import { DEFAULT_SETUP } from '../../../core/sheet/setup.ts';
import { drawSheet } from '../../../core/sheet/sheet.ts';
import { placeOfPoint } from '../../../core/sheet/views/placedView.ts';
import { ledgerCsv } from '../../../formats/ledgerText.ts';
import { caseDrawings, demoDrawings } from '../../samples.ts';
import { built, feature, partOf, seen } from '../balance/given.ts';

const block = (w: number, d: number, h: number) =>
  ({ kind: 'block', width: w, depth: d, height: h }) as const;
const step = (w = 60) =>
  partOf(
    feature('add', block(w, 40, 10), { id: 'base' }),
    feature('add', block(20, 40, 15), { id: 'top', at: [0, 0, 10] }),
  );

describe('numbers of points', () => {
  test('ring by ring from the top, clockwise from the left back', () => {
    const points = numberPoints(built(step()));
    expect(points.map((p) => [p.label, ...p.at])).toEqual([
      ['1', 0, 40, 25],
      ['2', 20, 40, 25],
      ['3', 20, 0, 25],
      ['4', 0, 0, 25],
      ['5', 20, 40, 10],
      ['6', 60, 40, 10],
      ['7', 60, 0, 10],
      ['8', 20, 0, 10],
      ['9', 0, 40, 0],
      ['10', 60, 40, 0],
      ['11', 60, 0, 0],
      ['12', 0, 0, 0],
    ]);
  });
  test('are kept against keys that hold when sizes change', () => {
    const keys = (w: number) => numberPoints(built(step(w))).map((p) => `${p.label} ${p.key}`);
    expect(keys(60)).toEqual(keys(83.5));
  });
});

describe('postings', () => {
  test('a corner behind another is hidden in that view, seen in the next', () => {
    const part = built(step());
    const points = numberPoints(part);
    const posted = (view: 'front' | 'top' | 'left', label: string) =>
      postingsIn(seen(part, view), points, part.bodies[0]!.edges, part.tol.linear).get(
        points.find((p) => p.label === label)!.key,
      );
    expect(['1', '4', '12'].map((l) => posted('top', l))).toEqual(['seen', 'seen', 'hidden']);
    expect(['1', '4', '12'].map((l) => posted('front', l))).toEqual(['hidden', 'seen', 'seen']);
    // from the left the inner corner of the step lies behind the wall
    expect(['8', '12'].map((l) => posted('left', l))).toEqual(['hidden', 'seen']);
  });
});

const drawings = demoDrawings();
const conformance = caseDrawings();

describe('the schools of naming', () => {
  const choices = STARTS.flatMap((start) =>
    (['numbers', 'letters'] as const).flatMap((school) =>
      (['two', 'one'] as const).map(
        (pairs): NumberingChoice => ({ school, start, pairs, sense: 'clockwise' }),
      ),
    ),
  );
  test.each([...drawings, ...conformance])('%s: every school keeps its rules', (_name, d) => {
    const part = built(d.part);
    const tol = part.tol.linear * 40;
    for (const choice of choices) {
      const points = numberPoints(part, choice);
      const plain = points.filter((p) => !p.label.startsWith('O'));
      // nearer rings first
      for (const [i, p] of points.entries())
        expect(p.at[2]).toBeLessThanOrEqual((points[i - 1]?.at[2] ?? Number.POSITIVE_INFINITY) + tol);
      // clockwise round each ring from its named corner: the turns never go back
      const levels = [...new Set(points.map((p) => Math.round(p.at[2] / (tol * 4))))];
      for (const level of levels) {
        const ring = points.filter((p) => Math.round(p.at[2] / (tol * 4)) === level);
        if (ring.length < 3) continue;
        const mid = [0, 1].map((k) => {
          const xs = ring.map((p) => p.at[k] as number);
          return (Math.min(...xs) + Math.max(...xs)) / 2;
        }) as [number, number];
        const angle = (p: { at: readonly number[] }) =>
          Math.atan2((p.at[1] as number) - mid[1], (p.at[0] as number) - mid[0]);
        const turned = ring.slice(1).map((p, i) => {
          const by = angle(ring[i] as (typeof ring)[number]) - angle(p);
          return ((by % (2 * Math.PI)) + 2 * Math.PI + 1e-6) % (2 * Math.PI);
        });
        expect(turned.reduce((a, b) => a + b, 0)).toBeLessThan(2 * Math.PI + 1e-3);
      }
      // one name a corner, or one for those that stand one above another
      const names = new Map<string, (typeof points)[number]>();
      for (const p of plain) {
        const same = names.get(p.label);
        if (same) {
          expect(choice.pairs).toBe('one');
          expect(Math.hypot(same.at[0] - p.at[0], same.at[1] - p.at[1])).toBeLessThan(tol);
        }
        names.set(p.label, p);
      }
      const count = names.size;
      const wanted = Array.from({ length: count }, (_, i) =>
        choice.school === 'numbers'
          ? String(i + 1)
          : `${'abcdefghijklmnpqrstuvwxyz'[i % 25]}${Math.floor(i / 25) || ''}`,
      );
      expect([...names.keys()]).toEqual(wanted);
    }
  });
  test('the apex of a pyramid is O, and letters take their primes', () => {
    const pyramid = partOf(feature('add', { kind: 'pyramid', sides: 5, side: 20, height: 40 }));
    const points = numberPoints(built(pyramid), {
      school: 'letters',
      start: 'left front',
      pairs: 'two',
      sense: 'clockwise',
    });
    expect(points.map((p) => p.label)).toEqual(['O', 'a', 'b', 'c', 'd', 'e']);
    expect((['top', 'front', 'left'] as const).map((v) => labelIn(v, 'a', 'letters'))).toEqual([
      'a',
      "a'",
      'a"',
    ]);
    expect(labelIn('front', '7', 'numbers')).toBe('7');
  });
  test('a name given by hand stays with its corner, and the others keep theirs', () => {
    const part = built(step());
    const [first, second] = numberPoints(part);
    const points = numberPoints(part, undefined, { [first!.key]: 'K' });
    expect(points.slice(0, 2).map((p) => p.label)).toEqual(['K', '2']);
    expect(points[1]?.key).toBe(second?.key);
  });
});

describe('names on the sheet', () => {
  test.each([...drawings, ...conformance.filter(([, d]) => numberPoints(built(d.part)).length > 4)])(
    '%s: nearer points are written first, and names keep clear of one another',
    (_name, d) => {
      const setup = { ...d.setup, rules: { ...d.setup.rules, corners: 'numbers' as const } };
      const worked = openDesk().work({ ...d, cuts: [], setup });
      if (!worked.ok) throw new Error('not drawn');
      const { sheet, rows } = worked;
      const texts = sheet.ink.filter((i) => i.kind === 'text').filter((i) => i.label);
      expect(texts.length).toBeGreaterThan(3);
      for (const t of texts) {
        const toward = VIEW_FRAMES[t.label?.view as ViewName].toward;
        const depth = t.text.split(',').map((label) => {
          const at = rows.find((r) => r.label === label)?.at as Vec3;
          return dot(at, toward);
        });
        for (const [i, x] of depth.entries())
          expect(x).toBeLessThanOrEqual((depth[i - 1] ?? Infinity) + 1e-9);
      }
      const boxes = texts.map((t) => {
        const w = letterWidth(t.text, t.height);
        return { x: t.at[0] - w / 2, y: t.at[1], w, h: t.height };
      });
      const meeting = boxes.filter((a, i) => boxes.some((b, k) => k > i && rectsMeet(a, b, 0)));
      expect(meeting.length).toBe(0);
    },
  );
  test('the corners of one feature alone, or all again when it has gone', () => {
    const [, d] = drawings.find(([n]) => n.includes('clamp')) as (typeof drawings)[number];
    const named = (namesOf: string | undefined): string[] => {
      const setup = { ...d.setup, rules: { ...d.setup.rules, corners: 'numbers' as const, namesOf } };
      const worked = openDesk().work({ ...d, cuts: [], setup });
      if (!worked.ok) throw new Error('not drawn');
      const texts = worked.sheet.ink.flatMap((i) => (i.kind === 'text' && i.label ? i.text.split(',') : []));
      const on = new Map(worked.rows.map((r) => [r.label, r.on]));
      if (namesOf === 'seat')
        for (const t of texts) expect(on.get(t)?.some((k) => k.startsWith('seat/'))).toBe(true);
      return [...new Set(texts)];
    };
    const all = named(undefined).length;
    const seat = named('seat').length;
    expect(seat).toBeGreaterThan(3);
    expect(seat).toBeLessThan(all / 2);
    expect(named('gone').length).toBe(all);
  });
  test('a name moved by hand stays where it was put', () => {
    const part = built(step());
    const points = numberPoints(part);
    const at = (moved: Record<string, [number, number]>) => {
      const setup = { ...DEFAULT_SETUP, rules: { ...DEFAULT_SETUP.rules, corners: 'numbers' as const } };
      const sheet = drawSheet(part, setup, drawingOfPart(step()), [], { points, moved });
      return sheet.ink
        .filter((i) => i.kind === 'text')
        .find((i) => i.label?.view === 'top' && i.text.startsWith('1'));
    };
    const was = at({});
    if (!was?.label) throw new Error('no name');
    const is = at({ [labelKey('top', was.label.point)]: [11, -7] });
    expect(is?.at[0]).toBeCloseTo((was.label.of[0] as number) + 11, 9);
    expect(is?.at[1]).toBeCloseTo((was.label.of[1] as number) - 7 - 1.25, 9);
  });
});

describe('how the ledger counts', () => {
  const box = [10, 20, 30, 70, 60, 55] as const;
  test('from the box and from the XY lines, by angle', () => {
    const p: Vec3 = [25, 50, 35];
    expect(accountsOf(p, scaleFromBox(box, 'first'))).toEqual({ W: 15, D: 10, H: 5 });
    expect(accountsOf(p, scaleFromBox(box, 'third'))).toEqual({ W: 15, D: 30, H: 5 });
    // in first angle the left view stands at the right, so W counts from there
    expect(accountsOf(p, scaleFromXY(box, 'first', { W: 4, D: 4, H: 4 }, ['front', 'top', 'left']))).toEqual({
      W: 49,
      D: 14,
      H: 9,
    });
    expect(accountsOf(p, scaleFromXY(box, 'third', { W: 4, D: 4, H: 4 }, ['front', 'top', 'right']))).toEqual(
      {
        W: 49,
        D: 34,
        H: 24,
      },
    );
    expect(accountsOf(p, scaleFromXY(box, 'third', { W: 4, D: 4, H: 4 }, ['front', 'top', 'left']))).toEqual({
      W: 19,
      D: 34,
      H: 24,
    });
    expect(accountsOf(p, scaleFromPoint(scaleFromBox(box, 'first'), [20, 60, 35]))).toEqual({
      W: 5,
      D: 10,
      H: 0,
    });
  });
  test.each([...drawings, ...conformance])(
    '%s: what is counted from XY is what is measured on the sheet',
    (_name, equal) => {
      const { gap } = equal.setup;
      const d = {
        ...equal,
        setup: { ...equal.setup, between: [2 * gap + 3, 2 * gap + 8] as [number, number] },
      };
      const worked = openDesk().work(d);
      if (!worked.ok) throw new Error('not drawn');
      const { sheet, rows } = worked;
      const scale = scaleFromXY(
        sheet.box,
        sheet.angle,
        {
          W: sheet.gaps.upright / sheet.scale,
          D: sheet.gaps.others / sheet.scale,
          H: sheet.gaps.level / sheet.scale,
        },
        sheet.views.map((v) => v.name),
      );
      const xy = sheet.layout.referenceLines.find((r) => r.name === 'XY');
      const front = sheet.views.find((v) => v.name === 'front');
      const top = sheet.views.find((v) => v.name === 'top');
      if (!xy || !front || !top) throw new Error('no top view');
      const side = sheet.views.find((v) => v.name === 'left') ?? sheet.views.find((v) => v.name === 'right');
      const upright = sheet.layout.referenceLines.find((r) => side && r.between.includes(side.name));
      for (const r of rows) {
        const { W, D, H } = accountsOf(r.at, scale);
        if (upright)
          expect(Math.abs(placeOfPoint(front, r.at)[0] - upright.from[0])).toBeCloseTo(W * sheet.scale, 9);
        expect(Math.abs(placeOfPoint(front, r.at)[1] - xy.from[1])).toBeCloseTo(H * sheet.scale, 9);
        expect(Math.abs(placeOfPoint(top, r.at)[1] - xy.from[1])).toBeCloseTo(D * sheet.scale, 9);
      }
    },
  );
  test('features are posted by their centres, each copy by itself', () => {
    const file = partOf(
      feature('add', block(60, 40, 10), { id: 'plate' }),
      feature(
        'cut',
        { kind: 'hole', diameter: 6, depth: 'through' },
        { id: 'bore', at: [10, 12, 10], repeat: { count: 3, step: [15, 0, 0] } },
      ),
      feature(
        'cut',
        { kind: 'hole', diameter: 4, depth: 3 },
        { id: 'blind', plane: 'bottom', at: [30, 30, 0] },
      ),
    );
    const part = built(file);
    const views = (['front', 'top'] as const).map((name) => ({ name, view: seen(part, name) }));
    const rows = featureRows(file, views);
    expect(rows.map((r) => [r.label, ...r.at])).toEqual([
      ['bore', 10, 12, 10],
      ['bore 2', 25, 12, 10],
      ['bore 3', 40, 12, 10],
      ['blind', 30, 30, 0],
    ]);
    expect(rows.map((r) => r.postings)).toEqual([
      { front: 'hidden', top: 'seen' },
      { front: 'hidden', top: 'seen' },
      { front: 'hidden', top: 'seen' },
      { front: 'hidden', top: 'hidden' },
    ]);
  });
  test('as CSV: quoted where it has to be, one row an entry', () => {
    const text = ledgerCsv({
      entries: [
        {
          label: '1',
          kind: 'corner',
          body: 'a "b", c',
          at: [1.5, 2, 3],
          postings: { front: 'seen' },
          on: ['x/y', 'z/q'],
        },
      ],
      views: ['front', 'top'],
      scale: scaleFromBox([0, 0, 0, 4, 4, 4], 'third'),
      times: 2,
      unit: 'mm',
    });
    expect(text).toBe(
      'point,kind,W mm,D mm,H mm,front,top,body,faces\r\n1,corner,3,4,6,seen,none,"a ""b"", c",x/y | z/q\r\n',
    );
  });
});
