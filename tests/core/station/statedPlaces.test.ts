import { describe, expect, test } from '@jest/globals';
import { type NumberedPoint, numberPoints } from '../../../core/ledger/numbering.ts';
import { partModel } from '../../../core/part/model.ts';
import type { PartFile } from '../../../core/part/schema.ts';
import { sizeReader } from '../../../core/part/sizes.ts';
import { valueAt } from '../../../core/part/valueAt.ts';
import { buildPart } from '../../../core/solid/build.ts';
import { statementOf } from '../../../core/statement/sentence.ts';
import { byFace, fixingCorner } from '../../../core/station/fixedBy.ts';
import type { SizeChain } from '../../../core/station/sizeChain.ts';
import { statedPlaces } from '../../../core/station/statedPlaces.ts';
import { randomFrom, randomPart } from '../../fuzz/randomPart.ts';
import { caseDrawings, demoDrawings } from '../../samples.ts';

/** The corners of a part by the engine, by key. */
const cornersOf = (file: PartFile): Map<string, NumberedPoint> | undefined => {
  const model = partModel(file);
  const part = model.ok ? buildPart(model.value) : undefined;
  return part?.ok ? new Map(numberPoints(part.value).map((c) => [c.key, c])) : undefined;
};

/** The part with every length that is stated as a plain figure made a little longer or shorter, each by its own amount. */
const moved = (file: PartFile, seed: number, share: number): PartFile => {
  const random = randomFrom(seed);
  const copy = structuredClone(file);
  for (const t of statementOf(file).flatMap((l) => l.tokens)) {
    if (t.kind !== 'figure' || t.figure !== 'length') continue;
    const was = valueAt(copy, t.path);
    if (typeof was !== 'number') continue;
    const holder = valueAt(copy, t.path.slice(0, -1)) as Record<string | number, unknown>;
    holder[t.path.at(-1) as string | number] =
      was + (Math.abs(was) || 1) * share * (0.3 + random()) * (random() < 0.5 ? -1 : 1);
  }
  return copy;
};

/** What a sum comes to when its sizes are as another state of the part has them. */
const worthIn = (file: PartFile, chain: SizeChain): number => {
  const read = sizeReader(file);
  return chain.reduce((sum, t) => {
    const q = valueAt(file, t.path);
    return sum + t.times * (q === undefined ? t.worth : read.length(q as number | string, t.path));
  }, 0);
};

/** All sums of all corners: how many follow their corner when every size is moved, and those that do not. */
const followed = (file: PartFile, seed: number) => {
  const before = cornersOf(file);
  const changed = moved(file, seed, 1e-3);
  const after = cornersOf(changed);
  let sums = 0;
  let corners = 0;
  const wrong: string[] = [];
  if (!before || !after) return { sums, corners, wrong };
  const places = byFace(statedPlaces(file));
  for (const [key, c] of before) {
    const now = after.get(key);
    if (!now) continue;
    for (const k of [0, 1, 2] as const) {
      corners++;
      for (const s of fixingCorner(places, c, k)) {
        const chain = s.chains()[k];
        if (!chain) continue;
        sums++;
        const worth = worthIn(changed, chain);
        if (Math.abs(worth - now.at[k]) > 1e-7) wrong.push(`${key} ${k}: ${worth}, not ${now.at[k]}`);
      }
    }
  }
  return { sums, corners, wrong };
};

describe('how a corner comes from the stated sizes', () => {
  test.each([...demoDrawings(), ...caseDrawings()])('%s: every sum follows its corner', (_n, d) => {
    for (const seed of [1, 2]) expect(followed(d.part, seed).wrong).toEqual([]);
  });

  test('random parts: every sum follows its corner', () => {
    let sums = 0;
    const wrong: string[] = [];
    for (let seed = 501; seed <= 550; seed++) {
      const found = followed(randomPart(seed), seed);
      sums += found.sums;
      wrong.push(...found.wrong.map((w) => `part ${seed}, ${w}`));
    }
    expect(wrong).toEqual([]);
    expect(sums).toBeGreaterThan(2000);
  });

  test('a tower that happens to stand where two other sizes differ is counted by its own place and width', () => {
    const file: PartFile = {
      format: 'blue-ledger/part@1',
      name: 'tower',
      units: 'mm',
      bodies: [
        {
          name: 'body',
          features: [
            { id: 'base', op: 'add', shape: { kind: 'block', width: 60, depth: 38, height: 10 } },
            {
              id: 'slot',
              op: 'cut',
              at: [30, 25, 10],
              shape: { kind: 'slot', length: 20, width: 14, depth: 'through' },
            },
            { id: 'pin', op: 'add', at: [10, 20, 10], shape: { kind: 'cylinder', diameter: 12, height: 9 } },
          ],
        },
      ],
    };
    const side = statedPlaces(file).find(
      (s) => s.feature === 'slot' && s.at[1] === 32 && s.at[0] === 40 && s.kind === 'corner',
    );
    expect(side?.chains()[1]?.map((t) => [t.path.slice(-2).join(' '), t.times])).toEqual([
      ['shape width', 0.5],
      ['at 1', 1],
    ]);
  });
});
