import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { openDesk } from '../../../core/drawing/desk.ts';
import { readDrawing } from '../../../core/drawing/drawing.ts';
import { sentence } from '../../../core/number/fault.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { readFeatureLine, readStatement } from '../../../core/statement/read.ts';
import { statementOf, statementText } from '../../../core/statement/sentence.ts';
import { feature, partOf } from '../balance/given.ts';

const demos = readdirSync('demo').map((name) => {
  const read = readDrawing(JSON.parse(readFileSync(`demo/${name}`, 'utf8')));
  if (!read.ok) throw new Error(name);
  return [name, read.value] as const;
});

/** One feature of every shape and every way of placing, as part files may hold them. */
const everything: PartFile = {
  ...partOf(
    feature(
      'add',
      { kind: 'block', width: 'L - 2*t', depth: '4 1/8 in', height: 10 },
      { at: [0, '-t', '1/3'] },
    ),
    feature(
      'add',
      { kind: 'prism', sides: 6, acrossFlats: 38, height: 44 },
      {
        plane: 'front',
        turn: [
          { axis: 'x', angle: 30 },
          { axis: 'z', angle: '0 - 15' },
        ],
      },
    ),
    feature(
      'add',
      { kind: 'pyramid', sides: 5, side: 10, height: 20, topAcrossCorners: 4 },
      { mirror: { normal: 'y', at: 'L/2' } },
    ),
    feature('keep', { kind: 'cylinder', diameter: 90, height: 60 }, { off: true }),
    feature(
      'cut',
      { kind: 'hole', diameter: 7, depth: 'through', counterbore: { diameter: 12, depth: 3 } },
      { repeat: { count: 4, step: [10, 0, 0] } },
    ),
    feature(
      'cut',
      { kind: 'hole', diameter: 7, depth: 12, tip: 118, countersink: { diameter: 14, angle: 90 } },
      { repeat: { count: 6, about: { axis: 'z', through: [1, 2, 3] }, angle: 20 } },
    ),
    feature(
      'cut',
      { kind: 'slot', length: 20, width: 8, depth: 4 },
      { repeat: { count: 3, about: { axis: 'x' } } },
    ),
    feature('add', { kind: 'cone', diameter: 30, topDiameter: 10, height: 20 }),
    feature('add', { kind: 'sphere', diameter: 12 }, { sectioned: false }),
    feature('add', { kind: 'torus', diameter: 30, tube: 4 }),
    feature('add', { kind: 'extrude', height: 9, profile: { rectangle: [40, 20], round: 3 } }),
    feature('add', { kind: 'extrude', height: 9, profile: { circle: 12 } }),
    feature('add', {
      kind: 'extrude',
      height: 9,
      profile: {
        polygon: [
          [0, 0],
          ['L', 0],
          [0, '(L + t)/2'],
        ],
        round: 1,
      },
    }),
    feature('add', {
      kind: 'extrude',
      height: 9,
      profile: { start: [0, 0], path: [{ to: [10, 0] }, { to: [0, 10], centre: [0, 0], turn: 'ccw' }] },
    }),
    feature('add', {
      kind: 'revolve',
      angle: 270,
      profile: {
        polygon: [
          [6, 0],
          [9, 0],
          [9, 18],
        ],
      },
    }),
  ),
  dims: { L: 90, t: 'L/9' },
};

describe('the statement', () => {
  test.each([
    ...demos.map(([name, d]) => [name, d.part] as const),
    ['every shape and placing', everything] as const,
  ])('%s: its text reads back as the same part', (_, part) => {
    const back = readStatement(statementText(part));
    expect(back).toEqual({ ok: true, value: part });
  });
  test('each feature has a sentence of its own, and its figures lead to their places', () => {
    const lines = statementOf(everything).filter((l) => l.kind === 'feature');
    expect(lines).toHaveLength(everything.bodies[0]!.features.length);
    for (const line of lines)
      for (const t of line.tokens) {
        if (t.kind !== 'figure') continue;
        const value = t.path.reduce<unknown>(
          (v, k) => (v as Record<string | number, unknown>)[k],
          everything,
        );
        expect(String(value)).toBe(t.text);
      }
    expect(lines[0]!.tokens.map((t) => t.text).join('')).toBe(
      'add a block, L - 2*t wide, 4 1/8 in deep, 10 high, 0 to the right, -t to the back, 1/3 up',
    );
  });
  test('a place is said from the corner of a block, from the origin of what stands round its axis', () => {
    const places = (first: ReturnType<typeof feature>): string => {
      const hole = feature('cut', { kind: 'hole', diameter: 4, depth: 5 }, { at: [10, -2, 'h'] });
      const lines = statementOf({ ...partOf(first, hole), dims: { h: 30 } });
      return lines
        .at(-1)!
        .tokens.map((t) => t.text)
        .join('');
    };
    expect(places(feature('add', { kind: 'block', width: 60, depth: 40, height: 'h' }))).toBe(
      'cut a hole, 4 across, 5 deep, 10 from the left, -2 from the front, h up',
    );
    expect(places(feature('add', { kind: 'cylinder', diameter: 60, height: 'h' }))).toBe(
      'cut a hole, 4 across, 5 deep, 10 to the right, -2 to the back, h up',
    );
  });
  test('each figure has a name of its own in its sentence', () => {
    for (const line of statementOf(everything)) {
      const names = line.tokens.flatMap((t) => (t.kind === 'figure' ? [t.name] : []));
      expect(names.filter((n) => !n || /^figure/.test(n))).toEqual([]);
      expect(names.filter((n, i) => names.indexOf(n) !== i)).toEqual([]);
    }
  });
  test('a place said in part is nought in the rest; said twice it is refused', () => {
    const read = readFeatureLine('cut hole, 12 across, through, h up', 'bore');
    expect(read).toMatchObject({ ok: true, value: { at: [0, 0, 'h'] } });
    const twice = readFeatureLine('cut hole, 12 across, through, 3 from the left, 4 to the right', 'bore');
    expect(twice.ok ? '' : twice.faults[0]?.code).toBe('line.place-twice');
  });
  test('words that a profile cannot use are named, not passed over', () => {
    for (const profile of [
      'corners [0, 0] then [9, 0] [9, 18]',
      'from [0, 0] to [9, 0] cw round [4, 4] to [9, 9]',
    ]) {
      const read = readFeatureLine(`add a profile, ${profile}, 5 thick`, 'p');
      expect(read.ok ? '' : read.faults[0]?.code).toBe('line.profile');
    }
  });
  test('lines are forgiving of clause order and of "a" and "an"', () => {
    const read = readFeatureLine('cut hole, at [1, 2, 3], through, 12 across', 'bore');
    expect(read).toMatchObject({
      ok: true,
      value: {
        id: 'bore',
        op: 'cut',
        at: [1, 2, 3],
        shape: { kind: 'hole', diameter: 12, depth: 'through' },
      },
    });
  });
  test.each([
    ['Part x; sizes in mm\nBody b\n  a: add a blok, 3 wide', 'line 3: "add a blok" does not say what to do.'],
    [
      'Part x; sizes in mm\nBody b\n  a: add a block, 3 tall',
      'line 3: "3 tall" is not understood in a block. It can say: … wide, … deep, … high',
    ],
    ['Part x; sizes in mm\n  a: add a block, 3 wide', 'line 2: This feature stands before any body.'],
    ['Part x; sizes in mm\nLet L = 3\nLet L = 4\nBody b', 'line 3: The size "L" is stated twice.'],
    ['Part x; sizes in mm\nsomething else', 'line 2: This line is not understood.'],
    [
      'Part x; sizes in mm\nBody b\n  a: add a block, 3 wide, 4 deep',
      'body "b", feature "a", shape.height: This is missing.',
    ],
  ])('%p is refused with its line', (text, wanted) => {
    const read = readStatement(text);
    expect(read.ok ? 'read' : sentence(read.faults[0]!)).toContain(wanted);
  });
});

describe('the demo drawings', () => {
  test.each(demos)('%s is sound, fits its sheet, and its books balance', (_, drawing) => {
    const worked = openDesk().work(drawing);
    if (!worked.ok) throw new Error(sentence(worked.faults[0]!));
    expect(worked.findings).toEqual([]);
    for (const row of worked.rows)
      expect(Object.keys(row.postings)).toEqual(worked.sheet.views.map((v) => v.name));
    // every corner is posted somewhere, or was taken away by the cut
    const posted = worked.rows.filter((r) => Object.values(r.postings).some((p) => p !== 'none')).length;
    expect(posted / worked.rows.length).toBeGreaterThan(0.6);
    expect(new Set(worked.rows.map((r) => r.key)).size).toBe(worked.rows.length);
  });
  test('a desk that remembers gives what a fresh one gives', () => {
    const [, drawing] = demos[2]!;
    const desk = openDesk();
    desk.work(drawing);
    const moved = { ...drawing, cuts: drawing.cuts.map((c) => ({ ...c, trace: { ...c.trace, angle: 12 } })) };
    const warm = desk.work(moved);
    const cold = openDesk().work(moved);
    expect(warm.ok && JSON.stringify(warm.sheet.ink)).toBe(cold.ok && JSON.stringify(cold.sheet.ink));
  });
});
