// Draws the figures of docs/figures with the engine itself: node scripts/figures.mjs
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { CHROMIUM } from './steps.mjs';

const FIGURES = ['stepped', 'half'];
const work = mkdtempSync(join(tmpdir(), 'figures-'));
const browser = await chromium.launch({ executablePath: CHROMIUM, args: ['--no-sandbox', '--disable-gpu'] });
const page = await browser.newPage({ viewport: { width: 1100, height: 780 } });
for (const name of FIGURES) {
  const { part, cut } = JSON.parse(readFileSync(`docs/figures/${name}.json`, 'utf8'));
  const [partFile, cutFile, svg] = ['part.json', 'cut.json', `${name}.svg`].map((f) => join(work, f));
  writeFileSync(partFile, JSON.stringify(part));
  writeFileSync(cutFile, JSON.stringify(cut));
  const args = ['sheet', partFile, '--section', cutFile, '--paper', 'A3', '--format', 'svg', '--out', svg];
  const { status, stderr } = spawnSync('./blue-ledger', args, { encoding: 'utf8' });
  if (status !== 0) throw new Error(stderr);
  await page.goto(`file://${svg}`);
  await page.evaluate(() => {
    document.documentElement.setAttribute('width', '1100');
    document.documentElement.setAttribute('height', '778');
  });
  await page.screenshot({ path: `docs/figures/${name}.png` });
}
await browser.close();
rmSync(work, { recursive: true });
