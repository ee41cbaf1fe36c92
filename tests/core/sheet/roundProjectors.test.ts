import { expect, test } from '@jest/globals';
import { openDesk } from '../../../core/drawing/desk.ts';
import { drawingOfPart } from '../../../core/drawing/drawing.ts';
import { pointOn2 } from '../../../core/geometry/curve2.ts';
import { feature, partOf } from '../balance/given.ts';

test('projectors of all points lead to the limits of rounds too, each turned at the mitre line', () => {
  const d = drawingOfPart(
    partOf(feature('add', { kind: 'cylinder', diameter: 30, height: 60 }, { id: 'pin', at: [15, 15, 0] })),
  );
  const rules = { ...d.setup.rules, projectors: 'kept', projectorsOf: 'corners', transfer: 'mitre' } as const;
  const worked = openDesk().work({ ...d, setup: { ...d.setup, views: ['front', 'top', 'left'], rules } });
  if (!worked.ok) throw new Error('not drawn');
  const { sheet } = worked;
  const lines = sheet.ink.flatMap((i) =>
    i.kind === 'stroke' && i.layer === 'projectors' ? i.stretches : [],
  );
  const ends = lines.map((s) => [s.from, s.to].map((t) => pointOn2(s.curve, t)));
  const has = (k: 0 | 1, at: number): boolean =>
    ends.some((pair) => pair.every((p) => Math.abs(p[k] - at) < 1e-6));
  const box = (name: string) => {
    const v = sheet.views.find((x) => x.name === name);
    if (!v) throw new Error(name);
    return v.box;
  };
  const [front, top, left] = [box('front'), box('top'), box('left')];
  // its two sides and its axis, up and down; its two ends, across; front and back, by way of the mitre line
  for (const x of [front.x, front.x + front.w / 2, front.x + front.w]) expect(has(0, x)).toBe(true);
  for (const y of [front.y, front.y + front.h]) expect(has(1, y)).toBe(true);
  for (const y of [top.y, top.y + top.h]) expect(has(1, y)).toBe(true);
  for (const x of [left.x, left.x + left.w]) expect(has(0, x)).toBe(true);
});
