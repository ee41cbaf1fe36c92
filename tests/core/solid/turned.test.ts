import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { FeatureFile } from '../../../core/part/schema.ts';
import { type TurnedTable, turnedCorners, turnedTable, withTable } from '../../../core/statement/turned.ts';
import { built, measured, partOf } from '../balance/given.ts';

const featureOf = (table: TurnedTable): FeatureFile => ({
  id: 'pin',
  op: 'add',
  shape: { kind: 'revolve', profile: { polygon: turnedCorners(table) } },
});
const volumeOf = (table: TurnedTable): number => measured(built(partOf(featureOf(table)))).volume;

describe('turned parts as tables', () => {
  test('three diameters: the sum of three cylinders', () => {
    const rows = [
      { diameter: '20', length: '15' },
      { diameter: '32', length: '25' },
      { diameter: '16', length: '40' },
    ];
    expect(volumeOf({ rows })).toBeCloseTo(Math.PI * (100 * 15 + 256 * 25 + 64 * 40), 6);
    // with an overall of 95 the last is 55 long
    expect(volumeOf({ rows, overall: '95' })).toBeCloseTo(Math.PI * (100 * 15 + 256 * 25 + 64 * 55), 6);
  });
  test('a taper is a frustum', () => {
    expect(volumeOf({ rows: [{ diameter: '20', end: '10', length: '30' }] })).toBeCloseTo(
      (Math.PI * 30 * (100 + 50 + 25)) / 3,
      6,
    );
  });
  test('with an overall the last length shows its working', () => {
    const rows = [
      { diameter: '20', length: '15' },
      { diameter: '32', length: '25' },
      { diameter: '16', length: '' },
    ];
    expect(turnedTable(featureOf({ rows, overall: '95' }))?.rows[2]).toEqual({
      diameter: '16',
      length: '95 - (15 + 25)',
    });
  });
  test('any table is read back as it was written', () => {
    const size = fc.oneof(
      fc.integer({ min: 1, max: 99 }).map(String),
      fc.constantFrom('d', 'L - 2*t', '2 3/16', 'a/2', '7.5'),
    );
    fc.assert(
      fc.property(
        fc.array(fc.record({ diameter: size, length: size, end: fc.option(size, { nil: undefined }) }), {
          minLength: 1,
          maxLength: 6,
        }),
        (raw) => {
          const rows = raw.map(({ end, ...r }) =>
            end === undefined || end === r.diameter ? r : { ...r, end },
          );
          expect(turnedTable(featureOf({ rows }))).toEqual({ rows });
        },
      ),
    );
  });
  test('another profile is no table', () => {
    const other: FeatureFile = {
      id: 'x',
      op: 'add',
      shape: {
        kind: 'revolve',
        profile: {
          polygon: [
            [0, 0],
            [10, 0],
            [10, 20],
            [0, 20],
          ],
        },
      },
    };
    expect(turnedTable(other)).toBeUndefined();
    expect(turnedTable({ ...other, shape: { kind: 'sphere', diameter: 4 } })).toBeUndefined();
    expect(withTable(other, { rows: [{ diameter: '4', length: '5' }] })).toMatchObject({
      id: 'x',
      op: 'add',
    });
  });
});
