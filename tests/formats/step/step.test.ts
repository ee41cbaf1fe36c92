import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { sentence } from '../../../core/number/fault.ts';
import { partModel } from '../../../core/part/model.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { partOfSolids } from '../../../core/part/solidPart.ts';
import { isDrawn } from '../../../core/solid/boundary.ts';
import { type BuiltPart, buildPart } from '../../../core/solid/build.ts';
import { solidFile } from '../../../formats/solidFile.ts';
import { readStep } from '../../../formats/step/readStep.ts';
import { builtPart, measured, partOf } from '../../builtSample.ts';
import { campaign } from '../../campaign.ts';
import { randomFrom, randomPart } from '../../fuzz/randomPart.ts';

const SHARED = join(process.env.SHARED ?? '../shared', 'conformance');
const FILES = join(SHARED, 'step');

const written = (part: BuiltPart): string => {
  const made = solidFile(part, { format: 'step', deviation: 1, date: '2026-01-01T00:00:00' });
  if (!made.ok) throw new Error(made.faults[0]?.what);
  return made.value as string;
};

const partIn = (text: string, name = 'sample.step'): PartFile => {
  const read = readStep(text);
  if (!read.ok) throw new Error(read.faults.map(sentence).join(' '));
  return partOfSolids(name, read.value);
};

const drawnEdges = (p: BuiltPart): number => p.bodies.reduce((n, b) => n + b.edges.filter(isDrawn).length, 0);

const same = (a: number, b: number, share: number): void => expect(Math.abs(a / b - 1)).toBeLessThan(share);

(existsSync(FILES) ? describe : describe.skip)('files of another kernel', () => {
  test.each(existsSync(FILES) ? readdirSync(FILES) : [])(
    '%s has the volume, area and place it should',
    (file) => {
      const part = builtPart(partIn(readFileSync(join(FILES, file), 'utf8'), file));
      const answer = JSON.parse(
        readFileSync(join(SHARED, 'cases', file.replace('.step', ''), 'expected.json'), 'utf8'),
      ) as { bodies: { volume: number; area: number; box: { min: number[]; max: number[] } }[] };
      const { volume, area, box } = measured(part);
      const sum = (of: 'volume' | 'area'): number => answer.bodies.reduce((s, b) => s + b[of], 0);
      same(volume, sum('volume'), 1e-8);
      same(area, sum('area'), 1e-8);
      for (const i of [0, 1, 2]) {
        expect(box.min[i]).toBeCloseTo(Math.min(...answer.bodies.map((b) => b.box.min[i] as number)), 5);
        expect(box.max[i]).toBeCloseTo(Math.max(...answer.bodies.map((b) => b.box.max[i] as number)), 5);
      }
    },
  );
});

describe('what is written is read back', () => {
  test.each([
    ['a block', [{ id: 'a', op: 'add', shape: { kind: 'block', width: 20, depth: 30, height: 40 } }]],
    ['a ball', [{ id: 'a', op: 'add', shape: { kind: 'sphere', diameter: 20 } }]],
    ['a ring', [{ id: 'a', op: 'add', shape: { kind: 'torus', diameter: 40, tube: 8 } }]],
    ['a cone', [{ id: 'a', op: 'add', shape: { kind: 'cone', diameter: 40, height: 30 } }]],
    [
      'a hollow',
      [
        { id: 'a', op: 'add', shape: { kind: 'block', width: 20, depth: 30, height: 40 } },
        { id: 'b', op: 'cut', at: [10, 15, 20], shape: { kind: 'sphere', diameter: 8 } },
      ],
    ],
    [
      'two pieces',
      [
        { id: 'a', op: 'add', shape: { kind: 'block', width: 20, depth: 30, height: 40 } },
        { id: 'b', op: 'add', at: [50, 0, 0], shape: { kind: 'cylinder', diameter: 8, height: 9 } },
      ],
    ],
    [
      'a piece in the hollow of another',
      [
        { id: 'a', op: 'add', shape: { kind: 'block', width: 30, depth: 30, height: 30 } },
        { id: 'b', op: 'cut', at: [5, 5, 5], shape: { kind: 'block', width: 20, depth: 20, height: 20 } },
        { id: 'c', op: 'add', at: [15, 15, 15], shape: { kind: 'sphere', diameter: 6 } },
      ],
    ],
    [
      'blocks that touch along an edge',
      [
        { id: 'a', op: 'add', shape: { kind: 'block', width: 10, depth: 10, height: 10 } },
        { id: 'b', op: 'add', at: [10, 10, 0], shape: { kind: 'block', width: 10, depth: 10, height: 10 } },
      ],
    ],
    [
      'cylinders that cross',
      [
        { id: 'a', op: 'add', shape: { kind: 'cylinder', diameter: 30, height: 60 } },
        {
          id: 'b',
          op: 'add',
          at: [0, 0, 30],
          plane: 'front',
          shape: { kind: 'cylinder', diameter: 20, height: 40 },
        },
      ],
    ],
  ] as const)('%s', (_, features) => {
    const part = builtPart(partOf(features));
    const back = builtPart(partIn(written(part)));
    const [was, is] = [measured(part), measured(back)];
    same(is.volume, was.volume, 1e-9);
    same(is.area, was.area, 1e-9);
    expect(drawnEdges(back)).toBe(drawnEdges(part));
    expect(back.bodies.map((b) => b.solid.name)).toEqual(['body']);
  });

  test('inches stay inches, and a body has the name it had', () => {
    const part = builtPart(
      partOf([{ id: 'a', op: 'add', shape: { kind: 'block', width: 1.5, depth: 2, height: 0.25 } }], 'in'),
    );
    const text = written(part);
    const file = partIn(text);
    expect(file.units).toBe('in');
    same(measured(builtPart(file)).volume, 0.75, 1e-12);
    // the same figures said to be metres
    const metres = text.replace(
      /\(CONVERSION_BASED_UNIT\('INCH'[^;]*;/,
      '(LENGTH_UNIT()NAMED_UNIT(*)SI_UNIT($,.METRE.));',
    );
    const large = partIn(metres);
    expect(large.units).toBe('mm');
    same(measured(builtPart(large)).volume, 0.75e9, 1e-9);
  });

  test('an assembly: shapes stand where the file puts them, as often as it does', () => {
    const bodies = [
      {
        name: 'plate',
        features: [{ id: 'a', op: 'add', shape: { kind: 'block', width: 20, depth: 20, height: 4 } }],
      },
      {
        name: 'pin',
        features: [
          { id: 'a', op: 'add', at: [5, 5, 4], shape: { kind: 'cylinder', diameter: 4, height: 9 } },
        ],
      },
    ];
    const part = builtPart({ format: 'blue-ledger/part@1', name: 'sample', units: 'mm', bodies } as PartFile);
    const text = written(part);
    const plain = builtPart(partIn(text));
    expect(plain.bodies.map((b) => b.solid.name)).toEqual(['plate', 'pin']);
    // the pin's place in the whole: turned a quarter about z and moved
    const uses = [...text.matchAll(/ITEM_DEFINED_TRANSFORMATION\('','',(#\d+),(#\d+)\)/g)];
    const place = uses[1]?.[2] as string;
    const line = new RegExp(`^${place}=AXIS2_PLACEMENT_3D\\('',(#\\d+),(#\\d+),(#\\d+)\\);$`, 'm');
    const moved = text
      .replace(line, `${place}=AXIS2_PLACEMENT_3D('',#900001,$2,#900002);`)
      .replace(
        'ENDSEC;\nEND-ISO',
        "#900001=CARTESIAN_POINT('',(100.,0.,0.));\n#900002=DIRECTION('',(0.,1.,0.));\nENDSEC;\nEND-ISO",
      );
    const turned = builtPart(partIn(moved));
    const { box } = measured(turned);
    // (5, 5) turned a quarter is (-5, 5)
    expect(box.max[0]).toBeCloseTo(100 - 5 + 2, 9);
    expect(measured(turned).volume).toBeCloseTo(measured(plain).volume, 6);
  });

  test('random parts: volume, area and edges are the same', () => {
    let done = 0;
    for (let seed = 0; seed < campaign(26, 10); seed++) {
      const file = randomPart(seed);
      // rings take long: those of the first do
      if (seed > 4 && JSON.stringify(file).includes('torus')) continue;
      const model = partModel(file);
      const built = model.ok ? buildPart(model.value) : undefined;
      if (!built?.ok) continue;
      const back = builtPart(partIn(written(built.value)));
      const [was, is] = [measured(built.value), measured(back)];
      if (Math.abs(is.volume / was.volume - 1) > 1e-9 || Math.abs(is.area / was.area - 1) > 1e-9)
        throw new Error(
          `seed ${seed}: volume ${is.volume} was ${was.volume}, area ${is.area} was ${was.area}`,
        );
      if (drawnEdges(back) !== drawnEdges(built.value)) throw new Error(`seed ${seed}: edges`);
      done++;
    }
    expect(done).toBeGreaterThan(campaign(12, 5));
  });
});

describe('what cannot be read', () => {
  const text = written(
    builtPart(
      partOf([
        { id: 'a', op: 'add', shape: { kind: 'block', width: 20, depth: 30, height: 40 } },
        { id: 'b', op: 'cut', at: [10, 15, 40], shape: { kind: 'hole', diameter: 6, depth: 12, tip: 120 } },
      ]),
    ),
  );
  const refusal = (changed: string): string => {
    const read = readStep(changed);
    return read.ok ? 'read' : read.faults.map(sentence).join(' ');
  };
  const entity = (name: string): string =>
    (new RegExp(`^(#\\d+)=${name}`, 'm').exec(text) as RegExpExecArray)[1] as string;
  test('is refused by the number of the entity, with what to do', () => {
    const cone = entity('CONICAL_SURFACE');
    expect(refusal(text.replace(/=CONICAL_SURFACE\(/, '=SPLINE_SKIN('))).toBe(
      `entity ${cone}: A face on SPLINE_SKIN is not read. Use planes, cylinders, cones, spheres and tori.`,
    );
    const shell = entity('CLOSED_SHELL');
    expect(refusal(text.replace('=CLOSED_SHELL(', '=OPEN_SHELL('))).toContain(
      `entity ${shell}: The shell is open`,
    );
    // one face left out
    expect(refusal(text.replace(/(=CLOSED_SHELL\('',\(#\d+),#\d+/, '$1'))).toMatch(
      /^entity #\d+: The solid is open at this edge/,
    );
    const line = entity('LINE');
    expect(refusal(text.replace('=LINE(', '=POLYLINE('))).toBe(
      `entity ${line}: An edge along POLYLINE is not read. Use lines, circles, ellipses, other conics or splines.`,
    );
    expect(refusal(text.slice(0, text.length / 2))).toMatch(
      /^entity #\d+: The text from here on cannot be read/,
    );
    expect(refusal('solid cube')).toMatch(/^file: It does not begin as a STEP file does/);
    expect(refusal(text.replace(/=MANIFOLD_SOLID_BREP\(/, '=NO_SOLID('))).toMatch(/^file: It holds no solid/);
    expect(refusal(text.replace('(20.,', '(1e400,'))).toMatch(/^entity #\d+: A figure or entry/);
  });
  test('never ends the program: seeded damage is read or refused, each in under two seconds', () => {
    const next = randomFrom(7);
    const lines = text.split('\n');
    let refused = 0;
    for (let i = 0; i < 250; i++) {
      const at = 8 + Math.floor(next() * (lines.length - 10));
      const line = lines[at] as string;
      const kinds = [
        () => [],
        () => [line, line],
        () => [line.slice(0, Math.floor(next() * line.length))],
        () => [line.replace(/#\d+(?!=)/, `#${1 + Math.floor(next() * lines.length)}`)],
        () => [line.replace(/\d+\.\d*/, String((next() - 0.5) * 1e3))],
        () => [line.replace('.T.', '.F.')],
        () => [line.replace(/[(),;']/, '')],
      ];
      const changed = lines.toSpliced(at, 1, ...(kinds[i % kinds.length] as () => string[])()).join('\n');
      const begun = Date.now();
      const read = readStep(changed);
      if (!read.ok) {
        refused++;
        if (!/^(entity #\d+|file): .+\. .+\.$/.test(read.faults.map(sentence).join(' ')))
          throw new Error(read.faults.map(sentence).join(' '));
      }
      if (Date.now() - begun > 2000) throw new Error(`mutant ${i} took ${Date.now() - begun} ms`);
    }
    expect(refused).toBeGreaterThan(80);
  });
});
