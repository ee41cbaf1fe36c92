import { XMLParser } from 'fast-xml-parser';
import svgpath from 'svgpath';
import { alongCurve, type GivenLine } from '../core/balance/given.ts';
import { distance2, type Vec2 } from '../core/geometry/vec.ts';
import type { ViewName } from '../core/geometry/viewFrames.ts';
import type { Result } from '../core/number/fault.ts';
import { type Said, says } from '../core/number/faultWords.ts';
import { meaningOf } from './givenNames.ts';

/** An element as the reader of XML gives it: its name holds its children, ":@" its attributes. */
type Node = { readonly ':@'?: Readonly<Record<string, string>>; readonly [name: string]: unknown };

const refused = (said: Said): Result<never> => ({
  ok: false,
  faults: [{ path: [], where: 'the SVG file', ...said }],
});

const figures = (text: string | undefined): number[] =>
  (text?.match(/-?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?/gi) ?? []).map(Number);

/** Shapes as the path that draws them. */
const pathOf = (name: string, a: Readonly<Record<string, string>>): string | undefined => {
  const n = (key: string): number => Number(a[key] ?? 0);
  if (name === 'path') return a.d;
  if (name === 'line') return `M${n('x1')} ${n('y1')}L${n('x2')} ${n('y2')}`;
  if (name === 'polyline' || name === 'polygon') {
    const p = figures(a.points);
    const steps = Array.from(
      { length: Math.floor(p.length / 2) },
      (_, i) => `${i ? 'L' : 'M'}${p[2 * i]} ${p[2 * i + 1]}`,
    );
    return steps.length > 1 ? `${steps.join('')}${name === 'polygon' ? 'Z' : ''}` : undefined;
  }
  if (name === 'rect') return `M${n('x')} ${n('y')}h${n('width')}v${n('height')}h${-n('width')}Z`;
  if (name === 'circle' || name === 'ellipse') {
    const [rx, ry] = name === 'circle' ? [n('r'), n('r')] : [n('rx'), n('ry')];
    return `M${n('cx') - rx} ${n('cy')}a${rx} ${ry} 0 1 0 ${2 * rx} 0a${rx} ${ry} 0 1 0 ${-2 * rx} 0`;
  }
  return undefined;
};

type Arc = {
  readonly centre: Vec2;
  readonly radius: number;
  readonly a: Vec2;
  readonly b: Vec2;
  readonly left: boolean;
};

/** The circle of an arc that is given by its ends (SVG 1.1, appendix F.6.5, for equal radii). */
const arcOf = (a: Vec2, b: Vec2, r: number, large: boolean, sweep: boolean): Arc => {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const chord = Math.hypot(dx, dy);
  const radius = Math.max(r, chord / 2);
  const h = Math.sqrt(Math.max(0, radius * radius - (chord * chord) / 4)) * (large === sweep ? -1 : 1);
  const centre: Vec2 = [(a[0] + b[0]) / 2 - (h * dy) / chord, (a[1] + b[1]) / 2 + (h * dx) / chord];
  // with y turned up a positive sweep runs clockwise
  return { centre, radius, a, b, left: !sweep };
};

const up = (p: Vec2): Vec2 => [p[0], -p[1]];
const CHORDS = 8;

/** The lines of one path; y is turned up. Dashes drawn one by one on the same line or circle are one line. */
const linesOf = (d: string, transforms: readonly string[], seen: boolean): GivenLine[] => {
  // the innermost transform comes first
  const path = transforms.reduceRight((p, t) => p.transform(t), svgpath(d).abs().unshort());
  const out: GivenLine[] = [];
  let at: Vec2 = [0, 0];
  let start: Vec2 = [0, 0];
  let curve: Vec2[] = [];
  const endCurve = (): void => {
    if (curve.length > 1) out.push({ seen, kind: 'curve', points: curve.map(up) });
    curve = [];
  };
  const straight = (to: Vec2): void => {
    endCurve();
    if (distance2(at, to) > 0) out.push({ seen, kind: 'straight', a: up(at), b: up(to) });
    at = to;
  };
  path.abs().iterate((s) => {
    const [op, ...v] = s as unknown as [string, ...number[]];
    const end = v.slice(-2) as unknown as Vec2;
    if (op === 'M') {
      endCurve();
      at = end;
      start = end;
    } else if (op === 'L') straight(end);
    else if (op === 'H') straight([v[0] as number, at[1]]);
    else if (op === 'V') straight([at[0], v[0] as number]);
    else if (op === 'Z' || op === 'z') straight(start);
    else if (op === 'A' && Math.abs((v[0] as number) - (v[1] as number)) < 1e-6 * (v[0] as number)) {
      endCurve();
      // where a transform mirrors, the sweep comes back as text
      const arc = arcOf(at, end, v[0] as number, Number(v[3]) === 1, Number(v[4]) === 1);
      const [a, b] = arc.left ? [arc.a, arc.b] : [arc.b, arc.a];
      out.push({ seen, kind: 'round', centre: up(arc.centre), radius: arc.radius, a: up(a), b: up(b) });
      at = end;
    } else {
      const from = at;
      if (!curve.length) curve.push(from);
      if (op === 'C' || op === 'Q') {
        const c = [
          from,
          ...Array.from(
            { length: v.length / 2 },
            (_, i): Vec2 => [v[2 * i] as number, v[2 * i + 1] as number],
          ),
        ];
        curve.push(...alongBezier(c).slice(1));
      } else if (op === 'A') curve.push(...ellipsePoints(from, v));
      else curve.push(end);
      at = end;
    }
  });
  endCurve();
  return oneLine(out);
};

/** De Casteljau's construction. */
const bezier = (c: readonly Vec2[], t: number): Vec2 =>
  c.length === 1
    ? (c[0] as Vec2)
    : bezier(
        c.slice(1).map((p, i): Vec2 => {
          const q = c[i] as Vec2;
          return [q[0] + t * (p[0] - q[0]), q[1] + t * (p[1] - q[1])];
        }),
        t,
      );

const alongBezier = (c: readonly Vec2[]): Vec2[] => alongCurve((t) => bezier(c, t), 0, 1, CHORDS);

/** An elliptical arc as points, by the curves it is made of. */
const ellipsePoints = (from: Vec2, v: readonly number[]): Vec2[] => {
  const out: Vec2[] = [];
  let at = from;
  svgpath(`M${from.join(' ')}A${v.join(' ')}`)
    .abs()
    .unarc()
    .iterate((s) => {
      const [op, ...c] = s as unknown as [string, ...number[]];
      if (op !== 'C') return;
      const points = [at, ...[0, 1, 2].map((i): Vec2 => [c[2 * i] as number, c[2 * i + 1] as number])];
      out.push(...alongBezier(points).slice(1));
      at = points[3] as Vec2;
    });
  return out;
};

/** A path whose pieces all lie on one line or circle is that line with its dashes. */
const oneLine = (lines: readonly GivenLine[]): GivenLine[] => {
  const [first] = lines;
  if (!first || lines.length < 2) return [...lines];
  if (first.kind === 'straight') {
    const d: Vec2 = [first.b[0] - first.a[0], first.b[1] - first.a[1]];
    const size = Math.hypot(...d);
    const along = (p: Vec2): number => ((p[0] - first.a[0]) * d[0] + (p[1] - first.a[1]) * d[1]) / size;
    const off = (p: Vec2): number => Math.abs((p[0] - first.a[0]) * d[1] - (p[1] - first.a[1]) * d[0]) / size;
    if (!lines.every((l) => l.kind === 'straight' && off(l.a) < 1e-4 && off(l.b) < 1e-4)) return [...lines];
    const ends = lines
      .flatMap((l) => (l.kind === 'straight' ? [l.a, l.b] : []))
      .sort((p, q) => along(p) - along(q));
    return [{ ...first, a: ends[0] as Vec2, b: ends.at(-1) as Vec2 }];
  }
  if (
    first.kind === 'round' &&
    lines.every(
      (l) =>
        l.kind === 'round' &&
        distance2(l.centre, first.centre) < 1e-4 &&
        Math.abs(l.radius - first.radius) < 1e-4,
    )
  ) {
    const last = lines.at(-1) as typeof first;
    const sense =
      distance2(first.b, (lines[1] as typeof first).a) <= distance2(first.a, (lines[1] as typeof first).b);
    const [a, b] = sense ? [first.a, last.b] : [last.a, first.b];
    // what comes back to where it began, or in dashes to a gap before it, runs all round
    const unbroken = lines.every((l, i) => {
      const next = lines[i + 1];
      return (
        next === undefined ||
        (l.kind === 'round' &&
          next.kind === 'round' &&
          [l.a, l.b].some((p) => [next.a, next.b].some((q) => distance2(p, q) < 1e-4)))
      );
    });
    const closes = unbroken ? 1e-4 : distance2(first.a, first.b) * 0.6;
    return [{ ...first, a, b: distance2(a, b) < closes ? a : b }];
  }
  return [...lines];
};

type Context = {
  readonly view: ViewName | undefined;
  readonly hidden: boolean;
  readonly aside: boolean;
  readonly transforms: readonly string[];
};

/**
 * Reads views from an SVG file: groups (or layers) named front, top, left and so on, with "hidden" in the name of those that hold hidden lines, or
 * lines that are dashed.
 */
export const givenSvg = (text: string): Result<ReadonlyMap<ViewName, readonly GivenLine[]>> => {
  let root: readonly Node[];
  try {
    root = new XMLParser({ preserveOrder: true, ignoreAttributes: false, attributeNamePrefix: '' }).parse(
      text,
      true,
    ) as Node[];
  } catch (error) {
    return refused(says('svg.malformed', { reason: (error as Error).message }));
  }
  const views = new Map<ViewName, GivenLine[]>();
  const walk = (nodes: readonly Node[], c: Context): void => {
    for (const node of nodes) {
      const name = Object.keys(node).find((k) => k !== ':@');
      if (!name || name === '#text' || name === 'defs' || name === 'style') continue;
      const a = node[':@'] ?? {};
      const transforms = a.transform ? [...c.transforms, a.transform] : c.transforms;
      // a file of our own says how a dashed line runs as a whole
      const d = a['data-whole'] ?? pathOf(name, a);
      if (d === undefined) {
        const named = meaningOf(
          `${a['inkscape:label'] ?? ''} ${a.label ?? ''} ${a.id ?? ''} ${a.class ?? ''}`,
        );
        const children = node[name];
        if (Array.isArray(children))
          walk(children as Node[], {
            view: named.view ?? c.view,
            hidden: c.hidden || named.hidden || dashed(a),
            aside: c.aside || named.aside,
            transforms,
          });
        continue;
      }
      const own = meaningOf(a.class ?? '');
      if (!c.view || c.aside || own.aside) continue;
      const lines = linesOf(d, transforms, !(c.hidden || own.hidden || dashed(a)));
      views.set(c.view, [...(views.get(c.view) ?? []), ...lines]);
    }
  };
  walk(root, { view: undefined, hidden: false, aside: false, transforms: [] });
  return views.size ? { ok: true, value: views } : refused(says('svg.no-view'));
};

const dashed = (a: Readonly<Record<string, string>>): boolean =>
  /[1-9]/.test(a['stroke-dasharray'] ?? '') || /stroke-dasharray:\s*[^n;][^;]*[1-9]/.test(a.style ?? '');
