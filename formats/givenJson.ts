import * as z from 'zod';
import type { GivenLine } from '../core/balance/given.ts';
import type { Vec2 } from '../core/geometry/vec.ts';
import { VIEW_NAMES, type ViewName } from '../core/geometry/viewFrames.ts';
import type { Result } from '../core/number/fault.ts';
import { readBySchema } from '../core/part/schema.ts';
import type { GivenView } from '../core/solids/aligned.ts';

const point = z.tuple([z.number(), z.number()]);
const curve = z.discriminatedUnion('type', [
  z.object({ type: z.literal('line'), from: point, to: point }),
  z.object({
    type: z.literal('arc'),
    centre: point,
    radius: z.number().positive(),
    from: z.number(),
    to: z.number(),
  }),
  z.object({ type: z.literal('ellipse'), centre: point }),
  z.object({ type: z.literal('spline'), points: z.array(point).min(1) }),
]);
const viewSchema = z.object({
  hidden: z.enum(['given', 'left out']).default('given'),
  lines: z.array(z.object({ class: z.string(), kind: z.string().default('edge'), curve })),
});
const viewsSchema = z.object({
  units: z.enum(['mm', 'in']).default('mm'),
  views: z.partialRecord(z.enum(VIEW_NAMES), viewSchema),
});

const pointAt = (centre: Vec2, radius: number, degrees: number): Vec2 => {
  const a = (degrees * Math.PI) / 180;
  return [centre[0] + radius * Math.cos(a), centre[1] + radius * Math.sin(a)];
};

const lineOf = (c: z.infer<typeof curve>, seen: boolean): GivenLine => {
  switch (c.type) {
    case 'line':
      return { seen, kind: 'straight', a: c.from, b: c.to };
    case 'arc':
      return {
        seen,
        kind: 'round',
        centre: c.centre,
        radius: c.radius,
        a: pointAt(c.centre, c.radius, c.from),
        b: pointAt(c.centre, c.radius, c.to),
      };
    case 'ellipse':
      return { seen, kind: 'curve', points: [c.centre] };
    case 'spline':
      return { seen, kind: 'curve', points: c.points };
  }
};

/** Views as `views --json` writes them (cli.md); lines may have no `of`, and a view may leave its hidden lines out. */
export const givenJson = (
  data: unknown,
): Result<{ readonly units: 'mm' | 'in'; readonly views: ReadonlyMap<ViewName, GivenView> }> => {
  const read = readBySchema(viewsSchema, data);
  if (!read.ok) return read;
  const views = new Map(
    Object.entries(read.value.views).map(([name, v]): [ViewName, GivenView] => [
      name as ViewName,
      {
        hidden: v.hidden,
        lines: v.lines
          .filter((l) => l.kind !== 'tangent' && (l.class === 'visible' || l.class === 'hidden'))
          .map((l) => lineOf(l.curve, l.class === 'visible')),
      },
    ]),
  );
  return { ok: true, value: { units: read.value.units, views } };
};
