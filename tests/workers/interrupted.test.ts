import { expect, test } from '@jest/globals';
import { placeInView } from '../../app/desk/sheet/viewSides.ts';
import { openDesk } from '../../core/drawing/desk.ts';
import { type Drawing, drawingOfPart } from '../../core/drawing/drawing.ts';
import { drawnWhole } from '../../core/drawing/interruptedPart.ts';
import { onPaper } from '../../core/sheet/layout/similarity.ts';
import { asDrawn } from '../../core/solid/interruption.ts';
import { deskPicture } from '../../workers/deskPicture.ts';
import { pointedAt } from '../../workers/pointing.ts';
import { feature, partOf } from '../core/balance/given.ts';

/** A bar of 500 with a step at 440, cut along its middle; its views leave 60 to 400 out. */
const bar: Drawing = {
  ...drawingOfPart(
    partOf(
      feature('add', { kind: 'block', width: 500, depth: 40, height: 30 }),
      feature('cut', { kind: 'block', width: 60, depth: 40, height: 10 }, { at: [440, 0, 20] }),
    ),
  ),
  cuts: [
    {
      on: true,
      trace: {
        name: 'A',
        seenIn: 'top',
        through: [
          [0, 20],
          [500, 20],
        ],
        look: 'up',
      },
    },
  ],
};
const interrupted: Drawing = {
  ...bar,
  setup: { ...bar.setup, interruptions: [{ along: 'x', from: 60, to: 400 }] },
};
const work = (d: Drawing) => {
  const worked = openDesk().work(d);
  if (!worked.ok) throw new Error('not drawn');
  return worked;
};
const pictureOf = (d: Drawing) => {
  const picture = deskPicture(d, work(d), 0);
  if (!picture.ok) throw new Error('not drawn');
  return picture;
};

test('what is pointed at in an interrupted view is told of the whole part, and lit on both sides of the gap', () => {
  const [shown, whole] = [work(interrupted), work(drawnWhole(interrupted))];
  const home = shown.sheet.views.find((v) => v.name === 'top');
  if (!home) throw new Error('no top view');
  const at = (x: number, y: number) =>
    onPaper(home.toPaper, [asDrawn(shown.sheet.interruptions, [x, 0, 0])[0], y]);
  const near = pointedAt(shown, whole, at(420, 0), 0.5);
  const plain = pointedAt(
    whole,
    whole,
    onPaper(whole.sheet.views.find((v) => v.name === 'top')?.toPaper ?? home.toPaper, [420, 0]),
    0.5,
  );
  // the same words as on the sheet that draws the part whole
  expect(near?.heading).toBe(plain?.heading);
  expect(near?.sentences).toEqual(plain?.sentences);
  expect(near?.sentences.join(' ')).toMatch(/440|500/);
  expect(near?.lit.match(/M/g)).toHaveLength(2);
  expect(plain?.lit.match(/M/g)).toHaveLength(1);
});

test('a place of the paper is that of the whole part, and its points and cut book are too', () => {
  const [shown, whole] = [pictureOf(interrupted), pictureOf(bar)];
  expect(shown.interruptions).toHaveLength(1);
  expect(shown.box).toEqual(whole.box);
  expect(shown.overall).toEqual(whole.overall);
  const home = shown.views.find((v) => v.name === 'top');
  if (!home) throw new Error('no top view');
  // each corner is drawn at a place that leads back to where it stands
  const corners = shown.points.filter((p) => p.kind === 'corner');
  expect(corners).toHaveLength(12);
  for (const c of corners) {
    const drawn = c.places.find((q) => q.view === 'top')?.at;
    const [u, v] = placeInView(shown, home, drawn ?? [0, 0]);
    expect(u).toBeCloseTo(c.at[0], 6);
    expect(v).toBeCloseTo(c.at[1], 6);
  }
  const [a, b] = [shown.cuts[0], whole.cuts[0]];
  expect(a?.area).toBe(b?.area);
  expect(a?.area).toBeCloseTo(500 * 30 - 60 * 10, 9);
  expect([a?.perimeter, a?.longest]).toEqual([b?.perimeter, b?.longest]);
  // distances along the trace are on the paper, of the whole part at the sheet's scale
  const along = (p: typeof shown): number[] =>
    (p.cuts[0]?.rows ?? []).map((r) => Number((r.along / p.perUnit).toFixed(6)));
  expect(along(shown)).toEqual(along(whole));
});
