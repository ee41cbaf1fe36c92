import { describe, expect, test } from '@jest/globals';
import type { ViewName } from '../../../core/geometry/viewFrames.ts';
import { VIEW_FRAMES } from '../../../core/geometry/viewFrames.ts';
import { partModel } from '../../../core/part/model.ts';
import type { PartFile, TraceFile } from '../../../core/part/schema.ts';
import { sectionOf } from '../../../core/section/section.ts';
import { buildPart } from '../../../core/solid/build.ts';
import { seeScene, type View, type ViewMemory, viewOf } from '../../../core/view/view.ts';
import { mixedPart } from '../../bench/families.ts';
import { randomPart } from '../../fuzz/randomPart.ts';
import { built, cutBy, feature, partOf } from '../balance/given.ts';

const told = (v: View): string[] =>
  v.lines
    .map((l) => `${l.class} ${l.kind} ${l.curve.type} ${l.from} ${l.to} ${l.sources.join()} ${l.of.join()}`)
    .sort();

const VIEWS: ViewName[] = ['front', 'top', 'left', 'back', 'bottom', 'right'];

/** Drags a plane through a part and back, every view remembering its last state, and compares each state with one from nothing. */
const dragged = (file: PartFile, traceAt: (k: number) => TraceFile, steps: number): number => {
  const part = built(file);
  const memories = new Map<ViewName, ViewMemory>();
  let compared = 0;
  for (let i = 0; i < steps; i++) {
    // to and fro, so that each place is come to from both sides
    const k = Math.abs(((i * 0.137) % 2) - 1);
    const { remains } = sectionOf(part, cutBy(file, traceAt(k)).plane);
    for (const name of VIEWS) {
      const { view, memory } = seeScene(remains, VIEW_FRAMES[name], part.tol, memories.get(name));
      memories.set(name, memory);
      expect(told(view)).toEqual(told(viewOf(remains, VIEW_FRAMES[name], part.tol)));
      compared++;
    }
  }
  return compared;
};

/** A level or an oblique trace across a part's box. */
const across = (file: PartFile, seenIn: ViewName, angle: number, look: TraceFile['look']) => {
  const { box } = built(file);
  const f = VIEW_FRAMES[seenIn];
  const at = (k: number): [number, number] => {
    const p = [0, 1, 2].map((i) => (box[i] as number) + k * ((box[i + 3] as number) - (box[i] as number)));
    const on = (d: readonly number[]): number => d.reduce((s, x, i) => s + x * (p[i] as number), 0);
    return [on(f.u), on(f.v)];
  };
  return (k: number): TraceFile => ({ name: 'A', seenIn, at: at(0.05 + 0.9 * k), angle, look });
};

/** The first seeds from one on whose parts can be built: some keep nothing of their body. */
const seedsThatBuild = (from: number, count: number): number[] => {
  const out: number[] = [];
  for (let seed = from; out.length < count; seed++) {
    const model = partModel(randomPart(seed));
    if (model.ok && buildPart(model.value).ok) out.push(seed);
  }
  return out;
};

describe('a dragged plane shows what it would show from nothing', () => {
  test('fifty mixed features, square to the view and aslant, looked at from either side', () => {
    const file = mixedPart(50);
    expect(dragged(file, across(file, 'top', 0, 'up'), 5)).toBe(30);
    dragged(file, across(file, 'top', 0, 'down'), 3);
    dragged(file, across(file, 'front', 23, 'down'), 3);
  });
  test('two bodies, one of them left whole', () => {
    const two = partOf(
      feature('add', { kind: 'block', width: 60, depth: 40, height: 30 }),
      feature('cut', { kind: 'hole', diameter: 16, depth: 'through' }, { at: [30, 20, 30] }),
    );
    const file: PartFile = {
      ...two,
      bodies: [
        ...two.bodies,
        {
          name: 'pin',
          sectioned: false,
          features: [
            {
              id: 'pin',
              op: 'add',
              at: [30, 20, -10],
              shape: { kind: 'cylinder', diameter: 16, height: 60 },
            },
          ],
        },
      ],
    };
    dragged(file, across(file, 'top', 0, 'up'), 8);
    dragged(file, across(file, 'front', 31, 'up'), 8);
  });
  test.each(seedsThatBuild(407, 8))('random part %i', (seed) => {
    const file = randomPart(seed);
    dragged(file, across(file, 'front', (seed * 37) % 170, seed % 2 ? 'up' : 'down'), 4);
  });
});
