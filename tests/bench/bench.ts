import { readdirSync, readFileSync } from 'node:fs';
import { openDesk } from '../../core/drawing/desk.ts';
import { type Drawing, readDrawing } from '../../core/drawing/drawing.ts';
import { partModel } from '../../core/part/model.ts';
import type { PartFile } from '../../core/part/schema.ts';
import { sectionOf } from '../../core/section/section.ts';
import { cuttingPlane } from '../../core/section/trace.ts';
import { type BuiltPart, buildPart } from '../../core/solid/build.ts';
import { VIEW_FRAMES } from '../../core/view/frames.ts';
import { viewOf } from '../../core/view/view.ts';

/** A fixed loop of arithmetic, so that figures from different machines compare: everything is also told as a ratio to it. */
const yardstick = (): number => {
  const start = performance.now();
  let x = 0.5;
  for (let i = 0; i < 2_000_000; i++) x = x * 1.000001 + Math.sin(x) * 1e-3;
  if (x === 0) throw new Error('never');
  return performance.now() - start;
};

/** Median of several runs after a warm-up, ms. */
const timed = <T>(work: () => T, runs = 7): { ms: number; value: T } => {
  let value = work();
  const times = Array.from({ length: runs }, () => {
    const start = performance.now();
    value = work();
    return performance.now() - start;
  }).sort((a, b) => a - b);
  return { ms: times[runs >> 1] as number, value };
};

const plate = (n: number): PartFile => ({
  format: 'blue-ledger/part@1',
  name: `plate ${n} x ${n}`,
  units: 'mm',
  bodies: [
    {
      name: 'plate',
      features: [
        { id: 'plate', op: 'add', shape: { kind: 'block', width: 20 * n, depth: 20 * n, height: 10 } },
        ...Array.from({ length: n }, (_, row) => ({
          id: `row ${row + 1}`,
          op: 'cut' as const,
          at: [10, 10 + 20 * row, 10] as [number, number, number],
          repeat: { count: n, step: [20, 0, 0] as [number, number, number] },
          shape: { kind: 'hole' as const, diameter: 9, depth: 'through' as const },
        })),
      ],
    },
  ],
});

const must = <T>(r: { ok: true; value: T } | { ok: false; faults: unknown }): T => {
  if (!r.ok) throw new Error(JSON.stringify(r.faults));
  return r.value;
};
const buildOf = (file: PartFile): BuiltPart => must(buildPart(must(partModel(file))));

const unit = timed(yardstick).ms;
const cell = (ms: number): string => `${ms.toFixed(1).padStart(8)} ms ${(ms / unit).toFixed(2).padStart(7)}`;
console.log(`Arithmetic loop: ${unit.toFixed(1)} ms. Each figure: median ms, and its ratio to the loop.\n`);
console.log(
  `${'plate'.padEnd(26)}${'build'.padStart(19)}${'three views'.padStart(19)}${'section'.padStart(19)}`,
);
const points: [number, number][] = [];
for (const n of [2, 4, 8, 16]) {
  const file = plate(n);
  const runs = n < 16 ? 7 : 3;
  const built = timed(() => buildOf(file), runs);
  const views = timed(
    () =>
      (['front', 'top', 'left'] as const).map((v) =>
        viewOf(built.value.bodies, VIEW_FRAMES[v], built.value.tol),
      ),
    runs,
  );
  const plane = must(
    cuttingPlane(
      {
        name: 'A',
        seenIn: 'top',
        through: [
          [0, 10],
          [20 * n, 10],
        ],
        look: 'up',
      },
      file,
    ),
  );
  const section = timed(() => sectionOf(built.value, plane), runs);
  points.push([n * n, built.ms + views.ms]);
  console.log(`${`${n} x ${n} holes`.padEnd(26)}${cell(built.ms)}${cell(views.ms)}${cell(section.ms)}`);
}
const [a, b] = points.slice(-2) as [[number, number], [number, number]];
console.log(
  `growth of build and views with the holes, from the last two: exponent ${(Math.log(b[1] / a[1]) / Math.log(b[0] / a[0])).toFixed(2)}\n`,
);

console.log(
  `${'demo drawing'.padEnd(26)}${'from nothing'.padStart(19)}${'a size changed'.padStart(19)}${'plane dragged'.padStart(19)}`,
);
for (const name of readdirSync('demo').sort()) {
  const drawing: Drawing = must(readDrawing(JSON.parse(readFileSync(`demo/${name}`, 'utf8'))));
  const whole = timed(() => openDesk().work(drawing), 15);
  const desk = openDesk();
  const key = Object.keys(drawing.part.dims ?? {})[0] as string;
  let step = 0;
  const changed = timed(() => {
    step++;
    return desk.work({
      ...drawing,
      part: {
        ...drawing.part,
        dims: { ...drawing.part.dims, [key]: `${drawing.part.dims?.[key]} + ${step}/16` },
      },
    });
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
  console.log(
    `${name.replace('.drawing.json', '').padEnd(26)}${cell(whole.ms)}${cell(changed.ms)}${cell(dragged.ms)}`,
  );
}
