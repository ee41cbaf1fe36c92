import { describe, expect, test } from '@jest/globals';
import { drawingOfPart } from '../../../core/drawing/drawing.ts';
import { applyCommand } from '../../../core/edit/applyCommand.ts';
import { modelledPart } from '../../../core/part/model.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { demoDrawing } from '../../samples.ts';
import { typed } from '../statement/typedOn.ts';

/** Where each body stands, by its name. */
const homes = (part: PartFile) => {
  const m = modelledPart(part);
  if (!m.ok) throw new Error(JSON.stringify(m.faults));
  return new Map(m.value.model.bodies.map((b, i) => [b.name, m.value.outers[i]]));
};

describe('all parts of another drawing', () => {
  const joint = demoDrawing('07-stay-rod-joint.drawing.json').part;
  const bring = (into: PartFile, part = joint): PartFile => {
    const made = applyCommand(
      drawingOfPart(into),
      { type: 'bringAllParts', from: 'SK-019', brought: { part } },
      { box: undefined },
    );
    if (!made.ok) throw new Error(JSON.stringify(made.faults));
    return made.value.drawing.part;
  };
  test('stand by one another as they do there', () => {
    const there = homes(joint);
    const here = homes(bring(typed(['body bench: block 200 x 90 x 10'])));
    expect([...here.keys()]).toEqual(['bench', 'socket', 'rod end', 'cotter']);
    for (const [name, home] of there) expect(here.get(name)).toEqual(home);
  });
  test('take free names, and stand by the bodies of their own drawing', () => {
    const twice = bring(bring(typed(['body socket: block 20 x 20 x 10'])));
    expect(twice.bodies.map((b) => b.name)).toEqual([
      'socket',
      'socket 2',
      'rod end',
      'cotter',
      'socket 3',
      'rod end 2',
      'cotter 2',
    ]);
    expect(JSON.stringify(twice.bodies[5]?.place)).toContain('socket 3.bore/wall');
    expect(homes(twice).get('rod end 2')).toEqual(homes(joint).get('rod end'));
  });
  test('a gap that is a named size there is a figure here, in this drawing’s unit', () => {
    const [socket, rod, ...rest] = joint.bodies;
    if (!socket || !rod) throw new Error('no bodies');
    const named: PartFile = {
      ...joint,
      dims: { ...joint.dims, g: 2.54 },
      bodies: [
        socket,
        {
          ...rod,
          place: rod.place?.map((r) => ('against' in r ? { ...r, gap: 'g' } : r)),
        } as typeof rod,
        ...rest,
      ],
    };
    const bare = typed(['body bench: block 8 x 4 x 1']);
    const inInches = bring({ ...bare, units: 'in' }, named);
    const gaps = inInches.bodies[2]?.place?.flatMap((r) => ('against' in r ? [r.gap] : []));
    expect(gaps?.[0]).toBeCloseTo(0.1, 12);
  });
});
