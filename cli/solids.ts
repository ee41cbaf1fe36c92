import type { ViewName } from '../core/geometry/viewFrames.ts';
import { sentence } from '../core/number/fault.ts';
import { decimal } from '../core/number/format.ts';
import type { GivenView } from '../core/solids/aligned.ts';
import { solidsFromViews } from '../core/solids/solidsFromViews.ts';
import { givenDxf } from '../formats/givenDxf.ts';
import { givenJson } from '../formats/givenJson.ts';
import { givenSvg } from '../formats/givenSvg.ts';
import { type Options, only } from './commands.ts';
import { loadJson, readText, refuse } from './input.ts';
import { Misuse } from './usage.ts';

/** So many solids are returned, and so many seconds spent, where nothing else is asked for. */
const MOST = 16;
const WITHIN = 60;

const given = (file: string): { units: 'mm' | 'in'; views: ReadonlyMap<ViewName, GivenView> } => {
  const kind = /\.(svg|dxf)$/i.exec(file)?.[1]?.toLowerCase();
  if (!kind) {
    const read = givenJson(loadJson(file));
    return read.ok ? read.value : refuse(file, read.faults);
  }
  const read = kind === 'svg' ? givenSvg(readText(file)) : givenDxf(readText(file));
  if (!read.ok) return refuse(file, read.faults);
  const views = new Map([...read.value].map(([name, lines]) => [name, { hidden: 'given', lines }] as const));
  return { units: 'mm', views };
};

const positive = (text: string | undefined, name: string, otherwise: number): number => {
  const x = text === undefined ? otherwise : Number(text);
  if (!(x > 0)) throw new Misuse(`--${name} is a number above zero.`);
  return x;
};

/** Every solid that has the given views; each as a part file, with what tells it from the others. */
export const solids = (positionals: readonly string[], options: Options): string => {
  const [file] = only(positionals, ['VIEWS']) as [string];
  const most = Math.floor(positive(options.max, 'max', MOST));
  const until = performance.now() + 1000 * positive(options.within, 'within', WITHIN);
  const { units, views } = given(file);
  const found = solidsFromViews(views, units, { most, isOver: () => performance.now() > until });
  if (options.json)
    return `${JSON.stringify({
      format: 'blue-ledger/solids@1',
      complete: found.complete,
      solids: found.solids.map((s) => ({ ...s, reasons: [...s.reasons, ...found.leftAside] })),
      faults: found.faults.map((f) => ({ where: f.where, text: sentence(f) })),
    })}\n`;
  const others = found.complete ? 'There are no others.' : 'There may be others.';
  return [
    ...found.solids.map(
      (s, i) => `solid ${i + 1}: volume ${decimal(s.volume, 3)} ${units}³. ${s.reasons.join(' ')}\n`,
    ),
    ...found.faults.map((f) => `${sentence(f)}\n`),
    ...(found.solids.length ? [`${[others, ...found.leftAside].join(' ')}\n`] : []),
  ].join('');
};
