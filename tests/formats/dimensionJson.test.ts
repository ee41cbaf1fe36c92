import { expect, test } from '@jest/globals';
import { openBooks } from '../../core/dimension/books.ts';
import { evaluateGiven } from '../../core/dimension/given.ts';
import { propose } from '../../core/dimension/propose.ts';
import { VIEW_FRAMES } from '../../core/geometry/viewFrames.ts';
import type { PartFile } from '../../core/part/schema.ts';
import { layOut } from '../../core/sheet/dimensions/layOut.ts';
import { viewOf } from '../../core/view/view.ts';
import {
  dimensionsJson,
  evaluatedJson,
  givenDimensions,
  givenDimensionsSchema,
} from '../../formats/dimensionJson.ts';
import { measureJson, viewsJson } from '../../formats/resultJson.ts';
import { bodiesOf, built, feature, partOf } from '../core/balance/given.ts';
import { caseDrawings } from '../samples.ts';

const proposed = (part: PartFile) => {
  const books = openBooks(part);
  if (!books) throw new Error('not built');
  const views = new Map(
    (['front', 'top', 'left'] as const).map((n) => [
      n,
      viewOf(books.part.bodies, VIEW_FRAMES[n], books.part.tol),
    ]),
  );
  const proposal = propose(books, 'symmetry');
  return {
    books,
    data: dimensionsJson(
      books,
      proposal,
      layOut(
        books,
        proposal.ties.map((tie, i) => ({ id: `d${i}`, tie })),
        views,
        1,
      ),
      1,
    ),
  };
};
const heldAgainst = (data: unknown, part: PartFile) => {
  const books = openBooks(part);
  if (!books) throw new Error('not built');
  const read = givenDimensions(givenDimensionsSchema.parse(JSON.parse(JSON.stringify(data))), books);
  const e = evaluateGiven(
    books,
    read.dimensions,
    read.relations.map((r) => r.relation),
  );
  return evaluatedJson(books, e, read.relations);
};

test.each(caseDrawings().map(([name, d]) => [name, d.part] as const))(
  '%s: what is proposed, read again, holds on the same part',
  (_name, part) => {
    const { data } = proposed(part);
    const held = heldAgainst(data, part);
    expect(held.audit).toEqual({ complete: true, missing: [], redundant: [], contradicted: [] });
    for (const d of data.dimensions)
      expect(held.dimensions.find((x) => x.id === d.id)?.value).toBeCloseTo(d.value, 6);
    for (const r of held.relations) expect(Math.abs(r.by ?? Number.NaN)).toBeLessThan(1e-6);
    // every station that a dimension ties is listed, as far apart as its figure says
    const stations = new Map(data.axes.flatMap((a) => a.stations.map((s) => [s.name, s.at])));
    for (const d of data.dimensions)
      if ('from' in d && d.from && d.to)
        expect(Math.abs((stations.get(d.to.station) ?? 0) - (stations.get(d.from.station) ?? 0))).toBeCloseTo(
          d.value,
          6,
        );
  },
);

test('on a part that has changed: values as they are now, null where a face is gone, relations that fail', () => {
  const block = feature('add', { kind: 'block', width: 60, depth: 30, height: 10 }, { id: 'plate' });
  const hole = (x: number, d = 10) =>
    feature('cut', { kind: 'hole', diameter: d, depth: 'through' }, { id: 'bore', at: [x, 15, 10] });
  const { data } = proposed(partOf(block, hole(30)));
  const symmetrical = data.relations.find((r) => r.kind === 'symmetrical');
  expect(symmetrical).toMatchObject({
    kind: 'symmetrical',
    by: 0,
    pairs: [[expect.any(String), expect.any(String)]],
  });
  // the hole is no longer in the middle, and larger
  const held = heldAgainst(data, partOf(block, hole(34, 12)));
  const bore = data.dimensions.find((d) => d.kind === 'diameter');
  expect(held.dimensions.find((d) => d.id === bore?.id)?.value).toBe(12);
  expect(held.audit.contradicted).toEqual([{ id: bore?.id, stated: 10, value: 12 }]);
  expect(held.relations.find((r) => r.kind === 'symmetrical' && Math.abs(r.by ?? 0) > 1)?.by).toBeCloseTo(
    -8,
    9,
  );
  const gone = heldAgainst(data, partOf(block));
  expect(gone.dimensions.find((d) => d.id === bore?.id)?.value).toBeNull();
});

test('features of one name in two bodies are told apart', () => {
  const part = bodiesOf({
    lower: [feature('add', { kind: 'block', width: 40, depth: 30, height: 10 }, { id: 'p' })],
    upper: [feature('add', { kind: 'block', width: 20, depth: 30, height: 5 }, { id: 'p', at: [0, 0, 10] })],
  });
  const { data } = proposed(part);
  const keys = data.axes.flatMap((a) => a.stations.flatMap((s) => s.of));
  expect(keys).toEqual(expect.arrayContaining(['lower/p/left', 'upper/p/right']));
  expect(data.audit.complete).toBe(true);
  expect(Object.keys(viewsJson(built(part), new Map()))).toContain('views');
  // the box of several bodies together
  expect(measureJson(built(part)).all.box).toEqual({ min: [0, 0, 0], max: [40, 30, 15] });
});
