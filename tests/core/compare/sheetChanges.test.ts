import { describe, expect, test } from '@jest/globals';
import { sheetChanges } from '../../../core/compare/sheetChanges.ts';
import { openDesk } from '../../../core/drawing/desk.ts';
import type { Drawing } from '../../../core/drawing/drawing.ts';
import { proposedDimensions } from '../../../core/drawing/proposedDimensions.ts';
import type { Ink } from '../../../core/sheet/ink/ink.ts';
import { demoDrawing, demoDrawings } from '../../samples.ts';

const sheetOf = (d: Drawing) => {
  const worked = openDesk().work(d);
  if (!worked.ok) throw new Error('not drawn');
  return worked.sheet;
};
const dimensioned = (d: Drawing): Drawing => {
  const books = openDesk().books(d);
  if (!books) throw new Error('not drawn');
  return { ...d, dimensions: { scheme: 'base', list: proposedDimensions(books, 'base', []) } };
};
const changes = (a: Drawing, b: Drawing) => sheetChanges(sheetOf(a), sheetOf(b));
const layers = (inks: readonly Ink[]): string[] => [...new Set(inks.map((i) => i.layer))].sort();

const bracket = dimensioned(demoDrawing('02-louvre-bracket.drawing.json'));

describe('two states of a sheet', () => {
  test.each(demoDrawings())('%s with itself: nothing gone, nothing new', (_name, d) => {
    const { gone, added, same, dimensions } = changes(d, structuredClone(d));
    expect([gone, added, dimensions]).toEqual([[], [], []]);
    expect(same.length).toBeGreaterThan(20);
  });
  test('views that only moved on the paper are no change of their lines', () => {
    const bare = demoDrawing('03-vane-hub.drawing.json');
    const apart = { ...bare, setup: { ...bare.setup, scale: 0.5, gap: (bare.setup.gap ?? 20) + 13 } };
    const close = { ...bare, setup: { ...bare.setup, scale: 0.5 } };
    const { gone, added, same } = changes(close, apart);
    const drawn = (i: Ink): boolean => i.layer === 'views' || i.layer === 'hidden';
    expect([gone.filter(drawn), added.filter(drawn)]).toEqual([[], []]);
    expect(same.filter(drawn).length).toBeGreaterThan(5);
  });
  test('a hole that is gone takes its lines and its note with it, and nothing else of the views', () => {
    const [body] = bracket.part.bodies;
    const feature = body?.features.find((f) => f.id === 'fixing');
    if (!body || !feature) throw new Error('no such hole');
    const without: Drawing = {
      ...bracket,
      part: {
        ...bracket.part,
        bodies: bracket.part.bodies.map((b) =>
          b === body ? { ...b, features: b.features.filter((f) => f !== feature) } : b,
        ),
      },
      setup: { ...bracket.setup, scale: 1 },
    };
    const { gone, added, dimensions } = changes(
      { ...bracket, setup: { ...bracket.setup, scale: 1 } },
      without,
    );
    expect(dimensions).toContainEqual({ kind: 'gone', before: '2 x ⌀7 THRU', after: undefined });
    expect(layers(gone)).toEqual(expect.arrayContaining(['centre', 'dimensions', 'views']));
    const edges = gone.flatMap((i) => (i.kind === 'stroke' && i.layer === 'views' ? (i.edges ?? []) : []));
    expect(edges.length).toBeGreaterThan(0);
    expect(edges.every((e) => e.includes('fixing') || e.includes('wall'))).toBe(true);
    expect(added.filter((i) => i.layer === 'views')).toEqual([]);
  });
  test('another size: its dimension is named with both figures', () => {
    const dims = { ...bracket.part.dims };
    const [name] = Object.keys(dims).filter((k) => typeof dims[k] === 'number');
    if (!name) throw new Error('no named size');
    dims[name] = (dims[name] as number) + 4;
    const later = { ...bracket, part: { ...bracket.part, dims }, setup: { ...bracket.setup, scale: 1 } };
    const { dimensions } = changes({ ...bracket, setup: { ...bracket.setup, scale: 1 } }, later);
    expect(dimensions.some((d) => d.kind === 'changed' && d.before !== d.after)).toBe(true);
  });
  test('at different scales they are not laid over one another', () => {
    const half = { ...bracket, setup: { ...bracket.setup, scale: 0.5 } };
    expect(changes({ ...bracket, setup: { ...bracket.setup, scale: 1 } }, half).isSameScale).toBe(false);
  });
});
