import { describe, expect, test } from '@jest/globals';
import { sentence } from '../../core/number/fault.ts';
import { partOfSolids } from '../../core/part/solidPart.ts';
import { readNet } from '../../formats/net/readNet.ts';
import { solidFile } from '../../formats/solidFile.ts';
import { builtPart, measured, partOf } from '../builtSample.ts';

const bytesOf = (content: string | Uint8Array): Uint8Array =>
  typeof content === 'string' ? new TextEncoder().encode(content) : content;

const written = (features: unknown, format: 'stl' | 'obj', text = false): Uint8Array => {
  const made = solidFile(builtPart(partOf(features)), { format, deviation: 0.05, text, date: '' });
  if (!made.ok) throw new Error(made.faults[0]?.what);
  return bytesOf(made.value);
};
const read = (kind: 'stl' | 'obj', bytes: Uint8Array) => {
  const found = readNet(kind, bytes);
  if (!found.ok) throw new Error(found.faults.map(sentence).join(' '));
  return found.value;
};

/** A slanted block, a wedge on it, and a square opening: planes in many directions. */
const flat = [
  {
    id: 'a',
    op: 'add',
    shape: { kind: 'block', width: 30.7, depth: 20.3, height: 12.9 },
    turn: [{ axis: 'y', angle: 17 }],
  },
  { id: 'b', op: 'add', at: [4, 5, 6], shape: { kind: 'pyramid', sides: 4, side: 9, height: 21 } },
  { id: 'c', op: 'cut', at: [15, 6, -20], shape: { kind: 'block', width: 5, depth: 6, height: 60 } },
];

describe('solids of triangles', () => {
  test.each([
    ['stl', false],
    ['stl', true],
    ['obj', false],
  ] as const)('%s, text %s: flat faces come back as they were', (kind, text) => {
    const was = builtPart(partOf(flat));
    const back = builtPart(partOfSolids(`x.${kind}`, read(kind, written(flat, kind, text))));
    // a binary file has seven figures
    const share = kind === 'stl' && !text ? 1e-6 : 1e-9;
    expect(Math.abs(measured(back).volume / measured(was).volume - 1)).toBeLessThan(share);
    expect(Math.abs(measured(back).area / measured(was).area - 1)).toBeLessThan(share);
    const faces = (p: typeof was): number =>
      new Set(p.bodies.flatMap((b) => b.edges.flatMap((e) => e.coedges.map((c) => c.surface)))).size;
    expect(faces(back)).toBe(faces(was));
  });

  test('nets apart are solids of their own, a net inside one is its hollow, and blocks that touch are told apart', () => {
    const hollow = [
      { id: 'a', op: 'add', shape: { kind: 'block', width: 20, depth: 20, height: 20 } },
      { id: 'b', op: 'cut', at: [5, 5, 5], shape: { kind: 'block', width: 8, depth: 8, height: 8 } },
      { id: 'c', op: 'add', at: [40, 0, 0], shape: { kind: 'block', width: 5, depth: 5, height: 5 } },
    ];
    const found = read('stl', written(hollow, 'stl'));
    expect(found.solids.map((s) => s.name)).toEqual(['solid', 'solid 2']);
    expect(measured(builtPart(partOfSolids('x.stl', found))).volume).toBeCloseTo(8000 - 512 + 125, 6);
    const touching = [
      { id: 'a', op: 'add', shape: { kind: 'block', width: 10, depth: 10, height: 10 } },
      { id: 'b', op: 'add', at: [10, 10, 0], shape: { kind: 'block', width: 10, depth: 10, height: 10 } },
    ];
    expect(read('obj', written(touching, 'obj')).solids).toHaveLength(2);
  });

  test.each([
    ['a cone', [{ id: 'a', op: 'add', shape: { kind: 'cone', diameter: 60, height: 72 } }], 0.05],
    ['a cone, finer', [{ id: 'a', op: 'add', shape: { kind: 'cone', diameter: 60, height: 72 } }], 0.02],
    [
      'a drilled rod',
      [
        { id: 'a', op: 'add', shape: { kind: 'cylinder', diameter: 34, height: 60 } },
        {
          id: 'b',
          op: 'cut',
          plane: 'front',
          at: [0, -17, 30],
          shape: { kind: 'hole', diameter: 12, depth: 'through' },
        },
      ],
      0.1,
    ],
  ] as const)(
    '%s: facets that nearly lie in one plane are lost neither in volume nor in area',
    (_, features, deviation) => {
      const made = solidFile(builtPart(partOf(features)), { format: 'obj', deviation, date: '' });
      if (!made.ok) throw new Error('no net');
      // from the triangles of the file, by no code of the engine
      const at: number[][] = [];
      let volume = 0;
      let area = 0;
      for (const line of (made.value as string).split('\n')) {
        const [kind, ...rest] = line.split(' ');
        if (kind === 'v') at.push(rest.map(Number));
        if (kind !== 'f') continue;
        const [[ax, ay, az], [bx, by, bz], [cx, cy, cz]] = rest.map(
          (x) => at[Number.parseInt(x, 10) - 1],
        ) as [[number, number, number], [number, number, number], [number, number, number]];
        volume += (ax * (by * cz - bz * cy) + ay * (bz * cx - bx * cz) + az * (bx * cy - by * cx)) / 6;
        const [ux, uy, uz, vx, vy, vz] = [bx - ax, by - ay, bz - az, cx - ax, cy - ay, cz - az];
        area += Math.hypot(uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx) / 2;
      }
      const back = measured(builtPart(partOfSolids('x.obj', read('obj', bytesOf(made.value)))));
      expect(Math.abs(back.volume / volume - 1)).toBeLessThan(1e-6);
      expect(Math.abs(back.area / area - 1)).toBeLessThan(1e-6);
    },
  );

  test('what is wrong is told with its place or line', () => {
    const block = [{ id: 'a', op: 'add', shape: { kind: 'block', width: 10, depth: 20, height: 30 } }];
    const refusal = (kind: 'stl' | 'obj', content: string | Uint8Array): string => {
      const found = readNet(kind, bytesOf(content));
      return found.ok ? 'read' : found.faults.map(sentence).join(' ');
    };
    const obj = new TextDecoder().decode(written(block, 'obj'));
    const lines = obj.trimEnd().split('\n');
    expect(refusal('obj', lines.slice(0, -1).join('\n'))).toMatch(
      /^at \(-?[\d.]+, -?[\d.]+, -?[\d.]+\): The net has a hole here\. Close it, and write the file anew\.$/,
    );
    const turned = obj.replace(/^f (\d+) (\d+) (\d+)$/m, 'f $1 $3 $2');
    expect(refusal('obj', turned)).toMatch(
      /^at \(.*\): (Neighbouring triangles here are turned over|The net has a hole)/,
    );
    const insideOut = obj.replace(/^f (\d+) (\d+) (\d+)$/gm, 'f $1 $3 $2');
    expect(refusal('obj', insideOut)).toMatch(/: The net is turned inside out\. Turn its triangles over\.$/);
    expect(refusal('obj', obj.replace(/^v .*$/m, 'v 0 nought 0'))).toMatch(
      /^line 3: A figure of it is not as it should be/,
    );
    expect(refusal('obj', '# nothing\n')).toBe(
      'file: It holds no triangle. Write the part as a closed net of triangles.',
    );
    const stl = written(block, 'stl');
    expect(refusal('stl', stl.slice(0, stl.length - 60))).toMatch(
      /^triangle \d+: It cannot be read: it is damaged or cut off/,
    );
    expect(refusal('stl', 'no solid')).toMatch(/^file: It cannot be read/);
  });
});
