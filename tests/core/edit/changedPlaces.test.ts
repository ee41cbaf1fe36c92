import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { changedPlaces, doMeet } from '../../../core/edit/changedPlaces.ts';
import { demoDrawing } from '../../samples.ts';

const bracket = demoDrawing('02-louvre-bracket.drawing.json');
type Bracket = typeof bracket;
const changed = (how: (d: Bracket) => void): Bracket => {
  const d = structuredClone(bracket);
  how(d);
  return d;
};
const [body] = bracket.part.bodies;
const bodyName = body?.name as string;
const featureOf = (d: Bracket, i: number) => d.part.bodies[0]?.features[i] as { id: string; at?: unknown };

describe('where two states of a drawing differ', () => {
  test('is told by names, not by where things stand in their lists', () => {
    const d = changed((c) => {
      c.part.bodies[0]?.features.splice(1, 1);
      c.part.dims = { ...c.part.dims, H: 61 };
    });
    const gone = featureOf(bracket, 1).id;
    expect([...changedPlaces(bracket, d).keys()].sort()).toEqual(
      ['/part/dims/H', `/part/bodies/${bodyName}/features/${gone}`].sort(),
    );
    expect(changedPlaces(bracket, d).get(`/part/bodies/${bodyName}/features/${gone}`)).toBeUndefined();
  });

  test('another order of the same things is a change of its own', () => {
    const d = changed((c) => c.part.bodies[0]?.features.reverse());
    expect([...changedPlaces(bracket, d).keys()]).toEqual([
      `/part/bodies/${bodyName}/features/order of its things`,
    ]);
  });

  test('two changes meet where one place is the other or stands within it, and they do not agree', () => {
    const size = (H: number) =>
      changedPlaces(
        bracket,
        changed((c) => {
          c.part.dims = { ...c.part.dims, H };
        }),
      );
    const title = changedPlaces(bracket, { ...bracket, title: 'Other' });
    const noSizes = changedPlaces(
      bracket,
      changed((c) => void delete c.part.dims),
    );
    expect(doMeet(size(61), title)).toBe(false);
    expect(doMeet(size(61), size(62))).toBe(true);
    expect(doMeet(size(61), size(61))).toBe(false);
    expect(doMeet(size(61), noSizes)).toBe(true);
    expect(doMeet(noSizes, size(61))).toBe(true);
    // H is not within a size whose name begins alike
    expect(doMeet(new Map([['/dims/H', 1]]), new Map([['/dims/H2', 2]]))).toBe(false);
  });

  test('changes of places apart meet nowhere, those of one place always, whatever the names', () => {
    const name = fc.string({ minLength: 1, maxLength: 6 });
    fc.assert(
      fc.property(fc.uniqueArray(name, { minLength: 2, maxLength: 6 }), fc.nat(), fc.nat(), (names, i, j) => {
        const base = { list: names.map((id) => ({ id, v: 0 })), map: new Map() };
        const set = (k: number, v: number) => ({
          ...base,
          list: base.list.map((t, n) => (n === k ? { ...t, v } : t)),
        });
        const [a, b] = [i % names.length, j % names.length];
        expect(doMeet(changedPlaces(base, set(a, 1)), changedPlaces(base, set(b, 2)))).toBe(a === b);
      }),
    );
  });
});
