import { describe, expect, test } from '@jest/globals';
import { numberPoints } from '../../../core/ledger/numbering.ts';
import { rematch } from '../../../core/ledger/rematch.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { bodyVertices } from '../../../core/solid/vertices.ts';
import { mixedPart, platePart } from '../../bench/families.ts';
import { campaign } from '../../campaign.ts';
import { randomPart } from '../../fuzz/randomPart.ts';
import { built, cutBy, feature, partOf } from '../balance/given.ts';

/** Every plain size of a part grown by one share, which keeps what touches touching; names and numbers must stay. */
const grown = (file: PartFile, by: number): PartFile => {
  const visit = (x: unknown, key = ''): unknown => {
    if (typeof x === 'number') return ['sides', 'count', 'angle', 'tip', 'normal'].includes(key) ? x : x * by;
    if (Array.isArray(x)) return x.map((y) => visit(y, key));
    if (typeof x === 'object' && x !== null)
      return Object.fromEntries(Object.entries(x).map(([k, y]) => [k, k === 'format' ? y : visit(y, k)]));
    return x;
  };
  return visit(file) as PartFile;
};

const keysOf = (file: PartFile) => {
  const part = built(file);
  const { edges } = part.bodies[0]!;
  return {
    edges: edges.map((e) => e.key),
    vertices: bodyVertices(edges, part.tol.linear).map((v) => v.key),
    points: numberPoints(part).map((p) => `${p.label} ${p.key}`),
  };
};

const survive = (before: readonly string[], after: readonly string[]): number => {
  const known = new Set(after);
  return before.filter((k) => known.has(k)).length;
};

describe('names hold when sizes change', () => {
  test('edges, corners and numbers of parts that keep their shape: all', () => {
    for (const file of [mixedPart(30), platePart(4, true)]) {
      const [a, b] = [keysOf(file), keysOf(grown(file, 1.31))];
      expect(b).toEqual(a);
    }
  });
  test('one size at a time: all edges and corners keep their names', () => {
    const file = mixedPart(12);
    const before = keysOf(file);
    let [kept, asked] = [0, 0];
    file.bodies[0]!.features.forEach((f, i) => {
      for (const [name, x] of Object.entries(f.shape)) {
        if (typeof x !== 'number' || name === 'sides' || name === 'tip') continue;
        const features = file.bodies[0]!.features.map((g, k) =>
          k === i ? { ...g, shape: { ...g.shape, [name]: x * 1.04 } } : g,
        );
        const after = keysOf({ ...file, bodies: [{ ...file.bodies[0]!, features }] } as PartFile);
        kept += survive(before.edges, after.edges) + survive(before.vertices, after.vertices);
        asked += before.edges.length + before.vertices.length;
      }
    });
    expect(asked).toBeGreaterThan(2000);
    expect(kept).toBe(asked);
  });
  test('random parts, grown: nearly all', () => {
    let [kept, asked] = [0, 0];
    for (let seed = 1; seed <= campaign(24, 8); seed++) {
      let before: ReturnType<typeof keysOf>;
      try {
        before = keysOf(randomPart(seed));
      } catch {
        // nothing is left of it
        continue;
      }
      const after = keysOf(grown(randomPart(seed), 1.5));
      kept += survive(before.edges, after.edges) + survive(before.vertices, after.vertices);
      asked += before.edges.length + before.vertices.length;
    }
    expect(asked).toBeGreaterThan(campaign(600, 100));
    // where several edges share their faces an ordinal parts them, which can change places
    expect(kept / asked).toBeGreaterThan(0.99);
  });
  test('cut points keep number and edge when the plane is moved a little', () => {
    const file = mixedPart(12);
    const cut = (y: number) =>
      cutBy(file, { name: 'A', seenIn: 'top', at: [0, y], angle: 0, look: 'up' }).bodies[0]!.cutPoints.map(
        (p) => `${p.label} ${p.edge}`,
      );
    expect(cut(12.3)).toEqual(cut(12.1));
  });
  test('where the shape changes, what is left of it keeps its names', () => {
    const file = mixedPart(12);
    const less = {
      ...file,
      bodies: [{ ...file.bodies[0]!, features: file.bodies[0]!.features.filter((f) => f.id !== 'f4') }],
    };
    const [before, after] = [keysOf(file), keysOf(less)];
    const own = before.edges.filter((k) => k.includes('f4/'));
    expect(survive(before.edges, after.edges)).toBe(before.edges.length - own.length);
  });
});

describe('points found again where the shape has changed', () => {
  const block = { kind: 'block', width: 60, depth: 40, height: 20 } as const;
  const boss = (x: number) =>
    feature('add', { kind: 'block', width: 10, depth: 10, height: 10 }, { id: 'boss', at: [x, 15, 20] });
  const points = (file: PartFile) => numberPoints(built(file));
  test('a boss moved flush with the end face: its corners there are new ones, and each former is found nearest', () => {
    const [a, b] = [
      points(partOf(feature('add', block, { id: 'plate' }), boss(30))),
      points(partOf(feature('add', block, { id: 'plate' }), boss(50))),
    ];
    const found = rematch(a, b);
    const gone = a.filter((p) => !b.some((q) => q.key === p.key));
    expect(gone.length).toBeGreaterThan(0);
    // the plate's own corners and the boss's upper ones keep key and all
    expect(a.length - gone.length).toBeGreaterThanOrEqual(14);
    for (const p of gone) {
      const q = b.find((x) => x.key === found.get(p.key));
      expect(q?.on.some((k) => p.on.includes(k))).toBe(true);
    }
    expect(new Set(found.values()).size).toBe(found.size);
  });
  test('nothing is found where no face is in common', () => {
    const [a, b] = [
      points(partOf(feature('add', block, { id: 'plate' }))),
      points(partOf(feature('add', block, { id: 'other' }))),
    ];
    expect(rematch(a, b).size).toBe(0);
  });
});
