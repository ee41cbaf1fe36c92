import { describe, expect, test } from '@jest/globals';
import type { Drawing } from '../../../core/drawing/drawing.ts';
import { applyCommand } from '../../../core/edit/applyCommand.ts';
import type { Command } from '../../../core/edit/command.ts';
import { differencesOf } from '../../../core/edit/differences.ts';
import { pathOfPlace, sizePlaceOf } from '../../../core/edit/place.ts';
import { setRules, setUp } from '../../../core/edit/setupCommands.ts';
import { sentence } from '../../../core/number/fault.ts';
import { valueAt } from '../../../core/part/valueAt.ts';
import { standingSizes } from '../../../core/statement/standings.ts';
import { demoDrawing, demoDrawings } from '../../samples.ts';

const bracket = demoDrawing('02-louvre-bracket.drawing.json');
const apply = (d: Drawing, ...commands: Command[]): Drawing =>
  commands.reduce((now, c) => {
    const made = applyCommand(now, c, { box: [0, 0, 0, 90, 40, 52] });
    if (!made.ok) throw new Error(sentence(made.faults[0]!));
    return made.value.drawing;
  }, d);
const labelOf = (d: Drawing, c: Command): string => {
  const made = applyCommand(d, c, { box: undefined });
  return made.ok ? made.value.label : sentence(made.faults[0]!);
};
const linesOf = (d: Drawing): string[] => d.part.bodies.flatMap((b) => b.features.map((f) => f.id));
const line = (id: string) => ({ body: 'bracket', line: id });
const [first, second, third] = linesOf(bracket) as [string, string, string];

describe('a command', () => {
  test('survives JSON, and leaves the drawing it was made on as it was', () => {
    const before = JSON.stringify(bracket);
    const commands: Command[] = [
      setUp({ gap: 22, place: undefined }, 'Gap'),
      setRules({ corners: 'letters', pairs: undefined }, 'Names'),
      { type: 'setFigure', place: { of: 'size', name: 'H' }, text: '61' },
      { type: 'enterLine', text: 'hole 6 through top 80 20' },
      { type: 'moveLine', line: line(second), by: -1 },
      { type: 'nameCorner', corner: 'k', name: 'P' },
      { type: 'addTask', text: 'Front and top views.' },
      { type: 'removeCut', cut: 'A' },
    ];
    for (const c of commands) {
      const again = JSON.parse(JSON.stringify(c)) as Command;
      expect(JSON.stringify(apply(bracket, again))).toBe(JSON.stringify(apply(bracket, c)));
      expect(JSON.stringify(apply(bracket, c))).not.toBe(before);
    }
    expect(JSON.stringify(bracket)).toBe(before);
  });

  test('finds its line wherever that was moved meanwhile', () => {
    const figure: Command = {
      type: 'setFigure',
      place: { of: 'line', ...line(third), path: ['off'] },
      text: '7',
    };
    const moved = apply(bracket, { type: 'moveLineTo', line: line(third), target: first }, figure);
    expect(linesOf(moved)[0]).toBe(third);
    expect(moved.part.bodies[0]?.features[0]).toMatchObject({ id: third, off: 7 });
  });

  test('on a line, group or cut that is gone says so and changes nothing', () => {
    expect(labelOf(bracket, { type: 'copyLine', line: line('nothing') })).toMatch(
      /The line "nothing" is not there any more\. Nothing was changed/,
    );
    expect(labelOf(bracket, { type: 'changeGroup', body: 'bracket', group: 'g', how: 'copy' })).toMatch(
      /group "g"/,
    );
    expect(labelOf(bracket, { type: 'switchCut', cut: 'Z', on: true })).toMatch(/Cut Z is not there/);
    expect(labelOf(bracket, { type: 'setFigure', place: { of: 'size', name: 'Q' }, text: '1' })).toMatch(
      /Size Q/,
    );
  });

  test('moves, copies, switches and removes lines; a body without lines goes', () => {
    expect(linesOf(apply(bracket, { type: 'moveLine', line: line(first), by: 1 })).slice(0, 2)).toEqual([
      second,
      first,
    ]);
    expect(linesOf(apply(bracket, { type: 'copyLine', line: line(first) })).slice(0, 2)).toEqual([
      first,
      `${first} 2`,
    ]);
    const off = apply(bracket, { type: 'switchLine', line: line(first), off: true });
    expect(off.part.bodies[0]?.features[0]?.off).toBe(true);
    const emptied = bracket.part.bodies.flatMap((b) =>
      b.features.map((f): Command => ({ type: 'removeLine', line: { body: b.name, line: f.id } })),
    );
    expect(apply(bracket, ...emptied).part.bodies).toEqual([]);
  });

  test('a key that is taken away again leaves no trace', () => {
    for (const [there, away] of [
      [setUp({ place: [10, 10] }, 'x'), setUp({ place: undefined }, 'x')],
      [setRules({ pictorial: true }, 'x'), setRules({ pictorial: undefined }, 'x')],
      [
        { type: 'nameCorner', corner: 'k', name: 'P' },
        { type: 'nameCorner', corner: 'k', name: '' },
      ],
      [
        { type: 'moveName', label: 'k', name: 'P', to: [1, 2] },
        { type: 'moveName', label: 'k', name: 'P', to: null },
      ],
      [
        { type: 'addTask', text: 'Scale 1:1' },
        { type: 'removeTask', line: 'Scale 1:1' },
      ],
    ] as [Command, Command][]) {
      const plain = { ...bracket, task: undefined };
      expect(JSON.stringify(apply(plain, there))).not.toBe(JSON.stringify(plain));
      expect(JSON.stringify(apply(plain, there, away))).toBe(JSON.stringify(plain));
    }
  });

  test('a statement that cannot be read is refused with all its lines', () => {
    const made = applyCommand(
      bracket,
      { type: 'writeStatement', text: 'Part x; sizes in mm\nfoo\nbar' },
      { box: undefined },
    );
    expect(made.ok ? 0 : made.faults.length).toBeGreaterThan(0);
  });
});

test.each(demoDrawings())('every figure of %s has a place that leads back to it', (_, { part }) => {
  const sizes = standingSizes(part, undefined);
  expect(sizes.length).toBeGreaterThan(3);
  for (const { path } of sizes) {
    const place = sizePlaceOf(part, path);
    expect(pathOfPlace(part, place)).toEqual(path);
    expect(valueAt(part, path)).toBeDefined();
  }
});

describe('what differs', () => {
  test('nothing between a drawing and itself', () => {
    expect(differencesOf(bracket, structuredClone(bracket))).toEqual([]);
  });
  test('a stretch that the views leave out', () => {
    const interruptions = [{ along: 'x' as const, from: 20, to: 60 }];
    const [found] = differencesOf(bracket, { ...bracket, setup: { ...bracket.setup, interruptions } });
    expect(found?.about).toBe('Sheet');
    expect(found?.after).toBe(`${found?.before}, X 20 to 60 left out`);
  });
  test('a line of each kind', () => {
    const after = apply(
      bracket,
      { type: 'setFigure', place: { of: 'size', name: 'H' }, text: '61' },
      { type: 'removeLine', line: line(third) },
      { type: 'enterLine', text: 'hole 6 through top 80 20' },
      { type: 'removeCut', cut: 'A' },
      setUp({ angle: 'third' }, 'x'),
      setRules({ corners: 'letters' }, 'x'),
      { type: 'nameCorner', corner: 'k', name: 'P' },
    );
    const found = differencesOf(bracket, after);
    expect(found.map((d) => d.about)).toEqual([
      'Size H',
      `Line ${third}`,
      'Line hole',
      'Cut A',
      'Sheet',
      'House rules',
      'Names of corners',
    ]);
    expect(found[0]).toEqual({ about: 'Size H', before: 'Let H = 52', after: 'Let H = 61' });
    expect(found[1]?.after).toBeUndefined();
    expect(found[2]?.before).toBeUndefined();
  });
});
