import { describe, expect, test } from '@jest/globals';
import { strFromU8, unzipSync } from 'fflate';
import { partModel } from '../../core/part/model.ts';
import { buildPart } from '../../core/solid/build.ts';
import { solidFile } from '../../formats/solidFile.ts';
import type { SolidFormat } from '../../formats/solidFormats.ts';
import { builtPart, measured, partOf } from '../builtSample.ts';
import { caseDrawings, demoDrawings } from '../samples.ts';

type Triangle = readonly [readonly number[], readonly number[], readonly number[]];

const fileOf = (part: ReturnType<typeof builtPart>, format: SolidFormat, deviation = 0.05, text = false) => {
  const made = solidFile(part, { format, deviation, text, date: '2026-01-01' });
  if (!made.ok) throw new Error(made.faults[0]?.what);
  return made.value;
};

/** The triangles of a binary STL file. */
const trianglesIn = (bytes: Uint8Array): Triangle[] => {
  const view = new DataView(bytes.buffer, bytes.byteOffset);
  return Array.from({ length: view.getUint32(80, true) }, (_, i) => {
    const at = (k: number): number[] =>
      [0, 1, 2].map((j) => view.getFloat32(84 + 50 * i + 12 + 12 * k + 4 * j, true));
    return [at(0), at(1), at(2)] as const;
  });
};

/** How many sides have not just one other run the other way, by their places alone. */
const openSides = (triangles: readonly Triangle[]): number => {
  const sides = new Map<string, number>();
  for (const t of triangles)
    for (const k of [0, 1, 2]) {
      const [p, q] = [t[k]?.join(), t[(k + 1) % 3]?.join()];
      sides.set(`${p} ${q}`, (sides.get(`${p} ${q}`) ?? 0) + 1);
    }
  return [...sides].filter(([key, n]) => n !== 1 || sides.get(key.split(' ').reverse().join(' ')) !== 1)
    .length;
};

const volumeOf = (triangles: readonly Triangle[]): number =>
  triangles.reduce((sum, [p, q, r]) => {
    const [a, b, c] = [p, q, r] as [number[], number[], number[]];
    const minor = (i: number, j: number): number => b[i]! * c[j]! - b[j]! * c[i]!;
    return sum + (a[0]! * minor(1, 2) + a[1]! * minor(2, 0) + a[2]! * minor(0, 1)) / 6;
  }, 0);

describe('nets of triangles', () => {
  test.each([...caseDrawings(), ...demoDrawings()])(
    '%s: closed by its places, and about as large as the solid',
    (_, { part }) => {
      const model = partModel(part);
      const built = model.ok ? buildPart(model.value) : undefined;
      if (!built?.ok) throw new Error('not built');
      const { volume, area } = measured(built.value);
      const deviation = built.value.units === 'mm' ? 0.05 : 0.002;
      const triangles = trianglesIn(fileOf(built.value, 'stl', deviation) as Uint8Array);
      // bodies that touch share places, not sides: each body's net is looked at in the other test
      if (built.value.bodies.length === 1) expect(openSides(triangles)).toBe(0);
      expect(Math.abs(volumeOf(triangles) - volume)).toBeLessThan(deviation * area);
    },
  );

  test('strays from a ball by no more than is said, measured between its corners', () => {
    const part = builtPart(partOf([{ id: 'a', op: 'add', shape: { kind: 'sphere', diameter: 40 } }]));
    for (const deviation of [0.5, 0.05]) {
      const triangles = trianglesIn(fileOf(part, 'stl', deviation) as Uint8Array);
      const far = Math.max(
        ...triangles.map(
          (t) => 20 - Math.hypot(...[0, 1, 2].map((k) => t.reduce((s, p) => s + (p[k] as number) / 3, 0))),
        ),
      );
      expect(far).toBeLessThan(deviation);
      // finer where it is asked to be
      expect(far).toBeGreaterThan(deviation / 50);
      expect(openSides(triangles)).toBe(0);
    }
  });

  test('text STL, OBJ and 3MF have the same triangles, with names and the unit', () => {
    const part = builtPart(
      partOf([
        { id: 'a', op: 'add', shape: { kind: 'block', width: 20, depth: 30, height: 4 } },
        { id: 'b', op: 'cut', at: [10, 15, 4], shape: { kind: 'hole', diameter: 6, depth: 'through' } },
      ]),
    );
    const count = trianglesIn(fileOf(part, 'stl') as Uint8Array).length;
    const stl = fileOf(part, 'stl', 0.05, true) as string;
    expect(stl.match(/facet normal/g)).toHaveLength(count);
    expect(stl).toMatch(/^solid body\n/);
    const obj = fileOf(part, 'obj') as string;
    expect(obj.match(/^f /gm)).toHaveLength(count);
    expect(obj).toMatch(/^# lengths in millimetres\no body\n/);
    const model = strFromU8(unzipSync(fileOf(part, '3mf') as Uint8Array)['3D/3dmodel.model'] as Uint8Array);
    expect(model.match(/<triangle /g)).toHaveLength(count);
    expect(model).toContain('unit="millimeter"');
    expect(model).toContain('name="body"');
  });

  test.each([
    [
      'a round that is tangent to an edge',
      [
        { id: 'a', op: 'add', shape: { kind: 'block', width: 9, depth: 9, height: 9 }, at: [2, 2, 2] },
        { id: 'b', op: 'add', shape: { kind: 'cylinder', diameter: 2, height: 3 }, at: [10, 6, 0] },
      ],
    ],
    [
      'a hexagon whose chamfer touches the middles of its sides',
      [
        { id: 'a', op: 'add', shape: { kind: 'prism', sides: 6, acrossFlats: 16, height: 6 } },
        { id: 'b', op: 'keep', shape: { kind: 'cone', diameter: 36, topDiameter: 16, height: 6 } },
      ],
    ],
  ])('%s: loops part where they touch, and the net is closed', (_, features) => {
    const part = builtPart(partOf(features));
    const triangles = trianglesIn(fileOf(part, 'stl') as Uint8Array);
    expect(openSides(triangles)).toBe(0);
    const { volume, area } = measured(part);
    expect(Math.abs(volumeOf(triangles) - volume)).toBeLessThan(0.05 * area);
  });
});
