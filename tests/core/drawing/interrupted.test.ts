import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { openDesk } from '../../../core/drawing/desk.ts';
import { type Drawing, drawingOfPart } from '../../../core/drawing/drawing.ts';
import { drawnWhole } from '../../../core/drawing/interruptedPart.ts';
import { pointOn2 } from '../../../core/geometry/curve2.ts';
import { nearestOnSegment } from '../../../core/geometry/segment2.ts';
import type { Vec2 } from '../../../core/geometry/vec.ts';
import { VIEW_FRAMES } from '../../../core/geometry/viewFrames.ts';
import { sentence } from '../../../core/number/fault.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { partOfSolids } from '../../../core/part/solidPart.ts';
import { pickedStation } from '../../../core/reading/pickedStation.ts';
import { onPaper } from '../../../core/sheet/layout/similarity.ts';
import { asDrawn, fromDrawn, type Gap, type Interruption } from '../../../core/solid/interruption.ts';
import type { View } from '../../../core/view/view.ts';
import { sheetDxf } from '../../../formats/sheetDxf.ts';
import { solidFile } from '../../../formats/solidFile.ts';
import { readStep } from '../../../formats/step/readStep.ts';
import { campaign } from '../../campaign.ts';
import { dimensioned } from '../dimension/dimensionedBook.ts';

type Feature = PartFile['bodies'][number]['features'][number];
const ALONG_X = [{ axis: 'y', angle: 90 }] as const;
const round = (id: string, diameter: number, height: number, from: number, more: object = {}): Feature =>
  ({
    id,
    op: 'add',
    shape: { kind: 'cylinder', diameter, height, ...more },
    turn: ALONG_X,
    at: [from, 0, 0],
  }) as unknown as Feature;

/** A shaft of some length with a journal, a threaded end, a cross hole and a bore right through its body. */
const shaft = (length: number): PartFile => ({
  format: 'blue-ledger/part@1',
  name: 'tie shaft',
  units: 'mm',
  bodies: [
    {
      name: 'shaft',
      features: [
        round('body', 40, length, 0),
        round('journal', 28, 60, length),
        round('end', 24, 40, length + 60, { thread: { size: 'M24' } }),
        {
          id: 'cross hole',
          op: 'cut',
          plane: 'front',
          at: [60, -50, 0],
          shape: { kind: 'hole', diameter: 10, depth: 'through' },
        } as unknown as Feature,
        { ...round('bore', 16, length, 0), op: 'cut' },
      ],
    },
  ],
});

const drawingOf = (
  part: PartFile,
  interruptions?: readonly Interruption[],
  views: Drawing['setup']['views'] = ['front', 'top', 'left'],
): Drawing => {
  const plain = drawingOfPart(part);
  return {
    ...plain,
    setup: { ...plain.setup, views, ...(interruptions && { interruptions: [...interruptions] }) },
  };
};
const work = (d: Drawing) => {
  const worked = openDesk().work(d);
  if (!worked.ok) throw new Error(worked.faults.map(sentence).join(' '));
  return worked;
};
const MIDDLE: Interruption = { along: 'x', from: 110, to: 640 };

/** Points spread over the lines of a view of one class that lie clear of a strip of x. */
const pointsOf = (view: View, seen: string, strip: readonly [number, number], isUpX: boolean): Vec2[] =>
  [...view.lines, ...view.threads]
    .filter((l) => l.class === seen)
    .flatMap((l) => [0.03, 0.31, 0.5, 0.77, 0.96].map((t) => pointOn2(l.curve, l.from + (l.to - l.from) * t)))
    .filter((p) => !isUpX || p[0] < strip[0] - 1e-6 || p[0] > strip[1] + 1e-6);

/** The lines of a class of a view by chords: one for a straight line, many for a curve. */
const chordsOf = (view: View, seen: string): (readonly [Vec2, Vec2])[] =>
  [...view.lines, ...view.threads]
    .filter((l) => l.class === seen)
    .flatMap((l) => {
      const n = l.curve.type === 'line' ? 1 : 200;
      const points = Array.from({ length: n + 1 }, (_, i) =>
        pointOn2(l.curve, l.from + ((l.to - l.from) * i) / n),
      );
      return points.slice(1).map((q, i) => [points[i] as Vec2, q] as const);
    });

/** How far a point is off the nearest of some chords. */
const offChords = (p: Vec2, chords: readonly (readonly [Vec2, Vec2])[]): number =>
  Math.min(...chords.map(([a, b]) => nearestOnSegment(p, a, b).off));
/** Chords of small curves are off by less, part units. */
const SAGITTA = 5e-3;

/** Holds the views of an interrupted drawing against those of a part that is stated as short as it is drawn. */
const compareToShort = (interrupted: Drawing, short: PartFile): void => {
  const { sheet } = work(interrupted);
  const [gap] = sheet.interruptions as [Gap];
  const strip = [gap.from, gap.from + gap.width] as const;
  const other = work(drawingOf(short, undefined, interrupted.setup.views));
  expect(sheet.box.map((x) => Number(x.toFixed(6)))).toEqual(other.part.box.map((x) => Number(x.toFixed(6))));
  for (const v of sheet.views) {
    const theirs = other.sheet.views.find((x) => x.name === v.name)?.view as View;
    const isUpX = VIEW_FRAMES[v.name].u[0] === 1;
    for (const seen of ['visible', 'hidden', 'thread']) {
      const [own, others] = [v.view, theirs].map((x) => pointsOf(x, seen, strip, isUpX)) as [Vec2[], Vec2[]];
      const [ownChords, theirChords] = [chordsOf(v.view, seen), chordsOf(theirs, seen)];
      for (const p of own) expect(offChords(p, theirChords)).toBeLessThan(SAGITTA);
      for (const p of others) expect(offChords(p, ownChords)).toBeLessThan(SAGITTA);
      // nothing at all is drawn in the gap
      if (isUpX)
        for (const l of v.view.lines)
          for (const t of [l.from, (l.from + l.to) / 2, l.to]) {
            const x = pointOn2(l.curve, t)[0];
            expect(x > strip[0] + 1e-6 && x < strip[1] - 1e-6).toBe(false);
          }
    }
  }
};

describe('interrupted views', () => {
  test('are those of a part that is stated so short', () => {
    const d = drawingOf(shaft(700), [MIDDLE]);
    const { width } = work(d).sheet.interruptions[0] as Gap;
    compareToShort(d, shaft(700 - 530 + width));
  });

  test('of a solid that came in a file too', () => {
    const inFile = (part: PartFile): PartFile => {
      const made = solidFile(work(drawingOf(part)).part, {
        format: 'step',
        deviation: 0.05,
        text: false,
        date: '',
      });
      if (!made.ok) throw new Error('not written');
      const held = readStep(
        typeof made.value === 'string' ? made.value : new TextDecoder().decode(made.value),
      );
      if (!held.ok) throw new Error('not read');
      return partOfSolids('shaft.step', held.value);
    };
    // a thread is no face of the solid
    const plain = (length: number): PartFile => {
      const { bodies, ...rest } = shaft(length);
      const [body] = bodies as [PartFile['bodies'][number]];
      const features = body.features.filter((f) => f.id !== 'end');
      return { ...rest, bodies: [{ ...body, features }] };
    };
    const d = drawingOf(inFile(plain(700)), [MIDDLE]);
    const { width } = work(d).sheet.interruptions[0] as Gap;
    compareToShort(d, inFile(plain(700 - 530 + width)));
    const short = work(drawingOf(inFile(plain(700)), [{ along: 'x', from: 58, to: 500 }]));
    expect(short.findings.map(sentence).join(' ')).toContain('changes there');
  });

  test('of random shafts and slotted bars, turned either way, too', () => {
    fc.assert(
      fc.property(
        fc.record({
          length: fc.integer({ min: 300, max: 900 }),
          lead: fc.integer({ min: 20, max: 90 }),
          tail: fc.integer({ min: 20, max: 90 }),
          wide: fc.integer({ min: 16, max: 60 }),
          isRound: fc.boolean(),
          isBored: fc.boolean(),
          isFlipped: fc.boolean(),
        }),
        ({ length, lead, tail, wide, isRound, isBored, isFlipped }) => {
          const part = (long: number): PartFile =>
            ({
              ...shaft(700),
              bodies: [
                {
                  name: 'bar',
                  ...(isFlipped && { turn: [{ axis: 'z', angle: 180 }], at: [long, 0, 0] }),
                  features: [
                    isRound
                      ? round('bar', wide, long, 0)
                      : {
                          id: 'bar',
                          op: 'add',
                          shape: { kind: 'block', width: long, depth: wide, height: wide },
                          at: [0, -wide / 2, -wide / 2],
                        },
                    ...(isBored ? [{ ...round('bore', wide / 2, long, 0), op: 'cut' }] : []),
                    {
                      id: 'pin hole',
                      op: 'cut',
                      plane: 'front',
                      at: [long - tail / 2, -wide, 0],
                      shape: { kind: 'hole', diameter: 6, depth: 'through' },
                    },
                    round('tenon', wide / 2, 30, long),
                  ],
                },
              ],
            }) as unknown as PartFile;
          const [low, high] = isFlipped ? [tail, length - lead] : [lead, length - tail];
          const d = drawingOf(part(length), [{ along: 'x', from: low, to: high }]);
          const { width } = work(d).sheet.interruptions[0] as Gap;
          // turned about, the part still begins where it did: the tenon reaches to the left of it
          compareToShort(d, part(length - (high - low) + width));
        },
      ),
      { numRuns: campaign(60, 12), seed: 4711 },
    );
  });

  test('keep every size true; those over the gap are underlined, and no others', () => {
    const whole = dimensioned(drawingOf(shaft(700)));
    const shorter = { ...whole, setup: { ...whole.setup, interruptions: [MIDDLE] } };
    const [a, b] = [work(whole), work(shorter)].map((w) =>
      w.sheet.dimensions.laid.map((l) => [l.wanted.id, l.text, l.value] as const).sort(),
    );
    expect(b).toEqual(a);
    const { laid } = work(shorter).sheet.dimensions;
    expect(
      laid
        .filter((l) => l.isOffScale)
        .map((l) => l.text)
        .sort(),
    ).toEqual(['700', '760', '800']);
    expect(work(whole).sheet.dimensions.laid.some((l) => l.isOffScale)).toBe(false);
    // at a larger scale than the whole part would have
    expect(work(shorter).sheet.scale).toBeGreaterThan(work(whole).sheet.scale);
    // the measures, the ledger and the box of the part stay those of the whole part
    expect(work(shorter).measures).toEqual(work(whole).measures);
    expect(work(shorter).rows.map((r) => r.at)).toEqual(work(whole).rows.map((r) => r.at));
  });

  test('a figure that is not to scale is written out in a DXF, where the others are measured', () => {
    const whole = dimensioned(drawingOf(shaft(700)));
    const shorter = { ...whole, setup: { ...whole.setup, interruptions: [MIDDLE] } };
    const texts = (d: Drawing): string[] => {
      const lines = sheetDxf(work(d).sheet, 'paper', 'entities').split(/\r?\n/);
      const out: string[] = [];
      for (let i = 0; i < lines.length; i++)
        if (lines[i] === 'DIMENSION') {
          const at = lines.findIndex((x, k) => k > i && x.trim() === '1');
          out.push(lines[at + 1] as string);
        }
      return out;
    };
    expect(texts(shorter)).toEqual(expect.arrayContaining(['700', '760', '800', '<>']));
    expect(texts(whole)).not.toContain('700');
  });

  test('what is pointed at beyond the gap is the station of the whole part', () => {
    const d = drawingOf(shaft(700), [MIDDLE], ['front']);
    const { sheet } = work(d);
    const books = openDesk().books(d);
    const v = sheet.views[0];
    if (!v || !books) throw new Error('not drawn');
    const [gap] = sheet.interruptions as [Gap];
    const stationAt = (x: number, z: number): number | undefined =>
      pickedStation(sheet, books, onPaper(v.toPaper, [asDrawn([gap], [x, 0, 0])[0], z]), 0.5)?.stations[0]
        ?.at;
    expect(stationAt(700, 17)).toBeCloseTo(700, 9);
    expect(stationAt(760, 13)).toBeCloseTo(760, 9);
    expect(stationAt(0, 5)).toBeCloseTo(0, 9);
  });

  test('a cut along the part keeps its true area and points; the drawn one is as short as the view', () => {
    const d = {
      ...drawingOf(shaft(700), [MIDDLE]),
      cuts: [
        {
          on: true,
          trace: {
            name: 'A',
            seenIn: 'front' as const,
            through: [
              [-10, 0],
              [810, 0],
            ] as [number, number][],
            look: 'down' as const,
          },
        },
        {
          on: true,
          trace: {
            name: 'B',
            seenIn: 'front' as const,
            at: [680, 0] as [number, number],
            angle: 90,
            look: 'left' as const,
          },
        },
      ],
    };
    const worked = work(d);
    const area = (sections: typeof worked.sections, i: number): number =>
      sections[i]?.bodies.reduce((sum, b) => sum + b.face.area, 0) ?? 0;
    // the body less its bore and the cross hole, the journal, the threaded end
    expect(area(worked.sections, 0)).toBeCloseTo(700 * 24 - 10 * 24 + 60 * 28 + 40 * 24, 6);
    const { width } = worked.sheet.interruptions[0] as Gap;
    expect(area(worked.sheet.sections, 0)).toBeCloseTo((170 + width) * 24 - 10 * 24 + 60 * 28 + 40 * 24, 6);
    for (const sections of [worked.sections, worked.sheet.sections])
      expect(area(sections, 1)).toBeCloseTo(Math.PI * (400 - 64), 6);
    expect(worked.sections[1]?.plane.start[0]).toBe(680);
    expect(worked.sheet.sections[1]?.plane.start[0]).toBeCloseTo(680 - 530 + width, 9);
    const labels = (s: (typeof worked.sections)[number] | undefined) =>
      s?.bodies.map((b) => b.cutPoints.map((p) => p.label));
    expect(labels(worked.sheet.sections[0])).toEqual(labels(worked.sections[0]));
    // nothing is hatched in the gap of the sectional view
    const top = worked.sheet.views.find((v) => v.name === 'top');
    const low = top && onPaper(top.toPaper, [110, 0])[0];
    const hatch = worked.sheet.ink.flatMap((i) =>
      i.kind === 'stroke' && i.layer === 'hatch' && i.view === 'top' ? i.stretches : [],
    );
    expect(hatch.length).toBeGreaterThan(20);
    for (const s of hatch)
      for (const t of [s.from, (s.from + s.to) / 2, s.to]) {
        const x = pointOn2(s.curve, t)[0] - (low ?? 0);
        expect(x > 1e-6 && x < width * worked.sheet.scale - 1e-6).toBe(false);
      }
  });

  test('a stretch that is not plain, not there, or cut is told, and the part drawn whole', () => {
    const told = (interruptions: Interruption[], cuts: Drawing['cuts'] = []): string => {
      const worked = work({ ...drawingOf(shaft(700), interruptions), cuts });
      expect(worked.sheet.interruptions).toEqual([]);
      expect(worked.sheet.box).toEqual(work(drawingOf(shaft(700))).sheet.box);
      return worked.findings.map(sentence).join(' ');
    };
    expect(told([{ along: 'x', from: 58, to: 500 }])).toContain('"cross hole" changes there');
    expect(told([{ along: 'x', from: 500, to: 720 }])).toMatch(/"(body|journal|bore)" changes there/);
    expect(told([{ along: 'x', from: 600, to: 900 }])).toContain('does not reach over that stretch');
    expect(told([{ along: 'x', from: 200, to: 200 }])).toContain('does not reach over that stretch');
    expect(told([MIDDLE, { along: 'x', from: 400, to: 660 }])).toContain('lie over one another');
    const across = { name: 'A', seenIn: 'front', at: [300, 0], angle: 90, look: 'left' } as const;
    expect(told([MIDDLE], [{ on: true, trace: { ...across, at: [300, 0] } }])).toContain('Cut A passes');
    expect(told([MIDDLE], [{ on: true, trace: { ...across, at: [300, 0], angle: 60 } }])).toContain(
      'Cut A passes',
    );
    // one that is aslant clear of the stretch is drawn with its slope
    const clear = work({
      ...drawingOf(shaft(700), [MIDDLE]),
      cuts: [{ on: true, trace: { ...across, at: [680, 0], angle: 60 } }],
    });
    expect(clear.sheet.interruptions).toHaveLength(1);
    expect(clear.sheet.sections[0]?.plane.angle).toBeCloseTo(60, 9);
    expect(clear.sheet.sections[0]?.bodies[0]?.face.area).toBeCloseTo(
      clear.sections[0]?.bodies[0]?.face.area ?? 0,
      6,
    );
  });

  test('a taper cannot be left out, what stands clear of it can', () => {
    const tapered: PartFile = {
      ...shaft(700),
      bodies: [
        {
          name: 'pin',
          features: [
            {
              id: 'pin',
              op: 'add',
              turn: ALONG_X,
              at: [0, 0, 0],
              shape: { kind: 'cone', diameter: 40, topDiameter: 30, height: 300 },
            },
            round('stem', 30, 500, 300),
          ] as unknown as Feature[],
        },
      ],
    };
    const inTaper = work(drawingOf(tapered, [{ along: 'x', from: 50, to: 200 }]));
    expect(inTaper.findings.map(sentence).join(' ')).toContain('"pin" changes there');
    expect(work(drawingOf(tapered, [{ along: 'x', from: 350, to: 700 }])).sheet.interruptions).toHaveLength(
      1,
    );
  });

  test('the proposed stretch is plain, and worth leaving out', () => {
    const one = openDesk().proposedInterruption(drawingOf(shaft(700)));
    expect(one?.along).toBe('x');
    expect(one?.from).toBeGreaterThan(65);
    expect(one?.to).toBeLessThan(700);
    expect((one?.to ?? 0) - (one?.from ?? 0)).toBeGreaterThan(400);
    expect(work(drawingOf(shaft(700), one && [one])).findings).toEqual([]);
    // a cube has nothing to spare, and a long cone nothing plain
    const cube = { ...shaft(700), bodies: [{ name: 'cube', features: [round('disc', 60, 20, 0)] }] };
    expect(openDesk().proposedInterruption(drawingOf(cube))).toBeUndefined();
  });

  test('the setting out says no length of the part where a stretch of it is left out', () => {
    const carried = (d: Drawing): string[] =>
      (openDesk().plan(d)?.settingOut.groups ?? []).flatMap((g) =>
        g.marks.flatMap((m) => (m.real ? [`${m.real.account} ${m.real.size}`] : [])),
      );
    expect(new Set(carried(drawingOf(shaft(700), [MIDDLE])))).toEqual(new Set(['H 40', 'D 40']));
    expect(new Set(carried(drawingOf(shaft(700))))).toEqual(new Set(['W 800', 'H 40', 'D 40']));
  });

  test('a pictorial shows the part whole, an auxiliary view leaves the same stretch out', () => {
    const plain = drawingOf(
      {
        ...shaft(700),
        bodies: [
          {
            name: 'rail',
            features: [
              {
                id: 'rail',
                op: 'add',
                plane: 'left',
                at: [0, 0, 0],
                shape: {
                  kind: 'extrude',
                  height: 500,
                  profile: {
                    polygon: [
                      [0, 0],
                      [40, 0],
                      [40, 20],
                      [20, 40],
                      [0, 40],
                    ],
                  },
                },
              },
            ],
          },
        ] as unknown as PartFile['bodies'],
      },
      undefined,
      ['front', 'left'],
    );
    const whole = {
      ...plain,
      setup: {
        ...plain.setup,
        paper: 'A1' as const,
        rules: { ...plain.setup.rules, pictorial: true },
        auxiliary: [{ body: 'rail', face: 'rail/side 3' }],
      },
    };
    const [x0, x1] = [work(whole).part.box[0], work(whole).part.box[3]];
    const interruptions: Interruption[] = [{ along: 'x', from: x0 + 80, to: x1 - 80 }];
    const shorter = work({ ...whole, setup: { ...whole.setup, interruptions } });
    expect(shorter.findings.map(sentence)).toEqual([]);
    const lengthOf = (w: typeof shorter): number => {
      const [u0, v0, u1, v1] = w.sheet.pictorial?.view.box ?? [0, 0, 0, 0];
      return Math.hypot(u1 - u0, v1 - v0);
    };
    expect(lengthOf(shorter)).toBeCloseTo(lengthOf(work(whole)), 6);
    const breaks = shorter.sheet.ink.filter((i) => i.kind === 'stroke' && i.layer === 'breaks');
    const views = breaks.map((i) => (i.kind === 'stroke' ? i.view : ''));
    expect(views.filter((v) => v === 'front')).toHaveLength(2);
    expect(views.filter((v) => v?.startsWith('auxiliary'))).toHaveLength(2);
    expect(views).toHaveLength(4);
  });

  test('drawn whole it is the drawing that it was', () => {
    const d = drawingOf(shaft(700), [MIDDLE]);
    const inkOf = (x: Drawing): string => JSON.stringify(work(x).sheet.ink);
    expect(inkOf(drawnWhole(d))).toBe(inkOf(drawingOf(shaft(700))));
    expect(inkOf(d)).not.toBe(inkOf(drawnWhole(d)));
  });

  test('places of the part and of what is drawn are found from one another', () => {
    const gaps: Gap[] = [
      { axis: 0, from: 10, to: 60, width: 4 },
      { axis: 0, from: 80, to: 95, width: 4 },
      { axis: 2, from: -40, to: -5, width: 4 },
    ];
    const figure = fc.double({ min: -200, max: 200, noNaN: true });
    fc.assert(
      fc.property(figure, figure, figure, figure, (x, y, z, other) => {
        const drawn = asDrawn(gaps, [x, y, z]);
        const back = fromDrawn(gaps, drawn);
        for (const [k, value] of [x, y, z].entries()) expect(back[k]).toBeCloseTo(value, 9);
        // what is further stays further
        expect(Math.sign(asDrawn(gaps, [other, 0, 0])[0] - drawn[0])).toBe(Math.sign(other - x));
        expect(drawn[1]).toBe(y);
      }),
      { seed: 4711 },
    );
    expect(asDrawn(gaps, [100, 0, 0])[0]).toBeCloseTo(100 - 50 + 4 - 15 + 4, 12);
  });
});
