import { describe, expect, test } from '@jest/globals';
import type { FeatureFile } from '../../../core/part/schema.ts';
import { typedContext } from '../../../core/statement/typed/enter.ts';
import { readTypedLine, type TypedReading } from '../../../core/statement/typed/typedLine.ts';
import { campaign } from '../../campaign.ts';
import { feature, partOf } from '../balance/given.ts';
import { BLOCK, phrased, randomFrom } from './phrasings.ts';

const part = partOf(feature('add', { kind: 'block', width: BLOCK[0], depth: BLOCK[1], height: BLOCK[2] }));
const context = typedContext(part, [0, 0, 0, ...BLOCK]);

/** A feature with every figure worked out and what is usual left out. */
const worked = (f: Partial<FeatureFile>): unknown => {
  const { id: _, plane, ...rest } = f as FeatureFile;
  const out = JSON.parse(
    JSON.stringify({ ...rest, ...(plane && plane !== 'top' && { plane }) }),
    (_, value) => {
      if (typeof value !== 'string') return value;
      return context.worth(value) ?? value;
    },
  );
  return Object.fromEntries(Object.entries(out).sort(([a], [b]) => (a < b ? -1 : 1)));
};
const sameAs = (r: TypedReading): string =>
  r.kind === 'understood' ? JSON.stringify([r.features.map(worked), r.assumed]) : `asks ${JSON.stringify(r)}`;

const READINGS = campaign(24_000, 6000);
const SEED = 20261128;

describe('typed lines, however they are phrased', () => {
  test('a random feature in many phrasings is the same feature', () => {
    const r = randomFrom(SEED);
    const wrong: string[] = [];
    const ways = new Set<string>();
    for (let i = 0; i < READINGS; i++) {
      const { line, gives } = phrased(r);
      // the same words with other figures are one way of saying it
      ways.add(line.replace(/\d+/g, '#'));
      const read = readTypedLine(line, context);
      const got = read.kind === 'understood' ? read.features.map(worked) : read;
      if (JSON.stringify(got) !== JSON.stringify([worked(gives)]))
        wrong.push(`${line}\n   ${JSON.stringify(got)}`);
    }
    expect(wrong.slice(0, 20)).toEqual([]);
    expect(wrong.length).toBe(0);
    // far more than a dozen for each kind
    expect(ways.size).toBeGreaterThan(campaign(5000, 4000));
  });

  test('a figure left out, made less than nothing or said twice changes the reading, or is asked about', () => {
    const r = randomFrom(SEED + 1);
    const unchanged: string[] = [];
    for (let i = 0; i < campaign(2000, 500); i++) {
      const { line } = phrased(r);
      const before = readTypedLine(line, context);
      if (before.kind !== 'understood') continue;
      for (const m of line.matchAll(/\d+/g)) {
        const [from, to] = [m.index, m.index + m[0].length];
        for (const put of ['', `-${m[0]}`, `${m[0]} ${m[0]}`]) {
          // nought is the same with a sign
          if (m[0] === '0' && put === '-0') continue;
          const changed = `${line.slice(0, from)}${put}${line.slice(to)}`;
          if (sameAs(readTypedLine(changed, context)) === sameAs(before))
            unchanged.push(`${line} | ${changed}`);
        }
      }
    }
    expect(unchanged.slice(0, 20)).toEqual([]);
  });

  test('a word that is doubled or negated is asked about, and so is one that nobody knows', () => {
    const r = randomFrom(SEED + 2);
    const unchanged: string[] = [];
    const grammar = new Set('a the in on of from at and with to into by x mm'.split(' '));
    for (let i = 0; i < campaign(800, 200); i++) {
      const { line } = phrased(r);
      const read = readTypedLine(line, context);
      if (read.kind !== 'understood') continue;
      const before = sameAs(read);
      for (const m of line.matchAll(/[a-z]+/gi)) {
        if (grammar.has(m[0].toLowerCase())) continue;
        const [from, to] = [m.index, m.index + m[0].length];
        for (const put of [`${m[0]} ${m[0]}`, `not ${m[0]}`, `${m[0]} gizmo`]) {
          const changed = `${line.slice(0, from)}${put}${line.slice(to)}`;
          if (sameAs(readTypedLine(changed, context)) === before) unchanged.push(`${line} | ${changed}`);
        }
      }
    }
    expect(unchanged.slice(0, 20)).toEqual([]);
  });

  test('every part of a line that is understood was used for something', () => {
    const r = randomFrom(SEED + 3);
    for (let i = 0; i < campaign(2000, 500); i++) {
      const { line } = phrased(r);
      const read = readTypedLine(line, context);
      if (read.kind !== 'understood' || !read.uses) continue;
      const open = [...line];
      for (const u of read.uses) for (let k = u.from; k < u.to; k++) open[k] = ' ';
      const left = open.join('').replace(/\b(?:a|the|in|on|of|at|and|with|to|into|by|x|from)\b/gi, '');
      expect(`${line}: ${left.replace(/[\s,()[\]]/g, '')}`).toBe(`${line}: `);
    }
  });
});
