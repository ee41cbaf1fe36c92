import { readdirSync, readFileSync, statSync } from 'node:fs';
import { openDesk } from '../../core/drawing/desk.ts';
import { type Drawing, drawingOfPart, readDrawing } from '../../core/drawing/drawing.ts';
import { VIEW_FRAMES } from '../../core/geometry/viewFrames.ts';
import { type ModelledPart, modelledPart, partModel } from '../../core/part/model.ts';
import type { PartFile } from '../../core/part/schema.ts';
import { sectionOf } from '../../core/section/section.ts';
import { type CuttingPlane, cuttingPlane } from '../../core/section/trace.ts';
import { type BuiltPart, buildPart } from '../../core/solid/build.ts';
import { seeScene, type ViewMemory, viewOf } from '../../core/view/view.ts';
import { mixedPart, platePart, twelveParts } from './families.ts';

/**
 * Times of the engine in a warm process, each in milliseconds and as ratios to two fixed pieces of work in the same run: a loop of arithmetic, which
 * only the processor rules, and a walk over objects, which memory rules as it rules the engine.
 */
const THREE = ['front', 'top', 'left'] as const;

/** A loop of two million steps, ms: an eighth of it is run. */
const yardstick = (): number => {
  const start = performance.now();
  let x = 0.5;
  for (let i = 0; i < 250_000; i++) x = x * 1.000001 + Math.sin(x) * 1e-3;
  if (x === 0) throw new Error('never');
  return 8 * (performance.now() - start);
};

/** Makes small objects, sorts them, files them by key and walks them, as the engine does with edges and their stretches; ms for eight rounds, of which one is run. */
const objectYardstick = (): number => {
  const start = performance.now();
  let seed = 1;
  let sum = 0;
  const all = Array.from({ length: 6000 }, (_, i) => {
    seed = (seed * 1103515245 + 12345) % 2147483648;
    return {
      at: [seed % 977, seed % 991, i] as const,
      key: `edge ${seed % 701}`,
      from: seed / 2147483648,
      of: [i, i + 1],
    };
  });
  all.sort((a, b) => a.from - b.from);
  const filed = new Map<string, (typeof all)[number][]>();
  for (const e of all) {
    const known = filed.get(e.key);
    if (known) known.push(e);
    else filed.set(e.key, [e]);
  }
  for (const list of filed.values())
    for (const e of list.filter((x) => x.from > 0.1).map((x) => ({ ...x, to: x.from + 1 })))
      sum += e.to * e.at[0] + e.of.length;
  if (sum === 0) throw new Error('never');
  return 8 * (performance.now() - start);
};

const median = (times: readonly number[]): number =>
  [...times].sort((a, b) => a - b)[times.length >> 1] as number;

/** How long work is done before it is timed, ms: the figures are those of a process that has been at it for a while. */
const WARM = 800;

/** A time, ms, and the same as ratios to the loop and to the walk beside it: a machine that others use is slower for all. */
type Time = { readonly ms: number; readonly loops: number; readonly walks: number };
const sum = (...times: readonly Time[]): Time => ({
  ms: times.reduce((s, t) => s + t.ms, 0),
  loops: times.reduce((s, t) => s + t.loops, 0),
  walks: times.reduce((s, t) => s + t.walks, 0),
});

/** Medians of several runs, warm; each run is held against both yardsticks beside it, so that all three meet the same weather. */
const timed = <T>(work: () => T, runs: number): Time & { readonly value: T } => {
  let value = work();
  const warm = performance.now();
  while (performance.now() - warm < WARM) value = work();
  const all = Array.from({ length: runs }, (): Time => {
    const [loop, walk] = [yardstick(), objectYardstick()];
    const start = performance.now();
    value = work();
    const ms = performance.now() - start;
    return { ms, loops: ms / loop, walks: ms / walk };
  });
  const of = (key: keyof Time): number => median(all.map((t) => t[key]));
  return { ms: of('ms'), loops: of('loops'), walks: of('walks'), value };
};

const must = <T>(r: { ok: true; value: T } | { ok: false; faults: unknown }): T => {
  if (!r.ok) throw new Error(JSON.stringify(r.faults));
  return r.value;
};
const buildOf = (file: PartFile): BuiltPart => must(buildPart(must(partModel(file))));
const planeAt = (file: PartFile, y: number): CuttingPlane =>
  must(cuttingPlane({ name: 'A', seenIn: 'top', at: [0, y], angle: 0, look: 'up' }, file));

const unit = median(Array.from({ length: 9 }, yardstick));
const cell = ({ ms, loops, walks }: Time): string =>
  `${ms.toFixed(1).padStart(8)} ms ${loops.toFixed(2).padStart(6)} ${walks.toFixed(2).padStart(6)}`;
const row = (name: string, ...cells: string[]): void =>
  console.log(name.padEnd(24) + cells.map((c) => c.padStart(27)).join(''));
const walkUnit = median(Array.from({ length: 9 }, objectYardstick));
console.log(
  `The loop takes ${unit.toFixed(1)} ms, the walk over objects ${walkUnit.toFixed(1)} ms. Each figure: median ms, and its ratios to both.\n`,
);

/** Times of one part from nothing: build, three views, a section. */
const fromNothing = (name: string, file: PartFile, runs: number): number => {
  const model = timed(() => must(partModel(file)), runs);
  const built = timed(() => must(buildPart(model.value)), runs);
  const part = built.value;
  const views = timed(() => THREE.map((v) => viewOf(part.bodies, VIEW_FRAMES[v], part.tol)), runs);
  const plane = planeAt(file, 12);
  const section = timed(() => sectionOf(part, plane), runs);
  const total = sum(model, built, views);
  row(name, cell(sum(model, built)), cell(views), cell(total), cell(section));
  return total.loops;
};
const exponent = (points: readonly (readonly [number, number])[]): string => {
  const [a, b] = [points.at(-3), points.at(-1)] as [[number, number], [number, number]];
  return (Math.log(b[1] / a[1]) / Math.log(b[0] / a[0])).toFixed(2);
};

row('from nothing', 'part and edges', 'three views', 'together', 'section');
for (const counterbored of [false, true]) {
  const points = [2, 4, 8, 16, 32].map((n) => {
    const name = `${n} x ${n} holes${counterbored ? ', counterbored' : ''}`;
    return [n * n, fromNothing(name, platePart(n, counterbored), n < 16 ? 15 : n < 32 ? 9 : 3)] as const;
  });
  console.log(`  exponent of time against holes, from the last three: ${exponent(points)}`);
}
const points = [10, 50, 100, 500, 1000].map(
  (n) => [n, fromNothing(`${n} mixed features`, mixedPart(n), n < 500 ? 15 : n < 1000 ? 7 : 3)] as const,
);
console.log(`  exponent of time against features, from the last three: ${exponent(points)}\n`);

row('drags', 'a size changed', 'a plane dragged');
for (const n of [10, 50, 200]) {
  const base = mixedPart(n);
  let before: (ModelledPart & { part: BuiltPart }) | undefined;
  const memories: (ViewMemory | undefined)[] = [];
  let step = 0;
  const withHole = (diameter: number): PartFile => {
    const [body] = base.bodies;
    const features = (body as PartFile['bodies'][number]).features.map((f, i) =>
      i === 1 ? { ...f, shape: { kind: 'hole' as const, diameter, depth: 'through' as const } } : f,
    );
    return { ...base, bodies: [{ ...(body as PartFile['bodies'][number]), features }] };
  };
  const changed = timed(() => {
    step++;
    const file = withHole(5 + (step % 20) / 20);
    const modelled = must(modelledPart(file, before));
    const part = must(buildPart(modelled.model, before?.part));
    before = { ...modelled, part };
    THREE.forEach((v, i) => {
      memories[i] = seeScene(part.bodies, VIEW_FRAMES[v], part.tol, memories[i]).memory;
    });
  }, 60);
  const part = buildOf(base);
  let memory: ViewMemory | undefined;
  const dragged = timed(() => {
    step++;
    const section = sectionOf(part, planeAt(base, 8 + (step % 80) / 10));
    memory = seeScene(section.remains, VIEW_FRAMES.front, part.tol, memory).memory;
  }, 60);
  row(`${n} mixed features`, cell(changed), cell(dragged));
}

console.log();
row('demo drawing', 'from nothing', 'a size changed', 'a plane dragged');
/** Times of a whole drawing at the desk: from nothing, its first named size changed, its planes moved. */
const atTheDesk = (name: string, drawing: Drawing): void => {
  const whole = timed(() => openDesk().work(drawing), 15);
  const desk = openDesk();
  const key = Object.keys(drawing.part.dims ?? {})[0] as string;
  let step = 0;
  const changed = timed(() => {
    step++;
    const dims = { ...drawing.part.dims, [key]: `${drawing.part.dims?.[key]} + ${step}/16` };
    return desk.work({ ...drawing, part: { ...drawing.part, dims } });
  }, 25);
  const dragged = timed(() => {
    step++;
    const cuts = drawing.cuts.map(({ trace }) => ({
      on: true,
      trace: trace.through
        ? { ...trace, through: trace.through.map(([u, v]) => [u, `${v} + ${step}/64`] as [typeof u, string]) }
        : {
            ...trace,
            at: [trace.at?.[0] ?? 0, `${trace.at?.[1]} + ${step}/64`] as [number | string, string],
          },
    }));
    return desk.work({ ...drawing, cuts });
  }, 25);
  row(name, cell(whole), cell(changed), cell(dragged));
};
for (const name of readdirSync('demo').sort())
  atTheDesk(
    name.replace('.drawing.json', ''),
    must(readDrawing(JSON.parse(readFileSync(`demo/${name}`, 'utf8')))),
  );
atTheDesk('twelve parts', {
  ...drawingOfPart(twelveParts()),
  cuts: [{ on: true, trace: { name: 'A', seenIn: 'top', at: [0, 20], angle: 0, look: 'up' } }],
});

// one desk, many changes: what it keeps must not grow
if (global.gc) {
  const base = mixedPart(10);
  const drawing: Drawing = must(
    readDrawing(JSON.parse(readFileSync('demo/01-lantern-cap.drawing.json', 'utf8'))),
  );
  const desk = openDesk();
  const edit = (i: number): void => {
    desk.work({
      ...drawing,
      cuts: [],
      setup: { ...drawing.setup, views: ['front'] },
      part: { ...base, dims: { T: 10 + (i % 50) / 25 } },
    });
  };
  const heap = (): number => {
    global.gc?.();
    return process.memoryUsage().heapUsed / 1e6;
  };
  for (let i = 0; i < 1000; i++) edit(i);
  const early = heap();
  for (let i = 0; i < 9000; i++) edit(i);
  console.log(`\nMemory after 1 000 changes ${early.toFixed(1)} MB, after 10 000 ${heap().toFixed(1)} MB.`);
}
console.log(`The engine minified: ${(statSync('build/engine.mjs').size / 1000).toFixed(0)} kB.`);
