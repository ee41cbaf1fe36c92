import { describe, expect, test } from '@jest/globals';
import type { Vec3 } from '../../../core/geometry/vec.ts';
import { VIEW_FRAMES } from '../../../core/geometry/viewFrames.ts';
import { numberPoints } from '../../../core/ledger/numbering.ts';
import { type RoundRow, roundPoints, roundRows } from '../../../core/ledger/roundPoints.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { viewOf } from '../../../core/view/view.ts';
import { built, feature, partOf } from '../balance/given.ts';

const rowsOf = (file: PartFile, divisions?: number): readonly RoundRow[] => {
  const part = built(file);
  const corners = numberPoints(part).map((p) => p.at);
  const views = (['front', 'top', 'left'] as const).map((name) => ({
    name,
    view: viewOf(part.bodies, VIEW_FRAMES[name], part.tol),
  }));
  return roundRows(
    part,
    roundPoints(part, corners, divisions ? { count: divisions, start: 'left' } : undefined),
    views,
  );
};
const row = (rows: readonly RoundRow[], what: RegExp, at?: Vec3): RoundRow => {
  const found = rows.filter(
    (r) =>
      what.test(`${r.label}: ${r.what}`) &&
      (!at || r.at.every((x, i) => Math.abs(x - (at[i] as number)) < 1e-6)),
  );
  expect([String(what), at, found.length]).toEqual([String(what), at, 1]);
  return found[0] as RoundRow;
};
const posted = (r: RoundRow): string =>
  ['front', 'top', 'left'].map((v) => r.postings[v as 'front']).join(' ');

/** An upright pin of 30, 60 high, with a cross hole of 10 from front to back at half its height. */
const pin = partOf(
  feature('add', { kind: 'cylinder', diameter: 30, height: 60 }, { id: 'pin' }),
  feature(
    'cut',
    { kind: 'hole', diameter: 10, depth: 'through' },
    { id: 'hole', at: [0, -15, 30], turn: [{ axis: 'x', angle: 90 }] },
  ),
);

describe('a pin with a cross hole has rows', () => {
  const rows = rowsOf(pin);
  test('for the ends of its axis and their quadrant points', () => {
    expect(posted(row(rows, /centre of the circle of .*top of pin/, [0, 0, 60]))).toBe('seen seen seen');
    expect(posted(row(rows, /centre of the circle of .*bottom of pin/, [0, 0, 0]))).toBe('seen hidden seen');
    const names = rows
      .filter((r) => r.kind === 'quadrant' && r.at[2] === 60)
      .map((r) => [r.label.split(' ')[1], ...r.at.map((x) => Math.round(x * 1e9) / 1e9 + 0)]);
    expect(names).toEqual([
      ['right', 15, 0, 60],
      ['left', -15, 0, 60],
      ['back', 0, 15, 60],
      ['front', 0, -15, 60],
    ]);
    // what stands behind the same rim is hidden
    expect(posted(row(rows, /back point .*top of pin/))).toBe('hidden seen seen');
    expect(posted(row(rows, /front point .*top of pin/))).toBe('seen seen seen');
    expect(posted(row(rows, /right point .*top of pin/))).toBe('seen seen hidden');
    expect(posted(row(rows, /right point .*bottom of pin/))).toBe('seen hidden hidden');
  });
  test('for the extreme points of the curves where the hole comes out', () => {
    const y = Math.sqrt(15 * 15 - 5 * 5);
    for (const at of [
      [0, -15, 35],
      [0, -15, 25],
      [5, -y, 30],
      [-5, -y, 30],
      [0, 15, 35],
    ] as Vec3[])
      row(rows, /^K/, at);
    expect(posted(row(rows, /^K/, [5, -y, 30]))).toMatch(/^seen/);
    // the mouth behind: its lowest point stands behind that of the front one
    expect(rows.filter((r) => r.label.startsWith('K'))).toHaveLength(8);
  });
  test('and where it is asked for at equal divisions, the quadrant points not twice', () => {
    const divided = rowsOf(pin, 12).filter((r) => /^O\d/.test(r.label) && Math.abs(r.at[2] - 60) < 1e-9);
    expect(divided).toHaveLength(1 + 12);
    const at30 = divided.find((r) => r.label.endsWith('30°'))?.at as Vec3;
    expect(at30[0]).toBeCloseTo(15 * Math.cos(Math.PI / 6), 9);
    expect(at30[1]).toBeCloseTo(7.5, 9);
  });
});

describe('points on generators of a curve in which two rounds meet', () => {
  test('lie on both rounds, at the divisions of the lesser one, its extreme points not twice', () => {
    const rows = rowsOf(pin, 12).filter((r) => r.label.startsWith('K'));
    // a hole of 10 through a pin of 30: each mouth has 12 points, of which 4 are its extremes
    expect(rows).toHaveLength(24);
    const turns = rows.map(({ at: [x, y, z] }) => {
      expect(Math.hypot(x, y)).toBeCloseTo(15, 9);
      expect(Math.hypot(x, z - 30)).toBeCloseTo(5, 9);
      return Math.round(((Math.atan2(z - 30, x) * 180) / Math.PI) * 1e6) / 1e6;
    });
    for (let k = 0; k < 12; k++) {
      const angle = k * 30 > 180 ? k * 30 - 360 : k * 30;
      expect(
        turns.filter((t) => Math.abs(Math.abs(t) - Math.abs(angle)) < 1e-5 && t >= -1e-5 === angle >= 0),
      ).toHaveLength(2);
    }
    expect(rows.filter((r) => r.kind === 'division')).toHaveLength(16);
    expect(rows.find((r) => r.kind === 'division')?.what).toContain('generator');
  });
  test('a cone on a block standing aslant: its generators meet the flat side', () => {
    const cone = partOf(
      feature('add', { kind: 'cone', diameter: 60, height: 60 }, { id: 'cone' }),
      feature('cut', { kind: 'block', width: 40, depth: 80, height: 80 }, { id: 'flat', at: [15, -40, -1] }),
    );
    const rows = rowsOf(cone, 24).filter((r) => r.label.startsWith('K') && r.kind === 'division');
    // the side x = 15 cuts generators within 60 degrees to both sides of the right one: those at 15, 30 and 45 degrees; the one to the right is an extreme
    expect(
      rows.map((r) => Math.round((Math.atan2(Math.abs(r.at[1]), r.at[0]) * 180) / Math.PI)).sort(),
    ).toEqual([15, 15, 30, 30, 45, 45]);
    for (const { at } of rows) expect(Math.hypot(at[0], at[1]) / 30 + at[2] / 60).toBeCloseTo(1, 9);
  });
});

test('the apex of a cone has a row, and none once it is cut away', () => {
  const cone = feature('add', { kind: 'cone', diameter: 40, height: 50 }, { id: 'cone' });
  const apex = row(rowsOf(partOf(cone)), /apex of the side of cone/, [0, 0, 50]);
  expect(posted(apex)).toBe('seen seen seen');
  const cut = partOf(
    cone,
    feature('cut', { kind: 'block', width: 60, depth: 60, height: 30 }, { id: 'off', at: [-30, -30, 30] }),
  );
  expect(rowsOf(cut).filter((r) => r.kind === 'apex')).toEqual([]);
});

test('a point of a rim that is cut away has none, and a corner is not there twice', () => {
  const half = partOf(
    feature('add', { kind: 'cylinder', diameter: 30, height: 20 }, { id: 'half' }),
    feature('cut', { kind: 'block', width: 20, depth: 40, height: 30 }, { id: 'flat', at: [5, -20, -5] }),
  );
  const top = rowsOf(half).filter((r) => r.kind === 'quadrant' && Math.abs(r.at[2] - 20) < 1e-9);
  expect(top.map((r) => r.label.split(' ')[1])).toEqual(['left', 'back', 'front']);
});

test('a part without anything round has none', () => {
  expect(rowsOf(partOf(feature('add', { kind: 'block', width: 30, depth: 20, height: 10 })))).toEqual([]);
});
