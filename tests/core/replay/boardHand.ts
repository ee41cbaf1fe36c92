import type { Deed } from '../../../core/replay/deed.ts';

/**
 * A hand at the board that owns a straight edge, set squares, a compass, dividers and a rule, and does what it is told and nothing else. It
 * shares no code with the product: lines are kept as a x + b y = c, and every tool refuses what it cannot do.
 */
type P = { x: number; y: number };
type L = { a: number; b: number; c: number };
type C = { m: P; r: number };
export type Stroke = {
  how: 'straight' | 'break' | 'arc' | 'curve';
  seen: boolean;
  points: P[];
  circle?: C;
  closed?: boolean;
};

const through = (p: P, dx: number, dy: number): L => {
  const n = Math.hypot(dx, dy);
  return { a: -dy / n, b: dx / n, c: (-dy * p.x + dx * p.y) / n };
};
/** Along a line; its sense is that in which it was drawn. */
const sense = (l: L): P => ({ x: l.b, y: -l.a });
const apart = (p: P, q: P): number => Math.sqrt((p.x - q.x) ** 2 + (p.y - q.y) ** 2);

export class BoardHand {
  readonly points = new Map<string, P>();
  readonly lines = new Map<string, L>();
  readonly circles = new Map<string, C>();
  readonly strokes: Stroke[] = [];

  private get<T>(map: Map<string, T>, name: string): T {
    const found = map.get(name);
    if (found === undefined) throw new Error(`Nothing called ${name} has been drawn.`);
    return found;
  }
  private mark(name: string, p: P): void {
    if (this.points.has(name)) throw new Error(`${name} is marked twice.`);
    if (!Number.isFinite(p.x) || !Number.isFinite(p.y)) throw new Error(`${name} is nowhere.`);
    this.points.set(name, p);
  }
  private onLine(p: P, l: L): void {
    if (Math.abs(l.a * p.x + l.b * p.y - l.c) > 1e-7)
      throw new Error('The point is not on the line it is set off along.');
  }

  does(d: Deed): void {
    const pt = (n: string): P => this.get(this.points, n);
    const ln = (n: string): L => this.get(this.lines, n);
    const ci = (n: string): C => this.get(this.circles, n);
    if (d.do === 'place') this.mark(d.point, { x: d.left, y: d.bottom });
    else if (d.do === 'level') this.lines.set(d.line, through(pt(d.through), 1, 0));
    else if (d.do === 'upright') this.lines.set(d.line, through(pt(d.through), 0, 1));
    else if (d.do === 'slant' || d.do === 'protract') {
      if (d.do === 'slant' && Math.abs(d.angle / 15 - Math.round(d.angle / 15)) > 1e-9)
        throw new Error(`No set square has ${d.angle} degrees.`);
      const base = d.from === undefined ? { x: 1, y: 0 } : sense(ln(d.from));
      const q = (d.angle / 180) * Math.PI;
      this.lines.set(
        d.line,
        through(
          pt(d.through),
          base.x * Math.cos(q) - base.y * Math.sin(q),
          base.x * Math.sin(q) + base.y * Math.cos(q),
        ),
      );
    } else if (d.do === 'join') {
      const [p, q] = [pt(d.a), pt(d.b)];
      if (apart(p, q) < 1e-6) throw new Error('Two points in one place give no line.');
      this.lines.set(d.line, through(p, q.x - p.x, q.y - p.y));
    } else if (d.do === 'square' || d.do === 'parallel') {
      const s = sense(ln(d.to));
      this.lines.set(
        d.line,
        d.do === 'parallel' ? through(pt(d.through), s.x, s.y) : through(pt(d.through), -s.y, s.x),
      );
    } else if (d.do === 'setOff' || d.do === 'carry') {
      const [from, l] = [pt(d.from), ln(d.along)];
      this.onLine(from, l);
      const far = d.do === 'setOff' ? d.distance : apart(pt(d.span[0]), pt(d.span[1]));
      const s = sense(l);
      this.mark(d.point, { x: from.x + d.way * far * s.x, y: from.y + d.way * far * s.y });
    } else if (d.do === 'cross') {
      const [k, m] = [ln(d.a), ln(d.b)];
      const det = k.a * m.b - m.a * k.b;
      if (Math.abs(det) < 1e-9) throw new Error('The lines do not cross.');
      this.mark(d.point, { x: (k.c * m.b - m.c * k.b) / det, y: (k.a * m.c - m.a * k.c) / det });
    } else if (d.do === 'meet') {
      const [l, c] = [ln(d.line), ci(d.circle)];
      const off = l.c - l.a * c.m.x - l.b * c.m.y;
      if (Math.abs(off) > c.r * (1 + 1e-9)) throw new Error('The line misses the circle.');
      const half = Math.sqrt(Math.max(0, c.r ** 2 - off ** 2));
      const s = sense(l);
      this.mark(d.point, {
        x: c.m.x + off * l.a + d.way * half * s.x,
        y: c.m.y + off * l.b + d.way * half * s.y,
      });
    } else if (d.do === 'pair') {
      // the circles' common chord meets the first of them twice
      const [k, o] = [ci(d.a), ci(d.b)];
      const far = apart(k.m, o.m);
      const chord = (k.r ** 2 - o.r ** 2 + far ** 2) / (2 * far);
      if (Math.abs(chord) > k.r) throw new Error('The circles do not cross.');
      const u = { x: (o.m.x - k.m.x) / far, y: (o.m.y - k.m.y) / far };
      const rise = d.side * Math.sqrt(k.r ** 2 - chord ** 2);
      this.mark(d.point, {
        x: k.m.x + chord * u.x - rise * u.y,
        y: k.m.y + chord * u.y + rise * u.x,
      });
    } else if (d.do === 'circle') {
      const m = pt(d.centre);
      this.circles.set(d.circle, { m, r: 'radius' in d ? d.radius : apart(m, pt(d.through)) });
    } else if (d.do === 'step') {
      const [c, from] = [ci(d.circle), pt(d.from)];
      const chord = apart(pt(d.span[0]), pt(d.span[1]));
      if (Math.abs(apart(from, c.m) - c.r) > 1e-7) throw new Error('Stepping begins on the circle.');
      // where a circle of the chord about the last point meets the round, to the left of the ray there
      const back = chord ** 2 / (2 * c.r);
      const side = Math.sqrt(chord ** 2 - back ** 2);
      const u = { x: (from.x - c.m.x) / c.r, y: (from.y - c.m.y) / c.r };
      this.mark(d.point, { x: from.x - back * u.x - side * u.y, y: from.y - back * u.y + side * u.x });
    } else if (d.do === 'swing') {
      const [m, l] = [pt(d.centre), ln(d.onto)];
      this.onLine(m, l);
      const r = apart(m, pt(d.from));
      const s = sense(l);
      this.mark(d.point, { x: m.x + d.way * r * s.x, y: m.y + d.way * r * s.y });
    } else if (d.do === 'draw')
      this.strokes.push({ how: 'straight', seen: d.seen, points: [pt(d.from), pt(d.to)] });
    else if (d.do === 'arc') {
      const circle = ci(d.circle);
      const points = [d.from, d.to].flatMap((n) => (n === undefined ? [] : [pt(n)]));
      for (const p of points)
        if (Math.abs(apart(p, circle.m) - circle.r) > 1e-6) throw new Error('An arc ends on its circle.');
      this.strokes.push({ how: 'arc', seen: d.seen, points, circle });
    } else if (d.do === 'break') {
      // straight to the zigzag, which is 3 mm wide and as high to either side, and on; 3 mm beyond both points
      const [p, q] = [pt(d.from), pt(d.to)];
      const [c, s] = [(q.x - p.x) / apart(p, q), (q.y - p.y) / apart(p, q)];
      const m = { x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 };
      const by = (o: P, along: number, left: number): P => ({
        x: o.x + along * c - left * s,
        y: o.y + along * s + left * c,
      });
      const points = [
        by(p, -3, 0),
        by(m, -1.5, 0),
        by(m, -0.75, 3),
        by(m, 0.75, -3),
        by(m, 1.5, 0),
        by(q, 3, 0),
      ];
      this.strokes.push({ how: 'break', seen: true, points });
    } else if (d.do === 'curve')
      this.strokes.push({ how: 'curve', seen: d.seen, points: d.through.map(pt), closed: d.closed });
  }
}
