import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, test } from '@jest/globals';

const folder = mkdtempSync(join(tmpdir(), 'blue-ledger-cli-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const file = (name: string, value: unknown): string => {
  const path = join(folder, name);
  writeFileSync(path, typeof value === 'string' ? value : JSON.stringify(value));
  return path;
};
const call = (args: string[], input?: string) =>
  spawnSync('./blue-ledger', args, { encoding: 'utf8', ...(input === undefined ? {} : { input }) });

const plate = {
  format: 'blue-ledger/part@1',
  name: 'Plate',
  units: 'mm',
  bodies: [
    {
      name: 'plate',
      features: [
        { id: 'plate', op: 'add', shape: { kind: 'block', width: 90, depth: 40, height: 10 } },
        { id: 'bore', op: 'cut', at: [45, 20, 10], shape: { kind: 'hole', diameter: 12, depth: 'through' } },
      ],
    },
  ],
};
const part = file('plate.part.json', plate);
const section = file('A.section.json', {
  name: 'A',
  seenIn: 'top',
  through: [
    [0, 20],
    [90, 20],
  ],
  look: 'up',
});

describe('the command line', () => {
  test('views, to the letter of the contract', () => {
    const r = call(['views', part, '--views', 'top', '--json']);
    expect(r.status).toBe(0);
    const { format, units, views } = JSON.parse(r.stdout);
    expect([format, units, views.top.box]).toEqual(['blue-ledger/views@1', 'mm', [0, 0, 90, 40]]);
    expect(views.top.lines).toContainEqual({
      class: 'visible',
      kind: 'edge',
      curve: { type: 'arc', centre: [45, 20], radius: 6, from: 0, to: 360 },
      of: ['bore/wall', 'plate/bottom', 'plate/top'],
    });
  });
  test('a direction that begins with a minus is a value', () => {
    const r = call(['views', part, '--toward', '-2,-3,2', '--json']);
    expect(r.stderr).toBe('');
    expect(JSON.parse(r.stdout).views.toward.lines.length).toBeGreaterThan(8);
  });
  test('a sheet with a sectional view has the same sizes, each in its place', () => {
    const of = (more: string[]) => {
      const r = call(['dimension', part, ...more, '--json']);
      expect(r.stderr).toBe('');
      return JSON.parse(r.stdout) as {
        dimensions: { text: string; value: number; drawn: { text: { box: number[] } } }[];
        audit: { complete: boolean };
      };
    };
    const [whole, cut] = [of([]), of(['--section', section, '--angle', 'third', '--paper', 'A3'])];
    const figures = (x: typeof whole): string[] => x.dimensions.map((d) => d.text).sort();
    expect(figures(cut)).toEqual(figures(whole));
    expect(figures(whole)).toEqual(['10', '20', '40', '45', '90', '⌀12']);
    expect(cut.audit.complete).toBe(true);
    expect(cut.dimensions.every((d) => d.drawn.text.box.every(Number.isFinite))).toBe(true);
    const bad = call(['dimension', part, '--section', file('bad.section.json', '{}')]);
    expect([bad.status, bad.stderr]).toEqual([1, expect.stringContaining('bad.section.json')]);
  });
  test('typed lines are read in order, each against the part with those before it', () => {
    const empty = file('empty.part.json', { ...plate, bodies: [] });
    const lines = ['plate 90 x 40 x 10', 'hole 12 through top 45 20', 'hole 8 deep'];
    const args = (some: string[]): string[] => [
      'read',
      empty,
      ...some.flatMap((l) => ['--line', l]),
      '--json',
    ];
    const good = JSON.parse(call(args(lines.slice(0, 2))).stdout);
    expect(good).toMatchObject({
      format: 'blue-ledger/reading@1',
      readings: [
        {
          line: lines[0],
          understood: 'add a block, 90 wide, 40 deep, 10 high',
          question: null,
        },
        {
          understood: 'cut a hole, 12 across, through, 45 from the left, 20 from the front, 10 up',
          assumed: [],
          question: null,
          offers: [],
        },
      ],
    });
    expect(good.part.bodies[0].features).toHaveLength(2);
    const open = JSON.parse(call(args(lines)).stdout);
    expect(open.part).toBe(null);
    expect(open.readings[2]).toMatchObject({
      understood: null,
      question: expect.stringContaining('diameter'),
    });
    expect(call(['read', empty]).status).toBe(2);
  });
  test('a section with its areas, points and the view square to it', () => {
    const r = JSON.parse(call(['section', part, section, '--views', 'front,section']).stdout);
    expect(r.bodies[0]).toMatchObject({ name: 'plate', hatched: true });
    expect(r.bodies[0].area).toBeCloseTo(780, 9);
    expect(r.bodies[0].loops.map((l: { outer: boolean }) => l.outer)).toEqual([true, true]);
    expect(r.bodies[0].cutPoints).toHaveLength(8);
    expect(r.views.front.cut).toHaveLength(2);
    expect(r.views.section.box).toEqual(r.views.front.box);
  });
  test('the same input gives the same bytes, from a file and from standard input', () => {
    const a = call(['measure', part]).stdout;
    expect(call(['measure', '-'], JSON.stringify(plate)).stdout).toBe(a);
    expect(JSON.parse(a).bodies[0].volume).toBeCloseTo(36000 - Math.PI * 360, 9);
    const pdf = () => readFileSync(sheet('pdf'));
    expect(pdf().equals(pdf())).toBe(true);
  });
  const sheet = (format: string): string => {
    const out = join(folder, `sheet.${format}`);
    expect(
      call([
        'sheet',
        part,
        '--paper',
        'A4',
        '--scale',
        '1:2',
        '--angle',
        'third',
        '--section',
        section,
        '--format',
        format,
        '--out',
        out,
      ]).status,
    ).toBe(0);
    return out;
  };
  test('a sheet measures true at its scale', () => {
    const svg = readFileSync(sheet('svg'), 'utf8');
    expect(svg).toContain('width="297mm" height="210mm"');
    // 90 wide at half size
    const lengths = [...svg.matchAll(/d="M([\d.]+) ([\d.]+)L([\d.]+) ([\d.]+)" stroke-width="0.5"/g)].map(
      (m) => Math.hypot(Number(m[3]) - Number(m[1]), Number(m[4]) - Number(m[2])),
    );
    expect(Math.min(...lengths.map((x) => Math.abs(x - 45)))).toBeLessThan(2e-3);
    expect(svg).toContain('SECTIONAL FRONT VIEW');
  });
  test('refused input says where and what to do, and exits 1', () => {
    const bad = file('bad.part.json', {
      ...plate,
      bodies: [
        {
          ...plate.bodies[0],
          features: [{ id: 'p', op: 'add', shape: { kind: 'block', width: 'W', depth: 1, height: 1 } }],
        },
      ],
    });
    const r = call(['views', bad]);
    expect([r.status, r.stdout]).toEqual([1, '']);
    expect(r.stderr).toBe(
      `blue-ledger: ${bad}: body "plate", feature "p", shape.width: "W": The name "W" is not known. Add it to dims.\n`,
    );
    expect(call(['measure', join(folder, 'none.json')])).toMatchObject({
      status: 1,
      stderr: expect.stringContaining('cannot be read (ENOENT)'),
    });
    expect(call(['measure', file('torn.json', '{"a":')])).toMatchObject({
      status: 1,
      stderr: expect.stringContaining('It is not JSON'),
    });
    expect(call(['section', part, file('s.json', { name: 'A', seenIn: 'top', look: 'up' })])).toMatchObject({
      status: 1,
      stderr: expect.stringContaining('cut "A", through: The place of the cut is missing'),
    });
  });
  test('check is silent and exits 0 where all is well, else it tells each finding and exits 1', () => {
    expect(call(['check', part])).toMatchObject({ status: 0, stdout: '' });
    const thin = call(['check', part, '--limit', '1000']);
    expect(thin.status).toBe(1);
    expect(thin.stdout).toMatch(/^doubt: .*thick, under the limit of 1000\./);
    expect(call(['check', part, '--limit', 'x']).status).toBe(2);
  });
  test('points on generators and tangent joins are there where asked for', () => {
    const plain = JSON.parse(call(['views', part, '--json']).stdout);
    const joins = JSON.parse(call(['views', part, '--tangents', '--json']).stdout);
    const kinds = (v: typeof plain): string[] =>
      Object.values(v.views as Record<string, { lines: { kind: string }[] }>).flatMap((x) =>
        x.lines.map((l) => l.kind),
      );
    expect(kinds(plain)).not.toContain('tangent');
    expect(kinds(joins).length).toBeGreaterThanOrEqual(kinds(plain).length);
    expect(call(['section', part, part, '--divisions', '7']).status).not.toBe(0);
  });
  test.each([
    [[], /views PART/],
    [['frobnicate'], /is not a command/],
    [['views'], /Give PART/],
    [['views', part, '--views', 'inside'], /"inside" is not a view/],
    [['views', part, '--toward', '0,0,0'], /not all zero/],
    [['sheet', part, '--format', 'dxf', '--space', 'inside'], /--space is paper/],
    [['sheet', part, '--format', 'svg', '--space', 'true'], /goes with --format dxf/],
    [['sheet', part], /--format pdf, svg or dxf/],
    [['sheet', part, '--format', 'svg', '--paper', 'A9'], /is not a paper/],
    [['ledger', part, '--csv', '--json'], /not both/],
    [['views', part, '--wat'], /usage/],
  ])('wrong usage %p exits 2', (args, words) => {
    const r = call(args as string[]);
    expect(r.status).toBe(2);
    expect(r.stderr + r.stdout).toMatch(words as RegExp);
  });
  test('it starts fast: about a third of a second on a quiet machine, alarm at four times the half second asked', () => {
    call(['--help']);
    const times = [1, 2, 3].map(() => {
      const t = performance.now();
      call(['measure', part]);
      return performance.now() - t;
    });
    expect(Math.min(...times)).toBeLessThan(2000);
  });

  test('a sheet is made of a whole drawing too, and its title block can be filled in', () => {
    const drawing = 'demo/03-vane-hub.drawing.json';
    const own = call(['sheet', drawing, '--format', 'svg']);
    expect(own.status).toBe(0);
    expect(own.stdout).toContain('SECTIONAL TOP VIEW');
    const filled = call([
      'sheet',
      drawing,
      '--format',
      'svg',
      '--angle',
      'third',
      '--title',
      'Hub',
      '--number',
      'SP-77',
      '--owner',
      'Skerrow Point',
      '--material',
      'bronze',
      '--drawn-by',
      'R. Vane',
      '--date',
      '2026-03-01',
    ]);
    expect(filled.status).toBe(0);
    for (const text of ['HUB', 'SP-77', 'SKERROW POINT', 'BRONZE', 'R. VANE', '2026-03-01', 'THIRD ANGLE'])
      expect(filled.stdout.toUpperCase()).toContain(text);
    // where a part is asked for, a drawing is one too
    expect(JSON.parse(call(['measure', drawing]).stdout)).toHaveProperty('all.volume');
    const read = JSON.parse(call(['read', drawing, '--line', 'L = 90', '--json']).stdout) as {
      part: { dims: unknown };
    };
    expect(read.part.dims).toMatchObject({ L: 90 });
    // one input gives one output, and the file says who made it and when
    const pdf = () =>
      call(['sheet', drawing, '--format', 'pdf', '--date', '2026-03-01', '--drawn-by', 'R']).stdout;
    expect(pdf()).toBe(pdf());
    expect(pdf()).toContain('20260301');
    const refused = call([
      'sheet',
      file('no.drawing.json', { format: 'blue-ledger/drawing@1' }),
      '--format',
      'svg',
    ]);
    expect(refused.status).toBe(1);
    expect(refused.stderr).toContain('number');
  });
});

describe('solids in open files', () => {
  test('a part is written as STEP and read again; other formats, a body by name, and wrong wishes', () => {
    const step = call(['solid', part, '--format', 'step']);
    expect(step.status).toBe(0);
    const path = file('plate again.step', step.stdout);
    const volume = (p: string): number =>
      (JSON.parse(call(['measure', p]).stdout) as { all: { volume: number } }).all.volume;
    expect(volume(path)).toBeCloseTo(volume(part), 8);
    const obj = file('plate.obj', call(['solid', path, '--format', 'obj', '--deviation', '0.01']).stdout);
    expect(Math.abs(volume(obj) / volume(part) - 1)).toBeLessThan(1e-3);
    expect(call(['solid', part, '--format', 'stl', '--text', '--body', 'plate']).stdout).toMatch(
      /^solid plate\n/,
    );
    const other = call(['solid', part, '--format', 'stl', '--body', 'lid']);
    expect([other.status, other.stderr]).toEqual([
      1,
      `blue-ledger: ${part}: body "lid": There is none of this name. Use one of: plate.\n`,
    ]);
    expect(call(['solid', part, '--format', 'iges']).status).toBe(2);
    expect(call(['solid', part, '--format', 'stl', '--deviation', '-1']).status).toBe(2);
  });

  test('a solid on a dimensioned sheet has its alike holes in one note, and none of its sizes is nought', () => {
    const holes = {
      ...plate,
      bodies: [
        {
          name: 'plate',
          features: [
            { id: 'a', op: 'add', shape: { kind: 'block', width: 90, depth: 40, height: 16 } },
            {
              id: 'b',
              op: 'cut',
              at: [20, 20, 16],
              repeat: { count: 3, step: [25, 0, 0] },
              shape: { kind: 'hole', diameter: 8, depth: 'through', counterbore: { diameter: 14, depth: 5 } },
            },
          ],
        },
      ],
    };
    const solid = file('holes.step', call(['solid', file('holes.json', holes), '--format', 'step']).stdout);
    const drawn = call(['sheet', solid, '--dimension', '--format', 'svg']).stdout;
    expect(drawn).toMatch(/3 [x×] ⌀8/);
    // a pyramid that leans: its apex lies on all of its sides
    const pyramid = {
      ...plate,
      bodies: [
        {
          name: 'foot',
          features: [
            {
              id: 'a',
              op: 'add',
              turn: [{ axis: 'y', angle: 35 }],
              shape: { kind: 'pyramid', sides: 6, side: 22, height: 58 },
            },
          ],
        },
      ],
    };
    const leaning = file('foot.step', call(['solid', file('foot.json', pyramid), '--format', 'step']).stdout);
    const told = JSON.parse(call(['dimension', leaning, '--json']).stdout) as {
      dimensions: { value: number }[];
    };
    expect(told.dimensions.length).toBeGreaterThan(0);
    expect(told.dimensions.map((d) => d.value).filter((v) => Math.abs(v) < 1e-6)).toEqual([]);
  });

  test('a part file that holds the parts brought into it needs no other file', () => {
    const whole = file('whole.json', {
      ...plate,
      bodies: [...plate.bodies, { name: 'second', from: 'SP-1', at: [200, 0, 0], features: [] }],
      brought: { 'SP-1': { part: plate } },
    });
    const { bodies } = JSON.parse(call(['measure', whole]).stdout) as { bodies: { volume: number }[] };
    expect(bodies[1]?.volume).toBeCloseTo(bodies[0]?.volume as number, 8);
  });

  test('a part file names a solid beside it, and none elsewhere', () => {
    file('bar.step', call(['solid', part, '--format', 'step']).stdout);
    const named = (name: string): string =>
      file('with-solid.json', {
        ...plate,
        bodies: [
          {
            name: 'plate',
            features: [
              { id: 'bar', op: 'add', shape: { kind: 'solid', file: name } },
              {
                id: 'more',
                op: 'add',
                at: [0, 0, 10],
                shape: { kind: 'block', width: 10, depth: 10, height: 5 },
              },
            ],
          },
        ],
      });
    const measured = call(['measure', named('bar.step')]);
    const { all } = JSON.parse(measured.stdout) as { all: { volume: number } };
    expect(all.volume).toBeCloseTo(90 * 40 * 10 - Math.PI * 36 * 10 + 500, 8);
    for (const name of ['../bar.step', '/etc/hosts.step']) {
      const refused = call(['measure', named(name)]);
      expect(refused.status).toBe(1);
      expect(refused.stderr).toContain('Only files beside the part are read.');
    }
    expect(call(['measure', named('gone.step')]).stderr).toContain('It cannot be read (ENOENT)');
  });

  test('a sheet of every part in a folder, with an index that says what was refused', () => {
    const inside = join(folder, 'parts');
    const out = join(folder, 'sheets');
    mkdirSync(inside);
    writeFileSync(join(inside, 'a.step'), call(['solid', part, '--format', 'step']).stdout);
    writeFileSync(join(inside, 'b.step'), 'ISO-10303-21;');
    writeFileSync(join(inside, 'notes.txt'), 'no part');
    expect(call(['sheet', inside, '--dimension', '--format', 'svg']).status).toBe(2);
    const intoFolder = call(['sheet', part, '--format', 'svg', '--out', inside]);
    expect([intoFolder.status, intoFolder.stderr]).toEqual([
      1,
      `blue-ledger: ${inside} cannot be written: it is a folder. Give the name of a file in it.\n`,
    ]);
    const nowhere = call(['sheet', part, '--format', 'svg', '--out', join(folder, 'none', 'a.svg')]);
    expect(nowhere.stderr).toContain('its folder does not exist. Make the folder first.');
    const made = call(['sheet', inside, '--dimension', '--format', 'svg', '--out', out]);
    expect(made.status).toBe(0);
    const index = readFileSync(join(out, 'index.csv'), 'utf8').split('\r\n');
    expect(index[0]).toBe('file,sheet,title,scale,dimensions,refused');
    // length, depth, thickness, and the hole's size and place
    expect(index[1]).toBe('a.step,a.step.svg,a,2 : 1,6,');
    expect(index[2]).toContain('It has no section of data.');
    expect(readFileSync(join(out, 'a.step.svg'), 'utf8')).toContain('⌀12');
  });
});
