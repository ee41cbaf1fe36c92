import { openDesk } from '../../core/drawing/desk.ts';
import { type Drawing, drawingOfPart, readDrawing } from '../../core/drawing/drawing.ts';
import { proposedDimensions } from '../../core/drawing/proposedDimensions.ts';
import type { ViewName } from '../../core/geometry/viewFrames.ts';
import { AUXILIARY, type PartFile } from '../../core/part/schema.ts';
import { PAPER_NAMES } from '../../core/sheet/layout/paper.ts';
import { byPreset, PRESETS } from '../../core/sheet/presets.ts';
import type { SheetSetup } from '../../core/sheet/setup.ts';
import { cutProposals } from '../../workers/cutting.ts';
import { randomFrom, randomPart } from './randomPart.ts';

const LENGTHS = new Set([
  'width',
  'depth',
  'height',
  'diameter',
  'topDiameter',
  'side',
  'tube',
  'length',
  'round',
]);

const PLACES = new Set(['at', 'rectangle', 'start', 'to', 'centre']);

/** The same part so many times as large. */
const enlarged = (file: PartFile, by: number): PartFile => {
  const walk = (value: unknown, key: string): unknown => {
    if (Array.isArray(value))
      return value.map((v) => (typeof v === 'number' && PLACES.has(key) ? v * by : walk(v, key)));
    if (value && typeof value === 'object')
      return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, walk(v, k)]));
    return typeof value === 'number' && LENGTHS.has(key) ? value * by : value;
  };
  return walk(file, '') as PartFile;
};

/**
 * The drawing of a seed: a random part of any size from hundredths of a millimetre to a hundred metres, on any paper by the rules of any school, with
 * cuts, dimensions and choices of its own.
 * @param own the part, where it is none of the random ones
 */
export const randomDrawing = (seed: number, own?: PartFile): Drawing => {
  const next = randomFrom(seed * 7919 + 1);
  const upTo = (n: number): number => Math.floor(next() * n);
  const of = <T>(list: readonly T[]): T => list[upTo(list.length)] as T;
  const by = of([0.01, 0.3, 1, 1, 1, 4, 4, 4, 30, 400, 9000]);
  const units = upTo(4) ? ('mm' as const) : ('in' as const);
  const part: PartFile = { ...enlarged(own ?? randomPart(seed), by), units };
  const plain = drawingOfPart(part);
  const views = (['front', 'top', 'left', 'right', 'back', 'bottom'] as ViewName[]).filter(
    (v) => v === 'front' || v === 'top' || upTo(2),
  );
  const school = byPreset(plain.setup, of(PRESETS));
  const yes = <T extends object>(share: number, choice: T): Partial<T> => (upTo(share) ? {} : choice);
  const rules: SheetSetup['rules'] = {
    ...school.rules,
    ...yes(3, { corners: of(['numbers', 'letters'] as const) }),
    ...yes(3, { projectors: 'kept' as const, projectorsOf: of(['cuts', 'corners'] as const) }),
    ...yes(3, { generators: of([8, 12, 24] as const) }),
    ...yes(4, { pictorial: true }),
    ...yes(4, { tangents: true }),
    ...yes(4, { tints: true as const }),
    ...yes(4, { cutNames: of(['edges', 'letters'] as const) }),
    ...yes(4, { cutTitles: 'letters' as const }),
    ...yes(4, { lengths: of(['running', 'table'] as const) }),
    ...yes(4, { figures: { second: true as const, places: upTo(4) } }),
    ...yes(6, { hatchLarge: 'edge' as const }),
    ...yes(5, { lineEnds: of(['ticks', 'dots'] as const) }),
  };
  // at which something is seen
  const scale = of([0.01, 0.2, 1, 5, 50].filter((k) => k * by > 0.5 && k * by < 60)) ?? 'fit';
  const setup: SheetSetup = {
    ...school,
    paper: upTo(2) ? of(PAPER_NAMES) : school.paper,
    upright: upTo(3) === 0,
    scale: upTo(3) ? 'fit' : scale,
    views: school.views.includes('right') && !views.includes('right') ? [...views, 'right'] : views,
    rules,
    ...yes(4, { titleBlock: of(['strip', 'workshop', 'school', 'threeBoxes', 'none'] as const) }),
  };
  const bare: Drawing = { ...plain, setup };
  const desk = openDesk();
  const worked = desk.work(bare);
  if (!worked.ok) return bare;
  const proposals = cutProposals(worked, part);
  const cuts: Drawing['cuts'][number][] = proposals.length
    ? Array.from({ length: upTo(3) }, (_, i) => ({
        on: true,
        trace: { ...of(proposals).trace, name: 'ABC'[i] as string },
      }))
    : [];
  const { box } = worked.part;
  const place = (): [number, number, number] =>
    [0, 1, 2].map((k) => {
      const [a, b] = [box[k] as number, box[k + 3] as number];
      return a + (b - a) * (upTo(11) / 10);
    }) as [number, number, number];
  if (upTo(4) === 0)
    cuts.push({
      on: true,
      trace: {
        name: 'X',
        seenIn: AUXILIARY,
        look: of(['up', 'down'] as const),
        corners: [place(), place(), place()],
      },
    });
  const names = cuts.map((c) => c.trace.name);
  const together = names.length > 1 && upTo(2) === 0 ? [names] : undefined;
  const cut: Drawing = { ...bare, cuts, setup: { ...setup, ...(together && { together }) } };
  const read = readDrawing(cut);
  const sound = read.ok && openDesk().work(cut).ok ? cut : bare;
  if (upTo(2)) return sound;
  const books = desk.books(sound);
  const scheme = of(['base', 'chain', 'symmetry'] as const);
  return books ? { ...sound, dimensions: { scheme, list: proposedDimensions(books, scheme, []) } } : sound;
};
