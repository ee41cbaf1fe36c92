import DxfParser, {
  type IArcEntity,
  type ICircleEntity,
  type IEllipseEntity,
  type IEntity,
  type ILineEntity,
  type ILwpolylineEntity,
} from 'dxf-parser';
import { alongCurve, type GivenLine } from '../core/balance/given.ts';
import type { Vec2 } from '../core/geometry/vec.ts';
import { VIEW_NAMES, type ViewName } from '../core/geometry/viewFrames.ts';
import type { Result } from '../core/number/fault.ts';
import { type Said, says } from '../core/number/faultWords.ts';
import { VIEW_NOTE } from './dxfFrame.ts';
import { type Blocks, placedLine, withBlocks } from './dxfInserts.ts';
import { type DxfSpline, lineOfSpline, WeightedSpline } from './dxfSpline.ts';
import { meaningOf } from './givenNames.ts';

const refused = (said: Said): Result<never> => ({
  ok: false,
  faults: [{ path: [], where: 'the DXF file', ...said }],
});

const flat = (p: { readonly x: number; readonly y: number }): Vec2 => [p.x, p.y];
const linesOf = (e: IEntity, seen: boolean): GivenLine[] => {
  if (e.type === 'LINE') {
    const [a, b] = (e as ILineEntity).vertices;
    return a && b ? [{ seen, kind: 'straight', a: flat(a), b: flat(b) }] : [];
  }
  if (e.type === 'LWPOLYLINE') {
    const { vertices, shape } = e as ILwpolylineEntity;
    const points = shape && vertices[0] ? [...vertices, vertices[0]] : vertices;
    return points.slice(1).map(
      (p, i): GivenLine => ({
        seen,
        kind: 'straight',
        a: flat(points[i] as { x: number; y: number }),
        b: flat(p),
      }),
    );
  }
  if (e.type === 'CIRCLE') {
    const { center, radius } = e as ICircleEntity;
    const a: Vec2 = [center.x + radius, center.y];
    return [{ seen, kind: 'round', centre: flat(center), radius, a, b: a }];
  }
  if (e.type === 'ARC') {
    const { center, radius, startAngle, endAngle } = e as IArcEntity;
    const on = (q: number): Vec2 => [center.x + radius * Math.cos(q), center.y + radius * Math.sin(q)];
    return [{ seen, kind: 'round', centre: flat(center), radius, a: on(startAngle), b: on(endAngle) }];
  }
  if (e.type === 'ELLIPSE') {
    const { center, majorAxisEndPoint: m, axisRatio, startAngle, endAngle } = e as IEllipseEntity;
    const sweep = endAngle > startAngle ? endAngle - startAngle : endAngle - startAngle + 2 * Math.PI;
    return [
      {
        seen,
        kind: 'curve',
        points: alongCurve(
          (q) => {
            const [c, s] = [Math.cos(q), axisRatio * Math.sin(q)];
            return [center.x + c * m.x - s * m.y, center.y + c * m.y + s * m.x];
          },
          startAngle,
          startAngle + sweep,
        ),
      },
    ];
  }
  if (e.type === 'SPLINE') return lineOfSpline(e as DxfSpline, seen);
  return [];
};

/** The view that a line carries with it, as this program's own files have it. */
const notedView = (e: IEntity): ViewName | undefined => {
  const data = (e as { extendedData?: { applicationName?: string; customStrings?: string[] } }).extendedData;
  if (data?.applicationName !== VIEW_NOTE) return undefined;
  const name = /^view (\w+)$/.exec(data.customStrings?.[0] ?? '')?.[1];
  return VIEW_NAMES.find((v) => v === name);
};

/**
 * Reads views from a DXF file: lines that carry the name of their view, and layers named front, top, left and so on, hidden lines on layers with "hidden" in their names or of a dashed line
 * type.
 */
export const givenDxf = (text: string): Result<ReadonlyMap<ViewName, readonly GivenLine[]>> => {
  let file: ReturnType<DxfParser['parseSync']>;
  try {
    const parser = new DxfParser();
    parser.registerEntityHandler(WeightedSpline);
    file = parser.parseSync(text);
  } catch (error) {
    return refused(says('dxf.unreadable', { reason: (error as Error).message }));
  }
  if (!file) return refused(says('dxf.unreadable', {}));
  const types = file.tables?.layer?.layers ?? {};
  const views = new Map<ViewName, GivenLine[]>();
  for (const { entity: e, by, parent } of withBlocks(
    file.entities,
    (file.blocks ?? {}) as unknown as Blocks,
  )) {
    // what a block holds on layer 0 is on the layer of its reference
    const on = (parent && (e.layer ?? '0') === '0' ? parent.layer : e.layer) ?? '';
    const layer = meaningOf(on);
    // a reference may stand on the layer of its view, and what it holds on layers of its own
    const view = notedView(e) ?? layer.view ?? (parent && meaningOf(parent.layer ?? '').view);
    if (!view || layer.aside) continue;
    const stated = /byblock/i.test(e.lineType ?? '') ? parent?.lineType : e.lineType;
    const type =
      stated && !/bylayer/i.test(stated)
        ? stated
        : (types[on] as { lineType?: string } | undefined)?.lineType;
    const hidden = layer.hidden || /hidden|dash/i.test(type ?? '');
    const lines = linesOf(e, !hidden).map((line) => placedLine(line, by));
    const known = views.get(view);
    if (known) known.push(...lines);
    else views.set(view, lines);
  }
  return views.size ? { ok: true, value: views } : refused(says('dxf.no-view'));
};
