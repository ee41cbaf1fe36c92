import { describe, expect, test } from '@jest/globals';
import { openBooks } from '../../../core/dimension/books.ts';
import { openDesk } from '../../../core/drawing/desk.ts';
import type { Drawing } from '../../../core/drawing/drawing.ts';
import { dimensionsFor } from '../../../core/drawing/proposedDimensions.ts';
import { applyCommand } from '../../../core/edit/applyCommand.ts';
import type { Command } from '../../../core/edit/command.ts';
import type { Sheet } from '../../../core/sheet/drawnSheet.ts';
import { demoDrawing } from '../../samples.ts';

const changed = (d: Drawing, command: Command): Drawing => {
  const made = applyCommand(d, command, { box: undefined });
  if (!made.ok) throw new Error(`${made.faults[0]?.what}`);
  return made.value.drawing;
};
const fault = (d: Drawing, command: Command): string => {
  const made = applyCommand(d, command, { box: undefined });
  return made.ok ? 'understood' : `${made.faults[0]?.what}`;
};
const sheetOf = (d: Drawing): Sheet => {
  const worked = openDesk().work(d);
  if (!worked.ok) throw new Error(worked.faults[0]?.what);
  return worked.sheet;
};
/** What is drawn, without the keys by which it is known. */
const drawn = (sheet: Sheet): string[] =>
  sheet.ink.map((i) => {
    const shown =
      i.kind === 'stroke'
        ? [i.layer, i.pen, i.stretches]
        : i.kind === 'text'
          ? [i.layer, i.text, i.at]
          : [i.layer, i];
    return JSON.stringify(shown, (key, value: unknown) => (key === 'id' ? undefined : value));
  });
const dimensioned = (name: string): Drawing => {
  const d = demoDrawing(name);
  const books = openBooks(d.part);
  if (!books) throw new Error('no books');
  const list = dimensionsFor(d, books, 'base', d.dimensions?.list ?? []);
  return { ...d, dimensions: { ...d.dimensions, scheme: 'base', list } };
};
const DRAWINGS = [
  '01-lantern-cap.drawing.json',
  '02-louvre-bracket.drawing.json',
  '03-vane-hub.drawing.json',
  '05-sundial-wedge.drawing.json',
  '06-sensor-shoe.drawing.json',
];

describe('a line of the statement renamed', () => {
  test.each(DRAWINGS)('%s: all that was tied to it stays tied, and back again it is as it was', (name) => {
    const d = dimensioned(name);
    const before = drawn(sheetOf(d));
    for (const b of d.part.bodies)
      for (const f of b.features) {
        const line = { body: b.name, line: f.id };
        const other = changed(d, { type: 'renameLine', line, name: `${f.id} again` });
        expect(other).not.toEqual(d);
        expect(drawn(sheetOf(other))).toEqual(before);
        const back = changed(other, {
          type: 'renameLine',
          line: { body: b.name, line: `${f.id} again` },
          name: f.id,
        });
        expect(back).toEqual(d);
      }
  });

  test('a name that two bodies have besides, one of them called otherwise', () => {
    const one = {
      id: 'plate',
      op: 'add' as const,
      shape: { kind: 'block' as const, width: 40, depth: 30, height: 10 },
    };
    const hole = (id: string) => ({
      id,
      op: 'cut' as const,
      at: [20, 15, 10] as [number, number, number],
      shape: { kind: 'hole' as const, diameter: 8, depth: 'through' as const },
    });
    const base = demoDrawing('02-louvre-bracket.drawing.json');
    const bare: Drawing = {
      ...base,
      cuts: [],
      setup: { ...base.setup, views: ['front', 'top', 'left'], scale: 'fit', place: undefined },
      part: {
        format: 'blue-ledger/part@1',
        name: 'two',
        units: 'mm',
        bodies: [
          { name: 'under', features: [one, hole('bore')] },
          { name: 'over', at: [0, 0, 10], features: [{ ...one }, hole('eye')] },
        ],
      },
    };
    const books = openBooks(bare.part);
    if (!books) throw new Error('no books');
    const d: Drawing = {
      ...bare,
      dimensions: { scheme: 'base', list: dimensionsFor(bare, books, 'base', []) },
    };
    const keys = JSON.stringify(d.dimensions?.list);
    expect(keys).toContain('under/plate/');
    const before = drawn(sheetOf(d));
    // once the two have names of their own, no body's name stands before them
    const apart = changed(d, { type: 'renameLine', line: { body: 'over', line: 'plate' }, name: 'lid' });
    expect(JSON.stringify(apart.dimensions?.list)).not.toContain('under/plate/');
    expect(drawn(sheetOf(apart))).toEqual(before);
    // and where the two bores are called alike it stands there
    const alike = changed(d, { type: 'renameLine', line: { body: 'over', line: 'eye' }, name: 'bore' });
    expect(drawn(sheetOf(alike))).toEqual(before);
    const under = changed(d, { type: 'renameBody', body: 'under', name: 'foot' });
    expect(drawn(sheetOf(under))).toEqual(before);
    expect(JSON.stringify(under.dimensions?.list)).toContain('foot/plate/');
  });

  test('names of points, places of names, standings, groups, leaders, spared features and fits go along', () => {
    const d = demoDrawing('02-louvre-bracket.drawing.json');
    const [body] = d.part.bodies;
    const [first, second] = body?.features ?? [];
    if (!body || !first || !second) throw new Error('no lines');
    const corner = `${body.name}: ${first.id}/top | ${first.id}/left | ${second.id}/front`;
    const full: Drawing = {
      ...d,
      names: { [corner]: 'P' },
      labels: { [`front\n${corner}`]: [3, 4], 'front\ncut A 1': [1, 1] },
      standings: { [`${body.name}/${first.id}/shape.width`]: { standing: 'measured' } },
      groups: [{ name: 'both', body: body.name, lines: [first.id, second.id] }],
      setup: {
        ...d.setup,
        leaders: [{ face: `${first.id}/top`, view: 'front', text: 'GROUND' }],
        auxiliary: [{ body: body.name, face: `${first.id}/top` }],
        rules: { ...d.setup.rules, namesOf: first.id },
      },
      cuts: d.cuts.map((c) => ({ ...c, trace: { ...c.trace, whole: [`${body.name}/${first.id}`] } })),
    };
    const now = changed(full, {
      type: 'renameLine',
      line: { body: body.name, line: first.id },
      name: 'sole',
    });
    const anew = `${body.name}: sole/top | sole/left | ${second.id}/front`;
    expect(now.names).toEqual({ [anew]: 'P' });
    expect(now.labels).toEqual({ [`front\n${anew}`]: [3, 4], 'front\ncut A 1': [1, 1] });
    expect(now.standings).toEqual({ [`${body.name}/sole/shape.width`]: { standing: 'measured' } });
    expect(now.groups).toEqual([{ name: 'both', body: body.name, lines: ['sole', second.id] }]);
    expect(now.setup.leaders?.[0]?.face).toBe('sole/top');
    expect(now.setup.auxiliary?.[0]).toEqual({ body: body.name, face: 'sole/top' });
    expect(now.setup.rules.namesOf).toBe('sole');
    expect(now.cuts[0]?.trace.whole).toEqual([`${body.name}/sole`]);
    const called = changed(now, { type: 'renameBody', body: body.name, name: 'angle piece' });
    expect(called.names).toEqual({ [`angle piece: sole/top | sole/left | ${second.id}/front`]: 'P' });
    expect(called.setup.auxiliary?.[0]?.body).toBe('angle piece');
    expect(called.cuts[0]?.trace.whole).toEqual(['angle piece/sole']);
    expect(called.standings).toEqual({ 'angle piece/sole/shape.width': { standing: 'measured' } });
  });

  test('what cannot be a name is refused with the reason', () => {
    const d = demoDrawing('02-louvre-bracket.drawing.json');
    const [body] = d.part.bodies;
    const [first, second] = body?.features ?? [];
    if (!body || !first || !second) throw new Error('no lines');
    const named = (name: string): string =>
      fault(d, { type: 'renameLine', line: { body: body.name, line: first.id }, name });
    expect(named('  ')).toBe('It needs a name.');
    expect(named('a | b')).toContain('|');
    expect(named(second.id)).toBe('Another line is called so.');
    expect(named('x'.repeat(61))).toContain('60 characters');
    expect(named('plate: 2')).toContain('as text');
    expect(fault(d, { type: 'renameBody', body: 'gone', name: 'x' })).toContain('not there any more');
  });
});

describe('a body renamed', () => {
  test('in an assembly what stands on it, its fits and its cuts go along', () => {
    const d = demoDrawing('07-stay-rod-joint.drawing.json');
    const fits = sheetOf(d);
    for (const b of d.part.bodies) {
      const other = changed(d, { type: 'renameBody', body: b.name, name: `${b.name} again` });
      const sheet = sheetOf(other);
      const lines = (s: Sheet) => s.ink.flatMap((i) => (i.kind === 'stroke' ? [i.stretches] : []));
      expect(sheet.views.map((v) => v.view.lines.length)).toEqual(fits.views.map((v) => v.view.lines.length));
      expect(lines(sheet).length).toBe(lines(fits).length);
      expect(changed(other, { type: 'renameBody', body: `${b.name} again`, name: b.name })).toEqual(d);
    }
    const withFit: Drawing = {
      ...d,
      setup: { ...d.setup, fits: { 'rod end.turned/side 1 in socket.bore/wall': 'H7/g6' } },
    };
    const bodies = d.part.bodies.map((b) => b.name);
    expect(bodies).toContain('socket');
    const other = changed(withFit, { type: 'renameBody', body: 'socket', name: 'cup' });
    expect(Object.keys(other.setup.fits ?? {})[0]).toBe('rod end.turned/side 1 in cup.bore/wall');
  });
});
