import type { Chance } from './chance.ts';
import type { Common, Exercise, Option } from './exercise.ts';
import { mixed, OPTIONS, THREE } from './options.ts';
import { overallOf, type SetOut, setOutLayout } from './setOutLayout.ts';
import type { Tried } from './triedPart.ts';

/** The insides of the frames of an A4 and an A3 sheet that lie across, mm. */
const FRAMES = [
  [277, 190],
  [400, 277],
] as const;
const SCALES = [1, 0.5, 2] as const;
/** From this level on views are drawn to scales other than full size, and stand in third angle too. */
const SCALED_FROM = 4;
const THIRD_FROM = 3;
/** Free round the views at the least, mm. */
const LEAST = 10;
/** Views that take less of the frame than this, one way or the other, would be drawn larger. */
const FULL = 0.5;
/** Distances nearer than this, mm, are one answer. */
const SAME = 0.5;

/** Three views are set out in the middle of a frame: how far the front view stands from its left or its lower edge. */
export const whereSet = (c: Chance, own: Tried, common: Common): Exercise | undefined => {
  const part = overallOf(own.built);
  const angle = common.level >= THIRD_FROM ? c.pick(['first', 'third'] as const) : 'first';
  const between = [10 * c.whole(2, 4), 10 * c.whole(2, 4)] as const;
  const choices = c.shuffled(
    FRAMES.flatMap((frame) =>
      SCALES.map((scale): SetOut => ({ frame, angle, views: THREE, scale, between })),
    ),
  );
  for (const s of choices) {
    if (s.scale !== 1 && common.level < SCALED_FROM) continue;
    const { boxes, extent } = setOutLayout(s, part);
    if (extent.x < LEAST || extent.y < LEAST) continue;
    if (Math.max(extent.w / s.frame[0], extent.h / s.frame[1]) < FULL) continue;
    const front = boxes.get('front');
    if (!front) continue;
    const axis = c.pick([0, 1] as const);
    const room = s.frame[axis];
    const right = axis ? front.y : front.x;
    const margin = axis ? extent.y : extent.x;
    const whole = axis ? extent.h : extent.w;
    const gap = between[axis ? 0 : 1];
    // what lies between the edge of the group and the front view, where something does
    const before = right - margin;
    const unscaled = setOutLayout({ ...s, scale: 1 }, part);
    const tries: Option<number>[] = [
      { shows: before + room - whole, differs: 'what is left over is not halved', mistake: 'not halved' },
      {
        shows: right + gap / 2,
        differs: 'the distance between the views is left out',
        mistake: 'a size left out',
      },
      {
        shows: before ? margin : right + whole - (axis ? front.h : front.w),
        differs: 'the views stand on the other side of the front view',
        mistake: 'angles exchanged',
      },
      ...(s.scale === 1
        ? []
        : [
            {
              shows: before + (room - (axis ? unscaled.extent.h : unscaled.extent.w)) / 2,
              differs: 'the views are taken at full size',
              mistake: 'scale left out' as const,
            },
          ]),
      {
        shows: right - gap / 2,
        differs: 'the distance between the views is counted twice',
        mistake: 'a size counted twice',
      },
      {
        shows: (room - whole) / 4 + before,
        differs: 'what is left over is halved twice',
        mistake: 'not halved',
      },
    ];
    const wrong: Option<number>[] = [];
    for (const o of c.shuffled(tries))
      if (
        wrong.length < OPTIONS - 1 &&
        o.shows > 0 &&
        o.shows < room &&
        [right, ...wrong.map((w) => w.shows)].every((x) => Math.abs(x - o.shows) > SAME)
      )
        wrong.push(o);
    if (wrong.length === OPTIONS - 1)
      return { ...common, kind: 'set out', setOut: s, axis, ...mixed(c, right, wrong) };
  }
  return undefined;
};
