import { describe, expect, test } from '@jest/globals';
import { openDesk } from '../../../core/drawing/desk.ts';
import { type Drawing, drawingOfPart } from '../../../core/drawing/drawing.ts';
import type { ReplayChoice } from '../../../core/replay/deed.ts';
import { transfersOf } from '../../../core/replay/dividers.ts';
import type { Step } from '../../../core/replay/step.ts';
import { chainWorth } from '../../../core/station/sizeChain.ts';
import { caseDrawings, cutCaseDrawings, demoDrawings } from '../../samples.ts';
import { feature, partOf } from '../balance/given.ts';
import { redrawn, replayOf, withRules } from './replayHand.ts';

const assemblies = demoDrawings().filter(([, d]) => d.part.bodies.some((b) => b.standard));
/** The drawings without their bolts and nuts, whose many curves are looked at once, by themselves. */
const drawings = demoDrawings().map(([name, d]): [string, Drawing] => [
  name,
  { ...d, part: { ...d.part, bodies: d.part.bodies.filter((b) => !b.standard) } },
]);
const conformance = caseDrawings();

/** Each conformance part with each of its cuts. */
const cutCases = cutCaseDrawings().map(([f, x, d]): [string, string, Drawing] => {
  const rules = { ...d.setup.rules, generators: 12 as const, hiddenBehindCut: 'kept' as const };
  return [f, x, { ...d, setup: { ...d.setup, rules } }];
});

const CHOICES: ReplayChoice[] = [
  { method: 'mitre', first: 'front', hidden: 'per view', order: 'boxes', darken: 'per view' },
  { method: 'arcs', first: 'top', hidden: 'last', order: 'outline', darken: 'last' },
  { method: 'distances', first: 'front', hidden: 'per view', order: 'uncut', darken: 'per view' },
];

/** No two steps of a replay read alike, and each says where it is done. */
const readsWell = (steps: readonly Step[]): void => {
  const times = new Map<string, number>();
  for (const s of steps) times.set(s.text, (times.get(s.text) ?? 0) + 1);
  expect([...times].filter(([, n]) => n > 1).map(([t]) => t)).toEqual([]);
  for (const s of steps)
    if (s.view && s.deeds.length) expect(s.text).toMatch(/\bview\b|\b(axis|corner|corners|middle|side) of /);
};

describe('the replay, done by a hand that knows nothing but the steps', () => {
  // all choices in first angle; in third angle, which only places the views, each part by one of them in turn
  const all = [...drawings, ...conformance].flatMap(([name, d], i) =>
    (['first', 'third'] as const).flatMap((angle) =>
      (angle === 'first' ? CHOICES : [CHOICES[i % CHOICES.length] as ReplayChoice]).map(
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
      const { missing, spare, steps } = redrawn(d, choice);
      expect({ missing, spare }).toEqual({ missing: [], spare: 0 });
      readsWell(steps);
    },
  );
  // the points of the curves in which heads and nuts are chamfered are calculated; all else is constructed
  test.each(assemblies)('%s with its bolts, nuts and threads: every line, and none besides', (_n, d) => {
    expect(redrawn(d, CHOICES[0] as ReplayChoice)).toMatchObject({ missing: [], spare: 0 });
  });
});

describe('conformance parts as they are cut', () => {
  test.each(cutCases)('%s, %s: every line of the sheet, and none besides', (_f, _x, d) => {
    const worked = openDesk().work(d);
    if (!worked.ok) throw new Error('not drawn');
    // where the trace meets a curve that no instrument draws, its place is told as calculated
    const edges = new Map(worked.part.bodies.flatMap((b) => b.edges.map((e) => [e.key, e.curve.type])));
    const byEye = worked.sheet.sections
      .flatMap((s) => s.bodies.flatMap((b) => b.cutPoints))
      .filter((c) => ['piercing', 'marched', 'contour'].includes(edges.get(c.edge) ?? ''));
    for (const choice of [CHOICES[0], CHOICES[2]] as ReplayChoice[]) {
      const { missing, spare, steps } = redrawn(d, choice);
      expect({ missing, spare }).toEqual({ missing: [], spare: 0 });
      readsWell(steps);
      const calculated = steps.filter((s) => s.source === 'calculated').map((s) => s.text);
      if (byEye.length) expect(calculated.length).toBeLessThanOrEqual(2 * byEye.length);
      else expect(calculated).toEqual([]);
    }
    readsWell(replayOf(d, CHOICES[1] as ReplayChoice).steps);
  });
});

/** The worth of a working as it is read: "25 + 14/2", "3 x 2 1/4", "half 2 3/16", "(30 - 12)". */
const worthOf = (working: string): number => {
  const sum = working
    .replace(/half (\d+ \d+\/\d+|\d+\/\d+)/g, '($1)/2')
    .replace(/(\d+) (\d+)\/(\d+)/g, '($1+$2/$3)')
    .replace(/ x /g, '*');
  if (!/^[\d.+\-*/() ]+$/.test(sum)) throw new Error(`no working: ${working}`);
  return new Function(`return ${sum}`)() as number;
};

describe('nothing appears from nowhere', () => {
  const all = [...drawings, ...conformance];
  const FIGURES = new Set(['place', 'setOff', 'protract']);
  test.each(all)(
    '%s: no coordinate is calculated; every figure says where it comes from, and is set off once',
    (_n, d) => {
      // as the drawing numbers its points round curves, and not at all
      const { steps, sheet, missing, spare } = redrawn(d, CHOICES[0] as ReplayChoice);
      expect({ missing, spare }).toEqual({ missing: [], spare: 0 });
      expect(steps.filter((s) => s.source === 'calculated').map((s) => s.text)).toEqual([]);
      const measured = new Set<string>();
      for (const s of steps) {
        const figures = s.deeds.filter((x) => FIGURES.has(x.do) || (x.do === 'circle' && 'radius' in x));
        // what brings a figure with it says so
        if (figures.length) expect([s.text, s.source]).toEqual([s.text, expect.any(String)]);
        if (s.working) {
          // the working comes to the length that is set off or taken into the compass
          const worth = worthOf(s.working);
          const length =
            figures.map((f) => ('distance' in f ? f.distance : 'radius' in f ? f.radius : 0))[0] ?? 0;
          expect(worth * sheet.scale).toBeCloseTo(length, 3);
          // and so do the sizes it is made of
          expect(chainWorth(s.sizes ?? []) * sheet.scale).toBeCloseTo(length, 9);
        }
        if (s.stage === 'setting out' || s.account === undefined || s.source === undefined) continue;
        const f = figures[0];
        if (f?.do !== 'setOff') continue;
        const once = `${s.account} ${s.view} ${f.distance.toFixed(5)} ${f.way}`;
        expect(measured.has(once)).toBe(false);
        measured.add(once);
      }
    },
  );
});

test('an inch drawing speaks of inches and fractions, one on squares of squares', () => {
  const [, shoe] = drawings.find(([n]) => n.includes('shoe')) as [string, Drawing];
  const texts = (d: Drawing): string =>
    replayOf(d, CHOICES[0] as ReplayChoice)
      .steps.map((s) => s.text)
      .join('\n');
  const inches = texts({ ...shoe, setup: { ...shoe.setup, scale: 1, gap: 12.7 } });
  expect(inches).not.toMatch(/\bmm\b/);
  expect(inches).toMatch(/Set off W 4 1\/8 along the lower side of the front view/);
  expect(inches).toMatch(/\b1 in from the|1\/2 in from the/);
  const squared = texts({
    ...shoe,
    setup: { ...shoe.setup, scale: 1, gap: 6.35 },
    part: { ...shoe.part, dims: { ...shoe.part.dims, sq: '1/8' } },
  });
  expect(squared).toMatch(/Set off W 33 sq along the lower side of the front view/);
  expect(squared).toMatch(/2 sq from the|2 sq away/);
});

test('an outline is walked corner by corner, each from the last one', () => {
  const [, d] = conformance.find(([n]) => n.includes('gauge-step')) as [string, Drawing];
  const { steps } = replayOf(d, { ...(CHOICES[1] as ReplayChoice), first: 'front' });
  const walked = steps.filter((s) => /^From [\w, ]+ go /.test(s.text));
  expect(walked.length).toBeGreaterThan(3);
  // what is walked is what differs between two corners that follow one another
  for (const s of walked) expect(s.text).toMatch(/go (left|right|up|down) \d/);
  expect(steps.filter((s) => s.source === 'calculated')).toEqual([]);
});

test('where lines are darkened last, all of them stand light before', () => {
  const [, d] = drawings.find(([n]) => n.includes('hub')) as [string, Drawing];
  const { steps } = replayOf(d, { ...(CHOICES[0] as ReplayChoice), darken: 'last' });
  const first = steps.findIndex((s) => s.stage === 'lines');
  expect(steps.slice(first).every((s) => s.stage === 'lines' || s.stage === 'finishing')).toBe(true);
  const light = steps.filter((s) => s.text.startsWith('Draw the line light'));
  const straight = steps.filter((s) => s.stage === 'lines' && s.deeds.some((x) => x.do === 'draw'));
  expect(light.length).toBe(straight.length);
});

test('a solid that is to be cut is drawn whole first where that is chosen, and always where it tapers to an apex', () => {
  const light = (name: string, order: ReplayChoice['order']): number => {
    const [, d] = drawings.find(([n]) => n.includes(name)) as [string, Drawing];
    return replayOf(d, { ...(CHOICES[0] as ReplayChoice), order }).steps.filter((s) =>
      /as if nothing were cut/.test(s.text),
    ).length;
  };
  expect(light('hub', 'boxes')).toBe(0);
  expect(light('hub', 'uncut')).toBeGreaterThan(8);
  for (const order of ['boxes', 'outline', 'uncut'] as const)
    expect(light('lantern', order)).toBeGreaterThan(8);
});

test('the first view is the one that is chosen', () => {
  const [, d] = conformance.find(([n]) => n.includes('gauge-step')) as [string, Drawing];
  for (const first of ['front', 'top', 'left'] as const) {
    const { steps } = replayOf(d, { ...(CHOICES[0] as ReplayChoice), first });
    expect(steps[0]?.view).toBe(first);
    expect(steps.find((s) => s.stage === 'lines' && s.deeds.some((x) => x.do === 'draw'))?.view).toBe(first);
    expect(redrawn(d, { ...(CHOICES[0] as ReplayChoice), first })).toMatchObject({ missing: [], spare: 0 });
  }
});

test('points of a curve stand at the divisions of a circle, as many as the house rules ask for', () => {
  const [, d] = conformance.find(([n]) => n.includes('cross-mast')) as [string, Drawing];
  const rays = (generators: 8 | 12 | 24): number[] =>
    replayOf(withRules(d, { generators }), CHOICES[0] as ReplayChoice).steps.flatMap((s) => {
      const angle = /^Divide the circle .* a ray at ([\d.]+) degrees/.exec(s.text)?.[1];
      return angle === undefined ? [] : [Number(angle)];
    });
  expect(rays(8).every((a) => a % 45 === 0)).toBe(true);
  expect(rays(12).every((a) => a % 30 === 0)).toBe(true);
  expect(rays(24).every((a) => a % 15 === 0)).toBe(true);
  expect(rays(8).length).toBeGreaterThan(2);
  expect(rays(24).length).toBeGreaterThan(rays(12).length);
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

// the seat is round about an axis behind the block, so its centre stands outside the boxes of the views that show it as an arc
describe('a round seat whose centre stands outside all six views', () => {
  const seat = drawingOfPart(
    partOf(
      feature('add', { kind: 'block', width: 60, depth: 40, height: 20 }),
      feature('cut', { kind: 'cylinder', diameter: 50, height: 20 }, { at: [30, 50, 0] }),
    ),
  );
  const six: Drawing = {
    ...seat,
    setup: { ...seat.setup, views: ['front', 'top', 'left', 'right', 'back', 'bottom'] },
  };
  test.each(['first', 'third'] as const)('in %s angle: every line, and none besides', (angle) => {
    for (const choice of CHOICES) {
      const d = withRules({ ...six, setup: { ...six.setup, angle } }, { generators: 12 });
      const { missing, spare } = redrawn(d, choice);
      expect({ missing, spare }).toEqual({ missing: [], spare: 0 });
    }
  });
});
