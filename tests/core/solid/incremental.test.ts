import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { frameToward, VIEW_FRAMES, type ViewFrame } from '../../../core/geometry/viewFrames.ts';
import { type ModelledPart, modelledPart } from '../../../core/part/model.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { type BuiltPart, buildPart } from '../../../core/solid/build.ts';
import { seeScene, type View, type ViewMemory, viewOf } from '../../../core/view/view.ts';
import { mixedPart } from '../../bench/families.ts';
import { type Feature, feature, partOf } from '../balance/given.ts';

const must = <T>(r: { ok: true; value: T } | { ok: false; faults: unknown }): T => {
  if (!r.ok) throw new Error(JSON.stringify(r.faults));
  return r.value;
};
type State = ModelledPart & { part: BuiltPart };
const stateOf = (file: PartFile, before?: State): State => {
  const modelled = must(modelledPart(file, before));
  return { ...modelled, part: must(buildPart(modelled.model, before?.part)) };
};
const build = (file: PartFile): BuiltPart => stateOf(file).part;

/** Figures of a view, free of how it was come by: every line's class and ends, to far below the tolerance. */
const told = (v: View): string[] =>
  v.lines
    .map(({ class: seen, kind, curve, from, to, of }) => {
      const figures = curve.type === 'free' ? [from, to] : [...Object.values(curve), from, to];
      const round = (x: unknown): unknown =>
        typeof x === 'number' ? Math.round(x * 1e7) / 1e7 + 0 : Array.isArray(x) ? x.map(round) : x;
      return JSON.stringify([seen, kind, round(figures), of]);
    })
    .sort();

const FRAMES: readonly ViewFrame[] = [
  VIEW_FRAMES.front,
  VIEW_FRAMES.top,
  VIEW_FRAMES.left,
  frameToward([3, -5, 4]),
];

/** Works a run of states out twice: each from the one before, and each from nothing. */
const compare = (states: readonly PartFile[]): void => {
  let state: State | undefined;
  const memories: (ViewMemory | undefined)[] = FRAMES.map(() => undefined);
  for (const file of states) {
    state = stateOf(file, state);
    const { part } = state;
    const anew = build(file);
    expect(part.bodies.map((b) => b.edges.map((e) => e.key))).toEqual(
      anew.bodies.map((b) => b.edges.map((e) => e.key)),
    );
    for (const [i, f] of FRAMES.entries()) {
      const seen = seeScene(part.bodies, f, part.tol, memories[i]);
      memories[i] = seen.memory;
      expect(told(seen.view)).toEqual(told(viewOf(anew.bodies, f, anew.tol)));
    }
  }
};

/** The same part with one figure of one feature changed. */
const withFigure = (file: PartFile, index: number, change: (f: Feature) => object): PartFile => {
  const [body] = file.bodies;
  const features = (body as PartFile['bodies'][number]).features.map((f, i) =>
    i === index ? ({ ...f, ...change(f) } as typeof f) : f,
  );
  return { ...file, bodies: [{ ...(body as PartFile['bodies'][number]), features }] };
};

describe('each state worked out from the one before equals the same from nothing', () => {
  const base = mixedPart(24);
  const moved = (file: PartFile, i: number, by: number): PartFile =>
    withFigure(file, i, (f) => {
      const at = f.at as [number, number, number];
      return { at: [at[0] + by, at[1], at[2]] };
    });
  test('features moved, one after another and back', () => {
    compare([base, moved(base, 1, 2), moved(moved(base, 1, 2), 4, -3), base]);
  });
  test('a feature moved onto its neighbour, and off again', () => {
    compare([base, moved(base, 6, 20), moved(base, 6, 24), base]);
  });
  test('a feature switched off and on, one added, one renamed', () => {
    const off = withFigure(base, 5, () => ({ off: true }));
    const [body] = base.bodies;
    const more = {
      ...base,
      bodies: [
        {
          ...(body as PartFile['bodies'][number]),
          features: [
            ...(body as PartFile['bodies'][number]).features,
            {
              id: 'slit',
              op: 'cut',
              at: [0, 30, 8],
              shape: { kind: 'block', width: 90, depth: 3, height: 9 },
            },
          ],
        },
      ],
    } as PartFile;
    compare([base, off, base, more, withFigure(more, 7, () => ({ id: 'other' }))]);
  });
  test('a named size that everything hangs on', () => {
    compare([base, { ...base, dims: { T: 9 } }, base]);
  });
  test('blocks on whole steps that meet, touch and part', () => {
    const at = fc.tuple(
      fc.integer({ min: 0, max: 6 }),
      fc.integer({ min: 0, max: 6 }),
      fc.integer({ min: 0, max: 4 }),
    );
    fc.assert(
      fc.property(
        fc.array(at, { minLength: 4, maxLength: 4 }),
        fc.array(fc.tuple(fc.integer({ min: 1, max: 4 }), at), { minLength: 2, maxLength: 3 }),
        (places, steps) => {
          const part = partOf(
            feature('add', { kind: 'block', width: 8, depth: 8, height: 4 }),
            ...places.map((p, i) =>
              feature(
                i % 2 ? 'add' : 'cut',
                i < 2
                  ? { kind: 'block', width: 2 + i, depth: 3, height: 3 }
                  : { kind: 'cylinder', diameter: 2, height: 4 },
                { at: p },
              ),
            ),
          );
          const states = [part];
          for (const [i, p] of steps)
            states.push(withFigure(states.at(-1) as PartFile, i, () => ({ at: p })));
          compare(states);
        },
      ),
      { numRuns: 25, seed: 3 },
    );
  });
});

describe('what a change does not touch is taken over, not worked out again', () => {
  const base = mixedPart(40);
  const other = withFigure(base, 1, () => ({ shape: { kind: 'hole', diameter: 6.5, depth: 'through' } }));
  test('edges and view lines stay the very same objects', () => {
    const start = stateOf(base);
    const [first, second] = [start.part, stateOf(other, start).part];
    const known = new Set(first.bodies[0]?.edges);
    const same = second.bodies[0]?.edges.filter((e) => known.has(e)) ?? [];
    expect(same.length).toBe((second.bodies[0]?.edges.length ?? 0) - 2);
    const before = seeScene(first.bodies, VIEW_FRAMES.top, first.tol);
    const after = seeScene(second.bodies, VIEW_FRAMES.top, second.tol, before.memory);
    const lines = new Set(before.view.lines);
    // both ends of the hole are one circle there
    expect(after.view.lines.filter((l) => !lines.has(l))).toHaveLength(1);
  });
});
