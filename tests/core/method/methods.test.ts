import { describe, expect, test } from '@jest/globals';
import { type BoardMethod, type Figures, METHOD_GROUPS, readFigures } from '../../../core/method/method.ts';
import { METHODS, methodOf } from '../../../core/method/methods.ts';
import { methodPicture } from '../../../workers/methodPicture.ts';
import { randomFrom } from '../../fuzz/randomPart.ts';
import { BoardHand } from '../replay/boardHand.ts';

type P = readonly [number, number];
type P3 = readonly [number, number, number];

const board = (slug: string): BoardMethod => {
  const m = methodOf(slug);
  if (m?.kind !== 'board') throw new Error(`${slug} is no method with steps of its own`);
  return m;
};
/** A hand of its own does the steps; what it finds is measured. */
const done = (slug: string, sizes: Figures = {}) => {
  const m = board(slug);
  const figures = { ...readFigures(m, {}).figures, ...sizes };
  expect(m.refuses?.(figures)).toBeUndefined();
  const hand = new BoardHand();
  const steps = m.steps(figures);
  for (const d of steps.flatMap((s) => s.deeds)) hand.does(d);
  const at = (name: string): P => {
    const p = hand.points.get(name);
    if (!p) throw new Error(`${name} was not found`);
    return [p.x, p.y];
  };
  return { figures, steps, at };
};
const gap = (a: P, b: P): number => Math.hypot(a[0] - b[0], a[1] - b[1]);
const each = <T>(n: number, make: (i: number) => T): T[] => Array.from({ length: n }, (_, i) => make(i));

describe('the method shelf', () => {
  test('every method has a group, an address of its own, and steps that stand in plain sentences', () => {
    expect(new Set(METHODS.map((m) => m.slug)).size).toBe(METHODS.length);
    for (const m of METHODS) {
      expect(METHOD_GROUPS).toContain(m.group);
      expect(m.use).toMatch(/[.]$/);
      if (m.kind !== 'board') continue;
      for (const s of m.steps(readFigures(m, {}).figures)) {
        expect(s.text).toMatch(/^[A-Z].*[.]$/);
        expect(s.why).toMatch(/^.*[.]$/);
        expect(s.text).not.toMatch(/NaN|undefined|Infinity/);
      }
    }
    for (const g of METHOD_GROUPS) expect(METHODS.some((m) => m.group === g)).toBe(true);
  });

  test('any sizes within the limits are drawn, or refused with a sentence', () => {
    const random = randomFrom(11);
    let drawn = 0;
    for (const m of METHODS)
      for (let i = 0; i < 5; i++) {
        const asked = Object.fromEntries(
          m.figures.map((f) => [
            f.key,
            f.whole
              ? String(Math.round(f.least + (f.most - f.least) * random()))
              : (f.least + (f.most - f.least) * random()).toFixed(1),
          ]),
        );
        const { figures, refused } = readFigures(m, asked);
        if (refused.length) {
          expect(refused.join(' ')).toMatch(/[.]$/);
          continue;
        }
        const p = methodPicture(m, figures);
        expect([m.slug, figures, p !== undefined]).toEqual([m.slug, figures, true]);
        expect(JSON.stringify(p)).not.toMatch(/NaN|null|Infinity/);
        drawn++;
      }
    expect(drawn).toBeGreaterThan(METHODS.length * 2);
  });

  test('a size that cannot be used keeps its usual value and is told', () => {
    const m = board('divided-line');
    expect(readFigures(m, { whole: '120', parts: '7' })).toEqual({
      figures: { whole: 120, parts: 7 },
      refused: [],
    });
    expect(readFigures(m, { parts: '2.5' })).toEqual({
      figures: { whole: 77, parts: 6 },
      refused: ['Equal parts: "2.5" cannot be used. Give a whole number from 2 to 20.'],
    });
    expect(readFigures(m, { whole: 'long' }).refused[0]).toContain('"long"');
    expect(readFigures(m, { whole: '12,5' }).figures.whole).toBe(12.5);
    // together they may be too much
    const cone = board('development-of-a-cone');
    const { figures, refused } = readFigures(cone, { h: '40', k: '45' });
    expect(refused).toEqual(['The cut passes above the apex: give it less height on the axis.']);
    expect(figures.h).toBe(70);
  });
});

describe('shapes and curves by hand', () => {
  test.each([
    ['hexagon-across-corners', 'ABCDEF', 60, (d: number) => d / 2],
    ['hexagon-across-flats', 'ABCDEF', 52, (f: number) => f / Math.sqrt(3)],
    ['pentagon', 'BCDEF', 70, (d: number) => d * Math.sin(Math.PI / 5)],
  ] as const)('%s: all sides are equal and as long as they must be', (slug, corners, size, side) => {
    const { at } = done(slug);
    const points = corners.split('').map(at);
    for (const [i, p] of points.entries())
      expect(gap(p, points[(i + 1) % points.length] as P)).toBeCloseTo(side(size), 9);
  });

  test('a divided line has equal parts', () => {
    for (const parts of [2, 3, 7, 20]) {
      const { at } = done('divided-line', { parts, whole: 77 });
      for (let i = 1; i < parts; i++) {
        expect(at(`d${i}`)[0]).toBeCloseTo((77 * i) / parts, 9);
        expect(at(`d${i}`)[1]).toBeCloseTo(0, 9);
      }
    }
  });

  test('the points of an ellipse lie on it', () => {
    const { at } = done('ellipse-by-two-circles', { long: 110, short: 34 });
    const angles = new Set<number>();
    for (const n of each(12, String)) {
      const [x, y] = at(n);
      expect((x / 55) ** 2 + (y / 17) ** 2).toBeCloseTo(1, 9);
      angles.add(Math.round((Math.atan2(y / 17, x / 55) * 180) / Math.PI + 360) % 360);
    }
    expect(angles.size).toBe(12);
  });

  test('a circle on an isometric face is what the face makes of it', () => {
    const { at } = done('circle-in-a-square', { round: 80 });
    const p = at('P');
    // along the axes at 30 and 150 degrees the coordinates are those of a circle
    for (const name of ['a+', 'a-', ...each(5, (i) => `q${i + 1}+`), ...each(5, (i) => `q${i + 1}-`)]) {
      const [x, y] = [at(name)[0] - p[0], at(name)[1] - p[1]];
      const [u, v] = [x / Math.sqrt(3) + y, -x / Math.sqrt(3) + y];
      expect(Math.hypot(u, v)).toBeCloseTo(40, 9);
    }
  });

  test('the centre of an arc is equally far from its three points', () => {
    const { at } = done('arc-through-three-points', { bx: 20, by: -31, cx: 90, cy: 12 });
    const o = at('O');
    for (const k of ['B', 'C']) expect(gap(o, at(k))).toBeCloseTo(gap(o, at('A')), 9);
  });

  test('the arcs of a head touch its top and end on its edges at one height', () => {
    for (const slug of ['bolt-head', 'hexagon-nut'])
      for (const d of [6, 24, 64]) {
        const { at } = done(slug, { d });
        const top = at('T')[1];
        expect(top - at('base')[1]).toBeCloseTo((slug === 'bolt-head' ? 0.7 : 0.8) * d, 9);
        for (const k of ['A', 'B', 'C', 'D'])
          expect(top - at(`${k} top`)[1]).toBeCloseTo(d * (1.5 - Math.SQRT2), 9);
        for (const [side, from, to] of [
          ['right', 'A', 'B'],
          ['left', 'D', 'C'],
        ]) {
          const c = at(`${side} centre`);
          const r = gap(c, at(`${from} top`));
          expect(gap(c, at(`${to} top`))).toBeCloseTo(r, 9);
          expect(c[1] + r).toBeCloseTo(top, 9);
        }
      }
  });
});

describe('what a ratio and a pitch give', () => {
  test('a key narrows by one in n', () => {
    for (const sizes of [
      { long: 120, wide: 40, n: 12 },
      { long: 95, wide: 31, n: 100 },
      { long: 20.5, wide: 10, n: 4 },
    ]) {
      const { at } = done('taper-by-ratio', sizes);
      expect(gap(at('F'), at('B'))).toBeCloseTo(sizes.wide - sizes.long / sizes.n, 9);
      expect(at('F')[0]).toBeCloseTo(sizes.long, 9);
    }
    const m = board('taper-by-ratio');
    expect(m.refuses?.({ long: 200, wide: 20, n: 5 })).toMatch(/no width at the far end.*larger than 40/);
  });

  test('the root of a thread lies 0.54127 of the pitch inside its outside, and a ridge is an eighth of it wide', () => {
    for (const pitch of [10, 33, 80]) {
      const { at } = done('thread-form', { pitch });
      const h = (pitch * Math.sqrt(3)) / 2;
      for (const i of [1, 2, 3]) {
        expect(at(`b${i}`)[1] - at(`a${i}`)[1]).toBeCloseTo((5 * h) / 8, 9);
        expect(gap(at(`b${i}`), at(`c${i}`))).toBeCloseTo(pitch / 8, 9);
        // a quarter of the sharp form is cut off at the root
        expect(at(`a${i}`)[1] - at('v0')[1]).toBeCloseTo(h / 4, 9);
      }
      expect(gap(at('d1'), at('a2'))).toBeCloseTo(pitch / 4, 9);
    }
  });
});

describe('surfaces laid flat and crossing by hand', () => {
  test('a cut cylinder: each generator is as long as in space, the base as long as it is round', () => {
    const { at } = done('development-of-a-cylinder', { d: 60, h: 70, a: 40 });
    expect(gap(at('f0'), at('f12'))).toBeCloseTo(Math.PI * 60, 9);
    for (const i of each(13, Number)) {
      // generator 1 is at the left, where the plane is lowest
      const x = -30 * Math.cos((i * Math.PI) / 6);
      expect(gap(at(`f${i}`), at(`p${i}`))).toBeCloseTo(70 + x * Math.tan((40 * Math.PI) / 180), 9);
    }
  });

  test('a cut cone: distances from the apex are those of space, the sector closes', () => {
    const [d, h, k, a] = [80, 90, 40, 20];
    const { at } = done('development-of-a-cone', { d, h, k, a });
    const slant = Math.hypot(d / 2, h);
    const t = Math.tan((a * Math.PI) / 180);
    const s = at('S2');
    const turn = (p: P): number => Math.atan2(p[1] - s[1], p[0] - s[0]);
    expect((turn(at('f12')) - turn(at('f0'))) * slant).toBeCloseTo(Math.PI * d, 7);
    for (const i of each(13, Number)) {
      // on a generator z falls from h by a share; the plane is z = k + t x
      const x = (-d / 2) * Math.cos((i * Math.PI) / 6);
      const share = (h - k) / (h + t * x);
      expect(gap(s, at(`p${i}`))).toBeCloseTo(share * slant, 9);
    }
  });

  test('a cut pyramid: edges and sides are true', () => {
    const [s, h, k] = [60, 70, 30];
    const { at } = done('development-of-a-pyramid', { s, h, k });
    const names = ['A2', 'B2', 'C2', 'D2', 'A3'];
    const edge = Math.hypot(s / Math.SQRT2, h);
    for (const [i, n] of names.entries()) {
      expect(gap(at('S2'), at(n))).toBeCloseTo(edge, 9);
      expect(gap(at('S2'), at(`a${i}`))).toBeCloseTo((edge * (h - k)) / h, 9);
      if (i) {
        expect(gap(at(n), at(names[i - 1] as string))).toBeCloseTo(s, 9);
        expect(gap(at(`a${i}`), at(`a${i - 1}`))).toBeCloseTo((s * (h - k)) / h, 9);
      }
    }
  });

  test('two cylinders: each point of the curve lies on both', () => {
    for (const [main, branch] of [
      [60, 40],
      [80, 80],
      [100, 10],
    ] as const) {
      const { at } = done('intersection-of-cylinders', { main, branch, out: 100 });
      for (const i of each(7, Number)) {
        const [x, z] = [at(`p${i}`)[0] - at('P')[0], at(`p${i}`)[1] - at('P')[1]];
        const before = (branch / 2) * Math.sin((i * Math.PI) / 6);
        expect(Math.hypot(x, before)).toBeCloseTo(main / 2, 9);
        expect(Math.hypot(z, before)).toBeCloseTo(branch / 2, 9);
      }
    }
  });
});

describe('the plane of three points', () => {
  const spatial = (f: Figures): [P3, P3, P3] =>
    [
      [0, f.ad, f.ah],
      [f.bx, f.bd, f.bh],
      [f.cx, f.cd, f.ch],
    ] as [P3, P3, P3];

  test('it is an edge in the auxiliary view, and true in the second, for random points', () => {
    const random = randomFrom(5);
    const m = board('plane-of-three-points');
    let tried = 0;
    while (tried < 200) {
      const asked = Object.fromEntries(
        m.figures.map((f) => [f.key, (f.least + (f.most - f.least) * random()).toFixed(1)]),
      );
      const { figures, refused } = readFigures(m, asked);
      if (refused.length) continue;
      tried++;
      const { at } = done(m.slug, figures);
      const points = spatial(figures);
      const [a1, b1, c1] = ['a1', 'b1', 'c1'].map(at) as [P, P, P];
      const off = (b1[0] - a1[0]) * (c1[1] - a1[1]) - (b1[1] - a1[1]) * (c1[0] - a1[0]);
      expect(Math.abs(off)).toBeLessThan(1e-6);
      for (const [i, n] of ['a', 'b', 'c'].entries())
        for (const [k, o] of ['a', 'b', 'c'].entries()) {
          const [p, q] = [points[i], points[k]] as [P3, P3];
          const apart = Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]);
          expect(gap(at(`${n}2`), at(`${o}2`))).toBeCloseTo(apart, 6);
        }
    }
  });

  test('the traces lie in the plane', () => {
    const { at, steps, figures } = done('plane-of-three-points');
    expect(steps.some((s) => s.names?.N === 'HT')).toBe(true);
    const [a, b, c] = spatial(figures);
    const from = ([x, y, z]: P3): P3 => [x - a[0], y - a[1], z - a[2]];
    const [u, v] = [from(b), from(c)];
    const normal: P3 = [u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]];
    const flat = (p: P3): number => {
      const w = from(p);
      return normal[0] * w[0] + normal[1] * w[1] + normal[2] * w[2];
    };
    const [ht, w, vt] = [at('N'), at('W'), at('V')];
    expect(flat([ht[0], -ht[1], 0])).toBeCloseTo(0, 6);
    expect(flat([w[0], 0, 0])).toBeCloseTo(0, 6);
    expect(flat([vt[0], 0, vt[1]])).toBeCloseTo(0, 6);
  });

  test('points in one line, or at one height, are refused with the remedy', () => {
    const m = board('plane-of-three-points');
    const level = { ah: '20', bh: '20', ch: '20' };
    expect(readFigures(m, level).refused[0]).toContain('at one height');
    const line = { ah: '10', ad: '10', bx: '30', bh: '30', bd: '30', cx: '60', ch: '50', cd: '50' };
    expect(readFigures(m, line).refused[0]).toContain('in one line');
  });
});
