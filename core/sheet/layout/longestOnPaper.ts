import type { Fault } from '../../number/fault.ts';
import { says } from '../../number/faultWords.ts';
import { decimal } from '../../number/format.ts';
import type { SheetSetup } from '../setup.ts';
import type { Load } from './fit.ts';
import { paperFrame, scalesOf, scaleText } from './paper.ts';
import { paperPerUnit } from './placement.ts';

/** A part that is longer than this on paper is not drawn at that scale, mm: the lines of such a sheet would be counted in millions. */
const LONGEST_ON_PAPER = 20_000;

/** The fault of a chosen scale at which a part is longer than any paper; nothing where it is not. */
export const largerThanAnyPaper = (
  setup: SheetSetup,
  { box, units }: Pick<Load, 'box' | 'units'>,
): Fault | undefined => {
  if (setup.scale === 'fit') return undefined;
  const longest = Math.max(box[3] - box[0], box[4] - box[1], box[5] - box[2]);
  const onPaper = longest * paperPerUnit(setup.scale, units);
  if (onPaper <= LONGEST_ON_PAPER) return undefined;
  const scales = scalesOf(units);
  const room = paperFrame(setup).frame.w;
  const better = scales.find((k) => longest * paperPerUnit(k, units) <= room) ?? (scales.at(-1) as number);
  return {
    path: ['setup', 'scale'],
    where: scaleText(setup.scale),
    ...says('sheet.too-large', {
      long: decimal(onPaper / 1000, 0),
      better: scaleText(better),
    }),
  };
};
