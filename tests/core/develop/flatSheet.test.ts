import { expect, test } from '@jest/globals';
import { develop } from '../../../core/develop/develop.ts';
import { flatSheet } from '../../../core/develop/flatSheet.ts';
import { letterWidth } from '../../../core/sheet/annotate/letterWidth.ts';
import { built, feature, partOf } from '../balance/given.ts';

test.each(['cap', 'a transition piece with a very long name of its own, as some workshops write them'])(
  'all words of the sheet of a narrow piece stay inside its frame: %s',
  (id) => {
    const part = partOf(feature('add', { kind: 'block', width: 4, depth: 3, height: 30 }, { id }));
    const { paper, ink } = flatSheet(develop(part, built(part).bodies, id), {
      title: `SK-031 ${id}, cut by A and B`,
      units: 'mm',
      seam: 5,
    });
    const { x, w } = paper.frame;
    const level = ink.flatMap((i) => (i.kind === 'text' && !i.angle ? [i] : []));
    expect(level.length).toBeGreaterThan(2);
    for (const t of level) {
      const wide = letterWidth(t.text, t.height);
      const left = t.anchor === 'start' ? t.at[0] : t.anchor === 'end' ? t.at[0] - wide : t.at[0] - wide / 2;
      expect([t.text, left >= x, left + wide <= x + w]).toEqual([t.text, true, true]);
    }
  },
);
