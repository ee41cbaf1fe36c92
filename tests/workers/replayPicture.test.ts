import { describe, expect, test } from '@jest/globals';
import { openDesk } from '../../core/drawing/desk.ts';
import { type Drawing, drawingOfPart } from '../../core/drawing/drawing.ts';
import type { PartFile } from '../../core/part/schema.ts';
import type { ReplayChoice } from '../../core/replay/deed.ts';
import { planReplay } from '../../core/replay/planReplay.ts';
import type { Step } from '../../core/replay/step.ts';
import type { Sheet } from '../../core/sheet/drawnSheet.ts';
import { frameOf, type ReplayStep, replayPicture } from '../../workers/replayPicture.ts';
import { feature, partOf } from '../core/balance/given.ts';
import { BoardHand } from '../core/replay/boardHand.ts';

const CHOICE: ReplayChoice = {
  method: 'mitre',
  first: 'front',
  hidden: 'per view',
  order: 'boxes',
  darken: 'per view',
};
const shown = (
  file: PartFile,
  more: Partial<ReplayChoice> = {},
): { steps: readonly Step[]; pictures: ReplayStep[]; sheet: Sheet; d: Drawing } => {
  const d = drawingOfPart(file);
  const worked = openDesk().work(d);
  if (!worked.ok) throw new Error('not drawn');
  const { sheet, part, rows } = worked;
  const { steps } = planReplay(sheet, d.part, part, rows, { ...CHOICE, ...more }, d.setup.rules);
  return { steps, pictures: replayPicture(steps, frameOf(sheet)), sheet, d };
};

/** The straight stretches of a path, as pairs of places. */
const straights = (path: string): [number, number, number, number][] =>
  [...path.matchAll(/M([\d.-]+) ([\d.-]+)L([\d.-]+) ([\d.-]+)/g)].map(
    (m) => m.slice(1, 5).map(Number) as [number, number, number, number],
  );
const gap = (x: number, y: number, [a, b, c, d]: [number, number, number, number]): number => {
  const size = Math.hypot(c - a, d - b);
  const t = Math.max(0, Math.min(1, ((x - a) * (c - a) + (y - b) * (d - b)) / (size * size)));
  return Math.hypot(x - a - t * (c - a), y - b - t * (d - b));
};

const post = partOf(
  feature('add', { kind: 'block', width: 60, depth: 40, height: 12 }),
  feature('add', { kind: 'prism', sides: 8, acrossFlats: 24, height: 20 }, { at: [20, 20, 12], id: 'post' }),
);

describe('what a step shows on the sheet', () => {
  test('every point that is marked lies on the light lines that cross there, which are no longer than that', () => {
    const { steps, pictures, sheet } = shown(post);
    const all = pictures.flatMap((p) => straights(p.light));
    const hand = new BoardHand();
    steps.forEach((s) => {
      for (const d of s.deeds) hand.does(d);
    });
    for (const s of steps)
      for (const d of s.deeds) {
        if (d.do !== 'cross') continue;
        const p = hand.points.get(d.point);
        if (!p) throw new Error('not marked');
        const near = all.filter((l) => gap(p.x, sheet.paper.height - p.y, l) < 2e-3);
        expect(near.length).toBeGreaterThanOrEqual(2);
      }
    // the whole of the light lines stays within the views and a little more
    const { extent } = sheet.layout;
    for (const [a, b, c, d] of all)
      for (const [x, y] of [
        [a, b],
        [c, d],
      ] as const) {
        expect(x).toBeGreaterThan(extent.x - 40);
        expect(x).toBeLessThan(extent.x + extent.w + 40);
        expect(sheet.paper.height - y).toBeGreaterThan(extent.y - 40);
        expect(sheet.paper.height - y).toBeLessThan(extent.y + extent.h + 40);
      }
  });
  test('a ray or a tangent of a construction does not run through the other views', () => {
    const { steps, pictures, sheet } = shown(post);
    const top = sheet.layout.boxes.get('top');
    if (!top) throw new Error('no top view');
    const tangents = steps.findIndex((s) => /square to each a line that touches/.test(s.text));
    expect(tangents).toBeGreaterThan(0);
    for (const [a, b, c, d] of straights(pictures[tangents]?.light ?? ''))
      for (const [x, y] of [
        [a, b],
        [c, d],
      ] as const) {
        expect(x).toBeGreaterThan(top.x - 12);
        expect(x).toBeLessThan(top.x + top.w + 12);
        expect(sheet.paper.height - y).toBeGreaterThan(top.y - 12);
        expect(sheet.paper.height - y).toBeLessThan(top.y + top.h + 12);
      }
  });
  test('finished lines are shown in the step that draws them, seen and hidden apart', () => {
    const { steps, pictures } = shown(post);
    steps.forEach((s, i) => {
      const drawn = s.deeds.filter((d) => d.do === 'draw' || d.do === 'arc' || d.do === 'curve');
      const seen = drawn.filter((d) => 'seen' in d && d.seen).length;
      expect((pictures[i]?.visible.match(/M/g) ?? []).length > 0).toBe(seen > 0);
      expect((pictures[i]?.hidden.match(/M/g) ?? []).length > 0).toBe(drawn.length > seen);
    });
  });
  test('the mitre line begins at its corner', () => {
    const { steps, pictures, sheet } = shown(post);
    const i = steps.findIndex((s) => /^Draw the mitre line/.test(s.text));
    const [line] = straights(pictures[i]?.light ?? '');
    const [m] = sheet.layout.mitres;
    if (!line || !m) throw new Error('no mitre line');
    const fromCorner = Math.min(
      Math.hypot(line[0] - m.from[0], line[1] - (sheet.paper.height - m.from[1])),
      Math.hypot(line[2] - m.from[0], line[3] - (sheet.paper.height - m.from[1])),
    );
    expect(fromCorner).toBeLessThan(6);
  });
  test('by arcs, the swing is shown as an arc', () => {
    const { pictures, steps } = shown(post, { method: 'arcs' });
    const swing = steps.findIndex((s) => s.deeds.some((d) => d.do === 'swing'));
    expect(pictures[swing]?.light).toMatch(/A[\d.]+ [\d.]+ 0/);
  });
});
