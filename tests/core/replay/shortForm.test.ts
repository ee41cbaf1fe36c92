import { expect, test } from '@jest/globals';
import type { Drawing } from '../../../core/drawing/drawing.ts';
import type { ReplayChoice } from '../../../core/replay/deed.ts';
import type { Replay } from '../../../core/replay/step.ts';
import { caseDrawings, cutCaseDrawings, demoDrawings } from '../../samples.ts';
import { replayOf } from './replayHand.ts';

const CHOICES: ReplayChoice[] = [
  { method: 'mitre', first: 'front', hidden: 'per view', order: 'boxes', darken: 'per view' },
  { method: 'arcs', first: 'top', hidden: 'last', order: 'outline', darken: 'last' },
  { method: 'distances', first: 'front', hidden: 'per view', order: 'uncut', darken: 'per view' },
];
const whole: [string, Drawing][] = [...demoDrawings(), ...caseDrawings()];
const cut = cutCaseDrawings().map(([f, x, d]): [string, Drawing] => [`${f} ${x}`, d]);
const all = [
  ...whole.flatMap(([name, d]) => CHOICES.map((c) => [name, c.order, d, c] as const)),
  // the cuts add the same steps to each order
  ...cut.map(([name, d], i) => {
    const c = CHOICES[i % CHOICES.length] as ReplayChoice;
    return [name, c.order, d, c] as const;
  }),
];

/** Each step of the short form with the steps it takes together. */
const grouped = ({ steps, short }: Replay) => {
  let next = 0;
  return short.map((s) => {
    next += s.count;
    return { s, own: steps.slice(next - s.count, next) };
  });
};

test.each(all)('%s, %s: in one go, nothing is left out', (_name, _order, d, choice) => {
  const replay = replayOf(d, choice);
  const groups = grouped(replay);
  expect(groups.flatMap((g) => g.own)).toHaveLength(replay.steps.length);
  for (const { s, own } of groups) {
    // every length that is measured is said, as it is counted
    for (const step of own) {
      if (!step.source || !step.account || step.source === 'convenient') continue;
      const length = /(?:Set off|go \w+) (?:[WDH] )?(\S+(?: \d+\/\d+)?)/.exec(step.text)?.[1];
      expect([s.text, length !== undefined && s.text.includes(length)]).toEqual([s.text, true]);
    }
    // every straight finished line has its ends, or is counted
    const lines = own.flatMap((x) => x.deeds).filter((x) => x.do === 'draw').length;
    if (own.length > 1 && s.stage === 'lines' && lines) {
      const list = s.text.slice(s.text.lastIndexOf(': ') + 2);
      const ends = [...list.matchAll(/ to /g)].length;
      const counted = Number(/(\d+)(?: more)? lines?\b/.exec(list)?.[1] ?? 0);
      expect([s.text, ends + counted]).toEqual([s.text, lines]);
    }
    expect(s.text).not.toMatch(/undefined|\bnull\b| {2}|: \.|:;|;\s*;|for :/);
  }
  // no two read alike
  const texts = replay.short.map((s) => s.text);
  expect(texts.filter((t, i) => texts.indexOf(t) !== i)).toEqual([]);
});

test('a step is what a drafter does in one go: a fraction of the lines and points', () => {
  const counts = demoDrawings().map(([name, d]) => {
    const { steps, short } = replayOf(d, CHOICES[0] as ReplayChoice);
    return { name, ratio: short.length / steps.length, short: short.length };
  });
  for (const c of counts) {
    expect([c.name, c.ratio < 0.4]).toEqual([c.name, true]);
    expect([c.name, c.short <= 80]).toEqual([c.name, true]);
  }
});

test('lines that follow one another are said as one walk', () => {
  const { short } = replayOf(demoDrawings()[0]?.[1] as Drawing, CHOICES[0] as ReplayChoice);
  const lists = short.filter((s) => s.stage === 'lines' && s.count > 3).map((s) => s.text);
  expect(lists.some((t) => /: \S+( to \S+){3,} and back to /.test(t))).toBe(true);
});
