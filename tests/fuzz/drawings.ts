import { faultsOfDrawing } from './deskQuestions.ts';
import { randomDrawing } from './randomDrawing.ts';
import { randomTurned } from './randomTurned.ts';

/**
 * Asks about random drawings all that the desk asks: npm run fuzz -- --drawings 500 [--from 1]. With --short they are the first 16, without rings,
 * whose curves take long. With --turned they are of turned parts. None may fail.
 */
const option = (name: string, otherwise: number): number => {
  const i = process.argv.indexOf(`--${name}`);
  const given = i < 0 ? Number.NaN : Number(process.argv[i + 1]);
  return Number.isFinite(given) ? given : otherwise;
};
const isShort = process.argv.includes('--short');
const isTurned = process.argv.includes('--turned');
const first = option('from', 1);
const count = isShort ? 16 : option('drawings', 500);

let [asked, failed] = [0, 0];
for (let seed = first; asked < count; seed++) {
  const drawing = randomDrawing(seed, isTurned ? randomTurned(seed) : undefined);
  const hasRing = drawing.part.bodies.some((b) => b.features.some((f) => f.shape.kind === 'torus'));
  if (isShort && hasRing) continue;
  asked++;
  const faults = faultsOfDrawing(drawing, seed);
  if (faults.length) failed++;
  for (const { question, what } of faults) console.log(`seed ${seed}, ${question}: ${what}`);
  if (!isShort && asked % 50 === 0) console.log(`${asked} drawings, ${failed} fail`);
}
console.log(`${count} drawings, ${failed} of them fail.`);
process.exitCode = failed ? 1 : 0;
