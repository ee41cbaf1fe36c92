import type { DxfParser, IEntity } from 'dxf-parser';
import { alongCurve, type GivenLine } from '../core/balance/given.ts';
import type { Vec2 } from '../core/geometry/vec.ts';
import { splineDomain, splinePoint } from './step/splineCurve.ts';

/** A spline as a DXF file states it. The parser's own reader of splines passes the weights over, without which a conic is another curve. */
export type DxfSpline = IEntity & {
  degree: number;
  poles: Vec2[];
  weights: number[];
  knots: number[];
  /** points that the curve runs through, where it has no poles */
  through: Vec2[];
};

type Handler = InstanceType<Parameters<InstanceType<typeof DxfParser>['registerEntityHandler']>[0]>;
type Scanner = Parameters<Handler['parseEntity']>[0];
type Group = Parameters<Handler['parseEntity']>[1];

/** Reads SPLINE entities with their weights; to be registered with a parser. Source: DXF reference, group codes of SPLINE. */
export class WeightedSpline implements Handler {
  readonly ForEntityName = 'SPLINE';

  parseEntity(scanner: Scanner, first: Group): DxfSpline {
    const spline = {
      type: first.value,
      degree: 3,
      poles: [],
      weights: [],
      knots: [],
      through: [],
    } as unknown as DxfSpline;
    const data = { applicationName: '', customStrings: [] as string[] };
    for (let group = scanner.next(); !scanner.isEOF() && group.code !== 0; group = scanner.next()) {
      const { code, value } = group as { code: number; value: never };
      const setY = (points: Vec2[]): void => {
        const last = points.at(-1);
        if (last) points[points.length - 1] = [last[0], value];
      };
      if (code === 10) spline.poles.push([value, 0]);
      else if (code === 20) setY(spline.poles);
      else if (code === 11) spline.through.push([value, 0]);
      else if (code === 21) setY(spline.through);
      else if (code === 40) spline.knots.push(value);
      else if (code === 41) spline.weights.push(value);
      else if (code === 71) spline.degree = value;
      else if (code === 6) spline.lineType = value;
      else if (code === 8) spline.layer = value;
      else if (code === 1001) data.applicationName = value;
      else if (code === 1000) data.customStrings.push(value);
    }
    return Object.assign(spline, { extendedData: data });
  }
}

/** The line of a spline, by points along it; none where it is not one. */
export const lineOfSpline = (
  { degree, poles, weights, knots, through }: DxfSpline,
  seen: boolean,
): GivenLine[] => {
  if (!poles.length && through.length) return [{ seen, kind: 'curve', points: through }];
  if (poles.length <= degree || knots.length !== poles.length + degree + 1) return [];
  const spline = {
    degree,
    poles: poles.map(([x, y]) => [x, y, 0] as const),
    weights: weights.length === poles.length ? weights : poles.map(() => 1),
    knots,
  };
  const [from, to] = splineDomain(spline);
  const at = (t: number): Vec2 => {
    const [x, y] = splinePoint(spline, t);
    return [x, y];
  };
  return [{ seen, kind: 'curve', points: alongCurve(at, from, to) }];
};
