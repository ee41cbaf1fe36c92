import { describe, expect, test } from '@jest/globals';
import { openDesk } from '../../../core/drawing/desk.ts';
import { drawingOfPart } from '../../../core/drawing/drawing.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { planReplay } from '../../../core/replay/planReplay.ts';
import type { Step } from '../../../core/replay/step.ts';
import { feature, partOf } from '../balance/given.ts';

const stepsOf = (file: PartFile): readonly Step[] => {
  const d = drawingOfPart(file);
  const worked = openDesk().work({ ...d, setup: { ...d.setup, paper: 'A2', scale: 1 } });
  if (!worked.ok) throw new Error('not drawn');
  const { sheet, part, rows } = worked;
  return planReplay(
    sheet,
    d.part,
    part,
    rows,
    { method: 'mitre', first: 'front', hidden: 'per view', order: 'boxes', darken: 'per view' },
    d.setup.rules,
  ).steps;
};
const plate = (width: number) => feature('add', { kind: 'block', width, depth: 40, height: 10 } as const);
const hole = (x: number | string) =>
  feature('cut', { kind: 'hole', diameter: 6, depth: 'through' } as const, { at: [x, 13, 10], id: 'pin' });
const said = (file: PartFile, words: RegExp): Step => {
  const found = stepsOf(file).find((s) => words.test(s.text));
  if (!found) throw new Error(`no step says ${words}`);
  return found;
};

describe('how a coordinate is measured', () => {
  test('from the left where its distance is given there', () => {
    const step = said(
      partOf(plate(90), hole(22)),
      /^Set off W 22 along the lower side of the \w+ view, from the left/,
    );
    expect(step.source).toBe('given');
    expect(step.deeds.find((d) => d.do === 'setOff')).toMatchObject({ distance: 22, way: 1 });
  });
  test('counted with its working where it is a sum of given sizes', () => {
    const pair = feature('cut', { kind: 'hole', diameter: 6, depth: 'through' } as const, {
      at: [22, 13, 10],
      mirror: { normal: 'x', at: 45 },
      id: 'pin',
    });
    const step = said(partOf(plate(90), pair), /W 68 = 2 x 45 - 22 .*, to the \w+ of pin/);
    expect(step.source).toBe('counted');
  });
  test('halved with the compass where it stands in the middle of what no size gives', () => {
    const file = partOf(
      feature('add', { kind: 'prism', sides: 6, side: 21, height: 30 } as const),
      feature('add', { kind: 'block', width: 60, depth: 10, height: 30 } as const, {
        at: [-30, -5, 0],
        id: 'bar',
      }),
    );
    const step = said(file, /^Halve the left side of the top view/);
    expect(step.source).toBeUndefined();
    expect(step.deeds.filter((d) => d.do === 'pair')).toHaveLength(2);
  });
  test('divided by a slanting scale where no rule shows the length', () => {
    const step = said(partOf(plate(100), hole('100/3')), /into 3 equal parts by a slanting scale/);
    expect(step.deeds.filter((d) => d.do === 'setOff')).toHaveLength(3);
    expect(step.source).toBe('convenient');
    // what a rule shows is set off, a third or not
    expect(stepsOf(partOf(plate(90), hole(30))).some((s) => /slanting/.test(s.text))).toBe(false);
  });
  test("from the part's own nought where the box hangs on what is turned", () => {
    const file = partOf(
      feature('add', { kind: 'block', width: 50, depth: 20, height: 8 } as const, {
        turn: [{ axis: 'y', angle: -33 }],
      }),
      feature('add', { kind: 'block', width: 12, depth: 20, height: 40 } as const, {
        at: [18, 0, 0],
        id: 'post',
      }),
    );
    const step = said(file, /from the line of the part's own nought/);
    expect(step.source).toMatch(/given|counted/);
    expect(stepsOf(file).filter((s) => s.source === 'calculated')).toEqual([]);
  });
  test('no size is set off twice in one view', () => {
    for (const file of [partOf(plate(90), hole(22)), partOf(plate(100), hole('100/3'))]) {
      const once = new Set<string>();
      for (const s of stepsOf(file)) {
        const d = s.deeds.find((x) => x.do === 'setOff');
        if (d?.do !== 'setOff' || !s.account || s.stage === 'setting out') continue;
        const key = `${s.view} ${s.account} ${d.distance.toFixed(6)} ${d.way}`;
        expect(once.has(key)).toBe(false);
        once.add(key);
      }
    }
  });
});
