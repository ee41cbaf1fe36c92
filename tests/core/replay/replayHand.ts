import { openDesk } from '../../../core/drawing/desk.ts';
import { type Drawing, drawingOfPart } from '../../../core/drawing/drawing.ts';
import { type Conic2, pointOn2 } from '../../../core/geometry/curve2.ts';
import { distance2, length2, type Vec2 } from '../../../core/geometry/vec.ts';
import type { PartFile, TraceFile } from '../../../core/part/schema.ts';
import type { ReplayChoice } from '../../../core/replay/deed.ts';
import { planReplay } from '../../../core/replay/planReplay.ts';
import type { Replay, Step } from '../../../core/replay/step.ts';
import type { Sheet } from '../../../core/sheet/drawnSheet.ts';
import type { Stretch } from '../../../core/sheet/ink/ink.ts';
import { BoardHand, type Stroke } from './boardHand.ts';

/** One drawing is replayed by several choices in turn: what was worked out of it is kept until the next one. */
const desk = openDesk();

export const replayOf = (d: Drawing, choice: ReplayChoice): Replay & { sheet: Sheet } => {
  const worked = desk.work(d);
  if (!worked.ok) throw new Error('not drawn');
  const { sheet, part, rows } = worked;
  return { ...planReplay(sheet, d.part, part, rows, choice, d.setup.rules), sheet };
};

const near = (p: Vec2, q: { x: number; y: number } | undefined, tol = 1e-6): boolean =>
  q !== undefined && Math.hypot(p[0] - q.x, p[1] - q.y) < tol;

/** What the finished sheet shows of its views and true shapes, each line looked for among the strokes of the hand. */
export const compare = (sheet: Sheet, strokes: readonly Stroke[]): { missing: string[]; spare: number } => {
  const left = new Set(strokes);
  const missing: string[] = [];
  const views = new Set<string>([
    ...sheet.views.map((v) => v.name),
    ...sheet.edgeViews.map((e) => `edge view ${e.cut}`),
  ]);
  for (const i of sheet.ink) {
    if (i.kind !== 'stroke' || !views.has(i.view ?? '') || !['views', 'hidden', 'breaks'].includes(i.layer))
      continue;
    // a hidden line is its dashes on the sheet, and one line to the hand
    const s = i.whole ?? (i.stretches[0] as Stretch);
    const seen = i.layer !== 'hidden';
    const [a, b] = [pointOn2(s.curve, s.from), pointOn2(s.curve, s.to)];
    const full = s.curve.type === 'conic' && s.to - s.from > 2 * Math.PI - 1e-9;
    const found = [...left].find((k) => {
      if (k.seen !== seen) return false;
      // several strokes of a narrow pen are a break line, drawn in one go from either end
      if (i.pen === 'rule' && i.stretches.length > 1) {
        const chain = [a, ...i.stretches.map((x) => pointOn2(x.curve, x.to))];
        const isSame = (own: readonly Vec2[]): boolean => own.every((p, n) => near(p, k.points[n]));
        // a freehand line: one curve whose points lie on it, from end to end
        if (k.how === 'curve') {
          const isOn = (q: { x: number; y: number }): boolean =>
            chain.slice(1).some((c, n) => {
              const o = chain[n] as Vec2;
              const sides = Math.hypot(q.x - o[0], q.y - o[1]) + Math.hypot(q.x - c[0], q.y - c[1]);
              return sides - distance2(o, c) < 0.03;
            });
          const isEnd = (q: { x: number; y: number } | undefined): boolean =>
            near(chain[0] as Vec2, q, 0.01) || near(chain.at(-1) as Vec2, q, 0.01);
          const isWhole = k.closed || (isEnd(k.points[0]) && isEnd(k.points.at(-1)));
          return k.points.length > 3 && isWhole && k.points.every(isOn);
        }
        return k.how === 'break' && k.points.length === chain.length && isSame(chain);
      }
      const ends =
        (near(a, k.points[0]) && near(b, k.points.at(-1))) ||
        (near(b, k.points[0]) && near(a, k.points.at(-1)));
      if (s.curve.type === 'line') return k.how === 'straight' && ends;
      if (s.curve.type === 'conic' && s.curve.round) {
        if (k.how !== 'arc' || !k.circle) return false;
        const same = near(s.curve.c, k.circle.m) && Math.abs(length2(s.curve.major) - k.circle.r) < 1e-6;
        return same && (full ? k.points.length === 0 : near(a, k.points[0]) && near(b, k.points[1]));
      }
      // an arc through its ends and its crown in place of a curve: nowhere further from it than half a wide line
      if (k.how === 'arc' && k.circle && s.curve.type !== 'conic') {
        const { m, r } = k.circle;
        const own = Array.from({ length: 401 }, (_, i) =>
          pointOn2(s.curve, s.from + ((s.to - s.from) * i) / 400),
        );
        const crown = own.reduce((x, q) => {
          const far = (o: Vec2): number => distance2(o, a) + distance2(o, b);
          return far(q) > far(x) ? q : x;
        });
        const leaves = (q: Vec2): number => Math.abs(Math.hypot(q[0] - m.x, q[1] - m.y) - r);
        return ends && own.every((q) => leaves(q) < 0.25) && leaves(crown) < 1e-3;
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
    else missing.push(`${i.view} ${i.layer} ${s.curve.type} ${i.edges?.[0]}`);
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

export const withRules = (d: Drawing, more: Partial<Drawing['setup']['rules']>): Drawing => ({
  ...d,
  setup: { ...d.setup, rules: { ...d.setup.rules, ...more } },
});

/** Boxes first, depths by the mitre line, every view finished before the next. */
export const BY_BOXES: ReplayChoice = {
  method: 'mitre',
  first: 'front',
  hidden: 'per view',
  order: 'boxes',
  darken: 'per view',
};

/** A part at full size on a sheet with room for everything, with cuts, its lines between the views drawn. */
export const onLargeSheet = (
  part: PartFile,
  traces: readonly TraceFile[],
  more: Partial<Omit<Drawing['setup'], 'rules'>> = {},
): Drawing => {
  const bare = drawingOfPart(part);
  const setup = { ...bare.setup, paper: 'A1' as const, scale: 1, ...more };
  return {
    ...bare,
    setup: { ...setup, rules: { ...bare.setup.rules, referenceLines: true, mitre: true } },
    cuts: traces.map((trace) => ({ on: true, trace })),
  };
};

/** What the engine draws and the hand does not, and how many strokes the hand has too many. */
export const redrawn = (
  d: Drawing,
  choice: ReplayChoice,
): { missing: string[]; spare: number; steps: readonly Step[]; sheet: Sheet; hand: BoardHand } => {
  const { steps, sheet } = replayOf(d, choice);
  const hand = new BoardHand();
  for (const s of steps) for (const deed of s.deeds) hand.does(deed);
  return { ...compare(sheet, hand.strokes), steps, sheet, hand };
};
