import { describe, expect, test } from '@jest/globals';
import { roundFits } from '../../../core/assembly/roundFits.ts';
import { taperAt, tapersOf } from '../../../core/assembly/tapers.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { demoDrawing } from '../../samples.ts';
import { typed } from '../statement/typedOn.ts';
import { assembled, block, bodies, type Feature } from './assembled.ts';

const fitsOf = (file: PartFile) =>
  roundFits(assembled(file).part).map(
    (f) =>
      `${f.shaft.body} ${f.shaft.diameter} in ${f.hole.body} ${f.hole.diameter}, over ${Number(f.over.toFixed(6))}`,
  );
const demo = (name: string): PartFile => demoDrawing(`${name}.drawing.json`).part;

describe('rounds in round holes', () => {
  test('a bolt in each hole that it goes through, but not in the thread of its nut', () => {
    expect(fitsOf(demo('04-mast-clamp')).filter((f) => f.startsWith('bolt 10'))).toEqual([
      'bolt 10 in front half 11, over 26',
      'bolt 10 in back half 11, over 26',
      'bolt 10 in washer 10.5, over 2',
    ]);
  });
  test('of two holes about one stretch the narrower; a bush stands between', () => {
    const round = (diameter: number, z: number, height: number): Feature => ({
      id: 'round',
      op: 'add',
      at: [0, 0, z],
      shape: { kind: 'cylinder', diameter, height },
    });
    const bore = (diameter: number): Feature => ({
      id: 'bore',
      op: 'cut',
      at: [0, 0, 40],
      shape: { kind: 'hole', diameter, depth: 'through' },
    });
    const file = bodies({
      housing: [block('b', [-30, -30, 0], [60, 60, 40]), bore(30)],
      bush: [round(30, 0, 40), bore(20)],
      pin: [round(19.9, -5, 70)],
    });
    expect(fitsOf(file)).toEqual(['bush 30 in housing 30, over 40', 'pin 19.9 in bush 20, over 40']);
  });
  test('a press fit is told by the shaft that is too thick', () => {
    const pin: Feature = {
      id: 'p',
      op: 'add',
      at: [20, 20, 0],
      shape: { kind: 'cylinder', diameter: 10.02, height: 30 },
    };
    const hole: Feature = {
      id: 'h',
      op: 'cut',
      at: [20, 20, 10],
      shape: { kind: 'hole', diameter: 10, depth: 'through' },
    };
    const [fit] = roundFits(
      assembled(bodies({ plate: [block('b', [0, 0, 0], [40, 40, 10]), hole], pin: [pin] })).part,
    );
    expect(fit?.play).toBeCloseTo(-0.02, 9);
  });
  test('rounds beside one another, or on two axes, are none', () => {
    expect(
      fitsOf(
        typed([
          'body a: block 40 x 40 x 10',
          'hole 12 through top 20 20',
          'body b: cylinder 10 dia 30 high at 21 20 0',
        ]),
      ),
    ).toEqual([]);
    expect(
      fitsOf(
        typed([
          'body a: block 40 x 40 x 10',
          'hole 12 through top 20 20',
          'body b: cylinder 10 dia 30 high at 20 20 15',
        ]),
      ),
    ).toEqual([]);
  });
});

describe('tapers', () => {
  test('a cotter by its ratio, at both ends and between them', () => {
    const file = demo('07-stay-rod-joint');
    const [cotter, ...others] = tapersOf(file, assembled(file).part);
    if (!cotter) throw new Error('no taper');
    expect(others).toEqual([]);
    expect(cotter).toMatchObject({ body: 'cotter', of: 'width', ratio: 30, length: 84 });
    // 32 wide in the middle of 84, 1 in 30
    expect(taperAt(cotter, 42)).toBeCloseTo(32, 9);
    expect([cotter.large, cotter.small]).toEqual([expect.closeTo(33.4, 9), expect.closeTo(30.6, 9)]);
    expect(taperAt(cotter, 84)).toBeCloseTo(cotter.small, 9);
  });
  test('a turned taper by its diameters; chamfers and drilled ends are none', () => {
    const file = bodies({
      spindle: [
        { id: 'taper', op: 'add', shape: { kind: 'cone', diameter: 40, topDiameter: 30, height: 50 } },
        {
          id: 'end',
          op: 'add',
          at: [0, 0, 50],
          shape: { kind: 'cone', diameter: 30, topDiameter: 20, height: 3 },
        },
        {
          id: 'drilled',
          op: 'cut',
          plane: 'bottom',
          shape: { kind: 'hole', diameter: 10, depth: 20, tip: 118 },
        },
      ],
    });
    expect(tapersOf(file, assembled(file).part)).toEqual([
      expect.objectContaining({ of: 'diameter', ratio: expect.closeTo(5, 6), length: expect.closeTo(50, 6) }),
    ]);
  });
});
