import { along2, cross2, distance2, dot2, sub2, type Vec2 } from '../geometry/vec.ts';
import type { Deed } from './deed.ts';

export type LightLine = { readonly p: Vec2; readonly d: Vec2 };
export type LightCircle = { readonly c: Vec2; readonly r: number };
export type Finished =
  | { readonly kind: 'straight'; readonly seen: boolean; readonly from: Vec2; readonly to: Vec2 }
  | { readonly kind: 'break'; readonly seen: true; readonly from: Vec2; readonly to: Vec2 }
  | {
      readonly kind: 'arc';
      readonly seen: boolean;
      readonly circle: LightCircle;
      readonly from?: Vec2;
      readonly to?: Vec2;
    }
  | {
      readonly kind: 'curve';
      readonly seen: boolean;
      readonly through: readonly Vec2[];
      readonly closed: boolean;
    };

/** What lies on the board. */
export type Board = {
  readonly points: Map<string, Vec2>;
  readonly lines: Map<string, LightLine>;
  readonly circles: Map<string, LightCircle>;
  readonly finished: Finished[];
};

/** A board with blank paper on it. */
export const emptyBoard = (): Board => ({
  points: new Map(),
  lines: new Map(),
  circles: new Map(),
  finished: [],
});

const turnedBy = (d: Vec2, degrees: number): Vec2 => {
  const q = (degrees * Math.PI) / 180;
  const [c, s] = [Math.cos(q), Math.sin(q)];
  return [c * d[0] - s * d[1], s * d[0] + c * d[1]];
};

/** Where two light lines cross, however far away; nowhere (infinite) for parallel ones. Paper mm. */
export const whereTheyCross = (k: LightLine, m: LightLine): Vec2 =>
  along2(k.p, k.d, cross2(sub2(m.p, k.p), m.d) / cross2(k.d, m.d));

/**
 * Does a deed on the board; what it names must be there.
 * @throws Error where a thing that it works from is not there: a replay that does so is wrong
 */
export const perform = (b: Board, deed: Deed): void => {
  const there = <T>(map: Map<string, T>, name: string): T => {
    const x = map.get(name);
    if (x === undefined) throw new Error(`${deed.do}: "${name}" is not on the board`);
    return x;
  };
  const point = (n: string): Vec2 => there(b.points, n);
  const line = (n: string): LightLine => there(b.lines, n);
  const circle = (n: string): LightCircle => there(b.circles, n);
  switch (deed.do) {
    case 'place':
      b.points.set(deed.point, [deed.left, deed.bottom]);
      return;
    case 'level':
      b.lines.set(deed.line, { p: point(deed.through), d: [1, 0] });
      return;
    case 'upright':
      b.lines.set(deed.line, { p: point(deed.through), d: [0, 1] });
      return;
    case 'slant':
    case 'protract':
      b.lines.set(deed.line, {
        p: point(deed.through),
        d: turnedBy(deed.from === undefined ? [1, 0] : line(deed.from).d, deed.angle),
      });
      return;
    case 'join': {
      const [p, q] = [point(deed.a), point(deed.b)];
      const size = distance2(p, q);
      b.lines.set(deed.line, { p, d: [(q[0] - p[0]) / size, (q[1] - p[1]) / size] });
      return;
    }
    case 'square':
    case 'parallel': {
      const { d } = line(deed.to);
      b.lines.set(deed.line, { p: point(deed.through), d: deed.do === 'square' ? [-d[1], d[0]] : d });
      return;
    }
    case 'setOff':
      b.points.set(deed.point, along2(point(deed.from), line(deed.along).d, deed.way * deed.distance));
      return;
    case 'carry':
      b.points.set(
        deed.point,
        along2(
          point(deed.from),
          line(deed.along).d,
          deed.way * distance2(point(deed.span[0]), point(deed.span[1])),
        ),
      );
      return;
    case 'cross': {
      b.points.set(deed.point, whereTheyCross(line(deed.a), line(deed.b)));
      return;
    }
    case 'meet': {
      const [k, o] = [line(deed.line), circle(deed.circle)];
      const foot = dot2(sub2(o.c, k.p), k.d);
      const off = cross2(k.d, sub2(o.c, k.p));
      const half = Math.sqrt(Math.max(0, o.r * o.r - off * off));
      b.points.set(deed.point, along2(k.p, k.d, foot + deed.way * half));
      return;
    }
    case 'pair': {
      const [k, m] = [circle(deed.a), circle(deed.b)];
      const apart = distance2(k.c, m.c);
      const d: Vec2 = [(m.c[0] - k.c[0]) / apart, (m.c[1] - k.c[1]) / apart];
      const foot = (apart * apart + k.r * k.r - m.r * m.r) / (2 * apart);
      const half = Math.sqrt(Math.max(0, k.r * k.r - foot * foot));
      b.points.set(deed.point, along2(along2(k.c, d, foot), [-d[1], d[0]], deed.side * half));
      return;
    }
    case 'circle': {
      const c = point(deed.centre);
      b.circles.set(deed.circle, {
        c,
        r: 'radius' in deed ? deed.radius : distance2(c, point(deed.through)),
      });
      return;
    }
    case 'step': {
      const { c, r } = circle(deed.circle);
      const by = 2 * Math.asin(distance2(point(deed.span[0]), point(deed.span[1])) / (2 * r));
      const from = sub2(point(deed.from), c);
      const to = turnedBy(from, (by * 180) / Math.PI);
      b.points.set(deed.point, [c[0] + to[0], c[1] + to[1]]);
      return;
    }
    case 'swing': {
      const c = point(deed.centre);
      b.points.set(deed.point, along2(c, line(deed.onto).d, deed.way * distance2(c, point(deed.from))));
      return;
    }
    case 'draw':
      b.finished.push({ kind: 'straight', seen: deed.seen, from: point(deed.from), to: point(deed.to) });
      return;
    case 'break':
      b.finished.push({ kind: 'break', seen: true, from: point(deed.from), to: point(deed.to) });
      return;
    case 'arc':
      b.finished.push({
        kind: 'arc',
        seen: deed.seen,
        circle: circle(deed.circle),
        ...(deed.from !== undefined && { from: point(deed.from) }),
        ...(deed.to !== undefined && { to: point(deed.to) }),
      });
      return;
    case 'curve':
      b.finished.push({
        kind: 'curve',
        seen: deed.seen,
        through: deed.through.map(point),
        closed: deed.closed,
      });
  }
};
